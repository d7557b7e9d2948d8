package notation

import (
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// What people say of classes in ordinary sentences: "each loaf is baked in exactly one oven",
// "a beacon must be inspected by two engineers". A sentence is a subject, a group of verbs and
// an object; verbs are known by the general language and by how they bend, never by a list of
// one trade.

// said is a group of verbs in the middle of a sentence.
type said struct {
	name    string // in the third person: the name of the association
	passive bool   // whoever does it stands behind
	plural  bool   // its form goes with several
	modal   modality
}

// modality is what a modal verb says of the number at the end behind it.
type modality int

const (
	plainly modality = iota
	must             // there is one at least
	may              // there may be none
)

var modals = map[string]modality{"must": must, "shall": must, "may": may, "can": may, "might": may, "could": may, "should": plainly, "will": plainly, "would": plainly}

var toBe = map[string]bool{"is": true, "are": true, "be": true}

func isModal(w string) bool { _, ok := modals[w]; return ok }

// prepositions and particles that belong to the verb before them.
var prepositions = english.Set(`in on at to from with for by of over under into onto through across after before behind beside between against about
	along around near off out up down within without towards upon`)

// spokenStatements reads ordinary sentences as associations.
func (p *parser) spokenStatements(keep func(Statement, int, int)) {
	if !p.forgiving {
		return
	}
	for _, a := range p.spokenEnds(0) {
		for _, v := range p.saids(a.end) {
			for _, b := range p.spokenEnds(v.end) {
				subject, object := a.value, b.value
				subject.singular((v.value.plural || isModal(p.word(a.end))) && !subject.determined)
				object.singular(!object.determined)
				p.bound(&object, v.value.modal)
				if subject.single && !object.each && !v.value.passive { // one customer can have many orders: each can
					subject.Multiplicity = model.Multiplicity{}
				}
				if owning[v.value.name] {
					object.one()
				}
				s := Statement{Form: FormAssociation, Ends: [2]StatementEnd{subject.StatementEnd, object.StatementEnd}, Verb: v.value.name}
				if v.value.passive {
					s.Ends[0], s.Ends[1] = s.Ends[1], s.Ends[0]
				}
				// It says more than a reading that takes the words as they come.
				disagrees := 0
				if v.value.plural && a.value.Ref.ID == "" && (a.value.article || a.value.each) { // a law firm represents clients: not a law
					disagrees = 4
				}
				keep(s, b.end, a.cost+v.cost+b.cost+p.phraseCost(a.end, v.end)+disagrees-1)
			}
		}
	}
}

// owning are verbs behind which "a" means one: a ship has a captain.
var owning = map[string]bool{"has": true, "belongs to": true}

// one says so where an article does and nothing else.
func (e *spokenEnd) one() {
	if e.article && e.Multiplicity.State == model.Absent {
		e.Multiplicity = model.Range(1, 1)
	}
}

// spokenEnd is a subject or an object.
type spokenEnd struct {
	StatementEnd
	determined bool // by an article, "each", or a number of one: it is in the singular
	article    bool // "a", "an"
	plural     bool // as it was written
	single     bool // "one", and no number of something
	each       bool // "each", "every"
}

// singular writes a new name that stands in the plural in the singular.
func (e *spokenEnd) singular(plural bool) {
	if e.Ref.ID != "" || !plural && !(e.Multiplicity.State == model.Decided && e.Multiplicity.Upper != 1) {
		return
	}
	one := singularName(e.Ref.Name)
	e.plural = one != e.Ref.Name
	e.Ref.Name = one
}

// spokenEnds reads a subject or an object: a multiplicity or an article, and a name.
func (p *parser) spokenEnds(i int) []parsed[spokenEnd] {
	var out []parsed[spokenEnd]
	w := p.word(i)
	at, e := i, spokenEnd{}
	if numbered := p.numbered(i); !numbered && (articles[w] || w == "all" || w == "any" || possessives[w]) {
		at++
		e.determined = w != "all" && w != "the" && !possessives[w]
		e.article = w == "a" || w == "an"
	}
	if of, ordered, ok := p.collection(i); ok {
		for _, r := range p.refAt(of, model.Class) {
			n := spokenEnd{plural: true}
			n.Ref, n.Multiplicity, n.Props.Ordered = r.value, model.Range(0, model.Many), ordered
			out = append(out, parsed[spokenEnd]{n, r.end, r.cost})
		}
	}
	for _, mu := range p.multiplicities(at) {
		for _, r := range p.refAt(mu.end, model.Class) {
			n := e
			n.Multiplicity, n.Ref = mu.value, r.value
			n.single, n.each = p.word(i) == "one" && mu.end == i+1, w == "each" || w == "every"
			n.determined = n.determined || mu.value.State == model.Decided && mu.value.Upper == 1
			end := r.end
			if p.mark(end, "{") {
				props, after, ok := p.props(end + 1)
				if !ok {
					continue
				}
				n.Props, end = props, after
			}
			out = append(out, parsed[spokenEnd]{n, end, mu.cost + r.cost})
		}
	}
	return out
}

// collections are nouns in front of "of" that say no more than that there are several.
var collections = english.Set("list set series sequence collection group range variety")

// collection reads "an ordered list of", "a set of": of says where the things are named.
func (p *parser) collection(i int) (of int, ordered, ok bool) {
	if w := p.word(i); w != "a" && w != "an" && w != "the" && w != "its" {
		return 0, false, false
	}
	i++
	if w := p.word(i); w == "ordered" || w == "sorted" {
		ordered = true
		i++
	}
	if w := p.word(i); !collections[w] || p.word(i+1) != "of" {
		return 0, false, false
	}
	ordered = ordered || p.word(i) == "sequence" || p.word(i) == "series"
	i += 2
	if w := p.word(i); articles[w] || w == "its" {
		i++
	}
	return i, ordered, true
}

// bound says in the multiplicity what a modal verb says: the lower bound of the end behind it.
func (p *parser) bound(e *spokenEnd, m modality) {
	mu := &e.Multiplicity
	if m == plainly || mu.State == model.Undecided {
		return
	}
	if mu.State == model.Absent {
		switch {
		case e.article:
			*mu = model.Range(0, 1)
		case e.plural:
			*mu = model.Range(0, model.Many)
		default:
			return
		}
	}
	switch {
	case m == may:
		mu.Lower = 0
	case mu.Lower == 0:
		mu.Lower = 1
	}
}

// saids reads a group of verbs.
func (p *parser) saids(i int) (out []parsed[said]) {
	m, modal := modals[p.word(i)]
	at := i
	if modal {
		at++
	}
	add := func(v said, end, cost int) {
		v.modal = m
		out = append(out, parsed[said]{v, end, cost})
	}
	w := p.word(at)
	if w == "has" || w == "have" {
		switch next := p.word(at + 1); {
		case next == "been": // has been written by
			w, at = "be", at+1
			if !modal {
				w = "is"
			}
		case english.PastBase(next, english.CanBeVerb) != "" && p.determinedAt(at+2): // has written many songs
			add(said{name: thirdPerson(english.PastBase(next, english.CanBeVerb)), plural: w == "have"}, at+2, 0)
		}
	}
	if w == "was" || w == "were" {
		w = map[string]string{"was": "is", "were": "are"}[w]
	}
	if toBe[w] && (w == "be") == modal {
		after := p.word(at + 1)
		if english.PastBase(after, english.CanBeVerb) != "" {
			p.passives(at+1, w == "are", add)
			return out
		}
		switch next := p.word(at + 2); {
		case prepositions[after] && after != "by" && next != "" && prepositions[p.word(at+3)] && !articles[next] && !p.numbered(at+2): // is on loan from
			add(said{name: "is " + after + " " + next + " " + p.word(at+3), plural: w == "are"}, at+4, 0)
		case prepositions[after] && after != "by":
			add(said{name: "is " + after, plural: w == "are"}, at+2, 0)
		case after != "" && prepositions[next] && !articles[after] && !p.numbered(at+1): // is valid for
			add(said{name: "is " + after + " " + next, plural: w == "are"}, at+3, 0)
		}
		return out
	}
	base, bent := english.BaseForm(w)
	switch w {
	case "has":
		base, bent = "have", true
	case "have":
		bent = false
	}
	if modal && bent && english.CanBeVerb(w) { // press, discuss
		base, bent = w, false
	}
	if w == "" || !english.CanBeVerb(base) || modal && bent {
		return out
	}
	v := said{name: thirdPerson(base), plural: !bent && !modal}
	next := p.word(at + 1)
	if p.numbered(at + 1) { // "up to five", "at least two"
		next = ""
	}
	switch {
	case next != "" && p.numbered(at+2) && prepositions[next]: // looks after up to five
		v.name += " " + next
		add(v, at+2, 0)
	case prepositions[next] && prepositions[p.word(at+2)]: // looks out for
		v.name += " " + next + " " + p.word(at+2)
		add(v, at+3, 0)
	case prepositions[next]:
		v.name += " " + next
		add(v, at+2, 0)
	case next != "" && prepositions[p.word(at+2)] && !articles[next] && model.Singular(next) == next: // takes place in, looks after
		add(v, at+1, 0)
		v.name += " " + next + " " + p.word(at+2)
		add(v, at+3, 1)
	default:
		add(v, at+1, 0)
	}
	return out
}

// determinedAt reports whether a thing is spoken of with an article or a number, or is known.
func (p *parser) determinedAt(i int) bool {
	if articles[p.word(i)] || p.numbered(i) || i < len(p.toks) && isNumber(p.toks[i]) {
		return true
	}
	return i < len(p.toks) && len(p.m.ClassifiersByTerm(p.toks[i].text)) > 0
}

// numbered reports whether a number in words begins here.
func (p *parser) numbered(i int) bool {
	_, _, ok := p.multiplicityWords(i)
	return ok
}

// passives reads a participle and what follows it: "baked in", "inspected by".
func (p *parser) passives(i int, plural bool, add func(said, int, int)) {
	w, next := p.word(i), p.word(i+1)
	switch {
	case next == "by":
		add(said{name: thirdPerson(english.PastBase(w, english.CanBeVerb)), passive: true, plural: plural}, i+2, 0)
	case prepositions[next] && p.word(i+2) == "by": // looked after by
		add(said{name: thirdPerson(english.PastBase(w, english.CanBeVerb)) + " " + next, passive: true, plural: plural}, i+3, 0)
	case prepositions[next]:
		add(said{name: "is " + w + " " + next, plural: plural}, i+2, 0)
	}
}

func thirdPerson(base string) string {
	if base == "have" {
		return "has"
	}
	return english.ThirdPerson(base)
}

// usualWords are words of the usual phrases that are one word: they mean a relation of their
// own, unless they are quoted.
var usualWords = func() []string {
	var out []string
	for _, v := range verbPhrases {
		if v.usual && !strings.Contains(v.words, " ") && !slices.Contains(out, v.words) {
			out = append(out, v.words)
		}
	}
	return out
}()
