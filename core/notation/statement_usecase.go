package notation

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// Forms of use case diagrams:
//
//	part = ref ( "starts" | "supports" | "takes part in" ) ref .
//	incl = ref "includes" ref .
//	ext  = ref "extends" ref [ "at" name { "," name } ] [ "when" quoted ] .
//
// Actors and use cases are kinds of each other as classes are: see gen.
const (
	FormPart    Form = "part"
	FormInclude Form = "incl"
	FormExtend  Form = "ext"
)

var caseKinds = []model.Kind{model.Actor, model.UseCase}

func isCase(k model.Kind) bool { return slices.Contains(caseKinds, k) }

// partWord is a verb of a participation.
type partWord struct {
	words string
	part  model.Part
	usual bool // only the forgiving reader takes it
}

// partWords are the verbs of a participation; the first of each part is printed.
var partWords = []partWord{
	{"starts", model.Primary, false}, {"supports", model.Supporting, false}, {"takes part in", model.Unspecified, false},
	{"start", model.Primary, true}, {"support", model.Supporting, true}, {"take part in", model.Unspecified, true}, {"participates in", model.Unspecified, true},
}

func partStatement(_ *model.Model, r *model.Relationship, ref func(model.ID) Ref) (Statement, bool) {
	s := between(FormPart, r, ref)
	s.Part = r.Participation().Part
	return s, true
}

func extendStatement(m *model.Model, r *model.Relationship, ref func(model.ID) Ref) (Statement, bool) {
	s, d := between(FormExtend, r, ref), r.Extend()
	s.Condition = d.Condition
	for _, p := range d.Points {
		s.Points = append(s.Points, m.Element(p).Name)
	}
	return s, true
}

// caseStatements finds every way to read the tokens as something said of use
// cases.
func (p *parser) caseStatements(keep func(Statement, int, int)) {
	p.spokenCases(keep)
	for _, a := range p.caseRefs(0, model.Actor) {
		for _, v := range partWords {
			if after, ok := p.phrase(a.end, v.words); ok && (p.forgiving || !v.usual) {
				for _, b := range p.caseRefs(after, model.UseCase) {
					s := Statement{Form: FormPart, Part: v.part}
					s.Ends[0].Ref, s.Ends[1].Ref = a.value, b.value
					keep(s, b.end, a.cost+b.cost)
				}
			}
		}
	}
	for _, a := range p.caseRefs(0, model.UseCase) {
		if after, ok := p.flowVerb(a.end, "includes", "include"); ok {
			for _, b := range p.caseRefs(after, model.UseCase) {
				s := Statement{Form: FormInclude}
				s.Ends[0].Ref, s.Ends[1].Ref = a.value, b.value
				keep(s, b.end, a.cost+b.cost)
			}
		}
		if after, ok := p.flowVerb(a.end, "extends", "extend"); ok {
			for _, b := range p.caseRefs(after, model.UseCase) {
				s := Statement{Form: FormExtend}
				s.Ends[0].Ref, s.Ends[1].Ref = a.value, b.value
				p.extension(s, b.end, a.cost+b.cost, keep)
			}
		}
	}
	for _, kind := range caseKinds {
		for _, a := range p.caseRefs(0, kind) {
			for _, v := range verbPhrases {
				if v.form != FormGeneralization || v.usual && !p.forgiving {
					continue
				}
				if after, ok := p.phrase(a.end, v.words); ok {
					for _, b := range p.caseRefs(after, kind) {
						if a.value.ID == "" && b.value.ID == "" && !p.scope.Cases {
							continue // classes, unless use cases are spoken of
						}
						s := Statement{Form: FormGeneralization}
						s.Ends[0].Ref, s.Ends[1].Ref = a.value, b.value
						keep(s, b.end, a.cost+b.cost+v.cost)
					}
				}
			}
		}
	}
}

// extension reads where and when a use case extends another.
func (p *parser) extension(s Statement, at, cost int, keep func(Statement, int, int)) {
	when := func(s Statement, at int) {
		keep(s, at, cost)
		after, ok := p.phrase(at, "when")
		if !ok || after >= len(p.toks) {
			return
		}
		if t := p.toks[after]; t.kind == tokQuoted && t.text != "" {
			s.Condition = t.text
			keep(s, after+1, cost)
		} else if p.forgiving {
			var words []string
			for _, t := range p.toks[after:] {
				words = append(words, t.text)
			}
			s.Condition = strings.Join(words, " ")
			keep(s, len(p.toks), cost)
		}
	}
	when(s, at)
	after, ok := p.phrase(at, "at")
	for ok {
		names := p.names(after)
		if len(names) == 0 || names[0].value == "" {
			return
		}
		last := names[len(names)-1]
		s.Points = append(slices.Clone(s.Points), last.value)
		when(s, last.end)
		after, ok = last.end+1, p.mark(last.end, ",")
	}
}

