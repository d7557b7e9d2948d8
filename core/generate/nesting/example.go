package nesting

import "lexeon/core/model"

// Example is a document that a schema takes, in a neutral shape: one of each that stands at the top, with what it has
// to have, and what that refers to.
type Example struct {
	URI    string   // of the schema
	Groups []*Group // in the order of the roots
}

// Group is what stands at the top of one type.
type Group struct {
	*Type
	Things []*Thing
}

// Thing is an object of a type.
type Thing struct {
	*Type
	Given []*Given // for each member of the type, in its order
}

// Given is what stands at a member: as many values as it has to have.
type Given struct {
	*Member
	Values []*Value
}

// Empty: nothing is given of all members.
func (t *Thing) Empty() bool {
	for _, g := range t.Given {
		if len(g.Values) > 0 {
			return false
		}
	}
	return true
}

// Value is one of these: a thing that stands there, what identifies one that stands elsewhere, in the order of its key,
// or a plain value.
type Value struct {
	Thing     *Thing
	Elsewhere bool     // it refers to one
	Refers    []*Given // the members of the key that have to be there, each with its value
	Plain     *Plain
}

// Plain is a value of a primitive type or an enumeration. A number tells one from another.
type Plain struct {
	Primitive string // "enumeration" for a literal; "" for anything
	Number    int
	Code      string // of a literal; an enumeration without any has none
	False     bool   // of a Boolean
}

// NewExample makes an example; false where something always contains something of its own kind. Where values are to be
// unique as the members say, what has no other value left is no example either.
func NewExample(l *Layout, unique bool) (*Example, bool) {
	x := &exampling{layout: l, heights: l.Heights(), unique: unique}
	x.keys = NewKeys(l, x.plain)
	made := map[*Type][]*Thing{}
	add := func(t *Type) bool {
		if _, ends := x.heights[t]; !ends {
			return false
		}
		one, ok := x.thing(t)
		made[t] = append(made[t], one)
		return ok
	}
	for _, t := range l.Roots {
		if !add(t) {
			return nil, false
		}
	}
	for t := x.keys.Owing(); t != nil; t = x.keys.Owing() { // what the others refer to
		if !add(t) {
			return nil, false
		}
	}
	out := &Example{URI: l.URI}
	for _, t := range l.Roots {
		out.Groups = append(out.Groups, &Group{t, made[t]})
	}
	return out, true
}

type exampling struct {
	layout  *Layout
	heights map[*Type]int
	keys    *Keys[*Plain]
	number  int
	unique  bool
}

func (x *exampling) thing(t *Type) (*Thing, bool) {
	out := &Thing{Type: t}
	key := x.keys.Of(t)
	for _, m := range t.All {
		g := &Given{Member: m}
		out.Given = append(out.Given, g)
		if m.Identifier {
			if m.Lower > 0 {
				g.Values = []*Value{{Plain: key[0]}}
			}
			key = key[1:]
			continue
		}
		if x.few(m) {
			return nil, false
		}
		for i := range m.Lower {
			v, ok := x.value(m, i)
			if !ok {
				return nil, false
			}
			g.Values = append(g.Values, v)
		}
	}
	return out, true
}

// few: there are not enough values that differ, where they have to.
func (x *exampling) few(m *Member) bool {
	if !x.unique || !m.Unique || !m.Many() {
		return false
	}
	switch {
	case m.Enumeration != nil:
		return len(m.Enumeration.Literals) > 0 && len(m.Enumeration.Literals) < m.Lower
	case m.Contains != nil || m.RefersTo != nil:
		return false
	}
	return m.Primitive == "Boolean" && m.Lower > 2
}

// value is the nth of a member, from 0.
func (x *exampling) value(m *Member, n int) (*Value, bool) {
	switch {
	case m.Contains != nil:
		k := LeastKind(m.Contains, x.heights)
		if k == nil {
			return nil, false
		}
		one, ok := x.thing(k)
		return &Value{Thing: one}, ok
	case m.RefersTo != nil: // each time another one
		v := &Value{Elsewhere: true}
		values := x.keys.Referring(m.RefersTo, n)
		for i, k := range m.RefersTo.Key() {
			g := &Given{Member: k}
			if v.Refers = append(v.Refers, g); k.Lower > 0 || len(values) == 1 {
				g.Values = []*Value{{Plain: values[i]}}
			}
		}
		return v, true
	}
	p := x.plain(m)
	if m.Many() && m.Unique {
		if e := m.Enumeration; e != nil && n < len(e.Literals) {
			p.Code = e.Literals[n].Code
		}
		p.False = m.Enumeration == nil && m.Primitive == "Boolean" && n > 0
	}
	return &Value{Plain: p}, true
}

func (x *exampling) plain(m *Member) *Plain {
	x.number++
	if e := m.Enumeration; e != nil {
		p := &Plain{Primitive: string(model.Enumeration), Number: x.number}
		if len(e.Literals) > 0 {
			p.Code = e.Literals[0].Code
		}
		return p
	}
	return &Plain{Primitive: m.Primitive, Number: x.number}
}
