package notation

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// Reading is one way to understand a text as a statement.
type Reading struct {
	Statement Statement
	New       []Ref // names that no element bears: they would be created
	Scope     Scope // the level that new processes become part of
	// Again is the relationship that stands already and is spoken of once more: the statement is what both say. Instead says that
	// it contradicts what stands, and takes its place; Further that another one is meant, beside it.
	Again   model.ID
	Instead bool
	Further bool
	cost    int
}

// ParseStatement reads the strict grammar; the rules of each form stand in the table of
// forms, and these are common to all:
//
//	end    = [ mult ] ref [ "[" name { "," name } "]" ] [ "as" name ] [ "{" prop { "," prop } "}" ] .
//	prop   = "ordered" | "nonunique" | "readOnly" | "derived" | "navigable" | "nonnavigable" | "inClass" | "id"
//	       | ( "subsets" | "redefines" ) name .
//	set    = "{" name { "," name } "}" .     disjoint, overlapping, complete, incomplete
//	mult   = "?" | "*" | nat [ ".." ( nat | "*" ) ] .
//	verb   = "--" | [ "<" | "~" ] name .
//	ref    = name { "::" name } [ "@" kind ] .
//	name   = word | quoted .
//
// Words of the grammar are reserved, whatever their case. Every name must stand
// for exactly one element, or for none.
func ParseStatement(m *model.Model, text string) (Statement, error) {
	readings, err := parse(m, text, Scope{}, false)
	if err != nil {
		return Statement{}, err
	}
	if len(readings) > 1 {
		return Statement{}, syntaxf("it can be read in %d ways", len(readings))
	}
	return readings[0].Statement, nil
}

// ReadStatement understands what people type: known names first, names of
// several words, plurals, multiplicities in words, usual phrases beside those
// of the grammar. Where more than one reading survives, all are returned, and
// nothing is chosen. The error says what was understood and what was expected.
func ReadStatement(m *model.Model, text string) ([]Reading, error) {
	return ReadStatementIn(m, text, Scope{})
}

// ReadStatementIn is ReadStatement for what is said on a level.
func ReadStatementIn(m *model.Model, text string, scope Scope) ([]Reading, error) {
	return read(func(forgiving bool) ([]Reading, error) { return parse(m, text, scope, forgiving) })
}

func read(parse func(forgiving bool) ([]Reading, error)) ([]Reading, error) {
	strict, err := parse(false)
	if err == nil && strict[0].cost == 0 {
		return strict, nil
	}
	// A strict reading that needs new names gives way to a freer one that needs
	// fewer: "Beekeepers keep hives", where Beekeeper and Hive are known.
	free, freeErr := parse(true)
	switch {
	case err != nil:
		return free, freeErr
	case freeErr == nil && free[0].cost < strict[0].cost:
		return free, nil
	}
	return strict, nil
}

func parse(m *model.Model, text string, scope Scope, forgiving bool) ([]Reading, error) {
	if forgiving {
		text = withoutStop(m, text)
	}
	toks, err := tokenize(text)
	if err != nil {
		return nil, err
	}
	return parseTokens(m, toks, scope, forgiving)
}

func parseTokens(m *model.Model, toks []token, scope Scope, forgiving bool) ([]Reading, error) {
	return parseTokensBut(m, toks, scope, forgiving, func(Reading) bool { return false })
}

// parseTokensBut is parseTokens without the readings that are refused.
func parseTokensBut(m *model.Model, toks []token, scope Scope, forgiving bool, refused func(Reading) bool) ([]Reading, error) {
	if len(toks) == 0 {
		return nil, syntaxf("expected a statement, such as: Apiary is made of 1..* Hive")
	}
	p := &parser{m: m, toks: toks, forgiving: forgiving, scope: scope, refs: map[int][]parsed[Ref]{}}
	all := slices.DeleteFunc(p.statements(), refused)
	if len(all) == 0 {
		return nil, p.explain()
	}
	best := all[0].cost
	for _, r := range all {
		best = min(best, r.cost)
	}
	var out []Reading
	seen := map[string]bool{}
	for _, r := range all {
		key := fmt.Sprintf("%+v", r.Statement)
		if r.cost == best && !seen[key] {
			seen[key] = true
			out = append(out, r)
		}
	}
	return out, nil
}

