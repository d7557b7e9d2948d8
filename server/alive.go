package server

import (
	"context"
	"errors"
	"net/http"
	"time"

	"github.com/labstack/echo/v5"

	"lexeon/core/halt"
)

// For whoever watches over servers: nothing of a project is told, so neither name nor
// token is asked for.

// patience is how long the database may take to say that it is ready.
const patience = 2 * time.Second

type healthReply struct {
	OK bool `json:"ok"`
}

// health: the process answers. It asks nobody.
func (s *Server) health(c *echo.Context) error {
	return c.JSON(http.StatusOK, healthReply{true})
}

// ready: changes are taken.
func (s *Server) ready(c *echo.Context) error {
	ctx, over := context.WithTimeout(c.Request().Context(), patience)
	defer over()
	if err := s.store.Ready(ctx); err != nil {
		return problem(http.StatusServiceUnavailable, "unavailable", "The database takes no changes just now.")
	}
	return c.JSON(http.StatusOK, healthReply{true})
}

// forWatchers reports whether a path is open to whoever watches over servers.
func forWatchers(path string) bool { return path == "/health" || path == "/ready" }

// Limits of time for what a request asks of the database. Computing goes on within them.
const (
	usualLimit = 20 * time.Second
	largeLimit = 100 * time.Second
	bodyLimit  = 60 * time.Second // for what is sent to arrive
)

// within computes an answer as long as somebody waits for it and there is time.
func within(c *echo.Context, compute func(*halt.Sign) error) error {
	var failed error
	err := halt.Within(c.Request().Context(), func(sign *halt.Sign) { failed = compute(sign) })
	switch {
	case errors.Is(err, context.DeadlineExceeded):
		return problem(http.StatusUnprocessableEntity, "tooLarge", "This takes longer than a request may. Divide the diagram, or let the command line draw it.")
	case err != nil:
		return err
	}
	return failed
}

// limited ends what a request waits for: a database that does not move holds nobody for
// ever.
func limited(limit time.Duration) echo.MiddlewareFunc {
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c *echo.Context) error {
			asked := c.Request()
			ctx, over := context.WithTimeout(asked.Context(), limit)
			defer over()
			c.SetRequest(asked.WithContext(ctx))
			defer c.SetRequest(asked) // whoever asked may wait still, though this context is over
			return next(c)
		}
	}
}
