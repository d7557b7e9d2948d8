package server_test

import (
	"context"
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/server"
)

// figure reads one figure; -1 where it is not told.
func figure(t *testing.T, text, name string) float64 {
	t.Helper()
	m := regexp.MustCompile(`(?m)^` + regexp.QuoteMeta(name) + ` (\S+)$`).FindStringSubmatch(text)
	if m == nil {
		return -1
	}
	v, err := strconv.ParseFloat(m[1], 64)
	require.NoError(t, err)
	return v
}

// Figures tell what happened, by route and by what came of it.
func TestFiguresAreTold(t *testing.T) {
	c, _ := serverOn(t, server.Options{})
	status, r, problem := c.send("changes", 0, addBlast)
	require.Equal(t, http.StatusOK, status, "%v", problem)
	status, _, _ = c.send("changes", r.Revision, addBlast) // it is there already
	require.Equal(t, http.StatusConflict, status)
	status, _, _ = c.do("GET", "/api/projects/nobody", nil)
	require.Equal(t, http.StatusNotFound, status)
	status, _, _ = c.do("GET", "/api/projects/p/findings", nil)
	require.Equal(t, http.StatusOK, status)

	status, _, body := c.do("GET", "/metrics", nil)
	require.Equal(t, http.StatusOK, status)
	text := string(body)
	require.EqualValues(t, 1, figure(t, text, `lexeon_changes_total{outcome="applied"}`))
	require.EqualValues(t, 1, figure(t, text, `lexeon_changes_total{outcome="refused"}`))
	require.EqualValues(t, 0, figure(t, text, `lexeon_changes_total{outcome="conflict"}`))
	require.EqualValues(t, 1, figure(t, text, `lexeon_requests_total{method="POST",route="/api/projects/:project/changes",status="200"}`))
	require.EqualValues(t, 1, figure(t, text, `lexeon_requests_total{method="POST",route="/api/projects/:project/changes",status="409"}`))
	require.EqualValues(t, 1, figure(t, text, `lexeon_requests_total{method="GET",route="/api/projects/:project",status="404"}`))
	require.EqualValues(t, 2, figure(t, text, `lexeon_request_seconds_count{method="POST",route="/api/projects/:project/changes"}`))
	require.EqualValues(t, 1, figure(t, text, `lexeon_check_seconds_count`))
	require.EqualValues(t, 0, figure(t, text, `lexeon_streams`))
	require.EqualValues(t, 1, figure(t, text, `lexeon_projects_cached`))
	require.Positive(t, figure(t, text, `lexeon_database_connections`))
	require.Positive(t, figure(t, text, `go_memstats_heap_inuse_bytes`))
	require.NotContains(t, text, "nobody", "figures name no project")
}

// Where a token is asked for it is asked for figures too, but on a port of their own.
func TestFiguresAskForTheToken(t *testing.T) {
	const token = "a-long-enough-token"
	c, srv, _ := serverAt(t, server.Options{AllowedHosts: []string{"model.example"}, Token: token})
	status, _, _ := c.do("GET", "/metrics", nil)
	require.Equal(t, http.StatusUnauthorized, status)
	status, _, body := c.do("GET", "/metrics", nil, "Authorization", "Bearer "+token)
	require.Equal(t, http.StatusOK, status)
	require.EqualValues(t, 0, figure(t, string(body), "lexeon_sign_ins_failed_total"))
	c.do("GET", "/api/projects", nil, "Authorization", "Bearer wrong")

	h := httptest.NewServer(srv.Watching())
	t.Cleanup(h.Close)
	own := &client{t: t, url: h.URL, who: "ada"}
	status, _, body = own.do("GET", "/metrics", nil)
	require.Equal(t, http.StatusOK, status)
	require.EqualValues(t, 1, figure(t, string(body), "lexeon_sign_ins_failed_total"))
	for path, want := range map[string]int{"/health": 200, "/ready": 200, "/api/projects": 404, "/": 404} {
		status, _, _ = own.do("GET", path, nil)
		require.Equal(t, want, status, path)
	}
}

// A request has an id: that of a proxy in front where it is one, or else a new one.
func TestRequestsHaveIDs(t *testing.T) {
	c, _ := serverOn(t, server.Options{})
	_, header, _ := c.do("GET", "/api/projects", nil)
	require.Regexp(t, `^[a-z0-9]{16}$`, header.Get("X-Request-Id"))
	_, header, _ = c.do("GET", "/api/projects", nil, "X-Request-Id", "edge-7.41")
	require.Equal(t, "edge-7.41", header.Get("X-Request-Id"))
	for _, bad := range []string{strings.Repeat("x", 65), "a b", "a\tb", `"quoted"`, "<b>"} {
		_, header, _ = c.do("GET", "/api/projects", nil, "X-Request-Id", bad)
		require.Regexp(t, `^[a-z0-9]{16}$`, header.Get("X-Request-Id"), bad)
	}
}

// A mistake of the server is logged once with the id of the request, and whoever asked is
// told the same id; a client that has gone is no mistake.
func TestMistakesAreLoggedWithTheirRequest(t *testing.T) {
	log := server.Logged(t)
	c, db := serverOn(t, server.Options{})
	db.MustExec("ALTER TABLE changes RENAME COLUMN summary TO told")
	status, header, body := c.do("GET", "/api/projects/p/history", nil)
	require.Equal(t, http.StatusInternalServerError, status)
	id := header.Get("X-Request-Id")
	var p map[string]any
	require.NoError(t, json.Unmarshal(body, &p))
	require.Equal(t, id, p["request"])
	require.Contains(t, p["detail"], id)
	for range 20 {
		c.do("GET", "/api/projects/p/history", nil)
	}
	require.Equal(t, 1, strings.Count(log.String(), "request failed"), log.String())
	require.Contains(t, log.String(), "request="+id)
	require.Contains(t, log.String(), "path=/api/projects/p/history")

	ctx, end := context.WithCancel(context.Background())
	req, err := http.NewRequestWithContext(ctx, "GET", c.url+"/api/projects/p/log?since=0", nil)
	require.NoError(t, err)
	tx := db.MustBegin()
	tx.MustExec("LOCK TABLE projects IN ACCESS EXCLUSIVE MODE")
	go func() { // the client goes while the server waits, however busy the machine is
		defer end()
		for range 500 {
			var waiting int
			if db.Get(&waiting, "SELECT count(*) FROM pg_stat_activity WHERE datname = current_database() AND wait_event_type = 'Lock'") != nil || waiting > 0 {
				return
			}
			time.Sleep(20 * time.Millisecond)
		}
	}()
	_, err = http.DefaultClient.Do(req)
	require.ErrorIs(t, err, context.Canceled)
	require.NoError(t, tx.Rollback())
	require.Eventually(t, func() bool {
		_, _, body := c.do("GET", "/metrics", nil)
		return figure(t, string(body), `lexeon_requests_total{method="GET",route="/api/projects/:project/log",status="499"}`) == 1
	}, 10*time.Second, 20*time.Millisecond)
	require.NotContains(t, log.String(), "does not answer")
}
