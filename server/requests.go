package server

import (
	"context"
	"crypto/rand"
	"errors"
	"net/http"
	"regexp"
	"strings"
	"time"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
	"lexeon/store"
)

// requestHeader bears the id of a request: that of a proxy in front, or one made here. Log
// lines and problem documents about the request name it.
const requestHeader = "X-Request-Id"

var requestID = regexp.MustCompile(`^[A-Za-z0-9._-]{1,64}$`)

// observed numbers each request and measures how it ends.
func (s *Server) observed(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		id := c.Request().Header.Get(requestHeader)
		if !requestID.MatchString(id) {
			id = strings.ToLower(rand.Text()[:16])
		}
		c.Response().Header().Set(requestHeader, id)
		begun, asked := time.Now(), c.Request().Context()
		err := next(c)
		status := http.StatusOK
		if errors.Is(asked.Err(), context.Canceled) {
			status = clientGone
		} else if err != nil {
			status = problemOf(err).Status
		} else if r, uerr := echo.UnwrapResponse(c.Response()); uerr == nil && r.Status != 0 {
			status = r.Status
		}
		s.metrics.answered(c.Request().Method, c.Path(), status, time.Since(begun))
		return err
	}
}

// clientGone stands in figures for a request whose client did not wait for the answer; it
// is no status of HTTP.
const clientGone = 499

// idOf a request.
func idOf(c *echo.Context) string { return c.Response().Header().Get(requestHeader) }

// What can come of a change, as it is counted.
const (
	changeApplied  = "applied"
	changeAgain    = "again" // it had been applied before
	changeConflict = "conflict"
	changeRefused  = "refused"
	changeFailed   = "failed" // by the database, or a mistake of ours
)

// outcomeOf a change.
func outcomeOf(r *store.Result, err error) string {
	var conflict *store.Conflict
	var blocked *store.Blocked
	switch _, fault := model.AsFault(err); {
	case err == nil && r.Again:
		return changeAgain
	case err == nil:
		return changeApplied
	case errors.As(err, &conflict) || errors.As(err, &blocked):
		return changeConflict
	case fault || problemOf(err).Status < http.StatusInternalServerError:
		return changeRefused
	default:
		return changeFailed
	}
}
