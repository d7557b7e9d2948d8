package notation

import (
	"maps"
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// Trait is what a sentence says of an attribute beside its name: that it may be absent, that it tells one thing from all others,
// in what it is measured.
type Trait struct {
	Optional bool   `json:"optional,omitempty"`
	Unique   bool   `json:"unique,omitempty"`
	Unit     string `json:"unit,omitempty"` // kilograms, as it was written
}

// said writes an attribute with its trait, as it is read again.
func (t Trait) said(name string) string {
	if t.Unique {
		name = "unique " + name
	}
	if t.Optional {
		name = "optional " + name
	}
	if t.Unit != "" {
		name += " in " + t.Unit
	}
	return name
}

// measured reports whether it is known in what an attribute is measured: kilograms, not Berlin.
func (t Trait) measured() bool { return english.IsUnit(strings.Fields(t.Unit)) }

// fields are those of an attribute that hold a trait.
func (t Trait) fields() model.Patch {
	out := model.Patch{}
	if t.Optional {
		maps.Copy(out, model.P("multiplicity", model.Range(0, 1)))
	}
	if t.Unique {
		maps.Copy(out, model.P("identifier", true))
	}
	if t.Unit != "" {
		maps.Copy(out, model.P("definition", "In "+t.Unit+"."))
	}
	return out
}

// with is a trait together with what else is said of the same attribute.
func (t Trait) with(o Trait) Trait {
	t.Optional, t.Unique = t.Optional || o.Optional, t.Unique || o.Unique
	if t.Unit == "" {
		t.Unit = o.Unit
	}
	return t
}

// traitWords say it in one word, in front of a name or in brackets behind it. That something must be there needs no saying.
var traitWords = map[string]Trait{"optional": {Optional: true}, "unique": {Unique: true}, "mandatory": {}, "required": {}}

// traits takes away what is said of an attribute beside its name.
func (u *understanding) traits(toks []token) (rest []token, t Trait) {
	rest = slices.Clone(toks)
	first := 0
	if len(rest) > 0 && (articles[word(rest[0])] || possessives[word(rest[0])]) {
		first = 1
	}
	for first+1 < len(rest) && isTrait(rest[first]) && !u.knows(rest[first:first+2]) {
		t = t.with(traitWords[word(rest[first])])
		rest = slices.Delete(rest, first, first+1)
	}
	for n := len(rest); n > first+1 && isTrait(rest[n-1]); n-- {
		t = t.with(traitWords[word(rest[n-1])])
		rest = rest[:n-1]
	}
	if at := u.unitAt(rest, first+1); at > 0 {
		var words []string
		for _, w := range rest[at+1:] {
			words = append(words, w.text)
		}
		rest, t.Unit = rest[:at], strings.Join(words, " ")
	}
	return rest, t
}

func isTrait(t token) bool {
	_, is := traitWords[word(t)]
	return is && t.kind == tokWord
}

// maxUnit is how many words the name of a unit has at most: square metres per second.
const maxUnit = 4

// unitAt is the place of "in" where a unit stands behind it: a weight in kilograms. 0: nowhere.
func (u *understanding) unitAt(toks []token, from int) int {
	for at := from; at+1 < len(toks); at++ {
		unit := toks[at+1:]
		if word(toks[at]) != "in" || len(unit) > maxUnit || u.knows(unit) || u.parser(toks).numbered(at+1) {
			continue
		}
		if !slices.ContainsFunc(unit, func(t token) bool {
			w := word(t)
			return t.kind != tokWord || articles[w] || possessives[w] || counting[w] || prepositions[w] && w != "per"
		}) {
			return at
		}
	}
	return 0
}

// maybe says "at most one radar" for "an optional radar", where it is a thing and no value.
func (u *understanding) maybe(toks []token) []token {
	for i := 1; i+2 < len(toks); i++ {
		if articles[word(toks[i])] && word(toks[i+1]) == "optional" && !u.knows(toks[i+1:i+3]) {
			return slices.Concat(toks[:i], tokensOf("at most one"), toks[i+2:])
		}
	}
	if n := len(toks) - 1; n > 3 && word(toks[n]) == "optional" { // a radar (optional)
		for i := n - 2; i > 0; i-- {
			if articles[word(toks[i])] {
				return slices.Concat(toks[:i], tokensOf("at most one"), toks[i+1:n])
			}
		}
	}
	return toks
}

// adjectives says "an optional title" for "optionally, a title", and "a number unique" for "a number, which is unique".
func (u *understanding) adjectives(toks []token) []token {
	for i := 2; i+1 < len(toks); i++ {
		if word(toks[i]) == "optionally" {
			next := i + 1
			if isMark(toks[next], ",") {
				next++
			}
			if next+1 >= len(toks) || !articles[word(toks[next])] {
				continue
			}
			before := toks[:i]
			if isMark(before[i-1], ",") && word(before[i-2]) == "and" {
				before = before[:i-1]
			}
			toks = slices.Concat(before, []token{{tokWord, "an"}, {tokWord, "optional"}}, toks[next+1:])
			continue
		}
		if end := whichIs(toks, i); end > 0 && end < len(toks) && isTrait(toks[end]) && (end+1 == len(toks) || isMark(toks[end+1], ",") || word(toks[end+1]) == "and") {
			rest := toks[end:]
			if len(rest) > 1 && isMark(rest[1], ",") && len(rest) > 2 && word(rest[2]) == "and" {
				rest = slices.Concat(rest[:1], rest[2:])
			}
			toks = slices.Concat(toks[:i], rest)
		}
	}
	return toks
}

// whichIs is the place behind ", which is" or ", that can be" at a place; 0: it does not stand there.
func whichIs(toks []token, i int) (end int) {
	if isMark(toks[i], ",") {
		i++
	}
	if i+2 >= len(toks) || word(toks[i]) != "which" && word(toks[i]) != "that" {
		return 0
	}
	if _, modal := modals[word(toks[i+1])]; modal && word(toks[i+2]) == "be" {
		return i + 3
	}
	if word(toks[i+1]) == "is" {
		return i + 2
	}
	return 0
}

// valued reads "a ticket has a status: new, paid or refunded", and "which is new, paid or refunded": a property with its values, the
// last thing of a sentence that may say others before.
func (u *understanding) valued(toks []token) (way Understood, ok bool) {
	for i := 3; i+3 < len(toks); i++ {
		end := valuesAt(toks, i)
		if end == 0 {
			continue
		}
		items, or := u.items(toks[end:])
		if len(items) < 2 || !or && slices.ContainsFunc(toks[end:], func(t token) bool { return word(t) == "and" }) {
			return way, false
		}
		if slices.ContainsFunc(items, func(item []token) bool {
			return len(item) > 3 || articles[word(item[0])] || u.knows(item) || !or && english.IsValue(word(item[len(item)-1]))
		}) {
			return way, false
		}
		var parts [][]Understood
		clauses := u.clauses(toks[:i])
		if len(clauses) == 0 {
			return way, false
		}
		for _, clause := range clauses[:len(clauses)-1] {
			parts = append(parts, u.clause(clause))
		}
		before, last, ok := u.lastProperty(clauses[len(clauses)-1], items, or)
		if !ok {
			return way, false
		}
		if before != nil {
			parts = append(parts, u.clause(before))
		}
		for i, p := range parts {
			if len(p) == 0 {
				return way, false
			}
			parts[i] = p[:1]
		}
		return combined(append(parts, []Understood{last}))[0], true
	}
	return way, false
}

// valuesAt is the place behind what leads to values: a colon, "which is either", "which can be one of"; 0: nothing does.
func valuesAt(toks []token, i int) int {
	if isMark(toks[i], ":") {
		return i + 1
	}
	end := whichIs(toks, i)
	switch {
	case end == 0 || end+2 >= len(toks):
		return 0
	case word(toks[end]) == "one" && word(toks[end+1]) == "of":
		return end + 2
	case word(toks[end]) == "either":
		return end + 1
	}
	return end
}

// lastProperty takes the last thing that something is said to have for a property with values; before is the clause without it. What
// is one value or another is a property, whatever its noun.
func (u *understanding) lastProperty(clause []token, items [][]token, or bool) (before []token, way Understood, ok bool) {
	has := slices.IndexFunc(clause, func(t token) bool { return word(t) == "has" || word(t) == "have" })
	if has < 1 || has+1 >= len(clause) {
		return nil, way, false
	}
	last := clause[has+1:]
	if seps := u.separators(last); len(seps) > 0 { // it has other things before
		sep := seps[len(seps)-1]
		before, last = clause[:has+1+sep.at], last[sep.end:]
	}
	named, trait := u.traits(last)
	if len(named) == 0 {
		return nil, way, false
	}
	name, is := u.propertyNamed(named, or)
	owner, known := u.subjectOf(clause[:has])
	if !is || !known {
		return nil, way, false
	}
	return before, u.withValues(owner, name, trait, items), true
}

// withValues says that something has a property, and which values that has.
func (u *understanding) withValues(owner Ref, name string, trait Trait, items [][]token) Understood {
	of := u.valuesType(owner, name)
	has := &Features{Of: owner, Kind: model.Attribute, Names: []string{name}, Type: of}
	has.setTrait(name, trait)
	values := u.valuesOf(of, items, true)
	return Understood{Clauses: append([]Clause{{Reading: Reading{Scope: u.scope}, Features: has}}, values.Clauses...)}
}

// general are properties that different things have with different values.
var general = english.Set("status state condition stage phase kind type category level")

// valuesType is the enumeration of the values of a property: that of its name, or of the name of what has it too.
func (u *understanding) valuesType(owner Ref, name string) Ref {
	of := Ref{Name: model.Capital(name), Kind: model.Enumeration}
	if general[name] {
		of.Name = owner.Name + of.Name
	}
	found := u.m.ClassifiersNamed(of.Name)
	if len(found) > 0 && found[0].Kind != model.Enumeration && !general[name] {
		of.Name = owner.Name + of.Name
		found = u.m.ClassifiersNamed(of.Name)
	}
	if len(found) > 0 {
		of.ID = found[0].ID
	}
	return of
}
