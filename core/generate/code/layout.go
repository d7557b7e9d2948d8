package code

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// Layout names everything in a plan in the manner of a language, in an order that the
// model alone decides: generals before what is specific.
func Layout(l *Language, plan *generate.Plan) *Package { return layOut(l, plan).Package }

func layOut(l *Language, plan *generate.Plan) *builder {
	p := &Package{Language: l, Plan: plan, Unheld: plan.NotesOfUnheld()}
	p.Notes = slices.Clone(p.Unheld)
	b := &builder{Package: p, typeNames: map[string]bool{}, units: map[*generate.Type]*Unit{}, ends: map[*generate.End]*End{}}
	b.types()
	b.generals()
	if plan.Split {
		b.spaces()
	}
	for _, u := range b.generalsFirst() {
		b.members(u)
		b.laid = append(b.laid, u)
	}
	for _, u := range p.Units {
		for _, e := range u.Ends {
			e.Inverse = b.ends[e.End.Inverse]
		}
	}
	for _, u := range p.Units {
		for _, e := range u.Ends {
			b.keys(e)
		}
	}
	if b.Language.WholesKeep {
		b.recursions()
	} else {
		b.contests()
	}
	for _, u := range p.Units {
		b.uses(u)
	}
	return b
}

// contests finds the parts that could be in several wholes: those of a hierarchy with several ends at
// which there is one, or one end at which there may be several. Each has to be asked whether it is a part
// already.
func (b *builder) contests() {
	wholes, parts := map[*Unit]int{}, map[*Unit]bool{}
	each := func(do func(u *Unit, e *End)) {
		for _, u := range b.Units {
			for _, e := range u.Ends {
				if e.OwnedBy && e.Inverse != nil {
					do(u, e)
				}
			}
		}
	}
	each(func(u *Unit, e *End) {
		wholes[u.root]++
		if e.Many() {
			wholes[u.root]++
		}
	})
	each(func(u *Unit, e *End) {
		if wholes[u.root] > 1 {
			e.Contested, e.Inverse.Contested = true, true
			parts[u.root] = true
		}
	})
	b.arePart(parts)
}

// recursions finds the parts that could come to be in themselves: those whose hierarchy can be reached from that of
// what they hold.
func (b *builder) recursions() {
	holds, parts := map[*Unit][]*Unit{}, map[*Unit]bool{}
	for _, u := range b.Units {
		for _, e := range u.Ends {
			if e.Owns && e.Inverse != nil {
				holds[u.root] = append(holds[u.root], e.Unit.root)
			}
		}
	}
	var reaches func(from, to *Unit, seen map[*Unit]bool) bool
	reaches = func(from, to *Unit, seen map[*Unit]bool) bool {
		if from == to {
			return true
		}
		seen[from] = true
		for _, next := range holds[from] {
			if !seen[next] && reaches(next, to, seen) {
				return true
			}
		}
		return false
	}
	for _, u := range b.Units {
		for _, e := range u.Ends {
			if e.Owns && e.Inverse != nil && reaches(e.Unit.root, u.root, map[*Unit]bool{}) {
				e.Recursive, e.Inverse.Recursive = true, true
				parts[u.root], parts[e.Unit.root] = true, true
			}
		}
	}
	b.arePart(parts)
}

// arePart tells the classes of hierarchies that they can be part of a whole.
func (b *builder) arePart(hierarchies map[*Unit]bool) {
	for _, u := range b.Units {
		u.PartOf = hierarchies[u.root]
	}
}

type builder struct {
	*Package
	typeNames map[string]bool
	reach     map[*Unit][]*Space // of hierarchies, by their roots, where that matters
	files     map[string]bool    // of types, where a space cannot be called as one
	units     map[*generate.Type]*Unit
	ends      map[*generate.End]*End
	words     told
	laid      []*Unit // those whose members have their names
}

func (b *builder) note(of model.ID, format string, args ...any) {
	b.Notes = append(b.Notes, generate.Note{Subject: of, Message: fmt.Sprintf(format, args...)})
}

// unheld is a note of what no language looks at.
func (b *builder) unheld(of model.ID, format string, args ...any) {
	b.note(of, format, args...)
	b.Unheld = append(b.Unheld, b.Notes[len(b.Notes)-1])
}

