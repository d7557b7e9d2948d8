package server_test

import (
	"bufio"
	"context"
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/server"
	"lexeon/store"
	"lexeon/store/storetest"
)

// process is one server process on a database, with its event stream.
func process(t *testing.T, url string) (*client, *server.Server) {
	t.Helper()
	s, err := store.Open(context.Background(), url, 10*time.Second)
	require.NoError(t, err)
	srv, err := server.New(s, server.Options{})
	require.NoError(t, err)
	ctx, stop := context.WithCancel(context.Background())
	listening := make(chan struct{})
	go func() { srv.Listen(ctx); close(listening) }()
	h := httptest.NewServer(srv.Handler())
	t.Cleanup(func() {
		stop()
		<-listening
		h.CloseClientConnections()
		h.Close()
		require.NoError(t, s.Close())
	})
	return &client{t: t, url: h.URL, who: "ada"}, srv
}

// listen opens an event stream and gives its lines.
func listen(t *testing.T, url string) <-chan string {
	t.Helper()
	ctx, cancel := context.WithCancel(context.Background())
	t.Cleanup(cancel)
	req, err := http.NewRequestWithContext(ctx, "GET", url+"/api/events?project=p", nil)
	require.NoError(t, err)
	answer, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	require.Equal(t, 200, answer.StatusCode)
	require.Equal(t, "text/event-stream", answer.Header.Get("Content-Type"))
	lines := make(chan string, 100)
	go func() {
		defer close(lines)
		defer answer.Body.Close()
		for scan := bufio.NewScanner(answer.Body); scan.Scan(); {
			if text, ok := strings.CutPrefix(scan.Text(), "data: "); ok {
				lines <- text
			}
		}
	}()
	return lines
}

// expect waits for an event that holds a text.
func expect(t *testing.T, lines <-chan string, text string) {
	t.Helper()
	for over := time.After(20 * time.Second); ; {
		select {
		case line, ok := <-lines:
			require.True(t, ok, "the stream ended before %s", text)
			if strings.Contains(line, text) {
				return
			}
		case <-over:
			require.Fail(t, "no such event", text)
		}
	}
}

// Two server processes on one database show the same changes and the same people.
func TestEventsReachOtherProcesses(t *testing.T) {
	url := storetest.URL(t)
	one, _ := process(t, url)
	two, _ := process(t, url)
	s, err := store.Open(context.Background(), url, time.Second)
	require.NoError(t, err)
	require.NoError(t, s.Create(context.Background(), "p", "", demoModel(t)))
	t.Cleanup(func() { require.NoError(t, s.Close()) })

	first, second := listen(t, one.url), listen(t, two.url)
	expect(t, first, `"revision":0`)
	expect(t, second, `"revision":0`)
	require.Eventually(t, func() bool { // both listen by now
		status, _, _ := one.do("POST", "/api/projects/p/presence", []byte(`{"window":"w1","author":{"id":"ada","name":"Ada"},"diagram":"lots","subject":""}`))
		return status == 200
	}, 10*time.Second, 50*time.Millisecond)
	expect(t, second, `"name":"Ada"`)
	status, _, _ := one.send("changes", 0, `[{"type":"setName","id":"hive","name":"Bee box"}]`)
	require.Equal(t, 200, status)
	expect(t, first, `"revision":1`)
	expect(t, second, `"revision":1`)
	var entry struct{ Name string }
	two.get("/api/projects/p/entries/hive", &entry)
	require.Equal(t, "Bee box", entry.Name)
	status, _, _ = two.do("POST", "/api/projects/p/presence", []byte(`{"window":"w2","author":{"id":"ben","name":"Ben"},"diagram":"lots","subject":"hive"}`))
	require.Equal(t, 200, status)
	expect(t, first, `"subject":"hive"`)
	status, _, _ = two.do("POST", "/api/projects/p/presence", []byte(`{"window":"w2","author":{"id":"ben","name":"Ben"},"leaving":true}`))
	require.Equal(t, 200, status)
	expect(t, first, `{"project":"p","present":[{"mark":"`)
}

// Who is there is told by marks: nobody learns the id of a window, with which it could be
// moved or closed, and nobody moves or closes it who knows it all the same.
func TestPresenceTellsMarks(t *testing.T) {
	c, _ := process(t, storetest.URL(t))
	status, _, answer := c.do("POST", "/api/import?id=p", interchange.WriteFile(demoModel(t)))
	require.Equal(t, 201, status, "%s", answer)
	lines := listen(t, c.url)
	expect(t, lines, `"revision":0`)
	const here = `{"window":"window-of-ada","author":{"name":"Ada"},"diagram":"lots","subject":""}`
	status, _, answer = c.do("POST", "/api/projects/p/presence", []byte(here))
	require.Equal(t, 200, status)
	var own struct{ Mark string }
	require.NoError(t, json.Unmarshal(answer, &own))
	require.Len(t, own.Mark, 16)
	expect(t, lines, `{"mark":"`+own.Mark+`","name":"Ada"`)

	stranger := &client{t: t, url: c.url, who: "carl"}
	for _, body := range []string{`{"window":"window-of-ada","author":{"name":"Carl"},"leaving":true}`, strings.ReplaceAll(here, "lots", "hives")} {
		status, _, _ = stranger.do("POST", "/api/projects/p/presence", []byte(body))
		require.Equal(t, 200, status)
	}
	stream := listen(t, c.url)
	for line := range stream {
		require.NotContains(t, line, "window-of-ada")
		if strings.Contains(line, `"present"`) {
			require.Contains(t, line, `{"mark":"`+own.Mark+`","name":"Ada","diagram":"lots"`)
			break
		}
	}
}

// A stream ends when the server shuts down, so that it can.
func TestStreamsEndAtShutdown(t *testing.T) {
	s := storetest.Open(t)
	require.NoError(t, s.Create(context.Background(), "p", "", demoModel(t)))
	srv, err := server.New(s, server.Options{})
	require.NoError(t, err)
	h := httptest.NewUnstartedServer(nil)
	h.Config = srv.HTTPServer()
	h.Start()
	lines := listen(t, h.URL)
	expect(t, lines, `"revision":0`)
	ctx, cancel := context.WithTimeout(context.Background(), 10*time.Second)
	defer cancel()
	require.NoError(t, h.Config.Shutdown(ctx))
	for range lines { // it is closed
	}
}

func TestBadStreamsAndPresence(t *testing.T) {
	c, _ := start(t, server.Options{})
	for _, path := range []string{"/api/events", "/api/events?project=a%20b", "/api/events?" + strings.Repeat("project=p&", 41)} {
		status, _, _ := c.do("GET", path, nil)
		require.Equal(t, 422, status, path)
	}
	for _, body := range []string{`{"window":"","author":{"id":"ada"}}`, `{"window":"w","author":{"id":"a"},"diagram":"<b>"}`,
		`{"window":"w","author":{"id":"a","name":"` + strings.Repeat("x", 81) + `"}}`} {
		status, _, _ := c.do("POST", "/api/projects/p/presence", []byte(body))
		require.Equal(t, 422, status, body)
	}
	status, _, _ := c.do("POST", "/api/projects/none/presence", []byte(`{"window":"w","author":{"id":"a"}}`))
	require.Equal(t, 200, status, "a project that is gone has nobody in it")
}
