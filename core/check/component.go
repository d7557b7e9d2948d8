package check

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"lexeon/core/classifier"
	"lexeon/core/component"
	"lexeon/core/english"
	"lexeon/core/model"
)

// ancestors are the components that one is in, the nearest first.
func ancestors(m *model.Model, id model.ID) []model.ID {
	var out []model.ID
	for e := m.Element(id); e != nil && e.Owner != ""; e = m.Element(e.Owner) {
		if o := m.Element(e.Owner); o != nil && o.Kind == model.Component {
			out = append(out, o.ID)
		}
	}
	return out
}

func namesOf(m *model.Model, ids []model.ID) []string {
	var out []string
	for _, id := range ids {
		out = append(out, nameOf(m, id))
	}
	return out
}

// turned reports whether an assembly gets an interface from who requires it, for
// who provides it.
func turned(m *model.Model, r *model.Relationship) bool {
	i, from, to := r.Connector().Interface, m.ComponentAt(r.Source), m.ComponentAt(r.Target)
	if i == "" || from == nil || to == nil {
		return false
	}
	provides := func(c model.ID) bool {
		return component.Gives(m, c, i)
	}
	requires := slices.ContainsFunc(m.Offers(to.ID, model.Requires), func(o *model.Relationship) bool { return o.Target == i })
	return provides(from.ID) && !provides(to.ID) && requires
}

var componentUnmet = &Analyzer{
	Name: "component/unmet", Title: "Nobody provides what a component requires", Severity: Warning,
	Doc:      "The component cannot work: no other one provides this interface, nor a kind of it. What the component around it requires too is asked of the outside there; what is made elsewhere brings its own.",
	Source:   "UML 2.5.1, 11.6.3.1: required interfaces are met by provided ones of compatible type.",
	Finds:    "Label printer requires LotLookup, which nobody provides.",
	Leaves:   "Traceability provides FullLookup, a kind of LotLookup; a component marked as made elsewhere",
	Requires: []Requirement{componentWebs, askedInterfaces},
	Scope: eachComponent(func(p *Pass, c *model.Element) {
		m, shared, web := p.Model, askedInterfaces.of(p), componentWebs.of(p)
		for _, n := range web.NeedsOf(c.ID) {
			outward := slices.ContainsFunc(ancestors(m, c.ID), func(a model.ID) bool { return slices.Contains(web.RequiredBy(a), n.Interface) })
			if len(n.From) > 0 || c.Component().External || outward || shared[n.Interface] != nil {
				continue
			}
			p.Report(Finding{Subject: c.ID, Key: string(n.Interface), Related: []model.ID{n.Interface}, says: say("%s requires %s, and nobody provides it.", nameOf(m, c.ID), nameOf(m, n.Interface))})
		}
	}),
}

var componentUnused = &Analyzer{
	Name: "component/unused", Title: "Nobody needs what a component provides", Severity: Advice,
	Doc:      "No component requires this interface, and no class uses it. Either it is for somebody who is not drawn, or it need not be offered. Asked once anything is required at all.",
	Source:   "UML 2.5.1, 11.6.3.1; an offer is a promise that has to be kept.",
	Finds:    "Traceability provides TraceQuery, which nobody requires.",
	Leaves:   "What the component around it provides too; before anybody requires anything",
	Requires: []Requirement{componentWebs},
	Scope: eachComponent(func(p *Pass, c *model.Element) {
		m, web := p.Model, componentWebs.of(p)
		if len(web.Needs()) == 0 || c.Component().External {
			return
		}
		for _, i := range component.Provided(m, c.ID) {
			needed := slices.ContainsFunc(classifier.KindsOf(m, i), func(offered model.ID) bool {
				return slices.ContainsFunc(web.Asking(offered), func(by model.ID) bool { return by != c.ID })
			})
			if needed {
				continue
			}
			outward := slices.ContainsFunc(ancestors(m, c.ID), func(a model.ID) bool {
				return slices.ContainsFunc(component.Provided(m, a), func(o model.ID) bool { return component.Offers(m, i, o) })
			})
			used := slices.ContainsFunc(m.RelationshipsOf(i), func(r *model.Relationship) bool {
				return r.Target == i && (r.Kind == model.Usage || r.Kind == model.Dependency)
			})
			if !outward && !used {
				p.Report(Finding{Subject: c.ID, Key: string(i), Related: []model.ID{i}, says: say("%s provides %s, and nobody needs it. For whom is it?", nameOf(m, c.ID), nameOf(m, i))})
			}
		}
	}),
}

