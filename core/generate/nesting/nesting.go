// Package nesting lays out a plan as documents have it: parts stand in their wholes, everything else is
// referred to by what identifies it, and what is of a kind stands where its general may. JSON Schema and
// XML Schema are printed from it.
package nesting

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// Layout is a plan as documents.
type Layout struct {
	Plan  *generate.Plan
	URI   string  // what the schema is known by; empty: nothing
	Types []*Type // in the order of the plan, interfaces left out
	Roots []*Type // what stands at the top, since no whole holds it in any case
	Notes []generate.Note
}

// Type is a class or an enumeration.
type Type struct {
	*generate.Type
	Name     string // as it is written
	Plural   string // of several at the top
	Abstract bool
	General  *Type   // the first one
	Kinds    []*Type // concrete ones, itself among them
	Own      []*Member
	All      []*Member // those of generals first
	Literals []Literal
}

// Literal of an enumeration as it is kept.
type Literal struct{ Text, Code, Definition string }

// Member is an attribute or an end.
type Member struct {
	Name, Definition string
	// One of these: a value, an enumeration, an object that stands here, or what identifies one that
	// stands elsewhere.
	Primitive          string // "" with none of the others: anything
	Enumeration        *Type
	Contains, RefersTo *Type
	Lower, Upper       int // Upper may be model.Many
	Unique, Identifier bool
}

// Many: it is a list.
func (m *Member) Many() bool { return m.Upper == model.Many || m.Upper > 1 }

// Heights are how deep the least that something of a type has to contain stands in it: 0 where it contains
// nothing. What always contains something of its own kind has none.
func (l *Layout) Heights() map[*Type]int {
	out := map[*Type]int{}
	for changed := true; changed; {
		changed = false
		for _, t := range l.Types {
			if _, known := out[t]; known || t.Kind == model.Enumeration {
				continue
			}
			height, ok := 0, true
			for _, m := range t.All {
				if m.Contains == nil || m.Lower == 0 {
					continue
				}
				k := LeastKind(m.Contains, out)
				if ok = ok && k != nil; ok {
					height = max(height, out[k]+1)
				}
			}
			if ok {
				out[t], changed = height, true
			}
		}
	}
	return out
}

// LeastKind is the kind of a type that has to contain least; nil where none has a height.
func LeastKind(t *Type, heights map[*Type]int) (least *Type) {
	for _, k := range t.Kinds {
		if h, known := heights[k]; known && (least == nil || h < heights[least]) {
			least = k
		}
	}
	return least
}

// Key is what identifies what is of a type: its own identifiers and those of its generals; one of the name
// "id" where there are none.
func (t *Type) Key() (out []*Member) {
	for _, m := range t.All {
		if m.Identifier {
			out = append(out, m)
		}
	}
	return out
}

// New lays out a plan.
func New(plan *generate.Plan) *Layout {
	l := &Layout{Plan: plan}
	b := &builder{Layout: l, of: map[*generate.Type]*Type{}, held: map[*Type]bool{}}
	b.types()
	for _, t := range l.Types {
		b.members(t)
	}
	for _, t := range l.Types {
		t.All = b.all(t, map[*Type]bool{})
		b.apart(t)
	}
	for _, t := range l.Types {
		if t.Kind != model.Enumeration && !b.held[t] && !t.Abstract {
			l.Roots = append(l.Roots, t)
		}
	}
	return l
}

type builder struct {
	*Layout
	of   map[*generate.Type]*Type
	held map[*Type]bool // something contains it, and it cannot be without
}

func (b *builder) note(t *generate.Type, format string, args ...any) {
	b.Notes = append(b.Notes, generate.Note{Subject: t.ID, Message: fmt.Sprintf(format, args...)})
}

// nameOf is a name of letters and digits, as XML and JavaScript take it: words in camel case.
func nameOf(name, fallback string, upper bool) string {
	var b strings.Builder
	for _, w := range model.Words(name) {
		w = strings.Map(func(r rune) rune {
			if r <= 0xffff && (unicode.IsLetter(r) && !unicode.Is(unicode.Lm, r) || r >= '0' && r <= '9') {
				return r
			}
			return -1
		}, w)
		if w == "" || b.Len()+len(w) > 120 {
			continue
		}
		runes := []rune(w)
		if b.Len() > 0 || upper {
			runes[0] = unicode.ToUpper(runes[0])
		}
		b.WriteString(string(runes))
	}
	s := b.String()
	if s == "" {
		s = fallback
	}
	if s[0] >= '0' && s[0] <= '9' {
		s = "x" + s
	}
	return s
}

type scope map[string]bool

func (s scope) take(want string) string {
	name := want
	for i := 2; s[strings.ToLower(name)]; i++ {
		name = fmt.Sprintf("%s%d", want, i)
	}
	s[strings.ToLower(name)] = true
	return name
}

func (b *builder) types() {
	names, plurals := scope{"model": true}, scope{}
	for _, t := range b.Plan.Types {
		if t.Kind == model.Interface {
			b.note(t, "the interface %s has no data: it is left out", t.Name)
			continue
		}
		want := nameOf(t.Called(), "Type", true)
		x := &Type{Type: t, Name: names.take(want), Abstract: t.Abstract}
		if t.Called() != t.Name {
			b.note(t, "%s", t.CalledSince(x.Name, ""))
		} else if x.Name != want {
			b.note(t, "%s is called %s, since there is %s already", t.Name, x.Name, want)
		}
		x.Plural = plurals.take(nameOf(model.Plural(t.Called()), "items", false))
		coded := len(t.Literals) > 0
		seen := map[string]bool{}
		for _, lit := range t.Literals {
			coded = coded && lit.Value != "" && !seen[lit.Value]
			seen[lit.Value] = true
		}
		codes := map[string]bool{}
		for _, lit := range t.Literals {
			code := lit.Name
			if coded {
				code = lit.Value
			}
			if !codes[code] {
				codes[code] = true
				x.Literals = append(x.Literals, Literal{lit.Name, code, lit.Definition})
			}
		}
		b.of[t] = x
		b.Types = append(b.Types, x)
	}
	for _, x := range b.Types {
		if len(x.Generals) > 0 {
			x.General = b.of[x.Generals[0]]
		}
		b.kinds(x)
	}
}

