package check

import (
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// casesBy runs a rule on the use cases as a whole when rows were written that it depends on.
func casesBy(rows rowKinds, run func(p *Pass)) Scope { return Whole{Touched: rows.has, Run: run} }

// eachCase runs a rule on every use case, and again when it, its description, or what it
// hangs together with was written.
func eachCase(run func(p *Pass, u *model.Element)) Scope {
	return Each{Kinds: []model.Kind{model.UseCase}, Reach: []Neighbourhood{Self, Owner, casesNear, ofLanguage(model.UseCase)},
		Run: func(p *Pass, r model.Row) { run(p, r.(*model.Element)) }}
}

// eachActor likewise runs one on every actor.
func eachActor(run func(p *Pass, a *model.Element)) Scope {
	return Each{Kinds: []model.Kind{model.Actor}, Reach: []Neighbourhood{Self, actorsNear, ofLanguage(model.Actor)},
		Run: func(p *Pass, r model.Row) { run(p, r.(*model.Element)) }}
}

// eachAtBoundary is a rule on actors or external entities that holds names at the boundary
// against each other.
func eachAtBoundary(kind model.Kind, run func(p *Pass, e *model.Element)) Scope {
	return Each{Kinds: []model.Kind{kind}, Reach: []Neighbourhood{Self, actorsNear, flowEnds, sharingSource},
		Run: func(p *Pass, r model.Row) { run(p, r.(*model.Element)) }}
}

// flowEnds: from a flow to what it connects.
func flowEnds(m *model.Model, r model.Row, reach func(model.ID)) {
	if f, ok := r.(*model.Relationship); ok && f.Kind == model.DataFlow {
		reach(f.Source)
		reach(f.Target)
	}
}

// sharingSource: from a trace, or from what is traced to, to all that stem from the same.
func sharingSource(m *model.Model, r model.Row, reach func(model.ID)) {
	source := r.RowID()
	if t, ok := r.(*model.Relationship); ok {
		if t.Kind != model.Trace {
			return
		}
		source = t.Target
		reach(t.Source)
	}
	for _, t := range m.TracesTo(source) {
		reach(t.Source)
	}
}

// casesNear: from a use case, an actor or a line between them to the use cases that hang
// together with it by lines, however far.
func casesNear(m *model.Model, r model.Row, reach func(model.ID)) {
	x := nearCases{m, reach, map[model.ID]bool{}}
	switch r := r.(type) {
	case *model.Element:
		switch r.Kind {
		case model.UseCase, model.ExtensionPoint:
			x.cases(r.ID)
			x.cases(r.Owner)
		case model.Actor:
			x.actors(r.ID)
		}
	case *model.Relationship:
		switch r.Kind {
		case model.Include, model.Extend, model.Within:
			x.cases(r.Source)
			x.cases(r.Target)
		case model.Participation, model.Generalization:
			for _, id := range []model.ID{r.Source, r.Target} {
				x.actors(id)
				x.cases(id)
			}
		}
	}
}

// actorsNear: from an actor, a participation or a generalization to the kin of actors.
func actorsNear(m *model.Model, r model.Row, reach func(model.ID)) {
	l, ok := r.(*model.Relationship)
	if !ok || l.Kind != model.Participation && l.Kind != model.Generalization {
		return
	}
	for _, id := range []model.ID{l.Source, l.Target} {
		for _, a := range append(append([]model.ID{id}, usecase.Generals(m, id)...), usecase.Specifics(m, id)...) {
			reach(a)
		}
	}
}

// nearCases goes along the lines between use cases.
type nearCases struct {
	m     *model.Model
	reach func(model.ID)
	seen  map[model.ID]bool
}

func (x nearCases) cases(from model.ID) {
	todo := []model.ID{from}
	for len(todo) > 0 {
		id := todo[len(todo)-1]
		todo = todo[:len(todo)-1]
		if e := x.m.Element(id); x.seen[id] || e == nil || e.Kind != model.UseCase {
			continue
		}
		x.seen[id] = true
		x.reach(id)
		for _, r := range x.m.RelationshipsOf(id) {
			if r.Kind == model.Include || r.Kind == model.Extend || r.Kind == model.Generalization {
				todo = append(todo, r.Source, r.Target)
			}
		}
	}
}

// actors: the use cases in which an actor or its kin take part.
func (x nearCases) actors(id model.ID) {
	if e := x.m.Element(id); e == nil || e.Kind != model.Actor {
		return
	}
	for _, a := range append(append([]model.ID{id}, usecase.Generals(x.m, id)...), usecase.Specifics(x.m, id)...) {
		for _, r := range x.m.RelationshipsFrom(a, model.Participation) {
			x.cases(r.Target)
		}
	}
}
