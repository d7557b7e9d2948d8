package rework

import (
	"strings"

	"lexeon/core/model"
)

// Form is what a relationship can be turned into.
type Form string

const (
	ToAssociation    Form = "association"
	ToShared         Form = "shared"    // the first end is the whole
	ToComposite      Form = "composite" // likewise
	ToGeneralization Form = "generalization"
	ToRealization    Form = "realization"
	ToUsage          Form = "usage"
	ToDependency     Form = "dependency"
)

var formKinds = map[Form]model.Kind{ToAssociation: model.Association, ToShared: model.Association, ToComposite: model.Association,
	ToGeneralization: model.Generalization, ToRealization: model.Realization, ToUsage: model.Usage, ToDependency: model.Dependency}

var formAggregations = map[Form]model.Aggregation{ToShared: model.Shared, ToComposite: model.Composite}

// FormOf tells what a relationship is; empty where it is none of these.
func FormOf(r *model.Relationship) Form {
	if r.Kind == model.Association {
		switch r.Association().Aggregation {
		case model.Shared:
			return ToShared
		case model.Composite:
			return ToComposite
		}
	}
	for form, kind := range formKinds {
		if kind == r.Kind && form != ToShared && form != ToComposite {
			return form
		}
	}
	return ""
}

func (w *work) reverse() {
	r := w.m.Relationship(w.req.Subject)
	if r == nil || FormOf(r) == "" {
		w.err = model.Faultf(model.CodeMissing, "There is no such relation.").At(w.req.Subject, "subject")
		return
	}
	w.do(&model.Reverse{ID: r.ID})
}

// changeKind turns a relation into another one. It stays the same relation: its
// traces, its places and its definition stay. What the new kind cannot say goes:
// roles and multiplicities of an association that becomes a generalization.
func (w *work) changeKind() {
	r := w.m.Relationship(w.req.Subject)
	if r == nil || FormOf(r) == "" {
		w.err = model.Faultf(model.CodeMissing, "There is no such relation.").At(w.req.Subject, "subject")
		return
	}
	kind, ok := formKinds[w.req.To]
	ids := w.m.Connected(r)
	switch {
	case !ok:
		w.err = model.Faultf(model.CodeInvalid, "%q is no kind of relation.", string(w.req.To)).At(r.ID, "to")
		return
	case FormOf(r) == w.req.To:
		return
	case len(ids) != 2:
		w.refuse("%s has more than two ends.", w.m.Describe(r.ID))
		return
	case !legal(w.m, kind, ids[0], ids[1]):
		w.refuse("%s and %s cannot be in that relation.", w.m.Describe(ids[0]), w.m.Describe(ids[1]))
		return
	case r.Class != "" && (kind != model.Association || formAggregations[w.req.To] != model.NoAggregation):
		w.refuse("The association has a class of its own, %s.", w.m.Element(r.Class).Name)
		return
	}
	switch {
	case r.Kind == model.Association && kind == model.Association:
		set := model.P("aggregation", formAggregations[w.req.To], "whole", "")
		if formAggregations[w.req.To] != model.NoAggregation {
			whole := r.Association().Whole
			if whole == "" {
				whole = w.m.Ends(r.ID)[0].ID
			}
			set = model.P("aggregation", formAggregations[w.req.To], "whole", whole)
		}
		w.do(&model.SetRelationship{ID: r.ID, Set: set})
	case r.Kind != model.Association && kind != model.Association:
		set := model.P("kind", kind)
		if r.Set != "" {
			set["set"] = []byte(`""`)
		}
		if kind == model.Generalization || kind == model.Realization {
			set["name"] = []byte(`""`)
		}
		w.do(&model.SetRelationship{ID: r.ID, Set: set})
	default:
		w.retype(r, kind, ids)
	}
}

// legal: whether two elements can be in a relation of a kind.
func legal(m *model.Model, kind model.Kind, from, to model.ID) bool {
	a, b := m.Element(from), m.Element(to)
	if !a.Kind.IsClassifier() || !b.Kind.IsClassifier() {
		return a.ID != b.ID && (kind == model.Usage || kind == model.Dependency) // of packages
	}
	switch kind {
	case model.Generalization:
		return a.Kind == b.Kind && a.ID != b.ID
	case model.Realization:
		return b.Kind == model.Interface && a.Kind != model.Interface
	case model.Usage, model.Dependency:
		return a.ID != b.ID
	}
	return true
}

