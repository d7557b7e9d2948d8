package main

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"net/http"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

var (
	figures = flag.Bool("figures", false, "measure the running program on a large model")
	soak    = flag.Bool("soak", false, "kill servers and databases for a long time")
)

// TestFigures prints how long one change takes through HTTP, from the request to
// the last byte of the reply, with a diagram of 300 shapes open, and how much
// memory the server uses. It is no limit: `make bench` shows the figures.
func TestFigures(t *testing.T) {
	database := measured(t, func() map[string]*model.Model {
		return map[string]*model.Model{"large": modeltest.Large(2000, 3000, 300)}
	})
	cmd, address := serveProcess(t, database)
	defer func() {
		require.NoError(t, cmd.Process.Kill())
		_ = cmd.Wait() // killed
	}()
	fetch := func(method, path string, body []byte) []byte {
		req, err := http.NewRequest(method, address+path, bytes.NewReader(body))
		require.NoError(t, err)
		res, err := http.DefaultClient.Do(req)
		require.NoError(t, err)
		defer func() { require.NoError(t, res.Body.Close()) }()
		data, err := io.ReadAll(res.Body)
		require.NoError(t, err)
		require.Equal(t, 200, res.StatusCode, "%s", data)
		return data
	}
	began := time.Now()
	fetch("GET", "/api/projects/large", nil)
	fetch("GET", "/api/projects/large/diagrams/overview/scene", nil)
	t.Logf("figure: opening the project and its diagram of 300 shapes: %v", time.Since(began).Round(time.Millisecond))
	var took []time.Duration
	for i := range 300 {
		// A shape is moved near its place, then another one across the sheet.
		n := i / 4 * 4 % 300
		changes := []model.Change{&model.Move{ID: model.ID(fmt.Sprint("pc", n)), X: n%20*260 + i%70 + 3, Y: n/20*220 + i%50 + 1}}
		if i%4 == 3 {
			changes = []model.Change{&model.Move{ID: model.ID(fmt.Sprint("pc", n+1)), X: i*7%5000 + 3, Y: i*3%3000 + 1}}
		}
		switch i % 4 {
		case 1:
			changes = []model.Change{&model.SetName{ID: model.ID(fmt.Sprint("c", i)), Name: fmt.Sprint("Renamed ", i)}}
		case 2:
			changes = []model.Change{&model.SetEnd{ID: model.ID(fmt.Sprintf("e%dx0", i*10)), Set: model.P("multiplicity", "?")}}
		}
		body, err := json.Marshal(map[string]any{"clientId": fmt.Sprint("f", i), "author": map[string]string{"id": "f", "name": "F"}, "base": i, "changes": model.EncodeChanges(changes)})
		require.NoError(t, err)
		began := time.Now()
		data := fetch("POST", "/api/projects/large/changes", body)
		took = append(took, time.Since(began))
		var reply struct{ Revision int64 }
		require.NoError(t, json.Unmarshal(data, &reply))
		require.EqualValues(t, i+1, reply.Revision)
	}
	for kind, name := range []string{"moving a shape", "renaming a class", "changing a multiplicity", "moving a shape across the sheet, onto others"} {
		var some []time.Duration
		for i := kind; i < len(took); i += 4 {
			some = append(some, took[i])
		}
		slices.Sort(some)
		t.Logf("figure: %s: median %v, p95 %v", name, some[len(some)/2].Round(100*time.Microsecond), some[len(some)*95/100].Round(100*time.Microsecond))
	}
	slices.Sort(took)
	t.Logf("figure: one change through HTTP: median %v, p95 %v (wanted: p95 under 20 ms)", took[150].Round(100*time.Microsecond), took[285].Round(100*time.Microsecond))
	fetch("GET", "/api/projects/large/output/go", nil)
	status, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", cmd.Process.Pid))
	require.NoError(t, err)
	for line := range strings.SplitSeq(string(status), "\n") {
		if strings.HasPrefix(line, "VmRSS") || strings.HasPrefix(line, "VmHWM") {
			t.Logf("figure: server memory %s (wanted: under 300 MB)", strings.Join(strings.Fields(line), " "))
		}
	}
}
