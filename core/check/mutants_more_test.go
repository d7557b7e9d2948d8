package check_test

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

// operators on use cases.
var caseOperators = []operator{
	{name: "nobody takes part", breaks: "a use case is wanted by somebody", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			var c []model.Change
			for _, r := range x.m.RelationshipsOf(u.ID) {
				if r.Kind == model.Participation {
					c = append(c, gone(r.ID))
				}
			}
			if len(c) > 0 && len(usecase.Generals(x.m, u.ID)) == 0 {
				x.mutant(c...)
			}
		})
	}},
	{name: "nobody starts it", breaks: "a use case is somebody's goal", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			var c []model.Change
			for _, r := range x.m.RelationshipsOf(u.ID) {
				if r.Kind == model.Participation {
					c = append(c, setLine(r.ID, "part", model.Supporting))
				}
			}
			if len(c) > 0 && !slices.ContainsFunc(x.m.RelationshipsOf(u.ID), func(r *model.Relationship) bool {
				return r.Kind == model.Include && r.Target == u.ID || r.Kind == model.Extend && r.Source == u.ID
			}) {
				x.mutant(c...)
			}
		})
	}},
	{name: "actor without use cases", breaks: "an actor takes part in something", plant: func(x *planting) {
		x.elements(model.Entity, func(e *model.Element) {
			x.mutant(&model.AddElement{ID: x.id(""), Kind: model.Actor, Name: "Idle " + strings.ToLower(e.Name)})
		})
	}},
	{name: "the system as an actor", breaks: "actors are outside", plant: func(x *planting) {
		x.elements(model.Actor, func(a *model.Element) { x.mutant(named(a.ID, "System")) })
	}},
	{name: "a store as an actor", breaks: "actors are outside", plant: func(x *planting) {
		x.elements(model.Store, func(s *model.Element) {
			u := x.any(model.UseCase)
			x.mutant(&model.AddElement{ID: x.id("a"), Kind: model.Actor, Name: s.Name}, &model.Connect{ID: x.id("p"), Kind: model.Participation, Source: x.id("a"), Target: u.ID})
		})
	}},
	{name: "actor named for an action", breaks: "an actor is a role", plant: func(x *planting) {
		x.elements(model.Actor, func(a *model.Element) { x.mutant(named(a.ID, "Write letters")) })
	}},
	{name: "use case named as a thing", breaks: "a use case is named by what is done", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			if words := model.Words(u.Name); len(words) > 1 {
				x.mutant(named(u.ID, thingOf(u.Name)))
			}
		})
	}},
	{name: "use case twice", breaks: "use cases can be told apart", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			x.mutant(&model.AddElement{ID: x.id(""), Kind: model.UseCase, Name: u.Name})
		})
	}},
	{name: "actor twice", breaks: "actors can be told apart", plant: func(x *planting) {
		x.elements(model.Actor, func(a *model.Element) {
			x.mutant(&model.AddElement{ID: x.id(""), Kind: model.Actor, Name: a.Name})
		})
	}},
	{name: "includes what includes it", breaks: "no use case includes itself", plant: func(x *planting) {
		x.lines(model.Include, func(r *model.Relationship) { x.mutant(x.line(model.Include, r.Target, r.Source)) })
	}},
	{name: "extends what extends it", breaks: "what is extended is complete without that", plant: func(x *planting) {
		x.lines(model.Extend, func(r *model.Relationship) { x.mutant(x.line(model.Extend, r.Target, r.Source)) })
	}},
	{name: "include turned round", breaks: "picture and steps agree", plant: func(x *planting) {
		x.lines(model.Include, func(r *model.Relationship) { x.mutant(&model.Reverse{ID: r.ID}) })
	}},
	{name: "include dropped", breaks: "picture and steps agree", plant: func(x *planting) {
		x.lines(model.Include, func(r *model.Relationship) { x.mutant(gone(r.ID)) })
	}},
	{name: "include without a step", breaks: "picture and steps agree", plant: func(x *planting) {
		x.elements(model.Step, func(s *model.Element) {
			if s.Step().Includes != "" {
				x.mutant(gone(s.ID))
			}
		})
	}},
	{name: "participation twice", breaks: "one fact is drawn once", plant: func(x *planting) {
		x.lines(model.Participation, func(r *model.Relationship) { x.mutant(x.line(model.Participation, r.Source, r.Target)) })
	}},
	{name: "extend without a point", breaks: "an extend says where", plant: func(x *planting) {
		x.lines(model.Extend, func(r *model.Relationship) {
			if len(r.Extend().Points) > 0 {
				x.mutant(setLine(r.ID, "points", []model.ID{}))
			}
		})
	}},
	{name: "outside of the boundary", breaks: "a use case is offered by the system", plant: func(x *planting) {
		x.elements(model.Subject, func(s *model.Element) {
			c := []model.Change{&model.AddDiagram{ID: x.id("d"), Kind: model.UseCaseDiagram, Name: "Drawn"}, &model.Place{ID: x.id("s"), Diagram: x.id("d"), Subject: s.ID}}
			for i, u := range x.m.UseCasesIn(s.ID) {
				c = append(c, &model.Place{ID: x.id(fmt.Sprint("u", i)), Diagram: x.id("d"), Subject: u.ID, X: 40, Y: 40 + 80*i})
			}
			for _, r := range x.m.RelationshipsOf(s.ID) {
				if r.Kind == model.Within {
					x.mutant(append(slices.Clone(c), gone(r.ID))...)
				}
			}
		})
	}},
	{name: "actor inside of the boundary", breaks: "actors stand outside", plant: func(x *planting) {
		x.elements(model.Subject, func(s *model.Element) {
			c := []model.Change{&model.AddDiagram{ID: x.id("d"), Kind: model.UseCaseDiagram, Name: "Drawn"}, &model.Place{ID: x.id("s"), Diagram: x.id("d"), Subject: s.ID}}
			for i, u := range x.m.UseCasesIn(s.ID) {
				c = append(c, &model.Place{ID: x.id(fmt.Sprint("u", i)), Diagram: x.id("d"), Subject: u.ID, X: 40 + 200*(i%2), Y: 40 + 160*i})
			}
			x.mutant(append(c, &model.Place{ID: x.id("a"), Diagram: x.id("d"), Subject: x.any(model.Actor).ID, X: 160, Y: 160})...)
		})
	}},
	{name: "step of somebody else", breaks: "who acts takes part", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			takes := map[model.ID]bool{}
			for _, r := range usecase.Participants(x.m, u.ID) {
				takes[r.Source] = true
			}
			for _, s := range x.m.Children(u.ID, model.Step) {
				for _, a := range x.m.OfKind(model.Actor) {
					included := slices.ContainsFunc(x.m.RelationshipsOf(u.ID), func(r *model.Relationship) bool {
						return r.Kind == model.Include && r.Target == u.ID || r.Kind == model.Extend && r.Source == u.ID
					})
					if !takes[a.ID] && s.Step().Includes == "" && !included && len(takes) > 0 && len(usecase.Generals(x.m, a.ID))+len(usecase.Specifics(x.m, a.ID)) == 0 {
						x.mutant(set(s.ID, "text", a.Name+" asks for a paper"))
						break
					}
				}
			}
		})
	}},
	{name: "alternative that leads nowhere", breaks: "an alternative goes on or ends", plant: func(x *planting) {
		x.elements(model.Alternative, func(a *model.Element) { x.mutant(set(a.ID, "rejoin", "", "ends", "")) })
	}},
	{name: "alternatives in the wrong order", breaks: "an alternative leaves from a step, or from one to a later one", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			steps, alternatives := x.m.Children(u.ID, model.Step), x.m.Children(u.ID, model.Alternative)
			if len(steps) > 2 && len(alternatives) > 0 && alternatives[0].Alternative().From != "" {
				x.mutant(set(alternatives[0].ID, "rejoin", steps[0].ID, "ends", "", "from", steps[2].ID, "to", steps[1].ID))
			}
		})
	}},
	{name: "steps dropped", breaks: "a use case is described", minor: true, plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			var c []model.Change
			for _, s := range append(x.m.Children(u.ID, model.Alternative), x.m.Children(u.ID, model.Step)...) {
				c = append(c, gone(s.ID))
			}
			if len(c) > 0 {
				x.mutant(c...)
			}
		})
	}},
	{name: "nothing goes otherwise", breaks: "what goes otherwise is told", minor: true, plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			var c []model.Change
			for _, s := range x.m.Children(u.ID, model.Alternative) {
				c = append(c, gone(s.ID))
			}
			if len(c) > 0 && len(x.m.Children(u.ID, model.Step)) > 2 {
				x.mutant(c...)
			}
		})
	}},
	{name: "abstract use case without kinds", breaks: "something abstract is there for its kinds", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			if len(usecase.Specifics(x.m, u.ID)) == 0 {
				x.mutant(setThing(u.ID, "abstract", true))
			}
		})
	}},
}

