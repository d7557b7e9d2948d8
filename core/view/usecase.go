package view

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

// UseCases lists the use cases of a project, and what else it gives reason for.
type UseCases struct {
	Revision int64         `json:"revision"`
	Cases    []CaseItem    `json:"cases"`
	Starters []StarterInfo `json:"starters"`
}

// CaseItem is a use case in the list.
type CaseItem struct {
	ID      model.ID `json:"id"`
	Name    string   `json:"name"`
	Goal    string   `json:"goal"`
	Steps   int      `json:"steps"`
	Primary []string `json:"primary"` // actors who start it
}

// StarterInfo is a set of use cases to begin from.
type StarterInfo struct {
	Key   string `json:"key"`
	Title string `json:"title"`
	About string `json:"about"`
}

// UseCase is a use case with its description. Text is the flow as it is typed.
type UseCase struct {
	ID           model.ID          `json:"id"`
	Name         string            `json:"name"`
	Definition   string            `json:"definition"`
	Data         model.UseCaseData `json:"data"`
	Text         string            `json:"text"`
	Steps        []Step            `json:"steps"`
	Alternatives []Alternative     `json:"alternatives"`
	Parts        []CasePart        `json:"parts"`
	Relations    []Relation        `json:"relations"`
	Points       []ExtensionPoint  `json:"points"`
	Subjects     []CaseSubject     `json:"subjects"`
	Diagrams     []Diagram         `json:"diagrams"`
	Traces       []Numbered        `json:"traces"`
	Rows         []Row             `json:"rows"`
}

// Step is a step of a flow.
type Step struct {
	ID       model.ID   `json:"id"`
	Number   string     `json:"number"`
	Text     string     `json:"text"`
	Marks    []StepMark `json:"marks"`
	Doer     string     `json:"doer"`  // name of the actor, or "system"
	Actor    model.ID   `json:"actor"` // where it is one
	Rest     string     `json:"rest"`  // the text without the doer
	Includes model.ID   `json:"includes"`
	Before   model.ID   `json:"before"` // the step before it, to be moved there
	After    model.ID   `json:"after"`  // the one that it would be moved before by going down; empty: the end
	Last     bool       `json:"last"`
}

// StepMark is a piece of a step; Term where it names one.
type StepMark struct {
	Text string   `json:"text"`
	Term model.ID `json:"term,omitempty"`
}

// Alternative is an alternative flow.
type Alternative struct {
	ID        model.ID     `json:"id"`
	Label     string       `json:"label"`
	Condition string       `json:"condition"`
	Steps     []Step       `json:"steps"`
	Rejoin    string       `json:"rejoin"` // number of the step where it goes on
	Ends      model.Ending `json:"ends"`
}

// CasePart is an actor who takes part.
type CasePart struct {
	ID    model.ID   `json:"id"` // of the line
	Actor model.ID   `json:"actor"`
	Name  string     `json:"name"`
	Part  model.Part `json:"part"`
}

// ExtensionPoint is an extension point of a use case.
type ExtensionPoint struct {
	ID   model.ID `json:"id"`
	Name string   `json:"name"`
	Step model.ID `json:"step"`
}

// CaseSubject is a subject, and whether the use case is in it.
type CaseSubject struct {
	ID   model.ID `json:"id"`
	Name string   `json:"name"`
	Line model.ID `json:"line"` // of the membership; empty: it is not in it
}

// UseCasesOf lists the use cases, and sets to begin from.
func UseCasesOf(m *model.Model, revision int64) (UseCases, error) {
	out := UseCases{Revision: revision, Cases: []CaseItem{}, Starters: []StarterInfo{}}
	for _, u := range m.OfKind(model.UseCase) {
		item := CaseItem{ID: u.ID, Name: u.Name, Goal: u.UseCase().Goal, Steps: len(m.Children(u.ID, model.Step)), Primary: []string{}}
		for _, r := range usecase.Participants(m, u.ID) {
			if r.Participation().Part == model.Primary {
				item.Primary = append(item.Primary, m.Element(r.Source).Name)
			}
		}
		out.Cases = append(out.Cases, item)
	}
	slices.SortFunc(out.Cases, func(a, b CaseItem) int {
		return cmp.Or(cmp.Compare(strings.ToLower(a.Name), strings.ToLower(b.Name)), cmp.Compare(a.ID, b.ID))
	})
	for _, x := range usecase.Starters {
		out.Starters = append(out.Starters, StarterInfo{x.Key, x.Title, x.About})
	}
	return out, nil
}

