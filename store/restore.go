package store

import (
	"archive/zip"
	"context"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"time"

	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jmoiron/sqlx"
)

// Restore writes a backup into a database without projects: all of it or nothing. A backup
// of an older schema is brought up to date. Every project is read before anything counts.
// Errors are those of ReadBackup, and what the database says; a database that holds projects
// already is refused.
func Restore(ctx context.Context, url string, from io.ReaderAt, size int64) (*Contents, error) {
	contents, file, err := ReadBackup(from, size)
	if err != nil {
		return nil, err
	}
	if contents.Schema > SchemaVersion() {
		return nil, fmt.Errorf("this backup was taken by a newer program: its schema is number %d, and this program knows %d at most", contents.Schema, SchemaVersion())
	}
	s, err := Open(ctx, url, 30*time.Second)
	if err != nil {
		return nil, err
	}
	defer func() { _ = s.Close() }() // what counts is committed
	if err := s.mustBeEmpty(ctx); err != nil {
		return nil, err
	}
	if contents.Schema < SchemaVersion() {
		if err := migrateTo(ctx, s.db, contents.Schema); err != nil {
			return nil, err
		}
	}
	err = onConnection(ctx, s.db, nil, func(tx *sqlx.Tx, raw *pgconn.PgConn) error {
		if _, err := tx.ExecContext(ctx, "LOCK TABLE projects IN EXCLUSIVE MODE"); err != nil {
			return failed("lock projects", err)
		}
		if err := empty(ctx, tx); err != nil {
			return err
		}
		if err := writeBack(ctx, tx, raw, file, contents); err != nil {
			return err
		}
		if contents.Schema < SchemaVersion() {
			return nil // its projects are read when the schema is up to date
		}
		return readAll(ctx, tx)
	})
	if contents.Schema < SchemaVersion() {
		err = errors.Join(err, migrate(ctx, s.db))
		if err == nil {
			err = s.inTx(ctx, func(tx *sqlx.Tx) error { return readAll(ctx, tx) })
		}
	}
	if err != nil {
		return nil, err
	}
	return contents, nil
}

func (s *Store) mustBeEmpty(ctx context.Context) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error { return empty(ctx, tx) })
}

// empty refuses a database that holds projects.
func empty(ctx context.Context, tx *sqlx.Tx) error {
	var some bool
	if err := tx.GetContext(ctx, &some, "SELECT EXISTS (SELECT FROM projects)"); err != nil {
		return failed("count projects", err)
	}
	if some {
		return errors.New("this database holds projects already: a backup is restored into one that holds none")
	}
	return nil
}

// writeBack copies the tables of a backup.
func writeBack(ctx context.Context, tx *sqlx.Tx, raw *pgconn.PgConn, file *zip.Reader, contents *Contents) error {
	known, err := tablesOf(ctx, tx)
	if err != nil {
		return err
	}
	for _, t := range contents.Tables {
		at := slices.IndexFunc(known, func(k BackedTable) bool { return k.Name == t.Name })
		if at < 0 {
			return fmt.Errorf("this backup holds a table %q that schema %d does not have", t.Name, contents.Schema)
		}
		for _, c := range t.Columns {
			if !slices.Contains(known[at].Columns, c) {
				return fmt.Errorf("this backup holds a column %q of %s that schema %d does not have", c, t.Name, contents.Schema)
			}
		}
		// Only the secrets may be there: a server makes them when it starts.
		if _, err := tx.ExecContext(ctx, "DELETE FROM "+quotedName(t.Name)); err != nil {
			return failed("empty "+t.Name, err)
		}
		entry, err := file.Open(t.entry())
		if err != nil {
			return err
		}
		done, err := raw.CopyFrom(ctx, entry, "COPY "+t.columnList()+" FROM STDIN")
		_ = entry.Close() // it was only read
		if err != nil {
			return failed("write "+t.Name, err)
		}
		if done.RowsAffected() != t.Rows {
			return fmt.Errorf("table %s: %d rows were written of %d", t.Name, done.RowsAffected(), t.Rows)
		}
	}
	return nil
}

// readAll reads every project, and tells which cannot be read.
func readAll(ctx context.Context, tx *sqlx.Tx) error {
	var ids []string
	if err := tx.SelectContext(ctx, &ids, "SELECT id FROM projects ORDER BY id"); err != nil {
		return failed("list projects", err)
	}
	var wrong []string
	for _, id := range ids {
		if _, _, err := loadRows(ctx, tx, id); err != nil {
			wrong = append(wrong, err.Error())
		}
	}
	if len(wrong) > 0 {
		return errors.New("what was restored cannot be read: " + strings.Join(wrong, "; "))
	}
	return nil
}

// migrateTo brings the schema of an empty database to a version that it had before.
func migrateTo(ctx context.Context, db *sqlx.DB, version int64) error {
	p, err := migrationsOf(db)
	if err != nil {
		return err
	}
	if _, err := p.DownTo(ctx, version); err != nil {
		return fmt.Errorf("migrations: %w", err)
	}
	return nil
}