// parser finds every way to read the tokens. Each method returns all ways to
// read its nonterminal from a position, with the position after it and a cost:
// the more has to be assumed, the dearer.
type parser struct {
	m         *model.Model
	toks      []token
	forgiving bool
	scope     Scope
	refs      map[int][]parsed[Ref]
	placeRefs map[int][]parsed[Ref] // of data flows
}

type parsed[T any] struct {
	value T
	end   int
	cost  int
}

func (p *parser) word(i int) string {
	if i < len(p.toks) && p.toks[i].kind == tokWord {
		return strings.ToLower(p.toks[i].text)
	}
	return ""
}

func (p *parser) mark(i int, m string) bool {
	return i < len(p.toks) && p.toks[i].kind == tokMark && p.toks[i].text == m
}

// phrase reports the position after the words if they stand at i.
func (p *parser) phrase(i int, words string) (int, bool) {
	for w := range strings.FieldsSeq(words) {
		if p.word(i) != w {
			return 0, false
		}
		i++
	}
	return i, true
}

// verbPhrase is a phrase of the grammar, or a usual one that means the same.
type verbPhrase struct {
	words    string
	form     Form
	shared   bool
	kind     model.Kind
	reversed bool // the first end is the part
	usual    bool // only the forgiving reader takes it
	cost     int
}

var verbPhrases = []verbPhrase{
	{words: "is made of", form: FormWhole},
	{words: "brings together", form: FormWhole, shared: true},
	{words: "is a kind of", form: FormGeneralization},
	{words: "realizes", form: FormRealization},
	{words: "uses", form: FormDependency, kind: model.Usage},
	{words: "depends on", form: FormDependency, kind: model.Dependency},

	{words: "is made up of", form: FormWhole, usual: true},
	{words: "are made of", form: FormWhole, usual: true},
	{words: "consists of", form: FormWhole, usual: true},
	{words: "consist of", form: FormWhole, usual: true},
	{words: "is composed of", form: FormWhole, usual: true},
	{words: "bring together", form: FormWhole, shared: true, usual: true},
	{words: "is part of", form: FormWhole, reversed: true, usual: true},
	{words: "is a part of", form: FormWhole, reversed: true, usual: true},
	{words: "are parts of", form: FormWhole, reversed: true, usual: true},
	{words: "are part of", form: FormWhole, reversed: true, usual: true},
	{words: "are kinds of", form: FormGeneralization, usual: true},
	{words: "is a", form: FormGeneralization, usual: true, cost: 1},
	{words: "is an", form: FormGeneralization, usual: true, cost: 1},
	{words: "specializes", form: FormGeneralization, usual: true},
	{words: "inherits from", form: FormGeneralization, usual: true},
	{words: "implements", form: FormRealization, usual: true},
	{words: "extends", form: FormGeneralization, usual: true},
	{words: "implement", form: FormRealization, usual: true},
	{words: "realize", form: FormRealization, usual: true},
	{words: "extend", form: FormGeneralization, usual: true},
	{words: "inherit from", form: FormGeneralization, usual: true},
	{words: "use", form: FormDependency, kind: model.Usage, usual: true},
	{words: "depend on", form: FormDependency, kind: model.Dependency, usual: true},
}

// several reports whether a phrase stands behind a subject in the plural.
func (v verbPhrase) several() bool {
	first, _, _ := strings.Cut(v.words, " ")
	return first == "are" || !strings.HasSuffix(first, "s")
}

// singularRef makes the name of something new singular.
func singularRef(r Ref) Ref {
	if r.ID == "" {
		r.Name = singularName(r.Name)
	}
	return r
}

