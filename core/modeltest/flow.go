package modeltest

import (
	"strings"

	"lexeon/core/activity"
	"lexeon/core/model"
)

// flowLine reads a line of Build that makes something of a data flow diagram, of
// the brief or of the activity table:
//
//	entity Beekeeper · store Lot register = {lot entry} · process Receive lot in Cooperative (physical)
//	item lot entry = lot number + mass · item mass elementary · item lot number created
//	item amount derived from mass, price · goods honey · archive Jar stock · outside Price table
//	spec Receive lot: weigh it · decide Grade | moist: yes, no | reject; accept | yes: 1 · context Cooperative, Beekeeper · allow stores on the context
//	activity Intake clerk | weigh lot | lot from Beekeeper | entry to [Lot register] | yes
//	performer Laboratory outside · reject supplier for Beekeeper
//	sentence Bees are kept. · trace Beekeeper · irrelevant · aside noun payment · stereotype control: Mixing
//	option abstract: Blend, Lot (or final, accessors)
func flowLine(m *model.Model, line string, id model.ID) []model.Change {
	first, rest, _ := strings.Cut(line, " ")
	name, contents, _ := strings.Cut(rest, " = ")
	one := func(c model.Change) []model.Change { return []model.Change{c} }
	named := func(name string, kinds ...model.Kind) model.ID { return m.Named(name, kinds...)[0].ID }
	switch first {
	case "entity":
		return one(&model.AddElement{ID: id, Kind: model.Entity, Name: rest})
	case "store":
		return one(&model.AddElement{ID: id, Kind: model.Store, Name: name, Set: model.P("contents", contents)})
	case "process":
		name, parent, in := strings.Cut(rest, " in ")
		c := &model.AddElement{ID: id, Kind: model.Process, Name: name}
		if in {
			parent, physical := strings.CutSuffix(parent, " (physical)")
			c.Owner = named(parent, model.Process)
			if physical {
				c.Set = model.P("view", model.Physical)
			}
		}
		return one(c)
	case "item":
		set := model.P("contents", contents)
		if n, ok := strings.CutSuffix(rest, " elementary"); ok {
			name, set = n, model.P("source", model.Elementary)
		} else if n, ok := strings.CutSuffix(rest, " created"); ok {
			name, set = n, model.P("source", model.CreatedHere)
		} else if n, from, ok := strings.Cut(rest, " derived from "); ok {
			name, set = n, model.P("source", model.DerivedFrom, "from", strings.Split(from, ", "))
		}
		return one(&model.AddElement{ID: id, Kind: model.DataItem, Name: name, Set: set})
	case "goods":
		return one(&model.AddElement{ID: id, Kind: model.DataItem, Name: rest, Set: model.P("goods", true)})
	case "archive", "outside":
		return one(&model.SetElement{ID: named(rest, model.Store), Set: model.P(first, true)})
	case "spec":
		name, text, _ := strings.Cut(rest, ": ")
		return one(&model.SetElement{ID: named(name, model.Process), Set: model.P("specification", text)})
	case "decide": // decide Grade | moist: yes, no | reject; accept | yes: 1 | -: 2
		cells := strings.Split(rest, " | ")
		table := &model.DecisionTable{Actions: strings.Split(cells[2], "; ")}
		text, values, _ := strings.Cut(cells[1], ": ")
		table.Conditions = []model.Condition{{Text: text, Values: strings.Split(values, ", ")}}
		for _, r := range cells[3:] {
			when, do, _ := strings.Cut(r, ": ")
			table.Rules = append(table.Rules, model.DecisionRule{When: []string{when}, Do: []int{int(do[0] - '1')}})
		}
		return one(&model.SetElement{ID: named(cells[0], model.Process), Set: model.P("decision", table)})
	case "number":
		name, n, _ := strings.Cut(rest, " = ")
		return one(&model.SetElement{ID: named(name, model.Process), Set: model.Patch{"ordinal": []byte(n)}})
	case "allow":
		return one(&model.SetProject{Set: model.P("contextStores", true)})
	case "context":
		out := one(&model.AddDiagram{ID: id, Kind: model.ContextDiagram, Name: "Context"})
		for i, name := range strings.Split(rest, ", ") {
			out = append(out, &model.Place{ID: model.DeriveID(string(id), name), Diagram: id, Subject: named(name, model.Process, model.Entity, model.Store), X: 200 * i})
		}
		return out
	case "activity":
		cells := strings.Split(rest, " | ")
		processing, _ := activity.ReadProcessing(cells[4])
		return one(&model.AddElement{ID: id, Kind: model.Activity, Name: cells[1], Set: model.P("performer", cells[0],
			"inputs", activity.ReadData(cells[2], "from"), "outputs", activity.ReadData(cells[3], "to"), "processing", processing)})
	case "performer":
		name, outside := strings.CutSuffix(rest, " outside")
		name = strings.TrimSuffix(name, " inside")
		return one(&model.SetProject{Set: model.P("performers", append(m.Project().Performers, model.PerformerSide{Name: name, Inside: !outside}))})
	case "reject":
		word, term, _ := strings.Cut(rest, " for ")
		return one(&model.SetTerm{ID: m.TermsNamed(term)[0].ID, Set: model.P("rejected", []string{word})})
	case "sentence":
		if sections := m.OfKind(model.Section); len(sections) > 0 {
			return one(&model.AddElement{ID: id, Kind: model.Sentence, Owner: sections[0].ID, Set: model.P("text", rest)})
		}
		return []model.Change{&model.AddElement{ID: "section", Kind: model.Section, Name: "Brief"},
			&model.AddElement{ID: id, Kind: model.Sentence, Owner: "section", Set: model.P("text", rest)}}
	case "aside": // aside noun payment
		role, form, _ := strings.Cut(rest, " ")
		return one(&model.AddElement{ID: id, Kind: model.SetAside, Name: form, Set: model.P("role", role)})
	case "stereotype": // stereotype control: Mixing
		stereotype, class, _ := strings.Cut(rest, ": ")
		return one(&model.SetClassifier{ID: m.ClassifiersNamed(class)[0].ID, Set: model.P("stereotypes", []string{stereotype})})
	case "relate", "generalize": // relate realization Gateway Source, where no statement says it
		if first == "relate" {
			first, rest, _ = strings.Cut(rest, " ")
		} else {
			first = string(model.Generalization)
		}
		words := strings.Fields(rest)
		kinds := append(model.ClassifierKinds(), model.Actor)
		return one(&model.Connect{ID: id, Kind: model.Kind(first), Source: named(words[0], kinds...), Target: named(words[1], kinds...)})
	case "name": // name last: contains
		relationships := m.Relationships()
		return one(&model.SetRelationship{ID: relationships[len(relationships)-1].ID, Set: model.P("name", strings.TrimPrefix(rest, "last: "))})
	case "language": // language de
		return one(&model.SetProject{Set: model.P("language", rest)})
	case "inset": // inset last: use, which is the set of any class
		relationships := m.Relationships()
		for _, set := range m.OfKind(model.GeneralizationSet) {
			if set.Name == strings.TrimPrefix(rest, "last: ") {
				return one(&model.SetRelationship{ID: relationships[len(relationships)-1].ID, Set: model.P("set", set.ID)})
			}
		}
		panic("no such set: " + rest)
	case "define": // define Lot: What a beekeeper delivers
		class, text, _ := strings.Cut(rest, ": ")
		return one(&model.SetDefinition{ID: m.ClassifiersNamed(class)[0].ID, Text: text})
	case "option": // option abstract: Blend, Lot
		field, classes, _ := strings.Cut(rest, ": ")
		var out []model.Change
		for name := range strings.SplitSeq(classes, ", ") {
			out = append(out, &model.SetClassifier{ID: m.ClassifiersNamed(name)[0].ID, Set: model.P(field, true)})
		}
		return out
	case "trace", "irrelevant":
		sentences := m.Children("section")
		last := sentences[len(sentences)-1]
		if first == "irrelevant" {
			return one(&model.SetElement{ID: last.ID, Set: model.P("irrelevant", true)})
		}
		return one(&model.Connect{ID: id, Kind: model.Trace, Source: named(rest, append(model.TermKinds(), model.Process)...), Target: last.ID})
	}
	return nil
}