// Unheld is what the model says and code in no language looks at.
func Unheld(plan *generate.Plan) []generate.Note { return Layout(java, plan).Unheld }

// types names the types, and what each extends.
func (b *builder) types() {
	l := b.Language
	top, files := scope{}, scope{}
	b.files = map[string]bool{}
	for _, t := range b.Plan.Types {
		u := &Unit{Type: t, Kind: "class", Doc: t.Definition, Remarks: slices.Clone(t.Unheld), Primitives: map[string]bool{}, names: scope{}, methods: map[string]*Operation{}}
		switch t.Kind {
		case model.Interface, model.Enumeration:
			u.Kind = string(t.Kind)
		}
		name := l.Type(wordsOf(t.Called(), string(t.Kind)))
		if l.Keywords[name] || l.Types[name] {
			name += "Type"
		}
		for folded := 2; top[strings.ToLower(name)]; folded++ { // files are told apart whatever the case
			name = l.Type(append(wordsOf(t.Called(), string(t.Kind)), itoa(folded)))
		}
		top[strings.ToLower(name)] = true
		u.Name = name
		b.typeNames[name] = true
		if t.Called() != t.Name {
			b.note(t.ID, "%s", t.CalledSince(name, l.Title))
		} else {
			b.renamed(t.ID, t.Name, name, l.Type(wordsOf(t.Name, string(t.Kind))))
		}
		file := l.File(wordsOf(t.Called(), string(t.Kind)))
		if l.filesAsTypes() {
			file = name // the language wants them alike
		} else if l.Keywords[file] {
			file += "_"
		}
		u.Path = files.take(file)
		if l.FilesBesideSpaces {
			b.files[strings.ToLower(u.Path)] = true
		}
		b.units[t] = u
		b.Units = append(b.Units, u)
	}
}

func (b *builder) generalsFirst() (out []*Unit) {
	done := map[*Unit]bool{}
	var visit func(u *Unit)
	visit = func(u *Unit) {
		if done[u] {
			return
		}
		done[u] = true
		for _, g := range u.Generals {
			visit(g)
		}
		for _, o := range u.Offers {
			visit(o)
		}
		for _, r := range u.Type.Realizes {
			visit(b.units[r])
		}
		out = append(out, u)
	}
	for _, u := range b.Units {
		visit(u)
	}
	return out
}

// renamed tells that something could not be called as it would be.
func (b *builder) renamed(of model.ID, what, got, want string) {
	switch {
	case got == want:
	case b.Language.Keywords[want] || b.Language.Types[want] || b.Language.Members[want] || b.Language.Statics[want]:
		b.note(of, "%s is called %s in %s, where %s means something else", what, got, b.Language.Title, want)
	default:
		b.note(of, "%s is called %s in %s, since there is %s already", what, got, b.Language.Title, want)
	}
}

// member is a name of a member, one that it can have.
func (b *builder) member(pattern, name, fallback string) string {
	out := b.inManner(pattern, name, fallback)
	if b.cannotBe(out) {
		out += "_"
	}
	return out
}

// inManner is a pattern filled with the words of a name.
func (b *builder) inManner(pattern, name, fallback string) string {
	before := ""
	for strings.HasPrefix(pattern, "_") {
		before, pattern = before+"_", pattern[1:]
	}
	var words []string
	for _, w := range strings.Fields(pattern) {
		if w == "{}" {
			words = append(words, b.words.of(name, fallback)...)
		} else {
			words = append(words, w)
		}
	}
	manner := b.Language.Member
	if before != "" && b.Language.Kept != nil {
		manner = b.Language.Kept
	}
	return before + manner(words)
}

// cannotBe: keywords, what every class has, and names of types, which scripts without capitals do not
// tell from names of members.
func (b *builder) cannotBe(name string) bool {
	return b.Language.Keywords[name] && !b.Language.FreeMembers || b.Language.Members[name] || !b.Language.SharesNames && b.typeNames[name]
}

