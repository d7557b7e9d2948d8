package notation

import (
	"slices"

	"lexeon/core/model"
)

// A clause with a list in it says the same of each: of several subjects, several verbs or
// several objects.

// maxTries bounds how many ways to find a list are looked at.
const maxTries = 40

// spread are the sentences of a clause with one item of its list each, in the first way that can
// be read: the likeliest ways to find the list are tried first.
func (u *understanding) spread(toks []token) (ways []Understood, ok bool) {
	seps := u.separators(toks)
	if len(seps) == 0 {
		return nil, false
	}
	first, last := seps[0], seps[len(seps)-1]
	tries := 0
	for _, from := range u.starts(toks, first.at) {
		for _, to := range u.stops(toks, last.end) {
			if tries++; tries > maxTries {
				return nil, false
			}
			if found, fits := u.distributed(toks, seps, from, to); fits {
				return found, true
			}
		}
	}
	return nil, false
}

// starts are the places where the first item of a list may begin: in front of an article or a
// number, at a verb and behind it, at the word before the separator.
func (u *understanding) starts(toks []token, sep int) []int {
	p := u.parser(toks)
	out := []int{}
	add := func(i int) {
		if i >= 0 && i < sep && !slices.Contains(out, i) {
			out = append(out, i)
		}
	}
	at, end, ok := u.finite(toks[:sep], 1)
	if ok {
		add(end)
	} else {
		add(0)
	}
	for i := sep - 1; i >= 0; i-- {
		w := p.word(i)
		if articles[w] || p.numbered(i) || isNumber(toks[i]) || prepositions[w] {
			add(i)
		}
	}
	add(sep - 1)
	add(sep - 2)
	if ok {
		add(at)
	}
	return out
}

// stops are the places behind the last item: the end, in front of a verb or a preposition.
func (u *understanding) stops(toks []token, from int) []int {
	out := []int{}
	p := u.parser(toks)
	if _, _, ok := u.finite(toks[:from], 1); !ok { // the subjects are the list
		if at, _, found := u.finite(toks, from+1); found {
			out = append(out, at)
		}
	}
	out = append(out, len(toks))
	for i := from + 1; i < len(toks); i++ {
		if w := p.word(i); prepositions[w] || w == "to" {
			out = append(out, i)
		}
	}
	if from+1 < len(toks) && !slices.Contains(out, from+1) {
		out = append(out, from+1)
	}
	return out
}

// distributed reads the sentences of one way to find the list.
func (u *understanding) distributed(toks []token, seps []separator, from, to int) (ways []Understood, ok bool) {
	if u.article(toks, seps, from) {
		return nil, false
	}
	prefix, suffix := toks[:from], toks[to:]
	begin := from
	var parts [][]Understood
	bounds := append(slices.Clone(seps), separator{at: to})
	for _, s := range bounds {
		if s.at <= begin {
			return nil, false
		}
		item := toks[begin:s.at]
		if n := len(prefix); n > 0 && begin > from && len(item) > 1 && prepositions[word(item[0])] && word(prefix[n-1]) == word(item[0]) { // to a class and to a house
			item = item[1:]
		}
		ways := u.single(slices.Concat(prefix, item, suffix))
		if len(ways) == 0 || u.swallowed(ways[0]) {
			return nil, false
		}
		parts = append(parts, ways)
		begin = s.end
	}
	// The same is said of each: statements of one form, or features.
	form := formOf(parts[0][0])
	for _, p := range parts[1:] {
		if formOf(p[0]) != form && formOf(p[0]) != "" && form != "" {
			return nil, false
		}
	}
	return combined(parts), true
}

// article reports whether the article of the first item is that of all: a hull and engine.
func (u *understanding) article(toks []token, seps []separator, from int) bool {
	if w := word(toks[from]); w != "a" && w != "an" {
		return false
	}
	for i, s := range seps {
		next := word(toks[s.end])
		if articles[next] || u.parser(toks).numbered(s.end) || isNumber(toks[s.end]) || toks[s.end].kind == tokQuoted {
			return false
		}
		end := len(toks)
		if i+1 < len(seps) {
			end = seps[i+1].at
		}
		if last := word(toks[end-1]); model.Singular(last) != last {
			return false
		}
	}
	return true
}

// formOf is the form of what is said first, empty for features.
func formOf(u Understood) Form {
	if len(u.Clauses) == 0 || u.Clauses[0].Features != nil {
		return ""
	}
	return u.Clauses[0].Statement.Form
}

// swallowed reports whether a new name has taken in an article or a number.
func (u *understanding) swallowed(way Understood) bool {
	return slices.ContainsFunc(way.New(), func(n Ref) bool {
		return n.Kind != model.UseCase && slices.ContainsFunc(model.Words(n.Name), func(w string) bool { return articles[w] || toBe[w] || w == "and" || w == "or" })
	})
}

// combined puts the parts of a sentence together: the likeliest way of each, and where parts
// have a second way, those.
func combined(parts [][]Understood) []Understood {
	most := 1
	for _, p := range parts {
		most = max(most, len(p))
	}
	var out []Understood
	for i := range min(most, maxWays) {
		var all Understood
		for _, p := range parts {
			way := p[min(i, len(p)-1)]
			all.Odd += way.Odd
			for _, c := range way.Clauses {
				all.Clauses = added(all.Clauses, c)
			}
		}
		out = append(out, all)
	}
	return out
}

// added puts a clause behind others; features of the same classifier are said at once, and what
// was said already is not said again.
func added(clauses []Clause, c Clause) []Clause {
	for _, o := range clauses {
		if sameClause(o, c) {
			return clauses
		}
	}
	if n := len(clauses); n > 0 && c.Features != nil && clauses[n-1].Features != nil {
		last := clauses[n-1].Features
		if last.Of == c.Features.Of && last.Kind == c.Features.Kind && last.Type == c.Features.Type {
			merged := *last
			merged.Names = append(slices.Clone(last.Names), c.Features.Names...)
			for name, trait := range c.Features.Traits {
				merged.setTrait(name, trait)
			}
			return append(slices.Clone(clauses[:n-1]), Clause{Reading: clauses[n-1].Reading, Features: &merged})
		}
	}
	return append(slices.Clone(clauses), c)
}