func (p *parser) statements() []Reading {
	var out []Reading
	keep := func(s Statement, end, cost int) {
		packages := s.Ends[0].Ref.Kind == model.PackageKind || s.Ends[1].Ref.Kind == model.PackageKind || s.Through.Kind == model.PackageKind
		if end == len(p.toks) && (!packages || s.Form == FormDependency) && fitsComponents(s) { // packages only depend on each other
			out = append(out, p.reading(s, cost))
		}
	}
	families[ofClasses](p, keep)
	if p.scope.Components || p.scope.Cases || p.scope.Flows { // nothing new comes to be that could not be drawn here
		out = slices.DeleteFunc(out, func(r Reading) bool {
			return len(r.New) > 0 && (r.Statement.Form == FormAssociation || r.Statement.Form == FormWhole)
		})
	}
	if p.scope.Components || p.scope.Flows { // there is no place for lines between classes here
		for i := range out {
			if len(out[i].New) > 0 {
				out[i].cost += elsewhereCost
			}
		}
	}
	families[ofComponents](p, keep)
	plain := len(out)
	families[ofFlows](p, keep)
	if p.scope.Classes { // nothing new comes to be that could not be drawn here
		for i := plain; i < len(out); i++ {
			if len(out[i].New) > 0 {
				out[i].cost += elsewhereCost
			}
		}
	}
	if p.scope.Cases { // there is no place for classes and flows here
		plain = len(out)
		for i := range out {
			if len(out[i].New) > 0 {
				out[i].cost += elsewhereCost
			}
		}
	}
	families[ofCases](p, keep)
	if !p.scope.Cases {
		for i := plain; i < len(out); i++ {
			if isCase(out[i].Statement.Ends[0].Ref.Kind) && len(out[i].New) > 0 {
				out[i].cost++ // of two readings as good as each other, not this one
			}
		}
	}
	return out
}

// classStatements finds every way to read the tokens as something said of classes.
func (p *parser) classStatements(keep func(Statement, int, int)) {
	p.spokenStatements(keep)
	for _, a := range p.ends(0) {
		for _, v := range verbPhrases {
			if v.usual && !p.forgiving {
				continue
			}
			if after, ok := p.phrase(a.end, v.words); ok {
				if p.forgiving && v.usual && !articles[p.word(0)] && v.several() {
					a.value.Ref = singularRef(a.value.Ref)
				}
				p.afterPhrase(a, v, after, keep)
			}
		}
		p.sendStatements(a, keep)
		for _, v := range p.verbs(a.end) {
			for _, b := range p.ends(v.end) {
				s := Statement{Form: FormAssociation, Ends: [2]StatementEnd{a.value, b.value}, Verb: v.value.name, Reading: v.value.reading}
				cost := a.cost + v.cost + b.cost
				p.keepThrough(s, b.end, cost, keep)
			}
		}
	}
}

// fitsComponents: of what is said of classes, components only depend on each other,
// and are realized by classes.
func fitsComponents(s Statement) bool {
	a, b := s.Ends[0].Ref.Kind, s.Ends[1].Ref.Kind
	switch s.Form {
	case FormInterface, FormAssembly, FormDelegation, FormHolds, FormDependency:
		return s.Through.Kind != model.Component
	case FormRealization:
		return a != model.Component
	}
	return a != model.Component && b != model.Component && s.Through.Kind != model.Component
}

// keepThrough keeps an association as it is, and with the association class that
// may follow.
func (p *parser) keepThrough(s Statement, end, cost int, keep func(Statement, int, int)) {
	keep(s, end, cost)
	if after, ok := p.phrase(end, "through"); ok {
		for _, c := range p.ref(after, model.Class) {
			s.Through = c.value
			keep(s, c.end, cost+c.cost)
		}
	}
}

