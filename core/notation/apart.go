package notation

import (
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// A sentence about three things says two: "a shop sells products to customers" says what the shop sells, and
// to whom that is sold.

// suspicious reports whether a reading may have taken a verb into a name, or an object into a verb:
// "PassengersBook seats on Flight", "delivers milk to".
func (u *understanding) suspicious(way Understood) bool {
	for _, c := range way.Clauses {
		if c.Features != nil || c.Statement.Form != FormAssociation {
			continue
		}
		for _, n := range c.new() {
			words := wordsApart(n.Name)
			if len(words) == 2 && model.Singular(words[0]) != words[0] && english.CanBeVerb(words[1]) && !pluralFirst[words[0]] {
				return true
			}
		}
		if u.disagrees(c.Statement) {
			return true
		}
		if words := strings.Fields(c.Statement.Verb); len(words) == 3 {
			base, bent := english.BaseForm(words[0])
			if bent && !light[base] && !prepositions[words[1]] && prepositions[words[2]] && !toBe[words[0]] {
				return true
			}
		}
	}
	return false
}

// disagrees reports whether what is said of one thing has a subject in the plural, by a word that may be the verb: a "laboratory
// tests" samples.
func (u *understanding) disagrees(s Statement) bool {
	subject, verb := s.Ends[0].Ref, strings.Fields(s.Verb)
	words := wordsApart(subject.Name)
	if s.Form != FormAssociation || s.Reading != model.Forward || subject.ID != "" || len(words) < 2 || len(verb) < 2 || !prepositions[verb[1]] {
		return false
	}
	last := words[len(words)-1]
	_, bent := english.BaseForm(verb[0])
	one := slices.ContainsFunc([]string{"a", "an", "each", "every", "one"}, func(w string) bool { return u.written[w+" "+words[0]] })
	return one && bent && u.written[verb[0]] && english.CanBeVerb(last) && u.written[english.ThirdPerson(last)] && !u.written[last]
}

var (
	// pluralFirst stand in the plural at the beginning of a name.
	pluralFirst = english.Set("sports goods sales systems arms news savings customs works records accounts operations parts claims needs lessons services human resources")
	// light verbs say what is done by the noun behind them: takes place in, has access to.
	light = english.Set("take make have give get do play pay keep hold bear lay set put find lose bring come go run")
)

// apart reads such a sentence as two clauses.
func (u *understanding) apart(toks []token) []Understood {
	if !u.scope.ofClassesAlone() {
		return nil
	}
	if ways := u.ofSomething(toks); ways != nil {
		return ways
	}
	at, end, ok := u.mainVerbOf(toks)
	if !ok {
		return nil
	}
	subject, group := toks[:at], toks[at:end]
	p := u.parser(toks)
	prepositional := boundaries[word(toks[end])] && !p.numbered(end)
	for i := end + 1; i+1 < len(toks); i++ {
		if !boundaries[word(toks[i])] || boundaries[word(toks[i-1])] || p.numbered(i) || p.numbered(i-1) {
			continue
		}
		if i == end+1 && !prepositional && isBare(toks[end]) && len(group) == 1 && light[baseOf(word(group[0]))] { // takes place in a hall on a date
			group, prepositional = toks[at:i], true
			continue
		}
		object, behind := toks[end:i], toks[i:]
		var second []token
		switch {
		case prepositional:
			second = slices.Concat(subject, group, behind)
		case toBe[word(group[0])] || isModal(word(group[0])) && len(group) > 1 && toBe[word(group[1])]:
			second = slices.Concat(subject, group, behind)
		default:
			base, _ := english.BaseForm(word(group[len(group)-1]))
			each := u.unnumbered(object)
			be := []token{{tokWord, "is"}, {tokWord, english.Participle(base)}}
			if base == "have" { // a cabin in Hamburg is in it
				be = be[:1]
			} else if m := word(group[0]); isModal(m) && modals[m] == may {
				be = []token{{tokWord, m}, {tokWord, "be"}, be[1]}
			}
			second = slices.Concat(each, be, behind)
		}
		first := u.single(toks[:i])
		if len(first) == 0 || u.swallowed(first[0]) {
			continue
		}
		rest := u.single(second)
		if len(rest) == 0 {
			rest = u.apart(second)
		}
		if len(rest) == 0 || u.swallowed(rest[0]) {
			continue
		}
		return combined([][]Understood{first[:1], rest[:1]})
	}
	return nil
}

// mainVerbOf is the first verb with its group; where nothing agrees with the subject, none.
func (u *understanding) mainVerbOf(toks []token) (at, end int, ok bool) {
	at, end, ok = u.finite(toks, 1)
	if !ok || end >= len(toks) {
		return 0, 0, false
	}
	// The verb alone: what stands behind it is looked at word by word.
	end = at + 1
	if isModal(word(toks[at])) && end < len(toks) {
		end++
	}
	if toBe[word(toks[end-1])] && end < len(toks) {
		end++
	}
	return at, end, end < len(toks)
}

// notOf are words behind which "of" joins no two things.
var notOf = english.Set("one number consists consist made composed kind kinds sort sorts type types part parts list set out up copy most some all any each")

// ofSomething reads "a copy of a book is borrowed by one reader", "loans to museums are insured": of what it is,
// and what is said of it.
func (u *understanding) ofSomething(toks []token) []Understood {
	verb := -1
	if at, _, ok := u.finite(toks, 1); ok {
		verb = at
	}
	for i := 1; i+2 < len(toks); i++ {
		if word(toks[i]) != "of" && (!boundaries[word(toks[i])] || verb >= 0 && i > verb) || notOf[word(toks[i-1])] && word(toks[i-1]) != "copy" || u.withinName(toks, separator{at: i, end: i + 1}) {
			continue
		}
		p := u.parser(toks)
		from := i - 1 // the name in front
		for from > 0 && toks[from-1].kind == tokWord && !articles[word(toks[from-1])] && !boundaries[word(toks[from-1])] && !p.numberedUpTo(from) && !u.isFinite(toks, from-1) {
			from--
		}
		to := i + 1
		if _, end, ok := p.multiplicityWords(to); ok {
			to = end
		}
		for to < len(toks) && toks[to].kind == tokWord && !boundaries[word(toks[to])] && (to < i+2 || !u.isFinite(toks, to)) && word(toks[to]) != "and" {
			to++
		}
		if to < i+2 || !articles[word(toks[i+1])] && !p.numbered(i+1) && model.Singular(word(toks[to-1])) == word(toks[to-1]) {
			continue
		}
		rest := slices.Concat(toks[:i], toks[to:])
		if len(rest) < 3 {
			continue
		}
		is := slices.Concat([]token{{tokWord, "each"}}, toks[from:i], []token{{tokWord, "is"}}, toks[i:to])
		is[i-from].text = singularWord(is[i-from].text)
		if w := word(toks[i+1]); w == "a" || w == "an" {
			is[i-from+3].text = "one"
		}
		of := u.single(is)
		ways := u.single(rest)
		if len(ways) == 0 {
			ways = u.apart(rest)
		}
		if len(of) == 0 || len(ways) == 0 || u.swallowed(of[0]) || u.swallowed(ways[0]) {
			continue
		}
		return combined([][]Understood{of[:1], ways[:1]})
	}
	return nil
}

// numberedUpTo reports whether a number in words ends in front of a place.
func (p *parser) numberedUpTo(i int) bool {
	for from := max(0, i-4); from < i; from++ {
		if _, end, ok := p.multiplicityWords(from); ok && end == i {
			return true
		}
	}
	return i > 0 && isNumber(p.toks[i-1])
}
