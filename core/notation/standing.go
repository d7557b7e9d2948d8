package notation

import (
	"reflect"
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// What a sentence says of a relationship that stands already is added to it: "each stage belongs to exactly one theatre" tells
// the other end of "Theatre has 1..* Stage". What contradicts what stands is a further association, or said instead of it.

// again is a reading that adds to the association it speaks of, if there is exactly one; else the reading as it is.
func (r Reading) again(m *model.Model) Reading {
	s := r.Statement
	if r.Further || s.Ends[0].Ref.ID == "" || s.Ends[1].Ref.ID == "" {
		return r
	}
	if s.Form != FormAssociation && s.Form != FormWhole {
		return r.sameLine(m)
	}
	if found := r.ofStanding(m, Statement.with); len(found) == 1 {
		return found[0]
	}
	return r
}

// instead is a reading that changes what is said of the one association that it contradicts.
func (r Reading) instead(m *model.Model) (Reading, bool) {
	s := r.Statement
	if r.Further || r.Again != "" || s.Ends[0].Ref.ID == "" || s.Ends[1].Ref.ID == "" || s.Form != FormAssociation && s.Form != FormWhole {
		return r, false
	}
	found := r.ofStanding(m, Statement.replacedBy)
	if len(found) != 1 || len(r.ofStanding(m, Statement.with)) > 0 {
		return r, false
	}
	found[0].Instead = true
	return found[0], true
}

// ofStanding are the readings that a statement has together with each association that it is about.
func (r Reading) ofStanding(m *model.Model, together func(old, s Statement, turned bool) (Statement, bool)) []Reading {
	s := r.Statement
	var found []Reading
	for _, line := range m.RelationshipsOf(s.Ends[0].Ref.ID) {
		old, ok := StatementOf(m, line)
		if !ok || line.Kind != model.Association || slices.ContainsFunc(found, func(f Reading) bool { return f.Again == line.ID }) {
			continue
		}
		turned, same := s.speaksOf(old)
		if !same {
			continue
		}
		if both, ok := together(old, s, turned); ok {
			more := r.as(both)
			more.Again = line.ID
			found = append(found, more)
		}
	}
	return found
}

// sameLine finds a generalization, realization or dependency that stands: a set may be said of the first.
func (r Reading) sameLine(m *model.Model) Reading {
	s := r.Statement
	if s.Form != FormGeneralization && s.Form != FormRealization && s.Form != FormDependency {
		return r
	}
	for _, line := range m.RelationshipsOf(s.Ends[0].Ref.ID) {
		old, ok := StatementOf(m, line)
		if !ok || old.Form != s.Form || old.Kind != s.Kind || old.Verb != s.Verb || old.Ends[0].Ref.ID != s.Ends[0].Ref.ID || old.Ends[1].Ref.ID != s.Ends[1].Ref.ID {
			continue
		}
		if s.Set.Name != "" && old.Set.Name != "" && s.Set.Name != old.Set.Name {
			continue // it is of one kind by several properties
		}
		if s.Set.Name == "" {
			s.Set = old.Set
		}
		more := r.as(s)
		more.Again = line.ID
		return more
	}
	return r
}

// Adds reports whether a reading that speaks of an association again says more than stands there.
func (r Reading) Adds(m *model.Model) bool { return r.Again == "" || len(againChanges(m, r, "")) > 0 }

// againChanges set what the ends have come to say, and the set of a generalization. Ids are derived from seed.
func againChanges(m *model.Model, r Reading, seed string) []model.Change {
	line := m.Relationship(r.Again)
	if line == nil {
		return nil
	}
	if line.Kind != model.Association {
		out, set := setChanges(m, r.Statement.Set, line.Target, func(key ...string) model.ID {
			return model.DeriveID(append([]string{"statement", seed}, key...)...)
		})
		if set != line.Set {
			out = append(out, &model.SetRelationship{ID: line.ID, Set: model.P("set", set)})
		}
		return out
	}
	old, ok := StatementOf(m, line)
	if !ok {
		return nil
	}
	ends := endsOf(m, line)
	var out []model.Change
	for i, e := range r.Statement.Ends {
		before, now := endFields(old.Ends[i]), endFields(e)
		set := model.Patch{}
		for field, value := range now {
			if !reflect.DeepEqual(value, before[field]) {
				set[field] = value
			}
		}
		if e.Role != old.Ends[i].Role {
			set["name"] = model.P("name", e.Role)["name"]
		}
		if len(set) > 0 {
			out = append(out, &model.SetEnd{ID: ends[i].ID, Set: set})
		}
	}
	return out
}

// speaksOf reports whether a statement is about the same association as one that stands, and whether its ends are the other way
// round.
func (s Statement) speaksOf(old Statement) (turned, same bool) {
	there := s.Ends[0].Ref.ID == old.Ends[0].Ref.ID && s.Ends[1].Ref.ID == old.Ends[1].Ref.ID
	back := s.Ends[0].Ref.ID == old.Ends[1].Ref.ID && s.Ends[1].Ref.ID == old.Ends[0].Ref.ID
	if !there && !back || s.Through != old.Through && s.Through != (Ref{}) {
		return false, false
	}
	if s.Form == FormWhole && old.Form == FormWhole {
		return false, there && s.Shared == old.Shared && (s.Verb == "" || s.Verb == old.Verb)
	}
	if s.Form == FormWhole { // that something is made of what it has was not said
		return false, false
	}
	verb, mine := s.doing()
	oldVerb, its := old.doing()
	if oldVerb == "" {
		return false, false
	}
	// Who does it is the same end for the same verb, and the other one for its converse.
	switch {
	case old.Form != FormWhole && model.NormalForm(verb) == model.NormalForm(oldVerb) && s.Reading != model.NoDirection && old.Reading != model.NoDirection:
		turned = mine != its
	case old.Form != FormWhole && verb == oldVerb:
		turned = !there
	case old.Form == FormWhole && verb == "has":
		turned = mine != its
	case converse(verb, oldVerb) && s.Reading != model.NoDirection:
		turned = mine == its
		if there && back { // of things of one kind, who is meant is not clear
			return false, false
		}
	default:
		return false, false
	}
	if turned {
		return true, back
	}
	return false, there
}

// doing is the verb of a statement, and which of its ends does it. Of a whole it is that it has its parts.
func (s Statement) doing() (verb string, end int) {
	if s.Form == FormWhole {
		return "has", 0
	}
	if s.Reading == model.Backward {
		return s.Verb, 1
	}
	return s.Verb, 0
}

// Verbs by which something has what belongs to it, and by which that belongs to it.
var (
	possessing = english.Set("has owns contains includes comprises holds possesses")
	belonging  = map[string]bool{"belongs to": true, "is in": true, "is part of": true, "is a part of": true, "is included in": true}
)

// converse reports whether two verbs say the same from both sides: houses, is housed in; has, belongs to.
func converse(a, b string) bool {
	a, b = strings.ToLower(a), strings.ToLower(b)
	return possessing[a] && belonging[b] || possessing[b] && belonging[a] || passiveOf(a, b) || passiveOf(b, a)
}

// doer stands behind a passive in front of what does it: is driven by, is housed in. To and for whom is another thing.
var doer = english.Set("by in inside within")

// passiveOf reports whether something is done, where that is what somebody does.
func passiveOf(done, does string) bool {
	words := strings.Fields(done)
	if len(words) < 2 || words[0] != "is" && words[0] != "are" || strings.Contains(does, " ") || len(words) > 3 || len(words) == 3 && !doer[words[2]] {
		return false
	}
	base, bent := english.BaseForm(does)
	return bent && english.PastBase(words[1], english.CanBeVerb) == base
}

// with puts together what two statements about one association say; not where they contradict each other.
func (s Statement) with(other Statement, turned bool) (Statement, bool) {
	for i := range s.Ends {
		from := other.Ends[i]
		if turned {
			from = other.Ends[1-i]
		}
		end, ok := s.Ends[i].with(from)
		if !ok {
			return s, false
		}
		s.Ends[i] = end
	}
	return s, true
}

// replacedBy is a statement with the multiplicities of another one about the same association, where those are said; the roles of both
// are alike, else they are two.
func (s Statement) replacedBy(other Statement, turned bool) (Statement, bool) {
	for i := range s.Ends {
		from := other.Ends[i]
		if turned {
			from = other.Ends[1-i]
		}
		if from.Multiplicity.State != model.Absent {
			s.Ends[i].Multiplicity = model.Multiplicity{}
		}
	}
	return s.with(other, turned)
}

func (e StatementEnd) with(o StatementEnd) (StatementEnd, bool) {
	switch {
	case o.Multiplicity.State == model.Absent || o.Multiplicity == e.Multiplicity:
	case e.Multiplicity.State == model.Decided:
		return e, false
	default:
		e.Multiplicity = o.Multiplicity
	}
	if o.Role != "" && e.Role != "" && model.NormalForm(o.Role) != model.NormalForm(e.Role) {
		return e, false
	}
	if e.Role == "" {
		e.Role = o.Role
	}
	p, q := &e.Props, o.Props
	if !agree(&e.Qualifiers, o.Qualifiers) || !agree(&p.Subsets, q.Subsets) || !agree(&p.Redefines, q.Redefines) {
		return e, false
	}
	if p.Navigable == model.Unstated {
		p.Navigable = q.Navigable
	} else if q.Navigable != model.Unstated && q.Navigable != p.Navigable {
		return e, false
	}
	p.Ordered, p.NonUnique, p.ReadOnly = p.Ordered || q.Ordered, p.NonUnique || q.NonUnique, p.ReadOnly || q.ReadOnly
	p.Derived, p.InClass, p.Identifier = p.Derived || q.Derived, p.InClass || q.InClass, p.Identifier || q.Identifier
	return e, true
}

// agree takes over a list that was not said; another one contradicts it.
func agree(mine *[]string, other []string) bool {
	if len(*mine) == 0 {
		*mine = other
	}
	return len(other) == 0 || slices.Equal(*mine, other)
}

// endsOf are the ends of an association in the order of its statement: the whole first.
func endsOf(m *model.Model, r *model.Relationship) []*model.Element {
	ends := slices.Clone(m.Ends(r.ID))
	if a := r.Association(); len(ends) == 2 && a.Aggregation != model.NoAggregation && ends[1].ID == a.Whole {
		ends[0], ends[1] = ends[1], ends[0]
	}
	return ends
}

// withFurther lets what a sentence says of an association be added to it, and offers that it is a further one; of what contradicts
// one, it offers that it is said instead.
func withFurther(m *model.Model, ways []Understood) []Understood {
	if len(ways) == 0 {
		return ways
	}
	further := Understood{Clauses: slices.Clone(ways[0].Clauses)}
	found := false
	for i, w := range ways {
		clauses := slices.Clone(w.Clauses)
		for j, c := range clauses {
			if c.Features != nil {
				continue
			}
			clauses[j].Reading = c.Reading.again(m)
			if i == 0 && clauses[j].Again != "" {
				further.Clauses[j].Further, found = true, true
			}
		}
		ways[i].Clauses = clauses
	}
	if len(ways[0].Clauses) == 1 && ways[0].Clauses[0].Features == nil {
		if r, ok := ways[0].Clauses[0].instead(m); ok { // as likely as another one
			c := ways[0].Clauses[0]
			c.Reading = r
			ways[0].Clauses[0].Further = true
			return slices.Insert(ways, 1, Understood{Clauses: []Clause{c}, Odd: ways[0].Odd})
		}
	}
	if found {
		for _, w := range ways {
			further.Odd = max(further.Odd, w.Odd+1)
		}
		ways = append(ways, further)
	}
	return ways
}
