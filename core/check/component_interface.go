package check

import (
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/component"
	"lexeon/core/model"
)

var componentUndeclaredInterface = &Analyzer{
	Name: "component/undeclared-interface", Title: "A class uses an interface that its component does not require", Severity: Warning,
	Doc: "A class in the component uses an interface that nothing in the component provides, and the component does not require it: whoever takes the component does not learn what it needs. " +
		"Asked of components of which it is said what they provide or require, and of classes that are in one component.",
	Source: "UML 2.5.1, 11.6.3.1: the required interfaces of a component are those that its realizing classifiers use.",
	Finds:  "LabelSheet, in Label printer, uses LotLookup, and Label printer does not require LotLookup",
	Leaves: "Label printer requires LotLookup, or a kind of it; a class in the same component realizes it",
	Scope: eachComponent(func(p *Pass, c *model.Element) {
		m := p.Model
		if len(m.Offers(c.ID, model.Requires))+len(m.Offers(c.ID, model.Provides)) == 0 {
			return
		}
		told := map[model.ID]bool{}
		for _, r := range linesOfHeld(m, c.ID, model.Usage, model.Dependency) {
			i := m.Element(r.Target)
			if holders := m.HeldBy(r.Source); i == nil || i.Kind != model.Interface || len(holders) != 1 || holders[0].ID != c.ID {
				continue
			}
			if told[i.ID] || knowsInterface(m, c.ID, i.ID) {
				continue
			}
			told[i.ID] = true
			p.Report(Finding{Subject: c.ID, Key: string(i.ID), Related: []model.ID{i.ID, r.ID}, says: say("%s in %s uses %s, and %s does not require it.", nameOf(m, r.Source), nameOf(m, c.ID), nameOf(m, i.ID), nameOf(m, c.ID)),
				Mends: []Mend{{Title: nameOf(m, c.ID) + " requires " + nameOf(m, i.ID), Changes: []model.Change{&model.Connect{ID: model.DeriveID("requires", string(c.ID), string(i.ID)), Kind: model.Requires, Source: c.ID, Target: i.ID}}}}})
		}
	}),
}

// knowsInterface: the component, or one around it, requires an interface or a kind of it, or
// something in it provides it.
func knowsInterface(m *model.Model, c, iface model.ID) bool {
	for _, at := range append([]model.ID{c}, ancestors(m, c)...) {
		for _, o := range m.Offers(at, model.Requires) {
			if classifier.IsKindOf(m, o.Target, iface) || classifier.IsKindOf(m, iface, o.Target) {
				return true
			}
		}
		if component.Gives(m, at, iface) {
			return true
		}
		in := insideOf(m, at)
		if slices.ContainsFunc(in.classes, func(e *model.Element) bool { return e.ID == iface || realizes(m, e.ID, iface) }) ||
			slices.ContainsFunc(in.components, func(o model.ID) bool { return component.Gives(m, o, iface) }) {
			return true
		}
	}
	return false
}

var componentRequiredUnused = &Analyzer{
	Name: "component/required-unused", Title: "A component requires what nothing in it uses", Severity: Advice,
	Doc: "The component requires an interface, and it is shown which classes it holds and which interfaces these use, but none uses this one, nor does a component in it require it: it asks for more than it needs. " +
		"Asked only where classes of the component use some interface.",
	Source: "UML 2.5.1, 11.6.3.1: required interfaces come from usages in the component or its realizing classifiers.",
	Finds:  "Label printer requires LotLookup and PriceList; LabelSheet in it uses LotLookup, and nothing in it uses PriceList",
	Leaves: "a component of whose classes it is not shown which interfaces they use; an interface that a part of it requires",
	Scope: eachComponent(func(p *Pass, c *model.Element) {
		m := p.Model
		required := m.Offers(c.ID, model.Requires)
		in := insideOf(m, c.ID)
		if len(required) == 0 || len(in.classes) == 0 || c.Component().External {
			return
		}
		used := interfacesUsed(m, in.classes)
		if len(used) == 0 {
			return
		}
		for _, r := range required {
			inner := slices.ContainsFunc(in.components, func(o model.ID) bool {
				return slices.ContainsFunc(m.Offers(o, model.Requires), func(x *model.Relationship) bool { return classifier.IsKindOf(m, r.Target, x.Target) })
			})
			if !inner && !slices.ContainsFunc(used, func(i model.ID) bool {
				return classifier.IsKindOf(m, r.Target, i) || classifier.IsKindOf(m, i, r.Target)
			}) {
				p.Report(Finding{Subject: c.ID, Key: string(r.Target), Related: []model.ID{r.Target, r.ID}, says: say("%s requires %s, and nothing in it uses it.", nameOf(m, c.ID), nameOf(m, r.Target))})
			}
		}
	}),
}

// interfacesUsed are the interfaces that classes use, depend on, are associated with, or have
// features of.
func interfacesUsed(m *model.Model, classes []*model.Element) []model.ID {
	var out []model.ID
	note := func(id model.ID) {
		if e := m.Element(id); e != nil && e.Kind == model.Interface && !slices.Contains(out, id) {
			out = append(out, id)
		}
	}
	for _, c := range classes {
		for _, r := range m.RelationshipsOf(c.ID) {
			if r.Kind == model.Usage || r.Kind == model.Dependency {
				if r.Source == c.ID {
					note(r.Target)
				}
			}
			for _, e := range m.Ends(r.ID) {
				note(e.Type)
			}
		}
		for _, f := range m.Children(c.ID) {
			note(f.Type)
			for _, q := range m.Children(f.ID) {
				note(q.Type)
			}
		}
	}
	return out
}
