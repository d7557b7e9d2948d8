package notation

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// Forms of data flows:
//
//	flow  = place "sends" name "to" place .      place = ref | "the frame" .
//	write = ref "writes" [ name ] "to" ref .     read = ref "reads" [ name ] "from" ref .
const (
	FormFlow  Form = "flow"
	FormWrite Form = "write"
	FormRead  Form = "read"
)

// Frame is the kind of a reference that means the frame of a level.
const Frame model.Kind = "frame"

// Scope is the level on which something is said: of several processes of one
// name those of the level are meant, and new ones become part of it. The zero
// scope is the context.
type Scope struct {
	Parent model.ID
	View   model.View
	Flows  bool // a diagram of data flows is open
	Cases  bool // a use case diagram is open
	// Classes: a class diagram is open.
	Classes bool
	// Components: a component diagram is open.
	Components bool
	// Inside is the component whose inside that diagram shows: its parts are known by
	// their names alone, and new components become part of it.
	Inside model.ID
}

// ScopeOf is the scope of what is said while a diagram is open.
func ScopeOf(m *model.Model, diagram model.ID) Scope {
	if d := m.Diagram(diagram); d != nil && d.Kind == model.LevelDiagram {
		return Scope{Parent: d.About, View: d.View, Flows: true}
	} else if d != nil && d.Kind == model.ContextDiagram {
		return Scope{Flows: true}
	} else if d != nil && d.Kind == model.UseCaseDiagram {
		return Scope{Cases: true}
	} else if d != nil && d.Kind == model.ComponentDiagram {
		return Scope{Components: true, Inside: d.About}
	} else if d != nil && d.Kind == model.ClassDiagram {
		return Scope{Classes: true}
	}
	return Scope{}
}

var placeKinds = []model.Kind{model.Process, model.Entity, model.Store}

func isStore(r Ref) bool { return r.Kind == model.Store }

// flowStatement: the subject stands first in a write or a read, the store last.
func flowStatement(_ *model.Model, r *model.Relationship, ref func(model.ID) Ref) (Statement, bool) {
	place := func(id model.ID) Ref {
		if id == "" {
			return Ref{Kind: Frame}
		}
		return ref(id)
	}
	s := Statement{Form: FormFlow, Verb: r.Name}
	from, to := place(r.Source), place(r.Target)
	switch {
	case isStore(from) && !isStore(to) && to.Kind != Frame:
		s.Form, from, to = FormRead, to, from
	case isStore(to) && !isStore(from) && from.Kind != Frame:
		s.Form = FormWrite
	}
	s.Ends[0].Ref, s.Ends[1].Ref = from, to
	return s, true
}

func makeFlow(k *making) {
	k.between(model.DataFlow, k.a, k.b)
	k.line.Name = k.s.Verb
}

// makeRead leads from the store, which stands last.
func makeRead(k *making) {
	k.between(model.DataFlow, k.b, k.a)
	k.line.Name = k.s.Verb
}