var flowNames = []string{"delivery note", "", "test result", "lot entry", "price list", "send report", "approved?", "note and copy", "honey"}
var processNames = []string{"Receive lot", "Grade lot", "check", "Office", "", "Lot reception", "Handle lots", "Is it moist?", "Weigh and fill"}
var placeNames = []string{"Beekeeper", "Hive", "Lot register", "Jar stock", "Retailer", "Deliver honey"}
var contents = []string{"lot number + mass", "{lot entry}", "[mass | age] + (grade)", "mass +", "", "lot entry + price list", "delivery note"}

// flowChange makes one step of editing in data flow diagrams, brief, table or
// dictionary.
func (s *Source) flowChange(m *model.Model) []model.Change {
	processes, entities, stores := m.OfKind(model.Process), m.OfKind(model.Entity), m.OfKind(model.Store)
	if len(processes) == 0 {
		return []model.Change{&model.AddElement{ID: s.id("w"), Kind: model.Process, Name: "Cooperative"}}
	}
	p := pick(s, processes)
	places := append(append([]*model.Element{p}, entities...), stores...)
	switch s.rnd.IntN(20) {
	case 0, 1:
		id := s.id("w")
		out := []model.Change{&model.AddElement{ID: id, Kind: model.Process, Name: pick(s, processNames), Owner: p.ID, Set: model.P("view", pick(s, []model.View{model.Logical, model.Logical, model.Physical}))}}
		if d := m.LevelOf(p.ID, model.Logical); d != nil {
			out = append(out, &model.Place{ID: s.id("l"), Diagram: d.ID, Subject: id, X: s.rnd.IntN(900), Y: s.rnd.IntN(900)})
		}
		return out
	case 2:
		if s.rnd.IntN(8) == 0 {
			return s.twoLevels(p)
		}
		if s.rnd.IntN(30) == 0 {
			return []model.Change{&model.AddElement{ID: s.id("w"), Kind: model.Process, Name: "Office"}}
		}
		if s.rnd.IntN(6) == 0 { // many at once
			var out []model.Change
			for range 10 {
				out = append(out, &model.AddElement{ID: s.id("w"), Kind: model.Process, Name: pick(s, processNames), Owner: p.ID})
			}
			return append(out, &model.SetElement{ID: out[0].(*model.AddElement).ID, Set: model.P("ordinal", 2)})
		}
		return []model.Change{&model.AddElement{ID: s.id("x"), Kind: pick(s, []model.Kind{model.Entity, model.Store}), Name: pick(s, placeNames)}}
	case 3, 4, 5, 6:
		a, b := pick(s, places), pick(s, append(places, m.Children(p.ID, model.Process)...))
		if s.rnd.IntN(3) == 0 {
			a, b = b, a
		}
		c := &model.Connect{ID: s.id("f"), Kind: model.DataFlow, Name: pick(s, flowNames), Source: a.ID, Target: b.ID}
		if s.rnd.IntN(5) == 0 {
			c.Source = ""
		}
		out := []model.Change{c}
		for _, d := range m.Diagrams() {
			if d.Kind != model.ClassDiagram && m.PlacementOn(d.ID, a.ID) != nil && m.PlacementOn(d.ID, b.ID) != nil && s.rnd.IntN(2) == 0 {
				out = append(out, &model.Place{ID: s.id("l"), Diagram: d.ID, Subject: c.ID})
			}
		}
		return out
	case 7:
		if s.rnd.IntN(3) == 0 {
			d := s.id("d")
			out := []model.Change{&model.AddDiagram{ID: d, Kind: model.ContextDiagram, Name: "Context"}}
			if e := pick(s, append(entities, stores...)); e != nil {
				out = append(out, &model.Place{ID: s.id("l"), Diagram: d, Subject: e.ID, X: 10, Y: 10})
			}
			return out
		}
		return []model.Change{&model.AddDiagram{ID: s.id("d"), Kind: model.LevelDiagram, Name: p.Name, About: p.ID}}
	case 8:
		return []model.Change{&model.AddElement{ID: s.id("i"), Kind: model.DataItem, Name: pick(s, append(flowNames, featureNames...)), Set: model.P("contents", pick(s, contents))}}
	case 9:
		if i := pick(s, m.OfKind(model.DataItem)); i != nil {
			return []model.Change{pick(s, []model.Change{
				&model.SetElement{ID: i.ID, Set: model.P("contents", pick(s, contents))},
				&model.SetElement{ID: i.ID, Set: model.P("contents", "", "source", pick(s, []model.ItemSource{model.Elementary, model.CreatedHere, model.DerivedFrom}), "from", []string{"mass"})},
				&model.Delete{ID: i.ID}, &model.SetName{ID: i.ID, Name: pick(s, flowNames)}, &model.SetElement{ID: i.ID, Set: model.P("goods", true)},
			})}
		}
	case 10:
		if d := pick(s, m.Diagrams()); d != nil && d.Kind != model.ClassDiagram {
			e := pick(s, append(append(entities, stores...), m.Level(d.About, d.View)...))
			if e != nil {
				return []model.Change{&model.Place{ID: s.id("l"), Diagram: d.ID, Subject: e.ID, X: s.rnd.IntN(900), Y: s.rnd.IntN(900)}}
			}
		}
	case 11:
		return []model.Change{&model.MoveProcess{ID: p.ID, Parent: pick(s, processes).ID, View: pick(s, []model.View{model.Logical, model.Physical})}}
	case 12:
		e := pick(s, append(places, m.OfKind(model.DataItem)...))
		return []model.Change{pick(s, []model.Change{&model.Delete{ID: e.ID}, &model.SetName{ID: e.ID, Name: pick(s, append(processNames, placeNames...))}})}
	case 13:
		if f := pick(s, m.Relationships(model.DataFlow)); f != nil {
			return []model.Change{pick(s, []model.Change{
				&model.Delete{ID: f.ID}, &model.Reverse{ID: f.ID}, &model.SetName{ID: f.ID, Name: pick(s, flowNames)},
				&model.SetRelationship{ID: f.ID, Set: model.P("target", pick(s, places).ID)},
			})}
		}
	case 14:
		return s.briefChange(m)
	case 15:
		return s.activityChange(m)
	case 16:
		return []model.Change{&model.SetProject{Set: model.P("flowNotation", pick(s, []model.FlowNotation{model.Bubbles, model.Boxes}), "contextZero", s.rnd.IntN(2) == 0, "language", pick(s, []string{"", "", "en-GB", "de"}))}}
	case 17:
		if st := pick(s, stores); st != nil {
			return []model.Change{&model.SetElement{ID: st.ID, Set: model.P("contents", pick(s, contents), "archive", s.rnd.IntN(3) == 0)}}
		}
	case 18:
		sentences := m.Elements(model.Sentence)
		if t := pick(s, sentences); t != nil {
			if r := pick(s, m.Relationships(model.DataFlow)); r != nil && s.rnd.IntN(2) == 0 {
				return []model.Change{&model.Connect{ID: s.id("t"), Kind: model.Trace, Traced: r.ID, Target: t.ID}}
			}
			return []model.Change{&model.Connect{ID: s.id("t"), Kind: model.Trace, Source: pick(s, places).ID, Target: t.ID}}
		}
	case 19:
		return []model.Change{&model.SetElement{ID: p.ID, Set: model.P("specification", pick(s, []string{"", "for each lot\n  weigh it", "otherwise\n  stop"}), "decision", &model.DecisionTable{
			Conditions: []model.Condition{{Text: "moist", Values: []string{"yes", "no"}}}, Actions: []string{"reject", "accept"},
			Rules: []model.DecisionRule{{When: []string{pick(s, []string{"yes", "no", "-"})}, Do: []int{s.rnd.IntN(2)}}, {When: []string{"no"}, Do: []int{1}}}})}}
	}
	return nil
}