// operators on components.
var componentOperators = []operator{
	{name: "provided interface dropped", breaks: "what is required is provided", plant: func(x *planting) {
		x.lines(model.Provides, func(r *model.Relationship) {
			asked := slices.ContainsFunc(x.m.Uses(r.Target), func(u model.Row) bool {
				o, ok := u.(*model.Relationship)
				return ok && (o.Kind == model.Requires || o.Kind == model.Assembly)
			})
			if asked && len(x.m.Offering(r.Target, model.Provides)) == 1 {
				x.mutant(gone(r.ID))
			}
		})
	}},
	{name: "provided turned into required", breaks: "what is required is provided", plant: func(x *planting) {
		x.lines(model.Provides, func(r *model.Relationship) {
			if len(x.m.Offering(r.Target, model.Requires)) > 0 && len(x.m.Offering(r.Target, model.Provides)) == 1 {
				x.mutant(setLine(r.ID, "kind", model.Requires))
			}
		})
	}},
	{name: "interface of nothing", breaks: "an interface says what can be asked", plant: func(x *planting) {
		x.elements(model.Interface, func(i *model.Element) {
			var c []model.Change
			for _, o := range x.m.Children(i.ID, model.Operation) {
				c = append(c, gone(o.ID))
			}
			if len(c) > 0 && len(x.m.Offering(i.ID, model.Provides)) > 0 {
				x.mutant(c...)
			}
		})
	}},
	{name: "gets what is not provided", breaks: "what a connector joins is compatible", plant: func(x *planting) {
		x.elements(model.Component, func(c *model.Element) {
			for _, i := range x.m.OfKind(model.Interface) {
				other := x.any(model.Component, c.ID)
				if len(x.m.Offers(c.ID, model.Provides)) == 0 && other != nil {
					x.mutant(&model.Connect{ID: x.id("a"), Kind: model.Assembly, Source: other.ID, Target: c.ID}, setLine(x.id("a"), "interface", i.ID))
					return
				}
			}
		})
	}},
	{name: "port for nothing", breaks: "something passes at a port", plant: func(x *planting) {
		x.elements(model.Component, func(c *model.Element) {
			x.mutant(&model.AddPart{ID: x.id(""), Owner: c.ID, Kind: model.Port, Name: "spare"})
		})
	}},
	{name: "components in a circle", breaks: "components do not need each other in a circle", plant: func(x *planting) {
		for _, kind := range []model.Kind{model.Usage, model.Assembly} {
			x.lines(kind, func(r *model.Relationship) {
				if from, to := x.m.Element(r.Source), x.m.Element(r.Target); from.Kind == model.Component && to.Kind == model.Component {
					x.mutant(x.line(model.Usage, r.Target, r.Source))
				}
			})
		}
	}},
	{name: "nothing inside does it", breaks: "what a component promises, something in it does", plant: func(x *planting) {
		x.lines(model.Provides, func(r *model.Relationship) {
			for _, c := range x.m.Held(r.Source) {
				for _, z := range x.m.Realizes(c.ID) {
					if z.Target == r.Target && len(x.m.Held(r.Source)) > 1 && len(x.m.Children(r.Source, model.Component)) == 0 {
						x.mutant(gone(z.ID))
					}
				}
			}
		})
	}},
	{name: "reaches into another component", breaks: "what a component uses it requires", plant: func(x *planting) {
		x.elements(model.Component, func(a *model.Element) {
			for _, b := range x.m.OfKind(model.Component) {
				joined := slices.ContainsFunc(x.m.RelationshipsOf(a.ID), func(r *model.Relationship) bool { return r.Source == b.ID || r.Target == b.ID })
				shared := slices.ContainsFunc(x.m.Offers(a.ID, model.Requires), func(r *model.Relationship) bool { return len(x.m.Offering(r.Target, model.Provides)) > 0 })
				if a == b || joined || shared || len(x.m.Held(a.ID)) == 0 || len(x.m.Held(b.ID)) == 0 || a.Owner == b.ID || b.Owner == a.ID {
					continue
				}
				x.mutant(x.line(model.Usage, x.m.Held(a.ID)[0].ID, x.m.Held(b.ID)[0].ID))
				return
			}
		})
	}},
	{name: "class in two components", breaks: "a class is somebody's", minor: true, plant: func(x *planting) {
		x.lines(model.Holds, func(r *model.Relationship) {
			if other := x.any(model.Component, r.Source); other.Owner == "" && x.m.Element(r.Source).Owner == "" {
				x.mutant(x.line(model.Holds, other.ID, r.Target))
			}
		})
	}},
	{name: "provided twice", breaks: "one fact is drawn once", plant: func(x *planting) {
		x.lines(model.Provides, func(r *model.Relationship) { x.mutant(x.line(model.Provides, r.Source, r.Target)) })
	}},
	{name: "held twice", breaks: "one fact is drawn once", plant: func(x *planting) {
		x.lines(model.Holds, func(r *model.Relationship) { x.mutant(x.line(model.Holds, r.Source, r.Target)) })
	}},
	{name: "assembly twice", breaks: "one fact is drawn once", plant: func(x *planting) {
		x.lines(model.Assembly, func(r *model.Relationship) {
			c := r.Connector()
			x.mutant(x.line(model.Assembly, r.Source, r.Target), setLine(x.id("line"), "interface", c.Interface, "fromPort", c.FromPort, "toPort", c.ToPort))
		})
	}},
	{name: "interface used and not required", breaks: "a component requires what its classes use", plant: func(x *planting) {
		x.elements(model.Component, func(c *model.Element) {
			offers := append(x.m.Offers(c.ID, model.Provides), x.m.Offers(c.ID, model.Requires)...)
			if len(x.m.Held(c.ID)) == 0 || len(offers) == 0 {
				return
			}
			x.mutant(&model.AddElement{ID: x.id("i"), Kind: model.Interface, Name: "SparePart"}, &model.AddPart{ID: x.id("o"), Owner: x.id("i"), Kind: model.Operation, Name: "ask", Set: model.P("visibility", "public")},
				&model.Connect{ID: x.id("u"), Kind: model.Usage, Source: x.m.Held(c.ID)[0].ID, Target: x.id("i")})
		})
	}},
	{name: "port that leads nowhere", breaks: "what comes to a port is answered inside", plant: func(x *planting) {
		x.lines(model.Delegation, func(r *model.Relationship) {
			x.mutant(&model.AddElement{ID: x.id("i"), Kind: model.Interface, Name: "SparePart"}, &model.AddPart{ID: x.id("o"), Owner: x.id("i"), Kind: model.Operation, Name: "ask", Set: model.P("visibility", "public")},
				&model.AddPart{ID: x.id("p"), Owner: r.Source, Kind: model.Port, Name: "spare"}, &model.Connect{ID: x.id("v"), Kind: model.Provides, Source: r.Source, Target: x.id("i")}, setLine(x.id("v"), "port", x.id("p")))
		})
	}},
	{name: "port whose delegation is gone", breaks: "what comes to a port is answered inside", plant: func(x *planting) {
		x.lines(model.Delegation, func(r *model.Relationship) {
			if len(x.m.Children(r.Source, model.Component)) > 0 {
				x.mutant(gone(r.ID))
			}
		})
	}},
	{name: "component twice", breaks: "components can be told apart", plant: func(x *planting) {
		x.elements(model.Component, func(c *model.Element) {
			x.mutant(&model.AddElement{ID: x.id(""), Kind: model.Component, Name: c.Name})
		})
	}},
	{name: "passed on to what cannot answer", breaks: "what a port passes on to offers the interface", plant: func(x *planting) {
		x.lines(model.Delegation, func(r *model.Relationship) {
			for _, c := range x.m.Held(r.Source) {
				if c.ID != r.Target && len(x.m.Realizes(c.ID)) == 0 {
					x.mutant(setLine(r.ID, "target", c.ID))
					return
				}
			}
		})
	}},
	{name: "required and used by nothing", breaks: "a component requires what it uses", minor: true, plant: func(x *planting) {
		x.elements(model.Component, func(c *model.Element) {
			for _, class := range x.m.Held(c.ID) {
				for _, i := range x.m.OfKind(model.Interface) {
					if len(x.m.Offers(c.ID, model.Provides)) == 0 && len(x.m.Offers(c.ID, model.Requires)) == 0 && class.Kind == model.Class {
						x.mutant(&model.AddElement{ID: x.id("i"), Kind: model.Interface, Name: "SparePart"}, &model.AddPart{ID: x.id("o"), Owner: x.id("i"), Kind: model.Operation, Name: "ask", Set: model.P("visibility", "public")},
							&model.Connect{ID: x.id("u"), Kind: model.Usage, Source: class.ID, Target: i.ID}, &model.Connect{ID: x.id("q"), Kind: model.Requires, Source: c.ID, Target: i.ID}, &model.Connect{ID: x.id("r"), Kind: model.Requires, Source: c.ID, Target: x.id("i")})
						return
					}
				}
			}
		})
	}},
}

