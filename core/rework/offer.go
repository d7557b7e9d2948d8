package rework

import (
	"cmp"
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// Choice is something to choose.
type Choice struct {
	ID    string `json:"id"`
	Title string `json:"title"`
}

// Offer is a rework that fits what is selected, with what has to be chosen.
type Offer struct {
	Kind  Kind   `json:"kind"`
	Title string `json:"title"`
	// Each: the rework is asked for one of the features, which is its subject.
	Each     bool     `json:"each,omitempty"`
	Features []Choice `json:"features,omitempty"`
	With     []Choice `json:"with,omitempty"`
	To       []Choice `json:"to,omitempty"`
	// Named: a name is asked for; Optional: one is found where none is given.
	Named    bool `json:"named,omitempty"`
	Optional bool `json:"optional,omitempty"`
}

// Offers lists the reworks of a class or of a relation.
func Offers(m *model.Model, subject model.ID) []Offer {
	if e := m.Element(subject); e != nil && e.Kind.IsClassifier() {
		return classOffers(m, e)
	}
	if r := m.Relationship(subject); r != nil && FormOf(r) != "" {
		return relationOffers(m, r)
	}
	return nil
}

func classOffers(m *model.Model, c *model.Element) []Offer {
	ctx := notation.ContextOf(m, c)
	choices := func(keep func(*model.Element) bool) []Choice {
		var out []Choice
		for _, f := range m.Children(c.ID, model.Attribute, model.Operation) {
			if keep(f) {
				out = append(out, Choice{string(f.ID), notation.PrintFeature(ctx, notation.FeatureOf(m, f), notation.Typed)})
			}
		}
		return out
	}
	name := nameOf(m, c.ID)
	var out []Offer
	values := choices(func(f *model.Element) bool { return f.Kind == model.Attribute && f.Type == "" })
	if len(values) > 0 && c.Kind != model.Interface {
		out = append(out, Offer{Kind: AttributeToClass, Title: "Make a class of an attribute", Each: true, Features: values, Named: true, Optional: true})
	}
	if typed := choices(func(f *model.Element) bool { return f.Kind == model.Attribute && f.Type != "" }); len(typed) > 0 {
		out = append(out, Offer{Kind: AttributeToAssociation, Title: "Make an association of an attribute", Each: true, Features: typed})
	}
	all := choices(func(*model.Element) bool { return true })
	if len(all) > 0 && (c.Kind == model.Class || c.Kind == model.DataType) {
		out = append(out, Offer{Kind: Split, Title: "Split off features into a class of their own", Features: all, Named: true})
	}
	if generals := classifier.Generals(m, c.ID); len(generals) > 0 && len(all) > 0 {
		out = append(out, Offer{Kind: PullUp, Title: "Pull features up", Features: all, With: elementChoices(m, generals)})
	}
	if len(m.Specifics(c.ID)) > 0 && len(all) > 0 {
		out = append(out, Offer{Kind: PushDown, Title: "Push features down to each kind of " + name, Features: all})
	}
	operations := choices(func(f *model.Element) bool {
		d := f.Operation()
		return f.Kind == model.Operation && !d.Static && !d.Constructor
	})
	if len(operations) > 0 && (c.Kind == model.Class || c.Kind == model.DataType) {
		out = append(out, Offer{Kind: ExtractInterface, Title: "Extract an interface", Features: operations, Named: true})
	}
	for _, plain := range []Offer{
		{Kind: AddOperations, Title: "Add the operations that are asked of " + name},
		{Kind: ClassToAttribute, Title: "Make " + name + " a text attribute"},
	} {
		if _, err := Changes(m, Request{Kind: plain.Kind, Subject: c.ID}); err == nil {
			out = append(out, plain)
		}
	}
	var others []model.ID
	for _, o := range m.Classifiers() {
		if o.Kind == c.Kind && o.ID != c.ID {
			others = append(others, o.ID)
		}
	}
	if len(others) > 0 {
		out = append(out, Offer{Kind: Merge, Title: "Take another " + c.Kind.Title() + " into " + name, With: elementChoices(m, others)})
	}
	return out
}

func elementChoices(m *model.Model, ids []model.ID) []Choice {
	out := make([]Choice, len(ids))
	for i, id := range ids {
		out[i] = Choice{string(id), nameOf(m, id)}
	}
	slices.SortStableFunc(out, func(a, b Choice) int { return cmp.Compare(a.Title, b.Title) })
	return out
}

func relationOffers(m *model.Model, r *model.Relationship) []Offer {
	ids := m.Connected(r)
	if len(ids) != 2 {
		return nil
	}
	a, b := nameOf(m, ids[0]), nameOf(m, ids[1])
	out := []Offer{{Kind: Reverse, Title: "Reverse it"}}
	change := Offer{Kind: ChangeKind, Title: "Say something else between " + a + " and " + b}
	for _, k := range KindsOf(m, r) {
		if len(k.Changes) > 0 {
			change.To = append(change.To, Choice{string(k.Form), k.Title})
		}
	}
	if len(change.To) > 0 {
		out = append(out, change)
	}
	if r.Kind != model.Association {
		return out
	}
	if _, err := Changes(m, Request{Kind: ManyToMany, Subject: r.ID, Name: "\ue000"}); err == nil {
		out = append(out, Offer{Kind: ManyToMany, Title: "Put a class between " + a + " and " + b, Named: r.Class == "", Optional: true})
	}
	with := Offer{Kind: AssociationToAttribute, Title: "Make an attribute of it"}
	for i, e := range m.Ends(r.ID) {
		if _, err := Changes(m, Request{Kind: AssociationToAttribute, Subject: r.ID, With: e.ID}); err == nil {
			with.With = append(with.With, Choice{string(e.ID), []string{a, b}[i] + " as an attribute of " + []string{b, a}[i]})
		}
	}
	if len(with.With) > 0 {
		out = append(out, with)
	}
	if r.Association().Aggregation == model.NoAggregation {
		var others []model.ID
		for _, o := range m.Elements(model.Class, model.Interface, model.DataType) {
			others = append(others, o.ID)
		}
		out = append(out, Offer{Kind: AddEnd, Title: "Let it connect one more class", With: elementChoices(m, others)})
	}
	return out
}
