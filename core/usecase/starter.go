package usecase

import "lexeon/core/model"

// Starter is a typical set of use cases to begin from: inserted into a project,
// then adapted. The names are general on purpose.
type Starter struct {
	Key, Title, About string
	cases             []starterCase
}

type starterCase struct {
	name, goal string
	primary    string
	supporting []string
	includes   []string
	text       string
}

// Starters lists the sets.
var Starters = []Starter{
	{Key: "records", Title: "Keep records of something", About: "Somebody enters things, corrects them, looks them up, and takes them out again.", cases: []starterCase{
		{name: "Enter record", goal: "the thing is known", primary: "Record keeper", includes: []string{"Identify record"},
			text: "1 Record keeper tells what is known of the thing\n2 include Identify record\n3 System writes the record and shows its number\n2a There is such a record already\n  2a1 System shows it\n  ends with failure\n"},
		{name: "Correct record", goal: "the record says what is true", primary: "Record keeper", includes: []string{"Identify record"},
			text: "1 include Identify record\n2 Record keeper changes what is wrong\n3 System keeps the old state and shows the new one\n1a There is no such record\n  ends with failure\n"},
		{name: "Look up record", goal: "the asker knows what is recorded", primary: "Asker", includes: []string{"Identify record"},
			text: "1 include Identify record\n2 System shows the record\n1a There are several\n  1a1 System lists them\n  1a2 Asker chooses one\n  goes on at 2\n"},
		{name: "Identify record", goal: "it is clear which record is meant", text: "1 System asks for number or name\n2 System finds the record\n"},
	}},
	{Key: "requests", Title: "Decide on requests", About: "Somebody asks for something, somebody else decides, and both are told.", cases: []starterCase{
		{name: "Hand in request", goal: "the request is on its way to a decision", primary: "Requester", supporting: []string{"Decider"},
			text: "1 Requester says what is asked for, and why\n2 System checks that nothing is missing\n3 System tells Decider\n2a Something is missing\n  2a1 System says what\n  goes on at 1\n"},
		{name: "Decide on request", goal: "the requester knows whether it is granted", primary: "Decider", supporting: []string{"Requester"},
			text: "1 System shows the request\n2 Decider grants it\n3 System tells Requester\n2a Decider refuses it\n  2a1 Decider writes the reason\n  goes on at 3\n2b Decider needs to know more\n  2b1 System asks Requester\n  ends with failure\n"},
		{name: "Withdraw request", goal: "nobody works on what is not wanted any more", primary: "Requester",
			text: "1 Requester chooses the request\n2 System closes it\n2a It is decided already\n  ends with failure\n"},
	}},
	{Key: "reports", Title: "Report at certain times", About: "Readings come in, and at certain times somebody gets a report on them.", cases: []starterCase{
		{name: "Send in reading", goal: "the reading counts in the next report", primary: "Observer",
			text: "1 Observer sends the reading\n2 System checks it against the ones before\n3 System keeps it\n2a It cannot be right\n  2a1 System asks Observer to look again\n  ends with failure\n"},
		{name: "Make report", goal: "the receiver knows how things stand", primary: "Reporter", supporting: []string{"Receiver"},
			text: "1 System works out the figures of the time\n2 Reporter looks at them and writes a comment\n3 System sends the report to Receiver\n1a Readings are missing\n  1a1 System names them\n  goes on at 2\n"},
	}},
}

// Changes tells the changes that insert the set: its actors and use cases where
// there are none of these names yet, with their lines and descriptions, and a
// diagram that shows them.
func (s Starter) Changes(m *model.Model, diagram model.ID, seed string) ([]model.Change, error) {
	changes := []model.Change{&model.AddDiagram{ID: diagram, Kind: model.UseCaseDiagram, Name: s.Title}}
	now := m
	do := func(list ...model.Change) error {
		next, _, _, err := model.Edit(now, list)
		if err == nil {
			now, changes = next, append(changes, list...)
		}
		return err
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return nil, err
	}
	now = next
	find := func(kind model.Kind, name string) (model.ID, error) {
		for _, e := range now.OfKind(kind) {
			if model.NormalForm(e.Name) == model.NormalForm(name) {
				if now.PlacementOn(diagram, e.ID) != nil {
					return e.ID, nil
				}
				return e.ID, do(&model.Place{ID: model.DeriveID("starter", seed, "place", string(e.ID)), Diagram: diagram, Subject: e.ID})
			}
		}
		id := model.DeriveID("starter", seed, string(kind), name)
		return id, do(&model.AddElement{ID: id, Kind: kind, Name: name}, &model.Place{ID: model.DeriveID("starter", seed, "place", string(id)), Diagram: diagram, Subject: id})
	}
	for _, c := range s.cases {
		u, err := find(model.UseCase, c.name)
		if err != nil {
			return nil, err
		}
		for i, name := range append([]string{c.primary}, c.supporting...) {
			if name == "" {
				continue
			}
			a, err := find(model.Actor, name)
			if err != nil {
				return nil, err
			}
			part := model.Supporting
			if i == 0 {
				part = model.Primary
			}
			line := model.DeriveID("starter", seed, "line", string(a), string(u))
			if err := do(&model.Connect{ID: line, Kind: model.Participation, Source: a, Target: u}, &model.SetRelationship{ID: line, Set: model.P("part", part)},
				&model.Place{ID: model.DeriveID("starter", seed, "place", string(line)), Diagram: diagram, Subject: line}); err != nil {
				return nil, err
			}
		}
	}
	for _, c := range s.cases { // once all use cases are there that steps include
		u, err := find(model.UseCase, c.name)
		if err != nil {
			return nil, err
		}
		if len(now.Children(u, model.Step)) > 0 {
			continue // somebody described it already
		}
		steps, err := EditChanges(now, u, c.text, seed)
		if err != nil {
			return nil, err
		}
		if err := do(append(steps, &model.SetElement{ID: u, Set: model.P("goal", c.goal)})...); err != nil {
			return nil, err
		}
	}
	return changes, nil
}
