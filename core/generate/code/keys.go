package code

import (
	"slices"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// keysOf are the attributes by which what is at an end is found, where everybody can see them.
func (b *builder) keysOf(e *generate.End) []*generate.Member {
	has := map[*generate.Type]bool{}
	for _, at := range b.units[e.Type].line() {
		has[at.Type] = true
	}
	return e.Keys(func(owner *generate.Type, a *generate.Member) bool {
		if of := b.units[owner]; a.Data.Visibility == model.Package && b.Language.OpensAcross && of.Space != b.units[e.Owner].Space && !of.Spread && !owner.Accessors {
			return false // it cannot be seen from there
		}
		return has[owner] && (owner.Accessors || a.Data.Visibility == "" || a.Data.Visibility == model.Public || a.Data.Visibility == model.Package)
	})
}

// keys names those attributes at an end, once all classes have their names.
func (b *builder) keys(e *End) {
	names := scope{"one": true, "out": true}
	for _, m := range b.keysOf(e.End) {
		for _, at := range e.Unit.line() {
			i := slices.IndexFunc(at.Attributes, func(a *Attribute) bool { return a.Member == m })
			if i < 0 {
				continue
			}
			a := at.Attributes[i]
			name := b.Language.Parameter(wordsOf(a.Name, "value"))
			if b.Language.Keywords[name] || b.cannotBe(name) {
				name += "_"
			}
			e.Keys = append(e.Keys, &Param{Name: names.take(name), Ref: a.Ref, Attribute: a})
		}
	}
}

// notKept tells that what is at an end is found by something that is no such attribute.
func (b *builder) notKept(u *Unit, e *generate.End) string {
	keys := strings.Join(e.Qualifiers, ", ")
	b.unheld(u.Type.ID, "%s.%s is found by %s, which is no attribute of %s that can be seen and compared: that is not kept", u.Type.Name, e.Name, keys, e.Type.Name)
	return "TODO: found by " + keys + ", which is not kept here."
}
