package notation

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// Forms of component diagrams:
//
//	iface = place [ "at" name ] ( "provides" | "requires" ) ref .
//	asm   = place [ "at" name ] "gets" ref "from" place [ "at" name ] .
//	deleg = place "at" name "passes" ref "to" place [ "at" name ] .
//	holds = place "holds" ref .          a class that is told by it, or a component in it
//	place = ref | ref "::" name .        a component, or a part of one
const (
	FormInterface  Form = "iface"
	FormAssembly   Form = "asm"
	FormDelegation Form = "deleg"
	FormHolds      Form = "holds"
)

func isComponent(k model.Kind) bool { return k == model.Component || k == model.ComponentPart }

// group tells new elements of one name apart: classifiers meet, an actor, a use case
// and a component do not.
func group(k model.Kind) model.Kind {
	if isCase(k) || isComponent(k) {
		return k
	}
	return ""
}

// portNamed is the name of a port; a port without one cannot be spoken of.
func portNamed(m *model.Model, id model.ID) (name string, ok bool) {
	if p := m.Element(id); p != nil {
		name = p.Name
	}
	return name, id == "" || name != ""
}

func offerStatement(m *model.Model, r *model.Relationship, ref func(model.ID) Ref) (s Statement, ok bool) {
	s = between(FormInterface, r, ref)
	s.Kind = r.Kind
	s.Ports[0], ok = portNamed(m, r.Offer().Port)
	return s, ok
}

func holdsStatement(_ *model.Model, r *model.Relationship, ref func(model.ID) Ref) (Statement, bool) {
	s := between(FormHolds, r, ref)
	s.Kind = r.Kind
	return s, true
}

// connectorStatement needs an interface that is passed.
func connectorStatement(form Form) func(*model.Model, *model.Relationship, func(model.ID) Ref) (Statement, bool) {
	return func(m *model.Model, r *model.Relationship, ref func(model.ID) Ref) (Statement, bool) {
		s, c := between(form, r, ref), r.Connector()
		from, fromNamed := portNamed(m, c.FromPort)
		to, toNamed := portNamed(m, c.ToPort)
		if !fromNamed || !toNamed || c.Interface == "" {
			return s, false
		}
		s.Kind, s.Ports, s.Interface = r.Kind, [2]string{from, to}, ref(c.Interface)
		return s, true
	}
}

// componentPlace is a component or a part, perhaps at one of its ports.
type componentPlace struct {
	ref  Ref
	port string
}

// componentStatements finds every way to read the tokens as something said of
// components.
func (p *parser) componentStatements(keep func(Statement, int, int)) {
	add := func(s Statement, end, cost int) {
		made := s.Ends[0].Ref.ID == "" || s.Ends[1].Ref.ID == "" || s.Interface.Name != "" && s.Interface.ID == ""
		if made && !p.scope.Components && s.Ends[0].Ref.ID == "" {
			cost += elsewhereCost
		}
		keep(s, end, cost)
	}
	if p.scope.Components {
		p.newDependencies(add)
	}
	p.spokenComponents(add)
	for _, a := range p.componentPlaces(0, false) {
		for _, v := range []struct {
			kind        model.Kind
			verb, usual string
		}{{model.Provides, "provides", "offers"}, {model.Requires, "requires", "needs"}} {
			after, ok := p.flowVerb(a.end, v.verb, v.usual)
			if !ok || a.value.ref.Kind != model.Component {
				continue
			}
			for _, b := range p.interfaces(after) {
				s := Statement{Form: FormInterface, Kind: v.kind}
				s.Ends[0].Ref, s.Ends[1].Ref, s.Ports[0] = a.value.ref, b.value, a.value.port
				add(s, b.end, a.cost+b.cost)
			}
		}
		if after, ok := p.flowVerb(a.end, "gets", "get"); ok {
			p.connector(Statement{Form: FormAssembly, Kind: model.Assembly}, a, after, "from", false, add)
		}
		if after, ok := p.flowVerb(a.end, "passes", "pass"); ok && a.value.port != "" && a.value.ref.Kind == model.Component {
			p.connector(Statement{Form: FormDelegation, Kind: model.Delegation}, a, after, "to", true, add)
		}
		if after, ok := p.flowVerb(a.end, "holds", "hold"); ok && a.value.port == "" && a.value.ref.Kind == model.Component {
			for _, b := range p.ref(after, model.Class) {
				if !b.value.Kind.IsClassifier() || p.forgiving && a.value.ref.ID == "" && !p.scope.Components {
					continue
				}
				s := Statement{Form: FormHolds, Kind: model.Holds}
				s.Ends[0].Ref, s.Ends[1].Ref = a.value.ref, b.value
				add(s, b.end, a.cost+b.cost)
			}
			for _, b := range p.componentRefs(after) {
				same := b.value.ID == a.value.ref.ID && b.value.Name == a.value.ref.Name
				if b.value.Kind != model.Component || same || b.value.ID == "" && !p.scope.Components {
					continue
				}
				s := Statement{Form: FormHolds}
				s.Ends[0].Ref, s.Ends[1].Ref = a.value.ref, b.value
				if b.value.ID == "" {
					b.cost-- // where components are drawn, what is new is one
				}
				add(s, b.end, a.cost+b.cost)
			}
		}
	}
}

