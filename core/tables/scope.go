package tables

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/model"
)

// class is a class that has tables.
type class struct {
	e         *model.Element
	generals  []*class
	specifics []*class
	// inlined are generals that are not stored themselves: what they have stands with the class.
	inlined []*model.Element
	// association of which it is the class; nil of most.
	association *model.Relationship
	manner      model.TableInheritance
	root        *class // of the hierarchy in which it is
	places      []place
	home        *Table // what references to it lead to; nil: its objects stand in several tables
	homeless    bool   // the abstract general of concrete tables, or one whose kinds have tables of their own
}

// place is a table in which what a class has of its own stands: for all rows, or for those of some
// kinds only.
type place struct {
	table *Table
	kind  *Column // that tells the kind of a row
	kinds []Value
}

// scope finds the classes that have tables.
func (b *builder) scope() {
	all := b.m.OfKind(model.Class)
	asked := b.asked()
	switch {
	case len(b.options.Only) > 0:
		all = slices.DeleteFunc(slices.Clone(all), func(e *model.Element) bool { return !slices.Contains(b.options.Only, e.ID) })
	case b.options.Of == "all":
	case b.options.Of != "":
		all = slices.DeleteFunc(slices.Clone(all), func(e *model.Element) bool { return !asked[e.ID] })
	default:
		stored := slices.DeleteFunc(slices.Clone(all), func(e *model.Element) bool { return !e.Classifier().Stored })
		if len(stored) == 0 && len(all) > 0 {
			b.note("", "No class is marked as stored: nothing becomes a table. Mark classes in their entries, or choose them.")
		}
		all = stored
	}
	for _, e := range all {
		c := &class{e: e}
		b.classes = append(b.classes, c)
		b.of[e.ID] = c
	}
	slices.SortFunc(b.classes, func(x, y *class) int {
		return cmp.Or(strings.Compare(x.e.Name, y.e.Name), strings.Compare(string(x.e.ID), string(y.e.ID)))
	})
	for _, r := range b.m.Relationships(model.Association) {
		if c := b.of[r.Class]; c != nil && c.association == nil {
			c.association = r
		}
	}
}

// asked are the classes that the options name, by themselves or by a package that they are in.
func (b *builder) asked() map[model.ID]bool {
	out := map[model.ID]bool{}
	if b.options.Of == "" || b.options.Of == "all" || len(b.options.Only) > 0 {
		return out
	}
	for name := range strings.SplitSeq(b.options.Of, ",") {
		name = strings.TrimSpace(name)
		found := false
		for _, e := range b.m.Named(name, model.Class) {
			out[e.ID], found = true, true
		}
		for _, p := range b.m.Named(name, model.PackageKind) {
			found = true
			for _, e := range b.m.OfKind(model.Class) {
				if slices.ContainsFunc(b.m.PackagePath(e.ID), func(in *model.Element) bool { return in.ID == p.ID }) {
					out[e.ID] = true
				}
			}
		}
		if name != "" && !found {
			b.note("", "There is no class and no package "+name+".")
		}
	}
	return out
}

// hierarchy links generals and kinds, and settles for each hierarchy how it becomes tables. A
// generalization that would close a circle is left out: a rule speaks of it.
func (b *builder) hierarchy() {
	for _, c := range b.classes {
		for _, r := range b.m.Generals(c.e.ID) {
			g := b.of[r.Target]
			switch {
			case g == nil:
				b.inline(c, r.Target)
			case g != c && !slices.Contains(c.generals, g) && !isBelow(c, g):
				c.generals = append(c.generals, g)
				g.specifics = append(g.specifics, c)
			}
		}
	}
	byName := func(x, y *class) int {
		return cmp.Or(strings.Compare(x.e.Name, y.e.Name), strings.Compare(string(x.e.ID), string(y.e.ID)))
	}
	for _, c := range b.classes {
		slices.SortFunc(c.generals, byName)
		slices.SortFunc(c.specifics, byName)
	}
	seen := map[*class]bool{}
	for _, c := range b.classes {
		if seen[c] {
			continue
		}
		group := []*class{c}
		seen[c] = true
		for i := 0; i < len(group); i++ {
			for _, o := range slices.Concat(group[i].generals, group[i].specifics) {
				if !seen[o] {
					seen[o] = true
					group = append(group, o)
				}
			}
		}
		slices.SortFunc(group, byName)
		b.groups = append(b.groups, group)
		manner, root := model.TableInheritance(b.options.Inheritance), (*class)(nil)
		for _, o := range group {
			if len(o.generals) == 0 && root == nil {
				root = o
			}
		}
		for _, o := range group {
			if own := o.e.Classifier().Inheritance; own != "" && (len(o.generals) == 0 || root.e.Classifier().Inheritance == "") {
				manner = own
				break
			}
		}
		for _, o := range group {
			o.manner, o.root = manner, root
		}
	}
}

// inline notes that a general which is not stored stands with its kind, and so what it is itself a
// kind of.
func (b *builder) inline(c *class, general model.ID) {
	g := b.m.Element(general)
	if g == nil || g.Kind != model.Class && g.Kind != model.DataType || slices.Contains(c.inlined, g) {
		return
	}
	c.inlined = append(c.inlined, g)
	b.note(c.e.ID, g.Name+" has no table: its attributes stand with "+c.e.Name+", which is a kind of it.")
	for _, r := range b.m.Generals(general) {
		if b.of[r.Target] == nil {
			b.inline(c, r.Target)
		}
	}
}

// isBelow reports whether a class is below another one already, or is it.
func isBelow(above, c *class) bool {
	seen := map[*class]bool{}
	var up func(x *class) bool
	up = func(x *class) bool {
		if x == above {
			return true
		}
		if seen[x] {
			return false
		}
		seen[x] = true
		return slices.ContainsFunc(x.generals, up)
	}
	return up(c)
}

// withKinds is a class with all that are a kind of it, in the order of their depth.
func (c *class) withKinds() []*class {
	out := []*class{c}
	for i := 0; i < len(out); i++ {
		for _, s := range out[i].specifics {
			if !slices.Contains(out, s) {
				out = append(out, s)
			}
		}
	}
	return out
}

// above are the generals of a class, the nearest last, each once.
func (c *class) above() []*class {
	var out []*class
	var up func(x *class)
	up = func(x *class) {
		for _, g := range x.generals {
			if !slices.Contains(out, g) {
				up(g)
				out = append(out, g)
			}
		}
	}
	up(c)
	return out
}
