package server_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/server"
)

type asked struct {
	Changes  json.RawMessage
	Elements []string
	Left     int
	Element  string
}

// ask posts to a reading route and gives what it answers.
func ask(t *testing.T, c *client, path, body string) asked {
	t.Helper()
	status, _, data := c.do("POST", "/api/projects/p/previews/"+path, []byte(body))
	require.Equal(t, 200, status, "%s", data)
	var out asked
	require.NoError(t, json.Unmarshal(data, &out))
	return out
}

// take submits what was answered, at the newest revision.
func take(t *testing.T, c *client, a asked) {
	t.Helper()
	var now struct{ Revision int64 }
	c.get("/api/projects/p", &now)
	status, _, problem := c.send("changes", now.Revision, string(a.Changes))
	require.Equal(t, 200, status, "%v", problem)
}

type drawing struct {
	Groups []struct {
		ID, Subject, Title string
		Route              []struct{ X, Y int }
		Box                *struct{ X, Y, W, H int }
	}
}

func sceneOf(t *testing.T, c *client, diagram string) drawing {
	t.Helper()
	var d drawing
	c.get("/api/projects/p/diagrams/"+diagram+"/scene", &d)
	return d
}

func (d drawing) box(t *testing.T, title string) (x, y int) {
	t.Helper()
	for _, g := range d.Groups {
		if g.Title == title {
			return g.Box.X, g.Box.Y
		}
	}
	require.Fail(t, "not drawn", title)
	return 0, 0
}

func TestArrangingOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	a := ask(t, c, "arrangement", `{"diagram":"lots","how":"top","placements":["at-blend","at-hive","at-test-result"]}`)
	take(t, c, a)
	d := sceneOf(t, c, "lots")
	_, blend := d.box(t, "class Blend")
	for _, other := range []string{"class Hive", "class TestResult"} {
		_, y := d.box(t, other)
		require.Equal(t, blend, y, other)
	}
	take(t, c, ask(t, c, "arrangement", `{"diagram":"lots","how":"layers"}`))
	d = sceneOf(t, c, "lots")
	_, item := d.box(t, "abstract class TraceableItem")
	_, lot := d.box(t, "class HoneyLot")
	require.Less(t, item, lot, "the general stands above")
	require.Equal(t, "[]", string(ask(t, c, "arrangement", `{"diagram":"lots","how":"layers"}`).Changes), "arranged already")
	for body, want := range map[string]int{`{"diagram":"none","how":"layers"}`: 404, `{"diagram":"lots","how":"upside down"}`: 422, `{"diagram":"lots","who":"x"}`: 422} {
		status, _, _ := c.do("POST", "/api/projects/p/previews/arrangement", []byte(body))
		require.Equal(t, want, status, body)
	}
}

func TestCopyingOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	status, _, _ := c.send("changes", 0, `[{"type":"addDiagram","id":"other","kind":"classDiagram","name":"Other"}]`)
	require.Equal(t, 200, status)
	both := `"from":"lots","placements":["at-apiary","at-hive","at-stand-in"]`
	a := ask(t, c, "copy", `{`+both+`,"to":"other","asNew":false,"dx":-20,"dy":0,"seed":"s"}`)
	require.ElementsMatch(t, []string{"apiary", "hive", "stand-in"}, a.Elements)
	take(t, c, a)
	require.Len(t, sceneOf(t, c, "other").Groups, 5, "frame, line, two shapes, and their legend")
	again := ask(t, c, "copy", `{`+both+`,"to":"other","asNew":false,"seed":"t"}`)
	require.Empty(t, again.Elements)
	require.Equal(t, 2, again.Left, "both elements were there already")
	take(t, c, ask(t, c, "copy", `{`+both+`,"to":"other","asNew":true,"dx":300,"seed":"u"}`))
	d := sceneOf(t, c, "other")
	d.box(t, "class Hive copy")
	status, _, _ = c.do("POST", "/api/projects/p/previews/copy", []byte(`{`+both+`,"to":"none","seed":"v"}`))
	require.Equal(t, 404, status)
}

func TestPastedTextOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	text, err := json.Marshal("Frame\nwidth: Integer\n\nenumeration Wood\npine = 1\n\nHive is made of 8..10 Frame")
	require.NoError(t, err)
	a := ask(t, c, "cards", fmt.Sprintf(`{"diagram":"lots","text":%s,"x":40,"y":900,"seed":"s"}`, text))
	require.Len(t, a.Elements, 3, "two elements and a relationship; the hive is there")
	take(t, c, a)
	d := sceneOf(t, c, "lots")
	x, y := d.box(t, "class Frame")
	require.Equal(t, [2]int{40, 900}, [2]int{x, y})
	d.box(t, "enumeration Wood")
	var found bool
	for _, g := range d.Groups {
		found = found || strings.Contains(g.Title, "Hive is made of 8..10 \"Frame\"")
	}
	require.True(t, found)
	for body, want := range map[string]int{`{"diagram":"lots","text":"  "}`: 422, `{"diagram":"lots","text":"` + strings.Repeat(`x\n\n`, 300) + `"}`: 413,
		`{"diagram":"lots","text":"` + strings.Repeat("x", 300) + `"}`: 413} {
		status, _, data := c.do("POST", "/api/projects/p/previews/cards", []byte(body))
		require.Equal(t, want, status, "%.80s: %s", body, data)
	}
}

func TestShowingATermWithItsRelations(t *testing.T) {
	c, _ := start(t, server.Options{})
	status, _, _ := c.send("changes", 0, `[{"type":"addDiagram","id":"other","kind":"classDiagram","name":"Other"}]`)
	require.Equal(t, 200, status)
	take(t, c, ask(t, c, "placement", `{"subject":"apiary","diagram":"other","x":200,"y":100,"seed":"s"}`))
	take(t, c, ask(t, c, "placement", `{"subject":"hive","diagram":"other","x":200,"y":400,"seed":"t"}`))
	require.Len(t, sceneOf(t, c, "other").Groups, 4, "frame, two shapes, legend: no relation unasked")
	more := ask(t, c, "placement", `{"subject":"hive","diagram":"other","relations":true,"seed":"u"}`)
	take(t, c, more)
	require.Len(t, sceneOf(t, c, "other").Groups, 5)
	none := ask(t, c, "placement", `{"subject":"hive","diagram":"other","relations":true,"seed":"v"}`)
	require.Equal(t, "[]", string(none.Changes))
}

func TestNotesAreAnchoredFromEitherSide(t *testing.T) {
	c, _ := start(t, server.Options{})
	take(t, c, ask(t, c, "placement", `{"kind":"note","name":"Who weighs it?\nThe clerk.","diagram":"lots","x":900,"y":100,"seed":"s"}`))
	var note string
	for _, g := range sceneOf(t, c, "lots").Groups {
		if g.Title == "note Who weighs it? The clerk." {
			note = g.Subject
		}
	}
	require.NotEmpty(t, note)
	for i, pair := range [][2]string{{note, "honey-lot"}, {"grade", note}} {
		status, _, data := c.do("POST", "/api/projects/p/previews/connection", []byte(fmt.Sprintf(`{"from":%q,"to":%q,"diagram":"lots","seed":"c%d"}`, pair[0], pair[1], i)))
		require.Equal(t, 200, status, "%s", data)
		var options []struct {
			Title   string
			Changes json.RawMessage
		}
		require.NoError(t, json.Unmarshal(data, &options))
		require.Len(t, options, 1, "a note is about something, and nothing else")
		require.Contains(t, options[0].Title, "This note is about")
		take(t, c, asked{Changes: options[0].Changes})
	}
	status, _, data := c.do("POST", "/api/projects/p/previews/connection", []byte(fmt.Sprintf(`{"from":%q,"to":"","diagram":"lots","seed":"d"}`, note)))
	require.Equal(t, 200, status)
	require.Equal(t, "[]\n", string(data), "on empty paper there is nothing that it could be about")
}
