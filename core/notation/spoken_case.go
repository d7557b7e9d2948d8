package notation

import (
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// Where use cases are drawn, what somebody does is a use case: "the clerk registers a lot",
// "members can search the catalogue", "as a guest I want to change my booking". Its name is the
// verb in the base form with its object, without articles.

// spokenCases reads ordinary sentences as participations, and what is called by a gerund as use
// cases: "booking a room includes checking the dates".
func (p *parser) spokenCases(keep func(Statement, int, int)) {
	if !p.forgiving || !p.scope.Cases {
		return
	}
	for _, a := range p.caseRefs(0, model.Actor) {
		if a.value.ID == "" {
			if last := strings.Fields(a.value.Name); len(last) == 0 || slices.ContainsFunc(partWords, func(v partWord) bool { return last[len(last)-1] == v.words }) {
				continue // Grader starts
			}
			a.value.Name = singularName(a.value.Name)
		}
		if w := p.word(a.end); a.value.ID == "" && (w == "extends" || w == "includes") && !articles[p.word(a.end+1)] {
			continue // it is said of use cases
		}
		for _, v := range p.wishes(a.end) {
			for _, n := range p.doings(v) {
				s := Statement{Form: FormPart, Part: model.Primary}
				s.Ends[0].Ref, s.Ends[1].Ref = a.value, n.value
				keep(s, n.end, a.cost+n.cost+1)
			}
		}
		for _, w := range partWords {
			if after, ok := p.phrase(a.end, w.words); ok {
				for _, b := range p.gerunds(after) {
					s := Statement{Form: FormPart, Part: w.part}
					s.Ends[0].Ref, s.Ends[1].Ref = a.value, b.value
					keep(s, b.end, a.cost+b.cost-2)
				}
			}
		}
	}
	p.passiveCases(keep)
	for _, a := range p.casesOrGerunds(0) {
		for _, v := range []struct {
			words    string
			form     Form
			reversed bool
		}{{"may be extended by", FormExtend, true}, {"can be extended by", FormExtend, true}, {"is extended by", FormExtend, true}, {"is part of", FormInclude, true}, {"is a part of", FormInclude, true},
			{"is included in", FormInclude, true}, {"belongs to", FormInclude, true}, {"includes", FormInclude, false}, {"include", FormInclude, false}, {"extends", FormExtend, false}, {"extend", FormExtend, false}, {"is a kind of", FormGeneralization, false}, {"means", FormInclude, false}} {
			after, ok := p.phrase(a.end, v.words)
			if !ok || english.GerundBase(p.word(0)) == "" && english.GerundBase(p.word(after)) == "" {
				continue // it is said in names alone
			}
			for _, b := range p.casesOrGerunds(after) {
				s := Statement{Form: v.form}
				s.Ends[0].Ref, s.Ends[1].Ref = a.value, b.value
				if v.reversed {
					s.Ends[0].Ref, s.Ends[1].Ref = b.value, a.value
				}
				keep(s, b.end, a.cost+b.cost-2)
			}
		}
	}
}

// passiveCases reads "a lot is registered by the clerk".
func (p *parser) passiveCases(keep func(Statement, int, int)) {
	for i := 1; i+2 < len(p.toks); i++ {
		if w := p.word(i); w != "is" && w != "are" || p.word(i+2) != "by" {
			continue
		}
		base := english.PastBase(p.word(i+1), english.CanBeVerb)
		if base == "" {
			continue
		}
		object := slices.Concat([]token{{tokWord, base}}, p.toks[:i])
		if gerund := english.GerundBase(p.word(0)); gerund != "" && doing[base] { // registering a guest is done by the clerk
			object = slices.Concat([]token{{tokWord, gerund}}, p.toks[1:i])
		} else if n := p.caseCalled(p.toks[:i]); doing[base] && n.value.ID != "" {
			object = p.toks[:i]
		}
		for _, a := range p.caseRefs(i+3, model.Actor) {
			n := p.caseCalled(object)
			if a.value.ID == "" {
				a.value.Name = singularName(a.value.Name)
			}
			if n.value.ID == "" { // Absences are reported: Report absences
				n.value.Name = lowerSecond(n.value.Name)
			}
			s := Statement{Form: FormPart, Part: model.Primary}
			s.Ends[0].Ref, s.Ends[1].Ref = a.value, n.value
			keep(s, a.end, a.cost+n.cost+1)
		}
	}
}

// lowerSecond writes the second word of a name small, which began a sentence, where it is not all capitals.
func lowerSecond(name string) string {
	verb, object, ok := strings.Cut(name, " ")
	first, more, _ := strings.Cut(object, " ")
	if !ok || first != model.Capital(strings.ToLower(first)) {
		return name
	}
	return strings.TrimSpace(verb + " " + strings.ToLower(first) + " " + more)
}

// doing are verbs that say no more than that something is done.
var doing = english.Set("do perform use start execute run")

// wishes are the places of the verb of what somebody does: behind a modal verb, behind "wants
// to", or bent.
func (p *parser) wishes(i int) []int {
	w, next := p.word(i), p.word(i+1)
	_, modal := modals[w]
	modal = modal || w == "should" || w == "will" || w == "would"
	switch {
	case modal && next == "be" && (p.word(i+2) == "able" || p.word(i+2) == "allowed") && p.word(i+3) == "to":
		return []int{i + 4}
	case modal && (next == "want" || next == "like" || next == "need") && p.word(i+2) == "to":
		return []int{i + 3}
	case modal:
		return []int{i + 1}
	case (w == "wants" || w == "want" || w == "needs" || w == "need" || w == "likes") && next == "to":
		return []int{i + 2}
	case (w == "is" || w == "are") && (next == "able" || next == "allowed") && p.word(i+2) == "to":
		return []int{i + 3}
	}
	for _, v := range partWords {
		if _, ok := p.phrase(i, v.words); ok {
			return nil // somebody supports a use case
		}
	}
	if base, _ := english.BaseForm(w); w != "" && !toBe[w] && english.CanBeVerb(base) && w != "has" && w != "have" {
		return []int{i}
	}
	return nil
}

// doings reads the rest of the words as a use case whose verb they begin with.
func (p *parser) doings(i int) []parsed[Ref] {
	if i+1 >= len(p.toks) {
		return nil
	}
	base, _ := english.BaseForm(p.word(i))
	if base == "" || !english.CanBeVerb(base) {
		return nil
	}
	n := p.caseCalled(slices.Concat([]token{{tokWord, base}}, p.toks[i+1:]))
	n.end = len(p.toks)
	return []parsed[Ref]{n}
}

// possessives are left out of the names of use cases, as articles are.
var possessives = english.Set("my our your his her its their")

// caseCalled is the use case of a verb and its object: one that is known by such a name, or a
// new one.
func (p *parser) caseCalled(toks []token) parsed[Ref] {
	var words []string
	if n := len(toks); n > 4 && word(toks[n-3]) == "with" && (word(toks[n-2]) == "each" && word(toks[n-1]) == "other" || word(toks[n-2]) == "one" && word(toks[n-1]) == "another") {
		toks = toks[:n-3]
	}
	for _, t := range toks {
		if w := word(t); t.kind == tokMark || w != "" && (articles[w] || possessives[w]) {
			continue
		}
		words = append(words, t.text)
	}
	if len(words) > 0 {
		words[len(words)-1] = strings.TrimRight(words[len(words)-1], ".!")
	}
	name := model.Capital(strings.Join(words, " "))
	for _, e := range p.m.OfKind(model.UseCase) {
		if plainForm(e.Name) == plainForm(name) {
			return parsed[Ref]{Ref{Name: e.Name, Kind: e.Kind, ID: e.ID}, 0, 0}
		}
	}
	return parsed[Ref]{Ref{Name: name, Kind: model.UseCase}, 0, unknownCost}
}

// plainForm is a name in normal form without articles.
func plainForm(name string) string {
	words := slices.DeleteFunc(strings.Fields(name), func(w string) bool { return articles[strings.ToLower(w)] })
	return model.NormalForm(strings.Join(words, " "))
}

// gerunds reads use cases that are called by a gerund: "booking a room".
func (p *parser) gerunds(i int) []parsed[Ref] {
	base := english.GerundBase(p.word(i))
	if base == "" {
		return nil
	}
	var out []parsed[Ref]
	for end := i + 1; end <= len(p.toks) && end < i+maxCaseWords; end++ {
		if end > i+1 && p.toks[end-1].kind == tokMark {
			break
		}
		n := p.caseCalled(slices.Concat([]token{{tokWord, base}}, p.toks[i+1:end]))
		n.end = end
		if n.value.ID == "" {
			n.cost += end - i - 1
		}
		out = append(out, n)
	}
	return out
}

func (p *parser) casesOrGerunds(i int) []parsed[Ref] {
	out := p.gerunds(i)
	for _, c := range p.caseRefs(i, model.UseCase) {
		if c.value.ID != "" {
			out = append(out, c)
		}
	}
	if len(out) == 0 || i > 0 {
		for _, c := range p.caseRefs(i, model.UseCase) {
			if c.value.ID == "" && english.GerundBase(p.word(i)) == "" {
				out = append(out, c)
			}
		}
	}
	return out
}

// conditional says "A extends B when …" for "if …, A extends B", where use cases are spoken of.
func (u *understanding) conditional(toks []token) []token {
	if len(toks) == 0 || !u.scope.Cases || !conditions[word(toks[0])] {
		return toks
	}
	at := slices.IndexFunc(toks, func(t token) bool { return isMark(t, ",") })
	if at < 2 || !slices.ContainsFunc(toks[at:], func(t token) bool { return word(t) == "extends" || word(t) == "extend" }) {
		return toks
	}
	return slices.Concat(toks[at+1:], []token{{tokWord, "when"}}, toks[1:at])
}

// story reads a user story: "as a clerk, I want to print labels so that crates can be told apart".
func (u *understanding) story(toks []token) []Understood {
	if len(toks) < 6 || word(toks[0]) != "as" || word(toks[1]) != "a" && word(toks[1]) != "an" && word(toks[1]) != "the" {
		return nil
	}
	at := slices.IndexFunc(toks, func(t token) bool { return word(t) == "i" || word(t) == "we" })
	if at < 3 {
		return nil
	}
	who := toks[2:at]
	if isMark(who[len(who)-1], ",") {
		who = who[:len(who)-1]
	}
	rest := toks[at+1:]
	for i := range rest {
		if w := word(rest[i]); i > 2 && (w == "so" || w == "because") || i > 2 && w == "in" && i+1 < len(rest) && word(rest[i+1]) == "order" {
			rest = rest[:i]
			break
		}
	}
	if len(rest) > 0 && isMark(rest[len(rest)-1], ",") {
		rest = rest[:len(rest)-1]
	}
	if len(rest) < 2 || len(who) == 0 {
		return nil
	}
	scope := u.scope
	u.scope = Scope{Cases: true}
	defer func() { u.scope = scope }()
	ways := u.clause(slices.Concat([]token{{tokWord, "the"}}, who, rest))
	if len(ways) > 0 {
		return ways[:1]
	}
	return nil
}
