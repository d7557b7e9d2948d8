package check

import (
	"slices"
	"sync"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

// newOwing finds, when it is asked first, what is a kind of an abstract classifier with
// abstract operations: only that can leave one open. It is found for all at once, so that
// nothing goes up from each class.
func newOwing() func(*model.Model) map[model.ID]bool {
	var once sync.Once
	var owing map[model.ID]bool
	return func(m *model.Model) map[model.ID]bool {
		once.Do(func() {
			owing = map[model.ID]bool{}
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
		})
		return owing
	}
}

// isOwed: rows that decide who owes an operation.
func isOwed(r model.Row) bool {
	switch k := kindOf(r); k {
	case model.Generalization, model.Operation:
		return true
	default:
		return k.IsClassifier()
	}
}
