package store

import (
	"context"
	"database/sql/driver"
	"errors"
	"fmt"
	"io"
	"net"

	"github.com/jackc/pgx/v5/pgconn"
)

// ErrUnavailable wraps errors of a database that cannot be reached: trying again
// later may help, and nothing was changed, or the change can be found again by its
// client id.
var ErrUnavailable = errors.New("the database does not answer")

// failed tells what failed. Only where the database could not be reached is it
// ErrUnavailable; anything else is a mistake to be seen.
func failed(what string, err error) error {
	if unreachable(err) {
		return fmt.Errorf("%w: %s: %w", ErrUnavailable, what, err)
	}
	return fmt.Errorf("%s: %w", what, err)
}

// unreachable: a connection that is lost, a request that was given up, or a state of
// the server that passes: SQLSTATE classes 08 (connection exception), 53
// (insufficient resources) and 57 (operator intervention), PostgreSQL's
// documentation, appendix A.
func unreachable(err error) bool {
	var answer *pgconn.PgError
	if errors.As(err, &answer) {
		class := answer.Code[:min(2, len(answer.Code))]
		return class == "08" || class == "53" || class == "57"
	}
	var connect *pgconn.ConnectError
	var network net.Error
	return errors.As(err, &connect) || errors.As(err, &network) || errors.Is(err, driver.ErrBadConn) || errors.Is(err, net.ErrClosed) ||
		errors.Is(err, context.Canceled) || errors.Is(err, context.DeadlineExceeded) || pgconn.Timeout(err) || pgconn.SafeToRetry(err) || isClosedEarly(err)
}

// isClosedEarly: the server closed the connection in the middle of an answer.
func isClosedEarly(err error) bool {
	return errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF)
}
