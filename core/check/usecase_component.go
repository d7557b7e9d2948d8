package check

import (
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/english"
	"lexeon/core/matrix"
	"lexeon/core/model"
)

var crossUseCaseComponent = &Analyzer{
	Name: "cross/usecase-component", Title: "A use case and the components do not meet", Severity: Advice,
	Doc: "No component holds any class that the steps of this use case work with: nobody in the program does it. Or the other way round: no use case and no process works with anything that a component holds, and no other component needs it. " +
		"Asked once most use cases that work with classes meet a component; components made elsewhere, and those that serve others by an interface, are left out.",
	Source:   "Use cases are realized by collaborating parts of the system (UML 2.5.1, 18.1.3); every part answers to something that is asked of it.",
	Finds:    "Register lot works with HoneyLot, which no component holds, while the other use cases work with what Traceability and Settlement hold.",
	Leaves:   "Register lot works with HoneyLot, which Intake desk holds; Label printer, which gives LabelOutput to Traceability.",
	Requires: []Requirement{usesOfClasses, homes},
	Scope: Each{Kinds: []model.Kind{model.UseCase, model.Component}, Reach: []Neighbourhood{Self, componentsNear}, Run: func(p *Pass, r model.Row) {
		m, e, home := p.Model, r.(*model.Element), homes.of(p)
		switch {
		case !home.judged:
		case e.Kind == model.UseCase && home.homeless[e.ID]:
			x := usesOfClasses.of(p).matrix
			var classes []*model.Element
			for _, id := range x.Touched(e.ID) {
				if x.At(e.ID, id).Access != matrix.Mention {
					classes = append(classes, m.Element(id))
				}
			}
			matrix.SortByName(classes)
			p.Report(Finding{Subject: e.ID, Related: idsOf(classes), says: say("%s works with %s, and no component holds any of it. Who does it?", nameOf(m, e.ID), english.List(namesOf(m, idsOf(classes))))})
		case e.Kind == model.Component:
			if len(m.Held(e.ID)) == 0 || e.Component().External || e.Owner != "" || home.called[e.ID] || len(m.PartsOf(e.ID)) > 0 || touched(m, usesOfClasses.of(p).matrix, e) {
				return
			}
			p.Report(Finding{Subject: e.ID, says: say("No use case works with anything that %s holds, and nobody needs what it provides. What is it for?", nameOf(m, e.ID))})
		}
	}},
}

// housing tells of the use cases that work with classes which of them meet no component.
type housing struct {
	judged   bool // most meet one
	homeless map[model.ID]bool
	called   map[model.ID]bool // components that others call
}

var homes = &Fact[*housing]{
	name: "homes", needs: []Requirement{usesOfClasses, componentCallers}, rests: rowsOf().has,
	find: housingOf,
	carry: func(at *carrying, was *housing) (*housing, outcome) {
		next := housingOf(at.next)
		if next.judged != was.judged || at.changed[usesOfClasses].all || at.changed[componentCallers].any() {
			return next, updated
		}
		m := at.next.m
		near := nearComponents{m, at.reaches}
		for id := range at.changed[usesOfClasses].rows {
			at.reaches(id)
			for _, c := range classifier.Above(m, id) { // what a kind is worked with, its general is
				for _, h := range m.HeldBy(c) {
					near.around(h.ID)
				}
			}
		}
		return next, patched
	},
}

func housingOf(f *facts) *housing {
	h := &housing{homeless: map[model.ID]bool{}, called: map[model.ID]bool{}}
	x := usesOfClasses.in(f).matrix
	if x == nil || len(x.Components) == 0 {
		return h
	}
	for _, callees := range componentCallers.in(f) {
		for _, to := range callees {
			h.called[to] = true
		}
	}
	met := 0
	for _, r := range x.Rows {
		columns := x.Touched(r.ID)
		switch {
		case r.Kind != model.UseCase || len(columns) == 0:
		case f.m.Element(columns[len(columns)-1]).Kind == model.Component: // these come last
			met++
		case slices.ContainsFunc(columns, func(id model.ID) bool { return x.At(r.ID, id).Access != matrix.Mention }):
			h.homeless[r.ID] = true
		}
	}
	h.judged = met > 0 && len(h.homeless) < met
	return h
}

func idsOf(list []*model.Element) []model.ID {
	var out []model.ID
	for _, e := range list {
		out = append(out, e.ID)
	}
	return out
}

// touched: something works with what it holds, or with a kind of it, or with what
// components in it hold.
func touched(m *model.Model, x *matrix.Matrix, c *model.Element) bool {
	for _, class := range m.Held(c.ID) {
		if !class.Kind.IsClassifier() || isTechnical(class) || len(x.Touching(class.ID)) > 0 {
			return true
		}
		for _, g := range m.Specifics(class.ID) {
			if len(x.Touching(g.Source)) > 0 {
				return true
			}
		}
	}
	for _, inner := range m.Children(c.ID, model.Component) {
		if touched(m, x, inner) {
			return true
		}
	}
	return false
}