// caseRefs reads the name of an actor or a use case: a known one, or a new one.
func (p *parser) caseRefs(i int, kind model.Kind) []parsed[Ref] {
	var out []parsed[Ref]
	for _, n := range p.namesOf(i, kind) {
		found := p.m.Named(n.value, kind)
		if len(found) == 0 && p.forgiving {
			found = p.caseNear(n.value, kind)
		}
		for _, e := range found {
			out = append(out, parsed[Ref]{Ref{Name: e.Name, Kind: e.Kind, ID: e.ID}, n.end, 0})
		}
		if len(found) == 0 && n.value != "" {
			name := n.value
			if p.forgiving && p.toks[n.at].kind == tokWord && strings.ToLower(name) == name {
				name = model.Capital(name)
			}
			out = append(out, parsed[Ref]{Ref{Name: name, Kind: kind}, n.end, unknownCost + n.cost + oddName(name)})
		}
	}
	return out
}

// namedAt is a name and where it begins.
type namedAt struct {
	parsed[string]
	at int
}

// namesOf reads a name as it is written, after an article or not; "@" and the kind may
// follow it, and then it has to be this kind.
func (p *parser) namesOf(i int, kind model.Kind) []namedAt {
	starts := []int{i}
	if p.forgiving && articles[p.word(i)] {
		starts = append(starts, i+1)
	}
	var out []namedAt
	for _, at := range starts {
		for _, n := range p.caseNames(at) {
			if p.mark(n.end, "@") {
				if p.word(n.end+1) != strings.ToLower(string(kind)) {
					continue
				}
				n.end += 2
			}
			out = append(out, namedAt{n, at})
		}
	}
	return out
}

// caseNear finds what meets a name in its normal form, plurals of actors included.
func (p *parser) caseNear(name string, kind model.Kind) []*model.Element {
	if kind == model.Actor {
		return p.m.ByTerm(name, kind)
	}
	var out []*model.Element
	for _, e := range p.m.OfKind(kind) {
		if model.NormalForm(e.Name) == model.NormalForm(name) && name != "" {
			out = append(out, e)
		}
	}
	return out
}

// maxCaseWords is how many words the name of a use case may have where nothing is
// in quotes.
const maxCaseWords = 14

// caseNames reads runs of words: use cases are called "Trace a recall", with words
// of the grammar in them.
func (p *parser) caseNames(i int) []parsed[string] {
	if i >= len(p.toks) {
		return nil
	}
	if p.toks[i].kind == tokQuoted || !p.forgiving {
		return p.names(i)
	}
	var out []parsed[string]
	var words []string
	for n := 0; n < maxCaseWords && i+n < len(p.toks) && p.toks[i+n].kind == tokWord; n++ {
		if n == 0 && isReserved(p.toks[i].text) && strings.ToLower(p.toks[i].text) == p.toks[i].text {
			return nil
		}
		words = append(words, p.toks[i+n].text)
		out = append(out, parsed[string]{strings.Join(words, " "), i + n + 1, n})
	}
	return out
}

// printCases writes both ends and a verb between.
func printCases(s Statement, verb string) string {
	return PrintName(s.Ends[0].Ref.Name) + " " + verb + " " + PrintName(s.Ends[1].Ref.Name)
}

func printPart(_ *model.Model, s Statement) string {
	i := slices.IndexFunc(partWords, func(v partWord) bool { return v.part == s.Part })
	return printCases(s, partWords[i].words)
}

func printInclude(_ *model.Model, s Statement) string { return printCases(s, "includes") }

func printExtend(_ *model.Model, s Statement) string {
	out := printCases(s, "extends")
	for i, n := range s.Points {
		if i == 0 {
			out += " at " + PrintName(n)
		} else {
			out += ", " + PrintName(n)
		}
	}
	if s.Condition != "" {
		out += " when " + quote(s.Condition)
	}
	return out
}

func makePart(k *making) {
	k.between(model.Participation, k.a, k.b)
	if k.s.Part != model.Unspecified {
		k.set(model.P("part", k.s.Part))
	}
}