func (b *builder) members(u *Unit) {
	if b.Language.SharesNames {
		u.names[u.Name] = true
	}
	b.inherited(u)
	switch u.Kind {
	case "enumeration":
		for name := range b.Language.EnumMembers {
			u.names[name] = true
		}
		b.literals(u)
		b.operations(u)
	case "interface":
		b.contract(u)
	default:
		for _, name := range []string{b.Language.Patterns.Validate, b.Language.Patterns.Dispose, b.Language.Patterns.IsPart} {
			u.names[b.member(name, "", "")] = true
		}
		b.realized(u)
		b.operations(u)
		for name := range u.apart {
			u.names[name] = true
		}
		b.attributes(u)
		for _, e := range u.Type.Ends {
			b.end(u, e, false)
		}
		for _, e := range u.Type.Hidden {
			if e.Inverse != nil {
				b.end(u, e, true)
			}
		}
		b.missing(u)
		b.params(u)
		b.guards(u)
	}
}

func (b *builder) ref(r generate.TypeRef) Ref {
	return Ref{Unit: b.units[r.Type], Primitive: r.Primitive, Many: r.Many, Optional: r.Optional}
}

func (b *builder) literals(u *Unit) {
	coded, whole := len(u.Type.Literals) > 0, true
	seen := map[string]bool{}
	for _, l := range u.Type.Literals {
		n, err := strconv.ParseInt(l.Value, 10, 32)
		coded = coded && l.Value != "" && !seen[l.Value]
		whole = whole && err == nil && strconv.FormatInt(n, 10) == l.Value
		seen[l.Value] = true
	}
	names := scope{}
	for _, l := range u.Type.Literals {
		name := b.Language.Literal(wordsOf(l.Name, "literal"))
		if b.cannotBe(name) || b.Language.Keywords[name] && !b.Language.FreeMembers {
			name += "_"
		}
		x := &Literal{ID: l.ID, Name: names.take(name), Text: l.Name, Code: l.Name, Doc: l.Definition}
		b.renamed(u.Type.ID, u.Type.Name+"."+l.Name, x.Name, b.Language.Literal(wordsOf(l.Name, "literal")))
		if coded {
			x.Code, x.Number = l.Value, whole
		}
		u.Literals = append(u.Literals, x)
		u.names[x.Name] = true
	}
	if !coded { // texts that tell them apart
		texts := scope{}
		for _, x := range u.Literals {
			x.Code = texts.take(x.Code)
		}
	}
}

func visibility(v model.Visibility) string {
	if v == "" {
		return string(model.Public)
	}
	return string(v)
}

func (b *builder) attributes(u *Unit) {
	for _, a := range u.Type.Attributes {
		d := a.Data
		x := &Attribute{Member: a, Owner: u, Ref: b.ref(a.Type), Visibility: b.seenIn(u, visibility(d.Visibility), u.Type.Name+"."+a.Name), Label: u.Type.Name + "." + a.Name, Doc: a.Definition}
		p := b.Language.Patterns
		field := b.member(p.AttributeField, a.Name, "value")
		if d.Static && b.Language.Statics[field] {
			field += "_"
		}
		hidden := b.Language.HiddenPrefix != "" && x.Visibility != "public" && x.Visibility != "package"
		x.Guarded = b.Language.HiddenPrefix != "" && !hidden && d.ReadOnly && !d.Static && !d.Derived
		if hidden || x.Guarded {
			x.Field = u.names.take(b.Language.HiddenPrefix + field)
		} else {
			x.Field = u.names.take(field)
		}
		get := p.Get
		if x.Ref.Primitive == "Boolean" && !x.Ref.Optional && !x.Ref.Many {
			get = p.Is
		}
		if x.Get, x.Set = x.Field, x.Field; x.Guarded {
			x.Get = u.names.take(field)
		} else if get == p.AttributeField && b.Language.ReadsByCalls {
			x.Set = u.names.take(b.member(p.Set, a.Name, "value"))
		} else if get != p.AttributeField {
			x.Get = u.names.take(b.member(get, a.Name, "value"))
			x.Set = u.names.take(b.member(p.Set, a.Name, "value"))
		}
		if want := b.inManner(get, a.Name, "value"); hidden {
			b.renamed(u.Type.ID, x.Label, x.Get, b.Language.HiddenPrefix+b.inManner(p.AttributeField, a.Name, "value"))
		} else {
			b.renamed(u.Type.ID, x.Label, x.Get, want)
		}
		if d.Identifier {
			x.Doc = strings.TrimSpace("Identifies the " + u.Type.Name + ".\n" + x.Doc)
		}
		if a.Type.Unknown != "" {
			x.Doc = strings.TrimSpace(x.Doc + "\nTODO: its type " + a.Type.Unknown + " is not known in the model.")
		}
		if len(a.Unheld) > 0 {
			x.Doc = strings.TrimSpace(x.Doc + "\n" + strings.Join(a.Unheld, "\n"))
		}
		if d.Multiplicity.State == model.Undecided {
			x.Doc = strings.TrimSpace(x.Doc + "\nTODO: it is not decided how many there are.")
		}
		if x.Value = b.value(d.Default, x.Ref); x.Value == nil && d.Default != "" {
			x.Doc = strings.TrimSpace(x.Doc + "\nTODO: the model gives the default " + d.Default)
		}
		u.Attributes = append(u.Attributes, x)
	}
}

