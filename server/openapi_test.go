package server_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/server"
	"lexeon/store/storetest"
)

// describe fetches the description of the interface.
func describe(t *testing.T, c *client) map[string]any {
	t.Helper()
	var d map[string]any
	c.get("/api/openapi.json", &d)
	require.Equal(t, "3.1.0", d["openapi"])
	return d
}

// What is described is what is served: every route and nothing else, with its
// path parameters.
func TestOpenAPIDescribesEveryRoute(t *testing.T) {
	srv, err := server.New(storetest.Open(t), server.Options{})
	require.NoError(t, err)
	c, _ := start(t, server.Options{})
	described := []string{}
	for path, item := range describe(t, c)["paths"].(map[string]any) {
		for method, op := range item.(map[string]any) {
			described = append(described, strings.ToUpper(method)+" /api"+path)
			var names []string
			if params, ok := op.(map[string]any)["parameters"].([]any); ok {
				for _, p := range params {
					if p := p.(map[string]any); p["in"] == "path" {
						names = append(names, fmt.Sprint(p["name"]))
					}
				}
			}
			var want []string
			for _, m := range regexp.MustCompile(`\{(\w+)\}`).FindAllStringSubmatch(path, -1) {
				want = append(want, m[1])
			}
			require.Equal(t, want, names, path)
		}
	}
	served := []string{}
	for _, r := range srv.Routes() {
		if strings.HasPrefix(r, "GET /api/*") || !strings.Contains(r, " /api/") {
			continue
		}
		served = append(served, regexp.MustCompile(`:(\w+)`).ReplaceAllString(r, "{$1}"))
	}
	slices.Sort(described)
	slices.Sort(served)
	require.Equal(t, served, described)
	require.Greater(t, len(served), 30)
}

// The description in docs/formats, of which the page's types are made, is that of this
// server.
func TestTheDescriptionIsCurrent(t *testing.T) {
	file := filepath.Join(storetest.Root(), "docs/formats/openapi.json")
	var b bytes.Buffer
	enc := json.NewEncoder(&b)
	enc.SetIndent("", " ")
	enc.SetEscapeHTML(false)
	require.NoError(t, enc.Encode(server.Description()))
	written, err := os.ReadFile(file)
	require.NoError(t, err)
	require.Equal(t, string(written), b.String(), "run: bin/lexeon openapi >docs/formats/openapi.json")
}

// Every type of change is described, as one of those that a change can be.
func TestEveryChangeIsDescribed(t *testing.T) {
	data, err := json.Marshal(server.Description())
	require.NoError(t, err)
	var d struct {
		Components struct {
			Schemas map[string]struct {
				OneOf      []map[string]string
				Properties map[string]struct{ Const any }
			}
		}
	}
	require.NoError(t, json.Unmarshal(data, &d))
	schemas := d.Components.Schemas
	names := map[any]bool{}
	for _, ref := range schemas["Change"].OneOf {
		s, ok := schemas[strings.TrimPrefix(ref["$ref"], "#/components/schemas/")]
		require.True(t, ok, ref)
		names[s.Properties["type"].Const] = true
	}
	for _, name := range model.ChangeTypes() {
		require.True(t, names[name], name)
	}
	require.Len(t, names, len(model.ChangeTypes()))
}

