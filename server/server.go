// Package server offers the projects over HTTP: the page, and a JSON interface
// whose answers are views of the model. It computes nothing of the job itself.
package server

import (
	"context"
	"net"
	"net/http"
	"runtime/debug"
	"strings"
	"sync/atomic"
	"time"

	"lexeon/core/answer"
	"lexeon/core/brief/reading"

	lru "github.com/hashicorp/golang-lru/v2"
	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"lexeon/core/scene"
	"lexeon/core/typeface"
	"lexeon/store"
)

// Options of a server.
type Options struct {
	// AllowedHosts are host names beyond loopback under which it may be reached.
	AllowedHosts []string
	// Token is asked for where it is not empty; it must not be where AllowedHosts
	// is not.
	Token string
	// Patience is how long a request may wait for the database; 0: twenty seconds.
	Patience time.Duration
}

// Server answers requests.
type Server struct {
	store  *store.Store
	desk   *answer.Desk
	reader *reading.Reader
	set    *typeface.Typesetter
	hub    *hub
	crowd  *crowd
	opts   Options
	echo   *echo.Echo
	away   atomic.Bool  // the database did not answer last time
	unmet  atomic.Int64 // requests that it did not answer since then

	program    string // the version of the page, by what it is made of
	checks     *findings
	thumbnails *lru.Cache[string, []byte] // PNG, by project and revision
	guesses    guesses
	imports    *imports
	metrics    *metrics
	causes     *causes
	secret     []byte // with which ids of authors are signed
}

// Limits of requests, in bytes.
const (
	maxChangeBody = 4 << 20
	maxImportBody = 64 << 20
	maxSignInBody = 4 << 10
)

// New makes a server on a store.
func New(s *store.Store, opts Options) (*Server, error) {
	set := typeface.New()
	checks, err := newFindings(s)
	if err != nil {
		return nil, err
	}
	ctx, over := context.WithTimeout(context.Background(), usualLimit)
	defer over()
	secret, err := s.Secret(ctx, "author")
	if err != nil {
		return nil, err
	}
	srv := &Server{secret: secret, store: s, desk: answer.NewDesk(scene.NewDrawer(set)), reader: reading.NewReader(), set: set, hub: newHub(), opts: opts, checks: checks, program: PageVersion(), causes: newCauses(time.Minute)}
	srv.crowd, srv.imports = newCrowd(s, srv.hub, secret), newImports(debug.SetMemoryLimit(-1))
	if srv.thumbnails, err = lru.New[string, []byte](maxThumbnails); err != nil {
		return nil, err
	}
	srv.metrics = newMetrics(srv)
	checks.took = srv.metrics.checks.Observe
	e := echo.NewWithConfig(echo.Config{HTTPErrorHandler: srv.sendProblem})
	e.Use(srv.observed, middleware.Recover(), srv.guard, compressed())
	srv.echo = e
	srv.routes()
	return srv, nil
}

// Handler is the server as an http.Handler.
func (s *Server) Handler() http.Handler { return s.echo }

// HTTPServer wraps the handler with time limits.
func (s *Server) HTTPServer() *http.Server {
	h := &http.Server{
		Handler: s.echo, ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 60 * time.Second,
		WriteTimeout: 120 * time.Second, IdleTimeout: 120 * time.Second, MaxHeaderBytes: 64 << 10,
	}
	h.RegisterOnShutdown(s.hub.close) // streams end first, or the shutdown would wait for them
	return h
}

func compressed() echo.MiddlewareFunc {
	return middleware.GzipWithConfig(middleware.GzipConfig{Level: 1, MinLength: 2048, Skipper: func(c *echo.Context) bool {
		if c.Request().URL.Path == "/api/events" {
			return true // each event goes out at once
		}
		if path := c.Request().URL.Path; strings.HasPrefix(path, "/core/") || strings.HasPrefix(path, "/assets/") {
			return true // it is packed already
		}
		// On this machine packing takes longer than sending.
		host, _, err := net.SplitHostPort(c.Request().RemoteAddr)
		ip := net.ParseIP(host)
		return err == nil && ip != nil && ip.IsLoopback()
	}})
}
