package trace

import (
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// Field is where on the way from the brief to the program something stands.
type Field int

// Fields in the order of the work.
const (
	Brief Field = iota
	Activities
	DataFlow
	UseCases
	Classes
	Components
)

// Fields are all of them.
var Fields = []Field{Brief, Activities, DataFlow, UseCases, Classes, Components}

var fieldTitles = []string{"Brief", "Activities", "Data flow", "Use cases", "Classes", "Components"}

// String is the title of a field.
func (f Field) String() string { return fieldTitles[f] }

// tracedKind is a kind that is traced, with its field.
type tracedKind struct {
	kind  model.Kind
	field Field
}

// kinds are what is traced, in the order in which a field lists it.
var kinds = slices.Concat([]tracedKind{
	{model.Sentence, Brief},
	{model.Activity, Activities},
	{model.Event, DataFlow}, {model.Entity, DataFlow}, {model.Process, DataFlow}, {model.Store, DataFlow}, {model.DataFlow, DataFlow}, {model.DataItem, DataFlow},
	{model.Actor, UseCases}, {model.UseCase, UseCases}, {model.Step, UseCases}, {model.Alternative, UseCases},
}, classifiers(), []tracedKind{
	{model.Attribute, Classes}, {model.Operation, Classes},
	{model.Association, Classes}, {model.Generalization, Classes},
	{model.Component, Components}, {model.Port, Components}, {model.ComponentPart, Components},
})

func classifiers() (out []tracedKind) {
	for _, k := range model.ClassifierKinds() {
		out = append(out, tracedKind{k, Classes})
	}
	return out
}

// Kinds are the kinds of elements and relationships that can be traced.
func Kinds() []model.Kind {
	out := make([]model.Kind, len(kinds))
	for i, k := range kinds {
		out[i] = k.kind
	}
	return out
}

var ranks = func() map[model.Kind]int {
	out := map[model.Kind]int{}
	for i, k := range kinds {
		out[k.kind] = i
	}
	return out
}()

func kindOf(m *model.Model, id model.ID) model.Kind {
	switch r := m.Row(id).(type) {
	case *model.Element:
		return r.Kind
	case *model.Relationship:
		return r.Kind
	}
	return ""
}

func (w *Web) rank(id model.ID) int { return ranks[kindOf(w.m, id)] }

// FieldOf tells in which field a thing stands; ok is false for what is not traced.
func (w *Web) FieldOf(id model.ID) (f Field, ok bool) {
	i, ok := ranks[kindOf(w.m, id)]
	if !ok {
		return 0, false
	}
	return kinds[i].field, true
}

// IsTraced reports whether a thing stands in a field.
func (w *Web) IsTraced(id model.ID) bool {
	_, ok := w.FieldOf(id)
	return ok
}

// Title is what a thing is called on the way: sentences and steps by their text,
// processes with their number, parts with their owner.
func (w *Web) Title(id model.ID) string {
	if t, ok := w.titles[id]; ok {
		return t
	}
	switch r := w.m.Row(id).(type) {
	case *model.Element:
		switch r.Kind {
		case model.Process:
			return dataflow.Label(w.m, id)
		case model.Attribute, model.Operation, model.Port, model.ComponentPart:
			if o := w.m.Element(r.Owner); o != nil {
				return o.Name + "." + r.Name
			}
		}
		if r.Name == "" {
			return "the unnamed " + r.Kind.Title()
		}
		return r.Name
	case *model.Relationship:
		if r.Kind == model.DataFlow {
			return dataflow.FlowName(w.m, r) + ": " + w.end(r.Source) + " → " + w.end(r.Target)
		}
		if r.Name != "" {
			return r.Name
		}
		var names []string
		for _, c := range w.m.Connected(r) {
			names = append(names, w.m.Element(c).Name)
		}
		return strings.Join(names, " and ")
	}
	return ""
}

// end is what a flow comes from or goes to.
func (w *Web) end(id model.ID) string {
	if id == "" {
		return "the frame"
	}
	return w.Title(id)
}

// Find lists the things whose title has all words that are given, so many at most:
// those that begin with them first, then by field.
func (w *Web) Find(text string, most int) []model.ID {
	wanted := strings.Fields(strings.ToLower(text))
	if len(wanted) == 0 {
		return nil
	}
	var first, rest []model.ID
	for _, k := range kinds {
		for _, id := range w.all(k.kind) {
			title := strings.ToLower(w.Title(id))
			spaced := title + " " + strings.Join(model.Words(title), " ")
			if slices.ContainsFunc(wanted, func(word string) bool { return !strings.Contains(spaced, word) }) {
				continue
			}
			if strings.HasPrefix(title, wanted[0]) {
				first = append(first, id)
			} else {
				rest = append(rest, id)
			}
		}
	}
	found := append(first, rest...)
	return found[:min(most, len(found))]
}

// all lists what there is of a kind, as a field lists it.
func (w *Web) all(kind model.Kind) []model.ID {
	var out []model.ID
	if kind == model.DataFlow || kind == model.Association || kind == model.Generalization {
		for _, r := range w.m.Relationships(kind) {
			out = append(out, r.ID)
		}
	} else {
		for _, e := range w.m.Elements(kind) {
			out = append(out, e.ID)
		}
	}
	slices.SortFunc(out, w.compare)
	return out
}

// number names the steps and alternatives of a use case, and puts them in order.
func (w *Web) number(f *usecase.Flow, at int) {
	for i, s := range f.All() {
		w.titles[s.ID] = f.Number(s.ID) + " of " + f.UseCase.Name + ": " + usecase.StepText(w.m, s)
		w.order[s.ID] = at + i
	}
	for i, a := range f.Alternatives {
		w.titles[a.ID] = a.Label + " of " + f.UseCase.Name + ": " + a.Name
		w.order[a.ID] = at + i
	}
}
