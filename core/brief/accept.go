package brief

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// AcceptChanges tells the changes that accept a candidate as an element of a
// kind: the element is made, or, where the lexicon knows one of that kind, taken
// as it is; and it is traced to every sentence that names it. An attribute or
// operation needs the class it belongs to; a process belongs to the first level.
func AcceptChanges(m *model.Model, c *Candidate, kind model.Kind, owner model.ID, seed string) ([]model.Change, model.ID, error) {
	name := NameAs(c.Name, kind)
	id := model.DeriveID("candidate", seed, string(kind), c.Key)
	var out []model.Change
	switch kind {
	case model.Attribute, model.Operation:
		e := m.Element(owner)
		if e == nil || !e.Kind.IsClassifier() {
			return nil, "", model.Faultf(model.CodeRefused, "%s needs a class that it belongs to.", c.Name).At(owner, "owner")
		}
		if kind == model.Operation && c.Lemma != "" && model.NormalForm(c.Object) == model.NormalForm(e.Name) {
			name = NameAs(c.Lemma, kind) // weigh of the lot, not weighLot
		}
		for _, part := range m.Children(owner, kind) {
			if model.NormalForm(part.Name) == model.NormalForm(name) {
				return traceChanges(m, part.ID, c.Sentences, seed), part.ID, nil
			}
		}
		out = append(out, &model.AddPart{ID: id, Owner: owner, Kind: kind, Name: name})
	case model.Process:
		parent := dataflow.System(m)
		for _, e := range m.OfKind(model.Process) {
			if model.NormalForm(e.Name) == model.NormalForm(name) && e.Process().View == model.Logical {
				return traceChanges(m, e.ID, c.Sentences, seed), e.ID, nil
			}
		}
		if parent == "" {
			parent = dataflow.SystemID
			out = append(out, &model.AddElement{ID: parent, Kind: model.Process, Name: m.Project().Name})
		}
		out = append(out, &model.AddElement{ID: id, Kind: kind, Name: name, Owner: parent})
	case model.UseCase:
		for _, e := range m.OfKind(model.UseCase) {
			if model.NormalForm(e.Name) == model.NormalForm(name) {
				return traceChanges(m, e.ID, c.Sentences, seed), e.ID, nil
			}
		}
		out = append(out, &model.AddElement{ID: id, Kind: kind, Name: name})
		out = append(out, startedBy(m, c, id, seed)...)
	case model.Association:
		return associationChanges(m, c, seed)
	case model.Class, model.Interface, model.Enumeration, model.DataType, model.Entity, model.Actor, model.Store, model.DataItem:
		if found := m.ByTerm(c.Name, kind); len(found) > 0 {
			return traceChanges(m, found[0].ID, c.Sentences, seed), found[0].ID, nil
		}
		out = append(out, &model.AddElement{ID: id, Kind: kind, Name: name})
	default:
		return nil, "", model.Faultf(model.CodeInvalid, "A candidate cannot become a %s.", kind.Title()).At("", "kind")
	}
	return append(out, traceChanges(m, id, c.Sentences, seed)...), id, nil
}

// startedBy connects a use case with the actor who does it, by the brief, where
// there is one of that name.
func startedBy(m *model.Model, c *Candidate, useCase model.ID, seed string) []model.Change {
	actors := m.ByTerm(c.Subject, model.Actor)
	if c.Subject == "" || len(actors) == 0 {
		return nil
	}
	line := model.DeriveID("starts", seed, string(useCase))
	return []model.Change{&model.Connect{ID: line, Kind: model.Participation, Source: actors[0].ID, Target: useCase}, &model.SetRelationship{ID: line, Set: model.P("part", model.Primary)}}
}

// associationChanges make a verb between two nouns an association: both become
// classes where the lexicon knows none.
func associationChanges(m *model.Model, c *Candidate, seed string) ([]model.Change, model.ID, error) {
	text := ClassRef(m, c.Subject) + " " + Quoted(english.ThirdPerson(c.Lemma)) + " " + ClassRef(m, c.Object)
	readings, err := notation.ReadStatement(m, text)
	if err != nil || len(readings) != 1 || c.Subject == "" {
		return nil, "", model.Faultf(model.CodeRefused, "%s cannot be said as an association in one way only.", c.Name).At("", "kind")
	}
	changes, _, id := notation.StatementChanges(m, readings[0], seed)
	for i, s := range c.Sentences {
		changes = append(changes, &model.Connect{ID: model.DeriveID("trace", seed, string(id), string(s), fmt.Sprint(i)), Kind: model.Trace, Traced: id, Target: s})
	}
	return changes, id, nil
}

// traceChanges tells the changes that trace an element to sentences; those that it
// is traced to already are left out.
func traceChanges(m *model.Model, element model.ID, sentences []model.ID, seed string) []model.Change {
	var out []model.Change
	for _, s := range sentences {
		if !slices.ContainsFunc(m.TracesOf(element), func(t *model.Relationship) bool { return t.Target == s }) {
			out = append(out, &model.Connect{ID: model.DeriveID("trace", seed, string(element), string(s)), Kind: model.Trace, Source: element, Target: s})
		}
	}
	return out
}

// RejectChanges remember that a candidate was rejected, or with take back that it
// was.
func RejectChanges(m *model.Model, c *Candidate, back bool) []model.Change {
	form := strings.TrimPrefix(c.Key, string(c.Word)+" ")
	var out []model.Change
	for _, e := range m.OfKind(model.SetAside) {
		if e.Name == form && e.SetAside().Role == string(c.Word) {
			if !back {
				return nil
			}
			out = append(out, &model.Delete{ID: e.ID})
		}
	}
	if back {
		return out
	}
	return []model.Change{&model.AddElement{ID: model.DeriveID("rejected", c.Key), Kind: model.SetAside, Name: form, Set: model.P("role", string(c.Word))}}
}

// ProposalChanges tells the changes that take over a proposed statement, with the
// trace of what it makes to its sentence. ok is false where it cannot be read any
// more.
func ProposalChanges(m *model.Model, text string, sentence model.ID) (changes []model.Change, ok bool) {
	ways, err := notation.Understand(m, text, notation.Scope{})
	if err != nil || notation.Ambiguous(ways) {
		return nil, false
	}
	seed := "proposal " + string(sentence) + text
	draft := m
	traced := map[model.ID]bool{}
	for i, c := range ways[0].Clauses {
		clause := c.Settled(draft).ChangesOf(draft, seed+strings.Repeat("+", i))
		part := clause.Changes
		if clause.Relationship != "" && !slices.ContainsFunc(draft.TracesOf(clause.Relationship), func(t *model.Relationship) bool { return t.Target == sentence }) {
			part = append(part, &model.Connect{ID: model.DeriveID("trace", seed, fmt.Sprint(i)), Kind: model.Trace, Traced: clause.Relationship, Target: sentence})
		}
		elements := clause.Elements
		for _, change := range clause.Changes { // the features that it says
			if add, is := change.(*model.AddPart); is && c.Features != nil {
				elements = append(elements, add.ID)
			}
		}
		for _, e := range elements {
			if !traced[e] {
				traced[e] = true
				part = append(part, traceChanges(m, e, []model.ID{sentence}, seed)...)
			}
		}
		changes = append(changes, part...)
		if draft, _, _, err = model.Edit(draft, part); err != nil {
			return nil, false
		}
	}
	return changes, true
}
