package check

import (
	"slices"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

var usecaseUnstarted = &Analyzer{
	Name: "usecase/unstarted", Title: "Nobody starts a use case", Severity: Warning,
	Doc: "All actors of the use case only support it: they are asked for something, and none has it as a goal. Somebody wants it, or it is due in time; then a clock starts it. " +
		"Use cases that are included, that extend another one or are a kind of one, and those of whose actors it is not said what they do, are left out.",
	Source: "UML 2.5.1, 18.1.3; Cockburn 2001, ch. 3: every use case has a primary actor, whose goal it is.",
	Finds:  "Only Test laboratory takes part in Check moisture, and it supports it.",
	Leaves: "Beekeeper starts Register delivery, and Test laboratory supports it; an included use case",
	Scope: Each{Kinds: []model.Kind{model.UseCase}, Reach: []Neighbourhood{Self, linesOfCases, casesOfActor}, Run: func(p *Pass, r model.Row) {
		m, u := p.Model, r.(*model.Element)
		if u.UseCase().Abstract || len(m.RelationshipsTo(u.ID, model.Include))+len(m.RelationshipsFrom(u.ID, model.Extend))+len(m.RelationshipsFrom(u.ID, model.Generalization)) > 0 {
			return
		}
		parts := usecase.Participants(m, u.ID)
		if len(parts) == 0 || slices.ContainsFunc(parts, func(r *model.Relationship) bool { return r.Participation().Part != model.Supporting }) {
			return
		}
		var who []model.ID
		for _, r := range parts {
			who = append(who, r.Source)
		}
		f := Finding{Subject: u.ID, Related: who, says: say("All who take part in %s only support it. Whose goal is it?", nameOf(m, u.ID))}
		for _, r := range parts {
			f.Mends = append(f.Mends, Mend{Title: nameOf(m, r.Source) + " starts it", Changes: []model.Change{&model.SetRelationship{ID: r.ID, Set: model.P("part", model.Primary)}}})
		}
		p.Report(f, idStrings(who)...)
	}},
}

// linesOfCases: from a line to the use cases at its ends.
func linesOfCases(_ *model.Model, r model.Row, reach func(model.ID)) {
	if l, ok := r.(*model.Relationship); ok {
		reach(l.Source)
		reach(l.Target)
	}
}

// casesOfActor: from an actor to the use cases that it takes part in.
func casesOfActor(m *model.Model, r model.Row, reach func(model.ID)) {
	if e, ok := r.(*model.Element); ok && e.Kind == model.Actor {
		for _, l := range m.RelationshipsOf(e.ID) {
			reach(l.Target)
		}
	}
}
