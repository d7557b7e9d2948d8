package server

import (
	"bytes"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base64"
	"encoding/hex"
	"errors"
	"io/fs"
	"net/http"
	"path"
	"strings"

	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"lexeon/core/typeface"
	"lexeon/ui"
)

// nonceMark stands in the page where its nonce goes.
const nonceMark = "__NONCE__"

// programMark stands where the version of the page goes.
const programMark = "__PROGRAM__"

// workerPolicy is that of workers: they compile the core and fetch from here.
const workerPolicy = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'"

const notBuilt = `<!doctype html><html lang="en"><title>Lexeon</title><p>The page is not built. Run <code>make build</code>.</p></html>`

func (s *Server) static() {
	s.watched(s.echo)
	s.echo.GET(metricsPath, echo.WrapHandler(s.metrics.handler()))
	s.echo.POST(signInPath, s.signIn, middleware.BodyLimit(maxSignInBody))
	s.echo.GET("/fonts/:file", func(c *echo.Context) error {
		name, ok := strings.CutSuffix(path.Base(c.Param("file")), ".woff2")
		data, err := typeface.WebFile(name)
		if !ok || err != nil {
			return problem(http.StatusNotFound, "missing", "there is no such font")
		}
		c.Response().Header().Set("Cache-Control", "public, max-age=86400")
		return c.Blob(http.StatusOK, "font/woff2", data)
	})
	s.echo.GET("/assets/*", func(c *echo.Context) error {
		name := path.Clean("assets/" + c.Param("*"))
		if !strings.HasPrefix(name, "assets/") {
			return problem(http.StatusNotFound, "missing", "there is no such file")
		}
		c.Response().Header().Set("Content-Security-Policy", workerPolicy)
		return servePacked(c, name)
	})
	s.echo.GET("/core/:file", func(c *echo.Context) error { return servePacked(c, "core/"+path.Base(c.Param("file"))) })
	s.echo.GET("/sw.js", func(c *echo.Context) error {
		data, err := fs.ReadFile(ui.Files(), "sw.js")
		if err != nil {
			return problem(http.StatusNotFound, "missing", "there is no such file")
		}
		c.Response().Header().Set("Cache-Control", "no-cache")
		c.Response().Header().Set("Content-Security-Policy", workerPolicy)
		return c.Blob(http.StatusOK, "text/javascript; charset=utf-8", data)
	})
	s.echo.GET("/favicon.svg", func(c *echo.Context) error {
		data, err := fs.ReadFile(ui.Files(), "favicon.svg")
		if err != nil {
			return problem(http.StatusNotFound, "missing", "there is no such file")
		}
		return c.Blob(http.StatusOK, "image/svg+xml", data)
	})
	s.echo.GET("/api/*", func(*echo.Context) error {
		return problem(http.StatusNotFound, "missing", "there is nothing at this address")
	})
	s.echo.GET("/*", s.page)
}

// page serves the one page under every address that is not a file, with a
// policy that lets nothing in from elsewhere.
func (s *Server) page(c *echo.Context) error {
	s.author(c) // the requests of the page come at once, and are to bear the same
	index, err := fs.ReadFile(ui.Files(), "index.html")
	if errors.Is(err, fs.ErrNotExist) {
		index = []byte(notBuilt)
	} else if err != nil {
		return err
	}
	raw := make([]byte, 16)
	if _, err := rand.Read(raw); err != nil {
		return err
	}
	nonce := base64.RawStdEncoding.EncodeToString(raw)
	c.Response().Header().Set("Content-Security-Policy", "default-src 'none'; script-src 'self' 'wasm-unsafe-eval' 'nonce-"+nonce+"'; worker-src 'self'; style-src 'self' 'nonce-"+nonce+
		"'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'")
	c.Response().Header().Set("Cache-Control", "no-store")
	index = bytes.ReplaceAll(index, []byte(programMark), []byte(s.program))
	return c.HTMLBlob(http.StatusOK, bytes.ReplaceAll(index, []byte(nonceMark), []byte(nonce)))
}

// PageVersion tells one build of the page from another: its files are named by
// their content, and the page names them all.
func PageVersion() string {
	index, err := fs.ReadFile(ui.Files(), "index.html")
	if err != nil {
		return "none"
	}
	sum := sha256.Sum256(index)
	return hex.EncodeToString(sum[:6])
}
