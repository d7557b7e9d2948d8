package server_test

import (
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/server"
)

// Nobody undoes in another's name, whatever a request says about who it is from.
func TestNobodyUndoesInAnothersName(t *testing.T) {
	c, s := start(t, server.Options{})
	status, r, _ := c.send("changes", 0, `[{"type":"setName","id":"hive","name":"Bee box"}]`)
	require.Equal(t, http.StatusOK, status)
	require.Contains(t, r.Undo, "Bee box")
	eve := &client{t: t, url: c.url, who: "ada", next: 100} // the same name and id in the body, without the cookie
	status, _, problem := eve.send("undo", 1, `[]`)
	require.Equal(t, http.StatusNotFound, status)
	require.Equal(t, "there is nothing of yours to undo", problem["detail"])

	id, signature, ok := strings.Cut(strings.TrimPrefix(c.authors["ada"], "lexeon_author="), ".")
	require.True(t, ok)
	for name, cookie := range map[string]string{
		"unsigned":               id,
		"another's signature":    id + "." + strings.Repeat("0", len(signature)),
		"no id":                  "." + signature,
		"signed as another text": id + "x." + signature,
		"nonsense":               "%00\"<script>",
	} {
		eve.authors = map[string]string{"ada": "lexeon_author=" + cookie}
		status, _, _ = eve.send("undo", 1, `[]`)
		require.Equal(t, http.StatusNotFound, status, name)
	}

	// Another server on the same database knows who is who.
	srv, err := server.New(s, server.Options{})
	require.NoError(t, err)
	other := httpServer(t, srv)
	again := &client{t: t, url: other, who: "ada", next: 200, authors: c.authors}
	status, _, problem = again.send("undo", 1, `[]`)
	require.Equal(t, http.StatusOK, status, "%v", problem)
}

// The id of an author is told to nobody, and read by no script.
func TestIdsOfAuthorsAreToldToNobody(t *testing.T) {
	c, _ := start(t, server.Options{})
	_, header, _ := c.do("GET", "/", nil)
	require.Contains(t, header.Get("Set-Cookie"), "lexeon_author=")
	require.Contains(t, header.Get("Set-Cookie"), "HttpOnly")
	id, _, _ := strings.Cut(strings.TrimPrefix(c.authors["ada"], "lexeon_author="), ".")
	require.Len(t, id, 16)
	_, header, _ = c.do("GET", "/", nil)
	require.Empty(t, header.Get("Set-Cookie"), "who is known stays who that is")
	status, _, _ := c.send("changes", 0, `[{"type":"setName","id":"hive","name":"Bee box"}]`)
	require.Equal(t, http.StatusOK, status)
	status, _, _ = c.do("POST", "/api/projects/p/presence", []byte(`{"window":"w","author":{"name":"Ada"},"diagram":"lots","subject":""}`))
	require.Equal(t, http.StatusOK, status)
	ben := &client{t: t, url: c.url, who: "ben"}
	for _, path := range []string{"/api/projects/p", "/api/projects/p/history", "/api/projects/p/log?since=0", "/api/projects"} {
		_, _, body := ben.do("GET", path, nil)
		require.NotContains(t, string(body), id, path)
	}
}