var componentSeemsReversed = &Analyzer{
	Name: "component/seems-reversed", Title: "An interface seems to point the wrong way", Severity: Warning,
	Doc:      "Several components require the interface and nobody provides it, or an assembly leads from who provides to who requires. Mostly ball and socket were mixed up at one of them.",
	Source:   "UML 2.5.1, 11.6.4: the ball is what is provided, the socket what is required.",
	Finds:    "Label printer requires LotLookup, Traceability requires LotLookup, and nobody provides it.",
	Leaves:   "Label printer requires LotLookup, Traceability provides it",
	Requires: []Requirement{askedInterfaces},
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		shared := askedInterfaces.of(p)
		for _, i := range slices.Sorted(maps.Keys(shared)) {
			f := Finding{Subject: i}
			var names []string
			for _, r := range shared[i] {
				names = append(names, nameOf(m, r.Source))
				f.Related = append(f.Related, r.Source)
				f.Mends = append(f.Mends, Mend{Title: fmt.Sprintf("%s provides it", nameOf(m, r.Source)), Changes: []model.Change{&model.SetRelationship{ID: r.ID, Set: model.P("kind", model.Provides)}}})
			}
			f.says = say("%s is required by %s, and provided by nobody. Does one of them provide it?", nameOf(m, i), english.List(names))
			p.Report(f)
		}
		for _, r := range m.Relationships(model.Assembly) {
			if turned(m, r) {
				p.Report(Finding{Subject: r.ID, says: say("%s: it is %s that requires %s, and %s that provides it.", relationText(m, r.ID), nameOf(m, r.Target), nameOf(m, r.Connector().Interface), nameOf(m, r.Source)),
					Mends: []Mend{{Title: "Reverse it", Changes: []model.Change{&model.Reverse{ID: r.ID}}}}})
			}
		}
	}),
}

var assemblyMismatch = &Analyzer{
	Name: "assembly/mismatch", Title: "An assembly gets what is not provided", Severity: Error,
	Doc:    "The component at the ball does not provide the interface that passes here, nor a kind of it.",
	Source: "UML 2.5.1, 11.2.4 and 11.6.3.1: what a connector joins is compatible.",
	Finds:  "Label printer gets LotLookup from Settlement, which does not provide it.",
	Leaves: "Label printer gets LotLookup from Traceability, which provides FullLookup, a kind of it",
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		for _, r := range m.Relationships(model.Assembly) {
			i, to := r.Connector().Interface, m.ComponentAt(r.Target)
			if i == "" || to == nil || turned(m, r) {
				continue
			}
			if component.Gives(m, to.ID, i) {
				continue
			}
			offer := model.DeriveID("offer", string(r.ID))
			changes := []model.Change{&model.Connect{ID: offer, Kind: model.Provides, Source: to.ID, Target: i}}
			if port := r.Connector().ToPort; port != "" {
				changes = append(changes, &model.SetRelationship{ID: offer, Set: model.P("port", port)})
			}
			p.Report(Finding{Subject: r.ID, Related: []model.ID{to.ID, i}, says: say("%s: %s does not provide %s.", relationText(m, r.ID), nameOf(m, to.ID), nameOf(m, i)),
				Mends: []Mend{{Title: fmt.Sprintf("%s provides %s", nameOf(m, to.ID), nameOf(m, i)), Changes: changes}}})
		}
	}),
}