// twoLevels makes a process with a part, which exchange the same data under
// different names, perhaps weakened.
func (s *Source) twoLevels(parent *model.Element) []model.Change {
	upper, lower, above, below := s.id("w"), s.id("w"), string(s.id("above")), string(s.id("below"))
	return []model.Change{
		&model.AddElement{ID: upper, Kind: model.Process, Name: "Receive lot", Owner: parent.ID},
		&model.AddElement{ID: lower, Kind: model.Process, Name: "Weigh lot", Owner: upper},
		&model.AddElement{ID: s.id("i"), Kind: model.DataItem, Name: above, Set: model.P("contents", "mass + age")},
		&model.AddElement{ID: s.id("i"), Kind: model.DataItem, Name: below, Set: model.P("contents", pick(s, []string{"age + mass", "(age) + mass", "{age} + mass"}))},
		&model.Connect{ID: s.id("f"), Kind: model.DataFlow, Name: above, Target: upper},
		&model.Connect{ID: s.id("f"), Kind: model.DataFlow, Name: below, Target: lower},
	}
}

func (s *Source) briefChange(m *model.Model) []model.Change {
	section := pick(s, m.OfKind(model.Section))
	if section == nil || s.rnd.IntN(6) == 0 {
		return []model.Change{&model.AddElement{ID: s.id("b"), Kind: model.Section, Name: pick(s, nouns)}}
	}
	sentences := m.Children(section.ID)
	if e := pick(s, sentences); e != nil && s.rnd.IntN(2) == 0 {
		return []model.Change{pick(s, []model.Change{
			&model.SetElement{ID: e.ID, Set: model.P("text", "A "+pick(s, append(nouns, "payment"))+" is weighed.", "irrelevant", s.rnd.IntN(3) == 0)},
			&model.MovePart{ID: e.ID, Before: pick(s, sentences).ID}, &model.Delete{ID: e.ID}, &model.MovePart{ID: section.ID},
		})}
	}
	return []model.Change{&model.AddElement{ID: s.id("b"), Kind: model.Sentence, Owner: section.ID, Set: model.P("text", "Each "+pick(s, placeNames)+" sends a "+pick(s, flowNames)+" with the payment.", "break", pick(s, []model.Break{model.Running, model.Paragraph}))}}
}

