package notation

import (
	"slices"
	"strconv"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// What is said of classes in a roundabout way is said in a plainer one before it is read.

// ofClassesAlone reports whether what is said can only be said of classes.
func (s Scope) ofClassesAlone() bool { return !s.Flows && !s.Cases && !s.Components }

// plainer says a sentence about classes in plainer words: without what adds nothing, with the noun in the
// place of "another", and with a clause of its own for what stands behind "who", "each of which" and "with
// its".
func (u *understanding) plainer(toks []token) []token {
	switch {
	case u.scope.Components:
		return u.withoutInterface(toks)
	case u.scope.Flows:
		return u.startingWithVerb(toks)
	case u.scope.Cases:
		return u.withoutManner(toks)
	}
	if !u.scope.ofClassesAlone() || u.quotes(toks) {
		return toks
	}
	toks = u.startingWithVerb(u.adjectives(toks))
	toks = u.noneAtAll(u.inOrder(u.withoutManner(toks)))
	toks = u.asMany(u.aKindOf(u.notWithout(toks)))
	toks = u.oneOf(u.restricted(u.notMore(toks)))
	toks = u.withoutOther(toks)
	toks = u.possessed(toks)
	toks = u.related(toks)
	return u.accompanied(toks)
}

// startingWithVerb says "the guide takes the size from the book" for "from the book the guide takes the size".
func (u *understanding) startingWithVerb(toks []token) []token {
	if len(toks) < 6 || !boundaries[word(toks[0])] {
		return toks
	}
	for i := 2; i+2 < len(toks); i++ {
		if !articles[word(toks[i])] && !isMark(toks[i-1], ",") {
			continue
		}
		if _, _, ok := u.finite(toks[i:], 1); ok {
			behind := toks[:i]
			if isMark(behind[i-1], ",") {
				behind = behind[:i-1]
			}
			return slices.Concat(toks[i:], behind)
		}
	}
	return toks
}

// withoutInterface leaves out the word, where a name stands in front of it or behind: the payment interface, an
// interface called Payment.
func (u *understanding) withoutInterface(toks []token) []token {
	var out []token
	for i := 0; i < len(toks); i++ {
		t := toks[i]
		switch called := i+2 < len(toks) && (word(toks[i+1]) == "called" || word(toks[i+1]) == "named"); {
		case word(t) != "interface" || i == 0:
		case called:
			if n := len(out); n > 0 && articles[word(out[n-1])] {
				out = out[:n-1]
			}
			i++
			continue
		case !articles[word(toks[i-1])] && !u.knows(toks[i-1:i+1]):
			continue
		}
		out = append(out, t)
	}
	return out
}

// manners stand at the end of a clause and say how, not what.
var manners = []string{"each", "with each other", "with one another", "together", "at all", "in total", "altogether", "jointly", "at once", "if any", "or not", "in advance", "on average", "overall",
	"online", "offline", "daily", "weekly", "monthly", "yearly", "annually", "automatically", "immediately", "manually", "regularly", "in person", "by phone", "by email", "by post"}

// withoutManner leaves out what says only how or how often something is done.
func (u *understanding) withoutManner(toks []token) []token {
	for _, m := range manners {
		n := len(strings.Fields(m))
		if at := len(toks) - n; at > 2 && !u.knows(toks[at:]) {
			if end, ok := u.parser(toks).phrase(at, m); ok && end == len(toks) {
				toks = toks[:at]
			}
		}
	}
	for i := 3; i+2 < len(toks); i++ { // is refunded at most once by
		w := word(toks[i])
		if w != "once" && w != "twice" || !prepositions[word(toks[i+1])] {
			continue
		}
		from := i
		if lead := word(toks[i-2]) + " " + word(toks[i-1]); lead == "at most" || lead == "at least" || lead == "more than" {
			from = i - 2
		} else if w := word(toks[i-1]); w == "only" || w == "exactly" {
			from = i - 1
		}
		toks = slices.Concat(toks[:from], toks[i+1:])
	}
	return toks
}

// tokensOf are the words of a text.
func tokensOf(text string) []token {
	var out []token
	for w := range strings.FieldsSeq(text) {
		out = append(out, token{tokWord, w})
	}
	return out
}

// orders stand at the end and say that what is in front of them has an order.
var orders = []string{"in a fixed order", "in a given order", "in a certain order", "in order", "in sequence", "in this order", "in that order", "in a specific order"}

// inOrder writes the property for "in a fixed order".
func (u *understanding) inOrder(toks []token) []token {
	for _, o := range orders {
		at := len(toks) - len(strings.Fields(o))
		if at < 3 {
			continue
		}
		if _, ok := u.parser(toks).phrase(at, o); ok {
			if isMark(toks[at-1], ",") {
				at--
			}
			return slices.Concat(toks[:at], []token{{tokMark, "{"}, {tokWord, "ordered"}, {tokMark, "}"}})
		}
	}
	return toks
}

// notWithout says "each room has at least one exit" for "no room is without an exit".
func (u *understanding) notWithout(toks []token) []token {
	at := slices.IndexFunc(toks, func(t token) bool { return word(t) == "without" })
	if at < 3 || word(toks[0]) != "no" || word(toks[at-1]) != "is" || at+1 >= len(toks) {
		return toks
	}
	thing := toks[at+1:]
	if articles[word(thing[0])] {
		thing = thing[1:]
	}
	return slices.Concat(tokensOf("each"), toks[1:at-1], tokensOf("has at least one"), thing)
}

// aKindOf says "is a kind of" for "is a special type of".
func (u *understanding) aKindOf(toks []token) []token {
	for i := 1; i+3 < len(toks); i++ {
		w := word(toks[i])
		if w != "is" && w != "are" {
			continue
		}
		at := i + 1
		for at < len(toks) && (articles[word(toks[at])] || particular[word(toks[at])]) {
			at++
		}
		if at+2 < len(toks) && sortsOf[singularLower(toks[at])] && word(toks[at+1]) == "of" && !articles[word(toks[at+2])] {
			return slices.Concat(toks[:i], tokensOf(map[string]string{"is": "is a kind of", "are": "are kinds of"}[w]), toks[at+2:])
		}
	}
	return toks
}

var (
	sortsOf    = english.Set("kind type sort form variety subtype")
	particular = english.Set("special particular certain specific")
)

// asMany says "any number of books" for "as many books as they like".
func (u *understanding) asMany(toks []token) []token {
	for i := 2; i+3 < len(toks); i++ {
		if word(toks[i]) != "as" || word(toks[i+1]) != "many" {
			continue
		}
		for j := i + 3; j < len(toks); j++ {
			if word(toks[j]) == "as" {
				return slices.Concat(toks[:i], tokensOf("any number of"), toks[i+2:j])
			}
		}
	}
	return toks
}

// restricted leaves out which of the subjects are meant: "visitors who book online get a voucher".
func (u *understanding) restricted(toks []token) []token {
	who := slices.IndexFunc(toks, func(t token) bool { w := word(t); return w == "who" || w == "which" || w == "that" })
	if who < 1 || who+3 >= len(toks) {
		return toks
	}
	if at, _, ok := u.finite(toks[:who], 1); ok && at < who {
		return toks
	}
	subject := toks[:who]
	if isMark(subject[len(subject)-1], ",") {
		subject = subject[:len(subject)-1]
	}
	_, end, ok := u.finite(toks, who+1)
	if !ok {
		return toks
	}
	for at := end; at+1 < len(toks); at++ { // the verb of the subject itself
		main := slices.Concat(subject, toks[at:])
		if v, _, ok := u.finite(main, len(subject)); ok && v == len(subject) && !prepositions[word(toks[at])] {
			return main
		}
	}
	return toks
}

// notMore says "can lie at at most one berth" for "cannot lie at two berths", or at more than one.
func (u *understanding) notMore(toks []token) []token {
	at := slices.IndexFunc(toks, func(t token) bool { return word(t) == "cannot" })
	end := at + 1
	if at < 0 {
		at = slices.IndexFunc(toks, func(t token) bool { return word(t) == "not" })
		if at < 1 || !isModal(word(toks[at-1])) {
			return toks
		}
		at, end = at-1, at+1
	}
	p := u.parser(toks)
	for i := end + 1; i+1 < len(toks); i++ {
		more, most := i, -1
		if after, ok := p.phrase(i, "more than"); ok {
			more, most = after, 0
		}
		n, ok := p.number(more)
		if !ok || most < 0 && n < 2 || articles[p.word(more)] {
			continue
		}
		if most < 0 {
			n--
		}
		return slices.Concat(toks[:at], tokensOf("can"), toks[end:i], tokensOf("at most "+strconv.Itoa(n)), toks[more+1:])
	}
	return toks
}

// noneAtAll says "may teach any number of modules" for "may teach no module".
func (u *understanding) noneAtAll(toks []token) []token {
	for i := 2; i+1 < len(toks); i++ {
		if word(toks[i]) != "no" || !isModal(word(toks[i-2])) || modals[word(toks[i-2])] != may || word(toks[i+1]) == "more" || word(toks[i+1]) == "fewer" {
			continue
		}
		return slices.Concat(toks[:i], []token{{tokWord, "any"}, {tokWord, "number"}, {tokWord, "of"}}, toks[i+1:])
	}
	return toks
}

// oneOf says "one member" for "one of its members".
func (u *understanding) oneOf(toks []token) []token {
	for i := 0; i+2 < len(toks); i++ {
		w := word(toks[i+2])
		if word(toks[i]) != "one" || word(toks[i+1]) != "of" || w != "the" && !possessives[w] {
			continue
		}
		end := i + 3
		for end < len(toks) && toks[end].kind == tokWord && !boundaries[word(toks[end])] && word(toks[end]) != "and" && word(toks[end]) != "of" {
			end++
		}
		if i == 0 { // up to the verb
			if at, _, ok := u.finite(toks, 3); ok && at > 3 {
				end = min(end, at)
			}
		}
		if i > 0 && toBe[word(toks[i-1])] || end == i+3 || model.Singular(word(toks[end-1])) == word(toks[end-1]) {
			continue // is one of the values
		}
		return slices.Concat(toks[:i], tokensOf("exactly one"), toks[i+3:end-1], []token{{tokWord, singularWord(toks[end-1].text)}}, toks[end:])
	}
	return toks
}

// unlike are words that tell one thing from another of the same kind.
var unlike = english.Set("other further additional different")

// withoutOther says what "another" means, and leaves out what says that it is another one.
func (u *understanding) withoutOther(toks []token) []token {
	var out []token
	for i, t := range toks {
		last := i+1 == len(toks) || toks[i+1].kind == tokMark || word(toks[i+1]) == "and" || word(toks[i+1]) == "or"
		switch w := word(t); {
		case i == 0:
		case (w == "another" || w == "others") && last:
			before := out
			if seps := u.separators(out); len(seps) > 0 { // from one airport and arrives at another
				before = out[:seps[len(seps)-1].at]
			}
			if thing := lastThing(before); len(thing) < len(before) || len(before) > 2 {
				if at, end, ok := u.finite(before, 1); ok && end < len(before) && at > 0 && len(thing) == len(before) {
					thing = before[end:]
				}
				each := u.unnumbered(thing)
				if w == "others" {
					each = each[1:]
				} else {
					each[0] = token{tokWord, "a"}
				}
				out = append(out, each...)
				continue
			}
		case w == "another" && !last:
			out = append(out, token{tokWord, "a"})
			continue
		case unlike[w] && !last && !u.knows(toks[i:min(len(toks), i+2)]) && !prepositions[word(toks[i+1])] && !english.OnlyVerb(word(toks[i+1])):
			continue
		}
		out = append(out, t)
	}
	return out
}

// possessed says "the grade of a student is" for "a student's grade is".
func (u *understanding) possessed(toks []token) []token {
	at, _, ok := toBeAt(toks)
	if !ok || at > 6 {
		return toks
	}
	for i := range at - 1 {
		owner, of := strings.CutSuffix(toks[i].text, "'s")
		if !of {
			owner, of = strings.CutSuffix(toks[i].text, "’s")
		}
		if of && owner != "" && toks[i].kind == tokWord {
			whose := slices.Concat(toks[:i], []token{{tokWord, owner}})
			if !articles[word(whose[0])] {
				whose = slices.Concat([]token{{tokWord, "a"}}, whose)
			}
			return slices.Concat([]token{{tokWord, "the"}}, toks[i+1:at], []token{{tokWord, "of"}}, whose, toks[at:])
		}
	}
	return toks
}

// related puts a comma in front of a clause that says more about the last thing, as if it were said
// beside the first one: "an owner who has a number", "lines, each of which refers to a product".
func (u *understanding) related(toks []token) []token {
	for i := 3; i+2 < len(toks); i++ {
		each := word(toks[i]) == "each" && word(toks[i+1]) == "of" && (word(toks[i+2]) == "which" || word(toks[i+2]) == "whom")
		if each {
			toks = slices.Concat(toks[:i], []token{{tokWord, "which"}}, toks[i+3:])
		}
		if w := word(toks[i]); w != "who" && w != "which" && w != "that" || i+2 >= len(toks) {
			continue
		}
		before := toks[:i]
		if isMark(before[len(before)-1], ",") {
			before = before[:len(before)-1]
		}
		at, end, ok := u.finite(before, 1)
		if !ok || end >= len(before) || at < 1 || len(u.parser(toks).saids(i+1)) == 0 && !having[word(toks[i+1])] {
			continue
		}
		return slices.Concat(before, []token{{tokMark, ","}}, toks[i:])
	}
	return toks
}

// accompanied says in a clause of its own what a thing is said to come with: "lists its ingredients with their
// quantities", "sends a letter with a date".
func (u *understanding) accompanied(toks []token) []token {
	for i := len(toks) - 2; i > 2; i-- {
		if word(toks[i]) != "with" {
			continue
		}
		with := toks[i+1:]
		_, end, ok := u.finite(toks[:i], 1)
		if !ok || end >= i || len(u.separators(toks[:i])) > 0 && slices.ContainsFunc(with, func(t token) bool { return t.kind == tokMark }) {
			return toks
		}
		_, value := u.property(with)
		if !value && !possessives[word(with[0])] || len(with) > 2 && word(with[len(with)-1]) == "note" { // a delivery note is a paper
			return toks
		}
		if possessives[word(with[0])] {
			with = slices.Concat([]token{{tokWord, "a"}}, with[1:])
			with[len(with)-1].text = singularWord(with[len(with)-1].text)
		}
		return slices.Concat(toks[:i], []token{{tokMark, ","}, {tokWord, "and"}}, u.unnumbered(toks[end:i]), []token{{tokWord, "has"}}, with)
	}
	return toks
}

// reworded says in the usual words what is said in others: "no flight has more than four stops"
// is "each flight has at most four stops"; "there are two referees for each match" is "each
// match has two referees".
func (u *understanding) reworded(toks []token) []token {
	if len(toks) > 4 && word(toks[0]) == "no" {
		for i := 2; i+2 < len(toks); i++ {
			if word(toks[i]) == "more" && word(toks[i+1]) == "than" {
				return slices.Concat(tokensOf("each"), toks[1:i], tokensOf("at most"), toks[i+2:])
			}
		}
	}
	if len(toks) > 4 && word(toks[0]) == "there" && (word(toks[1]) == "is" || word(toks[1]) == "are") {
		for _, each := range []string{"each", "every"} {
			for i := 3; i+2 < len(toks); i++ {
				if (word(toks[i]) == "for" || word(toks[i]) == "in" || word(toks[i]) == "on" || word(toks[i]) == "per") && word(toks[i+1]) == each {
					return slices.Concat(toks[i+1:], tokensOf("has"), toks[2:i])
				}
			}
		}
	}
	return toks
}
