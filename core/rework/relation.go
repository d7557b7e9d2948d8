package rework

import (
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
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
	ToInclude        Form = "include" // of use cases
	ToExtend         Form = "extend"
	ToProvides       Form = "provides" // of a component and an interface
	ToRequires       Form = "requires"
)

// form is what a relationship of that form is, and how it is told of two elements.
type form struct {
	name        Form
	kind        model.Kind
	aggregation model.Aggregation
	title       func(a, b string) string
}

func says(verb string) func(a, b string) string {
	return func(a, b string) string { return a + " " + verb + " " + b }
}

var forms = []form{
	{ToAssociation, model.Association, model.NoAggregation, func(a, b string) string { return a + " … " + b + " (association)" }},
	{ToComposite, model.Association, model.Composite, func(a, b string) string {
		return a + " is made of " + model.Plural(b) + ": " + notation.WhenGone(a, model.Plural(b), true)
	}},
	{ToShared, model.Association, model.Shared, func(a, b string) string {
		return a + " brings " + model.Plural(b) + " together: " + notation.WhenGone(a, model.Plural(b), false)
	}},
	{ToGeneralization, model.Generalization, "", says("is a kind of")},
	{ToRealization, model.Realization, "", says("realizes")},
	{ToUsage, model.Usage, "", says("uses")},
	{ToDependency, model.Dependency, "", says("depends on")},
	{ToInclude, model.Include, "", says("includes")},
	{ToExtend, model.Extend, "", says("extends")},
	{ToProvides, model.Provides, "", says("provides")},
	{ToRequires, model.Requires, "", says("requires")},
}

// formNamed is the form of a name, nil if there is none.
func formNamed(name Form) *form {
	if i := slices.IndexFunc(forms, func(f form) bool { return f.name == name }); i >= 0 {
		return &forms[i]
	}
	return nil
}

// FormOf tells what a relationship is; empty where it is none of these.
func FormOf(r *model.Relationship) Form {
	for _, f := range forms {
		if f.kind == r.Kind && f.aggregation == r.Association().Aggregation {
			return f.name
		}
	}
	return ""
}

// KindChoice is something that a relationship could be, with the changes that make it that;
// none for what it is.
type KindChoice struct {
	Form    Form
	Title   string
	Changes []model.Change
}

// KindsOf lists what a relationship is and what it could be between the same two elements;
// nothing where it can be nothing else. New ids are derived from its own.
func KindsOf(m *model.Model, r *model.Relationship) []KindChoice {
	is, ids := FormOf(r), m.Connected(r)
	if is == "" || len(ids) != 2 {
		return nil
	}
	a, b := nameOf(m, ids[0]), nameOf(m, ids[1])
	var out []KindChoice
	for _, f := range forms {
		choice := KindChoice{Form: f.name, Title: f.title(a, b)}
		if f.name != is {
			w := &work{m: m, req: Request{Kind: ChangeKind, Subject: r.ID, To: f.name, Seed: "kind " + string(r.ID) + string(f.name)}}
			if w.changeKind(); w.err != nil {
				continue
			}
			choice.Changes = w.out.Changes
		}
		out = append(out, choice)
	}
	if len(out) < 2 {
		return nil
	}
	return out
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
	ids, to := w.m.Connected(r), formNamed(w.req.To)
	switch {
	case to == nil:
		w.err = model.Faultf(model.CodeInvalid, "%q is no kind of relation.", string(w.req.To)).At(r.ID, "to")
		return
	case FormOf(r) == w.req.To:
		return
	case len(ids) != 2:
		w.refuse("%s has more than two ends.", w.m.Describe(r.ID))
		return
	case !legal(w.m, to.kind, ids[0], ids[1]):
		w.refuse("%s and %s cannot be in that relation.", w.m.Describe(ids[0]), w.m.Describe(ids[1]))
		return
	case r.Class != "" && (to.kind != model.Association || to.aggregation != model.NoAggregation):
		w.refuse("The association has a class of its own, %s.", w.m.Element(r.Class).Name)
		return
	}
	if r.Kind != model.Association || to.kind != model.Association {
		w.do(&model.SetKind{ID: r.ID, Kind: to.kind, Aggregation: to.aggregation, Ends: w.endsFor(to.kind)})
		return
	}
	set := model.P("aggregation", to.aggregation, "whole", "")
	if to.aggregation != model.NoAggregation {
		whole := r.Association().Whole
		if whole == "" {
			whole = w.m.Ends(r.ID)[0].ID
		}
		set = model.P("aggregation", to.aggregation, "whole", whole)
	}
	w.do(&model.SetRelationship{ID: r.ID, Set: set})
}

// endsFor are ids for the ends of what becomes an association.
func (w *work) endsFor(kind model.Kind) []model.ID {
	if kind != model.Association {
		return nil
	}
	return []model.ID{w.id("end"), w.id("end")}
}

// legal: whether two elements can be in a relation of a kind, as far as the model itself does
// not refuse it.
func legal(m *model.Model, kind model.Kind, from, to model.ID) bool {
	a, b := m.Element(from), m.Element(to)
	if !a.Kind.IsClassifier() || !b.Kind.IsClassifier() {
		return a.ID != b.ID && kind != model.Association && kind != model.Realization
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
	// It is drawn where all that it connects is shown.
	for _, p := range w.m.PlacementsOf(r.ID) {
		if w.m.PlacementOn(p.Diagram, e.ID) == nil {
			w.do(&model.Unplace{ID: p.ID})
		}
	}
	w.do(&model.AddEnd{ID: w.id("end"), Association: r.ID, Type: e.ID})
}
