package store

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"errors"
	"sync"
	"sync/atomic"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/stdlib"
	"github.com/jmoiron/sqlx"
)

// Connections to the database: how many at once, and how many of them stay open.
const (
	mostConnections = 16
	idleConnections = 8
	idleTime        = 5 * time.Minute
)

// open prepares connections to a database. Where the database gives no more of them,
// requests share those that there are, and wait for one as long as they may.
func open(url string) (*sqlx.DB, error) {
	config, err := pgx.ParseConfig(url)
	if err != nil {
		return nil, err
	}
	c := &connector{Connector: stdlib.GetConnector(*config)}
	c.db = sql.OpenDB(c)
	c.allow(mostConnections)
	c.db.SetConnMaxIdleTime(idleTime)
	return sqlx.NewDb(c.db, "pgx"), nil
}

// connector opens connections, and takes less where the database says that it has no more.
type connector struct {
	driver.Connector
	db      *sql.DB
	opening atomic.Int64 // that are on their way

	mu    sync.Mutex
	again *time.Timer // when more are tried; nil: all are allowed
}

const (
	// scarce is how long the number that was found to be possible holds.
	scarce = 5 * time.Second
	// retry is the pause between tries for the first connection.
	retry = 50 * time.Millisecond
)

// tooMany is SQLSTATE too_many_connections: PostgreSQL's documentation, appendix A.
const tooMany = "53300"

// Connect opens a connection. Where there are too many it has whoever asks wait for one of
// those that are open; where none is it tries again until the context ends.
func (c *connector) Connect(ctx context.Context) (driver.Conn, error) {
	c.opening.Add(1)
	defer c.opening.Add(-1)
	for {
		conn, err := c.Connector.Connect(ctx)
		var refused *pgconn.PgError
		if err == nil || !errors.As(err, &refused) || refused.Code != tooMany {
			return conn, err
		}
		if open := int64(c.db.Stats().OpenConnections) - c.opening.Load(); open > 0 {
			c.allow(int(open))
			return nil, driver.ErrBadConn // the pool looks again, and waits
		}
		select {
		case <-ctx.Done():
			return nil, err
		case <-time.After(retry):
		}
	}
}

// allow sets how many connections there may be.
func (c *connector) allow(n int) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.db.SetMaxOpenConns(n)
	c.db.SetMaxIdleConns(min(n, idleConnections))
	if c.again != nil {
		c.again.Stop()
	}
	if c.again = nil; n < mostConnections {
		c.again = time.AfterFunc(scarce, func() { c.allow(mostConnections) })
	}
}
