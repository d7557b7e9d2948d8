package dataflow

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// ProposedEvents lists the events that the flows into the system tell of, and the
// event list does not: for each flow from an external entity what it does, and
// how the process that takes the flow in answers (McMenamin and Palmer 1984).
func ProposedEvents(m *model.Model) []*model.AddElement {
	told := map[string]bool{}
	for _, e := range m.OfKind(model.Event) {
		told[m.TermKey(e.Event().Stimulus)] = true
	}
	var out []*model.AddElement
	for _, system := range Contexts(m) {
		for _, end := range EndsOf(m, system.ID) {
			partner := m.Element(end.Partner)
			if end.Direction != Into || partner == nil || partner.Kind != model.Entity || strings.TrimSpace(end.Flow.Name) == "" || told[m.TermKey(end.Flow.Name)] {
				continue
			}
			told[m.TermKey(end.Flow.Name)] = true
			set := model.P("by", partner.Name, "stimulus", end.Flow.Name)
			for _, p := range m.Level(system.ID, model.Logical) {
				if response, takes := answers(m, p.ID, end.Flow.Name); takes {
					set["process"] = model.P("x", p.ID)["x"]
					if len(response) > 0 {
						set["response"] = model.P("x", response)["x"]
					}
					break
				}
			}
			out = append(out, &model.AddElement{ID: model.DeriveID("event", string(end.Flow.ID)), Kind: model.Event, Name: partner.Name + " sends " + end.Flow.Name, Set: set})
		}
	}
	slices.SortFunc(out, func(a, b *model.AddElement) int { return strings.Compare(a.Name, b.Name) })
	return out
}

// answers lists what a process sends to the outside, if it takes the stimulus in.
func answers(m *model.Model, process model.ID, stimulus string) (response []string, takes bool) {
	for _, end := range EndsOf(m, process) {
		partner := m.Element(end.Partner)
		switch {
		case end.Direction == Into && m.TermKey(end.Flow.Name) == m.TermKey(stimulus):
			takes = true
		case end.Direction == OutOf && partner != nil && partner.Kind == model.Entity && strings.TrimSpace(end.Flow.Name) != "":
			response = append(response, end.Flow.Name)
		}
	}
	slices.Sort(response)
	return slices.Compact(response), takes
}

// EventProblems tells what of an event the diagrams do not show.
func EventProblems(m *model.Model, e *model.Element) []string {
	d := e.Event()
	var out []string
	has := func(name string, dir Direction, process model.ID) bool {
		for _, end := range EndsOf(m, process) {
			if end.Direction == dir && m.TermKey(end.Flow.Name) == m.TermKey(name) {
				return true
			}
		}
		return false
	}
	for _, system := range Contexts(m) {
		if !d.Timed && d.Stimulus != "" && !has(d.Stimulus, Into, system.ID) {
			out = append(out, fmt.Sprintf("No flow %s comes into %s.", d.Stimulus, system.Name))
		}
		for _, r := range d.Response {
			if !has(r, OutOf, system.ID) {
				out = append(out, fmt.Sprintf("No flow %s leaves %s.", r, system.Name))
			}
		}
	}
	if p := m.Element(d.Process); p != nil {
		if !d.Timed && d.Stimulus != "" && !has(d.Stimulus, Into, p.ID) {
			out = append(out, fmt.Sprintf("%s does not take %s in.", Label(m, p.ID), d.Stimulus))
		}
		for _, r := range d.Response {
			if !has(r, OutOf, p.ID) {
				out = append(out, fmt.Sprintf("%s does not put %s out.", Label(m, p.ID), r))
			}
		}
	} else {
		out = append(out, "No process answers it yet.")
	}
	if !d.Timed && strings.TrimSpace(d.Stimulus) == "" {
		out = append(out, "What tells the system of it?")
	}
	return out
}
