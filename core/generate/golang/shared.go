package golang

import (
	"slices"

	"lexeon/core/generate"
)

// A struct that is embedded by two that a third one embeds would be in it twice, each with values of its own. It is
// embedded by a pointer everywhere, and the third one has it besides, so that Go finds its fields and methods there
// before those of the two (The Go Programming Language Specification, Selectors: the shallowest depth).

// sharedGenerals finds the generals that some type comes to by several ways.
func sharedGenerals(types []*generate.Type) map[*generate.Type]bool {
	out := map[*generate.Type]bool{}
	for _, t := range types {
		for _, a := range comeToTwice(t) {
			out[a] = true
		}
	}
	return out
}

// comeToTwice are the generals of a type that several of those it extends are, or are a kind of; nearest first.
func comeToTwice(t *generate.Type) (out []*generate.Type) {
	if len(t.Generals) < 2 {
		return nil
	}
	ways := map[*generate.Type]int{}
	for _, g := range t.Generals {
		for _, a := range append([]*generate.Type{g}, generate.Ancestors(g)...) {
			ways[a]++
		}
	}
	for _, a := range generate.Ancestors(t) {
		if ways[a] > 1 {
			out = append(out, a)
		}
	}
	return out
}

// joined are those of them that a struct has besides: the most specific, which have the others, where it does not
// extend them by itself.
func joined(t *generate.Type) (out []*generate.Type) {
	all := comeToTwice(t)
	for _, a := range all {
		if !slices.Contains(t.Generals, a) && !slices.ContainsFunc(all, func(b *generate.Type) bool { return slices.Contains(generate.Ancestors(b), a) }) {
			out = append(out, a)
		}
	}
	return out
}

// sharing makes the shared generals that a constructor needs, each once, before what embeds them.
type sharing struct {
	g     *generator
	im    imports
	param newParam
	take  func(name string) string
	made  map[*generate.Type]string
	Made  []assign // variables, each after those that it needs
}

// embed is what a general is embedded as: a variable where it is shared, else a struct; nothing if all of its fields
// have no value yet.
func (s *sharing) embed(gen *generate.Type) (value, bool) {
	name := s.g.struct_[gen]
	if !s.g.shared[gen] {
		fields := s.fields(gen)
		return value{Struct: &composite{name, fields}}, len(fields) > 0
	}
	if s.made[gen] == "" {
		fields := s.fields(gen)
		s.made[gen] = s.take("shared" + name)
		s.Made = append(s.Made, assign{Field: s.made[gen], Value: value{Struct: &composite{name, fields}}})
	}
	return value{Param: s.made[gen]}, true
}

// fields are what an embedded general is initialized with; what it cannot be without becomes a parameter of the
// constructor.
func (s *sharing) fields(t *generate.Type) []assign {
	var out []assign
	for _, a := range s.g.class(t).Assign {
		switch {
		case a.General != nil:
			a.Value, _ = s.embed(a.General)
		case a.Type != nil:
			a.Value = s.param(a.Value.Param, a.Type)
		default:
			s.im.value(a.Value)
		}
		out = append(out, a)
	}
	return out
}
