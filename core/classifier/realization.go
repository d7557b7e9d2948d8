package classifier

import (
	"lexeon/core/model"
)

// Missing is an operation of an interface that a class ought to offer and does
// not.
type Missing struct {
	Class     model.ID // the highest concrete class that lacks it
	Interface model.ID // that is realized
	Operation model.ID // that is required; it may be inherited by the interface
	// Near is an operation, or an attribute with implied accessors, of the same name
	// that does not fit, and Why the reason; empty where there is none.
	Near model.ID
	Why  string
	// Via is the realization that asks for it.
	Via model.ID
}

// Doubt is an operation that fits only if a type that is not known does.
type Doubt struct {
	Class, Operation, By, Via model.ID
}

// Realized judges a realization: whether the class that realizes, or, where that is
// abstract, each of the highest concrete classes among its kinds, offers all that
// the interface requires.
func Realized(m *model.Model, r *model.Relationship) (missing []Missing, doubts []Doubt) {
	from, to := m.Element(r.Source), m.Element(r.Target)
	if from == nil || to == nil || to.Kind != model.Interface || from.Kind == model.Interface || from.Kind == model.Signal {
		return nil, nil
	}
	need := Required(m, to.ID)
	for _, class := range liable(m, from) {
		offer := offered(m, class)
		for _, e := range need {
			n := operationOf(m, e)
			best, by, why, near := No, model.ID(""), "", model.ID("")
			for _, o := range offer {
				if o.name != n.name {
					continue
				}
				fit, reason := fits(m, o, n)
				if fit > best {
					best, by = fit, o.element.ID
				}
				if fit == No && near == "" {
					near, why = o.element.ID, reason
				}
			}
			switch best {
			case No:
				missing = append(missing, Missing{Class: class, Interface: to.ID, Operation: e.ID, Near: near, Why: why, Via: r.ID})
			case Unknown:
				doubts = append(doubts, Doubt{Class: class, Operation: e.ID, By: by, Via: r.ID})
			}
		}
	}
	return missing, doubts
}

// Required lists the operations that an interface requires, its own and those it
// inherits; one that it redefines with the same parameter types stands once.
func Required(m *model.Model, id model.ID) []*model.Element {
	var out []*model.Element
	seen := map[string]bool{}
	for _, i := range Lineage(m, id) {
		for _, e := range m.Children(i, model.Operation) {
			d := e.Operation()
			if d.Static || d.Constructor {
				continue // nobody is asked for them through an object
			}
			if key := signatureOf(m, operationOf(m, e)); !seen[key] {
				seen[key] = true
				out = append(out, e)
			}
		}
	}
	return out
}

// liable lists the classes that owe what is required: the class, or the highest
// concrete ones among its kinds where it is abstract.
func liable(m *model.Model, c *model.Element) []model.ID {
	if !c.Classifier().Abstract {
		return []model.ID{c.ID}
	}
	var out []model.ID
	seen := map[model.ID]bool{c.ID: true}
	for todo := []model.ID{c.ID}; len(todo) > 0; todo = todo[1:] {
		for _, g := range m.Specifics(todo[0]) {
			e := m.Element(g.Source)
			if e == nil || seen[e.ID] {
				continue
			}
			seen[e.ID] = true
			if e.Classifier().Abstract {
				todo = append(todo, e.ID)
			} else {
				out = append(out, e.ID)
			}
		}
	}
	return out
}

// AbstractLeft lists the abstract operations that a concrete class inherits and
// does not implement. One that a concrete general lacks already is told there.
func AbstractLeft(m *model.Model, class model.ID) []*model.Element {
	generals := Generals(m, class)
	if len(generals) == 0 {
		return nil
	}
	var offer []operation
	var out []*model.Element
	for _, g := range generals {
		if !m.Element(g).Classifier().Abstract {
			continue // it is told of the general that it has an abstract operation
		}
		for _, e := range m.Children(g, model.Operation) {
			d := e.Operation()
			if !d.Abstract || d.Visibility == model.Private {
				continue
			}
			if offer == nil {
				offer = offered(m, class)
			}
			need := operationOf(m, e)
			done := false
			for _, o := range offer {
				if o.element == e || o.name != need.name || o.abstract {
					continue
				}
				o.hidden = o.hidden && !need.hidden // as visible as what it implements
				if fit, _ := fits(m, o, need); fit != No {
					done = true
				}
			}
			if !done && !lacksAlready(m, class, g, e) {
				out = append(out, e)
			}
		}
	}
	return out
}

// lacksAlready: a concrete class between a class and the general g owes the
// operation too, and is told of it.
func lacksAlready(m *model.Model, class, g model.ID, op *model.Element) bool {
	for _, between := range Generals(m, class) {
		if between == g || m.Element(between).Classifier().Abstract || !IsKindOf(m, between, g) || IsKindOf(m, between, class) {
			continue // the last: they run in a circle
		}
		for _, left := range AbstractLeft(m, between) {
			if left == op {
				return true
			}
		}
	}
	return false
}