// UseCaseOf is a use case with its description.
func UseCaseOf(m *model.Model, row model.ID) (UseCase, error) {
	u := m.Element(row)
	if u == nil || u.Kind != model.UseCase {
		return UseCase{}, model.Faultf(model.CodeMissing, "There is no such use case any more.")
	}
	f := usecase.Of(m, u.ID)
	reader := usecase.NewReader(m)
	out := UseCase{ID: u.ID, Name: u.Name, Definition: u.Definition, Data: u.UseCase(), Text: usecase.Text(m, f), Steps: stepsOf(reader, m, f, f.Steps), Alternatives: []Alternative{},
		Parts: []CasePart{}, Relations: []Relation{}, Points: []ExtensionPoint{}, Subjects: []CaseSubject{}, Diagrams: []Diagram{}}
	out.Traces, out.Rows = sourcesOf(m, u.ID)
	for _, a := range f.Alternatives {
		d := a.Alternative()
		out.Alternatives = append(out.Alternatives, Alternative{a.ID, a.Label, a.Name, stepsOf(reader, m, f, a.Steps), f.Number(d.Rejoin), d.Ends})
	}
	for _, r := range m.RelationshipsOf(u.ID) {
		switch {
		case r.Kind == model.Participation:
			out.Parts = append(out.Parts, CasePart{r.ID, r.Source, m.Element(r.Source).Name, r.Participation().Part})
		case r.Kind == model.Include || r.Kind == model.Extend || r.Kind == model.Generalization:
			out.Relations = append(out.Relations, RelationOf(m, r))
		}
	}
	for _, e := range m.Children(u.ID, model.ExtensionPoint) {
		out.Points = append(out.Points, ExtensionPoint{e.ID, e.Name, e.ExtensionPoint().Step})
	}
	out.Subjects = subjectsOf(m, u.ID)
	for _, p := range m.PlacementsOf(u.ID) {
		if d := m.Diagram(p.Diagram); d != nil {
			out.Diagrams = append(out.Diagrams, Diagram{ID: d.ID, Kind: string(d.Kind), Name: d.Name, Title: DiagramTitle(m, d)})
		}
	}
	return out, nil
}

// subjectsOf lists all subjects, and whether a use case is in them.
func subjectsOf(m *model.Model, useCase model.ID) []CaseSubject {
	out := []CaseSubject{}
	for _, b := range m.OfKind(model.Subject) {
		x := CaseSubject{ID: b.ID, Name: b.Name}
		for _, r := range m.RelationshipsOf(useCase) {
			if r.Kind == model.Within && r.Target == b.ID {
				x.Line = r.ID
			}
		}
		out = append(out, x)
	}
	return out
}

func stepsOf(reader *usecase.Reader, m *model.Model, f *usecase.Flow, steps []*model.Element) []Step {
	out := []Step{}
	for i, e := range steps {
		text := usecase.StepText(m, e)
		view := Step{ID: e.ID, Number: f.Number(e.ID), Text: text, Marks: []StepMark{}, Rest: text, Includes: e.Step().Includes, Last: i == len(steps)-1}
		if view.Includes == "" {
			view.Doer, view.Actor, view.Rest = doerOf(reader, text)
		}
		for _, k := range reader.Marks(text) {
			view.Marks = append(view.Marks, StepMark(k))
		}
		if i > 0 {
			view.Before = steps[i-1].ID
		}
		if i+2 < len(steps) {
			view.After = steps[i+2].ID
		}
		out = append(out, view)
	}
	return out
}

func doerOf(reader *usecase.Reader, text string) (doer string, actor model.ID, rest string) {
	who, what := reader.Told(text)
	switch {
	case who.Actor != nil:
		return who.Actor.Name, who.Actor.ID, what
	case who.System:
		return "system", "", what
	}
	return "", "", text
}
