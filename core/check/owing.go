package check

import (
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

// owingKinds is what is a kind of an abstract classifier with abstract operations: only
// that can leave one open. It is found for all at once, so that nothing goes up from each
// class.
var owingKinds = &Fact[map[model.ID]bool]{name: "owing", rests: isOwed, carry: carryOwing, find: func(f *facts) map[model.ID]bool {
	m, owing := f.m, map[model.ID]bool{}
	var from []model.ID
	seen := map[model.ID]bool{}
	for _, g := range m.Relationships(model.Generalization) {
		general := m.Element(g.Target)
		if general == nil || seen[general.ID] || !general.Kind.IsClassifier() || !general.Classifier().Abstract {
			continue
		}
		seen[general.ID] = true
		if slices.ContainsFunc(m.Children(general.ID, model.Operation), func(o *model.Element) bool { return o.Operation().Abstract }) {
			from = append(from, general.ID)
		}
	}
	for _, id := range classifier.Below(m, from...) {
		owing[id] = true
	}
	return owing
}}

// isOwed: rows that decide who owes an operation.
var isOwed = rowsOf(append(model.ClassifierKinds(), model.Generalization, model.Operation)...).has

// carryOwing: where nothing abstract was written, nothing else is owed. What was written is
// looked at again anyway.
func carryOwing(at *carrying, owing map[model.ID]bool) (map[model.ID]bool, outcome) {
	abstract := func(r model.Row) bool {
		switch r := r.(type) {
		case *model.Relationship:
			return r.Kind == model.Generalization
		case *model.Element:
			return r.Kind.IsClassifier() && r.Classifier().Abstract || r.Kind == model.Operation && r.Operation().Abstract
		}
		return false
	}
	for _, c := range at.delta {
		old, was := c.Old.(*model.Element)
		now, is := c.New.(*model.Element)
		renamed := was && is && old.Kind == now.Kind && old.Owner == now.Owner && abstract(old) == abstract(now)
		if !renamed && (abstract(c.Old) || abstract(c.New)) {
			return nil, lost
		}
	}
	return owing, kept
}
