package view

import (
	"slices"

	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/rework"
)

func lineNamed(_ *model.Model, r *model.Relationship) EntryPart {
	return fields(text("Name", r.Name, &model.SetName{ID: r.ID}, "name")).lead()
}

// inverseNamed is how an association is called the other way round; one that the verb has is
// shown as an example.
func inverseNamed(m *model.Model, r *model.Relationship) EntryPart {
	if len(m.Ends(r.ID)) != 2 {
		return EntryPart{}
	}
	inverse := text("Inverse name", r.Association().Inverse, &model.SetRelationship{ID: r.ID, Set: model.Patch{}}, "set.inverse")
	if like := english.Inverse(r.Name); like != "" {
		inverse = inverse.example(like)
	}
	return fields(inverse).lead()
}

func lineDefined(_ *model.Model, r *model.Relationship) EntryPart {
	return fields(text("Definition", r.Definition, &model.SetDefinition{ID: r.ID}, "text").rows(2)).lead()
}

// kindOfLine is what a relationship is, among all that it could be between the same elements.
func kindOfLine(m *model.Model, r *model.Relationship) EntryPart {
	var options []Option
	for _, k := range rework.KindsOf(m, r) {
		o := Option{Value: string(k.Form), Title: k.Title}
		if len(k.Changes) > 0 {
			o.Changes = model.EncodeChanges(k.Changes)
		}
		options = append(options, o)
	}
	if len(options) == 0 {
		return EntryPart{}
	}
	return fields(Field{Label: "Kind", Type: ChoiceField, Value: string(rework.FormOf(r)), Choices: options}).lead()
}

func firstEnd(m *model.Model, r *model.Relationship) EntryPart  { return endOf(m, r, 0) }
func secondEnd(m *model.Model, r *model.Relationship) EntryPart { return endOf(m, r, 1) }

// furtherEnds are those of an association of three and more, behind the third in one part
// after the other.
func furtherEnds(m *model.Model, r *model.Relationship) EntryPart {
	var first *EntryPart
	for i := len(m.Ends(r.ID)) - 1; i >= 2; i-- {
		part := endOf(m, r, i)
		part.Fields = append(part.Fields, part.More.Fields...)
		part.More, part.Stated = first, true
		first = &part
	}
	if first == nil {
		return EntryPart{}
	}
	return *first
}

// endOf is an end of an association: its role and multiplicity, and folded what else it says.
func endOf(m *model.Model, r *model.Relationship, i int) EntryPart {
	ends := m.Ends(r.ID)
	if i >= len(ends) {
		return EntryPart{}
	}
	e := ends[i]
	d, set := e.End(), &model.SetEnd{ID: e.ID, Set: model.Patch{}}
	at := "(no name)"
	if t := m.Element(e.Type); t != nil && t.Name != "" {
		at = t.Name
	}
	out := EntryPart{Title: "End at " + at, Fields: []Field{
		text("Role", e.Name, set, "set.name"),
		text("Multiplicity", d.Multiplicity.String(), set, "set.multiplicity"),
	}}
	if d.Multiplicity.State == model.Undecided {
		out.Fields = append(out.Fields, text("Question", d.Question, set, "set.question").rows(2), text("Whom to ask", d.Ask, set, "set.ask"))
	}
	if e.Name != "" {
		at = e.Name
	}
	out.More = &EntryPart{Title: "More of the end at " + at, Fields: []Field{
		choice("Followed to it", string(d.Navigable), optionsOf("", "not stated", "yes", "yes, an arrow", "no", "no, a cross"), set, "set.navigable"),
		choice("Visibility of the role", string(d.Visibility), optionsOf("", "not stated", "public", "+ public", "private", "- private", "protected", "# protected", "package", "~ package"), set, "set.visibility"),
		switched("Part of the identifier of the other end", d.Identifier, set, "set.identifier"),
		switched("Ordered", d.Ordered, set, "set.ordered"),
		switched("The same may stand twice", d.NonUnique, set, "set.nonUnique"),
		switched("Read-only", d.ReadOnly, set, "set.readOnly"),
		switched("Derived", d.Derived, set, "set.derived"),
		switched("Owned by the class", d.InClass, set, "set.inClass"),
		names("Key here (qualifier)", d.Qualifiers, set, "set.qualifiers").example("lotNumber: String"),
		names("Subsets", d.Subsets, set, "set.subsets"),
		names("Redefines", d.Redefines, set, "set.redefines"),
	}}
	out.Stated = slices.ContainsFunc(out.More.Fields, func(f Field) bool { return f.Value != "" })
	return out
}

func takesPart(_ *model.Model, r *model.Relationship) EntryPart {
	options := optionsOf(string(model.Primary), "primary actor", string(model.Supporting), "supporting actor", "", "takes part")
	f := choice("What the actor does", string(r.Participation().Part), options, &model.SetRelationship{ID: r.ID, Set: model.Patch{}}, "set.part")
	f.Type = OneField
	return fields(f)
}

// extension is when and at which points a use case extends another one.
func extension(m *model.Model, r *model.Relationship) EntryPart {
	d, set := r.Extend(), &model.SetRelationship{ID: r.ID, Set: model.Patch{}}
	out := fields(text("When", d.Condition, set, "set.condition").rows(2).example("the jars are new"))
	at := func(list []model.ID) []model.Change {
		return []model.Change{&model.SetRelationship{ID: r.ID, Set: model.P("points", list)}}
	}
	for _, p := range m.Children(r.Target, model.ExtensionPoint) {
		without := slices.DeleteFunc(append([]model.ID{}, d.Points...), func(id model.ID) bool { return id == p.ID })
		out.Fields = append(out.Fields, toggled("At "+p.Name, slices.Contains(d.Points, p.ID), at(append(slices.Clone(without), p.ID)), at(without)))
	}
	return out
}
