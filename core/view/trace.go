package view

import (
	"sync"

	"lexeon/core/model"
	"lexeon/core/trace"
)

// ElementTrace is what an element touches, field by field.
type ElementTrace struct {
	Of     Traced       `json:"of"`
	Fields []TraceField `json:"fields"`
}

// TraceField is a field of the work with what is met in it.
type TraceField struct {
	Title string   `json:"title"`
	Own   bool     `json:"own,omitempty"` // the field that the element stands in
	Met   []Traced `json:"met"`
}

// Traced is a thing that can be traced, and where it is shown.
type Traced struct {
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

func tracedOf(m *model.Model, w *trace.Web, id model.ID) Traced {
	out := Traced{ID: id, Title: w.Title(id)}
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
// searches asks with every letter, who traces asks again and again. Models never
// change, so a web stays right for its model.
type Webs struct {
	mu  sync.Mutex
	of  *model.Model
	web *trace.Web
}

func (x *Webs) get(m *model.Model) *trace.Web {
	x.mu.Lock()
	defer x.mu.Unlock()
	if x.of != m {
		x.of, x.web = m, trace.Of(m)
	}
	return x.web
}

// TraceOf tells what an element touches in all kinds of diagrams.
func (x *Webs) TraceOf(m *model.Model, id model.ID) (ElementTrace, error) {
	w := x.get(m)
	own, ok := w.FieldOf(id)
	if !ok {
		return ElementTrace{}, model.Faultf(model.CodeMissing, "There is nothing of that kind to trace any more.").At(id, "")
	}
	out := ElementTrace{Of: tracedOf(m, w, id)}
	for _, f := range trace.Fields {
		out.Fields = append(out.Fields, TraceField{Title: f.String(), Own: f == own, Met: []Traced{}})
	}
	for _, x := range w.From(id) {
		view := tracedOf(m, w, x.ID)
		view.Distance, view.Via, view.Words = x.Distance, x.Via, x.Words
		field := &out.Fields[x.Field]
		field.Met = append(field.Met, view)
	}
	return out, nil
}

// mostFound is how many things a search for what to trace lists.
const mostFound = 30

// FindTraced lists what can be traced: what bears the words that are asked for,
// or, without any, where tracing leads furthest.
func (x *Webs) FindTraced(m *model.Model, text string) ([]Traced, error) {
	w := x.get(m)
	found := w.Find(text, mostFound)
	if text == "" {
		found = w.Most(12)
	}
	out := []Traced{}
	for _, id := range found {
		out = append(out, tracedOf(m, w, id))
	}
	return out, nil
}
