package rework

import (
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
)

// sameLine reports whether two parts say the same, as they would be typed.
func sameLine(m *model.Model, a, b *model.Element) bool {
	if a.Kind != b.Kind {
		return false
	}
	ctx := notation.ContextOf(m, m.Element(a.Owner))
	return notation.PrintFeature(ctx, notation.FeatureOf(m, a), notation.Typed) == notation.PrintFeature(ctx, notation.FeatureOf(m, b), notation.Typed)
}

// signature is what tells features of one classifier apart.
func signature(m *model.Model, e *model.Element) string {
	if e.Kind != model.Operation {
		return e.Name
	}
	out := e.Name + "("
	for _, q := range m.Children(e.ID, model.Parameter) {
		out += m.TypeText(q) + ","
	}
	return out
}

// receive moves a part to another class. Where that has the same already, it goes,
// and what referred to it follows; where it has another of that name, the rework
// is refused.
func (w *work) receive(part *model.Element, into model.ID) {
	for _, o := range w.m.Children(into) {
		if o.ID == part.ID || part.Kind == model.UnreadLine || signature(w.m, o) != signature(w.m, part) {
			continue
		}
		if !sameLine(w.m, o, part) {
			w.refuse("%s has %s too, and they differ. Rename one of them first.", w.m.Element(into).Name, part.Name)
			return
		}
		if o.Definition != "" && part.Definition != "" && o.Definition != part.Definition {
			w.refuse("%s has %s too, and it is defined differently. Settle the definition first.", w.m.Element(into).Name, part.Name)
			return
		}
		if o.Definition == "" && part.Definition != "" {
			w.do(&model.SetPart{ID: o.ID, Set: model.P("definition", part.Definition)})
		}
		w.repoint(part.ID, o.ID, nil)
		w.do(&model.Delete{ID: part.ID})
		return
	}
	w.do(&model.MovePart{ID: part.ID, Owner: into})
}

// merge takes the class With into the subject: its features, its relations, its
// traces, its places on diagrams, and its word as an alias.
func (w *work) merge() {
	a, b := w.element(w.req.Subject, model.Class, model.Interface, model.DataType, model.Enumeration), w.element(w.req.With, model.Class, model.Interface, model.DataType, model.Enumeration)
	if a == nil || b == nil {
		return
	}
	switch {
	case a.ID == b.ID:
		w.refuse("%s cannot be merged with itself.", a.Name)
		return
	case a.Kind != b.Kind:
		w.refuse("Only two of a kind can be merged: %s and %s are not.", w.m.Describe(a.ID), w.m.Describe(b.ID))
		return
	}
	for _, p := range w.m.Children(b.ID) {
		w.receive(p, a.ID)
	}
	if w.err != nil {
		return
	}
	// What lies between the two goes, and what both say is said once.
	said := map[string]bool{}
	for _, r := range w.m.RelationshipsOf(a.ID) {
		said[r.Kind.Title()+"\x00"+string(r.Source)+"\x00"+string(r.Target)] = r.Kind != model.Association
	}
	for _, r := range w.m.RelationshipsOf(b.ID) {
		between := r.Kind != model.Association && (r.Source == a.ID || r.Target == a.ID)
		if r.Kind == model.Association {
			between = len(w.m.Ends(r.ID)) == 2 && (w.m.Connected(r)[0] == a.ID || w.m.Connected(r)[1] == a.ID)
		}
		source, target := r.Source, r.Target
		if source == b.ID {
			source = a.ID
		}
		if target == b.ID {
			target = a.ID
		}
		if between || said[r.Kind.Title()+"\x00"+string(source)+"\x00"+string(target)] {
			w.do(&model.Delete{ID: r.ID})
		}
	}
	// Where only b is shown, a stands in its place.
	w.repoint(b.ID, a.ID, func(r model.Row) bool {
		p, ok := r.(*model.Placement)
		return ok && w.m.PlacementOn(p.Diagram, a.ID) != nil
	})
	if w.err != nil {
		return
	}
	for _, r := range w.m.RelationshipsOf(a.ID) {
		w.showLine(r.ID)
	}
	d := b.Classifier()
	set := model.P("stereotypes", union(a.Stereotypes, b.Stereotypes))
	if d.Stored && !a.Classifier().Stored {
		set["stored"] = []byte("true")
	}
	if d.Accessors && !a.Classifier().Accessors {
		set["accessors"] = []byte("true")
	}
	w.do(&model.SetClassifier{ID: a.ID, Set: set})
	from, into := b.Term, a.Term
	if ours, theirs := w.m.Definition(a), w.m.Definition(b); from != into && ours != "" && theirs != "" && ours != theirs && len(w.m.Faces(from)) == 1 {
		w.do(&model.SetDefinition{ID: a.ID, Text: ours + "\n" + theirs}) // their term goes, its definition stays
	}
	w.do(&model.Delete{ID: b.ID})
	if from != into && w.m.Term(from) != nil && len(w.m.Faces(from)) == 0 {
		w.do(&model.MergeTerms{From: from, Into: into})
	}
}

func union(a, b []string) []string {
	out := append([]string{}, a...)
	for _, s := range b {
		known := false
		for _, o := range out {
			known = known || strings.EqualFold(o, s)
		}
		if !known {
			out = append(out, s)
		}
	}
	return out
}

// split moves features into a new class that the old one is made of.
func (w *work) split() {
	c, class, features := w.outOf("")
	if w.err != nil {
		return
	}
	for _, f := range features {
		w.do(&model.MovePart{ID: f.ID, Owner: class})
	}
	line := w.id("association")
	w.do(&model.Connect{ID: line, Kind: model.Association, Aggregation: model.Composite, Ends: []model.NewEnd{
		{ID: w.id("end"), Type: c.ID, Set: model.P("multiplicity", "1")},
		{ID: w.id("end"), Type: class, Role: decapital(w.m.Element(class).Name), Set: model.P("multiplicity", "1")},
	}})
	w.showLine(line)
}

// outOf makes a classifier out of chosen features of a class: of a kind, or of that
// of the class where it is empty.
func (w *work) outOf(kind model.Kind) (c *model.Element, made model.ID, features []*model.Element) {
	if c = w.element(w.req.Subject, model.Class, model.DataType); c == nil {
		return nil, "", nil
	}
	if kind == "" {
		kind = c.Kind
	}
	if made = w.newClassifier(kind, c); w.err != nil {
		return nil, "", nil
	}
	return c, made, w.features(c.ID)
}

// features are the chosen ones, which have to belong to a class.
func (w *work) features(owner model.ID) []*model.Element {
	var out []*model.Element
	for _, id := range w.req.Features {
		e := w.m.Element(id)
		if e == nil || e.Owner != owner || e.Kind != model.Attribute && e.Kind != model.Operation {
			w.err = model.Faultf(model.CodeMissing, "%s has no such attribute or operation.", w.m.Describe(owner)).At(id, "features")
			return nil
		}
		out = append(out, e)
	}
	if len(out) == 0 {
		w.refuse("Choose the attributes and operations that move.")
	}
	return out
}
