// Package store keeps projects in PostgreSQL: the rows of the model, the log of
// changes, and snapshots. It has one writer, which turns the delta of any change
// into upserts and deletes; no change type has SQL of its own.
package store

import (
	"context"
	"database/sql"
	"embed"
	"fmt"
	"io/fs"
	"runtime/debug"
	"sync"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	"github.com/pressly/goose/v3/lock"

	"lexeon/core/model"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is safe for concurrent use, and by several processes on one database.
type Store struct {
	db  *sqlx.DB
	url string

	projects *lru.Cache[string, *project]
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
	Made     time.Time // when the project was made: under one id there may be others after it
	Model    *model.Model
}

// Open connects and brings the schema up to date. It waits for a server that is
// starting, up to wait.
func Open(ctx context.Context, url string, wait time.Duration) (*Store, error) {
	db, err := open(url)
	if err != nil {
		return nil, fmt.Errorf("database: %w", err)
	}
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
	projects, err := lru.New[string, *project](cachedProjects(debug.SetMemoryLimit(-1)))
	if err != nil {
		_ = db.Close()
		return nil, fmt.Errorf("store: %w", err)
	}
	return &Store{db: db, url: url, projects: projects}, nil
}

// migrationsOf prepares the migrations of a database.
func migrationsOf(db *sqlx.DB) (*goose.Provider, error) {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, fmt.Errorf("migrations: %w", err)
	}
	locker, err := lock.NewPostgresSessionLocker() // two processes may start at once
	if err != nil {
		return nil, fmt.Errorf("migrations: %w", err)
	}
	p, err := goose.NewProvider(goose.DialectPostgres, db.DB, files, goose.WithSessionLocker(locker))
	if err != nil {
		return nil, fmt.Errorf("migrations: %w", err)
	}
	return p, nil
}

func migrate(ctx context.Context, db *sqlx.DB) error {
	p, err := migrationsOf(db)
	if err != nil {
		return err
	}
	known := SchemaVersion()
	if version, err := p.GetDBVersion(ctx); err != nil {
		return fmt.Errorf("migrations: %w", err)
	} else if version > known {
		return fmt.Errorf("this database was written by a newer program: its schema is number %d, and this program knows %d at most. Start the newer program, or restore a backup from before", version, known)
	}
	if _, err := p.Up(ctx); err != nil {
		return fmt.Errorf("migrations: %w", err)
	}
	return nil
}

// SchemaVersion is the number of the schema that this program writes: of its last
// migration.
func SchemaVersion() int64 {
	files, err := migrations.ReadDir("migrations")
	if err != nil || len(files) == 0 {
		panic(fmt.Sprint("no migrations are embedded: ", err))
	}
	version, err := goose.NumericComponent(files[len(files)-1].Name())
	if err != nil {
		panic(err) // the files are embedded
	}
	return version
}

// Close ends all connections.
func (s *Store) Close() error { return s.db.Close() }

// Stats tells how the connections to the database are used.
func (s *Store) Stats() sql.DBStats { return s.db.Stats() }

// Cached is how many projects are kept in memory.
func (s *Store) Cached() int { return s.projects.Len() }

// Ping asks the database for a sign of life.
func (s *Store) Ping(ctx context.Context) error { return s.db.PingContext(ctx) }

// Bounds of how many projects are kept in memory; the least used is forgotten first, and
// read again when somebody asks for it. One of 2,000 classes takes some twenty megabytes,
// with its findings.
const (
	fewestCached = 8
	mostCached   = 256
	projectSize  = 24 << 20
)

// cachedProjects follows the limit of memory, in bytes.
func cachedProjects(limit int64) int {
	return int(min(max(limit/projectSize, fewestCached), mostCached))
}

// project is what is known of a project. What turns out to exist is remembered with
// remember; an id that nobody has is not.
func (s *Store) project(id string) *project {
	if p, ok := s.projects.Get(id); ok {
		return p
	}
	return &project{}
}

// remember keeps a project that exists. Of two that were read at once the first
// stays: both are right, since the revision is asked of the database each time.
func (s *Store) remember(id string, p *project) { s.projects.ContainsOrAdd(id, p) }

// inTx runs f in a transaction and commits it.
func (s *Store) inTx(ctx context.Context, f func(tx *sqlx.Tx) error) error {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return failed("begin", err)
	}
	defer func() { _ = tx.Rollback() }() // after a commit it does nothing
	if err := f(tx); err != nil {
		return err
	}
	if err := tx.Commit(); err != nil {
		return failed("commit", err)
	}
	return nil
}
