package store

import (
	"context"
	"crypto/rand"
)

// Secret gives the secret of a name: 32 random bytes, made when they are asked for first.
// All servers on one database have the same.
func (s *Store) Secret(ctx context.Context, name string) ([]byte, error) {
	fresh := make([]byte, 32)
	if _, err := rand.Read(fresh); err != nil {
		return nil, err
	}
	if _, err := s.db.ExecContext(ctx, "INSERT INTO secrets (name, value) VALUES ($1, $2) ON CONFLICT DO NOTHING", name, fresh); err != nil {
		return nil, failed("write secret", err)
	}
	var value []byte
	if err := s.db.GetContext(ctx, &value, "SELECT value FROM secrets WHERE name = $1", name); err != nil {
		return nil, failed("read secret", err)
	}
	return value, nil
}
