package view

import (
	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/model"
	"lexeon/core/specification"
)

// Process is what the entry of a process tells beyond that of others.
type Process struct {
	Number        string               `json:"number"`
	View          model.View           `json:"view"`
	Parent        *Row                 `json:"parent,omitempty"`
	Levels        []Level              `json:"levels"`   // that it is opened into
	Siblings      []Row                `json:"siblings"` // that it could be moved into
	Up            *Row                 `json:"up,omitempty"`
	Specification string               `json:"specification"`
	Decision      *model.DecisionTable `json:"decision"`
	Problems      []string             `json:"problems"` // of the specification
	Flows         []ProcessFlow        `json:"flows"`
}

// Level is a diagram that a process is decomposed into.
type Level struct {
	Diagram   model.ID   `json:"diagram"`
	View      model.View `json:"view"`
	Processes int        `json:"processes"`
}

// ProcessFlow is a flow of a process.
type ProcessFlow struct {
	ID   model.ID `json:"id"`
	Name string   `json:"name"`
	In   bool     `json:"in"`
	With string   `json:"with"`
}

func processOf(m *model.Model, e *model.Element) *Process {
	d := e.Process()
	out := &Process{Number: dataflow.Number(m, e.ID), View: d.View, Levels: []Level{}, Siblings: []Row{}, Specification: d.Specification, Decision: d.Decision, Problems: []string{}, Flows: []ProcessFlow{}}
	if p := m.Element(e.Owner); p != nil {
		out.Parent = &Row{p.ID, dataflow.Label(m, p.ID)}
		if p.Owner != "" {
			up := m.Element(p.Owner)
			out.Up = &Row{up.ID, dataflow.Label(m, up.ID)}
		}
		for _, o := range m.Level(e.Owner, d.View) {
			if o.ID != e.ID {
				out.Siblings = append(out.Siblings, Row{o.ID, dataflow.Label(m, o.ID)})
			}
		}
	}
	for _, view := range []model.View{model.Logical, model.Physical} {
		if level := m.LevelOf(e.ID, view); level != nil {
			out.Levels = append(out.Levels, Level{level.ID, view, len(m.Level(e.ID, view))})
		}
	}
	for _, p := range specification.Of(d) {
		out.Problems = append(out.Problems, p.Text)
	}
	for _, end := range dataflow.EndsOf(m, e.ID) {
		f := ProcessFlow{ID: end.Flow.ID, Name: dataflow.FlowName(m, end.Flow), In: end.Direction == dataflow.Into, With: "the parent diagram"}
		if o := m.Element(end.Partner); o != nil {
			f.With = o.Name
		}
		out.Flows = append(out.Flows, f)
	}
	return out
}

// Owed is what waits at the edge of a level.
type Owed struct {
	Flow model.ID `json:"flow"`
	Name string   `json:"name"`
	In   bool     `json:"in"`
	With string   `json:"with"` // what it is exchanged with above
}

// OwedOf lists what still waits at the edge of a level.
func OwedOf(m *model.Model, diagram model.ID) ([]Owed, error) {
	out := []Owed{}
	if d := m.Diagram(diagram); d != nil && d.Kind == model.LevelDiagram {
		for _, o := range dataflow.Owed(m, dictionary.Of(m), dataflow.Level{Process: d.About, View: d.View}) {
			view := Owed{Flow: o.Flow.ID, Name: dataflow.FlowName(m, o.Flow), In: o.Direction == dataflow.Into, With: "the parent diagram"}
			other := o.Flow.Target
			if view.In {
				other = o.Flow.Source
			}
			if e := m.Element(other); e != nil {
				view.With = e.Name
			}
			out = append(out, view)
		}
	}
	return out, nil
}
