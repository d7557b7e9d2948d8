// Package reading reads a brief: a part-of-speech tagger finds in it what could
// become part of the model, statements, rows of the activity table and use cases.
package reading

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/brief"
	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// Reading is what was found in a brief.
type Reading struct {
	Candidates []*brief.Candidate
	// Marks of every sentence: its text in pieces.
	Marks map[model.ID][]Mark
	// Proposals of statements, by sentence.
	Proposals map[model.ID][]string
	// Rows that the activity table could have.
	Rows []RowProposal
}

// RowsBy lists the rows that somebody performs, by a name of the brief.
func (r *Reading) RowsBy(name string) []RowProposal {
	var out []RowProposal
	for _, row := range r.Rows {
		if model.NormalForm(row.Data.Performer) == model.NormalForm(name) {
			out = append(out, row)
		}
	}
	return out
}

// Mark is a piece of a sentence; brief.Candidate or Tell say what it is.
type Mark struct {
	Text      string
	Candidate string
	Tell      Tell
}

// Read finds the candidates of a brief. Nothing is made of them: that is a
// person's to say.
func (r *Reader) Read(m *model.Model) *Reading {
	f := &finder{m: m, byKey: map[string]*brief.Candidate{}, out: &Reading{Marks: map[model.ID][]Mark{}, Proposals: map[model.ID][]string{}}}
	sentences := brief.Sentences(m)
	parsed := make([]parsedSentence, 0, len(sentences))
	known := map[string]bool{} // phrases of several words
	for _, id := range m.IDs(model.TableTerms) {
		if name := strings.ToLower(m.Term(id).Name); strings.Contains(name, " ") {
			known[name] = true
		}
	}
	for _, s := range sentences {
		p := parsedSentence{id: s.ID, text: s.Sentence().Text, toks: r.tokens(s.Sentence().Text), heading: s.Number == 0}
		p.phrases = nounPhrases(p.toks)
		for _, np := range p.phrases {
			if len(np.words) > 1 {
				known[np.name()] = true
			}
		}
		parsed = append(parsed, p)
	}
	bare := map[string]int{} // nouns that stand without adjective somewhere
	for i := range parsed {
		p := &parsed[i]
		if knitted := knit(p.toks, known); len(knitted) > 0 && &knitted[0] != &p.toks[0] {
			p.toks, p.phrases = knitted, nounPhrases(knitted)
		}
		for _, np := range p.phrases {
			if np.head == 0 {
				bare[np.name()]++
			}
		}
	}
	f.parsed = parsed
	for _, p := range parsed {
		if p.heading {
			f.out.Marks[p.id] = []Mark{{Text: p.text}}
			continue
		}
		f.sentence(p, bare)
	}
	// What is a store shows only when all was read.
	for _, rows := range f.later {
		f.out.Rows = append(f.out.Rows, rows()...)
	}
	f.finish()
	return f.out
}

// Nouns lists the things that a text names, as they stand in it, without
// adjectives, the last word in the singular.
func (r *Reader) Nouns(text string) []string {
	toks := r.tokens(text)
	var out []string
	for _, np := range nounPhrases(toks) {
		next := ""
		if np.to < len(toks) {
			next = toks[np.to].lower
		}
		if isConcept(np, next) {
			out = append(out, np.bare())
		}
	}
	return out
}

type parsedSentence struct {
	id      model.ID
	text    string
	toks    []token
	phrases []nounPhrase
	heading bool
}

type finder struct {
	m     *model.Model
	byKey map[string]*brief.Candidate
	out   *Reading
	roles map[string]*evidence
	later []func() []RowProposal

	parsed    []parsedSentence
	doers     map[string]bool // nouns that do something somewhere
	nouns     map[string]bool // all that are named somewhere, in normal form
	mentioned notation.Mentioned
}

// evidence is what speaks for one kind or another.
type evidence struct {
	acts, actsSending int // it does something; it sends or receives
	hands             int // it hands something to somebody, or gets it
	keepsData         int // something is written in it or read from it
	moved             int // it is sent, received, written
	partOf            map[string]int
}

type marked struct {
	start, end int
	key        string
}

