package check

import (
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

// placedCases tells what rules about places inside and outside of a boundary
// depend on.
func placedCases(r model.Row) bool {
	_, placed := r.(*model.Placement)
	return placed || slices.Contains([]model.Kind{model.Actor, model.Subject, model.UseCase, model.Within}, kindOf(r))
}

var actorIdle = &Analyzer{
	Name: "actor/idle", Title: "An actor takes part in nothing", Severity: Warning,
	Doc:    "An actor is there because the system does something for it, or needs it. Taking part is inherited: what a general actor does its kinds do, and one that only its kinds do anything for is no idler either.",
	Source: "UML 2.5.1, 18.1.3: actors interact with the subject.",
	Finds:  "Food inspector stands on the diagram, and no line leads from it.",
	Leaves: "Member, of which Beekeeper is a kind that starts Register delivery.",
	Scope: eachActor(func(p *Pass, a *model.Element) {
		if isIdle(p.Model, a.ID) {
			p.Report(Finding{Subject: a.ID, says: say("%s takes part in no use case. What is the system there for, as seen from there?", nameOf(p.Model, a.ID))})
		}
	}),
}

// isIdle: neither an actor nor any kin of it takes part in a use case.
func isIdle(m *model.Model, actor model.ID) bool {
	kin := append(append([]model.ID{actor}, usecase.Generals(m, actor)...), usecase.Specifics(m, actor)...)
	return !slices.ContainsFunc(kin, func(id model.ID) bool { return len(m.RelationshipsFrom(id, model.Participation)) > 0 })
}

var usecaseUnreached = &Analyzer{
	Name: "usecase/unreached", Title: "No actor reaches a use case", Severity: Warning,
	Doc:    "A use case is something that somebody outside wants. It may also be included by one that somebody wants, extend one, or be a kind of one.",
	Source: "UML 2.5.1, 18.1.3.",
	Finds:  "Print labels, in which no actor takes part, and which no other use case includes.",
	Leaves: "Identify lots, which Trace a recall includes.",
	Scope: casesBy(rowsOf(model.UseCase, model.Participation, model.Include, model.Extend, model.Generalization), func(p *Pass) {
		m := p.Model
		reached := map[model.ID]bool{}
		var todo []model.ID
		add := func(id model.ID) {
			if !reached[id] {
				reached[id] = true
				todo = append(todo, id)
			}
		}
		for _, u := range m.OfKind(model.UseCase) {
			if len(m.RelationshipsTo(u.ID, model.Participation)) > 0 {
				add(u.ID)
			}
		}
		for len(todo) > 0 {
			at := todo[0]
			todo = todo[1:]
			for _, r := range m.RelationshipsOf(at) {
				switch {
				case r.Kind == model.Include && r.Source == at:
					add(r.Target)
				case r.Kind == model.Extend && r.Target == at:
					add(r.Source)
				case r.Kind == model.Generalization: // what actors do in one they do in its kinds; an abstract one is reached by its kinds
					add(r.Source)
					add(r.Target)
				}
			}
		}
		for _, u := range m.OfKind(model.UseCase) {
			if !reached[u.ID] {
				p.Report(Finding{Subject: u.ID, says: say("Nobody starts %s, and no use case that somebody starts includes it. Who wants it?", nameOf(m, u.ID))})
			}
		}
	}),
}

var usecaseName = &Analyzer{
	Name: "usecase/name", Title: "A use case is not named for what is done", Severity: Warning,
	Doc:    "A use case is named with a verb and what it is about, from the view of the actor whose goal it is: Register delivery. A noun names a thing or a part of the system.",
	Source: "UML 2.5.1, 18.1.4: names of use cases; Cockburn 2001, ch. 5.",
	Finds:  "Lot registration",
	Leaves: "Register lot; Settle month; Print labels",
	Scope: eachCase(func(p *Pass, u *model.Element) {
		if p.inEnglish() && isNounPhrase(u.Name) {
			p.Report(Finding{Subject: u.ID, says: say("%s is a noun. Say what is done: a verb, and what it is about.", nameOf(p.Model, u.ID))})
		}
	}),
}

var actorName = &Analyzer{
	Name: "actor/name", Title: "An actor is named for what it does", Severity: Warning,
	Doc:    "An actor is a role that somebody or something outside plays, and is named with a noun.",
	Source: "UML 2.5.1, 18.1.3.",
	Finds:  "Deliver honey",
	Leaves: "Beekeeper; Test laboratory; Delivery service",
	Scope: eachActor(func(p *Pass, a *model.Element) {
		if p.inEnglish() && isVerbPhrase(a.Name) {
			p.Report(Finding{Subject: a.ID, says: say("%s says what is done. An actor is a role: who or what does it?", nameOf(p.Model, a.ID))})
		}
	}),
}

// insideWords name the system or a part of it, whatever it is called.
var insideWords = words("system application software program database server app")

var actorIsSubject = &Analyzer{
	Name: "actor/is-subject", Title: "The system is its own actor", Severity: Warning,
	Doc:      "Actors are outside of what is described. The system itself, its database or a part of it is inside: what it does are steps of use cases.",
	Source:   "UML 2.5.1, 18.1.3: an actor is external to the subject.",
	Finds:    "An actor System, or one that bears the name of the subject or of a data store.",
	Leaves:   "An actor Weather service.",
	Requires: []Requirement{boundaryKeys},
	Scope: eachAtBoundary(model.Actor, func(p *Pass, a *model.Element) {
		m, keys := p.Model, boundaryKeys.of(p)
		is := ""
		switch {
		case strings.TrimSpace(a.Name) == "":
			return
		case keys.bearer(m, a.ID, model.Store) != nil:
			is = "a " + model.Store.Title()
		case keys.bearer(m, a.ID, model.Subject) != nil:
			is = "a " + model.Subject.Title()
		case keys.of(a.ID) != "" && keys.of(a.ID) == keys.of(model.ProjectID):
			is = "the system"
		case insideWords[model.NormalForm(a.Name)]:
			is = "a part of what is described"
		default:
			return
		}
		p.Report(Finding{Subject: a.ID, says: say("%s is %s, and that is inside. Who or what outside takes part?", a.Name, is)})
	}),
}

var actorInside = &Analyzer{
	Name: "actor/inside", Title: "An actor stands inside of the boundary", Severity: Error,
	Doc:    "The boundary separates what is described from what is outside. Actors are outside, so they stand outside of it.",
	Source: "UML 2.5.1, 18.1.4: actors are shown outside of the subject.",
	Finds:  "Beekeeper is placed between the use cases of the subject.",
	Leaves: "Beekeeper is placed at the left of the boundary.",
	Scope: Whole{
		Touched: placedCases,
		Run: func(p *Pass) {
			m := p.Model
			for _, s := range m.OfKind(model.Subject) {
				for _, at := range m.PlacementsOf(s.ID) {
					checkInside(p, s, at)
				}
			}
		},
	},
}

// Least size of a use case and of an actor, in pixels: what stands inside by it is
// inside whatever is written there.
const (
	caseWide, caseHigh         = 116, 50
	actorMiddleX, actorMiddleY = 24, 30
)

// checkInside looks for actors among the use cases that a boundary holds.
func checkInside(p *Pass, subject *model.Element, at *model.Placement) {
	m := p.Model
	first := true
	var x1, y1, x2, y2 int
	for _, u := range m.UseCasesIn(subject.ID) {
		q := m.PlacementOn(at.Diagram, u.ID)
		if q == nil {
			continue
		}
		if first {
			x1, y1, x2, y2, first = q.X, q.Y, q.X+caseWide, q.Y+caseHigh, false
			continue
		}
		x1, y1, x2, y2 = min(x1, q.X), min(y1, q.Y), max(x2, q.X+caseWide), max(y2, q.Y+caseHigh)
	}
	if first {
		return
	}
	for _, a := range m.OfKind(model.Actor) {
		q := m.PlacementOn(at.Diagram, a.ID)
		if q == nil {
			continue
		}
		if x, y := q.X+actorMiddleX, q.Y+actorMiddleY; x > x1 && x < x2 && y > y1 && y < y2 {
			p.Report(Finding{Subject: a.ID, Key: string(at.ID), Related: []model.ID{subject.ID}, says: say("%s stands inside of %s. Actors are outside: move it, or arrange the diagram.", nameOf(m, a.ID), nameOf(m, subject.ID))})
		}
	}
}

var usecaseOutside = &Analyzer{
	Name: "usecase/outside", Title: "A use case stands outside of the boundary", Severity: Warning,
	Doc:    "Where a diagram shows what is described as a boundary, its use cases stand in it. One outside belongs to something else, or was forgotten.",
	Source: "UML 2.5.1, 18.1.4.",
	Finds:  "Print labels stands beside the boundary of the cooperative, in which the other use cases are.",
	Leaves: "A diagram without a boundary.",
	Scope: Whole{
		Touched: placedCases,
		Run: func(p *Pass) {
			m := p.Model
			for _, u := range m.OfKind(model.UseCase) {
				in := m.Subjects(u.ID)
				for _, at := range m.PlacementsOf(u.ID) {
					var shown []*model.Element
					for _, s := range m.OfKind(model.Subject) {
						if m.PlacementOn(at.Diagram, s.ID) != nil {
							shown = append(shown, s)
						}
					}
					if len(shown) == 0 || slices.ContainsFunc(shown, func(s *model.Element) bool { return slices.Contains(in, s) }) {
						continue
					}
					f := Finding{Subject: u.ID, Key: string(at.Diagram), says: say("%s stands outside of %s. Is it offered by something else?", nameOf(m, u.ID), nameOf(m, shown[0].ID))}
					for _, s := range shown {
						f.Mends = append(f.Mends, Mend{Title: "Put it into " + nameOf(m, s.ID), Changes: []model.Change{
							&model.Connect{ID: model.DeriveID("within", string(u.ID), string(s.ID)), Kind: model.Within, Source: u.ID, Target: s.ID}}})
					}
					p.Report(f)
				}
			}
		},
	},
}

var usecaseUndescribed = &Analyzer{
	Name: "usecase/undescribed", Title: "A use case has no description", Severity: Advice,
	Doc:    "The picture says that a use case exists; what happens in it stands in its description. Without that, half of the work is missing.",
	Source: "Cockburn 2001, ch. 1; Jacobson 1992.",
	Finds:  "Settle month, of which only the name is known.",
	Leaves: "Settle month with steps; an abstract use case.",
	Scope: eachCase(func(p *Pass, u *model.Element) {
		if !u.UseCase().Abstract && len(p.Model.Children(u.ID, model.Step)) == 0 {
			p.Report(Finding{Subject: u.ID, says: say("What happens in %s is not written down yet.", nameOf(p.Model, u.ID))})
		}
	}),
}

// manySteps is from how many steps on something could go otherwise.
const manySteps = 3

var usecaseNoAlternative = &Analyzer{
	Name: "usecase/no-alternative", Title: "Nothing can go otherwise", Severity: Advice,
	Doc:    "What happens when a step does not go as planned is where most of the work lies, and is found by asking at every step.",
	Source: "Cockburn 2001, ch. 8.",
	Finds:  "Register delivery has five steps and no alternative.",
	Leaves: "A use case of two steps; one with an alternative.",
	Scope: eachCase(func(p *Pass, u *model.Element) {
		if n := len(p.Model.Children(u.ID, model.Step)); n >= manySteps && len(p.Model.Children(u.ID, model.Alternative)) == 0 {
			p.Report(Finding{Subject: u.ID, says: say("%s has %d steps, and none of them can go otherwise. What if one does?", nameOf(p.Model, u.ID), n)})
		}
	}),
}

var usecaseAbstractIdle = &Analyzer{
	Name: "usecase/abstract-idle", Title: "Something abstract has no kinds", Severity: Warning,
	Doc:    "An abstract use case or actor is there only for its kinds. Without any, nothing of it ever happens.",
	Source: "UML 2.5.1, 9.2.3: abstract classifiers have no direct instances.",
	Finds:  "The abstract use case Take something in, of which nothing is a kind.",
	Leaves: "The abstract actor Member, of which Beekeeper is a kind.",
	Scope: Each{Kinds: []model.Kind{model.UseCase, model.Actor}, Reach: []Neighbourhood{Self, linesOfCases}, Run: func(p *Pass, r model.Row) {
		e := r.(*model.Element)
		if (e.UseCase().Abstract || e.Actor().Abstract) && len(p.Model.RelationshipsTo(e.ID, model.Generalization)) == 0 {
			p.Report(Finding{Subject: e.ID, says: say("%s is abstract, and nothing is a kind of it.", nameOf(p.Model, e.ID)),
				Mends: []Mend{{Title: "It is not abstract", Changes: []model.Change{&model.SetElement{ID: e.ID, Set: model.P("abstract", false)}}}}})
		}
	}},
}