var componentEmptyInterface = &Analyzer{
	Name: "component/empty-interface", Title: "An interface between components asks for nothing", Severity: Warning,
	Doc:    "Components provide and require this interface, but it has no operation, nor inherits one: nobody knows what passes there.",
	Source: "UML 2.5.1, 10.4.3: an interface declares what its realizations offer.",
	Finds:  "Label printer requires LotLookup, which has no operation.",
	Leaves: "LotLookup with the operation find(code: Identifier): HoneyLot",
	Scope: Each{Kinds: classifiers, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, id := p.Model, r.RowID()
		if len(m.Offering(id, model.Provides))+len(m.Offering(id, model.Requires)) == 0 || len(classifier.Features(m, id, model.Operation)) > 0 {
			return
		}
		p.Report(Finding{Subject: id, says: say("%s stands between components and has no operation. What can be asked there?", nameOf(m, id))})
	}},
}

var portBare = &Analyzer{
	Name: "port/bare", Title: "A port at which nothing passes", Severity: Warning,
	Doc:    "Nothing is provided or required at this port, and no connector leads to it.",
	Source: "UML 2.5.1, 11.3.3: a port is an interaction point with provided and required interfaces.",
	Finds:  "the port lookup of Label printer, with no interface",
	Leaves: "Label printer at lookup requires LotLookup",
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		for _, c := range m.OfKind(model.Component) {
			for _, port := range m.Children(c.ID, model.Port) {
				if len(m.Uses(port.ID)) == 0 {
					p.Report(Finding{Subject: port.ID, says: say("Nothing passes at the port %s of %s.", nameOf(m, port.ID), nameOf(m, c.ID))})
				}
			}
		}
	}),
}

var componentCycle = &Analyzer{
	Name: "component/cycle", Title: "Components call each other in a circle", Severity: Warning,
	Doc:      "Each needs the next one, and the last needs the first: none of them can be built, tested or replaced alone. Mostly one of the calls can be turned into an interface that the other side is given.",
	Source:   "The acyclic dependencies principle: Martin 2003, ch. 20.",
	Finds:    "Label printer gets LotLookup from Traceability, which gets LabelOutput from Label printer.",
	Leaves:   "Several components that all call one; who is called by whom is open where several provide the same",
	Requires: []Requirement{componentCallers},
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		for _, circle := range component.CirclesOf(m, componentCallers.of(p)) {
			p.Report(Finding{Subject: circle[0], Related: circle[1:], says: say("%s call each other in a circle.", english.List(namesOf(m, circle)))}, idStrings(circle)...)
		}
	}),
}

var componentBypass = &Analyzer{
	Name: "component/bypass", Title: "A dependency goes around an interface", Severity: Advice,
	Doc:      "The component gets an interface from the other one, and uses it directly besides. If all that it needs passes by the interface, the dependency says nothing new; if not, the interface lacks something.",
	Source:   "Information hiding: Parnas 1972.",
	Finds:    "Label printer gets LotLookup from Traceability, and Label printer uses Traceability.",
	Leaves:   "Label printer uses Traceability, without an interface between them",
	Requires: []Requirement{componentWebs},
	Scope: onComponents(func(p *Pass) {
		m, web := p.Model, componentWebs.of(p)
		for _, r := range m.Relationships(model.Usage, model.Dependency) {
			from, to := m.Element(r.Source), m.Element(r.Target)
			if from.Kind != model.Component || to.Kind != model.Component {
				continue
			}
			for _, n := range web.NeedsOf(from.ID) {
				if len(n.From) == 1 && n.From[0] == to.ID {
					p.Report(Finding{Subject: r.ID, Related: []model.ID{n.Interface}, says: say("%s, though it gets %s from it. Is there more than that?", relationText(m, r.ID), nameOf(m, n.Interface)),
						Mends: []Mend{deleteMend(r.ID, "Delete the dependency")}})
					break
				}
			}
		}
	}),
}

// insides is what answers within a component: classes that it holds or that realize
// it, components and parts in it.
type insides struct {
	classes    []*model.Element
	components []model.ID
}

func insideOf(m *model.Model, c model.ID) insides {
	in := insides{classes: m.Held(c)}
	for _, r := range m.RelationshipsOf(c) {
		if r.Kind == model.Realization && r.Target == c {
			in.classes = append(in.classes, m.Element(r.Source))
		}
	}
	for _, e := range m.Children(c, model.Component, model.ComponentPart) {
		if of := m.ComponentAt(e.ID); of != nil {
			in.components = append(in.components, of.ID)
		}
	}
	return in
}

