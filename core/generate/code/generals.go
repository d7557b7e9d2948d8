package code

import (
	"slices"

	"lexeon/core/generate"
)

// generals decides what each type extends: a class as many as the language takes, without those that others of them
// are a kind of already.
func (b *builder) generals() {
	for _, u := range b.Units {
		for _, g := range u.Type.Generals {
			of := b.units[g]
			if u.Kind == "interface" {
				u.Offers = append(u.Offers, of)
				continue
			}
			if !slices.ContainsFunc(u.Type.Generals, func(other *generate.Type) bool { return slices.Contains(generate.Ancestors(other), g) }) {
				u.Generals = append(u.Generals, of)
			}
		}
	}
	order := b.generalsFirst() // of what it is a kind of is decided before it
	lines := map[*Unit][]*Unit{}
	linear := func(u *Unit) []*Unit { return lines[u] }
	for _, u := range order {
		for len(u.Generals) > 1 && !b.Language.SeveralGenerals {
			b.leaveOut(u)
		}
		if b.Language.InOneOrder {
			for lines[u] = inOneOrder(u, u.Generals, linear); lines[u] == nil; lines[u] = inOneOrder(u, u.Generals, linear) {
				b.leaveOut(u)
			}
		}
		for _, g := range u.Generals {
			g.Specific = true
		}
		if len(u.Generals) > 0 {
			u.General = u.Generals[0]
		}
	}
	b.hierarchies(order)
}

// leaveOut takes the last general from a class, and tells why.
func (b *builder) leaveOut(u *Unit) {
	last := len(u.Generals) - 1
	g := u.Generals[last].Type.Name
	u.Generals = u.Generals[:last]
	if b.Language.SeveralGenerals {
		b.note(u.Type.ID, "%s is a kind of %s too: %s has no one order for all of its generals, so it has nothing from that one", u.Type.Name, g, b.Language.Title)
	} else {
		b.note(u.Type.ID, "%s is a kind of %s too: the %s that is written extends one class alone, so it has nothing from that one", u.Type.Name, g, b.Language.Title)
	}
	u.Remarks = append(u.Remarks, "A kind of "+g+" too, which is not extended here beside "+u.Generals[0].Type.Name+".")
}

// hierarchies finds which types are of one hierarchy, where classes have several generals, and what these share.
func (b *builder) hierarchies(order []*Unit) {
	for _, u := range order {
		u.root = u
		for i, g := range u.Generals {
			if i == 0 {
				u.root = g.root
			} else if other := g.root; other != u.root {
				for _, x := range order {
					if x.root == other {
						x.root = u.root
					}
				}
			}
		}
	}
	merging := map[*Unit]bool{}
	for _, u := range order {
		merging[u.root] = merging[u.root] || len(u.Generals) > 1
	}
	for _, u := range order {
		if u.Merges = merging[u.root]; !u.Merges {
			continue
		}
		u.is = map[*Unit]bool{u: true}
		for _, g := range u.Generals {
			for x := range g.is {
				x.Shared = x.Shared || u.is[x]
				u.is[x] = true
			}
		}
	}
}

// line is a class with all that it is a kind of, each before its own generals.
func (u *Unit) line() []*Unit {
	var out []*Unit
	done := map[*Unit]bool{}
	var visit func(x *Unit)
	visit = func(x *Unit) {
		if done[x] {
			return
		}
		done[x] = true
		for _, g := range slices.Backward(x.Generals) {
			visit(g)
		}
		out = append(out, x)
	}
	if u.Merges {
		visit(u)
		slices.Reverse(out)
		return out
	}
	for x := u; x != nil; x = x.General {
		out = append(out, x)
	}
	return out
}

// isOf reports whether a unit is another one, is a kind of it, or offers it.
func (u *Unit) isOf(other *Unit) bool {
	var offers func(i *Unit) bool
	offers = func(i *Unit) bool { return i == other || slices.ContainsFunc(i.Offers, offers) }
	return slices.ContainsFunc(u.line(), offers)
}

// beside are the units laid out already that are no general of a class, and that a class can have together with it:
// their members need other names.
func (b *builder) beside(u *Unit) (out []*Unit) {
	if !u.Merges {
		return nil
	}
	for _, v := range b.laid {
		if v.root == u.root && !u.is[v] && slices.ContainsFunc(b.Units, func(x *Unit) bool { return x.is[u] && x.is[v] }) {
			out = append(out, v)
		}
	}
	return out
}

// inOneOrder is the order in which Python looks for what a class has, from its bases and the orders of these; nil where
// there is none (C3: The Python 2.3 Method Resolution Order).
func inOneOrder(u *Unit, bases []*Unit, order func(*Unit) []*Unit) []*Unit {
	if len(bases) == 1 {
		return append([]*Unit{u}, order(bases[0])...)
	}
	var lists [][]*Unit
	for _, of := range bases {
		lists = append(lists, order(of))
	}
	lists = append(lists, bases)
	out := []*Unit{u}
	for {
		lists = slices.DeleteFunc(lists, func(l []*Unit) bool { return len(l) == 0 })
		if len(lists) == 0 {
			return out
		}
		i := slices.IndexFunc(lists, func(l []*Unit) bool {
			return !slices.ContainsFunc(lists, func(other []*Unit) bool { return slices.Contains(other[1:], l[0]) })
		})
		if i < 0 {
			return nil
		}
		next := lists[i][0]
		out = append(out, next)
		for j, l := range lists {
			if l[0] == next {
				lists[j] = l[1:]
			}
		}
	}
}

// inherited is what a class has of its generals, and what it cannot be called for those beside it.
func (b *builder) inherited(u *Unit) {
	for _, g := range u.Generals {
		for n := range g.names {
			u.names[n] = true
		}
		for _, n := range sortedNames(g.methods) {
			u.inherit(n, g.methods[n])
		}
		u.Linked = u.Linked || g.Linked
		for _, p := range g.Params {
			if !slices.Contains(u.Params, p) {
				u.Params = append(u.Params, p)
			}
		}
	}
	for _, v := range b.beside(u) {
		for n := range v.names {
			if o := v.methods[n]; o != nil {
				if u.apart == nil {
					u.apart = map[string][]*Operation{}
				}
				u.apart[n] = append(u.apart[n], o)
			} else {
				u.names[n] = true
			}
		}
	}
}

// inherit takes a method of a general. Of two that are alike the one counts whose class is more specific; where none
// is, the class has to say by itself what it does.
func (u *Unit) inherit(name string, o *Operation) {
	known := u.methods[name]
	switch {
	case known == nil || o.owner != known.owner && o.owner.isOf(known.owner):
		u.methods[name] = o
	case !known.owner.isOf(o.owner) && !slices.Contains(u.both, name):
		u.both = append(u.both, name)
	}
}

// linkedAbove are those that a class extends which have links, or conditions, to look at.
func linkedAbove(u *Unit) (out []*Unit) {
	for _, g := range u.Generals {
		if g.Linked {
			out = append(out, g)
		}
	}
	return out
}
