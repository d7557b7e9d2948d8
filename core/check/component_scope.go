package check

import (
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/component"
	"lexeon/core/model"
)

// eachComponent runs a rule on every component, and again on those near what was written.
func eachComponent(run func(p *Pass, c *model.Element)) Scope {
	return Each{Kinds: []model.Kind{model.Component}, Reach: []Neighbourhood{Self, componentsNear},
		Run: func(p *Pass, r model.Row) { run(p, r.(*model.Element)) }}
}

// onComponents runs a rule on the component model as a whole: of classes it reads nothing.
func onComponents(run func(p *Pass)) Scope {
	return Whole{
		Touched: touchesComponents,
		Concerns: func(m *model.Model, r model.Row) bool {
			x, ok := r.(*model.Relationship)
			return !ok || x.Kind != model.Generalization && x.Kind != model.Realization || !betweenClasses(m, x)
		},
		Run: func(p *Pass) {
			if p.Model.Count(model.Component) > 0 {
				run(p)
			}
		},
	}
}

// betweenClasses: a line that neither begins nor ends at an interface or a component.
func betweenClasses(m *model.Model, r *model.Relationship) bool {
	return !slices.ContainsFunc([]model.ID{r.Source, r.Target}, func(id model.ID) bool {
		e := m.Element(id)
		return e == nil || e.Kind == model.Interface || e.Kind == model.Component
	})
}

// touchesComponents: rows that rules on the component model as a whole depend on.
var touchesComponents = rowsOf(model.Interface, model.Component, model.ComponentPart, model.Port, model.Provides, model.Requires, model.Assembly, model.Delegation,
	model.Holds, model.Generalization, model.Realization, model.Dependency, model.Usage).has

// componentsNear: from a row to the components that hold, offer or use what it is about.
func componentsNear(m *model.Model, r model.Row, reach func(model.ID)) {
	if m.Count(model.Component) == 0 {
		return
	}
	x := nearComponents{m, reach}
	switch r := r.(type) {
	case *model.Element:
		switch r.Kind {
		case model.Component:
			x.around(r.ID)
			for _, h := range m.Held(r.ID) {
				x.classifier(h.ID)
			}
		case model.ComponentPart, model.Port:
			x.around(r.Owner)
			x.around(r.ComponentPart().Component)
		case model.End:
			x.classifier(r.Type)
			for _, e := range m.Ends(r.Owner) {
				x.classifier(e.Type)
			}
		case model.Attribute, model.Operation, model.Parameter:
			for e := r; e != nil; e = m.Element(e.Owner) {
				x.classifier(e.ID)
			}
		default:
			x.classifier(r.ID)
		}
	case *model.Relationship:
		switch r.Kind {
		case model.Provides, model.Requires, model.Assembly, model.Delegation:
			for _, end := range []model.ID{r.Source, r.Target} {
				if c := m.ComponentAt(end); c != nil {
					x.around(c.ID)
				}
			}
			x.classifier(r.Target)
			x.classifier(r.Connector().Interface)
		case model.Holds:
			x.around(r.Source)
			x.classifier(r.Target)
		case model.Dependency, model.Usage:
			x.classifier(r.Source)
			x.classifier(r.Target)
		case model.Association:
			for _, e := range m.Ends(r.ID) {
				x.classifier(e.Type)
			}
		case model.Generalization, model.Realization:
			x.around(r.Target)
			for _, id := range append(classifier.Below(m, r.Source), classifier.KindsOf(m, r.Target)...) {
				x.classifier(id)
			}
		}
	}
}

// nearComponents finds components from what they have to do with.
type nearComponents struct {
	m     *model.Model
	reach func(model.ID)
}

// around: a component with those that it is in and those in it.
func (x nearComponents) around(id model.ID) {
	if c := x.m.Element(id); c == nil || c.Kind != model.Component {
		return
	}
	x.reach(id)
	for _, a := range ancestors(x.m, id) {
		x.reach(a)
	}
	var in func(id model.ID)
	in = func(id model.ID) {
		for _, c := range x.m.Children(id, model.Component) {
			x.reach(c.ID)
			in(c.ID)
		}
	}
	in(id)
}

// classifier: the components that hold a classifier, offer it, or hold what it is connected
// with.
func (x nearComponents) classifier(id model.ID) {
	e := x.m.Element(id)
	if e == nil || !e.Kind.IsClassifier() {
		x.around(id)
		return
	}
	for _, r := range x.m.RelationshipsOf(id) {
		switch r.Kind {
		case model.Holds, model.Provides, model.Requires:
			x.around(r.Source)
			continue
		}
		for _, other := range x.m.Connected(r) {
			x.around(other)
			for _, h := range x.m.HeldBy(other) {
				x.around(h.ID)
			}
		}
	}
	for _, u := range x.m.Uses(id) { // what passes by an assembly, what is typed by it
		switch u := u.(type) {
		case *model.Relationship:
			for _, end := range []model.ID{u.Source, u.Target} {
				if c := x.m.ComponentAt(end); c != nil {
					x.around(c.ID)
				}
			}
		case *model.Element:
			for p := u; p != nil; p = x.m.Element(p.Owner) {
				for _, h := range x.m.HeldBy(p.ID) {
					x.around(h.ID)
				}
			}
		}
	}
}

// componentWebs is who provides and who needs what.
var componentWebs = &Fact[*component.Web]{
	name: "components", rests: touchesComponents,
	find: func(f *facts) *component.Web { return component.WebOf(f.m) },
	carry: func(at *carrying, w *component.Web) (*component.Web, outcome) {
		if next, same := w.After(at.next.m, at.delta); same {
			return next, kept
		}
		return nil, lost
	},
}

// componentCallers is whom each component calls.
var componentCallers = &Fact[map[model.ID][]model.ID]{
	name: "callers", needs: []Requirement{componentWebs}, rests: touchesComponents,
	find: func(f *facts) map[model.ID][]model.ID { return componentWebs.in(f).Callers() },
	carry: func(at *carrying, was map[model.ID][]model.ID) (map[model.ID][]model.ID, outcome) {
		m := at.next.m
		if !at.changed[componentWebs].any() && !slices.ContainsFunc(at.delta, func(c model.RowChange) bool {
			return component.MayCall(m, c.Old) || component.MayCall(m, c.New)
		}) {
			return was, kept
		}
		next, near := componentWebs.in(at.next).Callers(), nearComponents{m, at.reaches}
		for _, c := range m.OfKind(model.Component) {
			if !slices.Equal(was[c.ID], next[c.ID]) {
				near.around(c.ID)
			}
		}
		for id := range was {
			if m.Element(id) == nil {
				at.reaches(id)
			}
		}
		return next, patched
	},
}

// askedInterfaces are those that several components require and nobody provides: one of
// them may have been meant to provide it.
var askedInterfaces = &Fact[map[model.ID][]*model.Relationship]{
	name: "asked", needs: []Requirement{componentWebs}, rests: rowsOf(model.Requires).has,
	find: func(f *facts) map[model.ID][]*model.Relationship {
		web, out := componentWebs.in(f), map[model.ID][]*model.Relationship{}
		for _, r := range f.m.Relationships(model.Requires) {
			if len(web.Providers(r.Target)) == 0 {
				out[r.Target] = append(out[r.Target], r)
			}
		}
		for id, list := range out {
			if len(list) < 2 {
				delete(out, id)
			}
		}
		return out
	},
}
