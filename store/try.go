package store

import (
	"context"
	"crypto/rand"
	"encoding/hex"
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jmoiron/sqlx"
)

// Tried is what the database answered to a statement that was tried.
type Tried struct {
	Text string `json:"text"`
	// Error is empty where it was done.
	Error string `json:"error,omitempty"`
}

// errTried ends the transaction in which statements were tried: nothing of them stays.
var errTried = errors.New("tried")

// triable are what statements may begin with: what makes tables, and nothing that could leave the
// transaction or the role.
var triable = []string{"create table ", "create type ", "create index ", "create schema ", "create function ", "create constraint trigger ", "create or replace function ", "alter table ", "alter type ", "comment on ", "insert into "}

const (
	tryTimeout   = 5 * time.Second // for one statement
	maxTried     = 20_000
	wholeTimeout = 60 * time.Second
)

// Try runs statements one by one in a schema of their own, in a transaction that is rolled back, with
// a role that was made for it and may do nothing else. A statement that fails is taken back by itself,
// and the others go on.
func (s *Store) Try(ctx context.Context, statements []string) ([]Tried, error) {
	if len(statements) > maxTried {
		return nil, fmt.Errorf("there are %d statements: at most %d are tried", len(statements), maxTried)
	}
	for _, text := range statements {
		if !isTriable(text) {
			return nil, fmt.Errorf("%q is no statement that makes tables", text)
		}
	}
	ctx, cancel := context.WithTimeout(ctx, wholeTimeout)
	defer cancel()
	random := make([]byte, 8)
	if _, err := rand.Read(random); err != nil {
		return nil, err
	}
	name := "lexeon_try_" + hex.EncodeToString(random)
	out := []Tried{}
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		for _, text := range []string{
			fmt.Sprintf("SET LOCAL statement_timeout = %d", tryTimeout.Milliseconds()), "SET LOCAL lock_timeout = 1000", "CREATE ROLE " + name + " NOLOGIN",
			"GRANT " + name + " TO CURRENT_USER", "CREATE SCHEMA " + name + " AUTHORIZATION " + name, "SET LOCAL search_path = " + name, "SET LOCAL ROLE " + name,
		} {
			if _, err := tx.ExecContext(ctx, text); err != nil {
				return fmt.Errorf("there can be no place to try it in: %w", err)
			}
		}
		for _, text := range statements {
			answer, err := tryOne(ctx, tx, text)
			if err != nil {
				return err
			}
			out = append(out, Tried{text, answer})
		}
		return errTried
	})
	if err != nil && !errors.Is(err, errTried) {
		return nil, err
	}
	return out, nil
}

func isTriable(text string) bool {
	start := strings.ToLower(strings.TrimSpace(text))
	for _, begin := range triable {
		if strings.HasPrefix(start, begin) {
			return true
		}
	}
	return false
}

// tryOne runs a statement, and says what the database answered where it refused. It is prepared first,
// since a prepared statement is one statement, whatever its text.
func tryOne(ctx context.Context, tx *sqlx.Tx, text string) (string, error) {
	if _, err := tx.ExecContext(ctx, "SAVEPOINT one"); err != nil {
		return "", err
	}
	stmt, err := tx.PrepareContext(ctx, text)
	if err == nil {
		_, err = stmt.ExecContext(ctx)
		if closing := stmt.Close(); err == nil {
			err = closing
		}
	}
	if err == nil {
		_, err = tx.ExecContext(ctx, "RELEASE SAVEPOINT one")
		return "", err
	}
	var refused *pgconn.PgError
	if !errors.As(err, &refused) {
		return "", err
	}
	if _, err := tx.ExecContext(ctx, "ROLLBACK TO SAVEPOINT one"); err != nil {
		return "", err
	}
	answer := refused.Message
	if refused.Detail != "" {
		answer += ": " + refused.Detail
	}
	return answer, nil
}