// Answers hold the members that the description promises.
func TestAnswersAreAsDescribed(t *testing.T) {
	c, _ := start(t, server.Options{})
	d := describe(t, c)
	for _, path := range []string{"/rules", "/projects", "/projects/p", "/projects/p/terms", "/projects/p/findings", "/projects/p/history",
		"/projects/p/entries/hive", "/projects/p/entries/delivers", "/projects/p/diagrams/lots/scene", "/projects/p/diagrams/lots/sentences", "/projects/p/output/go", "/projects/p/output/markdown"} {
		var answer any
		c.get("/api"+path, &answer)
		matches(t, d, schemaOf(t, d, "get", path, "200"), answer, path)
	}
	for path, body := range map[string]string{
		"/projects/p/previews/statement":   `{"text":"Hive houses 1..* Colony","diagram":"lots","seed":"s"}`,
		"/projects/p/previews/features":    `{"element":"hive","text":"mass [x","seed":"s"}`,
		"/projects/p/previews/connection":  `{"from":"hive","to":"apiary","diagram":"lots","seed":"s"}`,
		"/projects/p/previews/side":        `{"line":"at-delivers","side":"to","to":"at-blend"}`,
		"/projects/p/previews/drop":        `{"diagram":"lots","placements":["at-hive"],"dx":20,"dy":-10,"seed":"s"}`,
		"/projects/p/previews/placement":   `{"kind":"class","name":"Frame","diagram":"lots","beside":"hive","seed":"s"}`,
		"/projects/p/previews/arrangement": `{"diagram":"lots","how":"layers"}`,
		"/projects/p/previews/copy":        `{"from":"lots","placements":["at-hive"],"to":"lots","asNew":true,"seed":"s"}`,
		"/projects/p/previews/starter":     `{"starter":"roles-of-a-party","diagram":"lots","seed":"s"}`,
		"/projects/p/previews/rework":      `{"kind":"split","subject":"hive","features":["hive-number"],"name":"Plate","seed":"s"}`,
		"/projects/p/previews/cards":       `{"diagram":"lots","text":"Frame\nwidth: Integer","seed":"s"}`,
		"/projects/p/changes":              `{"clientId":"x","author":{"id":"ada","name":"Ada"},"base":0,"changes":[{"type":"setName","id":"hive","name":"Bee box"}]}`,
	} {
		status, _, data := c.do("POST", "/api"+path, []byte(body))
		require.Equal(t, 200, status, "%s: %s", path, data)
		var answer any
		require.NoError(t, json.Unmarshal(data, &answer))
		matches(t, d, schemaOf(t, d, "post", path, "200"), answer, path)
	}
	status, header, data := c.do("GET", "/api/projects/none", nil)
	require.Equal(t, 404, status)
	require.Equal(t, "application/problem+json", header.Get("Content-Type"))
	var problem any
	require.NoError(t, json.Unmarshal(data, &problem))
	matches(t, d, map[string]any{"$ref": "#/components/schemas/Problem"}, problem, "problem")
}

// schemaOf finds the schema of an answer by an address that is filled in.
func schemaOf(t *testing.T, d map[string]any, method, path, status string) map[string]any {
	t.Helper()
	for pattern, item := range d["paths"].(map[string]any) {
		if !regexp.MustCompile("^" + regexp.MustCompile(`\{\w+\}`).ReplaceAllString(pattern, "[^/]+") + "$").MatchString(path) {
			continue
		}
		if op, ok := item.(map[string]any)[method].(map[string]any); ok {
			content := op["responses"].(map[string]any)[status].(map[string]any)["content"].(map[string]any)
			return content["application/json"].(map[string]any)["schema"].(map[string]any)
		}
	}
	require.Fail(t, "not described", path)
	return nil
}

// matches checks a value against the part of JSON Schema that the description
// uses: type, properties, required, items, enum and references.
func matches(t *testing.T, d, schema map[string]any, value any, at string) {
	t.Helper()
	if ref, ok := schema["$ref"].(string); ok {
		name := strings.TrimPrefix(ref, "#/components/schemas/")
		named, ok := d["components"].(map[string]any)["schemas"].(map[string]any)[name].(map[string]any)
		require.True(t, ok, "%s: no schema %s", at, name)
		matches(t, d, named, value, at)
		return
	}
	if enum, ok := schema["enum"].([]any); ok {
		require.Contains(t, enum, value, at)
	}
	var types []string
	switch s := schema["type"].(type) {
	case string:
		types = []string{s}
	case []any:
		for _, v := range s {
			types = append(types, v.(string))
		}
	}
	is := "null"
	switch v := value.(type) {
	case string:
		is = "string"
	case bool:
		is = "boolean"
	case float64:
		is = "integer"
		if v != float64(int64(v)) {
			is = "number"
		}
	case []any:
		is = "array"
		for i, item := range v {
			if items, ok := schema["items"].(map[string]any); ok {
				matches(t, d, items, item, fmt.Sprintf("%s[%d]", at, i))
			}
		}
	case map[string]any:
		is = "object"
		properties, _ := schema["properties"].(map[string]any)
		if required, ok := schema["required"].([]any); ok {
			for _, name := range required {
				require.Contains(t, v, name, at)
			}
		}
		for name, member := range v {
			if p, ok := properties[name].(map[string]any); ok {
				matches(t, d, p, member, at+"."+name)
			} else {
				require.True(t, properties == nil || schema["title"] != nil || at == "" || strings.Contains(at, "changes"), "%s.%s is not described", at, name)
			}
		}
	}
	if types != nil {
		require.Contains(t, types, is, "%s is %v", at, value)
	}
}
