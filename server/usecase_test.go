package server_test

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/view"
	"lexeon/server"
)

type caseAnswer struct {
	Name  string
	Text  string
	Steps []struct {
		ID, Number, Text, Doer, Rest, Includes string
	}
	Alternatives []struct{ Label, Condition, Rejoin, Ends string }
	Parts        []struct{ ID, Name, Part string }
	Subjects     []struct{ ID, Name, Line string }
}

func TestUseCasesOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	var list struct {
		Cases     []struct{ ID, Name string }
		Proposals []struct{ Key, Name, Actor string }
		Starters  []struct{ Key string }
	}
	c.get("/api/projects/p/use-cases", &list)
	require.Len(t, list.Cases, 10)
	require.GreaterOrEqual(t, len(list.Starters), 3)
	var u caseAnswer
	c.get("/api/projects/p/use-cases/use-register-delivery", &u)
	require.Len(t, u.Steps, 5)
	require.Equal(t, "Beekeeper", u.Steps[0].Doer)
	require.Equal(t, "hands over the honey lot with the delivery note", u.Steps[0].Rest)
	require.Equal(t, "use-identify-lots", u.Steps[2].Includes)
	require.Equal(t, "system", u.Steps[3].Doer)
	require.Len(t, u.Alternatives, 3)
	require.NotEmpty(t, u.Subjects[0].Line)

	// Typing the steps: what stays is the same step.
	body, err := json.Marshal(map[string]string{"useCase": "use-register-delivery", "text": strings.Replace(u.Text, "4 System gives", "Somebody sweeps the floor\n4 System gives", 1), "seed": "t"})
	require.NoError(t, err)
	take(t, c, ask(t, c, "steps", string(body)))
	var next caseAnswer
	c.get("/api/projects/p/use-cases/use-register-delivery", &next)
	require.Len(t, next.Steps, 6)
	require.Equal(t, u.Steps[3].ID, next.Steps[4].ID)
	require.Equal(t, "Somebody sweeps the floor", next.Steps[3].Text)
	status, _, data := c.do("POST", "/api/projects/p/previews/steps", []byte(`{"useCase":"use-register-delivery","text":"1 a\n8a b","seed":"t"}`))
	require.Equal(t, 422, status, "%s", data)
	require.Contains(t, string(data), "Line 2: there is no step 8")
	status, _, _ = c.do("GET", "/api/projects/p/use-cases/hive", nil)
	require.Equal(t, 404, status)
}

func TestProposedUseCasesOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	take(t, c, asked{Changes: json.RawMessage(`[{"type":"delete","id":"use-trace-a-recall"},{"type":"delete","id":"actor-food-inspector"}]`)})
	var list []struct{ Key, Name, Actor string }
	c.get("/api/projects/p/use-case-proposals", &list)
	key := ""
	for _, p := range list {
		if p.Actor == "Food inspector" {
			key = p.Key
		}
	}
	require.NotEmpty(t, key, "%v", list)
	take(t, c, ask(t, c, "use-case", `{"proposal":"`+key+`","diagram":"use-cases","seed":"s"}`))
	titles := []string{}
	for _, g := range sceneOf(t, c, "use-cases").Groups {
		titles = append(titles, g.Title)
	}
	require.Contains(t, titles, "actor Food inspector")
	status, _, data := c.do("POST", "/api/projects/p/previews/use-case", []byte(`{"proposal":"`+key+`","seed":"s"}`))
	require.Equal(t, 404, status, "%s", data)
	var a struct {
		Changes json.RawMessage
		Diagram string
	}
	status, _, data = c.do("POST", "/api/projects/p/previews/use-case-set", []byte(`{"starter":"records","seed":"z"}`))
	require.Equal(t, 200, status, "%s", data)
	require.NoError(t, json.Unmarshal(data, &a))
	take(t, c, asked{Changes: a.Changes})
	require.Greater(t, len(sceneOf(t, c, a.Diagram).Groups), 8)
}

