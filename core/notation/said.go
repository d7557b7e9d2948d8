package notation

import (
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// said reads a prepared sentence: as a wish of somebody, clause by clause, or not at all.
func (u *understanding) said(toks []token) []Understood {
	if ways := u.story(toks); ways != nil {
		return ways
	}
	toks = u.conditional(u.plainer(toks))
	if way, ok := u.attributesNamed(toks); ok {
		return []Understood{way}
	}
	if u.scope.ofClassesAlone() {
		if way, ok := u.valued(toks); ok {
			return []Understood{way}
		}
	}
	var parts [][]Understood
	for _, clause := range u.clauses(toks) {
		ways := u.clause(clause)
		if len(ways) == 0 && u.isBarePassive(clause) && len(parts) == 0 {
			continue // is written and sent to …
		}
		if len(ways) == 0 {
			return nil
		}
		parts = append(parts, ways)
	}
	if len(parts) == 0 {
		return nil
	}
	return combined(parts)
}

// isBarePassive: something is done, and nothing is said of by whom or where.
func (u *understanding) isBarePassive(toks []token) bool {
	n := len(toks)
	return n > 2 && toBe[word(toks[n-2])] && english.PastBase(word(toks[n-1]), english.CanBeVerb) != ""
}

// ReadClauses reads what it can of a sentence of a text: each clause for itself, in the likeliest
// way. What is not understood is left out.
func ReadClauses(m *model.Model, text string, scope Scope) []Clause {
	u := &understanding{m: m, scope: scope}
	toks, ok := u.prepared(text)
	if !ok {
		return nil
	}
	if ways := u.story(toks); ways != nil {
		return ways[0].Clauses
	}
	var out []Clause
	for _, clause := range u.clauses(u.plainer(toks)) {
		ways := u.clause(clause)
		if len(ways) == 0 {
			continue
		}
		for _, c := range ways[0].Clauses {
			c.Said = wordsOf(clause)
			out = added(out, c)
		}
	}
	return out
}

func wordsOf(toks []token) []string {
	out := make([]string, len(toks))
	for i, t := range toks {
		out[i] = word(t)
	}
	return out
}

// clause reads one clause, with a list in it or without.
func (u *understanding) clause(toks []token) []Understood {
	toks = u.reworded(toks)
	if ways := u.sorts(toks); ways != nil {
		return ways
	}
	ways := u.single(toks)
	if len(ways) > 0 && ways[0].Odd <= 0 {
		return ways
	}
	if spread, ok := u.spread(toks); ok {
		return withOthers(spread, ways)
	}
	if len(ways) == 0 {
		return u.apart(toks)
	}
	if u.suspicious(ways[0]) {
		if apart := u.apart(toks); apart != nil {
			return withOthers(apart, ways)
		}
	}
	return ways
}

// single reads a clause of one subject, one verb and one object.
func (u *understanding) single(toks []token) []Understood {
	toks = u.reworded(toks)
	var out []Understood
	if way, ok := u.attribute(toks); ok {
		out = append(out, way)
	}
	if way, ok := u.kindOf(toks); ok {
		out = append(out, way)
	}
	if u.scope.ofClassesAlone() {
		toks = u.maybe(toks)
	}
	if len(out) > 0 {
		return withOthers(out, u.plain(toks))
	}
	return u.plain(toks)
}

func (u *understanding) plain(toks []token) []Understood {
	refused := func(r Reading) bool { return !u.quotes(toks) && u.impossible(r) }
	readings, err := read(func(forgiving bool) ([]Reading, error) { return parseTokensBut(u.m, toks, u.scope, forgiving, refused) })
	if err != nil {
		return nil
	}
	return asUnderstood(readings)
}

// subjectOf reads words as the name of a classifier, after an article or not; new ones are made
// singular.
func (u *understanding) subjectOf(toks []token) (Ref, bool) {
	if len(toks) == 0 {
		return Ref{}, false
	}
	p := u.parser(toks)
	best := parsed[spokenEnd]{cost: -1}
	for _, e := range p.spokenEnds(0) {
		if e.end == len(toks) && e.value.Multiplicity.State == model.Absent && (best.cost < 0 || e.cost < best.cost) {
			best = e
		}
	}
	if best.cost < 0 {
		return Ref{}, false
	}
	end := best.value
	end.singular(!end.determined)
	if slices.ContainsFunc(model.Words(end.Ref.Name), func(w string) bool { return articles[w] || prepositions[w] && w != "of" }) {
		return Ref{}, false
	}
	return end.Ref, true
}

// toBeAt is the place of "is", "are", "can be", "must be" behind a subject, and the place behind.
func toBeAt(toks []token) (at, end int, ok bool) {
	for i := 1; i+1 < len(toks); i++ {
		w := word(toks[i])
		if _, modal := modals[w]; modal && word(toks[i+1]) == "be" {
			return i, i + 2, true
		}
		if w == "is" || w == "are" {
			return i, i + 1, true
		}
	}
	return 0, 0, false
}

// items are the things of a list, without the words between them.
func (u *understanding) items(toks []token) (items [][]token, or bool) {
	begin := 0
	for _, s := range u.separators(toks) {
		if s.at > begin {
			items = append(items, toks[begin:s.at])
		}
		or = or || s.or
		begin = s.end
	}
	if begin < len(toks) {
		items = append(items, toks[begin:])
	}
	return items, or
}

// kindOf reads "dogs are animals": several are several, without a number.
func (u *understanding) kindOf(toks []token) (Understood, bool) {
	at, end, ok := toBeAt(toks)
	if !ok || end != at+1 || word(toks[at]) != "are" || u.scope.Flows || u.scope.Cases || u.scope.Components {
		return Understood{}, false
	}
	last := word(toks[len(toks)-1])
	if model.Singular(last) == last || u.parser(toks).numbered(end) || articles[word(toks[end])] {
		return Understood{}, false
	}
	for _, t := range toks[end:] {
		if prepositions[word(t)] || t.kind == tokMark {
			return Understood{}, false
		}
	}
	if w := word(toks[end]); english.PastBase(w, english.CanBeVerb) != "" && end+1 < len(toks) {
		return Understood{}, false
	}
	special, ok1 := u.subjectOf(toks[:at])
	general, ok2 := u.subjectOf(toks[end:])
	if !ok1 || !ok2 || special.Name == general.Name {
		return Understood{}, false
	}
	return u.asOne(Statement{Form: FormGeneralization, Ends: [2]StatementEnd{{Ref: special}, {Ref: general}}}), true
}

func (u *understanding) asOne(s Statement) Understood {
	r := u.parser(nil).reading(s, 0)
	return Understood{Clauses: []Clause{{Reading: r}}, Odd: len(r.New)*unknownCost - 1}
}

// sorts reads which sorts of something there are: "a payment is either a cash payment or a card
// payment" tells its kinds, "a grade is one of low and high" its values.
func (u *understanding) sorts(toks []token) []Understood {
	if u.scope.Flows || u.scope.Components || u.scope.Cases {
		return nil
	}
	if ways := u.thereAreKinds(toks); ways != nil {
		return ways
	}
	at, end, ok := toBeAt(toks)
	if !ok || end >= len(toks) {
		return nil
	}
	oneOf := false
	if end+2 < len(toks) && word(toks[end]) == "one" && word(toks[end+1]) == "of" {
		end += 2
		oneOf = true
		for end < len(toks)-1 && (word(toks[end]) == "the" || word(toks[end]) == "following" || word(toks[end]) == "values" || isMark(toks[end], ":")) {
			end++
		}
	}
	items, or := u.items(toks[end:])
	if way, ok := u.propertyOf(toks[:at], items); ok && (or || oneOf) {
		return []Understood{way}
	}
	subject, known := u.subjectOf(toks[:at])
	if len(items) < 2 || !or && !oneOf || !known {
		return nil
	}
	if word(toks[at]) == "are" && end == at+1 && !oneOf && allSeveral(items) { // courts are indoor courts or outdoor courts
		if kinds := u.kindsOf(subject, items); kinds != nil {
			for i := range kinds.Clauses {
				if !u.either {
					kinds.Clauses[i].Statement.Set = Set{}
				}
			}
			return []Understood{*kinds}
		}
	}
	things := false
	for _, i := range items {
		things = things || word(i[0]) == "a" || word(i[0]) == "an" || u.knows(i)
	}
	if !things {
		if slices.ContainsFunc(items, func(i []token) bool {
			return len(i) > 3 || len(i) == 0 || prepositions[word(i[len(i)-1])] || i[0].kind == tokMark
		}) {
			return nil
		}
		if w := word(items[0][0]); len(items[0]) > 1 && english.PastBase(w, english.CanBeVerb) != "" {
			return nil // is paid by cash or by card
		}
		values, kinds := u.valuesOf(subject, items, oneOf), u.kindsOf(subject, items)
		if kinds == nil {
			return []Understood{values}
		}
		return withOthers([]Understood{values}, []Understood{*kinds})
	}
	kinds := u.kindsOf(subject, items)
	if kinds == nil {
		return nil
	}
	return withOthers([]Understood{*kinds}, []Understood{u.valuesOf(subject, items, true)})
}

// allSeveral reports whether all of a list stand in the plural.
func allSeveral(items [][]token) bool {
	return !slices.ContainsFunc(items, func(i []token) bool {
		return len(i) == 0 || len(i) > 3 || singularLower(i[len(i)-1]) == word(i[len(i)-1])
	})
}

// thereAreKinds reads "there are two kinds of animal: dogs and cats".
func (u *understanding) thereAreKinds(toks []token) []Understood {
	if len(toks) < 6 || word(toks[0]) != "there" {
		return nil
	}
	for i := 2; i+2 < len(toks); i++ {
		if w := word(toks[i]); w != "kinds" && w != "types" && w != "sorts" || word(toks[i+1]) != "of" {
			continue
		}
		for j := i + 3; j+1 < len(toks); j++ {
			if !isMark(toks[j], ":") && !isMark(toks[j], ",") {
				continue
			}
			items, _ := u.items(toks[j+1:])
			general, ok := u.subjectOf(toks[i+2 : j])
			if !ok || len(items) < 2 {
				return nil
			}
			if kinds := u.kindsOf(general, items); kinds != nil {
				return []Understood{*kinds}
			}
		}
	}
	return nil
}

// setName is how the generalization set is called where a sentence tells all kinds of something.
const setName = "sort"

// kindsOf are the kinds of a general: each is one of them, and of no two at once.
func (u *understanding) kindsOf(general Ref, items [][]token) *Understood {
	var out Understood
	for _, item := range items {
		special, ok := u.subjectOf(item)
		if !ok || special.Name == general.Name {
			return nil
		}
		s := Statement{Form: FormGeneralization, Ends: [2]StatementEnd{{Ref: special}, {Ref: general}}, Set: Set{Name: setName, Disjoint: model.Yes, Complete: model.Yes}}
		out.Clauses = append(out.Clauses, Clause{Reading: u.parser(nil).reading(s, 0)})
	}
	return &out
}

// valuesOf are the values of an enumeration. Where a thing rather than a property has them, the
// thing has a state: "a form is open or closed".
func (u *understanding) valuesOf(subject Ref, items [][]token, oneOf bool) Understood {
	var names []string
	for _, i := range items {
		var words []string
		for _, t := range i {
			if w := word(t); t.kind == tokQuoted || len(i) == 1 || w != "a" && w != "an" && w != "the" {
				words = append(words, t.text)
			}
		}
		names = append(names, strings.Join(words, " "))
	}
	r := Reading{Scope: u.scope}
	if last := model.Words(subject.Name); oneOf || english.IsValue(last[len(last)-1]) || subject.Kind == model.Enumeration {
		if subject.ID == "" {
			subject.Kind = model.Enumeration
		}
		if subject.ID == "" || subject.Kind == model.Enumeration {
			return Understood{Clauses: []Clause{{Reading: r, Features: &Features{Of: subject, Kind: model.Literal, Names: names}}}}
		}
	}
	state := Ref{Name: subject.Name + "State", Kind: model.Enumeration}
	if found := u.m.ClassifiersNamed(state.Name); len(found) > 0 {
		state = Ref{Name: state.Name, Kind: found[0].Kind, ID: found[0].ID}
	}
	return Understood{Clauses: []Clause{
		{Reading: r, Features: &Features{Of: subject, Kind: model.Attribute, Names: []string{"state"}, Type: state}},
		{Reading: r, Features: &Features{Of: state, Kind: model.Literal, Names: names}},
	}}
}

// propertyOf reads "the colour of a flag is red, white or blue": a property with its values.
func (u *understanding) propertyOf(subject []token, items [][]token) (way Understood, ok bool) {
	of := slices.IndexFunc(subject, func(t token) bool { return word(t) == "of" })
	if of < 1 || len(items) < 2 {
		return way, false
	}
	name, ok := u.property(subject[:of])
	if !ok {
		return way, false
	}
	owner, ok := u.subjectOf(subject[of+1:])
	if !ok {
		return way, false
	}
	return u.withValues(owner, name, Trait{}, items), true
}

// attribute reads "a lot has a weight": what it has is a property and no thing.
func (u *understanding) attribute(toks []token) (Understood, bool) {
	if u.scope.Flows || u.scope.Components || u.scope.Cases {
		return Understood{}, false
	}
	at := slices.IndexFunc(toks, func(t token) bool { return having[word(t)] })
	if at < 1 || at+1 >= len(toks) {
		return Understood{}, false
	}
	subject := toks[:at]
	optional := false
	if modal, is := modals[word(subject[len(subject)-1])]; is {
		subject = subject[:len(subject)-1]
		optional = modal == may
	}
	rest, typ := u.typeBehind(toks[at+1:])
	rest, trait := u.traits(rest)
	trait.Optional = trait.Optional || optional
	if len(rest) == 0 {
		return Understood{}, false
	}
	name, ok := u.propertyNamed(rest, trait.measured())
	if !ok {
		return Understood{}, false
	}
	of, known := u.subjectOf(subject)
	if !known || of.ID != "" && !of.Kind.HasFeatures() {
		return Understood{}, false
	}
	f := &Features{Of: of, Kind: model.Attribute, Names: []string{name}, Type: typ}
	f.setTrait(name, trait)
	return Understood{Clauses: []Clause{{Reading: Reading{Scope: u.scope}, Features: f}}}, true
}

// attributesNamed reads what is said of features as it is written: "Lot has the attributes
// number, weight", "Form has the attribute state: FormState".
func (u *understanding) attributesNamed(toks []token) (way Understood, ok bool) {
	at := slices.IndexFunc(toks, func(t token) bool { return word(t) == "attributes" || word(t) == "attribute" })
	if at < 2 || at+1 >= len(toks) {
		return way, false
	}
	has := at - 1
	if articles[word(toks[has])] {
		has--
	}
	if has < 1 || word(toks[has]) != "has" && word(toks[has]) != "have" {
		return way, false
	}
	of, ok := u.subjectOf(toks[:has])
	if !ok {
		return way, false
	}
	f := &Features{Of: of, Kind: model.Attribute}
	items, _ := u.items(toks[at+1:])
	for i, item := range items {
		if i == len(items)-1 {
			item, f.Type = u.typeBehind(item)
		}
		item, trait := u.traits(item)
		if len(item) != 1 || item[0].kind == tokMark {
			return way, false
		}
		f.Names = append(f.Names, item[0].text)
		f.setTrait(item[0].text, trait)
	}
	return Understood{Clauses: []Clause{{Reading: Reading{Scope: u.scope}, Features: f}}}, true
}

// typeBehind takes away what is said of the type of an attribute: "state: FormState", "a name of type Text", "a weight as decimal". One that every
// language has is no class.
func (u *understanding) typeBehind(toks []token) (rest []token, of Ref) {
	n := len(toks)
	switch {
	case n > 2 && isMark(toks[n-2], ":"):
		rest = toks[:n-2]
	case n > 3 && word(toks[n-3]) == "of" && word(toks[n-2]) == "type":
		rest = toks[:n-3]
	case n > 2 && word(toks[n-2]) == "as":
		if _, is := model.Primitive(toks[n-1].text); !is {
			return toks, Ref{}
		}
		rest = toks[:n-2]
	default:
		return toks, Ref{}
	}
	name := toks[n-1].text
	if found := u.m.ClassifiersNamed(name); len(found) > 0 {
		return rest, Ref{Name: found[0].Name, Kind: found[0].Kind, ID: found[0].ID}
	}
	if primitive, is := model.Primitive(name); is {
		return rest, Ref{Name: primitive}
	}
	return rest, Ref{Name: name, Kind: model.Class}
}

// having are verbs by which a thing has properties: a ticket shows the price.
var having = english.Set("has have states state shows show names bears bear lists list records record gives contains contain specifies specify includes include indicates indicate carries carry")

// property reads the name of an attribute: "a harvest date" is harvestDate. A class of that name
// is a thing.
func (u *understanding) property(toks []token) (string, bool) { return u.propertyNamed(toks, false) }

// propertyNamed reads the name of an attribute; measured: whatever its noun, it is one.
func (u *understanding) propertyNamed(toks []token, measured bool) (string, bool) {
	if w := word(toks[0]); w != "one" && w != "exactly" && u.parser(toks).numbered(0) {
		return "", false // any number of catches
	}
	bare := toks
	if w := word(toks[0]); articles[w] || w == "its" || w == "one" || w == "exactly" && len(toks) > 2 && word(toks[1]) == "one" {
		toks = toks[1:]
		if w == "exactly" {
			toks = toks[1:]
		}
	}
	if len(toks) == 0 {
		return "", false
	}
	if first := toks[0].text; len(bare) == len(toks) && first != strings.ToUpper(first) && first != word(toks[0]) {
		return "", false // CaseFile contains Note
	}
	for i := 2; i+1 < len(toks); i++ {
		if word(toks[i]) == "of" && articles[word(toks[i+1])] { // the date of birth of the angler
			toks = toks[:i]
		}
	}
	if len(toks) == 0 || len(toks) > 5 {
		return "", false
	}
	var words []string
	head := -1
	for i, t := range toks {
		if t.kind != tokWord || isNumber(t) {
			return "", false
		}
		if w := word(t); w == "of" && head < 0 {
			head = i - 1
		} else if prepositions[w] && w != "of" || articles[w] {
			return "", false
		}
		words = append(words, t.text)
	}
	if head < 0 {
		head = len(toks) - 1
	}
	if !measured && !english.IsValue(word(toks[head])) || len(u.m.ClassifiersByTerm(strings.Join(words, " "))) > 0 {
		return "", false
	}
	for i, w := range words {
		if i == 0 {
			words[i] = strings.ToLower(w[:1]) + w[1:]
			if strings.ToUpper(w) == w {
				words[i] = strings.ToLower(w)
			}
		} else {
			words[i] = model.Capital(w)
		}
	}
	return strings.Join(words, ""), true
}

// others are further ways that the words allow, less likely ones: "implements" as the name of an
// association.
func (u *understanding) others(toks []token) []Understood {
	for i := 1; i+1 < len(toks); i++ {
		if w := word(toks[i]); w == "implements" || w == "extends" {
			named := slices.Clone(toks)
			named[i] = token{tokQuoted, w}
			return u.plain(named)
		}
	}
	return nil
}
