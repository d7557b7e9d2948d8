package server_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/server"
)

func TestReworkOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	var offers struct {
		Offers []struct{ Kind, Title string }
	}
	c.get("/api/projects/p/reworks/blend", &offers)
	require.Equal(t, "attribute-to-class", offers.Offers[0].Kind)
	c.get("/api/projects/p/reworks/none", &offers)
	require.Empty(t, offers.Offers)

	var reply struct {
		Changes json.RawMessage
		Lines   []struct {
			Added bool
			Text  string
		}
		Problem string
	}
	read := func(body string) {
		t.Helper()
		reply.Changes, reply.Lines, reply.Problem = nil, nil, ""
		status, _, data := c.do("POST", "/api/projects/p/previews/rework", []byte(body))
		require.Equal(t, 200, status, string(data))
		require.NoError(t, json.Unmarshal(data, &reply))
	}
	read(`{"kind":"merge","subject":"blend","with":"none","seed":"s"}`)
	require.Equal(t, "There is no such class or interface or data type or enumeration.", reply.Problem)
	require.JSONEq(t, "[]", string(reply.Changes))
	read(`{"kind":"attribute-to-class","subject":"hive-painted","name":"<b>Coat","seed":"s"}`)
	require.Empty(t, reply.Problem)
	require.Contains(t, string(reply.Changes), `"type":"place"`, "it is shown where the class is")
	status, _, _ := c.send("changes", 0, string(reply.Changes))
	require.Equal(t, 200, status)
	status, _, _ = c.do("POST", "/api/projects/p/previews/rework", []byte(`{"kind":5}`))
	require.Equal(t, 422, status)
}
