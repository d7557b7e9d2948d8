package rework

import (
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

// pullUp moves features to a general class. Other specifics that say the same
// inherit it from now on.
func (w *work) pullUp() {
	c := w.element(w.req.Subject, model.Class, model.Interface, model.DataType, model.Enumeration)
	if c == nil {
		return
	}
	general := w.req.With
	if all := classifier.Generals(w.m, c.ID); general == "" && len(w.m.Generals(c.ID)) == 1 {
		general = w.m.Generals(c.ID)[0].Target
	} else if !slices.Contains(all, general) || general == c.ID {
		w.refuse("%s is no kind of that class.", c.Name)
		return
	}
	features := w.features(c.ID)
	if w.err != nil {
		return
	}
	for _, f := range features {
		key := signature(w.m, f)
		w.receive(f, general)
		if w.err != nil {
			return
		}
		var up *model.Element
		for _, o := range w.m.Children(general, f.Kind) {
			if signature(w.m, o) == key {
				up = o
			}
		}
		if up == nil {
			continue
		}
		if v := up.Visibility(); v == model.Private { // else its own class would lose it
			w.do(&model.SetPart{ID: up.ID, Set: model.P("visibility", model.Protected)})
			up = w.m.Element(up.ID)
		}
		for _, s := range classifier.Specifics(w.m, general) {
			for _, o := range w.m.Children(s, f.Kind) {
				said := o.Definition == "" || o.Definition == up.Definition // else it would be lost
				if said && signature(w.m, o) == key && sameApartFromVisibility(w.m, o, up) {
					w.repoint(o.ID, up.ID, nil)
					w.do(&model.Delete{ID: o.ID})
				}
			}
		}
	}
}

// sameApartFromVisibility: what is private here and protected there is the same.
func sameApartFromVisibility(m *model.Model, a, b *model.Element) bool {
	hide := func(e *model.Element) *model.Element {
		n := *e
		switch d := e.Data.(type) {
		case *model.AttributeData:
			x := *d
			x.Visibility = ""
			n.Data = &x
		case *model.OperationData:
			x := *d
			x.Visibility = ""
			n.Data = &x
		}
		return &n
	}
	return sameLine(m, hide(a), hide(b))
}

// pushDown moves features to the specifics: to the first one as it is, to the
// others as copies. One that a specific has already stays there.
func (w *work) pushDown() {
	c := w.element(w.req.Subject, model.Class, model.Interface, model.DataType, model.Enumeration)
	if c == nil {
		return
	}
	var specifics []model.ID
	for _, g := range w.m.Specifics(c.ID) {
		if !slices.Contains(specifics, g.Source) && g.Source != c.ID {
			specifics = append(specifics, g.Source)
		}
	}
	if len(specifics) == 0 {
		w.refuse("Nothing is a kind of %s.", c.Name)
		return
	}
	features := w.features(c.ID)
	if w.err != nil {
		return
	}
	for _, f := range features {
		has := func(id model.ID) bool {
			return slices.ContainsFunc(w.m.Children(id, f.Kind), func(o *model.Element) bool { return signature(w.m, o) == signature(w.m, f) })
		}
		moved := false
		for _, s := range slices.Backward(specifics) { // the first one gets it last, when copies are made
			if has(s) {
				continue
			}
			if s == firstWithout(specifics, has) {
				w.do(&model.MovePart{ID: f.ID, Owner: s})
				moved = true
				continue
			}
			w.copyPart(f, s)
		}
		if !moved { // all had it already
			w.do(&model.Delete{ID: f.ID})
		}
	}
}

func firstWithout(list []model.ID, has func(model.ID) bool) model.ID {
	for _, id := range list {
		if !has(id) {
			return id
		}
	}
	return ""
}

// copyPart makes a part of its own of what another one says.
func (w *work) copyPart(part *model.Element, owner model.ID) model.ID {
	id := w.id("copy", string(owner))
	w.do(&model.CopyPart{ID: id, Part: part.ID, Owner: owner})
	return id
}

// extractInterface makes an interface of operations, which the class realizes.
func (w *work) extractInterface() {
	c, id, features := w.outOf(model.Interface)
	if w.err != nil {
		return
	}
	for _, f := range features {
		switch d := f.Operation(); {
		case f.Kind != model.Operation || d.Static || d.Constructor:
			w.refuse("%s cannot be asked of an object by an interface: only operations that are neither static nor constructors can.", f.Name)
			return
		case d.Visibility != model.Public && d.Visibility != "":
			w.do(&model.SetPart{ID: f.ID, Set: model.P("visibility", model.Public)})
		}
		copied := w.copyPart(w.m.Element(f.ID), id)
		w.do(&model.SetPart{ID: copied, Set: model.P("visibility", model.Public, "abstract", false)})
	}
	line := w.id("realization")
	w.do(&model.Connect{ID: line, Kind: model.Realization, Source: c.ID, Target: id})
	w.showLine(line)
}

// addOperations adds what the interfaces and abstract generals of a class ask for
// and it lacks.
func (w *work) addOperations() {
	c := w.element(w.req.Subject, model.Class, model.DataType, model.Enumeration)
	if c == nil {
		return
	}
	var ops []*model.Element
	add := func(o *model.Element) {
		if !slices.ContainsFunc(ops, func(x *model.Element) bool { return signature(w.m, x) == signature(w.m, o) }) {
			ops = append(ops, o)
		}
	}
	for _, x := range classifier.Lineage(w.m, c.ID) {
		for _, r := range w.m.Realizes(x) {
			missing, _ := classifier.Realized(w.m, r)
			for _, lack := range missing {
				if lack.Class == c.ID && lack.Near == "" {
					add(w.m.Element(lack.Operation))
				}
			}
		}
	}
	if !c.Classifier().Abstract {
		for _, o := range classifier.AbstractLeft(w.m, c.ID) {
			add(o)
		}
	}
	if len(ops) == 0 {
		w.refuse("%s offers everything that is asked of it.", c.Name)
		return
	}
	w.do(OperationChanges(w.m, c.ID, ops, w.req.Seed)...)
}