// flowStatements finds every way to read the tokens as a data flow.
func (p *parser) flowStatements(keep func(Statement, int, int)) {
	p.spokenFlows(keep)
	for _, a := range p.places(0) {
		if after, ok := p.flowVerb(a.end, "sends", "send"); ok {
			for _, n := range p.flowNames(after) {
				if to, ok := p.phrase(n.end, "to"); ok {
					for _, b := range p.places(to) {
						s := Statement{Form: FormFlow, Verb: n.value}
						s.Ends[0].Ref, s.Ends[1].Ref = p.implied(a.value, b.value)
						if s.Ends[0].Ref.Kind == Frame && s.Ends[1].Ref.Kind == Frame {
							continue
						}
						switch from, to := s.Ends[0].Ref, s.Ends[1].Ref; {
						case isStore(to) && !isStore(from) && from.Kind != Frame:
							s.Form = FormWrite // the same said in another way
						case isStore(from) && !isStore(to) && to.Kind != Frame:
							s.Form = FormRead
							s.Ends[0].Ref, s.Ends[1].Ref = to, from
						}
						keep(s, b.end, a.cost+n.cost+b.cost)
					}
				}
			}
		}
		for _, v := range []struct {
			form        Form
			verb, usual string
			word        string
		}{{FormWrite, "writes", "write", "to"}, {FormRead, "reads", "read", "from"}} {
			after, ok := p.flowVerb(a.end, v.verb, v.usual)
			if !ok || a.value.Kind == Frame || isStore(a.value) {
				continue
			}
			for _, n := range append(p.flowNames(after), parsed[string]{end: after}) {
				at, ok := p.phrase(n.end, v.word)
				if !ok {
					continue
				}
				for _, b := range p.places(at) {
					if b.value.Kind != model.Store && b.value.Kind != "" {
						continue
					}
					s := Statement{Form: v.form, Verb: n.value}
					s.Ends[0].Ref, s.Ends[1].Ref = a.value, b.value
					if s.Ends[0].Ref.Kind == "" {
						s.Ends[0].Ref.Kind = model.Process
					}
					s.Ends[1].Ref.Kind = model.Store
					keep(s, b.end, a.cost+n.cost+b.cost)
				}
			}
		}
	}
}

func (p *parser) flowVerb(i int, verb, usual string) (int, bool) {
	if after, ok := p.phrase(i, verb); ok {
		return after, true
	}
	if p.forgiving {
		return p.phrase(i, usual)
	}
	return 0, false
}

// flowNames reads the name of a flow. A name of the dictionary is known, however
// many words it has; forgiving, articles before it are passed over.
func (p *parser) flowNames(i int) []parsed[string] {
	out := p.names(i)
	if p.forgiving && (articles[p.word(i)] || possessives[p.word(i)]) {
		out = append(p.names(i+1), out...)
		if possessives[p.word(i)] {
			out = p.names(i + 1)
		}
	}
	if p.forgiving && i == 0 { // what begins a sentence
		for j, n := range out {
			first, rest, _ := strings.Cut(n.value, " ")
			if p.toks[0].kind == tokWord && first == model.Capital(strings.ToLower(first)) && len(p.m.TermsNamed(n.value)) == 0 && len(p.m.FlowsNear(n.value)) == 0 {
				out[j].value = strings.TrimSpace(strings.ToLower(first) + " " + rest)
			}
		}
	}
	if p.forgiving {
		for j := range out { // a name of several words is as good as one of one word
			out[j].cost = 0
		}
	}
	return out
}

// implied gives new names the kind that a flow between them implies: from an
// external entity to a process; on the context diagram what a process sends to
// is outside.
func (p *parser) implied(from, to Ref) (Ref, Ref) {
	inside := p.scope.Parent != ""
	if from.Kind == "" {
		from.Kind = model.Entity
		if inside && to.Kind != model.Process || to.Kind == model.Entity || to.Kind == model.Store || to.Kind == Frame {
			from.Kind = model.Process
		}
	}
	if to.Kind == "" {
		to.Kind = model.Process
		if from.Kind == model.Process && !inside {
			to.Kind = model.Entity
		}
	}
	return from, to
}

// places reads what a flow may lead to: a known process, external entity or
// store, the frame, or a new name, whose kind is left open.
func (p *parser) places(i int) []parsed[Ref] {
	if after, ok := p.phrase(i, "the frame"); ok {
		return []parsed[Ref]{{Ref{Kind: Frame}, after, 0}}
	}
	if found, ok := p.placeRefs[i]; ok {
		return found
	}
	var out []parsed[Ref]
	starts := []int{i}
	if p.forgiving && articles[p.word(i)] {
		starts = append(starts, i+1)
	}
	for _, at := range starts {
		for _, n := range p.placeNames(at) {
			out = append(out, p.placeAt(n, at)...)
		}
	}
	if p.placeRefs == nil {
		p.placeRefs = map[int][]parsed[Ref]{}
	}
	p.placeRefs[i] = out
	return out
}

