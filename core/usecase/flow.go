// Package usecase computes with use cases: the numbers of steps and alternatives,
// the text that a flow of steps is typed in, who acts in a step, what actors and
// system exchange, and what a brief or a context diagram gives reason for.
package usecase

import (
	"slices"
	"strconv"

	"lexeon/core/model"
)

// Flow is what happens in a use case: main steps, then alternatives, sorted by
// where they leave.
type Flow struct {
	UseCase      *model.Element
	Steps        []*model.Element
	Alternatives []Alternative
	number       map[model.ID]string
}

// Alternative is what happens otherwise.
type Alternative struct {
	*model.Element
	Label string // 3a, 2-4b, *a
	From  int    // first step that it leaves from, 1 is the first; 0: anywhere
	To    int    // last one
	Steps []*model.Element
}

// Of reads the flow of a use case.
func Of(m *model.Model, useCase model.ID) *Flow {
	f := &Flow{UseCase: m.Element(useCase), Steps: m.Children(useCase, model.Step), number: map[model.ID]string{}}
	place := map[model.ID]int{}
	for i, s := range f.Steps {
		place[s.ID] = i + 1
		f.number[s.ID] = strconv.Itoa(i + 1)
	}
	for _, e := range m.Children(useCase, model.Alternative) {
		a := Alternative{Element: e, Steps: m.Children(e.ID, model.Step)}
		d := e.Alternative()
		a.From = place[d.From]
		if a.To = place[d.To]; a.To <= a.From {
			a.To = a.From
		}
		f.Alternatives = append(f.Alternatives, a)
	}
	// Those that leave anywhere come last.
	slices.SortStableFunc(f.Alternatives, func(a, b Alternative) int {
		if (a.From == 0) != (b.From == 0) {
			return b.From - a.From
		}
		if a.From != b.From {
			return a.From - b.From
		}
		return a.To - b.To
	})
	used := map[string]int{}
	for i := range f.Alternatives {
		a := &f.Alternatives[i]
		at := "*"
		if a.From > 0 {
			at = strconv.Itoa(a.From)
			if a.To > a.From {
				at += "-" + strconv.Itoa(a.To)
			}
		}
		a.Label = at + letters(used[at])
		used[at]++
		f.number[a.ID] = a.Label
		for k, s := range a.Steps {
			f.number[s.ID] = a.Label + strconv.Itoa(k+1)
		}
	}
	return f
}

// Number is the number of a step or an alternative: 3, 3a, 3a1.
func (f *Flow) Number(id model.ID) string { return f.number[id] }

// letters counts a, b … z, aa, ab …
func letters(n int) string {
	out := ""
	for n++; n > 0; n = (n - 1) / 26 {
		out = string(rune('a'+(n-1)%26)) + out
	}
	return out
}

// All lists every step: those of the main flow, then those of the alternatives.
func (f *Flow) All() []*model.Element {
	out := slices.Clone(f.Steps)
	for _, a := range f.Alternatives {
		out = append(out, a.Steps...)
	}
	return out
}

// StepText is what a step says; one that includes another use case names it.
func StepText(m *model.Model, step *model.Element) string {
	d := step.Step()
	if u := m.Element(d.Includes); u != nil {
		return "include " + u.Name
	}
	return d.Text
}
