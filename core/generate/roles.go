package generate

import (
	"fmt"
	"slices"

	"lexeon/core/english"
	"lexeon/core/model"
)

// roles names ends after what their association says, where nobody named them and a type has several things of that name:
// the held Patients and the found Patients of "Ward holds Patient" and "Ward finds Patient", the supervised Vet and the
// supervising Vet of "Vet supervises Vet". All of them are, so that none depends on which was drawn first. What the name
// of an association does not tell, since it is no single verb, stays alike; languages number it.
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
		ends := slices.Concat(t.Ends, t.Hidden)
		alike := map[string]int{}
		for _, e := range ends {
			alike[model.NormalForm(e.Name)]++
		}
		for _, e := range ends {
			plain, told := model.NormalForm(e.Name), model.NormalForm(e.does+" "+e.Name)
			if e.does != "" && (names[plain] || alike[plain] > 1) && !names[told] {
				e.Name, e.Verbal, plain = e.does+" "+e.Name, true, told
			}
			names[plain] = true
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
	return fmt.Sprintf("%s.%s of %q is called %s, to tell it from another one; name the end to call it otherwise", e.Owner.Name, e.Type.Name, e.Association, e.Name)
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
