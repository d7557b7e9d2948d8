package notation

import (
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// Sentences say several things at once: "each reader has one card, and each card belongs to one
// reader", "a reader borrows books and pays fines", "captains and pilots hold licences". They
// are taken apart into clauses of one subject, one verb and one object each.

// understanding takes one sentence apart.
type understanding struct {
	m       *model.Model
	scope   Scope
	either  bool            // the word was there
	typed   map[string]bool // the words as they were written, and those made singular
	written map[string]bool // in small letters, alone and two together
}

// fillers say nothing that a model could hold.
var fillers = english.Set("same also just then both always usually normally typically generally often sometimes already currently immediately directly simply")

// openers stand in front of a sentence and join it to what was said before.
var openers = english.Set("then finally first firstly second secondly next later afterwards thereafter however therefore furthermore moreover additionally also besides thus hence meanwhile usually normally generally typically otherwise instead and but")

// prepared are the words of a sentence without what says nothing to a model. ok is false where
// nothing can be read.
func (u *understanding) prepared(text string) (out []token, ok bool) {
	toks, err := tokenize(strings.TrimRight(strings.TrimSpace(text), ".!?; "))
	if err != nil {
		return nil, false
	}
	u.typed, u.written = map[string]bool{}, map[string]bool{}
	for i, t := range toks {
		u.written[word(t)] = true
		if i > 0 {
			u.written[word(toks[i-1])+" "+word(t)] = true
		}
		u.typed[t.text], u.typed[singularWord(t.text)] = true, true
	}
	for _, t := range u.withoutAsides(uncontracted(toks)) {
		if t.kind == tokWord {
			word := strings.TrimRight(t.text, ";:.")
			if word == "" {
				continue
			}
			after := t.text[len(word):]
			out = append(out, token{tokWord, word})
			switch {
			case strings.Contains(after, ":"):
				out = append(out, token{tokMark, ":"})
			case strings.Contains(after, ";"):
				out = append(out, token{tokMark, ","})
			}
			continue
		}
		out = append(out, t)
	}
	for len(out) > 2 && (openers[word(out[0])] || isMark(out[0], ",")) && !u.knows(out[:1]) {
		out = out[1:]
	}
	out = u.withoutTime(u.withoutFillers(out))
	return out, len(out) > 0
}

// withoutAsides leaves out what stands in brackets, but for what is said there of an attribute: that it is unique or optional, and,
// at the end, which values it has.
func (u *understanding) withoutAsides(toks []token) (out []token) {
	for i := 0; i < len(toks); i++ {
		if toks[i].kind != tokWord || !strings.HasPrefix(toks[i].text, "(") {
			out = append(out, toks[i])
			continue
		}
		end := i
		for end < len(toks) && (toks[end].kind != tokWord || !strings.HasSuffix(toks[end].text, ")")) {
			end++
		}
		if end == len(toks) {
			return out
		}
		inside := slices.Clone(toks[i : end+1])
		inside[0].text = strings.TrimPrefix(inside[0].text, "(")
		last := &inside[len(inside)-1]
		last.text = strings.TrimSuffix(last.text, ")")
		switch {
		case len(inside) == 1 && isTrait(inside[0]):
			out = append(out, inside...)
		case end+1 == len(toks) && len(inside) > 2 && !slices.ContainsFunc(inside, func(t token) bool { return t.text == "" || word(t) == "and" }) && u.scope.ofClassesAlone():
			out = append(append(out, token{tokMark, ":"}), inside...)
		}
		i = end
	}
	return out
}

// contractions are what is written for two words.
var contractions = map[string]string{"can't": "cannot", "isn't": "is not", "aren't": "are not", "doesn't": "does not", "don't": "do not", "won't": "will not", "mustn't": "must not", "it's": "it is", "needn't": "need not"}

func uncontracted(toks []token) []token {
	var out []token
	for _, t := range toks {
		if long := contractions[strings.ReplaceAll(word(t), "’", "'")]; long != "" {
			out = append(out, tokensOf(long)...)
			continue
		}
		out = append(out, t)
	}
	return out
}

// times are nouns that say when.
var times = english.Set("day morning afternoon evening night week month year quarter monday tuesday wednesday thursday friday saturday sunday hour time noon midnight weekend spring summer autumn winter")

// withoutTime leaves out what says only when or how often, at the end: "two bookings a day", "six
// tools at a time", "every month", "once a year", "at the end of the week".
func (u *understanding) withoutTime(toks []token) []token {
	n := len(toks)
	measured := n > 5 && (word(toks[n-4]) == "in" || word(toks[n-5]) == "in")   // in pages per minute
	if n > 5 && word(toks[n-2]) == "per" && !u.knows(toks[n-1:]) && !measured { // six modules per semester
		return toks[:n-2]
	}
	if n < 5 || !times[singularLower(toks[n-1])] || u.knows(toks[n-1:]) {
		return toks
	}
	at := n - 1
	for at > 3 {
		w := word(toks[at-1])
		switch {
		case w == "a" || w == "an" || w == "the" || w == "per" || w == "every" || w == "each" || w == "same" || w == "one" || isNumber(toks[at-1]) || numberByWord[w] > 0,
			w == "once" || w == "twice" || w == "of" || w == "end" || w == "beginning" || w == "same":
			at--
			continue
		case w == "at" || w == "in" || w == "on" || w == "within" || w == "during" || w == "by":
			at--
		}
		break
	}
	if before := word(toks[max(0, at-1)]); at == n-1 || at < 3 || before == "and" || before == "or" || isMark(toks[at-1], ",") || having[before] {
		return toks // a date and a time
	}
	if word(toks[at]) == "in" && at == n-2 && singularLower(toks[n-1]) != word(toks[n-1]) && english.IsValue(word(toks[at-1])) {
		return toks // an age in years
	}
	if w := word(toks[at]); w == "one" || w == "exactly" || numberByWord[w] > 0 || isNumber(toks[at]) {
		return toks // has seven days
	}
	if w := word(toks[at]); (w == "a" || w == "an" || w == "the") && (u.isFinite(toks, at-1) || prepositions[word(toks[at-1])] || english.GerundBase(word(toks[at-1])) != "") {
		return toks // lasts a day
	}
	return toks[:at]
}

func (u *understanding) isFinite(toks []token, i int) bool {
	at, end, ok := u.finite(toks, 1)
	return ok && at <= i && i < end
}

func singularLower(t token) string { return model.Singular(word(t)) }

func (u *understanding) withoutFillers(toks []token) []token {
	var out []token
	for i, t := range toks {
		w := word(t)
		switch {
		case w == "either":
			u.either = true
			continue
		case w == "only" && i+1 < len(toks) && numberByWord[word(toks[i+1])] > 0: // only one
			out = append(out, token{tokWord, "exactly"})
			continue
		case w == "only", fillers[w] && i > 0 && !u.knows(toks[i:i+1]):
			continue
		}
		out = append(out, t)
	}
	return out
}

func word(t token) string {
	if t.kind != tokWord {
		return ""
	}
	return strings.ToLower(t.text)
}

func isMark(t token, mark string) bool { return t.kind == tokMark && t.text == mark }

// knows reports whether a run of words is the name of an element.
func (u *understanding) knows(toks []token) bool {
	var words []string
	for _, t := range toks {
		if t.kind == tokMark {
			return false
		}
		words = append(words, t.text)
	}
	name := strings.Join(words, " ")
	return len(u.m.TermsNamed(name)) > 0 || len(u.m.Named(name, model.Component, model.PackageKind, model.UseCase, model.Process)) > 0
}

// separator is a place where a sentence may be taken apart.
type separator struct {
	at, end int
	or      bool
}

// separators of a list, or between clauses. Those within a known name or a number are none.
func (u *understanding) separators(toks []token) []separator {
	var out []separator
	depth := 0
	for i := 1; i < len(toks); {
		switch { // {disjoint, complete} is one thing
		case isMark(toks[i], "{"), isMark(toks[i], "["):
			depth++
		case isMark(toks[i], "}"), isMark(toks[i], "]"):
			depth--
		}
		s, ok := separatorAt(toks, i)
		if !ok || depth > 0 {
			i++
			continue
		}
		if s.end < len(toks) && !joinsNumbers(toks, s) && !u.withinName(toks, s) {
			out = append(out, s)
		}
		i = s.end
	}
	return out
}

func separatorAt(toks []token, i int) (separator, bool) {
	s := separator{at: i, end: i}
	if isMark(toks[i], ",") {
		s.end++
	}
	if s.end < len(toks) {
		switch w := word(toks[s.end]); {
		case w == "or":
			s.or = true
			s.end++
		case w == "and", w == "but", w == "while", w == "whereas":
			s.end++
		case w == "as" && s.end+2 < len(toks) && word(toks[s.end+1]) == "well" && word(toks[s.end+2]) == "as":
			s.end += 3
		}
	}
	return s, s.end > i
}

// joinsNumbers: "between 3 and 7", "one or more", "two or three".
func joinsNumbers(toks []token, s separator) bool {
	if isMark(toks[s.at], ",") || s.end-s.at != 1 {
		return false
	}
	before, after := toks[s.at-1], toks[s.end]
	number := func(t token) bool { return isNumber(t) || numberByWord[word(t)] > 0 || word(t) == "zero" }
	return number(before) && (number(after) || word(after) == "more" || word(after) == "many")
}

// withinName: a separator in a name that an element bears, "Terms and Conditions".
func (u *understanding) withinName(toks []token, s separator) bool {
	for from := max(0, s.at-4); from < s.at; from++ {
		for to := s.end + 1; to <= min(len(toks), s.end+4); to++ {
			if u.knows(toks[from:to]) {
				return true
			}
		}
	}
	return false
}

func (u *understanding) parser(toks []token) *parser {
	return &parser{m: u.m, toks: toks, forgiving: true, scope: u.scope, refs: map[int][]parsed[Ref]{}}
}

// finite is the place of the first verb behind a subject, with the place behind its group; ok is
// false where there is none that agrees with the subject.
func (u *understanding) finite(toks []token, from int) (at, end int, ok bool) {
	p := u.parser(toks)
	for i := from; i < len(toks); i++ {
		w := p.word(i)
		if i == 0 || w == "" || articles[w] || prepositions[w] || w == "back" || w == "away" {
			continue
		}
		if next := p.word(i + 1); !isModal(w) && !toBe[w] && (toBe[next] || next == "has" || next == "have" || isModal(next)) && next != "be" {
			continue // red wine and white wine are wines: no verb follows another
		}
		for _, v := range p.saids(i) {
			if u.agrees(toks[:i], w, v.value) {
				return i, v.end, true
			}
		}
		if toBe[w] && w != "be" || w == "was" || w == "were" { // also without anything that a relation could be made of
			end = i + 1
			if i+1 < len(toks) && english.PastBase(p.word(i+1), english.CanBeVerb) != "" {
				end++
			}
			return i, end, true
		}
	}
	return 0, 0, false
}

// agrees: a verb in the base form stands behind a subject in the plural, one in the third person
// behind one in the singular; a modal verb behind any.
func (u *understanding) agrees(subject []token, verb string, v said) bool {
	last := word(subject[len(subject)-1])
	if subject[len(subject)-1].kind == tokMark || strings.HasSuffix(last, "'s") || strings.HasSuffix(last, "s'") { // the ship's master
		return false
	}
	if articles[last] || prepositions[last] || last == "to" || last == "of" || possessives[last] || last == "and" || last == "or" || last == "not" {
		return false
	}
	if v.modal != plainly || toBe[verb] || isModal(verb) || verb == "has" || verb == "was" || verb == "were" {
		return true
	}
	head := headOf(subject)
	several := model.Singular(head) != head || slices.ContainsFunc(subject, func(t token) bool { return word(t) == "and" })
	first := word(subject[0])
	counted := numberByWord[first] > 1 || first == "several" || first == "many" || first == "all"
	each := first == "each" || first == "every" || first == "a" || first == "an"
	if pronouns[last] || last == "i" || last == "we" || last == "you" || last == "who" || last == "which" || last == "that" {
		one := last == "it" || last == "he" || last == "she" || last == "this"
		return last == "who" || last == "which" || last == "that" || one != v.plural
	}
	if v.plural {
		return (several || counted) && !each
	}
	return (!several || each) && !counted
}

// headOf is the noun of a subject in small letters: the word before a preposition, or the last.
func headOf(subject []token) string {
	for i := 1; i < len(subject); i++ {
		if w := word(subject[i]); prepositions[w] || w == "of" {
			return word(subject[i-1])
		}
	}
	return word(subject[len(subject)-1])
}

// verbGroup is the end of a group of verbs with which a clause without a subject begins.
func (u *understanding) verbGroup(toks []token, plural bool) (end int, ok bool) {
	p := u.parser(toks)
	for _, v := range p.saids(0) {
		bent := v.value.modal != plainly || toBe[p.word(0)] || !v.value.plural
		if bent || plural {
			end = max(end, v.end)
		}
	}
	return end, end > 0 && end < len(toks)
}

var pronouns = english.Set("it they he she this these those them him her")

// clauses takes a sentence apart where a new clause begins; one without a subject gets that of
// the clause before it, one with a pronoun likewise.
func (u *understanding) clauses(toks []token) [][]token {
	var out [][]token
	start := 0
	seps := u.separators(toks)
	subject := []token(nil)
	add := func(part []token) {
		if len(part) > 1 && pronouns[word(part[0])] && subject != nil {
			part = slices.Concat(subject, part[1:])
		}
		if at := objectPronoun(part); at > 0 && len(out) > 0 { // … and a clerk checks them
			if before := out[len(out)-1]; len(before) > 2 {
				if _, end, ok := u.finite(before, 1); ok && end < len(before) {
					part = slices.Concat(part[:at], u.unnumbered(before[end:])[1:], part[at+1:])
				}
			}
		}
		out = append(out, part)
		if at, _, ok := u.finite(part, 1); ok {
			subject = part[:at]
		}
	}
	for k, s := range seps {
		left := toks[start:s.at]
		right := toks[s.end:]
		if k+1 < len(seps) {
			right = toks[s.end:seps[k+1].at]
		}
		if len(left) == 0 || len(right) == 0 {
			continue
		}
		at, end, ok := u.finite(left, 1)
		passive := ok && end == len(left) && end == at+2 && toBe[word(left[at])]
		if !ok || end >= len(left) && !passive && !u.scope.Cases {
			continue // no clause yet
		}
		if relative := word(right[0]); (relative == "who" || relative == "which" || relative == "that") && len(right) > 2 {
			add(left)
			object := u.unnumbered(lastThing(left[end:]))
			toks = slices.Concat(toks[:s.end], object, toks[s.end+1:])
			if verb := s.end + len(object); toks[verb].kind == tokWord && !isModal(word(toks[verb])) { // crates that come from: each comes from
				if w := word(toks[verb]); w == "are" || w == "have" {
					toks[verb].text = map[string]string{"are": "is", "have": "has"}[w]
				} else if _, bent := english.BaseForm(w); !bent && english.CanBeVerb(w) {
					toks[verb].text = thirdPerson(w)
				}
			}
			shift(seps[k+1:], len(object)-1)
			start = s.end
			continue
		}
		switch {
		case u.isClause(right):
			add(left)
			start = s.end
		default:
			shared := left[:at]
			group, ok := u.verbGroup(right, u.several(shared))
			if !ok && toBe[word(left[at])] && len(right) > 2 && english.PastBase(word(right[0]), english.CanBeVerb) != "" {
				shared, ok = left[:at+1], true // is directed by … and produced by …
			}
			if ok && group < len(right) && !u.isObject(right) {
				add(left)
				toks = slices.Concat(toks[:s.end], shared, toks[s.end:])
				shift(seps[k+1:], len(shared))
				start = s.end
			}
		}
	}
	add(toks[start:])
	return out
}

// unnumbered speaks of each of what was counted before: exactly one customer, each customer.
func (u *understanding) unnumbered(toks []token) []token {
	p := u.parser(toks)
	at := 0
	if _, end, ok := p.multiplicityWords(0); ok {
		at = end
	} else if articles[p.word(0)] || possessives[p.word(0)] || len(toks) > 0 && isNumber(toks[0]) {
		at = 1
	}
	return slices.Concat([]token{{tokWord, "each"}}, toks[at:])
}

// lastThing is what stands behind the last preposition.
func lastThing(toks []token) []token {
	for i := len(toks) - 2; i >= 0; i-- {
		if boundaries[word(toks[i])] {
			return toks[i+1:]
		}
	}
	return toks
}

func shift(seps []separator, by int) {
	for i := range seps {
		seps[i].at += by
		seps[i].end += by
	}
}

// objectPronoun is the place of "it" or "them" at the end of a clause or in front of a preposition; 0: there is none.
func objectPronoun(toks []token) int {
	for i := 2; i < len(toks); i++ {
		if w := word(toks[i]); (w == "it" || w == "them") && (i+1 == len(toks) || boundaries[word(toks[i+1])] && !boundaries[word(toks[i-1])]) {
			return i
		}
	}
	return 0
}

func (u *understanding) several(subject []token) bool {
	last := word(subject[len(subject)-1])
	return model.Singular(last) != last || slices.ContainsFunc(subject, func(t token) bool { return word(t) == "and" })
}

// isClause reports whether words are a clause with a subject of its own.
func (u *understanding) isClause(toks []token) bool {
	if len(toks) < 3 {
		return false
	}
	first := word(toks[0])
	at, end, ok := u.finite(toks, 1)
	if !ok || end >= len(toks) {
		return false
	}
	if base, bent := english.BaseForm(word(toks[at])); u.scope.Flows && bent && boundaries[word(toks[at+1])] && !english.OnlyVerb(base) {
		return false // the crate labels to the office
	}
	if pronouns[first] || articles[first] || first == "all" || u.knows(toks[:at]) {
		return true
	}
	last := word(toks[at-1])
	return model.Singular(last) != last || toks[0].kind == tokQuoted || first != toks[0].text || numberByWord[first] > 0
}

// isObject reports whether words that begin with what may be a verb are a thing all the same:
// a noun in the plural with a preposition behind it, "orders to the office".
func (u *understanding) isObject(toks []token) bool {
	if len(toks) < 2 {
		return true
	}
	first := word(toks[0])
	base, bent := english.BaseForm(first)
	return bent && prepositions[word(toks[1])] && !english.OnlyVerb(base) && u.scope.Flows
}