func (f *finder) sentence(p parsedSentence, bare map[string]int) {
	var marks []marked
	nameOf := func(np *nounPhrase) string {
		if np == nil {
			return ""
		}
		if np.head > 0 && bare[np.bare()] > 0 { // "an experienced beekeeper" is a beekeeper
			return np.bare()
		}
		return np.name()
	}
	for i := range p.phrases {
		np := &p.phrases[i]
		next := ""
		if np.to < len(p.toks) {
			next = p.toks[np.to].lower
		}
		if !isConcept(*np, next) {
			continue
		}
		c := f.note(brief.Noun, nameOf(np), p.id)
		from := np.from
		if c.Name == np.bare() {
			from += np.head
		}
		if p.toks[from].start >= 0 && p.toks[np.to-1].start >= 0 {
			marks = append(marks, marked{p.toks[from].start, p.toks[np.to-1].end, c.Key})
		}
	}
	list := f.deedsOf(p)
	at := 0
	for _, d := range list {
		f.evidenceOf(d)
		if d.Object == "" || d.Verb == "" {
			continue
		}
		verb := strings.TrimSpace(d.Verb + " " + d.Particle)
		c := f.note(brief.Verb, verb+" "+d.Object, p.id)
		c.Lemma, c.Object = verb, d.Object
		if c.Subject == "" {
			c.Subject = d.Subject
		}
		for k := at; k < len(p.toks); k++ {
			if t := p.toks[k]; t.lower == d.Word && t.start >= 0 {
				marks = append(marks, marked{t.start, t.end, c.Key})
				at = k
				break
			}
		}
	}
	f.attributes(p, nameOf)
	f.out.Marks[p.id] = marksOf(p.text, marks, tellsOf(p.text))
	f.later = append(f.later, func() []RowProposal {
		if proposals := f.proposalsOf(p); len(proposals) > 0 {
			f.out.Proposals[p.id] = proposals
		}
		return nil
	})
	f.later = append(f.later, func() []RowProposal { return f.rowsOf(p, list) })
}

func (f *finder) note(w brief.Word, name string, sentence model.ID) *brief.Candidate {
	key := string(w) + " " + model.NormalForm(name)
	c := f.byKey[key]
	if c == nil {
		c = &brief.Candidate{Key: key, Word: w, Name: name}
		f.byKey[key] = c
		f.out.Candidates = append(f.out.Candidates, c)
	}
	c.Count++
	if !slices.Contains(c.Sentences, sentence) {
		c.Sentences = append(c.Sentences, sentence)
	}
	return c
}

func (f *finder) of(name string) *evidence {
	if f.roles == nil {
		f.roles = map[string]*evidence{}
	}
	key := model.NormalForm(name)
	if f.roles[key] == nil {
		f.roles[key] = &evidence{partOf: map[string]int{}}
	}
	return f.roles[key]
}

var (
	handOver  = english.Set("send deliver give hand forward pass receive return submit report transmit bring mail post issue invite order request ask tell inform notify announce lend collect get fetch")
	keepVerbs = english.Set("register record enter file store write keep log note save look read book list add copy")
)

func (f *finder) evidenceOf(d notation.Deed) {
	if d.Subject != "" {
		e := f.of(d.Subject)
		e.acts++
		if handOver[d.Verb] {
			e.actsSending++
			if d.Receiver != "" || len(d.With) > 0 {
				e.hands++
			}
		}
	}
	if d.Object != "" && (handOver[d.Verb] || keepVerbs[d.Verb]) {
		f.of(d.Object).moved++
	}
	for _, partner := range []string{d.Receiver, d.Behind("from"), d.Behind("to")} {
		if partner != "" && handOver[d.Verb] {
			f.of(partner).actsSending++
		}
	}
	if place := d.Behind("in", "into", "on"); place != "" && keepVerbs[d.Verb] && !f.isGoods(d.Object) {
		f.of(place).keepsData++
	}
}

// attributes reads "a lot has a number, a mass and a date": what is listed are
// likely attributes.
func (f *finder) attributes(p parsedSentence, nameOf func(*nounPhrase) string) {
	for i, t := range p.toks {
		if t.lower != "has" && t.lower != "have" && t.lower != "bears" && t.lower != "carries" {
			continue
		}
		before := phraseBefore(p.phrases, p.toks, i)
		if before == nil {
			continue
		}
		for k := range p.phrases {
			np := &p.phrases[k]
			if np.from > i && !np.plural && listed(p.toks, i+1, np.from) {
				f.of(nameOf(np)).partOf[nameOf(before)]++
			}
		}
	}
}

// listed: between two tokens stand only members of a list.
func listed(toks []token, from, to int) bool {
	for _, t := range toks[from:to] {
		if t.finite() || t.tag == "WDT" || t.tag == "WP" || t.text == ";" {
			return false
		}
	}
	return true
}

var (
	attributeWords = english.Set(`number date name weight mass percent percentage price amount address code age colour color height width length depth size
		temperature moisture level status grade title phone email rank score speed duration quantity limit rate day hour year month source reason remark`)
	documentWords = english.Set(`note receipt request result report statement demand order invoice form list message signal reading warning forecast notice letter card
		ticket slip plan bill confirmation answer reply reminder application certificate schedule proposal entry permit`)
	personEndings = []string{"er", "or", "ist", "ant", "ian", "man", "woman", "ee"}
	personWords   = english.Set(`clerk member staff guest crew pilot cook guard nurse chief head people person team office agency authority laboratory station
		committee council board company party service ministry institute institution organisation organization union club society group unit bureau court police
		brigade firm department volunteer student school public household family child visitor tenant client captain mate`)
	notPersons = english.Set("order letter paper number water weather meter counter container computer folder ladder power answer winter summer river layer timber lumber tower corner centre center motor sensor error door floor colour color humour harbour elevator calculator paper cover timer filter heater cooler boiler printer scanner tractor trailer reactor factor sector vector mirror copper silver leather feather matter manner")
)

