package server_test

import (
	"bytes"
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/server"
)

func TestBriefOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	type view struct {
		Sections []struct {
			ID, Title, Text string
			Sentences       []struct {
				ID     string
				Number int
				Traces []struct{ Title string }
				Marks  []struct{ Text, Candidate, Tell string }
			}
		}
		Candidates []struct {
			Key   string
			Kinds []struct{ Kind string }
		}
		Coverage struct{ Sentences, Covered, Partly int }
		Rows     []struct {
			There   bool
			Changes json.RawMessage
		}
	}
	var brief view
	c.get("/api/projects/p/brief", &brief)
	require.Len(t, brief.Sections, 3)
	require.Equal(t, 29, brief.Coverage.Sentences)
	require.Equal(t, 26, brief.Coverage.Covered)
	first := brief.Sections[0]
	edited := strings.Replace(first.Text, "A beekeeper keeps one or more apiaries.", "A beekeeper keeps one or more apiaries. Apiaries have names.", 1)
	body, err := json.Marshal(map[string]string{"section": first.ID, "text": edited, "seed": "s"})
	require.NoError(t, err)
	take(t, c, ask(t, c, "brief", string(body)))
	var after view
	c.get("/api/projects/p/brief", &after)
	require.Equal(t, edited, after.Sections[0].Text)
	require.Equal(t, first.Sentences[2].ID, after.Sections[0].Sentences[2].ID)
	require.Equal(t, 30, after.Coverage.Sentences)
	require.Equal(t, 26, after.Coverage.Covered, "what stems from the others stays")
	var history []struct {
		Edits []struct{ Before, After string }
	}
	c.get("/api/projects/p/brief/history", &history)
	require.Len(t, history, 1)
	require.Equal(t, "Apiaries have names.", history[0].Edits[0].After)

	take(t, c, ask(t, c, "candidate", `{"key":"noun motorway","kind":"class","seed":"s"}`))
	take(t, c, ask(t, c, "candidate", `{"key":"noun van","reject":true,"seed":"s"}`))
	c.get("/api/projects/p/brief", &after)
	require.Equal(t, 26, after.Coverage.Covered)
	require.Equal(t, 3, after.Coverage.Partly, "the motorway is there, and what is said of it is not")
	status, _, data := c.do("POST", "/api/projects/p/previews/candidate", []byte(`{"key":"noun unicorn","kind":"class"}`))
	require.Equal(t, 404, status, "%s", data)

	large, err := json.Marshal(map[string]string{"title": "x", "text": strings.Repeat("All is well. ", 400_000), "seed": "s"})
	require.NoError(t, err)
	status, _, data = c.do("POST", "/api/projects/p/previews/brief", large)
	require.Equal(t, 413, status, "%s", data)
	require.Contains(t, string(data), "a section of the brief takes at most 1 MB")
	status, _, data = c.do("POST", "/api/projects/p/previews/brief", []byte(`{"title":"x","text":" ","seed":"s"}`))
	require.Equal(t, 422, status, "%s", data)
}

func TestActivitiesOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	type view struct {
		Rows []struct {
			ID, Performer, Outputs string
			Questions              []string
			Shown                  []struct{ Where string }
		}
		Flows, Uncovered int
	}
	var table view
	c.get("/api/projects/p/activities", &table)
	require.Len(t, table.Rows, 10)
	require.Equal(t, 1, table.Uncovered)
	require.NotEmpty(t, table.Rows[0].Shown)
	require.Equal(t, []string{"shelf count"}, table.Rows[4].Questions)

	var derived struct {
		Diagram string
		IsNew   bool
		Pieces  []struct {
			ID, Title, State string
			Wanted           bool
		}
		Changes json.RawMessage
	}
	status, _, data := c.do("POST", "/api/projects/p/previews/derivation", []byte(`{"view":"context","accept":[]}`))
	require.Equal(t, 200, status, "%s", data)
	require.NoError(t, json.Unmarshal(data, &derived))
	require.Equal(t, "context", derived.Diagram)
	require.False(t, derived.IsNew)
	var open []string
	for _, p := range derived.Pieces {
		if p.State != "same" {
			open = append(open, p.ID)
			require.Equal(t, "recall notice, from Heatherfold Honey Cooperative to Retailer", p.Title)
		}
	}
	require.Len(t, open, 1)
	body, err := json.Marshal(map[string]any{"view": "context", "accept": open, "seed": "s"})
	require.NoError(t, err)
	take(t, c, ask(t, c, "derivation", string(body)))
	c.get("/api/projects/p/activities", &table)
	require.Zero(t, table.Uncovered)
	status, _, data = c.do("POST", "/api/projects/p/previews/derivation", []byte(`{"view":"sideways"}`))
	require.Equal(t, 422, status, "%s", data)

	status, header, csv := c.do("GET", "/api/projects/p/activities.csv", nil)
	require.Equal(t, 200, status)
	require.Contains(t, header.Get("Content-Disposition"), "activities.csv")
	status, _, data = c.do("POST", "/api/projects/p/previews/table?seed=again", csv)
	require.Equal(t, 200, status, "%s", data)
	require.Equal(t, 10, strings.Count(string(data), `"addElement"`))
	status, _, data = c.do("POST", "/api/projects/p/previews/table?seed=x", bytes.Repeat([]byte("a,b\n"), 100_000))
	require.Equal(t, 413, status, "%s", data)
	status, _, data = c.do("POST", "/api/projects/p/previews/activity", []byte(`{"id":"activity-01","processing":"perhaps"}`))
	require.Equal(t, 422, status, "%s", data)
	require.Contains(t, string(data), "neither yes nor no")
	status, _, data = c.do("POST", "/api/projects/p/previews/activity", []byte(`{"id":"activity-01","sentences":[99]}`))
	require.Equal(t, 422, status, "%s", data)
	take(t, c, ask(t, c, "activity", `{"id":"row","new":true,"performer":"Driver","name":"drive","outputs":"parcel to Retailer","processing":"no","sentences":[23],"seed":"row"}`))
	c.get("/api/projects/p/activities", &table)
	require.Equal(t, "parcel to Retailer", table.Rows[10].Outputs)
}

func TestSidesAreLedElsewhereOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	take(t, c, ask(t, c, "side", `{"line":"at-keeps","side":"to","to":"at-hive"}`))
	titles := []string{}
	for _, g := range sceneOf(t, c, "lots").Groups {
		titles = append(titles, g.Title)
	}
	require.Contains(t, strings.Join(titles, "; "), "Hive")
	status, _, data := c.do("POST", "/api/projects/p/previews/side", []byte(`{"line":"at-keeps","side":"to","x":3,"y":4}`))
	require.Equal(t, 422, status, "%s", data)
	require.Contains(t, string(data), "needs a shape at both ends")
	line := "level-1-flow-1-beekeeper-sends-delivery-note-to-receive-lot"
	take(t, c, ask(t, c, "side", `{"line":"`+line+`","side":"from","x":-140,"y":90}`))
	for _, g := range sceneOf(t, c, "level-1").Groups {
		if g.ID == line {
			require.Equal(t, "data flow: the frame sends \"delivery note\" to \"Receive lot\"", g.Title)
			require.InDelta(t, -140, g.Route[0].X, 1)
			require.InDelta(t, 90, g.Route[0].Y, 1)
			return
		}
	}
	require.Fail(t, "not drawn")
}

func TestLevelsOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	a := ask(t, c, "level", `{"do":"open","process":"process-trace-recall","view":"","seed":"s"}`)
	take(t, c, a)
	var overview struct {
		Diagrams []struct{ ID, About, Number, Title string }
	}
	c.get("/api/projects/p", &overview)
	diagram := ""
	for _, d := range overview.Diagrams {
		if d.About == "process-trace-recall" {
			diagram = d.ID
			require.Equal(t, "5 Trace recall", d.Title)
		}
	}
	var owed []struct {
		Flow, Name string
		In         bool
	}
	c.get("/api/projects/p/diagrams/"+diagram+"/owed", &owed)
	require.Len(t, owed, 4)
	place := ask(t, c, "placement", `{"kind":"process","name":"Find lots","diagram":"`+diagram+`","seed":"n"}`)
	take(t, c, place)
	take(t, c, ask(t, c, "level", `{"do":"takeUp","flow":"`+owed[0].Flow+`","process":"`+place.Element+`","diagram":"`+diagram+`","seed":"s"}`))
	c.get("/api/projects/p/diagrams/"+diagram+"/owed", &owed)
	require.Len(t, owed, 3)
	sceneOf(t, c, diagram).box(t, "process 5.1 Find lots")

	status, _, data := c.do("POST", "/api/projects/p/previews/level", []byte(`{"do":"move","process":"process-cooperative","parent":"process-grade-lot"}`))
	require.Equal(t, 422, status, "%s", data)
	take(t, c, ask(t, c, "level", `{"do":"move","process":"process-dispatch-jars","parent":"process-trace-recall","seed":"m"}`))
	sceneOf(t, c, diagram).box(t, "process 5.2 Dispatch jars")
	take(t, c, ask(t, c, "level", `{"do":"renumber","diagram":"level-1","order":["process-settle-payments"],"seed":"m"}`))
	sceneOf(t, c, "level-1").box(t, "process 1 Settle payments")
	take(t, c, ask(t, c, "level", `{"do":"again","placed":"context-entity-beekeeper","seed":"m"}`))
	status, _, data = c.do("POST", "/api/projects/p/previews/level", []byte(`{"do":"dance"}`))
	require.Equal(t, 422, status, "%s", data)
	take(t, c, ask(t, c, "level", `{"do":"close","process":"process-trace-recall"}`))
	status, _, _ = c.do("GET", "/api/projects/p/diagrams/"+diagram+"/scene", nil)
	require.Equal(t, 404, status)
}

func TestDictionaryAndLexiconOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	var dictionary struct {
		Items   []struct{ ID, Name, Problem string }
		Stores  []struct{ Name string }
		Missing []string
	}
	c.get("/api/projects/p/dictionary", &dictionary)
	require.Len(t, dictionary.Stores, 4)
	require.Contains(t, dictionary.Missing, "send blend")
	var way struct {
		Items []string
		Steps []struct{ Name, From, To, Level string }
	}
	c.get("/api/projects/p/lineage?item=residue%20value", &way)
	require.Len(t, way.Steps, 2)
	require.Equal(t, "test result", way.Steps[0].Name)
	status, _, _ := c.do("GET", "/api/projects/p/lineage?item=", nil)
	require.Equal(t, 422, status)
	var events struct {
		Events  []struct{ Problems []string }
		Missing []struct{ Name string }
	}
	c.get("/api/projects/p/event-list", &events)
	require.Len(t, events.Events, 5)
	require.Empty(t, events.Missing)
	for _, e := range events.Events {
		require.Empty(t, e.Problems)
	}
	var uses struct {
		Rejected  []string
		Uses      []struct{ What string }
		Sentences []struct{ Number int }
	}
	c.get("/api/projects/p/terms/term-beekeeper", &uses)
	require.Equal(t, []string{"supplier"}, uses.Rejected)
	require.Greater(t, len(uses.Sentences), 6)
	take(t, c, ask(t, c, "rename", `{"term":"term-beekeeper","name":"honey farmer"}`))
	sceneOf(t, c, "context").box(t, "external entity Honey farmer")
	status, _, data := c.do("POST", "/api/projects/p/previews/rename", []byte(`{"term":"term-hive","name":"apiary"}`))
	require.Equal(t, 409, status, "%s", data)
	status, _, csv := c.do("GET", "/api/projects/p/glossary/csv", nil)
	require.Equal(t, 200, status)
	require.Contains(t, string(csv), "honey farmer,A member of the cooperative")
	status, _, _ = c.do("GET", "/api/projects/p/glossary/exe", nil)
	require.Equal(t, 404, status)
}