// A new use case goes into the boundary that it is placed in.
func TestPlacingIntoABoundary(t *testing.T) {
	c, _ := start(t, server.Options{})
	take(t, c, ask(t, c, "placement", `{"kind":"useCase","name":"Weigh jars","diagram":"use-cases","beside":"use-plan-blend","seed":"s"}`))
	var list struct {
		Cases []struct{ ID, Name string }
	}
	c.get("/api/projects/p/use-cases", &list)
	for _, x := range list.Cases {
		if x.Name == "Weigh jars" {
			var u caseAnswer
			c.get("/api/projects/p/use-cases/"+x.ID, &u)
			require.NotEmpty(t, u.Subjects[0].Line)
			return
		}
	}
	require.Fail(t, "not made")
}

// Whoever types on an old text is told, and nothing is written over unseen.
func TestOldTextsAreRefused(t *testing.T) {
	c, _ := start(t, server.Options{})
	status, _, data := c.do("POST", "/api/projects/p/previews/steps", []byte(`{"useCase":"use-print-labels","text":"1 a","was":"1 something else","seed":"s"}`))
	require.Equal(t, 409, status, "%s", data)
	require.Contains(t, string(data), "Somebody else changed these steps")
	var u caseAnswer
	c.get("/api/projects/p/use-cases/use-print-labels", &u)
	body, err := json.Marshal(map[string]string{"useCase": "use-print-labels", "text": "1 a", "was": u.Text, "seed": "s"})
	require.NoError(t, err)
	take(t, c, ask(t, c, "steps", string(body)))
	var sections struct {
		Sections []struct{ ID, Text string }
	}
	c.get("/api/projects/p/brief", &sections)
	first := sections.Sections[0]
	body, err = json.Marshal(map[string]string{"section": first.ID, "text": "New.", "was": first.Text + " More.", "seed": "s"})
	require.NoError(t, err)
	status, _, data = c.do("POST", "/api/projects/p/previews/brief", body)
	require.Equal(t, 409, status, "%s", data)
	body, err = json.Marshal(map[string]string{"section": first.ID, "text": first.Text + " More.", "was": first.Text, "seed": "s"})
	require.NoError(t, err)
	take(t, c, ask(t, c, "brief", string(body)))
}

// What is made inside of a folder is in the package; the entry offers the others.
func TestPackagesOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	take(t, c, asked{Changes: json.RawMessage(`[{"type":"addElement","id":"k1","kind":"package","name":"Keeping"},{"type":"addElement","id":"k2","kind":"package","name":"Bees"},
		{"type":"moveInto","id":"k2","package":"k1"},{"type":"place","id":"pk1","diagram":"lots","subject":"k1","x":3000,"y":3000}]`)})
	take(t, c, ask(t, c, "placement", `{"kind":"class","name":"Queen","diagram":"lots","x":3060,"y":3070,"seed":"s"}`))
	queen := ""
	for _, g := range sceneOf(t, c, "lots").Groups {
		if g.Title == "class Queen" {
			queen = g.Subject
		}
	}
	require.NotEmpty(t, queen)
	var entry view.Entry
	c.get("/api/projects/p/entries/"+queen, &entry)
	at := slices.IndexFunc(entry.Parts, func(p view.EntryPart) bool { return len(p.Fields) == 1 && p.Fields[0].Label == "In the package" })
	require.GreaterOrEqual(t, at, 0)
	field := entry.Parts[at].Fields[0]
	require.Equal(t, "k1", field.Value)
	titles := []string{}
	for _, p := range field.Choices {
		titles = append(titles, p.Title)
	}
	require.Equal(t, []string{"none", "Keeping", "Keeping::Bees"}, titles)
	var folder struct{ Packages []struct{ ID string } }
	c.get("/api/projects/p/entries/k1", &folder)
	require.Empty(t, folder.Packages, "a package is in none of its own")
	var now struct{ Revision int64 }
	c.get("/api/projects/p", &now)
	status, _, problem := c.send("changes", now.Revision, `[{"type":"moveInto","id":"k1","package":"k2"}]`)
	require.NotEqual(t, 200, status)
	require.Contains(t, fmt.Sprint(problem), "cannot be in itself")
}
