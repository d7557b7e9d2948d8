package check

import (
	"fmt"
	"slices"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

var usecaseStepActor = &Analyzer{
	Name: "usecase/step-actor", Title: "A step names an actor that does not take part", Severity: Warning,
	Doc:      "Whoever acts in a step takes part in the use case, or is a kind of somebody who does. Otherwise picture and description tell different stories.",
	Source:   "UML 2.5.1, 18.1.3; Cockburn 2001, ch. 7.",
	Finds:    "Step 2 begins with Intake clerk, and no line leads from Intake clerk to Register delivery.",
	Leaves:   "A step that begins with the system, or with a word that is no actor; in Identify lots, a step of the clerk who starts Trace a recall, which includes it.",
	Requires: []Requirement{stepReadings},
	Scope: eachCase(func(p *Pass, u *model.Element) {
		m := p.Model
		var allowed map[model.ID]bool
		told := map[model.ID]bool{}
		for _, e := range stepReadings.of(p).Exchanges(m, usecase.Of(m, u.ID)) {
			a := e.Doer.Actor
			if a == nil || told[a.ID] {
				continue
			}
			if allowed == nil {
				allowed = actorsOf(m, u.ID)
			}
			if allowed[a.ID] {
				continue
			}
			told[a.ID] = true
			connect := &model.Connect{ID: model.DeriveID("takes part", string(u.ID), string(a.ID)), Kind: model.Participation, Source: a.ID, Target: u.ID}
			p.Report(Finding{Subject: e.Step.ID, Related: []model.ID{a.ID}, says: say("Step %s of %s is done by %s, who takes no part in it.", e.Number, nameOf(m, u.ID), a.Name),
				Mends: []Mend{{Title: a.Name + " takes part in " + nameOf(m, u.ID), Late: func(m *model.Model) []model.Change {
					out := []model.Change{connect}
					for _, at := range m.PlacementsOf(u.ID) {
						if m.PlacementOn(at.Diagram, a.ID) != nil {
							out = append(out, &model.Place{ID: model.DeriveID("takes part", string(connect.ID), string(at.Diagram)), Diagram: at.Diagram, Subject: connect.ID})
						}
					}
					return out
				}}}})
		}
	}),
}

// actorsOf are the actors who may act in the steps of a use case.
func actorsOf(m *model.Model, useCase model.ID) map[model.ID]bool {
	out := map[model.ID]bool{}
	for _, of := range usingCases(m, useCase) {
		for _, r := range usecase.Participants(m, of) {
			out[r.Source] = true
			for _, id := range append(usecase.Generals(m, r.Source), usecase.Specifics(m, r.Source)...) {
				out[id] = true
			}
		}
	}
	return out
}

// usingCases are a use case and those whose actors may act in its steps: what includes it,
// what it extends, and so on.
func usingCases(m *model.Model, u model.ID) []model.ID {
	out := []model.ID{u}
	for i := 0; i < len(out); i++ {
		for _, r := range m.RelationshipsOf(out[i]) {
			next := model.ID("")
			switch {
			case r.Kind == model.Include && r.Target == out[i]:
				next = r.Source
			case r.Kind == model.Extend && r.Source == out[i]:
				next = r.Target
			}
			if next != "" && !slices.Contains(out, next) {
				out = append(out, next)
			}
		}
	}
	return out
}

var usecaseAlternativeStep = &Analyzer{
	Name: "usecase/alternative-step", Title: "An alternative leads nowhere", Severity: Warning,
	Doc:    "An alternative goes on at a step of the main flow, or ends the use case with success or failure. Without that nobody knows what comes after it.",
	Source: "Cockburn 2001, ch. 8.",
	Finds:  "3a The scales fail, and nothing says whether it goes on.",
	Leaves: "3a The lot is wet: it goes on at 2.",
	Scope: eachCase(func(p *Pass, u *model.Element) {
		f := usecase.Of(p.Model, u.ID)
		for _, a := range f.Alternatives {
			d := a.Alternative()
			if d.Rejoin != "" || d.Ends != model.NotSaid {
				continue
			}
			finding := Finding{Subject: a.ID, Related: []model.ID{u.ID}, says: say("%s of %s: does it go on, and where, or does it end?", a.Label, nameOf(p.Model, u.ID)),
				Mends: []Mend{{Title: "It ends with failure", Changes: []model.Change{&model.SetPart{ID: a.ID, Set: model.P("ends", model.Fail)}}}}}
			if a.To > 0 && a.To < len(f.Steps) {
				finding.Mends = append([]Mend{{Title: fmt.Sprintf("It goes on at %d", a.To+1), Changes: []model.Change{&model.SetPart{ID: a.ID, Set: model.P("rejoin", f.Steps[a.To].ID)}}}}, finding.Mends...)
			}
			p.Report(finding, a.Name)
		}
	}),
}

var usecaseAlternativeOrder = &Analyzer{
	Name: "usecase/alternative-order", Title: "An alternative ends before it begins", Severity: Warning,
	Doc:    "An alternative may leave from any of several steps: from the first of them to the last. Here the last comes before the first, mostly since steps were moved.",
	Source: "Cockburn 2001, ch. 8: extension conditions refer to a step or a range of steps.",
	Finds:  "An alternative that leaves from step 3 to step 2.",
	Leaves: "2-3a; an alternative that leaves from one step; one that goes on at a step before.",
	Scope: eachCase(func(p *Pass, u *model.Element) {
		f := usecase.Of(p.Model, u.ID)
		place := map[model.ID]int{}
		for i, s := range f.Steps {
			place[s.ID] = i + 1
		}
		for _, a := range f.Alternatives {
			d := a.Alternative()
			if from, to := place[d.From], place[d.To]; to > 0 && to < from {
				p.Report(Finding{Subject: a.ID, Related: []model.ID{u.ID}, says: say("%s of %s leaves from step %d to step %d: the last comes before the first.", a.Label, nameOf(p.Model, u.ID), from, to),
					Mends: []Mend{{Title: fmt.Sprintf("It leaves from step %d to step %d", to, from), Changes: []model.Change{&model.SetPart{ID: a.ID, Set: model.P("from", d.To, "to", d.From)}}}}})
			}
		}
	}),
}

var usecaseIncludeUnstepped = &Analyzer{
	Name: "usecase/include-unstepped", Title: "Picture and steps differ in what is included", Severity: Warning,
	Doc:    "What a use case includes happens at a certain step, and a step that includes another use case is a line in the picture. Only once the use case has steps at all is the one held against the other.",
	Source: "UML 2.5.1, 18.1.3: the point of inclusion; Cockburn 2001, ch. 10.",
	Finds:  "Trace a recall includes Identify lots, and none of its steps does.",
	Leaves: "A use case without steps; a step “include Identify lots”.",
	Scope: eachCase(func(p *Pass, u *model.Element) {
		m := p.Model
		steps := usecase.Of(m, u.ID).All()
		if len(steps) == 0 {
			return
		}
		stepped := map[model.ID]bool{}
		for _, s := range steps {
			stepped[s.Step().Includes] = true
		}
		for _, r := range m.RelationshipsFrom(u.ID, model.Include) {
			if !stepped[r.Target] {
				p.Report(Finding{Subject: r.ID, Related: []model.ID{u.ID, r.Target}, says: say("%s includes %s, but at no step.", nameOf(m, u.ID), nameOf(m, r.Target)),
					Mends: []Mend{{Title: "Include it in a last step", Changes: []model.Change{&model.AddPart{ID: model.DeriveID("include step", string(r.ID)), Owner: u.ID, Kind: model.Step,
						Set: model.P("text", "include "+nameOf(m, r.Target), "includes", r.Target)}}}}}, string(r.Target))
			}
		}
		for _, s := range steps {
			id := s.Step().Includes
			if id != "" && !slices.ContainsFunc(m.RelationshipsFrom(u.ID, model.Include), func(r *model.Relationship) bool { return r.Target == id }) {
				p.Report(Finding{Subject: s.ID, Related: []model.ID{u.ID, id}, says: say("A step of %s includes %s, and the picture does not.", nameOf(m, u.ID), nameOf(m, id)),
					Mends: []Mend{{Title: nameOf(m, u.ID) + " includes " + nameOf(m, id), Changes: []model.Change{
						&model.Connect{ID: model.DeriveID("include", string(s.ID), string(id)), Kind: model.Include, Source: u.ID, Target: id}}}}}, string(id))
			}
		}
	}),
}

// fewSteps is how many steps are offered as places.
const fewSteps = 8

var usecaseExtendUnmatched = &Analyzer{
	Name: "usecase/extend-unmatched", Title: "An extension point lies at no step", Severity: Warning,
	Doc:    "The picture says that a use case can be extended at a point; the description says where that is. Only where the use case has steps and something extends it at the point is the one held against the other.",
	Source: "UML 2.5.1, 18.1.3: an extension point identifies a point in the behaviour of the use case.",
	Finds:  "Print labels extends Bottle blend at labels, and labels lies at none of its steps.",
	Leaves: "An extension point that lies at step 2; a use case without steps.",
	Scope: eachCase(func(p *Pass, u *model.Element) {
		m := p.Model
		steps := m.Children(u.ID, model.Step)
		if len(steps) == 0 {
			return
		}
		for _, r := range m.RelationshipsTo(u.ID, model.Extend) {
			for _, id := range r.Extend().Points {
				e := m.Element(id)
				if e.ExtensionPoint().Step != "" {
					continue
				}
				f := Finding{Subject: r.ID, Key: string(id), Related: []model.ID{r.Target}, says: say("%s extends %s at %s. At which step is that?", nameOf(m, r.Source), nameOf(m, r.Target), nameOf(m, id))}
				for i, s := range steps {
					if i < fewSteps {
						f.Mends = append(f.Mends, Mend{Title: fmt.Sprintf("At step %d", i+1), Changes: []model.Change{&model.SetPart{ID: id, Set: model.P("step", s.ID)}}})
					}
				}
				p.Report(f)
			}
		}
	}),
}
