package store

import (
	"archive/zip"
	"bufio"
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"
	"time"

	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/stdlib"
	"github.com/jmoiron/sqlx"
)

// A backup is a zip file with the rows of each table in PostgreSQL's text format of COPY,
// and with Contents, which is written last. It holds all projects as they were at one
// moment, with log, snapshots, decisions, and the secrets of the servers.

// backupFormat is the version of the format.
const backupFormat = 1

const contentsName = "contents.json"

// Contents tell what a backup holds.
type Contents struct {
	Format int           `json:"format"`
	Schema int64         `json:"schema"` // of the database that it was taken from
	Made   time.Time     `json:"made"`
	Tables []BackedTable `json:"tables"` // in the order in which they can be written back
}

// BackedTable is a table of a backup.
type BackedTable struct {
	Name    string   `json:"name"`
	Columns []string `json:"columns"`
	Rows    int64    `json:"rows"`
}

func (t BackedTable) entry() string { return "tables/" + t.Name }

// columnList for COPY. Names come from the catalog, and are quoted.
func (t BackedTable) columnList() string {
	quoted := make([]string, len(t.Columns))
	for i, c := range t.Columns {
		quoted[i] = quotedName(c)
	}
	return quotedName(t.Name) + " (" + strings.Join(quoted, ", ") + ")"
}

func quotedName(name string) string { return `"` + strings.ReplaceAll(name, `"`, `""`) + `"` }

// RowsOf tells how many rows of a table there are.
func (c *Contents) RowsOf(table string) int64 {
	for _, t := range c.Tables {
		if t.Name == table {
			return t.Rows
		}
	}
	return 0
}

// passing are tables that nobody misses: who is there just now, and whether anything can be
// written.
const passing = "'presence', 'readiness', 'goose_db_version'"

// Backup writes all that a database holds. Servers go on working meanwhile, and nothing of
// what they write in that time is in it. It changes nothing, so that the program that wrote
// the database can take a backup before a newer one brings the schema up to date.
func Backup(ctx context.Context, url string, to io.Writer) (*Contents, error) {
	db, err := open(url)
	if err != nil {
		return nil, fmt.Errorf("database: %w", err)
	}
	defer func() { _ = db.Close() }() // nothing was written
	out := &Contents{Format: backupFormat, Made: time.Now().UTC().Truncate(time.Second)}
	file := zip.NewWriter(to)
	err = onConnection(ctx, db, &sql.TxOptions{Isolation: sql.LevelRepeatableRead, ReadOnly: true}, func(tx *sqlx.Tx, raw *pgconn.PgConn) error {
		if out.Schema, err = schemaOf(ctx, tx); err != nil {
			return err
		}
		if out.Schema > SchemaVersion() {
			return fmt.Errorf("this database was written by a newer program: its schema is number %d, and this program knows %d at most. Take the backup with the newer program", out.Schema, SchemaVersion())
		}
		if out.Tables, err = tablesOf(ctx, tx); err != nil {
			return err
		}
		for i := range out.Tables {
			t := &out.Tables[i]
			entry, err := file.Create(t.entry())
			if err != nil {
				return err
			}
			done, err := raw.CopyTo(ctx, entry, "COPY "+t.columnList()+" TO STDOUT")
			if err != nil {
				return failed("read "+t.Name, err)
			}
			t.Rows = done.RowsAffected()
		}
		return nil
	})
	if err != nil {
		return nil, err
	}
	entry, err := file.Create(contentsName)
	if err != nil {
		return nil, err
	}
	if err := json.NewEncoder(entry).Encode(out); err != nil {
		return nil, err
	}
	return out, file.Close()
}

// schemaOf is the number of the schema of a database.
func schemaOf(ctx context.Context, tx *sqlx.Tx) (int64, error) {
	var known bool
	if err := tx.GetContext(ctx, &known, "SELECT to_regclass('goose_db_version') IS NOT NULL AND to_regclass('projects') IS NOT NULL"); err != nil {
		return 0, failed("read schema", err)
	}
	if !known {
		return 0, errors.New("this database holds nothing of Lexeon")
	}
	var version int64
	if err := tx.GetContext(ctx, &version, "SELECT coalesce(max(version_id), 0) FROM goose_db_version WHERE is_applied"); err != nil {
		return 0, failed("read schema", err)
	}
	return version, nil
}

