package check

import "lexeon/core/model"

// Neighbourhood finds, from a row that was written, the ids of the subjects
// whose findings may depend on it. It is asked with the old row in the old
// model and with the new row in the new model.
type Neighbourhood func(m *model.Model, r model.Row, reach func(model.ID))

// Self: the row itself.
func Self(_ *model.Model, r model.Row, reach func(model.ID)) { reach(r.RowID()) }

// Owner: the owner of a part, and its owner in turn.
func Owner(m *model.Model, r model.Row, reach func(model.ID)) {
	for e, ok := r.(*model.Element); ok && e.Owner != ""; e, ok = m.Row(e.Owner).(*model.Element) {
		reach(e.Owner)
	}
}

// Parts: the parts of an element or relationship.
func Parts(m *model.Model, r model.Row, reach func(model.ID)) {
	for _, p := range m.Children(r.RowID()) {
		reach(p.ID)
	}
}

// Ends: from an element to the relationships it is connected by.
func Ends(m *model.Model, r model.Row, reach func(model.ID)) {
	if e, ok := r.(*model.Element); ok && e.Kind.IsClassifier() {
		for _, rel := range m.RelationshipsOf(e.ID) {
			reach(rel.ID)
		}
	}
}

// Opposite: from an end to the other ends of its association.
func Opposite(m *model.Model, r model.Row, reach func(model.ID)) {
	if e, ok := r.(*model.Element); ok && e.Kind == model.End {
		for _, o := range m.Ends(e.Owner) {
			reach(o.ID)
		}
	}
}

// EndsOfEnds: from an element to the ends of every relationship it has.
func EndsOfEnds(m *model.Model, r model.Row, reach func(model.ID)) {
	Ends(m, r, func(rel model.ID) {
		for _, e := range m.Ends(rel) {
			reach(e.ID)
		}
	})
}

// TypedParts: from a classifier to the parts that are typed by it or by its
// name, in case that name appears, disappears or becomes ambiguous.
func TypedParts(m *model.Model, r model.Row, reach func(model.ID)) {
	e, ok := r.(*model.Element)
	if !ok || !e.Kind.IsClassifier() {
		return
	}
	for _, p := range m.TypedAs(e.Name) {
		reach(p.ID)
	}
	for _, u := range m.Uses(e.ID) {
		if p, ok := u.(*model.Element); ok && p.Type == e.ID {
			reach(p.ID)
		}
	}
}