// placeNames is refNames for places: runs of words that are known as one, even
// where they hold words of the grammar.
func (p *parser) placeNames(i int) []parsed[string] {
	out := p.names(i)
	if !p.forgiving || i >= len(p.toks) || p.toks[i].kind == tokQuoted {
		return out
	}
	var words []string
	for n := 0; n < 8 && i+n < len(p.toks) && p.toks[i+n].kind == tokWord; n++ {
		words = append(words, p.toks[i+n].text)
		name := strings.Join(words, " ")
		if n < len(out) && out[n].value == name {
			continue
		}
		if len(p.m.Named(name, placeKinds...)) > 0 || len(p.m.ByTerm(name, placeKinds...)) > 0 {
			out = append(out, parsed[string]{name, i + n + 1, n})
		}
	}
	return out
}

func (p *parser) placeAt(n parsed[string], at int) []parsed[Ref] {
	path, end := []string{n.value}, n.end
	for p.mark(end, "::") {
		next := p.names(end + 1)
		if len(next) == 0 {
			return nil
		}
		last := next[0]
		if p.toks[end+1].kind != tokQuoted {
			last = next[len(next)-1]
		}
		path, end = append(path, last.value), last.end
	}
	kind := model.Kind("")
	if p.mark(end, "@") {
		i := slices.IndexFunc(placeKinds, func(k model.Kind) bool { return strings.ToLower(string(k)) == p.word(end+1) })
		if i < 0 {
			return nil
		}
		kind, end = placeKinds[i], end+2
	}
	name := path[len(path)-1]
	found := p.m.Named(name, placeKinds...)
	if len(found) == 0 && p.forgiving {
		found = p.m.ByTerm(name, placeKinds...)
		for _, e := range p.m.OfKind(model.Process) {
			if model.NormalForm(e.Name) == model.NormalForm(name) && name != "" {
				found = append(found, e)
			}
		}
	}
	found = slices.DeleteFunc(found, func(e *model.Element) bool {
		return kind != "" && e.Kind != kind || !underPath(p.m, e, path[:len(path)-1])
	})
	if len(path) == 1 {
		found = p.inScope(found)
	}
	var out []parsed[Ref]
	for _, e := range found {
		out = append(out, parsed[Ref]{Ref{Name: e.Name, Kind: e.Kind, ID: e.ID}, end, 0})
	}
	if len(found) == 0 && name != "" && len(path) == 1 {
		if p.forgiving && p.toks[at].kind == tokWord && strings.ToLower(name) == name {
			if at > 0 && !departments[p.word(n.end-1)] { // the drivers
				name = singularName(name)
			}
			name = model.Capital(name)
		}
		out = append(out, parsed[Ref]{Ref{Name: name, Kind: kind}, end, unknownCost + n.cost + oddName(name)})
	}
	return out
}

// departments are called by what stands in the plural.
var departments = map[string]bool{"accounts": true, "sales": true, "operations": true, "logistics": true, "customs": true, "services": true, "works": true, "stores": true, "claims": true, "admissions": true}

// inScope leaves of several processes those of the level that is spoken of, if
// there are any.
func (p *parser) inScope(found []*model.Element) []*model.Element {
	near := slices.DeleteFunc(slices.Clone(found), func(e *model.Element) bool {
		return e.Kind == model.Process && (e.Owner != p.scope.Parent || e.Process().View != p.scope.View)
	})
	if len(found) > 1 && len(near) > 0 && p.forgiving {
		return near
	}
	return found
}

// underPath reports whether an element is part of processes named so.
func underPath(m *model.Model, e *model.Element, path []string) bool {
	for i := len(path) - 1; i >= 0; i-- {
		if e = m.Element(e.Owner); e == nil || e.Name != path[i] {
			return false
		}
	}
	return true
}

