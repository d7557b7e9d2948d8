package server

import (
	"context"
	"crypto/hmac"
	"crypto/rand"
	"crypto/sha256"
	"crypto/subtle"
	"encoding/base64"
	"encoding/hex"
	"html/template"
	"log/slog"
	"net"
	"net/http"
	"net/url"
	"strings"
	"sync"
	"time"

	"github.com/labstack/echo/v5"
)

// Beyond loopback a server asks for its token: as a bearer token, or once on a page, which
// sets a cookie that is not the token.

const (
	sessionCookie = "lexeon_session"
	signInPath    = "/sign-in"
)

// session is the value of the cookie: it proves that somebody knew the token, and does not
// give it away.
func session(token string) string {
	h := hmac.New(sha256.New, []byte(token))
	h.Write([]byte("lexeon session"))
	return hex.EncodeToString(h.Sum(nil))
}

func same(a, b string) bool { return subtle.ConstantTimeCompare([]byte(a), []byte(b)) == 1 }

// signedIn reports whether a request bears the token or the cookie.
func (s *Server) signedIn(c *echo.Context) bool {
	if bearer, ok := strings.CutPrefix(c.Request().Header.Get("Authorization"), "Bearer "); ok {
		return s.accepts(c, bearer)
	}
	cookie, err := c.Cookie(sessionCookie)
	return err == nil && same(cookie.Value, session(s.opts.Token))
}

// accepts compares a token that somebody sent. After some wrong ones the next wrong ones
// are answered one after the other, and slowly.
func (s *Server) accepts(c *echo.Context, token string) bool {
	if same(token, s.opts.Token) {
		return true
	}
	n := s.guesses.failed(time.Now())
	s.metrics.failed.Inc()
	from, _, _ := net.SplitHostPort(c.Request().RemoteAddr)
	s.causes.happened(slog.LevelWarn, "token "+from, "a wrong token was sent", "from", c.Request().RemoteAddr, "lately", n, "request", idOf(c))
	if n > freeGuesses {
		s.guesses.slowly(c.Request().Context(), guessPause)
	}
	return false
}

// guesses counts wrong tokens, from wherever they came.
type guesses struct {
	mu    sync.Mutex
	count int
	last  time.Time
	slow  sync.Mutex
}

const (
	freeGuesses   = 10
	guessPause    = time.Second
	guessesForgot = 10 * time.Minute
)

// failed counts one, and tells how many there were lately.
func (g *guesses) failed(now time.Time) int {
	g.mu.Lock()
	defer g.mu.Unlock()
	if now.Sub(g.last) > guessesForgot {
		g.count = 0
	}
	g.count, g.last = g.count+1, now
	return g.count
}

// slowly waits its turn, and then for a while.
func (g *guesses) slowly(ctx context.Context, pause time.Duration) {
	g.slow.Lock()
	defer g.slow.Unlock()
	select {
	case <-time.After(pause):
	case <-ctx.Done():
	}
}

var signInPage = template.Must(template.New("").Parse(`<!doctype html>
<html lang="en">
<head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Lexeon: sign in</title>
<style nonce="{{.Nonce}}">
:root { color-scheme: light dark }
body { font: 1.1rem/1.5 system-ui, sans-serif; max-width: 32rem; margin: 15vh auto; padding: 0 1.5rem; background: light-dark(#f6f1e7, #23211d); color: light-dark(#22262b, #ece7dc) }
label, input, button { display: block; font: inherit; margin-top: .75rem }
input { width: 100%; box-sizing: border-box; padding: .4rem .6rem; background: light-dark(#ffffff, #2b2a27); color: inherit; border: 1px solid #8b8371 }
button { padding: .4rem 1.2rem; background: light-dark(#1d6b5f, #6fc3b0); color: light-dark(#ffffff, #10211d); border: 0 }
:focus-visible { outline: 2px solid light-dark(#1d6b5f, #6fc3b0); outline-offset: 2px }
.wrong { color: light-dark(#9a3a26, #ee947e) }
</style></head>
<body><main>
<h1>Lexeon</h1>
<p>This server asks for its token. Whoever runs it knows it.</p>
{{if .Wrong}}<p class="wrong" role="alert">That was not the token.</p>{{end}}
<form method="post" action="/sign-in">
<input type="hidden" name="next" value="{{.Next}}">
<label for="token">Token</label>
<input id="token" name="token" type="password" autocomplete="current-password" required autofocus>
<button>Sign in</button>
</form>
</main></body></html>
`))

// askForToken answers whoever is not signed in: with a page where one is asked for.
func (s *Server) askForToken(c *echo.Context) error {
	r := c.Request()
	if r.Method != http.MethodGet || !strings.Contains(r.Header.Get("Accept"), "text/html") {
		return problem(http.StatusUnauthorized, "token", "this server asks for its token: sign in on its page, or send it as a bearer token")
	}
	return sendSignIn(c, r.URL.RequestURI(), false)
}

func sendSignIn(c *echo.Context, next string, wrong bool) error {
	raw := make([]byte, 16)
	if _, err := rand.Read(raw); err != nil {
		return err
	}
	nonce := base64.RawStdEncoding.EncodeToString(raw)
	var page strings.Builder
	if err := signInPage.Execute(&page, map[string]any{"Nonce": nonce, "Next": next, "Wrong": wrong}); err != nil {
		return err
	}
	h := c.Response().Header()
	h.Set("Content-Security-Policy", "default-src 'none'; style-src 'nonce-"+nonce+"'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'")
	h.Set("Cache-Control", "no-store")
	return c.HTML(http.StatusUnauthorized, page.String())
}

// signIn takes the token from the page, or from the address, where it does not stay.
func (s *Server) signIn(c *echo.Context) error {
	next := here(c.FormValue("next"))
	if !s.accepts(c, c.FormValue("token")) {
		return sendSignIn(c, next, true)
	}
	c.SetCookie(&http.Cookie{Name: sessionCookie, Value: session(s.opts.Token), Path: "/", HttpOnly: true, Secure: overTLS(c.Request()), SameSite: http.SameSiteLaxMode, MaxAge: 90 * 24 * 3600})
	return c.Redirect(http.StatusSeeOther, next)
}

// here is an address on this server, and on no other.
func here(address string) string {
	u, err := url.Parse(address)
	if err != nil || u.Scheme != "" || u.Host != "" || u.Opaque != "" || !strings.HasPrefix(u.Path, "/") || strings.HasPrefix(u.Path, "//") || strings.ContainsRune(address, '\\') {
		return "/"
	}
	query := u.Query()
	query.Del("token")
	u.RawQuery = query.Encode()
	return u.RequestURI()
}

// tokenInAddress signs somebody in who opened an address with the token in it.
func (s *Server) tokenInAddress(c *echo.Context) (bool, error) {
	r := c.Request()
	token := c.QueryParam("token")
	if token == "" || r.Method != http.MethodGet {
		return false, nil
	}
	r.Form = url.Values{"token": {token}, "next": {r.URL.RequestURI()}}
	return true, s.signIn(c)
}