func (p *parser) afterPhrase(a parsed[StatementEnd], v verbPhrase, at int, keep func(Statement, int, int)) {
	if v.form == FormWhole {
		for _, b := range p.ends(at) {
			if w := p.word(at); v.usual && (w == "a" || w == "an") && b.value.Multiplicity.State == model.Absent {
				b.value.Multiplicity = model.Range(1, 1) // a ship consists of a hull
			}
			s := Statement{Form: FormWhole, Shared: v.shared, Ends: [2]StatementEnd{a.value, b.value}}
			if v.reversed {
				s.Ends[0], s.Ends[1] = s.Ends[1], s.Ends[0]
			}
			cost := a.cost + b.cost + v.cost
			p.keepThrough(s, b.end, cost, keep)
			if after, ok := p.phrase(b.end, "named"); ok {
				for _, n := range p.verbs(after) {
					if n.value.name == "" {
						continue
					}
					named := s
					named.Verb, named.Reading = n.value.name, n.value.reading
					p.keepThrough(named, n.end, cost+n.cost, keep)
				}
			}
		}
		return
	}
	if !a.value.onlyRef() {
		return
	}
	kind := model.Class
	if v.form == FormRealization {
		kind = model.Interface
	}
	for _, b := range p.ref(at, kind) {
		s := Statement{Form: v.form, Kind: v.kind}
		s.Ends[0].Ref, s.Ends[1].Ref = a.value.Ref, b.value
		cost := a.cost + b.cost + v.cost
		keep(s, b.end, cost)
		switch v.form {
		case FormGeneralization:
			if after, ok := p.phrase(b.end, "in"); ok {
				for _, n := range p.names(after) {
					s.Set = Set{Name: n.value}
					keep(s, n.end, cost+n.cost)
					if set, end, ok := p.set(n.end, n.value); ok {
						s.Set = set
						keep(s, end, cost+n.cost)
					}
				}
			}
		case FormDependency:
			if after, ok := p.phrase(b.end, "as"); ok {
				for _, n := range p.names(after) {
					s.Verb = n.value
					keep(s, n.end, cost+n.cost)
				}
			}
		}
	}
}

func (e StatementEnd) onlyRef() bool {
	return e.Multiplicity.State == model.Absent && e.Role == "" && len(e.Qualifiers) == 0 && len(propWords(e.Props)) == 0
}

func (p *parser) reading(s Statement, cost int) Reading {
	return Reading{Statement: s, New: newRefs(s), Scope: p.scope, cost: cost}
}

type verb struct {
	name    string
	reading model.Reading
}

func (p *parser) verbs(i int) []parsed[verb] {
	if p.mark(i, "--") {
		return []parsed[verb]{{verb{}, i + 1, 0}}
	}
	v := verb{}
	switch {
	case p.mark(i, "<"):
		v.reading = model.Backward
		i++
	case p.mark(i, "~"):
		v.reading = model.NoDirection
		i++
	}
	var out []parsed[verb]
	for _, n := range append(p.words(i, softInVerb), p.reservedVerb(i)...) {
		if n.value == "" {
			continue
		}
		v.name = n.value
		cost := n.cost + p.phraseCost(i, n.end)
		if !p.forgiving && p.toks[i].kind == tokWord && slices.Contains(usualWords, n.value) {
			cost++ // as people type it, it is hardly ever a name
		}
		out = append(out, parsed[verb]{v, n.end, cost})
	}
	return out
}

// reservedVerb lets people use a reserved verb as the name of an association: in
// the strict statement it stands in quotes.
func (p *parser) reservedVerb(i int) []parsed[string] {
	switch w := p.word(i); {
	case !p.forgiving:
	case w == "sends", w == "writes", w == "reads", w == "starts", w == "supports", w == "takes", w == "includes",
		w == "extends", w == "provides", w == "requires", w == "gets", w == "passes", w == "holds":
		return []parsed[string]{{p.toks[i].text, i + 1, 1}}
	}
	return nil
}

// phraseCost makes it dear to hide a phrase such as "consists of" in the name of
// an association.
func (p *parser) phraseCost(from, to int) int {
	if !p.forgiving {
		return 0
	}
	for i := from; i < to; i++ {
		for _, v := range verbPhrases {
			if end, ok := p.phrase(i, v.words); ok && end <= to {
				return unknownCost
			}
		}
	}
	return 0
}

// names reads a name that stands for no element: one word or a quoted text;
// forgiving, up to six words, each further one dearer.
func (p *parser) names(i int) []parsed[string] { return p.words(i, nil) }

// words is names, with some reserved words let in after the first word.
func (p *parser) words(i int, soft map[string]bool) []parsed[string] {
	if i >= len(p.toks) {
		return nil
	}
	if t := p.toks[i]; t.kind == tokQuoted {
		return []parsed[string]{{t.text, i + 1, 0}}
	}
	var out []parsed[string]
	var words []string
	for n := 0; n < 6 && i+n < len(p.toks); n++ {
		t := p.toks[i+n]
		if t.kind != tokWord || isNumber(t) && n == 0 {
			break
		}
		if isReserved(t.text) && !(p.forgiving && n > 0 && soft[strings.ToLower(t.text)]) {
			break
		}
		words = append(words, t.text)
		if n > 0 && !p.forgiving {
			break
		}
		out = append(out, parsed[string]{strings.Join(words, " "), i + n + 1, n})
	}
	return out
}

