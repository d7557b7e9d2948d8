package main

import (
	"encoding/json"
	"fmt"
	"io"
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/visible"
)

// sentenceRead is how a sentence is understood; Problem says why it is not.
type sentenceRead struct {
	Sentence string        `json:"sentence"`
	Readings []readingRead `json:"readings"`
	Problem  string        `json:"problem,omitempty"`
}

// readingRead is one way to understand a sentence: strict statements, and what is said of the
// features of classifiers, with what each would make.
type readingRead struct {
	Statements []string      `json:"statements"`
	Features   []featureRead `json:"features,omitempty"`
	New        []newRead     `json:"new"`
	texts      []string
}

type featureRead struct {
	Of    string     `json:"of"`
	Kind  model.Kind `json:"kind"`
	Names []string   `json:"names"`
	Type  string     `json:"type,omitempty"`
	// Traits is what is said of attributes beside their names, by those.
	Traits map[string]notation.Trait `json:"traits,omitempty"`
}

type newRead struct {
	Name string     `json:"name"`
	Kind model.Kind `json:"kind"`
}

var spokenOf = map[string]notation.Scope{
	"class": {Classes: true}, "use-case": {Cases: true}, "data-flow": {Flows: true}, "component": {Components: true},
}

// stateDry says how sentences are understood, the likeliest way first.
func stateDry(m *model.Model, diagram, kind, format string, sentences []string, out, errs io.Writer) int {
	scope, known := spokenOf[kind]
	if kind != "" && !known {
		return fail(errs, fmt.Errorf("-on is class, use-case, data-flow or component, not %q", kind))
	}
	if format != "text" && format != "json" {
		return fail(errs, fmt.Errorf("-format is text or json, not %q", format))
	}
	if kind == "" && (diagram != "" || len(m.Diagrams()) == 1) {
		on, err := findDiagram(m, diagram)
		if err != nil {
			return fail(errs, err)
		}
		scope = notation.ScopeOf(m, on)
	}
	read := make([]sentenceRead, len(sentences))
	for i, text := range sentences {
		read[i] = readSentence(m, text, scope)
	}
	if format == "json" {
		enc := json.NewEncoder(out)
		enc.SetIndent("", "  ")
		enc.SetEscapeHTML(false)
		if err := enc.Encode(read); err != nil {
			return fail(errs, err)
		}
		return exitOK
	}
	for _, r := range read {
		fmt.Fprintln(out, visible.Text(r.Sentence))
		if r.Problem != "" {
			fmt.Fprintln(out, "  not understood:", visible.Text(r.Problem))
		}
		for i, way := range r.Readings {
			lead := "  "
			if i > 0 {
				lead = "  or "
			}
			fmt.Fprintln(out, lead+visible.Text(strings.Join(way.texts, "; ")))
			for _, n := range way.New {
				fmt.Fprintln(out, "    makes the", n.Kind.Title(), visible.Text(n.Name))
			}
		}
	}
	return exitOK
}

func readSentence(m *model.Model, text string, scope notation.Scope) sentenceRead {
	out := sentenceRead{Sentence: text, Readings: []readingRead{}}
	ways, err := notation.Understand(m, text, scope)
	if err != nil {
		out.Problem = err.Error()
		return out
	}
	for _, w := range ways {
		r := readingRead{Statements: []string{}, New: []newRead{}, texts: w.Texts(m)}
		for _, c := range w.Clauses {
			if f := c.Features; f != nil {
				r.Features = append(r.Features, featureRead{Of: f.Of.Name, Kind: f.Kind, Names: f.Names, Type: f.Type.Name, Traits: f.Traits})
				continue
			}
			r.Statements = append(r.Statements, c.Text(m))
		}
		for _, n := range w.New() {
			r.New = append(r.New, newRead{n.Name, n.Kind})
		}
		out.Readings = append(out.Readings, r)
	}
	return out
}
