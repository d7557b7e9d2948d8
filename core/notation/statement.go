package notation

import (
	"strings"
	"unicode"

	"lexeon/core/model"
)

// Form is the form of a statement, named as in the grammar.
type Form string

const (
	FormAssociation    Form = "assoc"
	FormWhole          Form = "whole"
	FormGeneralization Form = "gen"
	FormRealization    Form = "real"
	FormDependency     Form = "dep"
)

// Statement is a relationship written in one line. What it does not carry
// (visibility, definition, stereotypes, the inverse name, the question and whom
// to ask) an edit by statement leaves alone. Statements are never stored.
type Statement struct {
	Form    Form
	Ends    [2]StatementEnd // assoc, whole (the whole first); write, read (the store last); others use only Ref
	Kind    model.Kind      // of a dependency: dependency or usage
	Verb    string          // name of an association; "" is unnamed; name of a dependency or a data flow
	Reading model.Reading
	Shared  bool // whole: "brings together"
	Through Ref  // association class
	Set     Set  // generalization set

	Part      model.Part // of a participation
	Points    []string   // of an extend
	Condition string

	Ports     [2]string // of components at the ends
	Interface Ref       // that an assembly or a delegation passes
}

// StatementEnd is one end of a statement.
type StatementEnd struct {
	Multiplicity model.Multiplicity
	Ref          Ref
	Qualifiers   []string
	Role         string
	Props        EndProps
}

// EndProps are the modifiers that a statement carries for an end.
type EndProps struct {
	Ordered, NonUnique, ReadOnly, Derived, InClass, Identifier bool
	Navigable                                                  model.Truth
	Subsets, Redefines                                         []string
}

// Ref is a name that stands for an element. ID is empty where no element bears
// the name; Kind is then the kind the statement implies.
type Ref struct {
	Name string
	Kind model.Kind
	ID   model.ID
}

// Set is a generalization set.
type Set struct {
	Name     string
	Disjoint model.Truth
	Complete model.Truth
}

// reserved are the words of the grammar, whatever their case: a name that is one
// of them is written in quotes.
var reserved = func() map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(`is made of brings together named a kind in realizes uses depends on as sends to
		the frame writes reads from starts supports takes part includes extends at when provides requires gets passes
		when holds through ordered nonunique readonly derived navigable nonnavigable inclass subsets redefines disjoint
		overlapping complete incomplete`) {
		m[w] = true
	}
	return m
}()

func isReserved(word string) bool { return reserved[strings.ToLower(word)] }

// isPlainWord: what may be written without quotes. It is exactly what the
// tokenizer reads as one word that is no number and not reserved.
func isPlainWord(name string) bool {
	digits := true
	for i, r := range name {
		if unicode.IsSpace(r) || r == '"' || strings.ContainsRune("[]{},@<~?*", r) ||
			strings.HasPrefix(name[i:], "::") || strings.HasPrefix(name[i:], "--") || strings.HasPrefix(name[i:], "..") {
			return false
		}
		digits = digits && r >= '0' && r <= '9'
	}
	return !digits && !isReserved(name)
}

// PrintName writes a name as it stands in a statement: in quotes where it would be read
// otherwise.
func PrintName(name string) string {
	if isPlainWord(name) {
		return name
	}
	return quote(name)
}

// StatementOf gives the statement of a relationship. ok is false where it cannot
// be written as one: an association with more than two ends, or an anchor.
func StatementOf(m *model.Model, r *model.Relationship) (s Statement, ok bool) {
	of := relations[r.Kind].statement
	if of == nil {
		return Statement{}, false
	}
	return of(m, r, func(id model.ID) Ref {
		e := m.Element(id)
		return Ref{Name: e.Name, Kind: e.Kind, ID: e.ID}
	})
}

func generalizationStatement(m *model.Model, r *model.Relationship, ref func(model.ID) Ref) (Statement, bool) {
	s := between(FormGeneralization, r, ref)
	if set := m.Element(r.Set); set != nil {
		d := set.GeneralizationSet()
		s.Set = Set{Name: set.Name, Disjoint: d.Disjoint, Complete: d.Complete}
	}
	return s, true
}

func dependencyStatement(_ *model.Model, r *model.Relationship, ref func(model.ID) Ref) (Statement, bool) {
	s := between(FormDependency, r, ref)
	s.Kind, s.Verb = r.Kind, r.Name
	return s, true
}

func associationStatement(m *model.Model, r *model.Relationship, ref func(model.ID) Ref) (Statement, bool) {
	ends := endsOf(m, r)
	if len(ends) != 2 {
		return Statement{}, false
	}
	a := r.Association()
	s := Statement{Form: FormAssociation, Verb: r.Name, Reading: a.Reading}
	if a.Aggregation != model.NoAggregation {
		s.Form, s.Shared = FormWhole, a.Aggregation == model.Shared
		if ends[0] != m.Ends(r.ID)[0] {
			s.Reading = flip(s.Reading)
		}
	}
	if s.Verb == "" {
		s.Reading = model.Forward // without a name there is nothing to read
	}
	for i, e := range ends {
		d := e.End()
		s.Ends[i] = StatementEnd{
			Multiplicity: d.Multiplicity, Ref: ref(e.Type), Qualifiers: d.Qualifiers, Role: e.Name,
			Props: EndProps{Ordered: d.Ordered, NonUnique: d.NonUnique, ReadOnly: d.ReadOnly, Derived: d.Derived,
				InClass: d.InClass, Identifier: d.Identifier, Navigable: d.Navigable, Subsets: d.Subsets, Redefines: d.Redefines},
		}
	}
	if r.Class != "" {
		s.Through = ref(r.Class)
	}
	return s, true
}

func flip(r model.Reading) model.Reading {
	switch r {
	case model.Forward:
		return model.Backward
	case model.Backward:
		return model.Forward
	}
	return r
}