// softInVerb: reserved words that may follow the first word of a verb as
// people type it ("belongs to", "is stored in" starts with a reserved word).
var softInVerb = map[string]bool{"to": true, "in": true, "on": true, "at": true, "from": true, "of": true, "part": true}

func (p *parser) ends(i int) []parsed[StatementEnd] {
	var out []parsed[StatementEnd]
	for _, mu := range p.multiplicities(i) {
		for _, r := range p.ref(mu.end, model.Class) {
			e := parsed[StatementEnd]{StatementEnd{Multiplicity: mu.value, Ref: r.value}, r.end, mu.cost + r.cost}
			if p.mark(e.end, "[") {
				names, after, ok := p.nameList(e.end+1, "]")
				if !ok {
					continue
				}
				e.value.Qualifiers, e.end = names, after
			}
			if after, ok := p.phrase(e.end, "as"); ok {
				role := p.names(after)
				if len(role) == 0 || role[0].value == "" {
					continue
				}
				for _, n := range role {
					withRole := e
					withRole.value.Role, withRole.end, withRole.cost = n.value, n.end, e.cost+n.cost
					out = p.withProps(out, withRole)
				}
				continue
			}
			out = p.withProps(out, e)
		}
	}
	return out
}

func (p *parser) withProps(out []parsed[StatementEnd], e parsed[StatementEnd]) []parsed[StatementEnd] {
	if !p.mark(e.end, "{") {
		return append(out, e)
	}
	props, after, ok := p.props(e.end + 1)
	if !ok {
		return out
	}
	e.value.Props, e.end = props, after
	return append(out, e)
}

func (p *parser) nameList(i int, end string) ([]string, int, bool) {
	var out []string
	for {
		n := p.names(i)
		if len(n) == 0 {
			return nil, 0, false
		}
		last := n[len(n)-1]
		out = append(out, last.value)
		switch {
		case p.mark(last.end, ","):
			i = last.end + 1
		case p.mark(last.end, end):
			return out, last.end + 1, true
		default:
			return nil, 0, false
		}
	}
}

func (p *parser) props(i int) (EndProps, int, bool) {
	var out EndProps
	for {
		switch p.word(i) {
		case "ordered":
			out.Ordered = true
		case "nonunique":
			out.NonUnique = true
		case "readonly":
			out.ReadOnly = true
		case "derived":
			out.Derived = true
		case "navigable":
			out.Navigable = model.Yes
		case "nonnavigable":
			out.Navigable = model.No
		case "inclass":
			out.InClass = true
		case "id":
			out.Identifier = true
		case "subsets", "redefines":
			n := p.names(i + 1)
			if len(n) == 0 || n[0].value == "" {
				return out, 0, false
			}
			if p.word(i) == "subsets" {
				out.Subsets = append(out.Subsets, n[len(n)-1].value)
			} else {
				out.Redefines = append(out.Redefines, n[len(n)-1].value)
			}
			i = n[len(n)-1].end - 1
		default:
			return out, 0, false
		}
		i++
		switch {
		case p.mark(i, ","):
			i++
		case p.mark(i, "}"):
			return out, i + 1, true
		default:
			return out, 0, false
		}
	}
}

func (p *parser) set(i int, name string) (Set, int, bool) {
	s := Set{Name: name}
	if !p.mark(i, "{") {
		return s, 0, false
	}
	for i++; ; i++ {
		switch p.word(i) {
		case "disjoint":
			s.Disjoint = model.Yes
		case "overlapping":
			s.Disjoint = model.No
		case "complete":
			s.Complete = model.Yes
		case "incomplete":
			s.Complete = model.No
		default:
			return s, 0, false
		}
		i++
		if p.mark(i, "}") {
			return s, i + 1, true
		}
		if !p.mark(i, ",") {
			return s, 0, false
		}
	}
}
