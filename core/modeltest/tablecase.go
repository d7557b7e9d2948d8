package modeltest

import (
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// TableCase is a small model with the tables that follow from it.
type TableCase struct {
	Heading, Input, Plan string
	Model                *model.Model
	Options              map[string]string
}

// TableCases reads a file of them. A case begins with "== what it shows", perhaps with options in
// brackets; behind a line of dashes stands the plan.
func TableCases(t testing.TB, file string) (out []TableCase) {
	t.Helper()
	data, err := os.ReadFile(file)
	require.NoError(t, err)
	for text := range strings.SplitSeq(strings.TrimPrefix(string(data), "== "), "\n== ") {
		c := TableCase{Options: map[string]string{"of": "all", "inheritance": "joined", "enumerations": "check", "keys": "natural", "names": "snake"}}
		heading, rest, _ := strings.Cut(text, "\n")
		c.Heading = heading
		c.Input, c.Plan, _ = strings.Cut(rest, "\n---\n")
		if _, options, ok := strings.Cut(strings.TrimSuffix(heading, "]"), " ["); ok {
			for o := range strings.FieldsSeq(options) {
				name, value, _ := strings.Cut(o, "=")
				c.Options[name] = value
			}
		}
		c.Model = builtStored(t, c.Input)
		out = append(out, c)
	}
	return out
}

// builtStored makes a model of lines as Build takes them; "constraint Class: text" adds a constraint,
// "abstract Class" says so, "nary name: 1 A, * B, * C" is an association of three.
func builtStored(t testing.TB, text string) *model.Model {
	var lines, later []string
	for line := range strings.Lines(text) {
		line = strings.TrimRight(line, "\n")
		if first, _, _ := strings.Cut(line, " "); first == "constraint" || first == "abstract" || first == "nary" {
			later = append(later, line)
		} else {
			lines = append(lines, line)
		}
	}
	m := Build(t, lines...)
	class := func(name string) model.ID { return m.Named(name, model.Class)[0].ID }
	for i, line := range later {
		first, rest, _ := strings.Cut(line, " ")
		of, body, _ := strings.Cut(rest, ": ")
		switch first {
		case "abstract":
			m = Edit(t, m, []model.Change{&model.SetClassifier{ID: class(rest), Set: model.P("abstract", true)}})
		case "nary":
			c := &model.Connect{ID: "nary", Kind: model.Association, Name: of}
			for n, e := range strings.Split(body, ", ") {
				bounds, name, _ := strings.Cut(e, " ")
				c.Ends = append(c.Ends, model.NewEnd{ID: model.ID(fmt.Sprint("nary-", n)), Type: class(name), Set: model.P("multiplicity", bounds)})
			}
			m = Edit(t, m, []model.Change{c})
		case "constraint":
			id := model.ID(fmt.Sprint("constraint", i))
			m = Edit(t, m, []model.Change{&model.AddElement{ID: id, Kind: model.Constraint, Set: model.P("body", body)},
				&model.Connect{ID: id + "-at", Kind: model.Anchor, Source: id, Target: class(of)}})
		}
	}
	return m
}
