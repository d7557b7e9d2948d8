package propose

import (
	"lexeon/core/classifier"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// examples offers what an object can be connected with: a link to another object,
// by each association of their classes or by none; or the class that it is an
// example of.
func (pr *Proposer) examples(m *model.Model, from, to *model.Element, req ConnectionRequest) ([]Reading, error) {
	out := []Reading{}
	if to == nil {
		return out, nil
	}
	if from.Kind != model.Object {
		from, to = to, from
	}
	offer := func(title, form string, row model.ID, read func(*model.Model) []notation.Sentence, changes ...model.Change) error {
		next, _, _, err := model.Edit(m, changes)
		if err != nil {
			return err
		}
		out = append(out, Reading{Title: title, Form: form, Sentences: read(next), New: []NewElement{}, Changes: model.EncodeChanges(changes), Row: row})
		return nil
	}
	if to.Kind != model.Object {
		if !to.Kind.IsClassifier() {
			return out, nil
		}
		set := &model.SetObject{ID: from.ID, Name: from.Name, Type: to.ID, Slots: from.Object().Slots}
		err := offer(m.Describe(from.ID)+" is an example of "+to.Name, "example", from.ID, func(*model.Model) []notation.Sentence { return []notation.Sentence{} }, set)
		return out, err
	}
	id := model.DeriveID("link", req.Seed)
	link := func(title string, c *model.Connect) error {
		c.ID, c.Kind = id, model.Link
		return offer(title, "link", id, func(next *model.Model) []notation.Sentence { return notation.ReadBack(next, next.Relationship(id)) },
			c, &model.Place{ID: model.DeriveID("place", req.Seed), Diagram: req.Diagram, Subject: id})
	}
	for _, o := range classifier.LinkOptions(m, from.Type, to.Type) {
		c := &model.Connect{Source: from.ID, Target: to.ID, Refers: o.Association.ID}
		if o.Turned {
			c.Source, c.Target = to.ID, from.ID
		}
		text, ok := notation.StatementText(m, o.Association)
		if !ok {
			text = m.Describe(o.Association.ID)
		}
		if ends := m.Ends(o.Association.ID); ends[0].Type == ends[1].Type { // both ways are possible
			text += ", from " + m.ObjectTitle(m.Element(c.Source))
		}
		if err := link("A link: "+text, c); err != nil {
			return nil, err
		}
	}
	err := link("A link of no association yet", &model.Connect{Source: from.ID, Target: to.ID})
	return out, err
}
