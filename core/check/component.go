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

// onComponents runs a rule where there are components.
func onComponents(run func(p *Pass)) Scope {
	return Whole{
		Touched: touchesComponents,
		Run: func(p *Pass) {
			if len(p.Model.OfKind(model.Component)) > 0 {
				run(p)
			}
		},
	}
}

// componentWebs is who provides and who needs what.
var componentWebs = &Fact[*component.Web]{name: "components", rests: touchesComponents, find: func(f *facts) *component.Web { return component.WebOf(f.m) }}

// componentCallers is whom each component calls.
var componentCallers = &Fact[map[model.ID][]model.ID]{
	name: "callers", needs: []Requirement{componentWebs}, rests: touchesComponents,
	find: func(f *facts) map[model.ID][]model.ID { return componentWebs.in(f).Callers() },
}

// touchesComponents: rows that rules on components depend on.
var touchesComponents = rowsOf(append(model.ClassifierKinds(),
	model.Component, model.ComponentPart, model.Port, model.Provides, model.Requires, model.Assembly, model.Delegation, model.Holds,
	model.Generalization, model.Realization, model.Dependency, model.Usage, model.Association, model.End, model.Operation)...).has

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

// askedOnly lists the interfaces that several components require and nobody
// provides: one of them may have been meant to provide it.
func askedOnly(m *model.Model) map[model.ID][]*model.Relationship {
	out := map[model.ID][]*model.Relationship{}
	for _, r := range m.Relationships(model.Requires) {
		if len(component.Providers(m, r.Target, "")) == 0 {
			out[r.Target] = append(out[r.Target], r)
		}
	}
	for id, list := range out {
		if len(list) < 2 {
			delete(out, id)
		}
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
	Requires: []Requirement{componentWebs},
	Scope: onComponents(func(p *Pass) {
		m, shared := p.Model, askedOnly(p.Model)
		web := componentWebs.of(p)
		for _, n := range web.Needs() {
			c := m.Element(n.Component)
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
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		needs := componentWebs.of(p).Needs()
		if len(needs) == 0 {
			return
		}
		asking := map[model.ID][]model.ID{} // of an interface, the components that require it
		for _, n := range needs {
			asking[n.Interface] = append(asking[n.Interface], n.Component)
		}
		for _, c := range m.OfKind(model.Component) {
			for _, i := range component.Provided(m, c.ID) {
				needed := slices.ContainsFunc(classifier.KindsOf(m, i), func(offered model.ID) bool {
					return slices.ContainsFunc(asking[offered], func(by model.ID) bool { return by != c.ID })
				})
				outward := slices.ContainsFunc(ancestors(m, c.ID), func(a model.ID) bool {
					return slices.ContainsFunc(component.Provided(m, a), func(o model.ID) bool { return component.Offers(m, i, o) })
				})
				used := slices.ContainsFunc(m.RelationshipsOf(i), func(r *model.Relationship) bool {
					return r.Target == i && (r.Kind == model.Usage || r.Kind == model.Dependency)
				})
				if !needed && !outward && !used && !c.Component().External {
					p.Report(Finding{Subject: c.ID, Key: string(i), Related: []model.ID{i}, says: say("%s provides %s, and nobody needs it. For whom is it?", nameOf(m, c.ID), nameOf(m, i))})
				}
			}
		}
	}),
}

var componentSeemsReversed = &Analyzer{
	Name: "component/seems-reversed", Title: "An interface seems to point the wrong way", Severity: Warning,
	Doc:    "Several components require the interface and nobody provides it, or an assembly leads from who provides to who requires. Mostly ball and socket were mixed up at one of them.",
	Source: "UML 2.5.1, 11.6.4: the ball is what is provided, the socket what is required.",
	Finds:  "Label printer requires LotLookup, Traceability requires LotLookup, and nobody provides it.",
	Leaves: "Label printer requires LotLookup, Traceability provides it",
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		shared := askedOnly(m)
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
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		seen := map[model.ID]bool{}
		for _, r := range m.Relationships(model.Provides, model.Requires) {
			if seen[r.Target] || len(classifier.Features(m, r.Target, model.Operation)) > 0 {
				continue
			}
			seen[r.Target] = true
			p.Report(Finding{Subject: r.Target, says: say("%s stands between components and has no operation. What can be asked there?", nameOf(m, r.Target))})
		}
	}),
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
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		for _, c := range m.OfKind(model.Component) {
			in := insideOf(m, c.ID)
			if in.empty() || c.Component().External {
				continue
			}
			for _, i := range component.Provided(m, c.ID) {
				inner := slices.ContainsFunc(in.components, func(o model.ID) bool { return component.Gives(m, o, i) })
				if !inner && !slices.ContainsFunc(in.classes, func(e *model.Element) bool { return realizes(m, e.ID, i) }) {
					p.Report(Finding{Subject: c.ID, Key: string(i), Related: []model.ID{i}, says: say("%s provides %s, but nothing in it does.", nameOf(m, c.ID), nameOf(m, i))})
				}
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
	Scope: onComponents(func(p *Pass) {
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
	}),
}

var delegationIncomplete = &Analyzer{
	Name: "delegation/incomplete", Title: "A port passes nothing on", Severity: Warning,
	Doc:    "The component shows by delegations what in it answers at its ports, but for this interface at this port nothing does.",
	Source: "UML 2.5.1, 11.6.3.1.",
	Finds:  "Traceability provides TraceQuery and LotLookup at query, and only TraceQuery is passed on.",
	Leaves: "A component without any delegation yet",
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		for _, c := range m.OfKind(model.Component) {
			var delegations []*model.Relationship
			for _, r := range m.RelationshipsOf(c.ID) {
				if r.Kind == model.Delegation && r.Source == c.ID {
					delegations = append(delegations, r)
				}
			}
			if len(delegations) == 0 {
				continue
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
		}
	}),
}

var componentSharedClass = &Analyzer{
	Name: "component/shared-class", Title: "A class is in several components", Severity: Advice,
	Doc:    "Two components hold the same class: then they can only be changed together. One of them owns it, mostly, and the other asks.",
	Source: "UML 2.5.1, 11.6.3.1: components are modular parts; information hiding, Parnas 1972.",
	Finds:  "Traceability holds HoneyLot, Intake desk holds HoneyLot.",
	Leaves: "Traceability and a component in it",
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		by := map[model.ID][]model.ID{}
		for _, r := range m.Relationships(model.Holds) {
			by[r.Target] = append(by[r.Target], r.Source)
		}
		for _, class := range slices.Sorted(maps.Keys(by)) {
			apart := slices.DeleteFunc(slices.Clone(by[class]), func(id model.ID) bool { // the inner one counts
				return slices.ContainsFunc(by[class], func(o model.ID) bool { return slices.Contains(ancestors(m, o), id) })
			})
			if len(apart) > 1 {
				p.Report(Finding{Subject: class, Related: apart, says: say("%s is in %s. Which of them does it belong to?", nameOf(m, class), english.List(namesOf(m, apart)))})
			}
		}
	}),
}