// retype makes an association of another relation, or the other way round, under
// the id that it has.
func (w *work) retype(r *model.Relationship, kind model.Kind, ids []model.ID) {
	var rows []model.RowState
	ends := w.m.Ends(r.ID)
	for _, e := range ends {
		rows = append(rows, model.RowState{Table: model.TableElements, ID: e.ID, Remove: true})
	}
	n := &model.Relationship{ID: r.ID, Kind: kind, Definition: r.Definition, Stereotypes: r.Stereotypes, Extra: r.Extra}
	rows = append(rows, model.RowState{Table: model.TableRelationships, ID: r.ID, Remove: true})
	if kind != model.Association {
		n.Source, n.Target = ids[0], ids[1]
		if r.Association().Aggregation != model.NoAggregation && ends[1].ID == r.Association().Whole {
			n.Source, n.Target = ids[1], ids[0]
		}
		if kind == model.Usage || kind == model.Dependency {
			n.Name = r.Name
		}
		rows = append(rows, model.RowState{Table: model.TableRelationships, ID: r.ID, Insert: model.EncodeRow(n)})
	} else {
		first := w.id("end")
		n.Name = r.Name
		n.Data = &model.AssociationData{Aggregation: formAggregations[w.req.To]}
		if formAggregations[w.req.To] != model.NoAggregation {
			n.Data.(*model.AssociationData).Whole = first
		}
		rows = append(rows, model.RowState{Table: model.TableRelationships, ID: r.ID, Insert: model.EncodeRow(n)})
		for i, id := range []model.ID{first, w.id("end")} {
			e := &model.Element{ID: id, Kind: model.End, Owner: r.ID, Type: ids[i], Order: model.OrderKey([]string{"1", "2"}[i]), Data: &model.EndData{}}
			rows = append(rows, model.RowState{Table: model.TableElements, ID: id, Insert: model.EncodeRow(e)})
		}
	}
	// Labels that were moved belong to ends that are gone.
	for _, p := range w.m.PlacementsOf(r.ID) {
		if len(p.Labels) > 0 {
			rows = append(rows, model.RowState{Table: model.TablePlacements, ID: p.ID, Set: model.Patch{"labels": []byte("null")}})
		}
	}
	w.do(&model.Restore{Rows: rows})
}

// manyToMany puts a class between two classes that have many of each other: each
// link becomes an instance of it. The association stays the first half.
func (w *work) manyToMany() {
	r, ends := w.association(w.req.Subject)
	if r == nil {
		return
	}
	a, b := ends[0], ends[1]
	if isOne(a) || isOne(b) {
		w.refuse("Only an association with many at both ends needs a class between them.")
		return
	}
	if r.Association().Aggregation == model.Composite {
		w.refuse("A part of a composition has one whole at most.")
		return
	}
	if len(a.End().Qualifiers)+len(b.End().Qualifiers) > 0 {
		w.refuse("The association has a qualifier, which has no place on either half.")
		return
	}
	class := r.Class
	if class == "" {
		if strings.TrimSpace(w.req.Name) == "" {
			w.req.Name = w.m.Element(a.Type).Name + w.m.Element(b.Type).Name
		}
		if class = w.newClassifier(model.Class, w.m.Element(a.Type)); w.err != nil {
			return
		}
	}
	set := model.P("aggregation", "", "whole", "")
	if r.Class != "" {
		set["class"] = []byte(`""`)
	}
	w.do(&model.SetRelationship{ID: r.ID, Set: set})
	// Every instance of the class belongs to one of either.
	second := w.id("association")
	w.do(&model.Connect{ID: second, Kind: model.Association, Ends: []model.NewEnd{
		{ID: w.id("end"), Type: class, Set: model.P("multiplicity", a.End().Multiplicity, "ordered", a.End().Ordered)},
		{ID: w.id("end"), Type: b.Type, Role: b.Name, Set: model.P("multiplicity", "1", "visibility", b.End().Visibility, "navigable", b.End().Navigable)},
	}})
	if b.Name == "" { // what has no role is told by a name
		w.do(&model.SetName{ID: second, Name: "is for"})
	}
	// The lines of the old association were drawn to b; where the class is not shown
	// yet, they are shown again with it.
	for _, p := range w.m.PlacementsOf(r.ID) {
		w.do(&model.Unplace{ID: p.ID})
	}
	w.do(&model.SetEnd{ID: a.ID, Set: model.P("multiplicity", "1")}, &model.SetEnd{ID: b.ID, Set: model.P("type", class, "name", "", "visibility", "", "navigable", "")})
	w.showLine(r.ID)
	w.showLine(second)
}

func isOne(e *model.Element) bool {
	x := e.End().Multiplicity
	return x.State == model.Decided && x.Upper != model.Many && x.Upper <= 1
}

// addEnd lets an association connect one more class. How many is said for each
// combination of the others from then on, so that it is open at the new end.
func (w *work) addEnd() {
	r := w.m.Relationship(w.req.Subject)
	e := w.m.Element(w.req.With)
	switch {
	case r == nil || r.Kind != model.Association:
		w.err = model.Faultf(model.CodeMissing, "There is no such association.").At(w.req.Subject, "subject")
		return
	case e == nil || !e.Kind.IsClassifier():
		w.err = model.Faultf(model.CodeMissing, "There is no such class.").At(w.req.With, "with")
		return
	case r.Association().Aggregation != model.NoAggregation:
		w.refuse("Only an association with two ends can be an aggregation.")
		return
	}
	ends := w.m.Ends(r.ID)
	for _, o := range ends {
		if len(o.End().Qualifiers) > 0 {
			w.refuse("The association has a qualifier, which only one with two ends can have.")
			return
		}
	}
	n := &model.Element{ID: w.id("end"), Kind: model.End, Owner: r.ID, Type: e.ID, Order: model.Between(ends[len(ends)-1].Order, ""), Data: &model.EndData{Multiplicity: model.Multiplicity{State: model.Undecided}}}
	// It is drawn where all that it connects is shown.
	for _, p := range w.m.PlacementsOf(r.ID) {
		if w.m.PlacementOn(p.Diagram, e.ID) == nil {
			w.do(&model.Unplace{ID: p.ID})
		}
	}
	w.do(&model.Restore{Rows: []model.RowState{{Table: model.TableElements, ID: n.ID, Insert: model.EncodeRow(n)}}})
}
