package document

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

var partTitles = map[model.Part]string{model.Primary: "primary actor", model.Supporting: "supporting actor", model.Unspecified: "takes part"}

// useCases documents actors and use cases, each with its description.
func useCases(b *strings.Builder, m *model.Model) {
	byName := func(x, y *model.Element) int {
		return cmp.Or(strings.Compare(strings.ToLower(x.Name), strings.ToLower(y.Name)), cmp.Compare(x.ID, y.ID))
	}
	if actors := slices.SortedFunc(slices.Values(m.OfKind(model.Actor)), byName); len(actors) > 0 {
		b.WriteString("\n## Actors\n\n| Actor | Takes part in | Definition |\n| --- | --- | --- |\n")
		for _, a := range actors {
			var in []string
			for _, r := range m.RelationshipsOf(a.ID) {
				if r.Kind == model.Participation {
					in = append(in, m.Element(r.Target).Name)
				}
			}
			slices.Sort(in)
			fmt.Fprintf(b, "| %s | %s | %s |\n", cell(orUnnamed(a.Name)), cell(strings.Join(in, ", ")), cell(m.Definition(a)))
		}
	}
	list := slices.SortedFunc(slices.Values(m.OfKind(model.UseCase)), byName)
	if len(list) > 0 {
		b.WriteString("\n## Use cases\n")
	}
	for _, u := range list {
		useCase(b, m, u)
	}
}

func useCase(b *strings.Builder, m *model.Model, u *model.Element) {
	part(b, m, u, 3, "")
	d := u.UseCase()
	var actors []string
	for _, r := range usecase.Participants(m, u.ID) {
		actors = append(actors, m.Element(r.Source).Name+" ("+partTitles[r.Participation().Part]+")")
	}
	slices.Sort(actors)
	var interests []string
	for _, s := range d.Stakeholders {
		interests = append(interests, strings.TrimSuffix(s.Name+": "+s.Interest, ": "))
	}
	for _, row := range [][2]string{
		{"Goal", d.Goal}, {"Actors", strings.Join(actors, ", ")}, {"Scope", d.Scope}, {"Level", model.Capital(string(d.Level))}, {"Trigger", d.Trigger}, {"Preconditions", d.Before},
		{"Success guarantee", d.Success}, {"Minimal guarantee", d.Minimal}, {"Frequency", d.Frequency}, {"Stakeholders and interests", strings.Join(interests, "; ")},
		{"Rules", strings.Join(d.Rules, "; ")}, {"Open questions", strings.Join(d.Questions, "; ")},
	} {
		if row[1] != "" {
			fmt.Fprintf(b, "\n**%s** %s\n", row[0], inline(row[1]))
		}
	}
	f := usecase.Of(m, u.ID)
	if len(f.Steps) > 0 {
		b.WriteString("\nSteps:\n\n")
	}
	steps(b, m, f, f.Steps)
	for _, a := range f.Alternatives {
		fmt.Fprintf(b, "\n**%s** %s\n\n", inline(a.Label), inline(a.Name))
		steps(b, m, f, a.Steps)
		switch x := a.Alternative(); {
		case x.Rejoin != "":
			fmt.Fprintf(b, "- goes on at %s\n", f.Number(x.Rejoin))
		case x.Ends != model.NotSaid:
			fmt.Fprintf(b, "- ends with %s\n", x.Ends)
		}
	}
}

func steps(b *strings.Builder, m *model.Model, f *usecase.Flow, list []*model.Element) {
	for _, s := range list {
		fmt.Fprintf(b, "- %s %s\n", inline(f.Number(s.ID)), inline(usecase.StepText(m, s)))
	}
}
