package server_test

import (
	"crypto/tls"
	"net/http"
	"net/http/httptest"
	"net/url"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/server"
)

const theToken = "a-long-enough-token"

func tokenServer(t *testing.T) *client {
	c, _ := start(t, server.Options{AllowedHosts: []string{"model.example"}, Token: theToken})
	return c
}

func (c *client) signIn(token, next string) (int, http.Header, string) {
	form := url.Values{"token": {token}, "next": {next}}.Encode()
	status, header, body := c.do("POST", "/sign-in", []byte(form), "Host", "model.example", "Content-Type", "application/x-www-form-urlencoded")
	return status, header, string(body)
}

func TestTokenBeyondLoopback(t *testing.T) {
	c := tokenServer(t)
	status, _, _ := c.do("GET", "/api/projects", nil, "Host", "model.example")
	require.Equal(t, 401, status)
	status, _, _ = c.do("GET", "/api/projects", nil, "Host", "model.example", "Authorization", "Bearer wrong")
	require.Equal(t, 401, status)
	status, _, _ = c.do("GET", "/api/projects", nil, "Host", "model.example:8080", "Authorization", "Bearer "+theToken)
	require.Equal(t, 200, status)
	status, _, _ = c.do("GET", "/api/projects", nil, "Host", "model.example", "Cookie", "lexeon_session="+theToken)
	require.Equal(t, 401, status, "the cookie is not the token")
}

// Who opens an address is asked on a page, comes to where that address leads, and stays
// signed in when a link from elsewhere leads back.
func TestSigningInOnThePage(t *testing.T) {
	c := tokenServer(t)
	status, header, body := c.do("GET", "/p/quarry/d/all?a=b", nil, "Host", "model.example", "Accept", "text/html,*/*")
	require.Equal(t, 401, status)
	require.Contains(t, header.Get("Content-Type"), "text/html")
	require.Contains(t, header.Get("Content-Security-Policy"), "form-action 'self'")
	require.Contains(t, string(body), `name="next" value="/p/quarry/d/all?a=b"`)
	require.Contains(t, string(body), `<label for="token">Token</label>`)

	status, _, page := c.signIn("wrong", "/p/quarry")
	require.Equal(t, 401, status)
	require.Contains(t, page, "That was not the token.")
	status, header, _ = c.signIn(theToken, "/p/quarry/d/all?a=b")
	require.Equal(t, http.StatusSeeOther, status)
	require.Equal(t, "/p/quarry/d/all?a=b", header.Get("Location"))
	cookie := header.Get("Set-Cookie")
	require.Contains(t, cookie, "HttpOnly")
	require.Contains(t, cookie, "SameSite=Lax", "a link from elsewhere leads to the page, not to a question")
	require.NotContains(t, cookie, "Secure", "over plain HTTP it would not come back")
	require.NotContains(t, cookie, theToken)
	status, _, _ = c.do("GET", "/api/projects", nil, "Host", "model.example", "Cookie", strings.Split(cookie, ";")[0])
	require.Equal(t, 200, status)
}

// A token in the address signs in, and does not stay there.
func TestTokenInTheAddress(t *testing.T) {
	c := tokenServer(t)
	status, header, _ := c.do("GET", "/p/quarry?x=1&token="+theToken, nil, "Host", "model.example")
	require.Equal(t, http.StatusSeeOther, status)
	require.Equal(t, "/p/quarry?x=1", header.Get("Location"))
	require.NotEmpty(t, header.Get("Set-Cookie"))
	status, header, _ = c.do("GET", "/?token=wrong", nil, "Host", "model.example")
	require.Equal(t, 401, status)
	require.Empty(t, header.Get("Set-Cookie"))
}

