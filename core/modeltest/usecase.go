package modeltest

import (
	"strings"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

// caseLine reads a line of Build that makes something of a use case diagram:
//
//	actor Beekeeper · abstract actor Member · case Register delivery · abstract case Deliver
//	subject Intake desk · within Intake desk: Register delivery, Record grade
//	steps Register delivery: Beekeeper hands it over; include Identify lots; 1a It is wet
//	describe Register delivery: goal = the lot is known · point Bottle blend: labels · at Bottle blend: labels = 2
//	cases Beekeeper, Register delivery (a diagram that shows them, and what is between them)
func caseLine(m *model.Model, line string, id model.ID) []model.Change {
	one := func(c model.Change) []model.Change { return []model.Change{c} }
	set := model.Patch{}
	if rest, ok := strings.CutPrefix(line, "abstract "); ok && (strings.HasPrefix(rest, "actor ") || strings.HasPrefix(rest, "case ")) {
		line, set = rest, model.P("abstract", true)
	}
	first, rest, _ := strings.Cut(line, " ")
	name, text, _ := strings.Cut(rest, ": ")
	useCase := func(name string) model.ID { return m.Named(name, model.UseCase)[0].ID }
	switch first {
	case "actor":
		return one(&model.AddElement{ID: id, Kind: model.Actor, Name: rest, Set: set})
	case "case":
		return one(&model.AddElement{ID: id, Kind: model.UseCase, Name: rest, Set: set})
	case "package":
		return one(&model.AddElement{ID: id, Kind: model.PackageKind, Name: rest})
	case "into": // into Intake: Hive, Apiary
		var out []model.Change
		for _, x := range strings.Split(text, ", ") {
			kinds := append(model.ClassifierKinds(), model.Actor, model.UseCase, model.PackageKind)
			for _, e := range m.Named(x, kinds...) {
				if e.Owner == "" {
					out = append(out, &model.MoveInto{ID: e.ID, Package: m.Named(name, model.PackageKind)[0].ID})
					break
				}
			}
		}
		return out
	case "subject":
		return one(&model.AddElement{ID: id, Kind: model.Subject, Name: rest})
	case "within":
		var out []model.Change
		for _, c := range strings.Split(text, ", ") {
			out = append(out, &model.Connect{ID: model.DeriveID(string(id), c), Kind: model.Within, Source: useCase(c), Target: m.Named(name, model.Subject)[0].ID})
		}
		return out
	case "steps":
		changes, err := usecase.EditChanges(m, useCase(name), strings.ReplaceAll(text, "; ", "\n"), string(id))
		if err != nil {
			panic(err)
		}
		return changes
	case "describe":
		field, value, _ := strings.Cut(text, " = ")
		return one(&model.SetElement{ID: useCase(name), Set: model.P(field, value)})
	case "point":
		return one(&model.AddPart{ID: id, Owner: useCase(name), Kind: model.ExtensionPoint, Name: text})
	case "at": // at Bottle blend: labels = 2, the step that an extension point lies at
		point, number, _ := strings.Cut(text, " = ")
		for _, e := range m.Children(useCase(name), model.ExtensionPoint) {
			if e.Name == point {
				return one(&model.SetPart{ID: e.ID, Set: model.P("step", m.Children(useCase(name), model.Step)[number[0]-'1'].ID)})
			}
		}
		panic("no such point: " + text)
	case "turn": // turn alternative Register lot: it leaves from its last step to its first
		a := m.Children(useCase(strings.TrimPrefix(rest, "alternative ")), model.Alternative)[0]
		return one(&model.SetPart{ID: a.ID, Set: model.P("from", a.Alternative().To, "to", a.Alternative().From)})
	case "cases":
		out := one(&model.AddDiagram{ID: id, Kind: model.UseCaseDiagram, Name: "Use cases"})
		placed := map[model.ID]bool{}
		for i, name := range strings.Split(rest, ", ") {
			e := m.Named(name, model.Actor, model.UseCase, model.Subject, model.PackageKind)[0]
			placed[e.ID] = true
			out = append(out, &model.Place{ID: model.DeriveID(string(id), name), Diagram: id, Subject: e.ID, X: i % 3 * 260, Y: i / 3 * 140})
		}
		for _, kind := range []model.Kind{model.Participation, model.Include, model.Extend, model.Generalization} {
			for _, r := range m.Relationships(kind) {
				if placed[r.Source] && placed[r.Target] {
					out = append(out, &model.Place{ID: model.DeriveID(string(id), string(r.ID)), Diagram: id, Subject: r.ID})
				}
			}
		}
		return out
	}
	return nil
}

var (
	actorNames = []string{"Beekeeper", "Food inspector", "member", "Beekeepers", "System", "", "Deliver honey", "Built"}
	caseNames  = []string{"Register delivery", "Trace a recall", "delivery", "Blend", "", "Print labels", "Lot registration", "Trace a recall"}
	caseTexts  = []string{"Beekeeper hands it over\nSystem stores it", "1 a\n2 b\n1a no\n  c\n  goes on at 2", "include Trace a recall", "Somebody waits", "1 Nobody\n*a Fire\n  ends with failure", "", "1 a\n2 b\n3 c", "1 a\n1a no"}
)

// caseChange makes one step of editing in use case diagrams and descriptions.
func (s *Source) caseChange(m *model.Model) []model.Change {
	actors, cases, subjects := m.OfKind(model.Actor), m.OfKind(model.UseCase), m.OfKind(model.Subject)
	if len(cases) < 2 {
		return []model.Change{&model.AddElement{ID: s.id("u"), Kind: model.UseCase, Name: pick(s, caseNames)}}
	}
	if len(actors) == 0 {
		return []model.Change{&model.AddElement{ID: s.id("a"), Kind: model.Actor, Name: pick(s, actorNames)}}
	}
	a, u, v := pick(s, actors), pick(s, cases), pick(s, cases)
	switch s.rnd.IntN(20) {
	case 0, 1:
		return []model.Change{&model.AddElement{ID: s.id("u"), Kind: model.UseCase, Name: pick(s, caseNames), Set: model.P("abstract", s.rnd.IntN(5) == 0)}}
	case 2:
		return []model.Change{&model.AddElement{ID: s.id("a"), Kind: model.Actor, Name: pick(s, actorNames), Set: model.P("abstract", s.rnd.IntN(5) == 0)}}
	case 3, 4:
		c := &model.Connect{ID: s.id("r"), Kind: model.Participation, Source: a.ID, Target: u.ID}
		return []model.Change{c, &model.SetRelationship{ID: c.ID, Set: model.P("part", pick(s, []model.Part{model.Primary, model.Supporting, model.Unspecified}))}}
	case 5, 6:
		return []model.Change{&model.Connect{ID: s.id("r"), Kind: pick(s, []model.Kind{model.Include, model.Extend}), Source: u.ID, Target: v.ID}}
	case 7:
		if s.rnd.IntN(2) == 0 {
			return []model.Change{&model.Connect{ID: s.id("r"), Kind: model.Generalization, Source: a.ID, Target: pick(s, actors).ID}}
		}
		return []model.Change{&model.Connect{ID: s.id("r"), Kind: model.Generalization, Source: u.ID, Target: v.ID}}
	case 8:
		if len(subjects) == 0 || s.rnd.IntN(4) == 0 {
			return []model.Change{&model.AddElement{ID: s.id("b"), Kind: model.Subject, Name: pick(s, []string{"Intake desk", "Built", "System"})}}
		}
		return []model.Change{&model.Connect{ID: s.id("r"), Kind: model.Within, Source: u.ID, Target: pick(s, subjects).ID}}
	case 9, 10, 11:
		if changes, err := usecase.EditChanges(m, u.ID, pick(s, caseTexts), string(s.id("t"))); err == nil {
			return changes
		}
	case 12:
		out := []model.Change{&model.AddPart{ID: s.id("x"), Owner: u.ID, Kind: model.ExtensionPoint, Name: pick(s, []string{"labels", "weighing", "in the end"})}}
		if r := pick(s, m.Relationships(model.Extend)); r != nil && r.Target == u.ID {
			out = append(out, &model.SetRelationship{ID: r.ID, Set: model.P("points", []model.ID{out[0].(*model.AddPart).ID}, "condition", "it is \"late\"")})
		}
		return out
	case 13:
		if s.rnd.IntN(2) == 0 {
			packages := m.OfKind(model.PackageKind)
			if len(packages) < 2 || s.rnd.IntN(8) == 0 {
				return []model.Change{&model.AddElement{ID: s.id("k"), Kind: model.PackageKind, Name: pick(s, []string{"Intake", "Blending", ""})}}
			}
			e := pick(s, append(append(append(m.Classifiers(), actors...), cases...), packages...))
			if s.rnd.IntN(9) == 0 {
				return []model.Change{&model.Delete{ID: pick(s, packages).ID}}
			}
			return []model.Change{&model.MoveInto{ID: e.ID, Package: pick(s, []model.ID{"", packages[0].ID, packages[1].ID, packages[1].ID})}}
		}
		d := pick(s, m.Diagrams())
		if d == nil || d.Kind != model.UseCaseDiagram {
			return []model.Change{&model.AddDiagram{ID: s.id("d"), Kind: model.UseCaseDiagram, Name: "Cases"}}
		}
		e := pick(s, append(append(actors, cases...), subjects...))
		return []model.Change{&model.Place{ID: s.id("l"), Diagram: d.ID, Subject: e.ID, X: s.rnd.IntN(900), Y: s.rnd.IntN(900)}}
	case 14:
		return []model.Change{&model.SetElement{ID: u.ID, Set: model.P("goal", pick(s, []string{"", "it is known"}), "level", pick(s, []model.GoalLevel{model.UserGoal, model.SummaryGoal, model.Subfunction}), "questions", pick(s, [][]string{nil, {"How often?"}}))}}
	case 15:
		return []model.Change{&model.SetName{ID: pick(s, append(actors, cases...)).ID, Name: pick(s, append(actorNames, caseNames...))}}
	case 16:
		if steps := m.Children(u.ID, model.Step); len(steps) > 0 {
			return []model.Change{pick(s, []model.Change{&model.Delete{ID: pick(s, steps).ID}, &model.MovePart{ID: pick(s, steps).ID, Before: steps[0].ID}})}
		}
	case 17:
		return s.wholeCases()
	case 18:
		if s.rnd.IntN(2) == 0 { // an extend that points the wrong way
			base, start := s.id("u"), s.id("r")
			return []model.Change{&model.AddElement{ID: base, Kind: model.UseCase, Name: pick(s, caseNames)}, &model.Connect{ID: s.id("r"), Kind: model.Extend, Source: u.ID, Target: base},
				&model.Connect{ID: start, Kind: model.Participation, Source: a.ID, Target: u.ID}, &model.SetRelationship{ID: start, Set: model.P("part", model.Primary)}}
		}
		var out []model.Change // taken to pieces
		for range 4 {
			piece := s.id("u")
			out = append(out, &model.AddElement{ID: piece, Kind: model.UseCase, Name: pick(s, caseNames)}, &model.Connect{ID: s.id("r"), Kind: model.Include, Source: u.ID, Target: piece})
		}
		return out
	case 19:
		return []model.Change{&model.Delete{ID: pick(s, append(actors, cases...)).ID}}
	}
	return nil
}

// wholeCases makes a diagram with a boundary, use cases in it and beside it, and
// an actor in their midst.
func (s *Source) wholeCases() []model.Change {
	d, subject, actor := s.id("d"), s.id("b"), s.id("a")
	out := []model.Change{&model.AddDiagram{ID: d, Kind: model.UseCaseDiagram, Name: "Cases"}, &model.AddElement{ID: subject, Kind: model.Subject, Name: "Desk"}, &model.AddElement{ID: actor, Kind: model.Actor, Name: pick(s, actorNames)},
		&model.Place{ID: s.id("l"), Diagram: d, Subject: subject}, &model.Place{ID: s.id("l"), Diagram: d, Subject: actor, X: 150, Y: 90}}
	for i := range 4 {
		u := s.id("u")
		out = append(out, &model.AddElement{ID: u, Kind: model.UseCase, Name: pick(s, caseNames)}, &model.Place{ID: s.id("l"), Diagram: d, Subject: u, X: i % 2 * 300, Y: i / 2 * 200})
		if i < 3 {
			out = append(out, &model.Connect{ID: s.id("r"), Kind: model.Within, Source: u, Target: subject})
		}
	}
	return out
}