// newDependencies reads what depends on what where components are spoken of, and one
// of the two is new; known ones are read as everywhere.
func (p *parser) newDependencies(add func(Statement, int, int)) {
	for _, a := range p.componentRefs(0) {
		for _, v := range verbPhrases {
			if v.form != FormDependency || v.usual && !p.forgiving {
				continue
			}
			after, ok := p.phrase(a.end, v.words)
			if !ok {
				continue
			}
			for _, b := range p.componentRefs(after) {
				if a.value.ID != "" && b.value.ID != "" {
					continue
				}
				s := Statement{Form: FormDependency, Kind: v.kind}
				s.Ends[0].Ref, s.Ends[1].Ref = a.value, b.value
				add(s, b.end, a.cost+b.cost+v.cost)
			}
		}
	}
}

func (p *parser) connector(s Statement, a parsed[componentPlace], at int, word string, classes bool, add func(Statement, int, int)) {
	for _, i := range p.interfaces(at) {
		after, ok := p.phrase(i.end, word)
		if !ok {
			continue
		}
		for _, b := range p.componentPlaces(after, classes) {
			n := s
			n.Ends[0].Ref, n.Ends[1].Ref, n.Interface = a.value.ref, b.value.ref, i.value
			n.Ports = [2]string{a.value.port, b.value.port}
			add(n, b.end, a.cost+b.cost+i.cost)
		}
	}
}

// interfaces reads the name of an interface, known or new.
func (p *parser) interfaces(i int) []parsed[Ref] {
	return slices.DeleteFunc(slices.Clone(p.ref(i, model.Interface)), func(r parsed[Ref]) bool { return r.value.Kind != model.Interface })
}

// componentPlaces reads a component or a part, with "at" and a port; where classes
// are let in, a class too.
func (p *parser) componentPlaces(i int, classes bool) []parsed[componentPlace] {
	var out []parsed[componentPlace]
	for _, r := range p.componentRefs(i) {
		out = append(out, parsed[componentPlace]{componentPlace{ref: r.value}, r.end, r.cost})
		if after, ok := p.phrase(r.end, "at"); ok {
			for _, n := range p.names(after) {
				if n.value != "" {
					out = append(out, parsed[componentPlace]{componentPlace{r.value, n.value}, n.end, r.cost + n.cost})
				}
			}
		}
	}
	if classes {
		for _, r := range p.ref(i, model.Class) {
			if r.value.Kind == model.Class && r.value.ID != "" {
				out = append(out, parsed[componentPlace]{componentPlace{ref: r.value}, r.end, r.cost})
			}
		}
	}
	return out
}

