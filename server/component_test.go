package server_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/server"
)

func TestComponentsOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	type row struct{ Title string }
	var table struct {
		Components []struct {
			Name, In string
			Provides []struct {
				Name string
				To   []row
			}
			Requires []struct {
				Name   string
				From   []row
				Chosen bool
			}
			Breaks []string
		}
		Circles [][]row
	}
	c.get("/api/projects/p/components", &table)
	require.Len(t, table.Components, 8)
	require.Empty(t, table.Circles)
	blend := table.Components[0]
	require.Equal(t, "Blend planner", blend.Name)
	require.Equal(t, []row{{"Settlement"}}, blend.Provides[0].To)
	require.Equal(t, []string{"Settlement gets no BlendPlanning"}, blend.Breaks)

	post := func(path, body string, into any) {
		t.Helper()
		status, _, data := c.do("POST", "/api/projects/p/previews/"+path, []byte(body))
		require.Equal(t, 200, status, string(data))
		require.NoError(t, json.Unmarshal(data, into))
	}
	// What is open already is told; what is not is made, with what is in it.
	var inside struct {
		Changes json.RawMessage
		Diagram string
	}
	post("inside", `{"component":"c-trace","seed":"s"}`, &inside)
	require.JSONEq(t, "[]", string(inside.Changes))
	post("inside", `{"component":"c-blend","seed":"s"}`, &inside)
	status, _, _ := c.send("changes", 0, string(inside.Changes))
	require.Equal(t, 200, status)
	var scene struct{ Groups []struct{ Title string } }
	c.get("/api/projects/p/diagrams/"+inside.Diagram+"/scene", &scene)
	require.Contains(t, scene.Groups, struct{ Title string }{"class Recipe"})
	status, _, _ = c.do("POST", "/api/projects/p/previews/inside", []byte(`{"component":"hive","seed":"s"}`))
	require.Equal(t, 404, status)

	// What fits is offered, also from a port.
	var options []struct{ Title, Statement string }
	post("connection", `{"from":"c-settle","to":"c-trace","diagram":"components","seed":"s"}`, &options)
	require.Equal(t, "Settlement gets LotLookup from Traceability", options[0].Title)
	post("connection", `{"from":"port-lookup","fromAt":"c-trace","to":"c-index","diagram":"components","seed":"s"}`, &options)
	require.Equal(t, "What comes to Traceability (at lookup) for LotLookup is passed on to Lot index", options[0].Title)
	post("connection", `{"from":"c-settle","to":"","x":900,"y":900,"diagram":"components","seed":"s"}`, &options)
	require.Equal(t, "Settlement requires New interface (whoever provides it)", options[0].Title)

	// A class that is held proposes what follows.
	var offers []struct{ Title string }
	post("offers", `{"component":"c-blend","diagram":"components","seed":"s"}`, &offers)
	require.Empty(t, offers, "all is said already")
	status, _, _ = c.send("changes", 1, `[{"type":"delete","id":"blend-provides-blend-planning"}]`)
	require.Equal(t, 200, status)
	post("offers", `{"component":"c-blend","diagram":"components","seed":"s"}`, &offers)
	require.Equal(t, "Blend planner provides BlendPlanning: BlendPlanner realizes it", offers[0].Title)

	// A part is in something, and says what it is.
	status, _, data := c.do("POST", "/api/projects/p/previews/placement", []byte(`{"kind":"componentPart","name":"left","diagram":"components","seed":"s"}`))
	require.Equal(t, 422, status)
	require.Contains(t, string(data), "A part is inside of a component")
	status, _, data = c.do("POST", "/api/projects/p/previews/placement", []byte(`{"kind":"componentPart","name":"left : Nothing %s","diagram":"`+inside.Diagram+`","seed":"s"}`))
	require.Equal(t, 422, status)
	require.Contains(t, string(data), "There is no component called Nothing %s yet")
	status, _, _ = c.do("POST", "/api/projects/p/previews/placement", []byte(`{"kind":"componentPart","name":"left : Label printer","diagram":"`+inside.Diagram+`","seed":"s"}`))
	require.Equal(t, 200, status)

	var entry struct {
		Component struct {
			Ports  []struct{ Name string }
			Breaks []string
		}
		Held []struct{ Name string }
	}
	c.get("/api/projects/p/entries/c-trace", &entry)
	require.Len(t, entry.Component.Ports, 2)
	require.Len(t, entry.Held, 3)
	var output struct{ Files []struct{ Path string } }
	c.get("/api/projects/p/output/components", &output)
	require.Contains(t, output.Files, struct{ Path string }{"wiring/wiring.go"})
}
