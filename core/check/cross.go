package check

import (
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

var crossActorUnknown = &Analyzer{
	Name: "cross/actor-unknown", Title: "An actor is known nowhere else", Severity: Warning,
	Doc: "Whoever takes part in use cases is outside of the system on the context diagram too, or performs something in the activity table. Asked only where there is one of the two. " +
		"Where the use cases are those of something narrower than the system of the context diagram, by another name, and nobody has written down who performs what, an actor may be inside of that system: then nothing is said.",
	Source:   "The same boundary is shown by the context diagram (Yourdon 1989, ch. 18) and by the actors (UML 2.5.1, 18.1.3).",
	Finds:    "The actor Weather office, which is no external entity and performs nothing.",
	Leaves:   "The actor Beekeeper, who is an external entity; a general actor whose kinds are known; a clerk who works at the Intake desk, where the context diagram shows the Cooperative.",
	Requires: []Requirement{boundaryKeys},
	Scope: eachAtBoundary(model.Actor, func(p *Pass, a *model.Element) {
		m, keys := p.Model, boundaryKeys.of(p)
		known := func(id model.ID) bool {
			return keys.performing[keys.of(id)] || keys.bearer(m, id, model.Entity) != nil
		}
		if !keys.asked.outside || keys.asked.inner {
			return
		}
		if strings.TrimSpace(a.Name) == "" || a.Actor().Abstract || known(a.ID) || isIdle(m, a.ID) || kinOf(m, a.ID, known) {
			return // who takes part in nothing is told of by that
		}
		p.Report(Finding{Subject: a.ID, says: say("%s takes part in use cases, but is no external entity and performs nothing in the activity table.", a.Name)})
	}),
}

var crossEntityActor = &Analyzer{
	Name: "cross/entity-actor", Title: "An external entity takes part in no use case", Severity: Advice,
	Doc:      "What an external entity sends or receives happens in some use case, in which it takes part. Asked only once there are actors.",
	Source:   "The same boundary is shown by the context diagram (Yourdon 1989, ch. 18) and by the actors (UML 2.5.1, 18.1.3).",
	Finds:    "The external entity Retailer, and no actor of that name.",
	Leaves:   "An external entity without flows; a project without actors.",
	Requires: []Requirement{boundaryKeys},
	Scope: eachAtBoundary(model.Entity, func(p *Pass, e *model.Element) {
		m, keys := p.Model, boundaryKeys.of(p)
		if !keys.asked.actors || strings.TrimSpace(e.Name) == "" || keys.bearer(m, e.ID, model.Actor) != nil || len(m.Flows(e.ID)) == 0 || sameSource(m, e.ID, model.Actor) {
			return
		}
		p.Report(Finding{Subject: e.ID, says: say("%s exchanges data with the system, and is no actor. In which use case does that happen?", e.Name)})
	}),
}

var crossProcessUseCase = &Analyzer{
	Name: "cross/process-usecase", Title: "A process belongs to no use case", Severity: Advice,
	Doc: "A process of the first level that answers somebody outside does so in a use case. They need not bear the same name: it is enough that both speak of the same thing, or stem from the same sentence or activity. " +
		"Asked only once there are use cases.",
	OnRequest: true,
	Source:    "McMenamin and Palmer 1984: events; Jacobson 1992: use cases. Both name what the outside wants of the system.",
	Finds:     "5 Trace recall takes recall demand from Food inspector, and no use case has to do with a recall.",
	Leaves:    "1 Receive lot, beside the use case Register lot.",
	Scope: casesBy(rowsOf(model.UseCase), func(p *Pass) {
		m := p.Model
		list := m.OfKind(model.UseCase)
		if len(list) == 0 {
			return
		}
		words, sources := map[string]bool{}, map[model.ID]bool{}
		for _, u := range list {
			for _, w := range strings.Fields(model.Stems(u.Name)) {
				words[w] = true
			}
			for _, t := range m.TracesOf(u.ID) {
				sources[t.Target] = true
			}
		}
		for _, system := range dataflow.Contexts(m) {
			for _, e := range m.Level(system.ID, model.Logical) {
				stems := strings.Fields(model.Stems(e.Name))
				about := slices.ContainsFunc(stems[min(1, len(stems)):], func(w string) bool { return words[w] }) || len(stems) == 1 && words[stems[0]]
				traced := slices.ContainsFunc(m.TracesOf(e.ID), func(t *model.Relationship) bool { return sources[t.Target] })
				outside := slices.ContainsFunc(dataflow.EndsOf(m, e.ID), func(end dataflow.End) bool {
					partner := m.Element(end.Partner)
					return end.Direction == dataflow.Into && partner != nil && partner.Kind == model.Entity
				})
				if outside && !about && !traced && strings.TrimSpace(e.Name) != "" {
					p.Report(Finding{Subject: e.ID, says: say("%s answers somebody outside, and no use case speaks of that.", dataflow.Label(m, e.ID))})
				}
			}
		}
	}),
}

// isNarrower reports whether use cases have a boundary that is not that of the system of the
// context diagram.
func isNarrower(m *model.Model, keys *termKeys) bool {
	systems := dataflow.Contexts(m)
	return len(systems) > 0 && slices.ContainsFunc(m.OfKind(model.Subject), func(s *model.Element) bool {
		return !slices.ContainsFunc(systems, func(p *model.Element) bool { return keys.of(p.ID) == keys.of(s.ID) })
	})
}

// kinOf reports whether a kind of an actor, or what it is a kind of, is known.
func kinOf(m *model.Model, actor model.ID, known func(model.ID) bool) bool {
	return slices.ContainsFunc(append(usecase.Generals(m, actor), usecase.Specifics(m, actor)...), known)
}

// sameSource reports whether something of a kind stems from the same sentence or activity.
func sameSource(m *model.Model, id model.ID, kind model.Kind) bool {
	for _, t := range m.TracesOf(id) {
		for _, o := range m.TracesTo(t.Target) {
			if e := m.Element(o.Source); e != nil && e.Kind == kind {
				return true
			}
		}
	}
	return false
}
