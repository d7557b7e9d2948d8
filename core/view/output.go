package view

import (
	"lexeon/core/generate"
	"lexeon/core/model"
)

// Output is what a target made, each file and each note with the element that it comes from.
type Output struct {
	Files []OutputFile `json:"files"`
	Notes []OutputNote `json:"notes"`
}

// OutputFile is one file; From is the element that it was made from, if it is one.
type OutputFile struct {
	Path    string  `json:"path"`
	Content string  `json:"content"`
	From    *Origin `json:"from,omitempty"`
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
	out := Output{Files: make([]OutputFile, len(made.Files)), Notes: make([]OutputNote, len(made.Notes))}
	for i, f := range made.Files {
		out.Files[i] = OutputFile{f.Path, f.Content, from(f.Subject)}
	}
	for i, n := range made.Notes {
		out.Notes[i] = OutputNote{n.Message, from(n.Subject)}
	}
	return out
}
