package store

import "context"

// Ready tells whether the database takes changes: it writes a row. A database that only
// answers (its disk is full, or it is a copy that cannot be written) is not ready. The
// error wraps ErrUnavailable.
func (s *Store) Ready(ctx context.Context) error {
	if _, err := s.db.ExecContext(ctx, "INSERT INTO readiness (id, at) VALUES (1, now()) ON CONFLICT (id) DO UPDATE SET at = now()"); err != nil {
		return failed("write", err)
	}
	return nil
}