// kinds are all that may stand where something of a type may.
func (b *builder) kinds(x *Type) {
	queue := []*generate.Type{x.Type}
	seen := map[*Type]bool{}
	for len(queue) > 0 {
		t := b.of[queue[0]]
		queue = queue[1:]
		if seen[t] {
			continue
		}
		seen[t] = true
		queue = append(queue, t.Specifics...)
		if !t.Abstract {
			x.Kinds = append(x.Kinds, t)
		}
	}
	if x.Type.Kind != model.Enumeration && len(x.Kinds) == 0 {
		b.note(x.Type, "%s is abstract, and there is no kind of it: nothing can stand where one is wanted", x.Type.Name)
	}
}

func (b *builder) members(x *Type) {
	for _, a := range x.Attributes {
		if a.Data.Static || a.Data.Derived {
			continue
		}
		m := &Member{Name: nameOf(a.Name, "value", false), Definition: a.Definition, Primitive: a.Type.Primitive, Lower: 1, Upper: 1, Unique: !a.Data.NonUnique, Identifier: a.Data.Identifier}
		if a.Type.Optional {
			m.Lower = 0
		}
		if a.Type.Many {
			m.Lower, m.Upper = a.Data.Multiplicity.Bounds()
			m.Identifier = false
			if a.Data.Multiplicity.State != model.Decided {
				m.Lower, m.Upper = 0, model.Many
			}
		}
		switch t := b.of[a.Type.Type]; {
		case t != nil && t.Kind == model.Enumeration:
			m.Enumeration = t
		case t != nil && t.Kind == model.DataType:
			m.Contains, m.Identifier = t, false
		case t != nil:
			m.RefersTo, m.Identifier = t, false
		}
		b.add(x, m)
	}
	for _, e := range slices.Concat(x.Ends, x.Hidden) {
		t := b.of[e.Type]
		if t == nil || !stands(e) {
			continue
		}
		m := &Member{Name: nameOf(e.Name, "other", false), Definition: e.Question, Lower: e.Lower, Upper: e.Upper, Unique: !e.NonUnique}
		if e.Many() {
			m.Name = nameOf(e.Plural(), "others", false)
		}
		if e.Verbal {
			b.note(x.Type, "%s", e.Since())
		}
		if e.Open() {
			m.Lower, m.Upper = 0, model.Many
			m.Definition = strings.TrimSpace("It is not decided how many there are. " + e.Question)
		}
		if e.Afterwards || t.Type.Kind != model.Enumeration && len(t.Kinds) == 0 {
			m.Lower = 0
		}
		switch {
		case t.Kind == model.Enumeration:
			m.Enumeration = t
		case e.Owns:
			m.Contains = t
			if w := e.Inverse; w != nil && w.Mandatory() {
				b.hold(t)
			}
		default:
			m.RefersTo = t
		}
		b.add(x, m)
	}
}

// hold: what is of a type, and of all kinds of it, stands in a whole.
func (b *builder) hold(t *Type) {
	b.held[t] = true
	for _, k := range t.Kinds {
		b.held[k] = true
	}
}

// stands reports at which of the two ends of an association a document says it: at the whole, else
// where there is one at most, else at the first.
func stands(e *generate.End) bool {
	switch i := e.Inverse; {
	case i == nil || e.Owns:
		return true
	case e.OwnedBy:
		return false
	case e.Many() != i.Many():
		return !e.Many()
	}
	return e.First
}

func (b *builder) add(x *Type, m *Member) {
	if m.Upper != model.Many && m.Lower > m.Upper {
		m.Lower = m.Upper // a rule speaks of it
	}
	x.Own = append(x.Own, m)
}

// all are the members of a type with those of its generals, each general once.
func (b *builder) all(x *Type, seen map[*Type]bool) (out []*Member) {
	seen[x] = true
	for _, g := range x.Generals {
		if t := b.of[g]; t != nil && !seen[t] {
			out = append(out, b.all(t, seen)...)
		}
	}
	return append(out, x.Own...)
}

// apart names members so that they differ from those of generals, and gives those that nothing identifies
// an identifier of their own.
func (b *builder) apart(x *Type) {
	if x.Kind == model.Enumeration {
		return
	}
	names := scope{"kind": true}
	for i, m := range x.All {
		if name := names.take(m.Name); name != m.Name { // a copy: in the general it is called as it was
			b.note(x.Type, "%s.%s is called %s, since there is %s already", x.Type.Name, m.Name, name, m.Name)
			c := *m
			c.Name = name
			x.All[i] = &c
		}
	}
	if x.Kind != model.DataType && len(x.Key()) == 0 {
		x.All = append([]*Member{{Name: names.take("id"), Definition: "Known by this, since the model gives it no identifier.", Primitive: "Identifier", Lower: 1, Upper: 1, Identifier: true}}, x.All...)
	}
}
