package server_test

import (
	"context"
	"fmt"
	"net/http"
	"net/http/httptest"
	"net/url"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/view"
	"lexeon/server"
	"lexeon/store"
	"lexeon/store/storetest"
)

type figures struct {
	Revision int64
	Findings map[string]int
}

func countsOf(m *model.Model) map[string]int {
	out := map[string]int{"error": 0, "warning": 0, "advice": 0, "question": 0}
	for _, f := range check.Run(m, check.All).Findings() {
		out[string(f.Severity)]++
	}
	return out
}

// Findings follow the changes, whoever asks and however many do, and whatever server made
// the changes.
func TestFindingsFollowTheNewestRevision(t *testing.T) {
	c, s := start(t, server.Options{})
	other, err := server.New(s, server.Options{})
	require.NoError(t, err)
	second := httptest.NewServer(other.Handler())
	t.Cleanup(second.Close)
	ctx := context.Background()
	var changing, asking sync.WaitGroup
	over := make(chan struct{})
	for _, url := range []string{c.url, second.URL} {
		for range 4 {
			asking.Go(func() {
				ask := &client{t: t, url: url, who: "eve"}
				last := int64(0)
				for {
					before, err := s.RevisionOf(ctx, "p")
					if err != nil {
						t.Errorf("revision: %v", err)
						return
					}
					var f figures
					ask.get("/api/projects/p/findings/figures", &f)
					if f.Revision < before || f.Revision < last {
						t.Errorf("findings at revision %d, asked at %d, after %d", f.Revision, before, last)
					}
					last = f.Revision
					select {
					case <-over:
						return
					default:
					}
				}
			})
		}
	}
	for w, url := range []string{c.url, second.URL} {
		changing.Go(func() {
			writer := &client{t: t, url: url, who: fmt.Sprint("w", w)}
			for i := range 20 {
				name := []string{"Hive", "Apiary", fmt.Sprint("Made", i)}[i%3] // some of them are findings
				status, _, problem := writer.send("changes", 0, fmt.Sprintf(`[{"type":"addElement","id":"made%d-%d","kind":"class","name":%q}]`, w, i, name))
				if status != http.StatusOK {
					t.Errorf("%d: %v", status, problem)
				}
			}
		})
	}
	changing.Wait()
	close(over)
	asking.Wait()
	v, err := s.Current(ctx, "p")
	require.NoError(t, err)
	require.EqualValues(t, 40, v.Revision)
	for _, url := range []string{c.url, second.URL} {
		var f figures
		(&client{t: t, url: url}).get("/api/projects/p/findings/figures", &f)
		require.Equal(t, figures{v.Revision, countsOf(v.Model)}, f)
	}
}

// What is checked follows a project that is deleted and made anew under the same id, and
// one whose log was shortened.
func TestFindingsOfAProjectMadeAnew(t *testing.T) {
	c, s := start(t, server.Options{})
	ctx := context.Background()
	var f figures
	for range 3 {
		_, r, _ := c.send("changes", f.Revision, `[{"type":"addElement","id":"`+fmt.Sprint("a", f.Revision)+`","kind":"class","name":"Hive"}]`)
		f.Revision = r.Revision
	}
	c.get("/api/projects/p/findings/figures", &f)
	require.EqualValues(t, 3, f.Revision)
	_, r, _ := c.send("changes", 3, `[{"type":"addElement","id":"b","kind":"class","name":"Hive"}]`)
	_, err := s.Compact(ctx, "p", 0)
	require.NoError(t, err)
	v, err := s.Current(ctx, "p")
	require.NoError(t, err)
	c.get("/api/projects/p/findings/figures", &f)
	require.Equal(t, figures{r.Revision, countsOf(v.Model)}, f)

	status, _, body := c.do("DELETE", "/api/projects/p", nil)
	require.Equal(t, http.StatusNoContent, status, "%s", body)
	status, _, _ = c.do("GET", "/api/projects/p/findings/figures", nil)
	require.Equal(t, http.StatusNotFound, status)
	require.NoError(t, s.Create(ctx, "p", "", model.Empty("Anew")))
	c.get("/api/projects/p/findings/figures", &f)
	require.Equal(t, figures{0, countsOf(model.Empty("Anew"))}, f)
}

// What was checked of a project is not told of another one that another server made under
// its id, though that is at the same revision.
func TestFindingsOfAProjectMadeAnewElsewhere(t *testing.T) {
	ctx := context.Background()
	url := storetest.URL(t)
	open := func() *store.Store {
		s, err := store.Open(ctx, url, time.Second)
		require.NoError(t, err)
		t.Cleanup(func() { require.NoError(t, s.Close()) })
		return s
	}
	s, other := open(), open()
	require.NoError(t, s.Create(ctx, "p", "", demoModel(t)))
	c := startOn(t, s, server.Options{})
	var f figures
	c.get("/api/projects/p/findings/figures", &f)
	require.Equal(t, figures{0, countsOf(demoModel(t))}, f)
	require.NoError(t, other.Delete(ctx, "p"))
	require.NoError(t, other.Create(ctx, "p", "", model.Empty("Anew")))
	c.get("/api/projects/p/findings/figures", &f)
	require.Equal(t, figures{0, countsOf(model.Empty("Anew"))}, f)
}

// The ways out of a finding are asked for by themselves, and are gone with it.
func TestMendsAreAskedFor(t *testing.T) {
	c, _ := start(t, server.Options{})
	_, r, _ := c.send("changes", 0, `[{"type":"addElement","id":"crate","kind":"class","name":"Crate"},{"type":"addPart","id":"a","owner":"crate","kind":"attribute","name":"weight","set":{"typeName":"Decimal"}},
		{"type":"addPart","id":"b","owner":"crate","kind":"attribute","name":"weight","set":{"typeName":"Decimal"}}]`)
	var findings []server.FindingView
	c.get("/api/projects/p/findings", &findings)
	require.NotEmpty(t, findings)
	twice := findings[0]
	require.Equal(t, "class/duplicate-feature", twice.Rule)
	require.True(t, twice.Mendable)
	var mends []view.WayOut
	path := "/api/projects/p/findings/mends?finding=" + url.QueryEscape(twice.ID)
	c.get(path, &mends)
	require.NotEmpty(t, mends)
	require.Equal(t, "Remove the second one", mends[0].Title)
	require.JSONEq(t, `[{"type":"delete","id":"b"}]`, string(mends[0].Changes))
	c.send("changes", r.Revision, string(mends[0].Changes))
	c.get(path, &mends)
	require.Empty(t, mends)
}
