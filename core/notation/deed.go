package notation

import (
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// Deed is what somebody does, as a sentence says it: who, the verb in the base form with its
// particle, what it is done to, and what stands behind prepositions. Things are runs of words in
// small letters without articles and numbers; "" is not said.
type Deed struct {
	Subject, Verb, Particle, Object string
	// Receiver is who gets the object, without a preposition: gives the customer a receipt.
	Receiver string
	With     []Phrase
	Passive  bool
	Word     string // the verb as it is written, in small letters
}

// Phrase is a preposition with a thing behind it.
type Phrase struct{ Preposition, Thing string }

// Behind is the thing behind the first of some prepositions.
func (d Deed) Behind(prepositions ...string) string {
	for _, p := range d.With {
		if slices.Contains(prepositions, p.Preposition) {
			return p.Thing
		}
	}
	return ""
}

// Mentioned is what pronouns at the beginning of a sentence may stand for.
type Mentioned struct {
	// IsPerson tells whether a thing is somebody; IsGroup whether that is several people, whom
	// nobody calls he or she.
	IsPerson func(thing string) bool
	IsGroup  func(thing string) bool
	Thing    string

	goals  []string        // who got something in the last deed
	people []string        // the most likely first: who did something, then who else was spoken of
	female map[string]bool // of those who were called he or she
}

// speak brings up to date who was spoken of in a deed.
func (x *Mentioned) speak(d Deed) {
	others := []string{d.Receiver}
	for _, p := range d.With {
		others = append(others, p.Thing)
	}
	doer := d.Subject
	people := []string{}
	add := func(names ...string) {
		for _, name := range names {
			if name != "" && !pronouns[name] && x.isPerson(name) && !slices.Contains(people, name) {
				people = append(people, name)
			}
		}
	}
	add(doer)
	add(others...)
	add(d.Object)
	add(x.people...)
	x.goals = []string{d.Receiver, d.Behind("to")}
	x.people = people[:min(len(people), 4)]
	if d.Object != "" && !x.isPerson(d.Object) {
		x.Thing = d.Object
	}
}

func (x *Mentioned) isPerson(name string) bool { return x.IsPerson == nil || x.IsPerson(name) }

// person is who a pronoun stands for: somebody who was called so before, or of whom it is not
// known; "" is nobody. The others stand beside it in the clause, so it is none of them.
func (x *Mentioned) person(pronoun string, others ...string) string {
	female, told := pronoun == "she" || pronoun == "her", pronoun == "he" || pronoun == "she" || pronoun == "him" || pronoun == "her"
	if !told {
		for _, name := range x.people {
			if !slices.Contains(others, name) {
				return name
			}
		}
		return ""
	}
	of := func(name string) (female, known bool) {
		if f, ok := x.female[name]; ok {
			return f, true
		}
		if strings.HasSuffix(name, "woman") {
			return true, true
		}
		return false, strings.HasSuffix(name, "man")
	}
	best := ""
	for _, name := range x.goals { // passes the note to the clerk. She …
		if f, known := of(name); known && f == female && !slices.Contains(others, name) {
			return name
		}
	}
	for _, name := range x.people {
		if slices.Contains(others, name) || x.IsGroup != nil && x.IsGroup(name) {
			continue
		}
		if f, known := of(name); !known || f == female { // who was spoken of last
			best = name
			break
		}
	}
	if best != "" {
		if x.female == nil {
			x.female = map[string]bool{}
		}
		x.female[best] = female
	}
	return best
}

// Deeds reads what is done in a sentence of a text, clause by clause. The context is what was
// spoken of before; it is brought up to date.
func Deeds(m *model.Model, text string, context *Mentioned) []Deed {
	u := &understanding{m: m}
	toks, ok := u.prepared(text)
	if !ok {
		return nil
	}
	toks = u.withoutCondition(toks, context)
	var out []Deed
	for _, clause := range u.clauses(toks) {
		for _, d := range u.deeds(clause, context) {
			if n := len(out); n > 0 && d.Passive && d.Subject == "" && out[n-1].Passive && out[n-1].Object == d.Object {
				d.Subject = out[n-1].Subject // is written by the clerk and is sent to the office
			}
			context.speak(d)
			out = append(out, d)
		}
	}
	return out
}

var conditions = english.Set("if when whenever unless once after before while as since until whereas although")

// withoutCondition leaves out what stands before the first comma where that only says when: "if
// a part is missing, …", "in the evening, …".
func (u *understanding) withoutCondition(toks []token, context *Mentioned) []token {
	first := word(toks[0])
	if !conditions[first] && !prepositions[first] && first != "every" && first != "each" || len(toks) < 4 {
		return toks
	}
	if (first == "every" || first == "each") && !times[word(toks[1])] {
		return toks
	}
	at := slices.IndexFunc(toks, func(t token) bool { return isMark(t, ",") })
	if at < 0 && (first == "every" || first == "once" || prepositions[first] && first != "by" && first != "from" && first != "with" || first == "before" || first == "after" || first == "during") {
		// In the evening the loader collects …: the article of the subject begins anew.
		for i := 2; i < min(len(toks)-2, 8); i++ {
			if w := word(toks[i]); (w == "the" || w == "a" || w == "an" || w == "our" || pronouns[w]) && word(toks[i-1]) != "of" && !prepositions[word(toks[i-1])] {
				return toks[i:]
			}
		}
		return toks
	}
	if at < 1 || at+2 >= len(toks) {
		return toks
	}
	if conditions[first] {
		if v, _, ok := u.finite(toks[1:at], 1); ok {
			if thing := thingOf(toks[1 : v+1]); thing != "" && !pronouns[word(toks[1])] {
				context.speak(Deed{Subject: thing, Object: thing})
			}
		}
	}
	return toks[at+1:]
}

// deeds reads one clause; a list of subjects or objects gives one each.
func (u *understanding) deeds(toks []token, context *Mentioned) []Deed {
	at, ok := u.mainVerb(toks)
	if !ok {
		return nil
	}
	subject := toks[:at]
	if r := slices.IndexFunc(subject, func(t token) bool { return word(t) == "who" || word(t) == "which" || word(t) == "that" }); r > 0 {
		subject = subject[:r]
	}
	d, i, ok := verbOf(toks, at)
	if !ok {
		return nil
	}
	d.Word = word(toks[i-1])
	if d.Particle != "" {
		d.Word = word(toks[i-2])
	}
	rest := untilClause(toks[i:])
	objects, with := u.objectsOf(rest, &d)
	if len(objects) == 0 && !d.Passive && len(with) > 0 && d.Particle == "" && word(toks[i]) == with[0].Preposition && english.IsPrepositional(d.Verb, with[0].Preposition) {
		d.Particle = with[0].Preposition // asks for an appointment
		for len(with) > 0 && with[0].Preposition == d.Particle {
			objects, with = append(objects, with[0].Thing), with[1:]
		}
	}
	d.With = with
	others := []string{d.Receiver}
	for _, p := range with {
		others = append(others, p.Thing)
	}
	subjects := u.thingsOf(subject, context, true, others...)
	if d.Passive {
		objects = subjects
		subjects = nil
		if by := d.Behind("by"); by != "" {
			subjects = []string{by}
		}
		d.With = slices.DeleteFunc(d.With, func(p Phrase) bool { return p.Preposition == "by" })
	}
	for k, o := range objects {
		if pronouns[o] && context.Thing != "" {
			objects[k] = context.Thing
		}
	}
	if len(subjects) == 0 {
		subjects = []string{""}
	}
	if len(objects) == 0 {
		objects = []string{""}
	}
	var out []Deed
	for _, s := range subjects {
		for _, o := range objects {
			each := d
			each.Subject, each.Object = s, o
			out = append(out, each)
		}
	}
	return out
}

// mainVerb is the verb of the clause: of the last subject where others stand behind "who" or
// "that".
func (u *understanding) mainVerb(toks []token) (int, bool) {
	at, end, ok := u.finite(toks, 1)
	if !ok {
		return 0, false
	}
	if slices.ContainsFunc(toks[:at], func(t token) bool { return word(t) == "who" || word(t) == "which" || word(t) == "that" }) {
		if next, _, more := u.finite(toks, end); more {
			return next, true
		}
		return 0, false
	}
	return at, true
}

// verbOf reads the group of verbs at a place; ok is false where nothing is done: something is or
// has, or it is said that it is not done.
func verbOf(toks []token, at int) (d Deed, end int, ok bool) {
	i := at
	skip := func() {
		for i < len(toks) && (isAdverbWord(word(toks[i]))) {
			i++
		}
	}
	if isModal(word(toks[i])) {
		i++
		skip()
	}
	if i+2 < len(toks) && (word(toks[i]) == "wants" || word(toks[i]) == "want" || word(toks[i]) == "has" || word(toks[i]) == "have" || word(toks[i]) == "needs") && word(toks[i+1]) == "to" {
		i += 2
	}
	if i >= len(toks) || word(toks[i]) == "not" || word(toks[i]) == "" {
		return d, 0, false
	}
	w := word(toks[i])
	switch {
	case toBe[w] || w == "was" || w == "were":
		i++
		skip()
		if i < len(toks) && word(toks[i]) == "not" {
			return d, 0, false
		}
		if i < len(toks) {
			d.Verb, d.Passive = english.PastBase(word(toks[i]), english.CanBeVerb), true
		}
		// Both is done: written and sent.
		if i+2 < len(toks) && word(toks[i+1]) == "and" {
			if second := english.PastBase(word(toks[i+2]), english.CanBeVerb); second != "" {
				d.Verb = second
				i += 2
			}
		}
	case w == "has" || w == "have" || w == "had":
		i++
		skip()
		if i+1 >= len(toks) || english.PastBase(word(toks[i]), english.CanBeVerb) == "" {
			return d, 0, false
		}
		d.Verb = english.PastBase(word(toks[i]), english.CanBeVerb)
	default:
		d.Verb, _ = english.BaseForm(w)
		if !english.CanBeVerb(d.Verb) {
			d.Verb = english.PastBase(w, english.CanBeVerb)
		}
	}
	i++
	if d.Verb == "" {
		return d, 0, false
	}
	if i < len(toks) && english.IsParticle(d.Verb, word(toks[i])) {
		d.Particle = word(toks[i])
		i++
	}
	return d, i, true
}

func isAdverbWord(w string) bool { return fillers[w] || w == "then" || english.IsAdverb(w) }

// untilClause are the words up to where another clause begins.
func untilClause(toks []token) []token {
	for i := range toks {
		switch w := word(toks[i]); w {
		case "if", "when", "whenever", "because", "so", "until", "while", "which", "that", "who", "whose", "unless", "than":
			return toks[:i]
		case "after", "before", "as", "in":
			if i > 0 && i+1 < len(toks) && (english.GerundBase(word(toks[i+1])) != "" && w != "in" || w == "as" && i > 0) {
				return toks[:i]
			}
		}
	}
	return toks
}

// boundaries are prepositions behind which something else is named than the object.
var boundaries = english.Set("in on at to from with for by into onto through across before behind beside between against about along around near within without towards upon under over during per until")

// objectsOf reads what stands behind a verb: its objects, and what follows prepositions.
func (u *understanding) objectsOf(toks []token, d *Deed) (objects []string, with []Phrase) {
	first := slices.IndexFunc(toks, func(t token) bool { return boundaries[word(t)] })
	head := toks
	if first >= 0 {
		head = toks[:first]
	}
	// brings the note back
	if n := len(head); n > 1 && d.Particle == "" && english.IsParticle(d.Verb, word(head[n-1])) {
		d.Particle = word(head[n-1])
		head = head[:n-1]
	}
	// gives the customer a receipt
	for i := 1; i+1 < len(head); i++ {
		w := word(head[i])
		if (articles[w] || possessives[w]) && word(head[i-1]) != "of" && word(head[i-1]) != "and" && word(head[i-1]) != "or" && !isMark(head[i-1], ",") && giving[d.Verb] {
			d.Receiver = thingOf(head[:i])
			head = head[i:]
			break
		}
	}
	if n := len(head); n == 2 && pronouns[word(head[0])] && giving[d.Verb] { // gives it …
		head = head[1:]
	}
	objects = u.thingsOf(head, nil, false)
	for i := max(first, 0); first >= 0 && i < len(toks); {
		if !boundaries[word(toks[i])] {
			i++
			continue
		}
		end := i + 1
		for end < len(toks) && !boundaries[word(toks[end])] {
			end++
		}
		for _, thing := range u.thingsOf(toks[i+1:end], nil, false) {
			with = append(with, Phrase{word(toks[i]), thing})
		}
		i = end
	}
	return objects, with
}

// giving are verbs with somebody who gets something behind them.
var giving = english.Set("give email e-mail mail fax send hand pass offer lend bring show tell pay sell write return grant award issue post mail ask teach deliver forward")

// thingsOf are the things of a list. A person's pronoun stands for who was spoken of before.
func (u *understanding) thingsOf(toks []token, context *Mentioned, subject bool, others ...string) []string {
	if len(toks) == 0 {
		return nil
	}
	items, _ := u.items(toks)
	var out []string
	for _, item := range items {
		if len(item) == 1 && pronouns[word(item[0])] {
			w := word(item[0])
			switch {
			case !subject || context == nil:
				out = append(out, w)
			case w == "it" && context.Thing != "":
				out = append(out, context.Thing)
			default:
				if who := context.person(w, others...); who != "" {
					out = append(out, who)
				}
			}
			continue
		}
		if thing := thingOf(item); thing != "" {
			out = append(out, thing)
		}
	}
	return out
}

// isBare: a noun in the singular that stands for itself.
func isBare(t token) bool {
	w := word(t)
	return w != "" && !articles[w] && !possessives[w] && !pronouns[w] && !prepositions[w] && !isNumber(t) && model.Singular(w) == w &&
		w != "all" && w != "any" && w != "this" && w != "these" && w != "that" && w != "those" && w != "some" && w != "each" && w != "every"
}

// thingOf is a run of words as the name of a thing: without article and number, up to a
// preposition, its last word in the singular. A part, a copy or a number of things are the
// things.
func thingOf(toks []token) string {
	var words []string
	p := &parser{toks: toks, forgiving: true}
	i := 0
	if len(toks) > 0 {
		if _, end, ok := p.multiplicityWords(0); ok {
			i = end
		}
	}
	for ; i < len(toks); i++ {
		w := word(toks[i])
		switch {
		case toks[i].kind == tokMark:
			return ""
		case len(words) == 0 && (articles[w] || possessives[w] || w == "all" || w == "any" || w == "this" || w == "these" || w == "that" || w == "some" || w == "no" || w == "of" || isNumber(toks[i]) || english.IsAdverb(w)):
			continue
		case len(words) > 0 && (w == "every" || w == "each" || w == "per" || w == "once" || w == "twice" || w == "all" || articles[w] || w == "today" || w == "yesterday" || w == "there" || w == "here"):
			return singularName(strings.Join(words, " "))
		case len(words) > 0 && w == "of" && i+1 < len(toks) && english.JoinsOf(model.Singular(words[len(words)-1]), word(toks[i+1])) && isBare(toks[i+1]):
			words[len(words)-1] = model.Singular(words[len(words)-1])
			words = append(words, w)
			continue
		case len(words) > 0 && (prepositions[w] || w == "of" || w == "again" || w == "too" || english.IsAdverb(w)):
			return singularName(strings.Join(words, " "))
		case prepositions[w]:
			return ""
		}
		words = append(words, strings.ToLower(toks[i].text))
	}
	return singularName(strings.Join(words, " "))
}
