package server_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/server"
)

func TestConstraintsBetweenLinesOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	status, _, data := c.do("POST", "/api/projects/p/previews/constraint", []byte(`{"diagram":"lots","lines":["delivers","keeps"],"text":"xor","seed":"s"}`))
	require.Equal(t, 200, status, string(data))
	var made struct {
		Changes    json.RawMessage
		Constraint string
	}
	require.NoError(t, json.Unmarshal(data, &made))
	status, _, problem := c.send("changes", 0, string(made.Changes))
	require.Equal(t, 200, status, problem)
	var scene struct{ Groups []struct{ Subject string } }
	c.get("/api/projects/p/diagrams/lots/scene", &scene)
	found := false
	for _, g := range scene.Groups {
		found = found || g.Subject == made.Constraint
	}
	require.True(t, found, "the constraint is drawn")

	for body, says := range map[string]string{
		`{"diagram":"lots","lines":["delivers","yields"],"text":"xor","seed":"t"}`:   "not drawn on this diagram",
		`{"diagram":"nowhere","lines":["delivers","keeps"],"text":"xor","seed":"t"}`: "diagram",
	} {
		status, _, data = c.do("POST", "/api/projects/p/previews/constraint", []byte(body))
		require.GreaterOrEqual(t, status, 400, body)
		require.Less(t, status, 500, body)
		require.Contains(t, string(data), says)
	}
}

// What objects can be connected with follows from their classes.
func TestLinksThatFitAreOffered(t *testing.T) {
	c, _ := start(t, server.Options{})
	status, _, problem := c.send("changes", 0, `[
		{"type":"addElement","id":"anna","kind":"object","name":"anna","set":{"typeName":"Beekeeper"}},
		{"type":"addElement","id":"lot17","kind":"object","name":"lot17","set":{"typeName":"HoneyLot"}},
		{"type":"addElement","id":"stray","kind":"object","name":"stray","set":{"typeName":"Price"}},
		{"type":"place","id":"at-anna","diagram":"lots","subject":"anna","x":600,"y":900},
		{"type":"place","id":"at-lot","diagram":"lots","subject":"lot17","x":900,"y":900},
		{"type":"place","id":"at-stray","diagram":"lots","subject":"stray","x":1200,"y":900}]`)
	require.Equal(t, 200, status, problem)
	offered := func(from, to string) []struct {
		Title   string
		Changes json.RawMessage
	} {
		t.Helper()
		status, _, data := c.do("POST", "/api/projects/p/previews/connection", []byte(`{"from":"`+from+`","to":"`+to+`","diagram":"lots","seed":"`+from+to+`"}`))
		require.Equal(t, 200, status, string(data))
		var out []struct {
			Title   string
			Changes json.RawMessage
		}
		require.NoError(t, json.Unmarshal(data, &out))
		return out
	}
	links := offered("lot17", "anna")
	require.Len(t, links, 2)
	require.Contains(t, links[0].Title, "A link: ")
	require.Contains(t, links[0].Title, "delivers")
	require.Equal(t, "A link of no association yet", links[1].Title)
	require.Contains(t, string(links[0].Changes), `"source":"anna"`, "it leads as the association does")

	require.Len(t, offered("anna", "stray"), 1, "no association joins their classes")
	example := offered("stray", "honey-lot")
	require.Len(t, example, 1)
	require.Contains(t, example[0].Title, "is an example of HoneyLot")
	status, _, problem = c.send("changes", 1, string(example[0].Changes))
	require.Equal(t, 200, status, problem)
	require.Len(t, offered("anna", "stray"), 2, "now one does")
}