// kindsOf ranks what a noun could become.
func (f *finder) kindsOf(c *brief.Candidate) []model.Kind {
	e := f.of(c.Name)
	words := strings.Fields(c.Name)
	last := words[len(words)-1]
	person := personWords[last]
	for _, ending := range personEndings {
		person = person || strings.HasSuffix(last, ending) && len(last) > len(ending)+2 && !notPersons[last]
	}
	score := map[model.Kind]int{model.Class: 3}
	score[model.Entity] = 2*boolean(person) + min(e.actsSending, 3) + min(e.acts, 1)
	if person {
		score[model.Entity] += 2
	}
	score[model.Store] = 4*boolean(english.IsStore(last)) + 2*min(e.keepsData, 2)
	score[model.Attribute] = 3*boolean(attributeWords[last]) + 3*boolean(len(e.partOf) > 0)
	score[model.DataItem] = 3*boolean(documentWords[last]) + min(e.moved, 2)
	score[model.Actor] = score[model.Entity] - 1
	kinds := []model.Kind{model.Class, model.Entity, model.Actor, model.Store, model.DataItem, model.Attribute}
	slices.SortStableFunc(kinds, func(a, b model.Kind) int { return cmp.Compare(score[b], score[a]) })
	return kinds
}

func boolean(b bool) int {
	if b {
		return 1
	}
	return 0
}

func (f *finder) finish() {
	rejected := map[string]bool{}
	for _, e := range f.m.OfKind(model.SetAside) {
		rejected[e.SetAside().Role+" "+e.Name] = true
	}
	for _, c := range f.out.Candidates {
		c.Rejected = rejected[c.Key]
		if c.Word == brief.Noun {
			c.Kinds = f.kindsOf(c)
			for _, r := range f.out.RowsBy(c.Name) {
				if !r.There {
					c.Activities++
				}
				c.Inside = c.Inside || r.Data.Processing == model.Yes
			}
			if c.Inside { // who works on data is inside
				c.Kinds = append(slices.DeleteFunc(c.Kinds, func(k model.Kind) bool { return k == model.Entity }), model.Entity)
			}
			owners := f.of(c.Name).partOf
			for owner, n := range owners {
				if c.Owner == "" || n > owners[c.Owner] || n == owners[c.Owner] && owner < c.Owner {
					c.Owner = owner
				}
			}
			// What the lexicon knows is proposed first: one key traces it.
			var known []model.Kind
			for _, e := range f.m.ByTerm(c.Name, model.TermKinds()...) {
				c.Existing = append(c.Existing, e.ID)
				if !slices.Contains(known, e.Kind) {
					known = append(known, e.Kind)
				}
			}
			c.Kinds = append(known, slices.DeleteFunc(c.Kinds, func(k model.Kind) bool { return slices.Contains(known, k) })...)
		} else {
			c.Kinds = []model.Kind{model.Process, model.UseCase, model.Operation}
			if c.Subject != "" {
				c.Kinds = append(c.Kinds, model.Association)
			}
			for _, e := range append(f.m.OfKind(model.Process), f.m.OfKind(model.UseCase)...) {
				if model.NormalForm(e.Name) == model.NormalForm(c.Name) {
					c.Existing = append(c.Existing, e.ID)
				}
			}
		}
		c.Traced = len(c.Existing) > 0
		for _, s := range c.Sentences {
			c.Traced = c.Traced && f.isTraced(s, c.Existing)
		}
	}
	slices.SortStableFunc(f.out.Candidates, func(a, b *brief.Candidate) int {
		return cmp.Or(cmp.Compare(a.Word, b.Word), cmp.Compare(b.Count, a.Count), cmp.Compare(a.Name, b.Name))
	})
}

func (f *finder) isTraced(sentence model.ID, elements []model.ID) bool {
	for _, t := range f.m.TracesTo(sentence) {
		if slices.Contains(elements, t.Source) {
			return true
		}
	}
	return false
}

// marksOf cuts a sentence into pieces; of what overlaps, the first in the list
// stays, candidates before tell-tale phrases.
func marksOf(text string, found []marked, tells []span) []Mark {
	type piece struct {
		start, end int
		mark       Mark
	}
	var pieces []piece
	add := func(start, end int, m Mark) {
		for _, p := range pieces {
			if start < p.end && p.start < end {
				return
			}
		}
		m.Text = text[start:end]
		pieces = append(pieces, piece{start, end, m})
	}
	for _, t := range tells {
		if t.tell != TellMultiplicity {
			add(t.start, t.end, Mark{Tell: t.tell})
		}
	}
	for _, f := range found {
		add(f.start, f.end, Mark{Candidate: f.key})
	}
	for _, t := range tells {
		add(t.start, t.end, Mark{Tell: t.tell})
	}
	slices.SortFunc(pieces, func(a, b piece) int { return a.start - b.start })
	var out []Mark
	at := 0
	for _, p := range pieces {
		if p.start > at {
			out = append(out, Mark{Text: text[at:p.start]})
		}
		out = append(out, p.mark)
		at = p.end
	}
	if at < len(text) {
		out = append(out, Mark{Text: text[at:]})
	}
	return out
}
