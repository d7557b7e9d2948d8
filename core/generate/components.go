package generate

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/component"
	"lexeon/core/model"
)

// Components is the plan of what components become: each by itself, and how those
// that are in no other are put together.
type Components struct {
	*Plan
	List   []*Component // inner ones before those they are in, else by name
	Wiring Wiring       // of those that stand by themselves
}

// Component with its interfaces, each once, and what it is made of.
type Component struct {
	ID         model.ID
	Name       string
	Definition string
	External   bool
	Provides   []*Type
	// Requires lists what has to be given to it: what it requires, and what the
	// components in it require and nobody in it provides. By name.
	Requires []*Type
	Inside   Wiring
	// Late lists what is given to it after it was made, somewhere, since the two need
	// each other. By name.
	Late []*Type
}

// Wiring puts instances together, in an order in which each is made after those
// that it needs, as far as there is one.
type Wiring struct {
	Steps  []*Step
	Params []*Type // what nobody here provides, by name
}

// Step makes one instance.
type Step struct {
	Name      string // of the instance
	Component *Component
	Args      []Source // for each of Component.Requires
}

// Source is where a required interface comes from: an instance that provides it, or
// a parameter where that is nil. Late ones are made only after what needs them.
type Source struct {
	Needs    *Type
	From     *Step
	Provides *Type
	Late     bool
	Choice   bool // several provide it, and the model does not say which
}

// NewComponents plans the components of a model.
func NewComponents(m *model.Model) *Components {
	plan := NewPlan(m)
	p := &componentPlanner{m: m, out: &Components{Plan: plan}, types: map[model.ID]*Type{}, made: map[model.ID]*Component{}}
	for _, t := range plan.Types {
		p.types[t.ID] = t
	}
	var top []instance
	for _, e := range sortedElements(m.OfKind(model.Component)) {
		p.component(e)
		if o := m.Element(e.Owner); o == nil || o.Kind != model.Component {
			top = append(top, instance{e.ID, e.Name, e.ID})
		}
	}
	p.out.Wiring = p.wire(top)
	return p.out
}

func sortedElements(list []*model.Element) []*model.Element {
	return slices.SortedFunc(slices.Values(list), func(a, b *model.Element) int {
		return cmp.Or(strings.Compare(a.Name, b.Name), strings.Compare(string(a.ID), string(b.ID)))
	})
}

type componentPlanner struct {
	m     *model.Model
	out   *Components
	types map[model.ID]*Type
	made  map[model.ID]*Component
}

// instance is a component that stands somewhere, or a part: by its row, its name,
// and the component that it is one of.
type instance struct {
	row  model.ID
	name string
	of   model.ID
}

// component plans a component after those that it is made of.
func (p *componentPlanner) component(e *model.Element) *Component {
	if c, done := p.made[e.ID]; done {
		return c
	}
	c := &Component{ID: e.ID, Name: e.Name, Definition: p.m.Definition(e), External: e.Component().External}
	p.made[e.ID] = c
	for _, i := range component.Provided(p.m, e.ID) {
		c.Provides = append(c.Provides, p.types[i])
	}
	for _, i := range component.Required(p.m, e.ID) {
		c.Requires = append(c.Requires, p.types[i])
	}
	if !c.External {
		var inner []instance
		for _, x := range sortedElements(p.m.Children(e.ID, model.Component, model.ComponentPart)) {
			if of := p.m.ComponentAt(x.ID); of != nil {
				name := x.Name
				if name == "" {
					name = of.Name
				}
				inner = append(inner, instance{x.ID, name, of.ID})
			}
		}
		c.Inside = p.wire(inner)
		for _, t := range c.Inside.Params {
			if !slices.Contains(c.Requires, t) {
				c.Requires = append(c.Requires, t)
			}
		}
	}
	byName(c.Provides)
	byName(c.Requires)
	p.out.List = append(p.out.List, c)
	return c
}

func byName(list []*Type) {
	slices.SortFunc(list, func(a, b *Type) int {
		return cmp.Or(strings.Compare(a.Name, b.Name), strings.Compare(string(a.ID), string(b.ID)))
	})
}

// wire puts instances together: each need is met by who an assembly names, else by
// the first that provides it, else from outside.
func (p *componentPlanner) wire(list []instance) Wiring {
	var w Wiring
	steps := map[model.ID]*Step{}
	for _, i := range list {
		c := p.component(p.m.Element(i.of))
		if c.External { // its interfaces are given from outside
			continue
		}
		steps[i.row] = &Step{Name: i.name, Component: c}
	}
	sources := map[model.ID][]Source{}
	for _, i := range list {
		s := steps[i.row]
		if s == nil {
			continue
		}
		for _, t := range s.Component.Requires {
			src := Source{Needs: t}
			var can []Source
			for _, o := range list {
				from := steps[o.row]
				if from == nil || o.row == i.row {
					continue
				}
				for _, given := range from.Component.Provides {
					if component.Offers(p.m, given.ID, t.ID) {
						can = append(can, Source{Needs: t, From: from, Provides: given})
						break
					}
				}
			}
			chosen := slices.IndexFunc(can, func(x Source) bool { return p.assembled(i, x, t, steps) })
			switch {
			case chosen >= 0:
				src = can[chosen]
			case len(can) > 0:
				src = can[0]
				src.Choice = len(can) > 1
			case !slices.Contains(w.Params, t):
				w.Params = append(w.Params, t)
			}
			sources[i.row] = append(sources[i.row], src)
		}
	}
	byName(w.Params)
	done := map[*Step]bool{}
	for len(w.Steps) < len(steps) {
		next := model.ID("")
		for _, i := range list { // the first whose needs are there; in a circle, the first of all
			s := steps[i.row]
			if s == nil || done[s] {
				continue
			}
			if next == "" {
				next = i.row
			}
			if !slices.ContainsFunc(sources[i.row], func(x Source) bool { return x.From != nil && !done[x.From] }) {
				next = i.row
				break
			}
		}
		s := steps[next]
		for _, x := range sources[next] {
			if x.From != nil && !done[x.From] {
				x.Late = true
				if !slices.Contains(s.Component.Late, x.Needs) {
					s.Component.Late = append(s.Component.Late, x.Needs)
					byName(s.Component.Late)
				}
			}
			s.Args = append(s.Args, x)
		}
		done[s] = true
		w.Steps = append(w.Steps, s)
	}
	return w
}

// assembled reports whether an assembly says that an instance gets an interface from
// another one.
func (p *componentPlanner) assembled(i instance, x Source, t *Type, steps map[model.ID]*Step) bool {
	return slices.ContainsFunc(p.m.Relationships(model.Assembly), func(r *model.Relationship) bool {
		return r.Source == i.row && steps[r.Target] == x.From && r.Connector().Interface == t.ID
	})
}
