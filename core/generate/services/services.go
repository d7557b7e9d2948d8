// Package services writes an interface for each use case: what it is for, its steps and alternatives and what
// has to hold stand in its comments, for whoever writes what is behind it.
package services

import (
	"slices"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/generate/golang"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// Target is an interface for each use case.
var Target = &generate.Target{
	Name: "services", Title: "Services", Group: "Code", Download: "Download the services", Notes: "Settled, and not said by the use cases",
	Options: append([]generate.Option{generate.OfCases}, golang.InAnyLanguage...),
	Make: func(o *generate.Order) (generate.Output, error) {
		list, notes := generate.UseCases(o)
		plan := planOf(o.Model, list)
		out, err := golang.PrintAsDecided(plan, o.Options)
		if len(plan.Types) == 0 {
			out.Notes = append(out.Notes, generate.Note{Message: "There is no interface: the model has no use case."})
		}
		out.Notes = append(notes, out.Notes...)
		return out, err
	},
}

// planOf has an interface for each use case, of those that are chosen.
func planOf(m *model.Model, list []*model.Element) *generate.Plan {
	plan := &generate.Plan{Project: m.Project().Name, Definition: m.Project().Definition}
	for _, u := range list {
		if u.UseCase().Abstract {
			continue // what it says is said by those that it is the general of
		}
		plan.Types = append(plan.Types, &generate.Type{ID: u.ID, Kind: model.Interface, Name: u.Name, Definition: about(m, u),
			Operations: []*generate.Operation{{Name: "carry out", Definition: flow(m, u), Data: model.OperationData{Visibility: model.Public}}}})
	}
	return plan
}

// about is what a use case is for.
func about(m *model.Model, u *model.Element) string {
	d := u.UseCase()
	var out []string
	if text := strings.TrimSpace(m.Definition(u)); text != "" {
		out = append(out, text)
	}
	var actors []string
	for _, r := range usecase.Participants(m, u.ID) {
		actors = append(actors, m.Element(r.Source).Name)
	}
	slices.Sort(actors)
	for _, row := range [][2]string{{"Goal", d.Goal}, {"Actors", strings.Join(actors, ", ")}, {"Trigger", d.Trigger}, {"Rules", strings.Join(d.Rules, "; ")}, {"TODO: not decided", strings.Join(d.Questions, "; ")}} {
		if row[1] != "" {
			out = append(out, row[0]+": "+row[1])
		}
	}
	if len(out) == 0 {
		return "The use case " + u.Name + " of the model."
	}
	return strings.Join(out, "\n")
}

// flow is what has to hold, what happens, and what holds afterwards.
func flow(m *model.Model, u *model.Element) string {
	d, f := u.UseCase(), usecase.Of(m, u.ID)
	var out []string
	tell := func(what, text string) {
		if text != "" {
			out = append(out, what+": "+text)
		}
	}
	tell("Before", d.Before)
	steps := func(list []*model.Element) {
		for _, s := range list {
			out = append(out, f.Number(s.ID)+" "+usecase.StepText(m, s))
		}
	}
	steps(f.Steps)
	for _, a := range f.Alternatives {
		out = append(out, a.Label+" "+a.Name)
		steps(a.Steps)
		switch x := a.Alternative(); {
		case x.Rejoin != "":
			out = append(out, "goes on at "+f.Number(x.Rejoin))
		case x.Ends != model.NotSaid:
			out = append(out, "ends with "+string(x.Ends))
		}
	}
	tell("Afterwards", d.Success)
	tell("In any case", d.Minimal)
	if len(out) == 0 {
		return "TODO: the use case has no steps yet."
	}
	return strings.Join(out, "\n")
}
