package reading

import (
	"slices"
	"strings"

	"lexeon/core/activity"
	"lexeon/core/brief"
	"lexeon/core/dataflow"
	"lexeon/core/model"
)

// UseCase is a use case that the project gives reason for, with the actor who
// starts it.
type UseCase struct {
	Key     string // of what it was proposed for
	Name    string
	Actor   string
	Why     string
	Sources []model.ID // sentences and activities that it would be traced to
}

// UseCases lists use cases that are not there yet: one for each flow that comes
// into the system from outside, then one for each thing that the brief says
// somebody outside does. What is called the same, or stems from the same
// activity, is proposed once.
func UseCases(m *model.Model, read *Reading) []UseCase {
	p := &proposer{m: m, names: map[string]bool{}, sources: map[model.ID]bool{}}
	for _, u := range m.OfKind(model.UseCase) {
		p.names[model.NormalForm(u.Name)] = true
		for _, t := range m.TracesOf(u.ID) {
			p.sources[t.Target] = true
		}
	}
	p.fromContext()
	if read != nil {
		p.fromBrief(read)
	}
	return p.out
}

type proposer struct {
	m       *model.Model
	names   map[string]bool
	sources map[model.ID]bool // that a use case stems from already
	out     []UseCase
}

func (p *proposer) add(x UseCase) {
	key := model.NormalForm(x.Name)
	if key == "" || p.names[key] {
		return
	}
	p.names[key] = true
	p.out = append(p.out, x)
}

// fromContext: what somebody outside sends is a reason for a use case. It is
// called as the activity table calls it, else as the process that takes the flow
// in, else for the flow itself.
func (p *proposer) fromContext() {
	coverage := activity.Of(p.m).Coverage()
	for _, system := range dataflow.Contexts(p.m) {
		for _, end := range dataflow.EndsOf(p.m, system.ID) {
			partner := p.m.Element(end.Partner)
			if end.Direction != dataflow.Into || partner == nil || partner.Kind != model.Entity || strings.TrimSpace(end.Flow.Name) == "" {
				continue
			}
			x := UseCase{Key: string(end.Flow.ID), Actor: partner.Name, Why: partner.Name + " sends " + end.Flow.Name + "."}
			for _, id := range coverage.Rows[end.Flow.ID] {
				row := p.m.Element(id)
				x.Sources = append(x.Sources, id)
				for _, t := range p.m.TracesOf(id) {
					x.Sources = append(x.Sources, t.Target)
				}
				if x.Name == "" && p.m.TermKey(row.Activity().Performer) == p.m.TermKey(partner.Name) {
					x.Name = model.Capital(row.Name)
				}
			}
			for _, process := range p.m.Level(system.ID, model.Logical) {
				takes := slices.ContainsFunc(dataflow.EndsOf(p.m, process.ID), func(e dataflow.End) bool {
					return e.Direction == dataflow.Into && e.Partner == partner.ID && p.m.TermKey(e.Flow.Name) == p.m.TermKey(end.Flow.Name)
				})
				if takes && x.Name == "" {
					x.Name = process.Name
				}
			}
			if x.Name == "" {
				x.Name = "Hand in " + end.Flow.Name
			}
			taken := slices.ContainsFunc(x.Sources, func(id model.ID) bool { return p.sources[id] })
			if !taken {
				slices.Sort(x.Sources)
				x.Sources = slices.Compact(x.Sources)
				p.add(x)
			}
		}
	}
}

// fromBrief: what somebody outside does, by the brief. Outside are actors,
// external entities, and those whom the activity table puts there.
func (p *proposer) fromBrief(read *Reading) {
	outside := map[string]bool{}
	for _, kind := range []model.Kind{model.Actor, model.Entity} {
		for _, e := range p.m.OfKind(kind) {
			outside[p.m.TermKey(e.Name)] = true
		}
	}
	for _, party := range activity.Of(p.m).Parties {
		if party.Side == activity.Outside {
			outside[party.Key] = true
		}
	}
	delete(outside, "")
	for _, c := range read.Candidates {
		if c.Word != brief.Verb || c.Rejected || c.Subject == "" || !outside[p.m.TermKey(c.Subject)] {
			continue
		}
		if slices.ContainsFunc(c.Sentences, func(id model.ID) bool { return p.sources[id] }) {
			continue
		}
		actor := model.Capital(c.Subject)
		if known := p.m.ByTerm(c.Subject, model.Actor, model.Entity); len(known) > 0 {
			actor = known[0].Name
		}
		p.add(UseCase{Key: c.Key, Name: model.Capital(c.Name), Actor: actor, Why: "The brief says so.", Sources: c.Sentences})
	}
}

// UseCaseChanges tells the changes that take over a proposal: the use case, its
// actor where there is none of that name, who starts it, and the traces. The use
// case and the actor are told, so that they can be placed.
func UseCaseChanges(m *model.Model, x UseCase, seed string) (changes []model.Change, useCase, actor, line model.ID) {
	id := func(what string) model.ID { return model.DeriveID("proposal", seed, x.Key, what) }
	useCase, actor, line = id("use case"), id("actor"), id("line")
	changes = append(changes, &model.AddElement{ID: useCase, Kind: model.UseCase, Name: x.Name})
	if known := m.ByTerm(x.Actor, model.Actor); len(known) > 0 {
		actor = known[0].ID
	} else {
		changes = append(changes, &model.AddElement{ID: actor, Kind: model.Actor, Name: x.Actor})
	}
	changes = append(changes, &model.Connect{ID: line, Kind: model.Participation, Source: actor, Target: useCase}, &model.SetRelationship{ID: line, Set: model.P("part", model.Primary)})
	for _, s := range x.Sources {
		changes = append(changes, &model.Connect{ID: model.DeriveID("trace", string(useCase), string(s)), Kind: model.Trace, Source: useCase, Target: s})
	}
	return changes, useCase, actor, line
}