func makeExtend(k *making) {
	k.between(model.Extend, k.a, k.b)
	patch := model.Patch{}
	if points := extensionPoints(k); len(points) > 0 {
		patch["points"] = model.P("x", points)["x"]
	}
	if k.s.Condition != "" {
		patch["condition"] = model.P("x", k.s.Condition)["x"]
	}
	k.set(patch)
}

// extensionPoints finds those of the extended use case by name, or makes them.
func extensionPoints(k *making) []model.ID {
	var points []model.ID
	for _, name := range k.s.Points {
		at := k.id("point", name)
		for _, e := range k.m.Children(k.b, model.ExtensionPoint) {
			if e.Name == name {
				at = e.ID
			}
		}
		if k.m.Element(at) == nil && !slices.Contains(points, at) {
			k.before = append(k.before, &model.AddPart{ID: at, Owner: k.b, Kind: model.ExtensionPoint, Name: name})
		}
		points = append(points, at)
	}
	return points
}

// printKind writes a reference of a generalization with its kind where something
// of another kind bears the name too.
func printKind(m *model.Model, r Ref) string {
	out := PrintName(r.Name)
	if r.ID != "" && len(m.ClassifiersNamed(r.Name))+len(m.Named(r.Name, caseKinds...)) > 1 {
		out += "@" + string(r.Kind)
	}
	return out
}

func readPart(_ *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	a, b := name(r.Source), name(r.Target)
	switch r.Participation().Part {
	case model.Primary:
		return []Sentence{plain(a + " starts " + b + "."), plain(b + " is there for " + a + ".")}
	case model.Supporting:
		return []Sentence{plain(a + " supports " + b + "."), plain("In " + b + ", " + a + " is asked for something.")}
	}
	return []Sentence{plain(a + " takes part in " + b + "."), plain("In " + b + ", " + a + " takes part; it is not said who starts it.")}
}

func readInclude(_ *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	a, b := quoted(name(r.Source)), quoted(name(r.Target))
	return []Sentence{plain("Every " + a + " includes " + b + "."), plain(b + " is always done as part of " + a + ".")}
}

func readWithin(_ *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	a, b := quoted(name(r.Source)), name(r.Target)
	return []Sentence{plain(b + " offers " + a + "."), plain(a + " is in " + b + ".")}
}

func readExtend(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	d, a, b := r.Extend(), quoted(name(r.Source)), quoted(name(r.Target))
	at, when := "", "Sometimes"
	for i, p := range d.Points {
		if e := m.Element(p); e != nil {
			at += map[bool]string{true: " at ", false: ", "}[i == 0] + e.Name
		}
	}
	if d.Condition != "" {
		when = "When " + d.Condition + ","
	}
	return []Sentence{plain(when + " " + a + " is added to " + b + at + "."), plain(b + " is complete without " + a + ".")}
}

func quoted(name string) string { return "“" + name + "”" }

// caseConnections: what actors and use cases may be to each other.
func caseConnections(from, to Ref) []Connection {
	name := func(r Ref) string {
		if r.Name == "" {
			return "(unnamed)"
		}
		return r.Name
	}
	if from.Kind == model.UseCase && to.Kind == model.Actor {
		from, to = to, from
	}
	a, b := name(from), name(to)
	made := func(title string, s Statement) Connection {
		s.Ends[0].Ref, s.Ends[1].Ref = from, to
		return Connection{title, s}
	}
	switch {
	case from.Kind == model.Actor && to.Kind == model.UseCase:
		return []Connection{
			made(a+" starts “"+b+"”", Statement{Form: FormPart, Part: model.Primary}),
			made(a+" supports “"+b+"”", Statement{Form: FormPart, Part: model.Supporting}),
			made(a+" takes part in “"+b+"”", Statement{Form: FormPart}),
		}
	case from.Kind == model.UseCase && to.Kind == model.UseCase:
		if from.ID == to.ID && from.ID != "" {
			return nil
		}
		return []Connection{
			made("“"+a+"” always includes “"+b+"”", Statement{Form: FormInclude}),
			made("“"+a+"” sometimes extends “"+b+"”", Statement{Form: FormExtend}),
			made("“"+a+"” is a kind of “"+b+"”", Statement{Form: FormGeneralization}),
		}
	case from.Kind == model.Actor && to.Kind == model.Actor && from.ID != to.ID:
		return []Connection{made("Each "+a+" is a kind of "+b, Statement{Form: FormGeneralization})}
	}
	return nil
}
