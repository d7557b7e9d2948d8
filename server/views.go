package server

import (
	"slices"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/view"
)

// FindingView is a finding as the page gets it, with where it can be seen.
type FindingView struct {
	check.Finding
	ID       string   `json:"id"`
	Title    string   `json:"title"`
	Why      string   `json:"why"`
	Element  model.ID `json:"element,omitempty"` // classifier or relationship that it concerns
	About    string   `json:"about,omitempty"`   // what that is: "class Lot"
	Diagram  model.ID `json:"diagram,omitempty"` // where that can be seen
	Stage    string   `json:"stage,omitempty"`   // or the stage: brief, activities, dictionary, events
	Mendable bool     `json:"mendable"`          // there may be ways out: they are tried when somebody asks for them
	// Mends are asked for one by one.
	Mends []check.Mend `json:"-"`
}

func viewFindings(m *model.Model, list []check.Finding) []FindingView {
	out := make([]FindingView, 0, len(list))
	for _, f := range list {
		v := FindingView{Finding: f, ID: f.ID(), Mendable: len(f.Mends) > 0 || f.Offer != nil}
		if a := check.ByName(f.Rule); a != nil {
			v.Title, v.Why = a.Title, a.Doc
		}
		v.Element = f.Subject
		for e := m.Element(v.Element); e != nil && e.Owner != "" && !e.Kind.IsPlaced(); e = m.Element(v.Element) {
			v.Element = e.Owner
		}
		if v.Element != "" {
			v.About = m.Describe(v.Element)
		}
		if placed := m.PlacementsOf(v.Element); len(placed) > 0 {
			v.Diagram = placed[0].Diagram
		}
		if e := m.Element(v.Element); e != nil {
			v.Stage = view.StageOf[e.Kind]
		}
		out = append(out, v)
	}
	return out
}

// onDiagram are the findings that concern something that a diagram shows, with what that is:
// the one that they are about, or the first of those that have to do with it.
func onDiagram(m *model.Model, list []FindingView, diagram model.ID) []FindingView {
	shown := map[model.ID]bool{}
	for _, p := range m.PlacementsOn(diagram) {
		shown[p.Subject] = true
	}
	out := []FindingView{}
	for _, v := range list {
		at := slices.IndexFunc(v.Related, func(id model.ID) bool { return shown[id] })
		switch {
		case shown[v.Element]:
		case at >= 0:
			v.Element = v.Related[at]
		default:
			continue
		}
		v.Diagram, v.Stage = diagram, ""
		out = append(out, v)
	}
	return out
}

func viewMends(m *model.Model, list []check.Mend) []view.WayOut {
	out := make([]view.WayOut, 0, len(list))
	for _, d := range list {
		out = append(out, view.WayOut{Title: d.Title, Changes: model.EncodeChanges(d.On(m))})
	}
	return out
}

// Counts of findings by severity.
type Counts map[check.Severity]int

func countFindings(list []check.Finding) Counts {
	out := Counts{check.Error: 0, check.Warning: 0, check.Advice: 0, check.Question: 0}
	for _, f := range list {
		out[f.Severity]++
	}
	return out
}
