package generate

import (
	"fmt"
	"slices"
	"strconv"

	"lexeon/core/graph"
	"lexeon/core/model"
)

// Polymorphic types are referred to as what any kind of them is, so that what refers to
// them can hold their specifics.
func (t *Type) Polymorphic() bool {
	return t.Kind.HasInstances() && (t.Abstract || len(t.Specifics) > 0)
}

// construction settles which mandatory ends are given when an instance is made. Types that
// need each other from the beginning cannot both be made first: their ends are set
// afterwards, never a part's end to its whole.
func (p *Plan) construction() {
	cycle := p.cycles()
	for _, t := range p.Types {
		for _, e := range t.Ends {
			e.Afterwards = e.Mandatory() && !e.OwnedBy && cycle[e.Type] != 0 && cycle[e.Type] == cycle[t]
		}
	}
}

// cycles numbers the groups of types that need each other from the beginning: the strongly
// connected components of the mandatory ends. A type in none has no number.
func (p *Plan) cycles() map[*Type]int {
	needs := func(t *Type) []*Type {
		var out []*Type
		for _, e := range t.Ends {
			if e.Mandatory() {
				out = append(out, e.Type)
			}
		}
		return out
	}
	cycle := map[*Type]int{}
	for i, component := range graph.Components(p.Types, needs) {
		if len(component) > 1 || slices.Contains(needs(component[0]), component[0]) {
			for _, t := range component {
				cycle[t] = i + 1
			}
		}
	}
	return cycle
}

// Plural is what many instances at an end are called: a role as it is written (novice,
// samples), the name of a type in its plural.
func (e *End) Plural() string {
	if !e.Verbal && e.Name != e.Type.Name && model.NormalForm(e.Name) != model.NormalForm(e.Type.Name) {
		return e.Name
	}
	return model.Plural(e.Name)
}

// Doc is what a comment says of an end of an owner.
func (e *End) Doc(owner string) (out []string) {
	if e.Silent {
		return nil
	}
	if e.Sentence != "" {
		out = append(out, e.Sentence)
	} else {
		if e.Association != "" {
			out = append(out, "By the association "+strconv.Quote(e.Association)+".")
		}
		out = append(out, e.Told())
	}
	if e.Owns {
		out = append(out, "What is here goes with its "+owner+".")
	}
	return out
}

// Told is how many there may be at an end, in a sentence.
func (e *End) Told() string {
	switch {
	case e.Open() || e.Lower == 0 && e.Upper == model.Many:
		return "Any number of them."
	case e.Upper == model.Many:
		return fmt.Sprintf("At least %d of them.", e.Lower)
	case e.Upper == 1 && e.Lower == 0:
		return "There may be none."
	case e.Upper == 1:
		return "There always is one."
	case e.Lower == e.Upper:
		return fmt.Sprintf("Exactly %d of them.", e.Lower)
	}
	return fmt.Sprintf("Between %d and %d of them.", e.Lower, e.Upper)
}