// value is a default where it can be said for certain; nil where not.
func (b *builder) value(text string, r Ref) *Value {
	text = strings.TrimSpace(text)
	if text == "" || r.Many {
		return nil
	}
	switch {
	case r.Unit != nil && r.Unit.Kind == "enumeration":
		for _, l := range r.Unit.Literals {
			if l.Text == text || strings.HasSuffix(text, "."+l.Text) {
				return &Value{Kind: "literal", Literal: l, Unit: r.Unit}
			}
		}
	case r.Primitive == "Text" || r.Primitive == "Identifier":
		if s, err := strconv.Unquote(text); err == nil {
			return &Value{Kind: "text", Text: s}
		}
	case r.Primitive == "Boolean":
		if s := strings.ToLower(text); s == "true" || s == "false" {
			return &Value{Kind: "truth", Text: s}
		}
	case r.Primitive == "Integer":
		if n, err := strconv.ParseInt(text, 10, 32); err == nil {
			return &Value{Kind: "integer", Text: strconv.FormatInt(n, 10)}
		}
	case r.Primitive == "Decimal" || r.Primitive == "Money":
		if decimal.MatchString(text) {
			return &Value{Kind: "decimal", Text: text}
		}
	}
	return nil
}

func (b *builder) end(u *Unit, e *generate.End, hidden bool) {
	p := b.Language.Patterns
	x := &End{End: e, Owner: u, Unit: b.units[e.Type], Hidden: hidden, Label: u.Type.Name + "." + e.Name, LowerText: itoa(e.Lower), UpperText: itoa(e.Upper)}
	b.ends[e] = x
	u.Linked = true
	one, all := e.Name, e.Name
	if e.Many() {
		all = e.Plural()
	}
	take := func(pattern, name string) string { return u.names.take(b.member(pattern, name, "other")) }
	x.Field, x.Full, x.Short = take(p.Field, all), take(p.Full, all), take(p.Short, all)
	if x.Across = b.seenAcross(u, e); x.Across && !e.Many() && e.Inverse != nil && p.Held != "" {
		x.Held = take(p.Held, one)
	}
	x.Attach, x.Detach = take(p.Attach, one), take(p.Detach, one)
	keeps := b.Language.WholesKeep && e.Inverse != nil
	switch {
	case hidden:
	case p.Get == p.Field && b.Language.ReadsByCalls:
		x.Get = x.Field
	default:
		x.Get = take(p.Get, all)
	}
	if e.Verbal && !hidden {
		b.note(u.Type.ID, "%s", e.Since())
	}
	if !hidden {
		b.renamed(u.Type.ID, x.Label, x.Get, b.inManner(p.Get, all, "other"))
	}
	switch {
	case keeps && e.OwnedBy, hidden && !(keeps && e.Owns):
	case e.Many():
		x.Add, x.Remove = take(p.Add, one), take(p.Remove, one)
	default:
		x.Set = take(p.Set, one)
	}
	if keeps && e.Owns {
		x.Take = take(p.Take, one)
	}
	doc := e.Doc(u.Type.Name)
	if e.Open() {
		question := e.Question
		if question == "" {
			question = "how many " + model.Plural(e.Name) + " for each " + u.Type.Name + "?"
		}
		doc = append(doc, "TODO: not decided: "+question)
	}
	switch {
	case len(e.Qualifiers) == 0 || hidden:
	case len(b.keysOf(e)) > 0:
		x.Find = take(p.Find, map[bool]string{true: one, false: all}[e.PerKey == 1])
		x.ByKeys = u.names.take(b.Language.Parameter(append(wordsOf(all, "others"), "by", "key")))
		if keys := b.keysOf(e); len(keys) == 1 {
			x.ByKey = take("{} by "+strings.Join(wordsOf(keys[0].Name, "key"), " "), all)
		}
	default:
		doc = append(doc, b.notKept(u, e))
	}
	if e.Afterwards {
		b.note(u.Type.ID, "%s and %s need each other from the beginning; %s.%s is set after construction", u.Type.Name, e.Type.Name, u.Type.Name, e.Name)
	}
	x.Doc = strings.Join(append(doc, e.Unheld...), "\n")
	u.Ends = append(u.Ends, x)
}

