// Package store keeps projects in PostgreSQL: the rows of the model, the log of
// changes, and snapshots. It has one writer, which turns the delta of any change
// into upserts and deletes; no change type has SQL of its own.
package store

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"sync"
	"time"

	_ "github.com/jackc/pgx/v5/stdlib" // the driver
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	"github.com/pressly/goose/v3/lock"

	"lexeon/core/model"
)

//go:embed migrations/*.sql
var migrations embed.FS

// SnapshotEvery says after how many changes a snapshot is kept.
const SnapshotEvery = 500

// Store is safe for concurrent use, and by several processes on one database.
type Store struct {
	db  *sqlx.DB
	url string

	mu       sync.Mutex
	projects map[string]*project
}

// project is the cached value of one project. Its lock serializes the changes
// of this process; the row lock in the database those of all.
type project struct {
	mu      sync.Mutex
	current *Version
}

// Version is a project at a revision.
type Version struct {
	Revision int64
	Model    *model.Model
}

// Open connects and brings the schema up to date. It waits for a server that is
// starting, up to wait.
func Open(ctx context.Context, url string, wait time.Duration) (*Store, error) {
	db, err := sqlx.Open("pgx", url)
	if err != nil {
		return nil, fmt.Errorf("database: %w", err)
	}
	db.SetMaxOpenConns(16)
	db.SetMaxIdleConns(8)
	db.SetConnMaxIdleTime(5 * time.Minute)
	deadline := time.Now().Add(wait)
	for {
		if err = db.PingContext(ctx); err == nil {
			break
		}
		if ctx.Err() != nil || time.Now().After(deadline) {
			_ = db.Close()
			return nil, fmt.Errorf("the database does not answer: %w", err)
		}
		time.Sleep(200 * time.Millisecond)
	}
	if err := migrate(ctx, db); err != nil {
		_ = db.Close()
		return nil, err
	}
	return &Store{db: db, url: url, projects: map[string]*project{}}, nil
}

func migrate(ctx context.Context, db *sqlx.DB) error {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return fmt.Errorf("migrations: %w", err)
	}
	locker, err := lock.NewPostgresSessionLocker() // two processes may start at once
	if err != nil {
		return fmt.Errorf("migrations: %w", err)
	}
	p, err := goose.NewProvider(goose.DialectPostgres, db.DB, files, goose.WithSessionLocker(locker))
	if err != nil {
		return fmt.Errorf("migrations: %w", err)
	}
	if _, err := p.Up(ctx); err != nil {
		return fmt.Errorf("migrations: %w", err)
	}
	return nil
}

// Close ends all connections.
func (s *Store) Close() error { return s.db.Close() }

// Ping asks the database for a sign of life.
func (s *Store) Ping(ctx context.Context) error { return s.db.PingContext(ctx) }

func (s *Store) project(id string) *project {
	s.mu.Lock()
	defer s.mu.Unlock()
	p, ok := s.projects[id]
	if !ok {
		p = &project{}
		if len(s.projects) >= maxCachedProjects {
			s.forgetIdle()
		}
		s.projects[id] = p
	}
	return p
}

const maxCachedProjects = 64

// forgetIdle drops the cached values of projects that nobody uses right now;
// they are read again when somebody does.
func (s *Store) forgetIdle() {
	for id, p := range s.projects {
		if p.mu.TryLock() {
			p.current = nil
			p.mu.Unlock()
			delete(s.projects, id)
		}
	}
}

func (s *Store) forget(id string) {
	s.mu.Lock()
	defer s.mu.Unlock()
	delete(s.projects, id)
}

// ErrUnavailable wraps errors of a database that does not answer: trying again
// later may help, and nothing was changed, or the change can be found again by
// its client id.
var ErrUnavailable = errors.New("the database does not answer")

func unavailable(what string, err error) error {
	return fmt.Errorf("%w: %s: %w", ErrUnavailable, what, err)
}

// inTx runs f in a transaction and commits it.
func (s *Store) inTx(ctx context.Context, f func(tx *sqlx.Tx) error) error {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return unavailable("begin", err)
	}
	defer func() { _ = tx.Rollback() }() // after a commit it does nothing
	if err := f(tx); err != nil {
		return err
	}
	if err := tx.Commit(); err != nil {
		return unavailable("commit", err)
	}
	return nil
}
