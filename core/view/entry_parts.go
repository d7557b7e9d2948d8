package view

import (
	"slices"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// elementParts tells, of every kind of element, what its entry consists of; a test holds it
// to that. It is filled when the program starts, since parts of one speak of others.
var elementParts map[model.Kind][]func(*model.Model, *model.Element) EntryPart

// relationParts likewise, of every kind of relationship.
var relationParts map[model.Kind][]func(*model.Model, *model.Relationship) EntryPart

func init() {
	type of = func(*model.Model, *model.Element) EntryPart
	withTool := func(name string) of {
		return func(*model.Model, *model.Element) EntryPart { return tool(name) }
	}
	features, picture, rework := withTool("features"), withTool("picture"), withTool("rework")
	type_ := []of{named, defined, features, stereotyped, classifierSwitches, becomesTables, picture, rework, packaged}
	plain, described := []of{named, defined}, []of{defined}
	elementParts = map[model.Kind][]of{
		model.Class: type_, model.Interface: type_, model.Enumeration: type_, model.DataType: type_, model.Signal: type_,
		model.Object: {features, defined, packaged},
		model.Note:   {noted("Text")}, model.Constraint: {noted("Condition")},
		model.Process: {named, defined, withTool("process")},
		model.Entity:  plain,
		model.Store:   {named, defined, stored},
		model.Actor:   {named, defined, abstract, packaged},
		model.UseCase: {named, defined, abstract, packaged, offeredBy, withTool("description")},
		model.Subject: plain, model.PackageKind: {named, defined, packaged},
		model.Component:     {named, defined, features, stereotyped, packaged, componentSwitches, withTool("component")},
		model.ComponentPart: {named, defined, stereotyped, partOf},
		model.Port:          {named, defined, portSide},
		model.DataItem:      plain, model.Event: plain, model.Section: plain, model.Activity: plain, model.Sentence: described, model.SetAside: described,
		model.GeneralizationSet: plain, model.Attribute: plain, model.Operation: plain, model.Parameter: plain, model.Literal: plain,
		model.Reception: described, model.UnreadLine: described, model.ExtensionPoint: plain, model.Step: described, model.Alternative: plain, model.End: plain,
	}

	type line = func(*model.Model, *model.Relationship) EntryPart
	with := func(name string) line {
		return func(*model.Model, *model.Relationship) EntryPart { return tool(name) }
	}
	shape, reverse, change := with("line"), with("reverse"), with("rework")
	relation := []line{lineNamed, lineDefined, kindOfLine, shape, reverse, change}
	relationParts = map[model.Kind][]line{
		model.Association:    {lineNamed, inverseNamed, lineDefined, kindOfLine, shape, firstEnd, secondEnd, furtherEnds, reverse, change},
		model.Generalization: relation, model.Realization: relation, model.Dependency: relation, model.Usage: relation,
		model.Anchor: {lineDefined, shape}, model.Link: {lineNamed, lineDefined, shape, reverse},
		model.DataFlow:      {lineNamed, lineDefined, shape, with("flow"), reverse},
		model.Participation: {lineDefined, shape, takesPart},
		model.Include:       {lineDefined, kindOfLine, shape, reverse},
		model.Extend:        {lineDefined, kindOfLine, shape, extension, reverse},
		model.Within:        {lineDefined}, model.Trace: {lineDefined},
		model.Provides: {lineDefined, kindOfLine, shape}, model.Requires: {lineDefined, kindOfLine, shape}, model.Holds: {lineDefined},
		model.Assembly: {lineDefined, shape}, model.Delegation: {lineDefined, shape},
	}
}

// entryParts are the parts of an entry that have something in them.
func entryParts(m *model.Model, row model.Row) []EntryPart {
	out := []EntryPart{}
	add := func(p EntryPart) {
		if p.Tool != "" || len(p.Fields) > 0 {
			out = append(out, p)
		}
	}
	switch r := row.(type) {
	case *model.Element:
		for _, of := range elementParts[r.Kind] {
			add(of(m, r))
		}
	case *model.Relationship:
		for _, of := range relationParts[r.Kind] {
			add(of(m, r))
		}
	}
	return out
}

func named(_ *model.Model, e *model.Element) EntryPart {
	return fields(text("Name", e.Name, &model.SetName{ID: e.ID}, "name")).lead()
}

func defined(m *model.Model, e *model.Element) EntryPart {
	return fields(text("Definition", m.Definition(e), &model.SetDefinition{ID: e.ID}, "text").rows(2)).lead()
}

func noted(label string) func(*model.Model, *model.Element) EntryPart {
	return func(_ *model.Model, e *model.Element) EntryPart {
		return fields(text(label, e.Note().Body, &model.SetNote{ID: e.ID}, "text").rows(4)).lead()
	}
}

func stereotyped(_ *model.Model, e *model.Element) EntryPart {
	set := model.Change(&model.SetElement{ID: e.ID, Set: model.Patch{}})
	switch {
	case e.Kind.IsClassifier():
		set = &model.SetClassifier{ID: e.ID, Set: model.Patch{}}
	case e.Kind == model.ComponentPart:
		set = &model.SetPart{ID: e.ID, Set: model.Patch{}}
	}
	return fields(names("Stereotypes", e.Stereotypes, set, "set.stereotypes"))
}

func classifierSwitches(_ *model.Model, e *model.Element) EntryPart {
	d, set := e.Classifier(), &model.SetClassifier{ID: e.ID, Set: model.Patch{}}
	out := fields(switched("Abstract", d.Abstract, set, "set.abstract"), switched("Accessors implied", d.Accessors, set, "set.accessors"), switched("Leaf", d.Final, set, "set.final"))
	if e.Kind == model.Class {
		out.Fields = append(out.Fields, switched("Stored", d.Stored, set, "set.stored"))
	}
	return out
}

// becomesTables is how a class or an enumeration becomes tables, where that is not as the project has
// it. It is asked of what is stored, and of what has said something already.
func becomesTables(m *model.Model, e *model.Element) EntryPart {
	d, set := e.Classifier(), &model.SetClassifier{ID: e.ID, Set: model.Patch{}}
	out := EntryPart{Title: "Its tables"}
	asProject := "as the project has it"
	switch {
	case e.Kind == model.Enumeration && (d.Coding != "" || storesSomething(m)):
		out.Fields = append(out.Fields, choice("Holds its columns", string(d.Coding), optionsOf("", asProject, string(model.NativeCoding), "a type of the database", string(model.CheckCoding), "a check", string(model.LookupCoding), "a lookup table"), set, "set.coding"))
	case e.Kind == model.Class && (d.Stored || d.RowKey != "" || d.Inheritance != ""):
		out.Fields = append(out.Fields, choice("Rows are known by", string(d.RowKey), optionsOf("", asProject, string(model.NaturalKey), "identifiers", string(model.IdentityKey), "a number", string(model.UUIDKey), "a UUID"), set, "set.rowKey"))
		if len(m.Specifics(e.ID)) > 0 || d.Inheritance != "" {
			out.Fields = append(out.Fields, choice("Its kinds", string(d.Inheritance), optionsOf("", asProject, string(model.JoinedTables), "a table for each class", string(model.SingleTable), "one table for all", string(model.ConcreteTables), "a table for each concrete class"), set, "set.inheritance"))
		}
	}
	return out
}

// storesSomething reports whether any class is stored.
func storesSomething(m *model.Model) bool {
	return slices.ContainsFunc(m.OfKind(model.Class), func(c *model.Element) bool { return c.Classifier().Stored })
}

func abstract(_ *model.Model, e *model.Element) EntryPart {
	return fields(switched("Abstract", e.Actor().Abstract || e.UseCase().Abstract, &model.SetElement{ID: e.ID, Set: model.Patch{}}, "set.abstract"))
}

// packaged is the package, or the component, that something is in.
func packaged(m *model.Model, e *model.Element) EntryPart {
	label, options := "In the package", optionsOf("", "none")
	if e.Kind == model.Component {
		label = "Part of"
	}
	for _, p := range packagesFor(m, e) {
		options = append(options, Option{Value: string(p.ID), Title: p.Title})
	}
	if len(options) == 1 {
		return EntryPart{}
	}
	return fields(choice(label, string(e.Owner), options, &model.MoveInto{ID: e.ID}, "package"))
}

// stored is what a data store holds.
func stored(m *model.Model, e *model.Element) EntryPart {
	d, set := e.Store(), &model.SetElement{ID: e.ID, Set: model.Patch{}}
	item := itemOf(m, dictionary.Of(m), e, d.Contents, nil)
	return fields(text("Contents", d.Contents, set, "set.contents").rows(2).code().example("{lot entry + (grade)}").problem(item.Problem),
		switched("An archive", d.Archive, set, "set.archive"), switched("Maintained outside", d.Outside, set, "set.outside"))
}

// offeredBy are the subjects that a use case is in, or could be in.
func offeredBy(m *model.Model, e *model.Element) EntryPart {
	var out EntryPart
	for _, s := range subjectsOf(m, e.ID) {
		name := s.Name
		if name == "" {
			name = "(no name)"
		}
		line := &model.Connect{ID: model.DeriveID("offered", string(e.ID), string(s.ID)), Kind: model.Within, Source: e.ID, Target: s.ID}
		out.Fields = append(out.Fields, toggled("Within "+name, s.Line != "", []model.Change{line}, []model.Change{&model.Delete{ID: s.Line}}))
	}
	return out
}

func componentSwitches(_ *model.Model, e *model.Element) EntryPart {
	const word = "subsystem"
	is := slices.Contains(e.Stereotypes, word)
	to := func(list []string) []model.Change {
		return []model.Change{&model.SetElement{ID: e.ID, Set: model.P("stereotypes", list)}}
	}
	without := slices.DeleteFunc(append([]string{}, e.Stereotypes...), func(s string) bool { return s == word })
	return fields(toggled("Subsystem", is, to(append(slices.Clone(without), word)), to(without)),
		switched("Made elsewhere", e.Component().External, &model.SetElement{ID: e.ID, Set: model.Patch{}}, "set.external"))
}

// partOf is what a part of a component is an instance of.
func partOf(m *model.Model, e *model.Element) EntryPart {
	d, set := e.ComponentPart(), &model.SetPart{ID: e.ID, Set: model.Patch{}}
	options := optionsOf("", "not decided")
	for _, c := range componentsBut(m, e) {
		options = append(options, Option{Value: string(c.ID), Title: c.Title})
	}
	return fields(choice("It is a", string(d.Component), options, set, "set.component"),
		text("How many", d.Multiplicity.String(), set, "set.multiplicity").example("1, 0..1, 1..*"))
}

func portSide(_ *model.Model, e *model.Element) EntryPart {
	options := optionsOf("", "where its lines lead", "left", "left", "right", "right", "top", "top", "bottom", "bottom")
	return fields(choice("It stands", string(e.Port().Side), options, &model.SetPart{ID: e.ID, Set: model.Patch{}}, "set.side"))
}