// params are what the constructor takes: what the general's takes, and then what the class itself
// cannot be without.
func (b *builder) params(u *Unit) {
	names := scope{}
	for _, of := range append(b.beside(u), u) {
		for _, p := range of.Params {
			names[p.Name] = true
		}
	}
	name := func(want string) string {
		n := b.Language.Parameter(wordsOf(want, "value"))
		if b.cannotBe(n) {
			n += "_"
		}
		return names.take(n)
	}
	for _, a := range u.Attributes {
		if !a.Data.Derived && !a.Data.Static && a.Value == nil && !a.Ref.Many && !a.Ref.Optional {
			a.Param = &Param{Name: name(a.Name), Ref: a.Ref, Attribute: a}
			u.Params = append(u.Params, a.Param)
		}
	}
	for _, e := range u.Ends {
		if e.Mandatory() && !e.Afterwards && !e.Hidden && !(b.Language.WholesKeep && e.OwnedBy && e.End.Inverse != nil) {
			e.Param = &Param{Name: name(e.Name), Ref: Ref{Unit: e.Unit}, End: e}
			u.Params = append(u.Params, e.Param)
		}
	}
}

// uses lists what a file names.
func (b *builder) uses(u *Unit) {
	add := func(of *Unit) {
		if of != nil && of != u && !slices.Contains(u.Uses, of) {
			u.Uses = append(u.Uses, of)
		}
	}
	ref := func(r Ref) {
		add(r.Unit)
		if r.Primitive != "" {
			u.Primitives[r.Primitive] = true
		}
	}
	for _, g := range u.Generals {
		add(g)
	}
	for _, o := range u.Offers {
		add(o)
	}
	for _, a := range u.Attributes {
		ref(a.Ref)
		if a.Value != nil && a.Value.Unit != nil && a.Value.Unit != u && !slices.Contains(u.Values, a.Value.Unit) {
			u.Values = append(u.Values, a.Value.Unit)
		}
	}
	for _, e := range u.Ends {
		add(e.Unit)
		for _, k := range e.Keys {
			ref(k.Ref)
		}
	}
	for _, g := range u.Guards {
		b.compared(u, g.Condition, ref)
	}
	for _, p := range u.Params {
		ref(p.Ref)
	}
	for _, o := range u.Operations {
		for _, p := range o.Params {
			ref(p.Ref)
		}
		if o.Result != nil {
			ref(*o.Result)
		}
	}
	slices.SortFunc(u.Uses, func(x, y *Unit) int { return strings.Compare(x.Name, y.Name) })
}

// compared adds what a condition needs.
func (b *builder) compared(u *Unit, c *Condition, ref func(Ref)) {
	for _, inner := range append(slices.Clone(c.All), c.Any...) {
		b.compared(u, inner, ref)
	}
	if c.Compare == nil {
		return
	}
	if c.Compare.Kind == "decimal" {
		ref(Ref{Primitive: "Decimal"})
	}
	for _, o := range []*Operand{c.Compare.Left, c.Compare.Right} {
		if o.Value != nil && o.Value.Unit != nil && !slices.Contains(u.Values, o.Value.Unit) {
			u.Values = append(u.Values, o.Value.Unit)
			ref(Ref{Unit: o.Value.Unit})
		}
	}
}
