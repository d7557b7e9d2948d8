// Package server offers the projects over HTTP: the page, and a JSON interface
// whose answers are views of the model. It computes nothing of the job itself.
package server

import (
	"net"
	"net/http"
	"sync"
	"sync/atomic"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"lexeon/core/check"
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
}

// Server answers requests.
type Server struct {
	store  *store.Store
	drawer *scene.Drawer
	opts   Options
	echo   *echo.Echo
	away   atomic.Bool // the database did not answer last time

	mu     sync.Mutex
	checks map[string]checked          // by project
	scenes map[string]map[string]drawn // by project, then diagram
}

type checked struct {
	revision int64
	state    *check.State
}

type drawn struct {
	revision int64
	scene    *scene.Scene
}

// Limits of requests, in bytes.
const (
	maxChangeBody = 4 << 20
	maxImportBody = 64 << 20
)

// New makes a server on a store.
func New(s *store.Store, opts Options) (*Server, error) {
	set, err := typeface.New()
	if err != nil {
		return nil, err
	}
	srv := &Server{store: s, drawer: scene.NewDrawer(set), opts: opts, checks: map[string]checked{}, scenes: map[string]map[string]drawn{}}
	e := echo.NewWithConfig(echo.Config{HTTPErrorHandler: srv.sendProblem})
	e.Use(middleware.Recover(), srv.guard, compressed())
	srv.echo = e
	srv.routes()
	return srv, nil
}

// Handler is the server as an http.Handler.
func (s *Server) Handler() http.Handler { return s.echo }

// HTTPServer wraps the handler with time limits.
func (s *Server) HTTPServer() *http.Server {
	return &http.Server{
		Handler: s.echo, ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 60 * time.Second,
		WriteTimeout: 120 * time.Second, IdleTimeout: 120 * time.Second, MaxHeaderBytes: 64 << 10,
	}
}

func compressed() echo.MiddlewareFunc {
	return middleware.GzipWithConfig(middleware.GzipConfig{Level: 1, MinLength: 2048, Skipper: func(c *echo.Context) bool {
		// On this machine packing takes longer than sending.
		host, _, err := net.SplitHostPort(c.Request().RemoteAddr)
		ip := net.ParseIP(host)
		return err == nil && ip != nil && ip.IsLoopback()
	}})
}

func (s *Server) routes() {
	small, large := middleware.BodyLimit(maxChangeBody), middleware.BodyLimit(maxImportBody)
	a := s.echo.Group("/api")
	a.GET("/health", s.health)
	a.GET("/rules", s.rules)
	a.GET("/projects", s.listProjects)
	a.POST("/projects", s.createProject, small)
	a.POST("/import", s.importProject, large)
	p := a.Group("/projects/:project")
	p.GET("", s.overview)
	p.DELETE("", s.deleteProject)
	p.GET("/terms", s.terms)
	p.GET("/findings", s.findings)
	p.GET("/history", s.history)
	p.GET("/file", s.exportFile)
	p.GET("/entries/:row", s.entry)
	p.GET("/diagrams/:diagram/scene", s.scene)
	p.GET("/diagrams/:diagram/svg", s.svg)
	p.GET("/diagrams/:diagram/sentences", s.sentences)
	p.POST("/changes", s.change, small)
	p.POST("/undo", s.undo, small)
	p.POST("/redo", s.redo, small)
	p.POST("/read/statement", s.readStatement, small)
	p.POST("/read/features", s.readFeatures, small)
	p.POST("/read/connection", s.readConnection, small)
	p.POST("/read/placement", s.readPlacement, small)
	p.GET("/output/:target", s.output)
	p.GET("/output/:target/zip", s.outputZip)
	s.static()
}
