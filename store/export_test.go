package store

import "context"

// LetGo closes the connections that nobody uses.
func (s *Store) LetGo() {
	s.db.SetMaxIdleConns(-1)
	s.db.SetMaxIdleConns(idleConnections)
}

// MigrateTo brings the schema of a database back to a version.
func MigrateTo(ctx context.Context, url string, version int64) error {
	db, err := open(url)
	if err != nil {
		return err
	}
	defer func() { _ = db.Close() }() // it is only for tests
	return migrateTo(ctx, db, version)
}