func (in insides) empty() bool { return len(in.classes)+len(in.components) == 0 }

// realizes reports whether a class offers an interface, or a kind of it.
func realizes(m *model.Model, class, iface model.ID) bool {
	return classifier.IsKindOf(m, class, iface)
}

var componentHollow = &Analyzer{
	Name: "component/hollow", Title: "Nothing inside does what a component promises", Severity: Warning,
	Doc:    "The component provides an interface, and shows what it is made of, but no class in it realizes the interface and no component in it provides it. What is made elsewhere is not looked into.",
	Source: "UML 2.5.1, 11.6.3.1: provided interfaces are realized by the component or its realizing classifiers.",
	Finds:  "Traceability provides LotLookup and holds LotBook, which does not realize it.",
	Leaves: "LotBook realizes LotLookup, or a kind of it; a component whose inside is not shown",
	Scope: eachComponent(func(p *Pass, c *model.Element) {
		m := p.Model
		in := insideOf(m, c.ID)
		if in.empty() || c.Component().External {
			return
		}
		for _, i := range component.Provided(m, c.ID) {
			inner := slices.ContainsFunc(in.components, func(o model.ID) bool { return component.Gives(m, o, i) })
			if !inner && !slices.ContainsFunc(in.classes, func(e *model.Element) bool { return realizes(m, e.ID, i) }) {
				p.Report(Finding{Subject: c.ID, Key: string(i), Related: []model.ID{i}, says: say("%s provides %s, but nothing in it does.", nameOf(m, c.ID), nameOf(m, i))})
			}
		}
	}),
}

var delegationInvalid = &Analyzer{
	Name: "delegation/invalid", Title: "A delegation leads to what cannot answer", Severity: Error,
	Doc:    "A port passes on what comes to it: the interface has to be offered at that port, what it is passed to has to be inside of the component, and to offer the interface too.",
	Source: "UML 2.5.1, 11.6.3.1: delegation connectors relate a port to the realization inside.",
	Finds:  "Traceability at query passes TraceQuery to Settlement, which is not inside.",
	Leaves: "Traceability at query passes TraceQuery to Lot index, which is in it and provides TraceQuery",
	Scope: Whole{Touched: func(r model.Row) bool { return touchesComponents(r) || kindOf(r).IsClassifier() }, Run: func(p *Pass) {
		m := p.Model
		for _, r := range m.Relationships(model.Delegation) {
			c, to, i := r.Connector(), m.Element(r.Target), r.Connector().Interface
			var why string
			offered := model.Kind("")
			for _, kind := range []model.Kind{model.Provides, model.Requires} {
				if slices.ContainsFunc(m.Offers(r.Source, kind), func(o *model.Relationship) bool {
					return o.Offer().Port == c.FromPort && (i == "" || component.Offers(m, i, o.Target) || component.Offers(m, o.Target, i))
				}) {
					offered = kind
				}
			}
			within := to.Owner == r.Source || slices.ContainsFunc(m.HeldBy(to.ID), func(h *model.Element) bool { return h.ID == r.Source || slices.Contains(ancestors(m, h.ID), r.Source) })
			switch {
			case !within:
				why = fmt.Sprintf("%s is not in %s", nameOf(m, to.ID), nameOf(m, r.Source))
			case i == "":
			case offered == "":
				why = fmt.Sprintf("%s is neither provided nor required at the port %s", nameOf(m, i), nameOf(m, c.FromPort))
			case to.Kind == model.Class:
				if offered == model.Provides && !realizes(m, to.ID, i) {
					why = fmt.Sprintf("%s does not realize %s", nameOf(m, to.ID), nameOf(m, i))
				}
			default:
				of := m.ComponentAt(to.ID)
				if of == nil {
					break
				}
				list, verb := component.Provided(m, of.ID), "provide"
				if offered == model.Requires {
					list, verb = component.Required(m, of.ID), "require"
				}
				if !slices.ContainsFunc(list, func(x model.ID) bool { return component.Offers(m, x, i) }) {
					why = fmt.Sprintf("%s does not %s %s", nameOf(m, of.ID), verb, nameOf(m, i))
				}
			}
			if why != "" {
				p.Report(Finding{Subject: r.ID, Related: []model.ID{to.ID}, says: say("%s: %s.", relationText(m, r.ID), why)})
			}
		}
	}},
}

