package server

import (
	"crypto/hmac"
	"crypto/rand"
	"crypto/sha256"
	"encoding/hex"
	"net/http"
	"strings"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
)

// Each browser has an id that the server gave and signed, in a cookie that no script
// reads. It is the author of what that browser changes, and is told to nobody: what was
// done under it can be undone under it alone. Names are told, and prove nothing.

const authorCookie = "lexeon_author"

func (s *Server) signed(id string) string {
	h := hmac.New(sha256.New, s.secret)
	h.Write([]byte("author " + id))
	return id + "." + hex.EncodeToString(h.Sum(nil))
}

// known is the id that a request bears; empty where it bears none that was signed here.
func (s *Server) known(c *echo.Context) string {
	cookie, err := c.Cookie(authorCookie)
	if err != nil {
		return ""
	}
	id, _, _ := strings.Cut(cookie.Value, ".")
	if !model.ID(id).Valid() || !same(cookie.Value, s.signed(id)) {
		return ""
	}
	return id
}

// author is the id that a request bears, or a new one, which its answer brings along.
func (s *Server) author(c *echo.Context) string {
	if id := s.known(c); id != "" {
		return id
	}
	id := strings.ToLower(rand.Text()[:16])
	c.SetCookie(&http.Cookie{Name: authorCookie, Value: s.signed(id), Path: "/", HttpOnly: true, Secure: overTLS(c.Request()), SameSite: http.SameSiteLaxMode, MaxAge: 2 * 365 * 24 * 3600})
	return id
}
