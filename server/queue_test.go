package server_test

import (
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/server"
)

type queueAnswer struct {
	Outcomes []struct {
		ClientID string
		Revision int64
		Again    bool
		Problem  *struct {
			Code, Detail string
			Conflict     *struct{ Row, Field, Theirs, Yours string }
		}
	}
	Revision int64
	Log      []struct {
		Revision int64
		ClientID string
	}
	Whole   bool
	Program string
}

func (c *client) queue(t *testing.T, body string) queueAnswer {
	t.Helper()
	status, _, data := c.do("POST", "/api/projects/p/queue", []byte(strings.Replace(body, "{", `{"author":{"id":"ada","name":"Ada"},"changeVersion":1,`, 1)))
	require.Equal(t, 200, status, "%s", data)
	var a queueAnswer
	require.NoError(t, json.Unmarshal(data, &a))
	return a
}

// A queue is answered step by step, with what was logged since the revision that the
// page knows; sent again after a lost answer, nothing is done twice.
func TestQueueOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	steps := `{"since":0,"steps":[
		{"clientId":"a","writer":"left","base":0,"changes":[{"type":"setName","id":"hive","name":"Bee box"}]},
		{"clientId":"b","writer":"left","base":0,"changes":[{"type":"setName","id":"nobody","name":"Nothing"}]},
		{"clientId":"c","writer":"left","base":0,"changes":[{"type":"addElement","id":"frame","kind":"class","name":"Frame"}]},
		{"clientId":"d","writer":"left","base":0,"undoes":"c"},
		{"clientId":"e","writer":"left","base":0,"undoes":"d","redo":true}]}`
	a := c.queue(t, steps)
	require.Len(t, a.Outcomes, 5)
	require.Equal(t, "missing", a.Outcomes[1].Problem.Code)
	require.EqualValues(t, 4, a.Revision)
	require.Len(t, a.Log, 4)
	require.Equal(t, "e", a.Log[3].ClientID)
	require.NotEmpty(t, a.Program)
	again := c.queue(t, steps)
	require.EqualValues(t, 4, again.Revision)
	require.True(t, again.Outcomes[0].Again)

	other := c.queue(t, `{"since":4,"steps":[
		{"clientId":"x","writer":"right","base":0,"changes":[{"type":"setDefinition","id":"hive","text":"A box."}]},
		{"clientId":"y","writer":"right","base":0,"changes":[{"type":"setName","id":"hive","name":"Skep"}]}]}`)
	require.Nil(t, other.Outcomes[0].Problem)
	require.Equal(t, "conflict", other.Outcomes[1].Problem.Code)
	require.Equal(t, "name", other.Outcomes[1].Problem.Conflict.Field)
	require.Equal(t, "hive", other.Outcomes[1].Problem.Conflict.Row)
	require.Equal(t, "“Bee box”", other.Outcomes[1].Problem.Conflict.Theirs)
	require.Len(t, other.Log, 1)

	status, _, data := c.do("POST", "/api/projects/p/queue", []byte(`{"author":{"id":"ada"},"changeVersion":99,"since":0,"steps":[]}`))
	require.Equal(t, 409, status)
	require.Contains(t, string(data), `"otherProgram"`)
	for body, want := range map[string]string{
		`{"author":{"id":"ada"},"writer":"","changeVersion":1,"since":0,"steps":[]}`:                                                                                                 "writer",
		`{"author":{"id":"ada"},"writer":"w w","changeVersion":1,"since":0,"steps":[]}`:                                                                                              "writer",
		`{"author":{"id":"ada"},"changeVersion":1,"since":0,"steps":[` + strings.Repeat(`{"clientId":"a","writer":"w","base":0},`, 100) + `{"clientId":"a","writer":"w","base":0}]}`: "at most 100",
	} {
		status, _, data := c.do("POST", "/api/projects/p/queue", []byte(body))
		require.GreaterOrEqual(t, status, 400)
		require.Contains(t, string(data), want)
	}
	status, _, _ = c.do("POST", "/api/projects/none/queue", []byte(`{"author":{"id":"ada"},"changeVersion":1,"since":0,"steps":[{"clientId":"a","writer":"w","base":0,"changes":[]}]}`))
	require.Equal(t, 404, status)
}

// A page fetches the rows once, packed, and afterwards only what was logged.
func TestRowsAndLogOverHTTP(t *testing.T) {
	c, s := start(t, server.Options{})
	c.send("changes", 0, `[{"type":"setName","id":"hive","name":"Bee box"}]`)
	status, header, data := c.do("GET", "/api/projects/p/rows", nil)
	require.Equal(t, 200, status)
	require.Equal(t, "1", header.Get("Lexeon-Revision"))
	m, err := model.Unpack(data)
	require.NoError(t, err)
	v, err := s.Current(t.Context(), "p")
	require.NoError(t, err)
	require.True(t, m.Equal(v.Model))
	c.send("changes", 1, `[{"type":"setName","id":"hive","name":"Hive"}]`)
	var log queueAnswer
	c.get("/api/projects/p/log?since=1", &log)
	require.Len(t, log.Log, 1)
	require.EqualValues(t, 2, log.Revision)
	_, err = s.Compact(t.Context(), "p", 0)
	require.NoError(t, err)
	var gone queueAnswer
	c.get("/api/projects/p/log?since=1", &gone)
	require.True(t, gone.Whole)
	status, _, _ = c.do("GET", "/api/projects/p/log?since=x", nil)
	require.Equal(t, 422, status)
	status, _, data = c.do("POST", "/api/projects/p/changes", []byte(`{"clientId":"late","author":{"id":"ben"},"base":0,"changes":[{"type":"setName","id":"hive","name":"Skep"}]}`))
	require.Equal(t, 409, status)
	require.Contains(t, string(data), `"tooOld"`)
}
