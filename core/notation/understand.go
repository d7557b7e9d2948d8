package notation

import (
	"maps"
	"reflect"
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// Understood is one way to understand a sentence: what it says, in the order in which it is
// said. "A ship consists of a hull and an engine" are two clauses.
type Understood struct {
	Clauses []Clause
	// Odd is how much had to be assumed; of two ways as odd as each other neither is likelier.
	Odd int
}

// Clause is a statement, or what is said of the features of a classifier.
type Clause struct {
	Reading
	Features *Features
	Said     []string // its words in small letters, where a text was read
}

// Text writes a clause: the strict statement, or what is said of features.
func (c Clause) Text(m *model.Model) string {
	f := c.Features
	switch {
	case f == nil:
		return c.Reading.Text(m)
	case f.Kind == model.Literal:
		return printRef(m, f.Of) + " is one of " + strings.Join(f.Names, ", ")
	}
	has := " has the attributes "
	if len(f.Names) == 1 {
		has = " has the attribute "
	}
	text := printRef(m, f.Of) + has + strings.Join(f.said(), ", ")
	if f.Type.Name != "" {
		text += ": " + printRef(m, f.Type)
	}
	return text
}

// ReadAloud says what is said of features: "Each lot has a number and a weight".
func (c Clause) ReadAloud() string {
	f := c.Features
	if f.Kind == model.Literal {
		return "Each " + f.Of.Name + " is one of " + english.List(f.Names)
	}
	words := make([]string, len(f.Names))
	for i, n := range f.Names {
		n = f.Traits[n].said(strings.Join(model.Words(n), " "))
		words[i] = english.Article(n) + " " + n
	}
	said := "Each " + f.Of.Name + " has " + english.List(words)
	if f.Type.Name != "" {
		said += ", " + english.Article(f.Type.Name) + " " + f.Type.Name
	}
	return said
}

// Texts writes what is understood, a clause each.
func (u Understood) Texts(m *model.Model) []string {
	out := make([]string, len(u.Clauses))
	for i, c := range u.Clauses {
		out[i] = c.Text(m)
	}
	return out
}

// New lists what does not exist yet and would be made.
func (u Understood) New() []Ref {
	var out []Ref
	for _, c := range u.Clauses {
		for _, n := range c.new() {
			if !slices.ContainsFunc(out, func(o Ref) bool { return refKey(o) == refKey(n) }) {
				out = append(out, n)
			}
		}
	}
	return out
}

func (c Clause) new() []Ref {
	if c.Features == nil {
		return c.Reading.New
	}
	var out []Ref
	for _, r := range []Ref{c.Features.Of, c.Features.Type} {
		if r.ID == "" && r.Kind != "" { // a type without a kind is one that every language has
			out = append(out, r)
		}
	}
	return out
}

// Understand reads what people write in a sentence: a strict statement, or English, in the words
// of what is open. Where it can be taken in several ways all are told, the likeliest first. The
// error says at which word reading stopped, and what is the nearest form.
func Understand(m *model.Model, text string, scope Scope) ([]Understood, error) {
	ways, err := understand(m, text, scope)
	return withFurther(m, ways), err
}

func understand(m *model.Model, text string, scope Scope) ([]Understood, error) {
	text = withoutStop(m, text)
	whole, err := ReadStatementIn(m, text, scope)
	u := &understanding{m: m, scope: scope}
	toks, ok := u.prepared(text)
	if !ok {
		return asUnderstood(whole), err
	}
	if err == nil && whole[0].cost <= 0 { // nothing had to be assumed
		return withOthers(asUnderstood(whole), u.others(toks)), nil
	}
	found := u.said(toks)
	if err == nil && u.impossible(whole[0]) && !u.quotes(toks) {
		whole, err = nil, u.stopped(text)
	}
	if len(found) == 0 && err == nil {
		return withOthers(asUnderstood(whole), u.others(toks)), nil
	}
	if len(found) == 0 {
		return nil, u.unread(toks, err)
	}
	if err == nil && !u.contrived(whole[0]) && !betterThan(found[0], whole[0]) {
		return withOthers(asUnderstood(whole), append(found, u.others(toks)...)), nil
	}
	if err == nil {
		if !u.quotes(toks) {
			whole = slices.DeleteFunc(whole, u.impossible)
		}
		found = withOthers(found, asUnderstood(whole))
	}
	return withOthers(found, u.others(toks)), nil
}

// endingWithStop are kinds of what may be named so, besides classifiers.
var endingWithStop = []model.Kind{model.Component, model.PackageKind, model.Actor, model.UseCase, model.Process, model.Entity, model.Store}

// withoutStop is a text without the mark at its end, unless a name ends so.
func withoutStop(m *model.Model, text string) string {
	text = strings.TrimSpace(text)
	plain := strings.TrimRight(text, ".!")
	if plain == text || strings.HasSuffix(plain, `"`) {
		return plain
	}
	words := strings.Fields(text)
	for n := 1; n <= min(4, len(words)); n++ { // Acme Inc.
		name := strings.Join(words[len(words)-n:], " ")
		if len(m.ClassifiersNamed(name))+len(m.Named(name, endingWithStop...)) > 0 {
			return text
		}
	}
	return plain
}

// quotes reports whether names are quoted: then they are meant.
func (u *understanding) quotes(toks []token) bool {
	return slices.ContainsFunc(toks, func(t token) bool { return t.kind == tokQuoted })
}

// stopped says at which word reading stopped, and what is the nearest form.
func (u *understanding) stopped(text string) error {
	toks, err := tokenize(strings.TrimRight(strings.TrimSpace(text), ".!"))
	if err != nil {
		return err
	}
	return u.parser(toks).explain()
}

// Ambiguous reports whether the likeliest of several ways is no likelier than the next one.
func Ambiguous(ways []Understood) bool { return len(ways) > 1 && ways[0].Odd == ways[1].Odd }

func asUnderstood(readings []Reading) []Understood {
	out := make([]Understood, len(readings))
	for i, r := range readings {
		out[i] = Understood{Clauses: []Clause{{Reading: r}}, Odd: r.cost}
	}
	return out
}

// maxWays is how many ways to understand a sentence are told.
const maxWays = 4

// withOthers adds further ways behind others: less likely ones.
func withOthers(ways, others []Understood) []Understood {
	odd := 0
	for _, w := range ways {
		odd = max(odd, w.Odd)
	}
	for i, o := range others {
		same := func(w Understood) bool { return slices.EqualFunc(w.Clauses, o.Clauses, sameClause) }
		if len(ways) >= maxWays || slices.ContainsFunc(ways, same) {
			continue
		}
		o.Odd = max(o.Odd, odd+1+i)
		ways = append(ways, o)
	}
	return ways
}

func sameClause(a, b Clause) bool {
	if a.Features == nil || b.Features == nil {
		return a.Features == b.Features && reflect.DeepEqual(a.Statement, b.Statement)
	}
	return a.Features.Of == b.Features.Of && a.Features.Kind == b.Features.Kind && a.Features.Type == b.Features.Type && slices.Equal(a.Features.Names, b.Features.Names) && maps.Equal(a.Features.Traits, b.Features.Traits)
}

// contrived reports whether a reading hides a list or a verb in a name that nobody bears.
func (u *understanding) contrived(r Reading) bool {
	for _, n := range r.New {
		words := model.Words(n.Name)
		if len(words) > 4 && n.Kind != model.UseCase || slices.ContainsFunc(words, func(w string) bool { return w == "and" || w == "or" }) {
			return true
		}
	}
	return u.impossible(r) || u.disagrees(r.Statement)
}

// impossible reports whether a name that nobody bears has words in it that are in no name.
func (u *understanding) impossible(r Reading) bool {
	within := func(w string) bool {
		return articles[w] || toBe[w] || w == "never" || w == "must" || w == "may" || w == "not" || w == "cannot"
	}
	for _, n := range r.New {
		if words := model.Words(n.Name); n.Kind == model.Interface && len(words) > 1 && slices.Contains(words, "interface") {
			return true
		}
		if words := model.Words(n.Name); len(words) > 1 && n.Kind != model.UseCase && u.endsAsVerb(words) {
			return true // astronomers observe
		}
		if n.Kind != model.UseCase && slices.ContainsFunc(wordsApart(n.Name), func(w string) bool {
			w = strings.TrimRight(w, "0123456789")
			return within(w) || possessives[w] || prepositions[w] && w != "of" && w != "off" && w != "up" && w != "out"
		}) {
			return true
		}
	}
	for _, n := range r.New {
		words := model.Words(n.Name)
		if len(words) == 1 && (pronouns[words[0]] || words[0] == "i" || words[0] == "we" || words[0] == "you") {
			return true
		}
		if n.Kind != model.UseCase && len(words) > 1 && !u.typed[n.Name] && slices.ContainsFunc(words, func(w string) bool { return counting[w] }) {
			return true // one gateway, voucher entitles one
		}
	}
	words := strings.Fields(strings.ToLower(r.Statement.Verb))
	if len(words) > 1 && toBe[words[1]] {
		return true // end times is
	}
	if len(words) > 2 && slices.ContainsFunc(words[1:], func(w string) bool { return model.Singular(w) != w }) {
		return true // keeps animals in
	}
	if len(words) > 1 && model.Singular(words[0]) != words[0] && startsNoVerb(words[0]) {
		return true // animals in
	}
	if len(words) > 0 && (prepositions[words[0]] || len(words) == 1 && (words[0] == "is" || words[0] == "are")) {
		return true
	}
	return r.Statement.Form == FormAssociation && slices.ContainsFunc(words, func(w string) bool {
		return articles[w] || counting[w] || w == "and" || w == "or" || w == "must" || w == "may" || w == "can" || w == "not" || w == "cannot" || w == "never" || w == "who" || w == "which" || w == "that"
	})
}

// wordsApart are the words of a name; those that a hyphen joins are one.
func wordsApart(name string) (out []string) {
	for f := range strings.FieldsSeq(name) {
		if strings.Contains(f, "-") {
			out = append(out, strings.ToLower(f))
		} else {
			out = append(out, model.Words(f)...)
		}
	}
	return out
}

// endsAsVerb reports whether the words of a new name are a subject with its verb: astronomers observe, bed
// contain, lecturer may.
func (u *understanding) endsAsVerb(words []string) bool {
	last := words[len(words)-1]
	_, modal := modals[last]
	return modal || last == "more" || last == "least" || last == "most" || english.OnlyVerb(last)
}

// counting are words of numbers that stand in no name of an association.
var counting = english.Set("least most more fewer one two three four five six seven eight nine ten several many any each every no")

func startsNoVerb(w string) bool {
	base, _ := english.BaseForm(w)
	return !english.CanBeVerb(base) && !toBe[w]
}

// betterThan reports whether what was found says more than the sentence as one statement does:
// it has several clauses, or features, or is of another form.
func betterThan(found Understood, whole Reading) bool {
	if len(found.Clauses) > 1 || found.Clauses[0].Features != nil {
		return true
	}
	return found.Odd < whole.cost
}

// ClauseChanges are the changes that make one clause true.
type ClauseChanges struct {
	Changes      []model.Change
	Elements     []model.ID
	Relationship model.ID // none where features are said
}

// ChangesOf gives the changes that make a clause true. What clauses before it have made has to be
// in the model already: see Settled. Ids are derived from seed.
func (c Clause) ChangesOf(m *model.Model, seed string) (out ClauseChanges) {
	if c.Features != nil {
		return featureChanges(m, c, seed)
	}
	out.Changes, out.Elements, out.Relationship = StatementChanges(m, c.Reading, seed)
	return out
}

// Settled is a clause whose new names stand for what the model has come to have by clauses
// before it, and which adds to an association that stands.
func (c Clause) Settled(m *model.Model) Clause {
	settle := func(r *Ref) {
		if r.ID != "" || r.Name == "" || r.Kind == Frame {
			return
		}
		found := m.Named(r.Name, r.Kind)
		if len(found) == 0 && r.Kind.IsClassifier() {
			found = m.ClassifiersNamed(r.Name)
		}
		if len(found) > 0 {
			*r = Ref{Name: found[0].Name, Kind: found[0].Kind, ID: found[0].ID}
		}
	}
	if c.Features != nil {
		f := *c.Features
		settle(&f.Of)
		settle(&f.Type)
		c.Features = &f
		return c
	}
	s := c.Statement
	for _, r := range s.refs() {
		settle(r)
	}
	c.Reading = c.as(s).again(m)
	return c
}