// tablesOf lists the tables to keep: first projects, which all others belong to, and whose
// key is the only one that is looked at before the end.
func tablesOf(ctx context.Context, tx *sqlx.Tx) ([]BackedTable, error) {
	var rows []struct{ Table, Columns string }
	if err := tx.SelectContext(ctx, &rows, `SELECT c.table_name AS table, json_agg(c.column_name ORDER BY c.ordinal_position)::text AS columns
		FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name)
		WHERE c.table_schema = current_schema() AND t.table_type = 'BASE TABLE' AND c.table_name NOT IN (`+passing+`)
		GROUP BY c.table_name ORDER BY c.table_name <> 'projects', c.table_name`); err != nil {
		return nil, failed("list tables", err)
	}
	var out []BackedTable
	for _, r := range rows {
		t := BackedTable{Name: r.Table}
		if err := json.Unmarshal([]byte(r.Columns), &t.Columns); err != nil {
			return nil, err
		}
		out = append(out, t)
	}
	return out, nil
}

// onConnection runs f in a transaction, with the connection below it for COPY.
func onConnection(ctx context.Context, db *sqlx.DB, opts *sql.TxOptions, f func(tx *sqlx.Tx, raw *pgconn.PgConn) error) error {
	conn, err := db.Connx(ctx)
	if err != nil {
		return failed("connect", err)
	}
	defer func() { _ = conn.Close() }() // back to the pool
	var raw *pgconn.PgConn
	if err := conn.Raw(func(c any) error {
		raw = c.(*stdlib.Conn).Conn().PgConn()
		return nil
	}); err != nil {
		return failed("connect", err)
	}
	tx, err := conn.BeginTxx(ctx, opts)
	if err != nil {
		return failed("begin", err)
	}
	defer func() { _ = tx.Rollback() }() // after a commit it does nothing
	if err := f(tx, raw); err != nil {
		return err
	}
	if err := tx.Commit(); err != nil {
		return failed("commit", err)
	}
	return nil
}

// ReadBackup reads what a backup holds, and holds it against that: each table must be there
// whole, with as many rows as were written.
func ReadBackup(from io.ReaderAt, size int64) (*Contents, *zip.Reader, error) {
	file, err := zip.NewReader(from, size)
	if err != nil {
		return nil, nil, fmt.Errorf("this is no backup, or a part of one: %w", err)
	}
	entry, err := file.Open(contentsName)
	if err != nil {
		return nil, nil, errors.New("this is no backup: it does not tell what it holds")
	}
	defer func() { _ = entry.Close() }() // it was only read
	var c Contents
	if err := json.NewDecoder(entry).Decode(&c); err != nil {
		return nil, nil, fmt.Errorf("this is no backup: %s: %w", contentsName, err)
	}
	if c.Format < 1 || c.Format > backupFormat {
		return nil, nil, fmt.Errorf("this backup has format %d, and this program reads format %d", c.Format, backupFormat)
	}
	for _, t := range c.Tables {
		rows, err := countRows(file, t.entry())
		if err != nil {
			return nil, nil, fmt.Errorf("this backup is damaged: table %s: %w", t.Name, err)
		}
		if rows != t.Rows {
			return nil, nil, fmt.Errorf("this backup is damaged: table %s has %d rows and should have %d", t.Name, rows, t.Rows)
		}
	}
	return &c, file, nil
}

// countRows reads an entry to its end, where its checksum is compared. In the text format
// of COPY a row is a line.
func countRows(file *zip.Reader, name string) (int64, error) {
	entry, err := file.Open(name)
	if err != nil {
		return 0, err
	}
	defer func() { _ = entry.Close() }() // it was only read
	var rows int64
	for in := bufio.NewReaderSize(entry, 1<<20); ; {
		part, err := in.ReadSlice('\n')
		if len(part) > 0 && part[len(part)-1] == '\n' {
			rows++
		}
		switch {
		case errors.Is(err, bufio.ErrBufferFull): // the row goes on
		case errors.Is(err, io.EOF):
			return rows, nil
		case err != nil:
			return 0, err
		}
	}
}
