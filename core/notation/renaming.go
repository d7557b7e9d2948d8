package notation

import (
	"slices"

	"lexeon/core/model"
)

// MadeAs says how something new that a sentence would make is to be called, and of which kind it
// is to be.
type MadeAs struct {
	Name string     `json:"name"` // as the sentence has it
	As   string     `json:"as"`   // "" leaves it
	Kind model.Kind `json:"kind"` // "" leaves it
}

// With is the same sentence with what is new called and sorted otherwise.
func (u Understood) With(made []MadeAs) Understood {
	out := Understood{Odd: u.Odd}
	for _, c := range u.Clauses {
		change := func(r *Ref) {
			i := slices.IndexFunc(made, func(x MadeAs) bool { return x.Name == r.Name })
			if r.ID != "" || r.Name == "" || i < 0 {
				return
			}
			if made[i].As != "" {
				r.Name = made[i].As
			}
			if made[i].Kind != "" && slices.Contains(c.kindsFor(*r), made[i].Kind) {
				r.Kind = made[i].Kind
			}
		}
		if c.Features != nil {
			f := *c.Features
			change(&f.Of)
			change(&f.Type)
			c.Features = &f
		} else {
			s := c.Statement
			for _, r := range s.refs() {
				change(r)
			}
			c.Reading = c.as(s)
		}
		out.Clauses = append(out.Clauses, c)
	}
	return out
}

// KindsFor are the kinds that something new may be of, its own first.
func (u Understood) KindsFor(r Ref) []model.Kind {
	out := []model.Kind{r.Kind}
	for i, c := range u.Clauses {
		if !slices.ContainsFunc(c.new(), func(n Ref) bool { return n == r }) {
			continue
		}
		kinds := c.kindsFor(r)
		if i == 0 || len(out) == 1 {
			out = append(out[:1], slices.DeleteFunc(slices.Clone(kinds), func(k model.Kind) bool { return k == r.Kind })...)
		} else {
			out = slices.DeleteFunc(out, func(k model.Kind) bool { return k != r.Kind && !slices.Contains(kinds, k) })
		}
	}
	return out
}

// kindsFor are the kinds that a new name of a clause may be of.
func (c Clause) kindsFor(r Ref) []model.Kind {
	switch {
	case c.Features != nil && c.Features.Kind == model.Attribute && r == c.Features.Of:
		return []model.Kind{model.Class, model.DataType, model.Interface, model.Signal}
	case c.Features != nil:
		return nil
	}
	switch c.Statement.Form {
	case FormAssociation, FormWhole:
		return []model.Kind{model.Class, model.Interface, model.DataType, model.Enumeration}
	case FormDependency:
		if r.Kind.IsClassifier() {
			return []model.Kind{model.Class, model.Interface, model.DataType}
		}
	case FormFlow:
		return []model.Kind{model.Process, model.Entity}
	}
	return nil
}

// refs are the names of a statement, to be changed in place.
func (s *Statement) refs() []*Ref {
	return []*Ref{&s.Ends[0].Ref, &s.Ends[1].Ref, &s.Through, &s.Interface}
}

// as is the reading with another statement in it.
func (r Reading) as(s Statement) Reading {
	r.Statement, r.New = s, newRefs(s)
	return r
}

// newRefs lists the names of a statement that nobody bears, each once.
func newRefs(s Statement) []Ref {
	var out []Ref
	for _, ref := range s.refs() {
		if ref.Name == "" || ref.ID != "" {
			continue
		}
		known := slices.ContainsFunc(out, func(n Ref) bool { return n.Name == ref.Name && group(n.Kind) == group(ref.Kind) })
		if !known {
			out = append(out, *ref)
		}
	}
	return out
}