// Nobody is led to another server after signing in.
func TestSignInLeadsNowhereElse(t *testing.T) {
	c := tokenServer(t)
	for _, next := range []string{"https://evil.example/", "//evil.example", "/\\evil.example", "javascript:alert(1)", "evil", "", "http:evil", "/%0d%0aSet-Cookie:x"} {
		status, header, _ := c.signIn(theToken, next)
		require.Equal(t, http.StatusSeeOther, status)
		to, err := url.Parse(header.Get("Location"))
		require.NoError(t, err)
		require.Empty(t, to.Host, next)
		require.Empty(t, to.Scheme, next)
		require.True(t, strings.HasPrefix(header.Get("Location"), "/") && !strings.HasPrefix(header.Get("Location"), "//"), "%q: %q", next, header.Get("Location"))
	}
	_, _, page := c.signIn("wrong", `"><script>alert(1)</script>`)
	require.NotContains(t, page, "<script>")
}

// After ten wrong tokens the next wrong ones are slow; the right one is not.
func TestGuessingIsSlow(t *testing.T) {
	c := tokenServer(t)
	for range 10 {
		status, _, _ := c.signIn("wrong", "/")
		require.Equal(t, 401, status)
	}
	began := time.Now()
	status, _, _ := c.signIn("wrong", "/")
	require.Equal(t, 401, status)
	require.GreaterOrEqual(t, time.Since(began), 900*time.Millisecond)
	status, _, _ = c.signIn(theToken, "/")
	require.Equal(t, http.StatusSeeOther, status)
}

// Over TLS the cookie goes nowhere else.
func TestSecureCookie(t *testing.T) {
	_, s := start(t, server.Options{})
	srv, err := server.New(s, server.Options{AllowedHosts: []string{"127.0.0.1"}, Token: theToken})
	require.NoError(t, err)
	h := httptest.NewTLSServer(srv.Handler())
	defer h.Close()
	client := h.Client()
	client.CheckRedirect = func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }
	res, err := client.PostForm(h.URL+"/sign-in", url.Values{"token": {theToken}, "next": {"/"}})
	require.NoError(t, err)
	defer func() { require.NoError(t, res.Body.Close()) }()
	require.Contains(t, res.Header.Get("Set-Cookie"), "Secure")
}

// A browser keeps windows of other pages apart where an address is secure, and complains
// about the wish elsewhere. A proxy on this machine is believed when it says that it
// came over TLS; whoever else says so is not.
func TestOverTLS(t *testing.T) {
	_, s := start(t, server.Options{})
	srv, err := server.New(s, server.Options{AllowedHosts: []string{"models.example"}, Token: theToken})
	require.NoError(t, err)
	for _, c := range []struct {
		name, host, peer, forwarded string
		tls, apart, secure          bool
	}{
		{name: "on this machine", host: "localhost:8380", peer: "127.0.0.1:5000", apart: true},
		{name: "plain, elsewhere", host: "models.example", peer: "192.0.2.7:5000"},
		{name: "over TLS", host: "models.example", peer: "192.0.2.7:5000", tls: true, apart: true, secure: true},
		{name: "behind a proxy here", host: "models.example", peer: "127.0.0.1:5000", forwarded: "https", apart: true, secure: true},
		{name: "behind a proxy here, plain", host: "models.example", peer: "[::1]:5000", forwarded: "http"},
		{name: "somebody says so", host: "models.example", peer: "192.0.2.7:5000", forwarded: "https"},
	} {
		form := url.Values{"token": {theToken}, "next": {"/"}}.Encode()
		r := httptest.NewRequest(http.MethodPost, "/sign-in", strings.NewReader(form))
		r.Host, r.RemoteAddr = c.host, c.peer
		r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
		r.Header.Set("X-Forwarded-Proto", c.forwarded)
		if c.tls {
			r.TLS = &tls.ConnectionState{}
		}
		w := httptest.NewRecorder()
		srv.Handler().ServeHTTP(w, r)
		require.Equal(t, http.StatusSeeOther, w.Code, c.name)
		require.Equal(t, c.apart, w.Header().Get("Cross-Origin-Opener-Policy") == "same-origin", c.name)
		require.Equal(t, c.secure, strings.Contains(w.Header().Get("Set-Cookie"), "Secure"), c.name)
	}
}