var delegationIncomplete = &Analyzer{
	Name: "delegation/incomplete", Title: "A port passes nothing on", Severity: Warning,
	Doc:    "The component shows by delegations what in it answers at its ports, but for this interface at this port nothing does.",
	Source: "UML 2.5.1, 11.6.3.1.",
	Finds:  "Traceability provides TraceQuery and LotLookup at query, and only TraceQuery is passed on.",
	Leaves: "A component without any delegation yet",
	Scope: eachComponent(func(p *Pass, c *model.Element) {
		m := p.Model
		delegations := m.RelationshipsFrom(c.ID, model.Delegation)
		if len(delegations) == 0 {
			return
		}
		for _, o := range m.Offers(c.ID, model.Provides) {
			port := o.Offer().Port
			passed := slices.ContainsFunc(delegations, func(r *model.Relationship) bool {
				i := r.Connector().Interface
				return r.Connector().FromPort == port && (i == "" || component.Offers(m, i, o.Target))
			})
			if port != "" && !passed {
				p.Report(Finding{Subject: o.ID, Related: []model.ID{c.ID, port}, says: say("%s provides %s at the port %s, but passes it on to nothing inside.", nameOf(m, c.ID), nameOf(m, o.Target), nameOf(m, port))})
			}
		}
	}),
}

var componentSharedClass = &Analyzer{
	Name: "component/shared-class", Title: "A class is in several components", Severity: Advice,
	Doc:    "Two components hold the same class: then they can only be changed together. One of them owns it, mostly, and the other asks.",
	Source: "UML 2.5.1, 11.6.3.1: components are modular parts; information hiding, Parnas 1972.",
	Finds:  "Traceability holds HoneyLot, Intake desk holds HoneyLot.",
	Leaves: "Traceability and a component in it",
	Scope: Each{Kinds: classifiers, Reach: []Neighbourhood{Self, holdsNear}, Run: func(p *Pass, r model.Row) {
		m, class := p.Model, r.RowID()
		var by []model.ID // by the relationship
		for _, h := range m.RelationshipsTo(class, model.Holds) {
			by = append(by, h.Source)
		}
		if len(by) < 2 {
			return
		}
		apart := slices.DeleteFunc(slices.Clone(by), func(id model.ID) bool { // the inner one counts
			return slices.ContainsFunc(by, func(o model.ID) bool { return slices.Contains(ancestors(m, o), id) })
		})
		if len(apart) > 1 {
			p.Report(Finding{Subject: class, Related: apart, says: say("%s is in %s. Which of them does it belong to?", nameOf(m, class), english.List(namesOf(m, apart)))})
		}
	}},
}

// holdsNear: from what holds something, or a component in or around it, to what is held.
func holdsNear(m *model.Model, r model.Row, reach func(model.ID)) {
	switch r := r.(type) {
	case *model.Relationship:
		if r.Kind == model.Holds {
			reach(r.Target)
		}
	case *model.Element:
		if r.Kind == model.Component {
			nearComponents{m, func(c model.ID) {
				for _, h := range m.Held(c) {
					reach(h.ID)
				}
			}}.around(r.ID)
		}
	}
}

var classUnallocated = &Analyzer{
	Name: "class/unallocated", Title: "Classes that are in no component", Severity: Advice,
	Doc:    "Most classes are in a component, and these are not: who keeps them? Said once for all of them, and only once more than half have their place.",
	Source: "Every part of the structure is somebody's: allocation, IEEE 1016, 5.2.",
	Finds:  "HoneyLot and Blend are in components, Grade is in none.",
	Leaves: "A model in which only a few classes are in components yet; data types",
	Scope: Whole{Touched: rowsOf(model.Class, model.Holds).has, Silent: isRenamed, Run: func(p *Pass) {
		m := p.Model
		in := map[model.ID]bool{}
		for _, h := range m.Relationships(model.Holds) {
			if e := m.Element(h.Target); e.Kind == model.Class {
				in[e.ID] = true
			}
		}
		if n := m.Count(model.Class) - len(in); n == 0 || len(in) <= n {
			return
		}
		var out []model.ID
		for _, c := range m.Elements(model.Class) {
			if !in[c.ID] {
				out = append(out, c.ID)
			}
		}
		slices.SortFunc(out, func(a, b model.ID) int { return strings.Compare(nameOf(m, a), nameOf(m, b)) })
		p.Report(Finding{Subject: out[0], Related: out[1:], says: say("In no component: %s.", alternatives(namesOf(m, out)))}, idStrings(out)...)
	}},
}

