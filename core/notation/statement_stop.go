package notation

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// explain says at which word reading stopped, and which form is the nearest, made of names of
// the model.
func (p *parser) explain() error {
	known, stop := p.begin()
	if known == "" {
		return syntaxf("reading stopped at %s: a statement begins with a name, as in: %s", quote(p.wordAt(0)), p.nearest("", 0))
	}
	if verb, after := p.verbAt(stop); after > stop {
		if after == len(p.toks) {
			return syntaxf("understood %s %s; another name is missing behind it, as in: %s", quote(known), verb, p.nearest(known, stop))
		}
		return syntaxf("understood %s %s; reading stopped at %s. The nearest form: %s", quote(known), verb, quote(p.stoppedBehind(after)), p.nearest(known, stop))
	}
	if stop == len(p.toks) {
		return syntaxf("understood %s; what it is to something else is missing behind it, as in: %s", quote(known), p.nearest(known, stop))
	}
	return syntaxf("understood %s; reading stopped at %s. The nearest form: %s", quote(known), quote(p.wordAt(stop)), p.nearest(known, stop))
}

// begin is the longest name at the beginning that the model knows, and the token behind it.
func (p *parser) begin() (known string, stop int) {
	longest := func(r Ref, end int) {
		if r.ID != "" && end > stop {
			known, stop = r.Name, end
		}
	}
	switch {
	case p.scope.Flows:
		for _, r := range p.places(0) {
			longest(r.value, r.end)
		}
	case p.scope.Components:
		for _, r := range p.componentRefs(0) {
			longest(r.value, r.end)
		}
	case p.scope.Cases:
		for _, r := range append(p.caseRefs(0, model.Actor), p.caseRefs(0, model.UseCase)...) {
			longest(r.value, r.end)
		}
	default:
		for _, e := range p.ends(0) {
			longest(e.value.Ref, e.end)
		}
	}
	return known, stop
}

// verbAt is the longest phrase of the grammar at a token, and the token behind it.
func (p *parser) verbAt(i int) (verb string, after int) {
	after = i
	for _, v := range verbPhrases {
		if end, ok := p.phrase(i, v.words); ok && end > after {
			verb, after = v.words, end
		}
	}
	return verb, after
}

// stoppedBehind is the word at which reading stops behind a verb: the first that is no part of
// the longest name there.
func (p *parser) stoppedBehind(i int) string {
	far := i
	for _, e := range p.ends(i) {
		if e.value.Ref.ID != "" {
			far = max(far, e.end)
		}
	}
	if far == len(p.toks) {
		far = i
	}
	return p.wordAt(far)
}

// wordAt is a token as it was written.
func (p *parser) wordAt(i int) string {
	if i < len(p.toks) {
		return p.toks[i].text
	}
	return ""
}

// shape is a form of statement with gaps for a name at either side.
type shape struct {
	verb       string
	from, to   model.Kind
	many       string // in front of the second name
	components bool
	cases      bool
	flows      bool
}

// shapes are the forms that are proposed where a text is none, the most usual first.
var shapes = []shape{
	{verb: "has", from: model.Class, to: model.Class, many: "0..* "},
	{verb: "is made of", from: model.Class, to: model.Class, many: "1..* "},
	{verb: "is a kind of", from: model.Class, to: model.Class},
	{verb: "realizes", from: model.Class, to: model.Interface},
	{verb: "uses", from: model.Class, to: model.Class},
	{verb: "depends on", from: model.Class, to: model.Class},
	{verb: "requires", from: model.Component, to: model.Interface, components: true},
	{verb: "provides", from: model.Component, to: model.Interface, components: true},
	{verb: "starts", from: model.Actor, to: model.UseCase, cases: true},
	{verb: "sends order to", from: model.Entity, to: model.Process, flows: true},
	{verb: "writes order to", from: model.Process, to: model.Store, flows: true},
	{verb: "reads order from", from: model.Process, to: model.Store, flows: true},
	{verb: "includes", from: model.UseCase, to: model.UseCase, cases: true},
	{verb: "extends", from: model.UseCase, to: model.UseCase, cases: true},
}

// nearest is the form that shares most words with what was written from a token on, with the
// name that was understood and one of the model.
func (p *parser) nearest(known string, from int) string {
	var written []string
	for i := from; i < len(p.toks); i++ {
		written = append(written, p.word(i))
	}
	best, most := -1, -1
	for i, s := range shapes {
		if s.components != p.scope.Components || s.cases != p.scope.Cases || s.flows != p.scope.Flows {
			continue
		}
		n := 0
		for w := range strings.FieldsSeq(s.verb) {
			if slices.Contains(written, w) {
				n++
			}
		}
		if n > most {
			best, most = i, n
		}
	}
	s := shapes[best]
	first := known
	if first == "" {
		first = p.someName(s.from, "")
	}
	return PrintName(first) + " " + s.verb + " " + s.many + PrintName(p.someName(s.to, first))
}

// usualNames stand in examples as long as the model has no name of a kind.
var usualNames = map[model.Kind][]string{
	model.Class: {"Order", "Line"}, model.Interface: {"Priced"}, model.Component: {"Shop"},
	model.Actor: {"Customer"}, model.UseCase: {"Place order", "Check stock"},
	model.Entity: {"Customer"}, model.Process: {"Check order"}, model.Store: {"Order file"},
}

// someName is the name of an element of a kind, another than one.
func (p *parser) someName(kind model.Kind, but string) string {
	for _, e := range p.m.Elements(kind) {
		if name := strings.TrimSpace(e.Name); name != "" && name != but {
			return name
		}
	}
	usual := usualNames[kind]
	if usual[0] == but {
		return usual[len(usual)-1]
	}
	return usual[0]
}

// farthest is how many words in front of the end are looked at for what could be understood.
const farthest = 4

// unread says of a sentence that was not understood what of it was: up to which word it says something, that
// only one state is named, or that nothing is said of where data go. Else it is the error that there is.
func (u *understanding) unread(toks []token, err error) error {
	n := len(toks)
	p := u.parser(toks)
	text := func(part []token) string {
		var words []string
		for _, t := range part {
			words = append(words, t.text)
		}
		return strings.ReplaceAll(strings.Join(words, " "), " ,", ",")
	}
	if n > 2 && u.scope.ofClassesAlone() && toBe[p.word(n-2)] && toks[n-1].kind == tokWord {
		if at, _, ok := toBeAt(append(slices.Clone(toks), token{tokWord, ""})); ok {
			if r, ok := u.subjectOf(toks[:at]); ok {
				return syntaxf("understood %s; %s is one state of it: name all that there are, as in: %s is either %s or …", quote(text(toks[:at])), quote(p.wordAt(n-1)), PrintName(r.Name), p.word(n-1))
			}
		}
	}
	for end := n - 1; end >= max(3, n-farthest); end-- {
		if toks[end-1].kind == tokMark || toks[end].kind == tokMark || boundaries[word(toks[end-1])] || articles[word(toks[end-1])] {
			continue
		}
		if ways := u.clause(toks[:end]); len(ways) > 0 && !u.swallowed(ways[0]) {
			return syntaxf("understood %s; reading stopped at %s. The nearest form: %s", quote(text(toks[:end])), quote(p.wordAt(end)), p.nearest("", 0))
		}
	}
	if at, end, ok := u.finite(toks, 1); ok && u.scope.Flows {
		if end < n || toBe[word(toks[at])] {
			return syntaxf("understood %s; from whom and to whom the data go has to be said, as in: %s", quote(text(toks)), p.nearest("", at))
		}
	}
	return err
}