// componentRefs reads the name of a component, known or new, or "::" and a part of
// it.
func (p *parser) componentRefs(i int) []parsed[Ref] {
	var out []parsed[Ref]
	if owner := p.m.Element(p.scope.Inside); owner != nil {
		out = append(out, p.inside(owner, i)...)
	}
	for _, n := range p.namesOf(i, model.Component) {
		found := p.componentsNamed(n.value)
		if p.mark(n.end, "::") {
			for _, owner := range found {
				out = append(out, p.inside(owner, n.end+1)...)
			}
			continue
		}
		for _, e := range found {
			r := parsed[Ref]{Ref{Name: e.Name, Kind: e.Kind, ID: e.ID}, n.end, p.elsewhere(e)}
			switch near := func(o parsed[Ref]) bool { return o.end == r.end && o.value.Name == e.Name }; {
			case slices.ContainsFunc(out, func(o parsed[Ref]) bool { return near(o) && o.value.ID == e.ID }):
				continue
			case slices.ContainsFunc(out, near):
				r.cost++ // what is in here comes first
			}
			out = append(out, r)
		}
		if len(found) == 0 && n.value != "" {
			name := n.value
			if p.forgiving && p.scope.Components && p.toks[n.at].kind == tokWord && strings.ToLower(name) == name {
				name = model.Capital(name)
			}
			out = append(out, parsed[Ref]{Ref{Name: name, Kind: model.Component}, n.end, unknownCost + n.cost + oddName(n.value)})
		}
	}
	return out
}

func (p *parser) inside(owner *model.Element, i int) []parsed[Ref] {
	var out []parsed[Ref]
	for _, n := range p.caseNames(i) {
		for _, e := range p.m.Children(owner.ID, model.ComponentPart, model.Component) {
			if e.Name == n.value && n.value != "" {
				out = append(out, parsed[Ref]{Ref{Name: e.Name, Kind: e.Kind, ID: e.ID}, n.end, 0})
			}
		}
	}
	return out
}

func (p *parser) componentsNamed(name string) []*model.Element {
	found := p.m.Named(name, model.Component)
	if len(found) == 0 && p.forgiving && name != "" {
		for _, e := range p.m.OfKind(model.Component) {
			if model.NormalForm(e.Name) == model.NormalForm(name) {
				found = append(found, e)
			}
		}
	}
	return found
}

// elsewhere makes it a little dearer to mean a component where classes are spoken
// of, or something else where components are, if both bear the name.
func (p *parser) elsewhere(e *model.Element) int {
	if isComponent(e.Kind) == p.scope.Components || len(p.m.ClassifiersNamed(e.Name)) == 0 || len(p.m.Named(e.Name, model.Component)) == 0 {
		return 0
	}
	return 1
}

// makeComponentLine finds the ports by name, or makes them, and says what the
// relationship passes.
func makeComponentLine(k *making) {
	k.between(k.s.Kind, k.a, k.b)
	patch := model.Patch{}
	if iface := k.find(k.s.Interface); iface != "" {
		patch["interface"] = model.P("x", iface)["x"]
	}
	for i, field := range []string{"fromPort", "toPort"} {
		if k.s.Ports[i] == "" {
			continue
		}
		if k.s.Form == FormInterface {
			field = "port"
		}
		patch[field] = model.P("x", k.port([]model.ID{k.a, k.b}[i], k.s.Ports[i]))["x"]
	}
	k.set(patch)
}

// makeHolds says that a classifier is told by a component, or puts a component into another one.
func makeHolds(k *making) {
	if k.s.Kind == model.Holds {
		makeComponentLine(k)
		return
	}
	k.line = nil
	k.after = append(k.after, &model.MoveInto{ID: k.b, Package: k.a})
}

// ReadInside says which component is in which.
func ReadInside(m *model.Model, outer, inner model.ID) []Sentence {
	a, b := m.Element(outer), m.Element(inner)
	if a == nil || b == nil {
		return nil
	}
	return []Sentence{plain(b.Name + " is in " + a.Name + "."), plain("What is outside of " + a.Name + " reaches " + b.Name + " by way of it.")}
}

// port finds a port of a component, or of the component of a part, or makes it.
func (k *making) port(at model.ID, name string) model.ID {
	owner := at
	if e := k.m.ComponentAt(at); e != nil {
		owner = e.ID
	}
	for _, p := range k.m.Children(owner, model.Port) {
		if p.Name == name {
			return p.ID
		}
	}
	p := k.id("port", string(owner), name)
	k.before = append(k.before, &model.AddPart{ID: p, Owner: owner, Kind: model.Port, Name: name})
	return p
}

