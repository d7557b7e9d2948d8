package check

import (
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
	Requires: []Requirement{usesOfClasses, componentCallers},
	Scope: onUses(func(p *Pass, u *uses) {
		m, x, callers := p.Model, u.matrix, componentCallers.of(p)
		if len(x.Components) == 0 {
			return
		}
		homeless, met := unmet(m, x)
		if met == 0 || len(homeless) >= met {
			return
		}
		for _, w := range homeless {
			p.Report(Finding{Subject: w.row.ID, Related: idsOf(w.classes), says: say("%s works with %s, and no component holds any of it. Who does it?", nameOf(m, w.row.ID), english.List(namesOf(m, idsOf(w.classes))))})
		}
		for _, c := range x.Components {
			if c.Component().External || serves(m, callers, c.ID) || touched(m, x, c) {
				continue
			}
			p.Report(Finding{Subject: c.ID, says: say("No use case works with anything that %s holds, and nobody needs what it provides. What is it for?", nameOf(m, c.ID))})
		}
	}, append([]model.Kind{model.Assembly, model.Dependency, model.Usage, model.ComponentPart}, classifiers...)...),
}

type working struct {
	row     *model.Element
	classes []*model.Element
}

// unmet lists the use cases that work with classes and meet no component, and counts
// those that meet one.
func unmet(m *model.Model, x *matrix.Matrix) (homeless []working, met int) {
	for _, r := range x.Rows {
		if r.Kind != model.UseCase {
			continue
		}
		w := working{row: r}
		held := false
		for _, id := range x.Touched(r.ID) {
			switch c := m.Element(id); {
			case c.Kind == model.Component:
				held = true
			case x.At(r.ID, id).Access != matrix.Mention:
				w.classes = append(w.classes, c)
			}
		}
		matrix.SortByName(w.classes)
		switch {
		case held:
			met++
		case len(w.classes) > 0:
			homeless = append(homeless, w)
		}
	}
	return homeless, met
}

func idsOf(list []*model.Element) []model.ID {
	var out []model.ID
	for _, e := range list {
		out = append(out, e.ID)
	}
	return out
}

// serves: another component gets something from it, or it is part of one.
func serves(m *model.Model, callers map[model.ID][]model.ID, c model.ID) bool {
	for _, callees := range callers {
		for _, to := range callees {
			if to == c {
				return true
			}
		}
	}
	return m.Element(c).Owner != "" || len(m.PartsOf(c)) > 0
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
