package view

import (
	"cmp"
	"encoding/json"
	"path"
	"slices"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// Output is what a target made, each file and each note with the element that it comes from.
type Output struct {
	Files []OutputFile `json:"files"`
	Notes []OutputNote `json:"notes"`
	// Problems are what the rules of the target find in the model, the gravest first; whoever has the check fills them in.
	Problems []OutputProblem `json:"problems"`
}

// OutputProblem is a finding that speaks of what a target makes of a model.
type OutputProblem struct {
	Severity string   `json:"severity"`
	Rule     string   `json:"rule"`
	Message  string   `json:"message"`
	From     *Origin  `json:"from,omitempty"`
	Mends    []WayOut `json:"mends,omitempty"`
}

// WayOut is a mend of a finding, with the changes that it takes.
type WayOut struct {
	Title   string          `json:"title"`
	Changes json.RawMessage `json:"changes"`
}

// Problem adds one.
func (o *Output) Problem(m *model.Model, severity, rule, message string, subject model.ID, mends []WayOut) {
	p := OutputProblem{Severity: severity, Rule: rule, Message: message, Mends: mends}
	if m.Row(subject) != nil {
		from := originOf(m, subject)
		p.From = &from
	}
	o.Problems = append(o.Problems, p)
}

// OutputFile is one file; From is the element that it was made from, if it is one.
type OutputFile struct {
	Path    string  `json:"path"`
	Content string  `json:"content"`
	From    *Origin `json:"from,omitempty"`
	// Parts are the lines that were made from what belongs to that element; all others are of itself.
	Parts []OutputPart `json:"parts,omitempty"`
}

// OutputPart is an element with its lines.
type OutputPart struct {
	From  Origin      `json:"from"`
	Lines []OutputRun `json:"lines"`
}

// OutputRun is a run of lines of a file, counted from 1, both included.
type OutputRun struct {
	First int `json:"first"`
	Last  int `json:"last"`
}

// OutputNote tells what a target could not hold, or how it settled it.
type OutputNote struct {
	Message string  `json:"message"`
	From    *Origin `json:"from,omitempty"`
}

// OutputOf is an output as a page shows it.
func OutputOf(m *model.Model, made generate.Output) Output {
	from := func(id model.ID) *Origin {
		if id == "" || m.Row(id) == nil {
			return nil
		}
		o := originOf(m, id)
		return &o
	}
	out := Output{Problems: []OutputProblem{}, Files: make([]OutputFile, len(made.Files)), Notes: make([]OutputNote, len(made.Notes))}
	for i, f := range made.Files {
		out.Files[i] = OutputFile{f.Path, f.Content, from(f.Subject), outputParts(m, f)}
	}
	slices.SortStableFunc(out.Files, func(x, y OutputFile) int { // the files of a folder stand together, before those in it
		return cmp.Or(strings.Compare(path.Dir(x.Path), path.Dir(y.Path)), strings.Compare(path.Base(x.Path), path.Base(y.Path)))
	})
	for i, n := range made.Notes {
		out.Notes[i] = OutputNote{n.Message, from(n.Subject)}
	}
	return out
}

// outputParts are the lines of a file, sorted by what they were made from, in the order in which that is met first.
func outputParts(m *model.Model, f generate.File) (out []OutputPart) {
	at := map[model.ID]int{}
	for _, s := range f.Lines {
		i, known := at[s.Element]
		if !known {
			if m.Row(s.Element) == nil {
				continue
			}
			i = len(out)
			at[s.Element] = i
			out = append(out, OutputPart{From: originOf(m, s.Element)})
		}
		out[i].Lines = append(out[i].Lines, OutputRun{s.From, s.To})
	}
	return out
}
