package generate

import (
	"fmt"

	"lexeon/core/english"
	"lexeon/core/model"
)

// roles names ends after what their association says, where nobody named them and a type has something of that name
// already: of "Ward finds Patient", beside "Ward holds Patient", the found Patient. Where a type is linked to itself both
// ends are named so: the supervised Vet, the supervising Vet. What the name of an association does not tell, since it is
// no single verb, stays alike; languages number it.
func roles(types []*Type) {
	taken := map[*Type]map[string]bool{}
	var visit func(t *Type)
	visit = func(t *Type) {
		if taken[t] != nil {
			return
		}
		names := map[string]bool{}
		taken[t] = names
		for _, g := range t.Generals {
			visit(g)
			for n := range taken[g] {
				names[n] = true
			}
		}
		for _, a := range t.Attributes {
			names[model.NormalForm(a.Name)] = true
		}
		for _, list := range [][]*End{t.Ends, t.Hidden} {
			for _, e := range list {
				toItself := e.Inverse != nil && e.Inverse.does != "" && e.Type == t
				name := e.does + " " + e.Name
				if e.does != "" && (toItself || names[model.NormalForm(e.Name)]) && !names[model.NormalForm(name)] {
					e.Name, e.Verbal = name, true
				}
				names[model.NormalForm(e.Name)] = true
			}
		}
	}
	for _, t := range types {
		visit(t)
	}
}

// sides are what the participants of an association do by its name, in their order.
func sides(r *model.Relationship) [2]string {
	front, behind := english.Roles(r.Name)
	switch r.Association().Reading {
	case model.NoDirection: // nobody says who does it
		return [2]string{}
	case model.Backward:
		front, behind = behind, front
	}
	return [2]string{front, behind}
}

// Since tells that an end is called after its association.
func (e *End) Since() string {
	return fmt.Sprintf("%s.%s of %q is called %s, to be told from another %[2]s there; a name of the end would be taken instead", e.Owner.Name, e.Type.Name, e.Association, e.Name)
}

// Spoken are the words by which conditions speak of what is at some ends, of those that are to be heard first before
// others.
func Spoken(ends []*End, hear func(i int, word string)) {
	for i, e := range ends {
		if e.Many() {
			hear(i, e.Plural())
		}
	}
	for i, e := range ends {
		if e.Many() && e.Verbal {
			hear(i, model.Plural(e.Type.Name))
		}
	}
}