func (s *Source) activityChange(m *model.Model) []model.Change {
	row := pick(s, m.OfKind(model.Activity))
	if s.rnd.IntN(8) == 0 {
		return []model.Change{&model.SetProject{Set: model.P("performers", []model.PerformerSide{{Name: pick(s, placeNames), Inside: s.rnd.IntN(2) == 0}, {Name: pick(s, placeNames)}})}}
	}
	datum := func() []model.Datum {
		return []model.Datum{{Data: pick(s, flowNames[2:]), With: pick(s, append(placeNames, "")), Store: s.rnd.IntN(4) == 0}}
	}
	set := model.P("performer", pick(s, placeNames), "inputs", datum(), "outputs", datum(), "processing", pick(s, []model.Truth{model.Yes, model.No, model.Unstated}))
	if e := pick(s, m.OfKind(model.Entity)); e != nil && s.rnd.IntN(5) == 0 { // somebody outside who does something inside
		set = model.P("performer", e.Name, "inputs", datum(), "outputs", datum(), "processing", model.Yes)
	}
	if row == nil || s.rnd.IntN(2) == 0 {
		return []model.Change{&model.AddElement{ID: s.id("y"), Kind: model.Activity, Name: pick(s, processNames), Set: set}}
	}
	return []model.Change{pick(s, []model.Change{&model.SetElement{ID: row.ID, Set: set}, &model.Delete{ID: row.ID}, &model.MovePart{ID: row.ID}})}
}
