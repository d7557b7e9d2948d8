package server

import (
	"net"
	"net/http"
	"net/url"
	"slices"
	"strings"

	"github.com/labstack/echo/v5"
)

// guard refuses requests under a foreign host name (a page elsewhere whose name
// was made to point here), requests that a foreign page sends, and, where a
// token is set, requests without it. It also sets the headers that every
// answer bears.
func (s *Server) guard(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		h := c.Response().Header()
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "same-origin")
		h.Set("Cross-Origin-Resource-Policy", "same-origin")
		h.Set("Content-Security-Policy", "default-src 'none'; frame-ancestors 'none'")
		r := c.Request()
		// Browsers complain about it where an address is not secure.
		if overTLS(r) || isLoopback(r.Host) {
			h.Set("Cross-Origin-Opener-Policy", "same-origin")
		}
		if forWatchers(r.URL.Path) {
			return next(c)
		}
		if !s.hostAllowed(r.Host) {
			return problem(http.StatusForbidden, "host", "this server does not answer under the name %q", r.Host)
		}
		if origin := r.Header.Get("Origin"); origin != "" {
			if u, err := url.Parse(origin); err != nil || u.Host != r.Host {
				return problem(http.StatusForbidden, "origin", "requests from %q are refused", origin)
			}
		}
		if site := r.Header.Get("Sec-Fetch-Site"); site == "cross-site" && r.Method != http.MethodGet {
			return problem(http.StatusForbidden, "origin", "requests from another site are refused")
		}
		if s.opts.Token != "" && r.URL.Path != signInPath && !s.signedIn(c) {
			if done, err := s.tokenInAddress(c); done {
				return err
			}
			return s.askForToken(c)
		}
		return next(c)
	}
}

func (s *Server) hostAllowed(host string) bool {
	return isLoopback(host) || slices.Contains(s.opts.AllowedHosts, hostName(host))
}

// hostName is a host as a request names it, without its port.
func hostName(host string) string {
	if h, _, err := net.SplitHostPort(host); err == nil {
		host = h
	}
	return strings.ToLower(strings.Trim(host, "[]"))
}

// isLoopback tells whether a host or address is this machine.
func isLoopback(host string) bool {
	name := hostName(host)
	ip := net.ParseIP(name)
	return name == "localhost" || ip != nil && ip.IsLoopback()
}

// overTLS tells whether a request came over TLS: to this server, or to a proxy on this
// machine, which says so.
func overTLS(r *http.Request) bool {
	return r.TLS != nil || isLoopback(r.RemoteAddr) && r.Header.Get("X-Forwarded-Proto") == "https"
}