var componentUndeclaredUse = &Analyzer{
	Name: "component/undeclared-use", Title: "A class reaches into another component", Severity: Warning,
	Doc:      "A class in one component uses a class in another, or can be followed to it, but the component requires nothing from there and does not depend on it: the picture of components hides that the two belong together.",
	Source:   "UML 2.5.1, 7.7 and 11.6.3.1; the reflexion model: Murphy, Notkin and Sullivan 1995.",
	Finds:    "A class of Label printer uses HoneyLot, which is in Traceability, and Label printer requires nothing of Traceability.",
	Leaves:   "Label printer gets LotLookup from Traceability, or uses Traceability; an association without arrows",
	Requires: []Requirement{componentCallers},
	Scope: eachComponent(func(p *Pass, a *model.Element) {
		m, callers := p.Model, componentCallers.of(p)
		told := map[model.ID]bool{}
		for _, r := range linesOfHeld(m, a.ID, model.Usage, model.Dependency, model.Association) {
			for _, way := range usesOf(m, r) {
				if !slices.ContainsFunc(m.HeldBy(way[0]), func(h *model.Element) bool { return h.ID == a.ID }) {
					continue
				}
				holders := m.HeldBy(way[1])
				if len(holders) != 1 {
					continue // where several hold it, it is open whose it is
				}
				b := holders[0]
				related := a.ID == b.ID || slices.Contains(ancestors(m, a.ID), b.ID) || slices.Contains(ancestors(m, b.ID), a.ID)
				if related || told[b.ID] || slices.Contains(callers[a.ID], b.ID) {
					continue
				}
				if slices.ContainsFunc(ancestors(m, a.ID), func(o model.ID) bool { return slices.Contains(callers[o], b.ID) }) {
					continue
				}
				told[b.ID] = true
				p.Report(Finding{Subject: a.ID, Key: string(b.ID), Related: []model.ID{b.ID, r.ID}, says: say("%s in %s uses %s in %s, but %s requires nothing from there.", nameOf(m, way[0]), nameOf(m, a.ID), nameOf(m, way[1]), nameOf(m, b.ID), nameOf(m, a.ID)),
					Mends: []Mend{{Title: fmt.Sprintf("Say that %s uses %s", nameOf(m, a.ID), nameOf(m, b.ID)), Changes: []model.Change{&model.Connect{ID: model.DeriveID("uses", string(a.ID), string(b.ID)), Kind: model.Usage, Source: a.ID, Target: b.ID}}}}})
			}
		}
	}),
}

// linesOfHeld lists the relationships of some kinds at what a component holds, by id.
func linesOfHeld(m *model.Model, c model.ID, kinds ...model.Kind) []*model.Relationship {
	var out []*model.Relationship
	for _, class := range m.Held(c) {
		for _, r := range m.RelationshipsOf(class.ID) {
			if slices.Contains(kinds, r.Kind) {
				out = append(out, r)
			}
		}
	}
	slices.SortFunc(out, func(a, b *model.Relationship) int { return strings.Compare(string(a.ID), string(b.ID)) })
	return slices.Compact(out)
}

// usesOf tells which class uses which by a relationship.
func usesOf(m *model.Model, r *model.Relationship) (out [][2]model.ID) {
	if r.Kind != model.Association {
		return [][2]model.ID{{r.Source, r.Target}}
	}
	ends := m.Ends(r.ID)
	if len(ends) != 2 {
		return nil
	}
	for i, e := range ends {
		if e.End().Navigable == model.Yes {
			out = append(out, [2]model.ID{ends[1-i].Type, e.Type})
		}
	}
	return out
}
