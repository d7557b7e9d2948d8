// Package view makes of a model what a page shows: lists, tables, entries and
// readings, ready to be printed. Nothing here changes a model, and nothing here
// knows the findings of checks.
package view

import (
	"lexeon/core/activity"
	"lexeon/core/brief"
	"lexeon/core/dataflow"
	"lexeon/core/model"
	"lexeon/core/trace"
)

// Diagram is a diagram in the list of diagrams.
type Diagram struct {
	ID       model.ID `json:"id"`
	Kind     string   `json:"kind"`
	Name     string   `json:"name"`
	Elements int      `json:"elements"`
	// Title is the diagram as it is spoken of; the others belong to levels.
	Title  string     `json:"title,omitempty"`
	About  model.ID   `json:"about,omitempty"`
	View   model.View `json:"view,omitempty"`
	Number string     `json:"number,omitempty"`
	Parent model.ID   `json:"parent,omitempty"` // the process that the level's process is a part of
	// Ends is how the ends of references are drawn on a diagram of tables.
	Ends model.TableEnds `json:"ends,omitempty"`
}

// Kind is a kind of element that a diagram offers.
type Kind struct {
	Kind   model.Kind   `json:"kind"`
	Title  string       `json:"title"`
	Letter string       `json:"letter"`
	Note   bool         `json:"note,omitempty"` // has a text instead of a name
	On     []model.Kind `json:"on"`             // kinds of diagrams
	// Features: it has attributes, operations or literals to be written.
	Features bool `json:"features,omitempty"`
}

// Settings is what a project decides for its data flow diagrams.
type Settings struct {
	FlowNotation  model.FlowNotation `json:"flowNotation"`
	ContextZero   bool               `json:"contextZero"`
	Language      string             `json:"language"` // of names; "" is English
	ContextStores bool               `json:"contextStores"`
	MostProcesses int                `json:"mostProcesses"`
	// MergePerformers: activities of different performers may become one process.
	MergePerformers bool                  `json:"mergePerformers"`
	Performers      []model.PerformerSide `json:"performers"`
}

// TableFigure is how much of the activity table is drawn.
type TableFigure struct {
	Rows      int `json:"rows"`
	Flows     int `json:"flows"`
	Uncovered int `json:"uncovered"`
}

// Overview is what a project consists of.
type Overview struct {
	ID          string                   `json:"id"`
	Name        string                   `json:"name"`
	Revision    int64                    `json:"revision"`
	Diagrams    []Diagram                `json:"diagrams"`
	Kinds       []Kind                   `json:"kinds"`
	Traced      []model.Kind             `json:"traced"` // kinds of what can be traced
	Classes     int                      `json:"classifiers"`
	Colours     []model.StereotypeColour `json:"colours"`
	Palette     []model.Colour           `json:"palette"`
	Stereotypes []string                 `json:"stereotypes"` // in use
	Settings    Settings                 `json:"settings"`
	Targets     []model.TargetSetting    `json:"targets"` // what is decided for what it is made into
	Coverage    Coverage                 `json:"coverage"`
	Table       TableFigure              `json:"table"`
	Items       int                      `json:"items"` // of the dictionary
	Cases       CaseFigure               `json:"cases"`
	// Examples are statements made of the project's own names, by kind of diagram.
	Examples map[model.Kind]string `json:"examples"`
}

// OverviewOf tells what a project consists of: its diagrams, the kinds that they
// offer, and figures of its stages.
func OverviewOf(m *model.Model, id string, revision int64) (Overview, error) {
	out := Overview{ID: id, Name: m.Project().Name, Revision: revision, Diagrams: []Diagram{}, Traced: trace.Kinds(), Classes: len(m.Classifiers())}
	for _, d := range m.Diagrams() {
		n := 0
		for _, p := range m.PlacementsOn(d.ID) {
			if m.Element(p.Subject) != nil {
				n++
			}
		}
		view := Diagram{ID: d.ID, Kind: string(d.Kind), Name: d.Name, Elements: n, Title: DiagramTitle(m, d), About: d.About, View: d.View, Ends: d.Ends}
		if d.Kind == model.TableDiagram {
			view.Elements = len(d.Places)
		}
		if e := m.Element(d.About); e != nil {
			view.Number, view.Parent = dataflow.Number(m, e.ID), e.Owner
		}
		out.Diagrams = append(out.Diagrams, view)
	}
	seen := map[model.Kind]bool{}
	for _, d := range model.DiagramKinds() {
		for _, k := range model.KindsOn(d.Kind) {
			if !seen[k.Kind] {
				seen[k.Kind] = true
				out.Kinds = append(out.Kinds, Kind{Kind: k.Kind, Title: k.Title, Letter: k.Letter, Note: k.Kind.IsText(), On: k.On, Features: k.Kind.IsClassifier()})
			}
		}
	}
	project := m.Project()
	out.Targets = append([]model.TargetSetting{}, project.Targets...)
	out.Settings = Settings{project.FlowNotation, project.ContextZero, project.Language, project.ContextStores, project.MostProcesses, project.MergePerformers, append([]model.PerformerSide{}, project.Performers...)}
	out.Coverage = CoverageOf(brief.CoverageOf(m, ""))
	table := activity.Of(m).Coverage()
	out.Table = TableFigure{len(m.OfKind(model.Activity)), table.Facts, len(table.Uncovered)}
	out.Items = len(m.OfKind(model.DataItem))
	out.Cases, out.Examples = caseFigureOf(m), examplesOf(m)
	out.Colours, out.Palette = append([]model.StereotypeColour{}, m.Project().Colours...), model.Colours
	out.Stereotypes = m.Stereotypes()
	return out, nil
}

// DiagramTitle is a diagram as it is spoken of.
func DiagramTitle(m *model.Model, d *model.Diagram) string {
	switch d.Kind {
	case model.ContextDiagram:
		return "Context"
	case model.LevelDiagram:
		title := dataflow.Label(m, d.About)
		if e := m.Element(d.About); e != nil && e.Owner == "" {
			title = "First level"
		}
		if d.View == model.Physical {
			title += ", physical"
		}
		return title
	}
	return d.Name
}

// Coverage is how many sentences something in the model stems from.
type Coverage struct {
	Sentences int `json:"sentences"`
	Covered   int `json:"covered"`
	Partly    int `json:"partly"` // their things are there, what is said of them is not
}

// CoverageOf is a coverage of the brief as it is shown.
func CoverageOf(c brief.Coverage) Coverage { return Coverage{c.Sentences, c.Covered, c.Partly} }

// CaseFigure is how many use cases are described.
type CaseFigure struct {
	Cases     int `json:"cases"`
	Described int `json:"described"`
}

func caseFigureOf(m *model.Model) CaseFigure {
	var out CaseFigure
	for _, u := range m.OfKind(model.UseCase) {
		out.Cases++
		if u.UseCase().Abstract || len(m.Children(u.ID, model.Step)) > 0 {
			out.Described++
		}
	}
	return out
}
