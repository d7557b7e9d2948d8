package view

import (
	"sync"

	"lexeon/core/follow"
	"lexeon/core/model"
)

// Touched is what an element touches, field by field.
type Touched struct {
	Of     Followed       `json:"of"`
	Fields []TouchedField `json:"fields"`
}

// TouchedField is a field of the work with what is met in it.
type TouchedField struct {
	Title string     `json:"title"`
	Own   bool       `json:"own,omitempty"` // the field that the element stands in
	Met   []Followed `json:"met"`
}

// Followed is a thing that can be followed, and where it is shown.
type Followed struct {
	ID       model.ID   `json:"id"`
	Kind     model.Kind `json:"kind"`
	Title    string     `json:"title"`
	OneOf    string     `json:"oneOf"`              // its kind, in words
	Kinds    string     `json:"kinds"`              // the same, of several
	Distance int        `json:"distance,omitempty"` // 1: touched directly
	Via      model.ID   `json:"via,omitempty"`      // what it is met from
	Words    []string   `json:"words,omitempty"`    // how it touches that

	Diagram model.ID `json:"diagram,omitempty"` // that shows it
	Shown   model.ID `json:"shown,omitempty"`   // what to choose there
	UseCase model.ID `json:"useCase,omitempty"` // in whose description it stands
	Item    string   `json:"item,omitempty"`    // under which the dictionary has it
}

func followedOf(m *model.Model, w *follow.Web, id model.ID) Followed {
	out := Followed{ID: id, Title: w.Title(id)}
	shown := id
	switch r := m.Row(id).(type) {
	case *model.Element:
		out.Kind = r.Kind
		switch r.Kind {
		case model.DataItem:
			out.Item = r.Name
		case model.UseCase:
			out.UseCase = id
		case model.Step, model.Alternative:
			for o := m.Element(r.Owner); o != nil; o = m.Element(o.Owner) {
				if o.Kind == model.UseCase {
					out.UseCase = o.ID
				}
			}
		case model.Attribute, model.Operation, model.Port:
			shown = r.Owner
		}
	case *model.Relationship:
		out.Kind = r.Kind
	}
	info, _ := out.Kind.Info()
	out.OneOf, out.Kinds = info.Title, info.Plural
	for _, p := range m.PlacementsOf(shown) {
		out.Diagram, out.Shown = p.Diagram, shown
		break
	}
	return out
}

// Webs remembers what touches what in the model that was asked about last: who
// searches asks with every letter, who follows asks again and again. Models never
// change, so a web stays right for its model.
type Webs struct {
	mu  sync.Mutex
	of  *model.Model
	web *follow.Web
}

func (x *Webs) get(m *model.Model) *follow.Web {
	x.mu.Lock()
	defer x.mu.Unlock()
	if x.of != m {
		x.of, x.web = m, follow.Of(m)
	}
	return x.web
}

// TouchedBy tells what an element touches in all kinds of diagrams.
func (x *Webs) TouchedBy(m *model.Model, id model.ID) (Touched, error) {
	w := x.get(m)
	own, ok := w.FieldOf(id)
	if !ok {
		return Touched{}, model.Faultf(model.CodeMissing, "There is nothing of that kind to follow any more.").At(id, "")
	}
	out := Touched{Of: followedOf(m, w, id)}
	for _, f := range follow.Fields {
		out.Fields = append(out.Fields, TouchedField{Title: f.String(), Own: f == own, Met: []Followed{}})
	}
	for _, x := range w.From(id) {
		view := followedOf(m, w, x.ID)
		view.Distance, view.Via, view.Words = x.Distance, x.Via, x.Words
		field := &out.Fields[x.Field]
		field.Met = append(field.Met, view)
	}
	return out, nil
}

// mostFound is how many things a search for what to follow lists.
const mostFound = 30

// FindTouching lists what can be followed: what bears the words that are asked for,
// or, without any, where following leads furthest.
func (x *Webs) FindTouching(m *model.Model, text string) ([]Followed, error) {
	w := x.get(m)
	found := w.Find(text, mostFound)
	if text == "" {
		found = w.Most(12)
	}
	out := []Followed{}
	for _, id := range found {
		out = append(out, followedOf(m, w, id))
	}
	return out, nil
}