// operators between kinds of diagram.
var crossOperators = []operator{
	{name: "store of no class", breaks: "what is kept is of a class", plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if x.lowest(p) {
				x.mutant(&model.AddElement{ID: x.id("s"), Kind: model.Store, Name: "Hat shelf", Set: model.P("contents", "{hat}")}, &model.AddElement{ID: x.id("i"), Kind: model.DataItem, Name: "hat", Set: model.P("contents", "brim + felt")},
					&model.AddElement{ID: x.id("j"), Kind: model.DataItem, Name: "brim", Set: model.P("source", "created")}, &model.AddElement{ID: x.id("k"), Kind: model.DataItem, Name: "felt", Set: model.P("source", "created")},
					&model.Connect{ID: x.id("w"), Kind: model.DataFlow, Name: "hat", Source: p.ID, Target: x.id("s")}, &model.Connect{ID: x.id("r"), Kind: model.DataFlow, Name: "hat", Source: x.id("s"), Target: p.ID})
			}
		})
	}},
	{name: "nobody creates it", breaks: "what is worked with comes to be", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			if steps := x.m.Children(u.ID, model.Step); len(steps) > 0 {
				other := x.any(model.UseCase, u.ID)
				x.mutant(&model.AddElement{ID: x.id("c"), Kind: model.Class, Name: "Umbrella"}, &model.AddPart{ID: x.id("s"), Owner: u.ID, Kind: model.Step, Set: model.P("text", "System shows the umbrella")},
					&model.AddPart{ID: x.id("t"), Owner: other.ID, Kind: model.Step, Set: model.P("text", "System shows the umbrella")})
			}
		})
	}},
	{name: "nobody looks at it", breaks: "what is made serves somebody", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			if steps := x.m.Children(u.ID, model.Step); len(steps) > 0 {
				x.mutant(&model.AddElement{ID: x.id("c"), Kind: model.Class, Name: "Umbrella"}, &model.AddPart{ID: x.id("s"), Owner: u.ID, Kind: model.Step, Set: model.P("text", "System registers the umbrella")})
			}
		})
	}},
	{name: "class that nothing asks for", breaks: "every class answers to something", minor: true, plant: func(x *planting) {
		x.mutant(&model.AddElement{ID: x.id("c"), Kind: model.Class, Name: "Tombola"}, &model.AddPart{ID: x.id("a"), Owner: x.id("c"), Kind: model.Attribute, Name: "drawnOn", Set: model.P("typeName", "Date", "visibility", "private")})
	}},
	{name: "entity that is no actor", breaks: "who exchanges data takes part in use cases", minor: true, plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if p.Owner == "" {
				x.mutant(&model.AddElement{ID: x.id("e"), Kind: model.Entity, Name: "Umbrella maker"}, &model.AddElement{ID: x.id("i"), Kind: model.DataItem, Name: "odd slip", Set: model.P("source", "elementary")}, x.flow("odd slip", x.id("e"), p.ID))
			}
		})
	}},
}