// printPlace writes what a flow leads to: with the processes it is part of where
// its name alone is not enough, with its kind where those are not.
func printPlace(m *model.Model, r Ref) string {
	if r.Kind == Frame {
		return "the frame"
	}
	out := PrintName(r.Name)
	same := m.Named(r.Name, placeKinds...)
	if r.ID == "" || len(same) < 2 {
		return out
	}
	e := m.Element(r.ID)
	var path []string
	for o := m.Element(e.Owner); o != nil; o = m.Element(o.Owner) {
		path = append([]string{o.Name}, path...)
		same = slices.DeleteFunc(same, func(s *model.Element) bool { return !underPath(m, s, path) })
		out = PrintName(o.Name) + "::" + out
		if len(same) == 1 {
			return out
		}
	}
	return out + "@" + string(r.Kind)
}

func printFlow(m *model.Model, s Statement) string {
	a, b, name := printPlace(m, s.Ends[0].Ref), printPlace(m, s.Ends[1].Ref), " "
	if s.Verb != "" {
		name = " " + PrintName(s.Verb) + " "
	}
	switch s.Form {
	case FormWrite:
		return a + " writes" + name + "to " + b
	case FormRead:
		return a + " reads" + name + "from " + b
	}
	return a + " sends " + PrintName(s.Verb) + " to " + b
}

// readFlow tells a data flow from both of its ends.
func readFlow(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	place := func(id model.ID) string {
		if id == "" {
			return "what lies around this level"
		}
		return name(id)
	}
	start := func(id model.ID) string {
		if id == "" {
			return "What lies around this level"
		}
		return name(id)
	}
	what := r.Name
	from, to := m.Element(r.Source), m.Element(r.Target)
	switch {
	case from != nil && from.Kind == model.Store && (to == nil || to.Kind != model.Store):
		if what == "" {
			what = "all that is there"
		}
		return []Sentence{plain(start(r.Target) + " reads " + what + " from " + place(r.Source) + "."),
			plain(start(r.Source) + " gives " + what + " to " + place(r.Target) + ".")}
	case to != nil && to.Kind == model.Store && (from == nil || from.Kind != model.Store):
		if what == "" {
			what = "whole records"
		}
		return []Sentence{plain(start(r.Source) + " writes " + what + " to " + place(r.Target) + "."),
			plain(start(r.Target) + " receives " + what + " from " + place(r.Source) + ".")}
	}
	if what == "" {
		what = "something without a name"
	}
	return []Sentence{plain(start(r.Source) + " sends " + what + " to " + place(r.Target) + "."),
		plain(start(r.Target) + " receives " + what + " from " + place(r.Source) + ".")}
}

// flowConnections: what may lead from one place to another, without its name.
func flowConnections(from, to Ref) []Connection {
	name := func(r Ref) string {
		if r.Name == "" {
			return "(unnamed)"
		}
		return r.Name
	}
	a, b := name(from), name(to)
	s := Statement{Ends: [2]StatementEnd{{Ref: from}, {Ref: to}}}
	switch {
	case isStore(from) && isStore(to), from.Kind == model.Note, to.Kind == model.Note:
		return nil
	case isStore(to):
		s.Form = FormWrite
		return []Connection{{a + " writes … to " + b, s}, {a + " reads … from " + b, Statement{Form: FormRead, Ends: s.Ends}}}
	case isStore(from):
		s.Form, s.Ends = FormRead, [2]StatementEnd{{Ref: to}, {Ref: from}}
		return []Connection{{b + " reads … from " + a, s}, {b + " writes … to " + a, Statement{Form: FormWrite, Ends: s.Ends}}}
	}
	s.Form = FormFlow
	back := Statement{Form: FormFlow, Ends: [2]StatementEnd{{Ref: to}, {Ref: from}}}
	return []Connection{{a + " sends … to " + b, s}, {b + " sends … to " + a, back}}
}
