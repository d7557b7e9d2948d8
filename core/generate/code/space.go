package code

import (
	"slices"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// Space is what a package of the model becomes in a language: a package, a namespace or a folder.
type Space struct {
	Package *generate.Package
	Names   []string // the outermost first
}

// Depth is in how many spaces a unit stands.
func (u *Unit) Depth() int {
	if u == nil || u.Space == nil {
		return 0
	}
	return len(u.Space.Names)
}

// Inside are the names of the spaces that a unit stands in, with a text before each: ".lots.blending".
func (u *Unit) Inside(before string) string {
	if u.Depth() == 0 {
		return ""
	}
	return before + strings.Join(u.Space.Names, before)
}

// Folder is where the file of a unit stands: "lots/blending/".
func (u *Unit) Folder() string {
	if u.Depth() == 0 {
		return ""
	}
	return strings.Join(u.Space.Names, "/") + "/"
}

// To is the path from the folder of a unit to the file of another one, without its ending.
func (u *Unit) To(of *Unit) string {
	ups, down := u.toward(of)
	if ups == 0 {
		return "./" + strings.Join(down, "/")
	}
	return strings.Repeat("../", ups) + strings.Join(down, "/")
}

// Dotted is the module of another unit, seen from that of a unit: ".hive", "..field.hive".
func (u *Unit) Dotted(of *Unit) string {
	ups, down := u.toward(of)
	return strings.Repeat(".", ups+1) + strings.Join(down, ".")
}

// Dots lead from the module of a unit to the package of all.
func (u *Unit) Dots() string { return strings.Repeat(".", u.Depth()+1) }

// toward is how many spaces are to be left, and through which the way leads then to a file.
func (u *Unit) toward(of *Unit) (ups int, down []string) {
	var from, to []string
	if u.Space != nil {
		from = u.Space.Names
	}
	if of.Space != nil {
		to = of.Space.Names
	}
	n := 0
	for n < len(from) && n < len(to) && from[n] == to[n] {
		n++
	}
	return len(from) - n, append(slices.Clone(to[n:]), of.Path)
}

// Up leads from the folder of a unit to that of all: "../../", or "./".
func (u *Unit) Up() string {
	if u.Depth() == 0 {
		return "./"
	}
	return strings.Repeat("../", u.Depth())
}

// Elsewhere lists the units that a file names and that stand in another space.
func (u *Unit) Elsewhere() (out []*Unit) {
	for _, of := range append(slices.Clone(u.Uses), u.Values...) {
		if of.Space != u.Space && !slices.Contains(out, of) {
			out = append(out, of)
		}
	}
	return out
}

// spaces names what packages become, once all types have their names: a space is called as no type is, and
// none as the one it is in.
func (b *builder) spaces() {
	l := b.Language
	made := map[*generate.Package]*Space{}
	taken := map[string]bool{}
	var space func(p *generate.Package) *Space
	space = func(p *generate.Package) *Space {
		if p == nil || made[p] != nil {
			return made[p]
		}
		s := &Space{Package: p}
		in := ""
		if outer := space(p.In); outer != nil {
			s.Names = slices.Clone(outer.Names)
			in = strings.ToLower(strings.Join(outer.Names, "/")) + "/"
		}
		words := wordsOf(p.Name, "package")
		want := l.Space(words)
		name := want
		cannotBe := func(name string) bool {
			folded := strings.ToLower(name)
			return l.Keywords[name] || l.Types[name] || l.Spaces[name] || taken[in+folded] || b.typeNames[name] || b.files[folded] || slices.Contains(s.Names, name)
		}
		for i := 2; cannotBe(name); i++ {
			words := append(slices.Clone(words), "package")
			if i > 2 {
				words = append(words, itoa(i))
			}
			name = l.Space(words)
		}
		taken[in+strings.ToLower(name)] = true
		s.Names = append(s.Names, name)
		b.renamed(p.ID, p.Name, name, want)
		made[p] = s
		b.Spaces = append(b.Spaces, s)
		return s
	}
	for _, u := range b.Units {
		u.Space = space(u.Type.Package)
	}
	slices.SortFunc(b.Spaces, func(x, y *Space) int { return slices.Compare(x.Names, y.Names) })
	if l.OpensAcross {
		b.across()
	}
}

// across finds the hierarchies that stand in several spaces.
func (b *builder) across() {
	b.reach = map[*Unit][]*Space{}
	for _, u := range b.Units {
		if r := u.root; !slices.Contains(b.reach[r], u.Space) {
			b.reach[r] = append(b.reach[r], u.Space)
		}
	}
	for _, u := range b.Units {
		u.Spread = len(b.reach[u.root]) > 1
		for _, offered := range append(slices.Clone(u.Type.Realizes), u.Type.Generals...) {
			u.Spread = u.Spread || b.units[offered].Space != u.Space
		}
	}
}

// seenAcross: classes of other spaces have to see what an end of a unit keeps to itself.
func (b *builder) seenAcross(u *Unit, e *generate.End) bool {
	all := slices.Clone(b.reach[u.root])
	if e.Inverse != nil {
		all = append(all, b.reach[b.units[e.Type].root]...)
	}
	return slices.ContainsFunc(all, func(s *Space) bool { return s != u.Space })
}

// seenIn is what can see a member, where classes of several spaces have to.
func (b *builder) seenIn(u *Unit, visibility, label string) string {
	if visibility != string(model.Package) || !u.Spread {
		return visibility
	}
	b.note(u.Type.ID, "%s is public in %s: its class is of a hierarchy that stands in several packages", label, b.Language.Title)
	return string(model.Public)
}
