package interchange_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// Property: import(export(m)) is m, and export(import(file)) is byte-identical.
func TestFileRoundTrip(t *testing.T) {
	for seed := range uint64(25) {
		m := modeltest.Model(seed, 200)
		file := interchange.WriteFile(m)
		back, err := interchange.ReadFile(file)
		require.NoError(t, err, "%s", file)
		require.True(t, m.Equal(back))
		require.Equal(t, string(file), string(interchange.WriteFile(back)))
	}
}

const small = `{
  "format": "lexeon",
  "version": 1,
  "project": {"name": "Small", "colour": {"a": 1, "b": [1.50, "<x>"]}},
  "terms": [
    {"id": "t1", "name": "Hive", "note": null}
  ],
  "elements": [
    {"id": "hive", "kind": "class", "name": "Hive", "term": "t1", "later": true, "parts": [
      {"id": "a1", "kind": "attribute", "order": "1", "name": "row", "typeName": "Integer", "unit": "1e5"},
      {"id": "o1", "kind": "operation", "order": "2", "name": "open"},
      {"id": "p1", "kind": "parameter", "owner": "o1", "order": "1", "name": "by", "hint": 1e5}
    ]}
  ],
  "relationships": [
    {"id": "r1", "kind": "association", "name": "beside", "weight": 0.10, "ends": [
      {"id": "e1", "kind": "end", "order": "1", "type": "hive", "multiplicity": "?", "side": "left"},
      {"id": "e2", "kind": "end", "order": "2", "name": "other", "type": "hive", "multiplicity": "0..1"}
    ]}
  ],
  "diagrams": [
    {"id": "d1", "kind": "classDiagram", "name": "Row", "theme": "plain", "placements": [
      {"id": "l1", "subject": "hive", "x": 10, "y": 20, "pinned": true}
    ]}
  ],
  "aaa": {"k": "\u003c"},
  "zzz": 1
}
`

func TestUnknownMembersSurviveAtEveryLevel(t *testing.T) {
	m, err := interchange.ReadFile([]byte(small))
	require.NoError(t, err)
	want := strings.Replace(small, `"\u003c"`, `"<"`, 1)
	require.Equal(t, want, string(interchange.WriteFile(m)))
	require.Equal(t, "by", m.Children("o1")[0].Name)
}

func TestProblemsNameLineAndPath(t *testing.T) {
	cases := []struct{ name, old, new, message string }{
		{"not JSON", `"version": 1,`, `"version": 1;`, "line 3: this is not JSON"},
		{"cut off", "  \"zzz\": 1\n}\n", "", "the file ends too early"},
		{"text after the end", "\"zzz\": 1\n}\n", "\"zzz\": 1\n}\n{}", "after the end"},
		{"duplicate member", `"name": "Small",`, `"name": "Small", "name": "Twice",`, `line 4: the member "name" is given twice`},
		{"other format", `"format": "lexeon"`, `"format": "other"`, "not a model file"},
		{"newer version", `"version": 1`, `"version": 2`, "line 3, version: the file has version 2"},
		{"wrong type", `"name": "beside"`, `"name": 7`, "line 16, relationships[0].name: name: expected text, found number"},
		{"duplicate id", `"id": "p1"`, `"id": "a1"`, "line 12, elements[0].parts[2]: the id \"a1\" is used before, at elements[0].parts[0] in line 10"},
		{"missing reference", `"subject": "hive"`, `"subject": "wasp"`, "line 23, diagrams[0].placements[0].subject"},
		{"unknown kind", `"kind": "class"`, `"kind": "gadget"`, `line 9, elements[0].kind: "gadget" is not a kind of element`},
		{"bad multiplicity", `"multiplicity": "0..1"`, `"multiplicity": "few"`, "line 18, relationships[0].ends[1].multiplicity"},
		{"fraction of a pixel", `"x": 10`, `"x": 1.5`, "whole number"},
		{"a list expected", `"diagrams": [`, `"diagrams": {}, "more": [`, "line 21, diagrams: expected a list"},
		{"control character", `"name": "open"`, `"name": "o\u0000n"`, "U+0000"},
		{"hidden character", `"name": "open"`, `"name": "o\u202en"`, "U+202E, a character that nobody sees: o‹U+202E›n"},
		{"half a character", `"name": "open"`, `"name": "o\ud800n"`, `\ud800 is half of a character`},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			require.Contains(t, small, c.old)
			_, err := interchange.ReadFile([]byte(strings.Replace(small, c.old, c.new, 1)))
			require.ErrorContains(t, err, c.message)
		})
	}
	_, err := interchange.ReadFile([]byte(strings.NewReplacer(`"subject": "hive"`, `"subject": "wasp"`, `"few"`, "", `"kind": "class"`, `"kind": "gadget"`).Replace(small)))
	require.GreaterOrEqual(t, len(err.(interchange.Faults)), 2, "every problem is told, not only the first")
	_, err = interchange.ReadFile([]byte(strings.Repeat("[", 100000)))
	require.ErrorContains(t, err, "nested deeper")
	_, err = interchange.ReadFile([]byte("{\"format\": \"lexeon\xff\"}"))
	require.ErrorContains(t, err, "UTF-8")
}

func FuzzReadFile(f *testing.F) {
	f.Add([]byte(small))
	f.Add(interchange.WriteFile(modeltest.Model(3, 60)))
	f.Add([]byte(`{"format":"lexeon","version":1,"project":{"name":"x","file":{"a":1}},"id":1}`))
	f.Fuzz(func(t *testing.T, data []byte) {
		m, err := interchange.ReadFile(data)
		if err != nil {
			return
		}
		file := interchange.WriteFile(m)
		back, err := interchange.ReadFile(file)
		require.NoError(t, err)
		require.Equal(t, string(file), string(interchange.WriteFile(back)))
		_, _, inverse, err := model.Edit(m, nil)
		require.NoError(t, err)
		require.Len(t, inverse, 1)
	})
}