func printComponent(m *model.Model, s Statement) string {
	a, b := printComponentPlace(m, s.Ends[0].Ref), printComponentPlace(m, s.Ends[1].Ref)
	if s.Ports[0] != "" {
		a += " at " + PrintName(s.Ports[0])
	}
	if s.Ports[1] != "" {
		b += " at " + PrintName(s.Ports[1])
	}
	switch s.Form {
	case FormInterface:
		verb := " requires "
		if s.Kind == model.Provides {
			verb = " provides "
		}
		return a + verb + b
	case FormHolds:
		return a + " holds " + b
	case FormAssembly:
		return a + " gets " + printRef(m, s.Interface) + " from " + b
	}
	return a + " passes " + printRef(m, s.Interface) + " to " + b
}

// printComponentPlace writes a part, or a component whose name is not its own alone, by way
// of the component that it is in.
func printComponentPlace(m *model.Model, r Ref) string {
	e := m.Element(r.ID)
	if e == nil {
		return PrintName(r.Name)
	}
	if owner := m.Element(e.Owner); owner != nil && owner.Kind == model.Component && (e.Kind == model.ComponentPart || e.Kind == model.Component && len(m.Named(e.Name, model.Component)) > 1) {
		return PrintName(owner.Name) + "::" + PrintName(e.Name)
	}
	if e.Kind == model.Component {
		if len(m.ClassifiersNamed(e.Name)) > 0 {
			return PrintName(e.Name) + "@" + string(model.Component)
		}
		return PrintName(e.Name)
	}
	return printRef(m, r)
}

// componentPhrase is what stands at an end of a line, with the component that a part is, and
// the port, behind which a comma has to follow.
func componentPhrase(m *model.Model, name func(model.ID) string, id, port model.ID) string {
	text := name(id)
	if e := m.Element(id); e != nil && e.Kind == model.ComponentPart {
		if c := m.Element(e.ComponentPart().Component); c != nil {
			text += " (a " + c.Name + ")"
		}
	}
	if p := m.Element(port); p != nil {
		text += ", at " + map[bool]string{true: "a port", false: p.Name}[p.Name == ""] + ","
	}
	return text
}

// atEnd is a phrase at the end of a sentence.
func atEnd(phrase string) string { return strings.TrimSuffix(phrase, ",") }

func readProvides(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	b := name(r.Target)
	return []Sentence{plain(componentPhrase(m, name, r.Source, r.Offer().Port) + " provides " + b + "."), plain("Who needs " + b + " can get it from " + name(r.Source) + ".")}
}

func readRequires(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	b := name(r.Target)
	return []Sentence{plain(componentPhrase(m, name, r.Source, r.Offer().Port) + " requires " + b + "."), plain("Without somebody who provides " + b + ", " + name(r.Source) + " does not work.")}
}

func readHolds(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	b := name(r.Target)
	return []Sentence{plain(componentPhrase(m, name, r.Source, "") + " holds " + b + "."), plain(b + " is in " + name(r.Source) + ".")}
}

// passed is the interface that a connector passes.
func passed(m *model.Model, c model.ConnectorData) string {
	if i := m.Element(c.Interface); i != nil {
		return i.Name
	}
	return "something"
}

func readAssembly(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	c := r.Connector()
	a, b, what := componentPhrase(m, name, r.Source, c.FromPort), componentPhrase(m, name, r.Target, c.ToPort), passed(m, c)
	return []Sentence{plain(a + " gets " + what + " from " + atEnd(b) + "."), plain("If " + name(r.Target) + " is taken out, " + name(r.Source) + " needs " + what + " from somebody else.")}
}

func readDelegation(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	c := r.Connector()
	a, b := componentPhrase(m, name, r.Source, c.FromPort), componentPhrase(m, name, r.Target, c.ToPort)
	return []Sentence{plain("What comes to " + atEnd(a) + " for " + passed(m, c) + " is passed on to " + atEnd(b) + ".")}
}
