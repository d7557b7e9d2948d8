package generate

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// Key is the name of a qualifier, without its type.
func Key(qualifier string) string {
	name, _, _ := strings.Cut(qualifier, ":")
	return strings.TrimSpace(name)
}

// keyed are types whose values are the same where they look the same, in every language.
var keyed = []string{"Text", "Identifier", "Integer", "Boolean"}

// Keys are the attributes by which what is at a qualified end is found. They are those of what is there: nothing is
// kept twice, and a changed attribute is found under its new value. There are none where a qualifier is no attribute
// that can be compared, or does not fit.
func (e *End) Keys(fits func(owner *Type, a *Member) bool) (out []*Member) {
	if e.Hidden() || !e.Type.Kind.HasInstances() {
		return nil
	}
	for _, q := range e.Qualifiers {
		var found *Member
		for _, t := range append([]*Type{e.Type}, Ancestors(e.Type)...) {
			i := slices.IndexFunc(t.Attributes, func(a *Member) bool { return model.NormalForm(a.Name) == model.NormalForm(Key(q)) })
			if i < 0 {
				continue
			}
			a := t.Attributes[i]
			plain := slices.Contains(keyed, a.Type.Primitive) || a.Type.Type != nil && a.Type.Type.Kind == model.Enumeration
			if plain && !a.Type.Many && !a.Type.Optional && !a.Data.Static && !a.Data.Derived && fits(t, a) {
				found = a
			}
			break
		}
		if found == nil {
			return nil
		}
		out = append(out, found)
	}
	return out
}

// Hidden: the end cannot be navigated.
func (e *End) Hidden() bool { return e.Owner != nil && slices.Contains(e.Owner.Hidden, e) }
