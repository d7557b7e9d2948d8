package store

import (
	"context"
	"database/sql/driver"
	"errors"
	"fmt"
	"io"
	"testing"

	"github.com/jackc/pgx/v5/pgconn"
	"github.com/stretchr/testify/require"
)

// Only a database that cannot be reached is worth another try.
func TestWhatIsUnavailable(t *testing.T) {
	for err, again := range map[error]bool{
		&pgconn.PgError{Code: "08006"}: true, &pgconn.PgError{Code: "53300"}: true, &pgconn.PgError{Code: "57P01"}: true,
		&pgconn.PgError{Code: "23503"}: false, &pgconn.PgError{Code: "42601"}: false, &pgconn.PgError{Code: "22021"}: false, &pgconn.PgError{Code: "40001"}: false,
		context.Canceled: true, context.DeadlineExceeded: true, driver.ErrBadConn: true, io.ErrUnexpectedEOF: true,
		errors.New("its rows are not a model"): false,
	} {
		got := failed("write", fmt.Errorf("wrapped: %w", err))
		require.Equal(t, again, errors.Is(got, ErrUnavailable), "%v", err)
		require.ErrorIs(t, got, err)
	}
}