var classUnallocated = &Analyzer{
	Name: "class/unallocated", Title: "Classes that are in no component", Severity: Advice,
	Doc:    "Most classes are in a component, and these are not: who keeps them? Said once for all of them, and only once more than half have their place.",
	Source: "Every part of the structure is somebody's: allocation, IEEE 1016, 5.2.",
	Finds:  "HoneyLot and Blend are in components, Grade is in none.",
	Leaves: "A model in which only a few classes are in components yet; data types",
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		var in, out []model.ID
		for _, c := range m.Elements(model.Class) {
			if len(m.HeldBy(c.ID)) > 0 {
				in = append(in, c.ID)
			} else {
				out = append(out, c.ID)
			}
		}
		if len(out) == 0 || len(in) <= len(out) {
			return
		}
		slices.SortFunc(out, func(a, b model.ID) int { return strings.Compare(nameOf(m, a), nameOf(m, b)) })
		p.Report(Finding{Subject: out[0], Related: out[1:], says: say("In no component: %s.", alternatives(namesOf(m, out)))}, idStrings(out)...)
	}),
}

var componentUndeclaredUse = &Analyzer{
	Name: "component/undeclared-use", Title: "A class reaches into another component", Severity: Warning,
	Doc:      "A class in one component uses a class in another, or can be followed to it, but the component requires nothing from there and does not depend on it: the picture of components hides that the two belong together.",
	Source:   "UML 2.5.1, 7.7 and 11.6.3.1; the reflexion model: Murphy, Notkin and Sullivan 1995.",
	Finds:    "A class of Label printer uses HoneyLot, which is in Traceability, and Label printer requires nothing of Traceability.",
	Leaves:   "Label printer gets LotLookup from Traceability, or uses Traceability; an association without arrows",
	Requires: []Requirement{componentCallers},
	Scope: onComponents(func(p *Pass) {
		m := p.Model
		callers := componentCallers.of(p)
		told := map[[2]model.ID]bool{}
		held := map[model.ID][]*model.Element{}
		for _, h := range m.Relationships(model.Holds) {
			held[h.Target] = append(held[h.Target], m.Element(h.Source))
		}
		for _, r := range m.Relationships(model.Usage, model.Dependency, model.Association) {
			for _, way := range usesOf(m, r) {
				for _, a := range held[way[0]] {
					for _, b := range held[way[1]] {
						related := a.ID == b.ID || slices.Contains(ancestors(m, a.ID), b.ID) || slices.Contains(ancestors(m, b.ID), a.ID)
						if related || told[[2]model.ID{a.ID, b.ID}] || slices.Contains(callers[a.ID], b.ID) || len(held[way[1]]) > 1 {
							continue
						}
						declared := slices.ContainsFunc(ancestors(m, a.ID), func(o model.ID) bool { return slices.Contains(callers[o], b.ID) })
						if declared {
							continue
						}
						told[[2]model.ID{a.ID, b.ID}] = true
						p.Report(Finding{Subject: a.ID, Key: string(b.ID), Related: []model.ID{b.ID, r.ID}, says: say("%s in %s uses %s in %s, but %s requires nothing from there.", nameOf(m, way[0]), nameOf(m, a.ID), nameOf(m, way[1]), nameOf(m, b.ID), nameOf(m, a.ID)),
							Mends: []Mend{{Title: fmt.Sprintf("Say that %s uses %s", nameOf(m, a.ID), nameOf(m, b.ID)), Changes: []model.Change{&model.Connect{ID: model.DeriveID("uses", string(a.ID), string(b.ID)), Kind: model.Usage, Source: a.ID, Target: b.ID}}}}})
					}
				}
			}
		}
	}),
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
