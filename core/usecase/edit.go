package usecase

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/match"
	"lexeon/core/model"
)

// EditChanges tells the changes that make the flow of a use case say a text (see
// Text). Steps and alternatives that stay keep their identity, and with it their
// traces and what hangs on them. A step that says "include X", where X is a use
// case, includes it; the relationship is made where there is none.
func EditChanges(m *model.Model, useCase model.ID, text, seed string) ([]model.Change, error) {
	u := m.Element(useCase)
	if u == nil || u.Kind != model.UseCase {
		return nil, model.Faultf(model.CodeMissing, "There is no such use case any more.").At(useCase, "")
	}
	t, err := read(text)
	if err != nil {
		return nil, err
	}
	for _, a := range t.alternatives {
		for _, label := range []string{a.from, a.to, a.rejoin} {
			if _, ok := t.find(label); label != "" && label != "*" && !ok {
				return nil, model.Faultf(model.CodeInvalid, "Line %d: there is no step %s.", a.line, label).At(useCase, "text")
			}
		}
	}
	t.sort()
	e := &editor{m: m, useCase: u, seed: seed, included: map[model.ID]bool{}}
	main := e.steps(useCase, m.Children(useCase, model.Step), t.steps)
	e.alternatives(t, main)
	return append(append(e.gone, e.out...), e.last...), nil
}

type editor struct {
	m        *model.Model
	useCase  *model.Element
	seed     string
	gone     []model.Change // what is deleted; first, so that nothing is attached to the wrong step by it
	out      []model.Change
	last     []model.Change
	included map[model.ID]bool
}

// steps makes the steps of an owner say what was typed, and tells their ids.
func (e *editor) steps(owner model.ID, old []*model.Element, now []typedStep) []model.ID {
	a, b := make([]string, len(old)), make([]string, len(now))
	for i, s := range old {
		a[i] = StepText(e.m, s)
	}
	for i, s := range now {
		b[i] = s.text
	}
	found, moved := match.Texts(a, b)
	for i, s := range old {
		if !slices.Contains(found, i) {
			e.gone = append(e.gone, &model.Delete{ID: s.ID})
		}
	}
	ids := make([]model.ID, len(now))
	next := model.ID("")
	for j := len(now) - 1; j >= 0; j-- {
		text, includes := e.read(now[j].text)
		if found[j] < 0 {
			ids[j] = model.DeriveID("step", e.seed, string(owner), fmt.Sprint(j))
			e.out = append(e.out, &model.AddPart{ID: ids[j], Owner: owner, Kind: model.Step, Before: next, Set: model.P("text", text, "includes", includes)})
		} else {
			s := old[found[j]]
			ids[j] = s.ID
			if d := s.Step(); d.Includes != includes || includes == "" && d.Text != text {
				e.out = append(e.out, &model.SetPart{ID: s.ID, Set: model.P("text", text, "includes", includes)})
			}
			if moved[j] {
				e.out = append(e.out, &model.MovePart{ID: s.ID, Before: next})
			}
		}
		next = ids[j]
	}
	return ids
}

// read tells what a step includes.
func (e *editor) read(text string) (string, model.ID) {
	g := includeLine.FindStringSubmatch(text)
	if g == nil {
		return text, ""
	}
	for _, u := range e.m.OfKind(model.UseCase) {
		if u.ID == e.useCase.ID || model.NormalForm(u.Name) != model.NormalForm(g[1]) {
			continue
		}
		known := slices.ContainsFunc(e.m.RelationshipsOf(u.ID), func(r *model.Relationship) bool {
			return r.Kind == model.Include && r.Source == e.useCase.ID && r.Target == u.ID
		})
		if !known && !e.included[u.ID] {
			e.included[u.ID] = true
			id := model.DeriveID("include", e.seed, string(e.useCase.ID), string(u.ID))
			e.last = append(e.last, &model.Connect{ID: id, Kind: model.Include, Source: e.useCase.ID, Target: u.ID})
			e.last = append(e.last, placeEverywhere(e.m, id, e.seed, e.useCase.ID, u.ID)...)
		}
		return text, u.ID
	}
	return text, ""
}

// placeEverywhere draws a new relationship on every diagram that shows both of
// its ends.
func placeEverywhere(m *model.Model, relationship model.ID, seed string, a, b model.ID) []model.Change {
	var out []model.Change
	for _, p := range m.PlacementsOf(a) {
		if m.PlacementOn(p.Diagram, b) != nil {
			out = append(out, &model.Place{ID: model.DeriveID("drawn", seed, string(relationship), string(p.Diagram)), Diagram: p.Diagram, Subject: relationship})
		}
	}
	return out
}

func (e *editor) alternatives(t *typed, main []model.ID) {
	old := e.m.Children(e.useCase.ID, model.Alternative)
	a, b := make([]string, len(old)), make([]string, len(t.alternatives))
	for i, x := range old {
		a[i] = x.Name
	}
	for i, x := range t.alternatives {
		b[i] = x.condition
	}
	found, moved := match.Texts(a, b)
	for i, x := range old {
		if !slices.Contains(found, i) {
			e.gone = append(e.gone, &model.Delete{ID: x.ID})
		}
	}
	step := func(label string) model.ID {
		if i, ok := t.find(label); ok && label != "" && label != "*" {
			return main[i]
		}
		return ""
	}
	next := model.ID("")
	for j := len(t.alternatives) - 1; j >= 0; j-- {
		x := t.alternatives[j]
		d := model.AlternativeData{From: step(x.from), To: step(x.to), Rejoin: step(x.rejoin), Ends: x.ends}
		if d.To == d.From {
			d.To = ""
		}
		set := model.P("from", d.From, "to", d.To, "rejoin", d.Rejoin, "ends", d.Ends)
		var id model.ID
		var steps []*model.Element
		if found[j] < 0 {
			id = model.DeriveID("alternative", e.seed, string(e.useCase.ID), fmt.Sprint(j))
			e.out = append(e.out, &model.AddPart{ID: id, Owner: e.useCase.ID, Kind: model.Alternative, Name: x.condition, Before: next, Set: set})
		} else {
			was := old[found[j]]
			id, steps = was.ID, e.m.Children(was.ID, model.Step)
			if was.Alternative() != d || strings.TrimSpace(was.Name) != x.condition {
				set["name"] = model.P("x", x.condition)["x"]
				e.out = append(e.out, &model.SetPart{ID: id, Set: set})
			}
			if moved[j] {
				e.out = append(e.out, &model.MovePart{ID: id, Before: next})
			}
		}
		next = id
		e.steps(id, steps, x.steps)
	}
}
