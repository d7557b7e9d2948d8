package check_test

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/model"
)

// operator plants one kind of mistake wherever it can be made. It is written from the
// constraint that it breaks, not from the rule that is to find it.
type operator struct {
	name   string
	breaks string // the constraint, in short
	minor  bool   // a reviewer would only advise against it
	plant  func(x *planting)
}

// planting collects the mutants of one operator in one model.
type planting struct {
	m    *model.Model
	made [][]model.Change
}

func (x *planting) mutant(changes ...model.Change) { x.made = append(x.made, changes) }

// id is a new one for each mutant.
func (x *planting) id(part string) model.ID {
	return model.ID(fmt.Sprint("planted", len(x.made), part))
}

func (x *planting) elements(kind model.Kind, f func(e *model.Element)) {
	for _, e := range x.m.Elements(kind) {
		f(e)
	}
}

func (x *planting) lines(kind model.Kind, f func(r *model.Relationship)) {
	for _, r := range x.m.Relationships(kind) {
		f(r)
	}
}

// ends calls f for each end of an association between two classes, with the opposite end.
func (x *planting) ends(f func(r *model.Relationship, e, opposite *model.Element)) {
	x.lines(model.Association, func(r *model.Relationship) {
		if ends := x.m.Ends(r.ID); len(ends) == 2 {
			f(r, ends[0], ends[1])
			f(r, ends[1], ends[0])
		}
	})
}

func set(id model.ID, pairs ...any) model.Change {
	return &model.SetPart{ID: id, Set: model.P(pairs...)}
}
func setLine(id model.ID, pairs ...any) model.Change {
	return &model.SetRelationship{ID: id, Set: model.P(pairs...)}
}
func setThing(id model.ID, pairs ...any) model.Change {
	return &model.SetElement{ID: id, Set: model.P(pairs...)}
}
func setEnd(id model.ID, pairs ...any) model.Change {
	return &model.SetEnd{ID: id, Set: model.P(pairs...)}
}
func gone(id model.ID) model.Change               { return &model.Delete{ID: id} }
func named(id model.ID, name string) model.Change { return &model.SetName{ID: id, Name: name} }

func (x *planting) line(kind model.Kind, from, to model.ID) model.Change {
	return &model.Connect{ID: x.id("line"), Kind: kind, Source: from, Target: to}
}

func (x *planting) flow(name string, from, to model.ID) model.Change {
	return &model.Connect{ID: x.id("flow"), Kind: model.DataFlow, Name: name, Source: from, Target: to}
}

func (x *planting) any(kind model.Kind, but ...model.ID) *model.Element {
	for _, e := range x.m.Elements(kind) {
		if !slices.Contains(but, e.ID) {
			return e
		}
	}
	return nil
}

// thingOf is a noun phrase that can be read no other way.
func thingOf(name string) string {
	return "Department of " + strings.Join(model.Words(name)[1:], " ")
}

// lowest reports whether a process is not opened, and no context.
func (x *planting) lowest(p *model.Element) bool {
	return p.Owner != "" && !dataflow.IsOpened(x.m, p.ID)
}

// operators on classes.
var classOperators = []operator{
	{name: "kind of its kind", breaks: "no circle of generalizations", plant: func(x *planting) {
		x.lines(model.Generalization, func(r *model.Relationship) { x.mutant(x.line(model.Generalization, r.Target, r.Source)) })
	}},
	{name: "kind of another metaclass", breaks: "a general is of a fitting kind", plant: func(x *planting) {
		if i := x.any(model.Interface); i != nil {
			x.elements(model.Class, func(c *model.Element) { x.mutant(x.line(model.Generalization, c.ID, i.ID)) })
		}
	}},
	{name: "leaf with kinds", breaks: "a leaf has no kinds", plant: func(x *planting) {
		x.lines(model.Generalization, func(r *model.Relationship) {
			if x.m.Element(r.Target).Kind == model.Class {
				x.mutant(&model.SetClassifier{ID: r.Target, Set: model.P("final", true)})
			}
		})
	}},
	{name: "abstract leaf", breaks: "an abstract class is there for its kinds", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			if len(x.m.Specifics(c.ID)) == 0 {
				x.mutant(&model.SetClassifier{ID: c.ID, Set: model.P("abstract", true)})
			}
		})
	}},
	{name: "whole many", breaks: "a part is in one whole at most", plant: func(x *planting) {
		x.ends(func(r *model.Relationship, e, _ *model.Element) {
			if r.Association().Aggregation == model.Composite && r.Association().Whole == e.ID {
				x.mutant(setEnd(e.ID, "multiplicity", "1..*"))
			}
		})
	}},
	{name: "attribute twice", breaks: "features can be told apart", plant: func(x *planting) {
		x.elements(model.Attribute, func(a *model.Element) {
			x.mutant(&model.AddPart{ID: x.id(""), Owner: a.Owner, Kind: model.Attribute, Name: a.Name, Set: model.P("typeName", "String")})
		})
	}},
	{name: "operation twice", breaks: "operations can be told apart by their signature", plant: func(x *planting) {
		x.elements(model.Operation, func(o *model.Element) {
			c := []model.Change{&model.AddPart{ID: x.id(""), Owner: o.Owner, Kind: model.Operation, Name: o.Name, Set: model.P("visibility", "public")}}
			for i, p := range x.m.Children(o.ID, model.Parameter) {
				c = append(c, &model.AddPart{ID: x.id(fmt.Sprint(i)), Owner: x.id(""), Kind: model.Parameter, Name: p.Name, Set: model.P("typeName", x.m.TypeText(p))})
			}
			x.mutant(c...)
		})
	}},
	{name: "class twice", breaks: "members of a namespace can be told apart", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			x.mutant(&model.AddElement{ID: x.id(""), Kind: model.Class, Name: c.Name})
		})
	}},
	{name: "no name", breaks: "a class has a name", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) { x.mutant(named(c.ID, "")) })
	}},
	{name: "type nobody knows", breaks: "a type is there", plant: func(x *planting) {
		x.elements(model.Attribute, func(a *model.Element) { x.mutant(set(a.ID, "typeName", "Strnig")) })
	}},
	{name: "type of a class deleted", breaks: "a type is there", plant: func(x *planting) {
		x.elements(model.Enumeration, func(e *model.Element) { x.mutant(gone(e.ID)) })
	}},
	{name: "multiplicity dropped", breaks: "it is said how many", plant: func(x *planting) {
		x.ends(func(_ *model.Relationship, e, _ *model.Element) { x.mutant(setEnd(e.ID, "multiplicity", "")) })
	}},
	{name: "each needs two of what needs one", breaks: "bounds leave room for objects", plant: func(x *planting) {
		x.ends(func(r *model.Relationship, e, o *model.Element) {
			if e.Type != o.Type && o.End().Multiplicity.Upper == 1 && o.End().Multiplicity.Lower == 1 && x.m.Element(e.Type).Kind == model.Class {
				x.mutant(setEnd(e.ID, "multiplicity", "2"), &model.Connect{ID: x.id(""), Kind: model.Association, Name: "is matched with", Ends: []model.NewEnd{
					{ID: x.id("a"), Type: e.Type, Set: model.P("multiplicity", "1")}, {ID: x.id("b"), Type: o.Type, Set: model.P("multiplicity", "1")}}})
			}
		})
	}},
	{name: "each needs another of itself", breaks: "there can be finitely many objects", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			x.mutant(&model.Connect{ID: x.id(""), Kind: model.Association, Name: "replaces", Ends: []model.NewEnd{
				{ID: x.id("a"), Type: c.ID, Role: "newer", Set: model.P("multiplicity", "0..1")}, {ID: x.id("b"), Type: c.ID, Role: "older", Set: model.P("multiplicity", "1")}}})
		})
	}},
	{name: "association without name and roles", breaks: "an association says what it is", plant: func(x *planting) {
		x.lines(model.Association, func(r *model.Relationship) {
			if r.Association().Aggregation == model.NoAggregation && r.Name != "" && !slices.ContainsFunc(x.m.Ends(r.ID), func(e *model.Element) bool { return e.Name != "" }) {
				x.mutant(named(r.ID, ""))
			}
		})
	}},
	{name: "association twice", breaks: "one fact is told once", minor: true, plant: func(x *planting) {
		x.lines(model.Association, func(r *model.Relationship) {
			c := &model.Connect{ID: x.id(""), Kind: model.Association, Name: r.Name}
			for i, e := range x.m.Ends(r.ID) {
				c.Ends = append(c.Ends, model.NewEnd{ID: x.id(fmt.Sprint(i)), Type: e.Type, Role: e.Name, Set: model.P("multiplicity", e.End().Multiplicity.String())})
			}
			if r.Name != "" {
				x.mutant(c)
			}
		})
	}},
	{name: "generalization twice over", breaks: "no generalization repeats a longer way", minor: true, plant: func(x *planting) {
		x.lines(model.Generalization, func(r *model.Relationship) {
			if x.m.Element(r.Source).Kind == model.Class {
				x.mutant(&model.AddElement{ID: x.id("c"), Kind: model.Class, Name: "Special" + x.m.Element(r.Source).Name}, &model.AddPart{ID: x.id("a"), Owner: x.id("c"), Kind: model.Attribute, Name: "special", Set: model.P("typeName", "String")},
					&model.Connect{ID: x.id("g"), Kind: model.Generalization, Source: x.id("c"), Target: r.Source}, &model.Connect{ID: x.id("h"), Kind: model.Generalization, Source: x.id("c"), Target: r.Target})
			}
		})
	}},
	{name: "default of another type", breaks: "a default value is of its type", plant: func(x *planting) {
		x.elements(model.Attribute, func(a *model.Element) {
			switch x.m.TypeText(a) {
			case "Integer", "Decimal", "Date", "Boolean":
				x.mutant(set(a.ID, "default", "somewhere"))
			}
		})
	}},
	{name: "default that is no literal", breaks: "a default value is of its type", plant: func(x *planting) {
		x.elements(model.Attribute, func(a *model.Element) {
			if t := x.m.Element(a.Type); t != nil && t.Kind == model.Enumeration {
				x.mutant(set(a.ID, "default", "elsewise"))
			}
		})
	}},
	{name: "literal twice", breaks: "literals can be told apart", plant: func(x *planting) {
		x.elements(model.Literal, func(l *model.Element) {
			x.mutant(&model.AddPart{ID: x.id(""), Owner: l.Owner, Kind: model.Literal, Name: l.Name})
		})
	}},
	{name: "code twice", breaks: "coded values can be told apart", plant: func(x *planting) {
		x.elements(model.Literal, func(l *model.Element) {
			if l.Literal().Value != "" {
				x.mutant(&model.AddPart{ID: x.id(""), Owner: l.Owner, Kind: model.Literal, Name: "another", Set: model.P("value", l.Literal().Value)})
			}
		})
	}},
	{name: "enumeration of nothing", breaks: "an enumeration lists its values", plant: func(x *planting) {
		x.elements(model.Enumeration, func(e *model.Element) {
			var c []model.Change
			for _, l := range x.m.Children(e.ID, model.Literal) {
				c = append(c, gone(l.ID))
			}
			x.mutant(c...)
		})
	}},
	{name: "promised operation missing", breaks: "who realizes an interface offers its operations", plant: func(x *planting) {
		x.lines(model.Realization, func(r *model.Relationship) {
			for _, o := range x.m.Children(r.Source, model.Operation) {
				if slices.ContainsFunc(x.m.Children(r.Target, model.Operation), func(p *model.Element) bool { return p.Name == o.Name }) {
					x.mutant(gone(o.ID))
				}
			}
		})
	}},
	{name: "promised operation with another parameter", breaks: "who realizes an interface offers its operations", plant: func(x *planting) {
		x.lines(model.Realization, func(r *model.Relationship) {
			for _, o := range x.m.Children(r.Source, model.Operation) {
				promised := slices.ContainsFunc(x.m.Children(r.Target, model.Operation), func(p *model.Element) bool { return p.Name == o.Name })
				for _, p := range x.m.Children(o.ID, model.Parameter) {
					if !promised {
						continue
					}
					x.mutant(gone(p.ID), &model.AddPart{ID: x.id(""), Owner: o.ID, Kind: model.Parameter, Name: p.Name, Set: model.P("typeName", "Boolean")})
				}
			}
		})
	}},
	{name: "hidden feature of an interface", breaks: "features of interfaces are public", plant: func(x *planting) {
		x.elements(model.Operation, func(o *model.Element) {
			if x.m.Element(o.Owner).Kind == model.Interface {
				x.mutant(set(o.ID, "visibility", "private"))
			}
		})
	}},
	{name: "realization of a class", breaks: "an interface is realized", plant: func(x *planting) {
		x.lines(model.Realization, func(r *model.Relationship) {
			if other := x.any(model.Class, r.Source); x.m.Element(r.Target).Kind == model.Interface {
				x.mutant(setLine(r.ID, "target", other.ID))
			}
		})
	}},
	{name: "abstract operation in a concrete class", breaks: "abstract operations stand in abstract classes", plant: func(x *planting) {
		x.elements(model.Operation, func(o *model.Element) {
			if c := x.m.Element(o.Owner); c.Kind == model.Class && !c.Classifier().Abstract {
				x.mutant(set(o.ID, "abstract", true))
			}
		})
	}},
	{name: "inherited abstract operation left open", breaks: "a concrete class leaves nothing open", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			if c.Classifier().Abstract && len(x.m.Specifics(c.ID)) > 0 {
				x.mutant(&model.AddPart{ID: x.id(""), Owner: c.ID, Kind: model.Operation, Name: "describe", Set: model.P("abstract", true, "visibility", "public")})
			}
		})
	}},
	{name: "override with another result", breaks: "what overrides is consistent with what it overrides", plant: func(x *planting) {
		x.lines(model.Generalization, func(r *model.Relationship) {
			if x.m.Element(r.Target).Kind == model.Class {
				x.mutant(&model.AddPart{ID: x.id("a"), Owner: r.Target, Kind: model.Operation, Name: "weigh", Set: model.P("typeName", "Decimal", "visibility", "public")},
					&model.AddPart{ID: x.id("b"), Owner: r.Source, Kind: model.Operation, Name: "weigh", Set: model.P("typeName", "Date", "visibility", "public")})
			}
		})
	}},
	{name: "override visible to fewer", breaks: "what overrides is consistent with what it overrides", plant: func(x *planting) {
		x.lines(model.Generalization, func(r *model.Relationship) {
			if x.m.Element(r.Target).Kind == model.Class {
				x.mutant(&model.AddPart{ID: x.id("a"), Owner: r.Target, Kind: model.Operation, Name: "weigh", Set: model.P("visibility", "public")},
					&model.AddPart{ID: x.id("b"), Owner: r.Source, Kind: model.Operation, Name: "weigh", Set: model.P("visibility", "protected")})
			}
		})
	}},
	{name: "inherited attribute again", breaks: "a specific does not hide what it inherits", plant: func(x *planting) {
		x.lines(model.Generalization, func(r *model.Relationship) {
			for _, a := range x.m.Children(r.Target, model.Attribute) {
				if a.Attribute().Visibility == model.Private {
					x.mutant(set(a.ID, "visibility", "protected"), &model.AddPart{ID: x.id(""), Owner: r.Source, Kind: model.Attribute, Name: a.Name, Set: model.P("typeName", "String")})
				}
			}
		})
	}},
	{name: "redefines what is not there", breaks: "what is redefined is inherited", plant: func(x *planting) {
		x.elements(model.Attribute, func(a *model.Element) { x.mutant(set(a.ID, "redefines", "nowhere")) })
	}},
	{name: "subsets what is not there", breaks: "what is subset is there", plant: func(x *planting) {
		x.ends(func(_ *model.Relationship, e, _ *model.Element) {
			x.mutant(setEnd(e.ID, "subsets", []string{"nowhere"}))
		})
	}},
	{name: "role like an attribute", breaks: "roles and attributes of a class can be told apart", plant: func(x *planting) {
		x.ends(func(_ *model.Relationship, e, o *model.Element) {
			for _, a := range x.m.Children(o.Type, model.Attribute) {
				x.mutant(named(e.ID, a.Name))
			}
		})
	}},
	{name: "parameter twice", breaks: "parameters can be told apart", plant: func(x *planting) {
		x.elements(model.Parameter, func(p *model.Element) {
			if p.Name != "" {
				x.mutant(&model.AddPart{ID: x.id(""), Owner: p.Owner, Kind: model.Parameter, Name: p.Name, Set: model.P("typeName", "String")})
			}
		})
	}},
	{name: "class as an attribute of text", breaks: "what has objects of its own is no text", minor: true, plant: func(x *planting) {
		x.lines(model.Association, func(r *model.Relationship) {
			ends := x.m.Ends(r.ID)
			if len(ends) == 2 && ends[0].Type != ends[1].Type && x.m.Element(ends[0].Type).Kind == model.Class && x.m.Element(ends[1].Type).Kind == model.Class {
				name := x.m.Element(ends[1].Type).Name
				x.mutant(gone(r.ID), &model.AddPart{ID: x.id(""), Owner: ends[0].Type, Kind: model.Attribute, Name: strings.ToLower(name[:1]) + name[1:], Set: model.P("typeName", "String", "visibility", "private")})
			}
		})
	}},
	{name: "association as an attribute", breaks: "links are told by associations", minor: true, plant: func(x *planting) {
		x.ends(func(r *model.Relationship, e, o *model.Element) {
			if c := x.m.Element(e.Type); c.Kind == model.Class && x.m.Element(o.Type).Kind == model.Class {
				x.mutant(&model.AddPart{ID: x.id(""), Owner: o.Type, Kind: model.Attribute, Name: "held" + c.Name, Set: model.P("type", c.ID, "visibility", "private")})
			}
		})
	}},
	{name: "key of another class", breaks: "links are told by associations", minor: true, plant: func(x *planting) {
		x.ends(func(r *model.Relationship, e, o *model.Element) {
			if c := x.m.Element(e.Type); c.Kind == model.Class && x.m.Element(o.Type).Kind == model.Class {
				x.mutant(&model.AddPart{ID: x.id(""), Owner: o.Type, Kind: model.Attribute, Name: strings.ToLower(c.Name[:1]) + c.Name[1:] + "Id", Set: model.P("typeName", "Integer", "visibility", "private")})
			}
		})
	}},
	{name: "numbered attributes", breaks: "several values are one attribute with a multiplicity", minor: true, plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			x.mutant(&model.AddPart{ID: x.id("1"), Owner: c.ID, Kind: model.Attribute, Name: "remark1", Set: model.P("typeName", "String", "visibility", "private")},
				&model.AddPart{ID: x.id("2"), Owner: c.ID, Kind: model.Attribute, Name: "remark2", Set: model.P("typeName", "String", "visibility", "private")})
		})
	}},
	{name: "written another way", breaks: "one term is written one way", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			if words := model.Words(c.Name); len(words) > 1 {
				x.mutant(&model.AddElement{ID: x.id("p"), Kind: model.PackageKind, Name: "Elsewhere"}, &model.AddElement{ID: x.id(""), Kind: model.Class, Name: strings.Join(words, "_")}, &model.MoveInto{ID: x.id(""), Package: x.id("p")})
			}
		})
	}},
	{name: "named in the plural", breaks: "a class is named in the singular, as the others are", minor: true, plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) { x.mutant(named(c.ID, model.Plural(c.Name))) })
	}},
	{name: "stored without a key", breaks: "stored objects can be told apart", minor: true, plant: func(x *planting) {
		x.elements(model.Attribute, func(a *model.Element) {
			isPart := slices.ContainsFunc(x.m.RelationshipsOf(a.Owner), func(r *model.Relationship) bool { // it may be told apart by its whole
				whole := x.m.Element(r.Association().Whole)
				return r.Association().Aggregation == model.Composite && whole != nil && whole.Type != a.Owner
			})
			if a.Attribute().Identifier && !isPart {
				x.mutant(set(a.ID, "identifier", false), &model.SetClassifier{ID: a.Owner, Set: model.P("stored", true)})
			}
		})
	}},
	{name: "association class at its own end", breaks: "an association class is no end of itself", plant: func(x *planting) {
		x.ends(func(r *model.Relationship, e, _ *model.Element) {
			if r.Class == "" && x.m.Element(e.Type).Kind == model.Class {
				x.mutant(setLine(r.ID, "class", e.Type))
			}
		})
	}},
	{name: "default of a parameter of another type", breaks: "a default value is of its type", plant: func(x *planting) {
		x.elements(model.Parameter, func(p *model.Element) {
			if t := x.m.TypeText(p); t == "Integer" || t == "Decimal" || t == "Date" {
				x.mutant(set(p.ID, "default", "somewhere"))
			}
		})
	}},
	{name: "realization twice", breaks: "one fact is drawn once", plant: func(x *planting) {
		x.lines(model.Realization, func(r *model.Relationship) { x.mutant(x.line(model.Realization, r.Source, r.Target)) })
	}},
	{name: "subset larger than its set", breaks: "a subset allows no more than what it subsets", plant: func(x *planting) {
		x.ends(func(r *model.Relationship, e, o *model.Element) {
			if u := e.End().Multiplicity.Upper; e.Type != o.Type && u == 1 && x.m.Element(e.Type).Kind == model.Class && x.m.Element(o.Type).Kind == model.Class {
				x.mutant(named(e.ID, "chosen"), &model.Connect{ID: x.id("r"), Kind: model.Association, Name: "prefers", Ends: []model.NewEnd{
					{ID: x.id("a"), Type: o.Type, Set: model.P("multiplicity", "0..*")}, {ID: x.id("b"), Type: e.Type, Role: "preferred", Set: model.P("multiplicity", "0..5", "subsets", []string{"chosen"})}}})
			}
		})
	}},
	{name: "more links than allowed", breaks: "objects are linked as often as the association says", plant: func(x *planting) {
		x.lines(model.Link, func(r *model.Relationship) {
			a := x.m.Relationship(r.Refers)
			from, to := x.m.Element(r.Source), x.m.Element(r.Target)
			if a == nil || len(x.m.Ends(a.ID)) != 2 {
				return
			}
			for _, e := range x.m.Ends(a.ID) { // another object at an end that allows one
				if e.End().Multiplicity.Upper != 1 {
					continue
				}
				c := &model.AddElement{ID: x.id("o"), Kind: model.Object, Name: "surplus", Set: model.P("typeName", x.m.Element(e.Type).Name)}
				l := &model.Connect{ID: x.id("l"), Kind: model.Link, Refers: a.ID, Source: from.ID, Target: to.ID}
				if from.Type == e.Type {
					l.Source = c.ID
				} else {
					l.Target = c.ID
				}
				x.mutant(c, l)
			}
		})
	}},
	{name: "object of an abstract class", breaks: "an abstract class has no direct instances", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			if c.Classifier().Abstract {
				x.mutant(&model.AddElement{ID: x.id(""), Kind: model.Object, Name: "sample", Set: model.P("typeName", c.Name)})
			}
		})
	}},
	{name: "object with a value of nothing", breaks: "slots are of features of the class", plant: func(x *planting) {
		x.elements(model.Object, func(o *model.Element) {
			x.mutant(&model.SetObject{ID: o.ID, Name: o.Name, Type: o.Type, Slots: []model.SlotValue{{Name: "nowhere", Value: "1"}}})
		})
	}},
	{name: "link between other classes", breaks: "a link is of its association's types", plant: func(x *planting) {
		x.lines(model.Link, func(r *model.Relationship) {
			x.mutant(setLine(r.ID, "source", r.Target, "target", r.Source))
		})
	}},
}

// operators on data flow.
var flowOperators = []operator{
	{name: "flow of the parent dropped", breaks: "a level shows what its process exchanges", plant: func(x *planting) {
		x.lines(model.DataFlow, func(f *model.Relationship) {
			for _, id := range []model.ID{f.Source, f.Target} {
				if p := x.m.Element(id); p != nil && p.Kind == model.Process && dataflow.IsOpened(x.m, p.ID) {
					x.mutant(gone(f.ID))
				}
			}
		})
	}},
	{name: "flow at the edge of a level dropped", breaks: "a level shows what its process exchanges", plant: func(x *planting) {
		for _, l := range dataflow.Levels(x.m) {
			for _, e := range dataflow.EdgeOf(x.m, l) {
				x.mutant(gone(e.Flow.ID))
			}
		}
	}},
	{name: "flow at the edge of a level renamed", breaks: "a level shows what its process exchanges", plant: func(x *planting) {
		for _, l := range dataflow.Levels(x.m) {
			for _, e := range dataflow.EdgeOf(x.m, l) {
				if p := x.m.Element(e.Partner); p == nil || p.Kind == model.Entity {
					x.mutant(named(e.Flow.ID, "odd slip"))
				}
			}
		}
	}},
	{name: "flow added at the edge of a level", breaks: "a level shows what its process exchanges", plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if x.lowest(p) {
				x.mutant(x.flow("odd slip", "", p.ID), &model.AddElement{ID: x.id("i"), Kind: model.DataItem, Name: "odd slip", Set: model.P("source", "elementary")})
			}
		})
	}},
	{name: "flow to another partner", breaks: "a level exchanges with the partners of its process", plant: func(x *planting) {
		x.lines(model.DataFlow, func(f *model.Relationship) {
			to, from := x.m.Element(f.Target), x.m.Element(f.Source)
			if to == nil || from == nil || to.Kind != model.Entity || from.Owner == "" {
				return
			}
			if other := x.any(model.Entity, to.ID); other != nil {
				x.mutant(setLine(f.ID, "target", other.ID))
			}
		})
	}},
	{name: "flow turned round", breaks: "a level exchanges in the directions of its process", plant: func(x *planting) {
		x.lines(model.DataFlow, func(f *model.Relationship) {
			if from := x.m.Element(f.Source); from != nil && from.Kind == model.Entity && f.Target != "" {
				x.mutant(&model.Reverse{ID: f.ID})
			}
		})
	}},
	{name: "from outside to outside", breaks: "a flow begins or ends at a process", plant: func(x *planting) {
		x.elements(model.Entity, func(e *model.Element) {
			if o := x.any(model.Entity, e.ID); o != nil {
				x.mutant(x.flow("greeting card", e.ID, o.ID))
			}
		})
	}},
	{name: "from store to store", breaks: "a flow begins or ends at a process", plant: func(x *planting) {
		x.elements(model.Store, func(s *model.Element) {
			if o := x.any(model.Store, s.ID); o != nil {
				x.mutant(x.flow("copy sheet", s.ID, o.ID))
			}
		})
	}},
	{name: "from outside to a store", breaks: "a flow begins or ends at a process", plant: func(x *planting) {
		x.elements(model.Store, func(s *model.Element) { x.mutant(x.flow("loose leaf", x.any(model.Entity).ID, s.ID)) })
	}},
	{name: "to itself", breaks: "what waits rests in a store", plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) { x.mutant(x.flow("inner note", p.ID, p.ID)) })
	}},
	{name: "flow without a name", breaks: "a flow is named by its data", plant: func(x *planting) {
		x.lines(model.DataFlow, func(f *model.Relationship) {
			from, to := x.m.Element(f.Source), x.m.Element(f.Target)
			if (from == nil || from.Kind != model.Store) && (to == nil || to.Kind != model.Store) {
				x.mutant(named(f.ID, ""))
			}
		})
	}},
	{name: "flow named for an action", breaks: "a flow is named by its data", plant: func(x *planting) {
		x.lines(model.DataFlow, func(f *model.Relationship) {
			if f.Name != "" {
				x.mutant(named(f.ID, "send "+f.Name))
			}
		})
	}},
	{name: "flow of control", breaks: "a flow carries data, not a signal to go on", plant: func(x *planting) {
		x.lines(model.DataFlow, func(f *model.Relationship) {
			if from, to := x.m.Element(f.Source), x.m.Element(f.Target); from != nil && to != nil && from.Kind == model.Process && to.Kind == model.Process {
				x.mutant(named(f.ID, "approved?"))
			}
		})
	}},
	{name: "flow twice", breaks: "one fact is drawn once", plant: func(x *planting) {
		x.lines(model.DataFlow, func(f *model.Relationship) {
			if f.Source != "" && f.Target != "" {
				x.mutant(x.flow(f.Name, f.Source, f.Target))
			}
		})
	}},
	{name: "nothing comes in", breaks: "a process makes its outputs of inputs", plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			var c []model.Change
			for _, f := range x.m.Flows(p.ID) {
				if f.Target == p.ID {
					c = append(c, gone(f.ID))
				}
			}
			if x.lowest(p) && len(c) > 0 {
				x.mutant(c...)
			}
		})
	}},
	{name: "nothing comes out", breaks: "a process makes something of its inputs", plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			var c []model.Change
			for _, f := range x.m.Flows(p.ID) {
				if f.Source == p.ID {
					c = append(c, gone(f.ID))
				}
			}
			if x.lowest(p) && len(c) > 0 {
				x.mutant(c...)
			}
		})
	}},
	{name: "output from nowhere", breaks: "what goes out comes in, or is made there", minor: true, plant: func(x *planting) {
		x.lines(model.DataFlow, func(f *model.Relationship) {
			to, from := x.m.Element(f.Target), x.m.Element(f.Source)
			if to == nil || to.Kind != model.Entity || from == nil || !x.lowest(from) {
				return
			}
			for _, i := range x.m.ByTerm(f.Name, model.DataItem) {
				x.mutant(setThing(i.ID, "contents", strings.TrimPrefix(i.DataItem().Contents+" + shoe size", " + ")), &model.AddElement{ID: x.id(""), Kind: model.DataItem, Name: "shoe size", Set: model.P("source", "elementary")})
			}
		})
	}},
	{name: "process named as a thing", breaks: "a process is named by what is done", plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if p.Owner != "" && p.Process().View == model.Logical {
				x.mutant(named(p.ID, thingOf(p.Name)))
			}
		})
	}},
	{name: "process named as a question", breaks: "a process is named by what is done", plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if x.lowest(p) {
				x.mutant(named(p.ID, "Is it complete?"))
			}
		})
	}},
	{name: "process named vaguely", breaks: "a process is named by what is done", minor: true, plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if p.Owner != "" && p.Process().View == model.Logical {
				x.mutant(named(p.ID, "Process data"))
			}
		})
	}},
	{name: "entity named for an action", breaks: "an external entity is somebody or something", plant: func(x *planting) {
		x.elements(model.Entity, func(e *model.Element) { x.mutant(named(e.ID, "Send papers")) })
	}},
	{name: "entry of the dictionary dropped", breaks: "data are defined", plant: func(x *planting) {
		x.elements(model.DataItem, func(i *model.Element) { x.mutant(gone(i.ID)) })
	}},
	{name: "entry that contains itself", breaks: "a definition ends at elementary data", plant: func(x *planting) {
		x.elements(model.DataItem, func(i *model.Element) {
			if i.DataItem().Contents != "" {
				x.mutant(setThing(i.ID, "contents", i.DataItem().Contents+" + "+i.Name))
			}
		})
	}},
	{name: "contents that cannot be read", breaks: "contents follow the notation", plant: func(x *planting) {
		x.elements(model.DataItem, func(i *model.Element) {
			if i.DataItem().Contents != "" {
				x.mutant(setThing(i.ID, "contents", i.DataItem().Contents+" + ["))
			}
		})
	}},
	{name: "a part twice", breaks: "a definition says each thing once", plant: func(x *planting) {
		x.elements(model.DataItem, func(i *model.Element) {
			if first, _, more := strings.Cut(i.DataItem().Contents, " + "); more {
				x.mutant(setThing(i.ID, "contents", i.DataItem().Contents+" + "+strings.Trim(first, "@ ")))
			}
		})
	}},
	{name: "entry that nothing uses", breaks: "the dictionary holds what is used", minor: true, plant: func(x *planting) {
		x.mutant(&model.AddElement{ID: x.id(""), Kind: model.DataItem, Name: "hat size", Set: model.P("source", "elementary")})
	}},
	{name: "store that nobody writes", breaks: "what is read was written", plant: func(x *planting) {
		x.elements(model.Store, func(s *model.Element) {
			var c []model.Change
			for _, f := range x.m.Flows(s.ID) {
				if f.Target == s.ID {
					c = append(c, gone(f.ID))
				}
			}
			if len(c) > 0 && len(c) < len(x.m.Flows(s.ID)) {
				x.mutant(c...)
			}
		})
	}},
	{name: "store that nobody reads", breaks: "what is written is read", plant: func(x *planting) {
		x.elements(model.Store, func(s *model.Element) {
			var c []model.Change
			for _, f := range x.m.Flows(s.ID) {
				if f.Source == s.ID {
					c = append(c, gone(f.ID))
				}
			}
			if len(c) > 0 && len(c) < len(x.m.Flows(s.ID)) && !s.Store().Archive {
				x.mutant(c...)
			}
		})
	}},
	{name: "read and not held", breaks: "a store gives what it holds", plant: func(x *planting) {
		x.lines(model.DataFlow, func(f *model.Relationship) {
			if from := x.m.Element(f.Source); from != nil && from.Kind == model.Store && from.Store().Contents != "" {
				x.mutant(named(f.ID, "hat size"), &model.AddElement{ID: x.id(""), Kind: model.DataItem, Name: "hat size", Set: model.P("source", "elementary")})
			}
		})
	}},
	{name: "held and never written", breaks: "what a store holds is written there", plant: func(x *planting) {
		x.elements(model.Store, func(s *model.Element) {
			if s.Store().Contents != "" && !s.Store().Outside && slices.ContainsFunc(x.m.Flows(s.ID), func(f *model.Relationship) bool { return f.Target == s.ID }) {
				x.mutant(setThing(s.ID, "contents", s.Store().Contents+" + hat size"), &model.AddElement{ID: x.id(""), Kind: model.DataItem, Name: "hat size", Set: model.P("source", "elementary")})
			}
		})
	}},
	{name: "store twice", breaks: "stores can be told apart", plant: func(x *planting) {
		x.elements(model.Store, func(s *model.Element) {
			x.mutant(&model.AddElement{ID: x.id(""), Kind: model.Store, Name: s.Name})
		})
	}},
	{name: "entity twice", breaks: "entities can be told apart", plant: func(x *planting) {
		x.elements(model.Entity, func(e *model.Element) {
			x.mutant(&model.AddElement{ID: x.id(""), Kind: model.Entity, Name: e.Name})
		})
	}},
	{name: "entry twice", breaks: "data are defined once", plant: func(x *planting) {
		x.elements(model.DataItem, func(i *model.Element) {
			x.mutant(&model.AddElement{ID: x.id(""), Kind: model.DataItem, Name: i.Name, Set: model.P("source", "elementary")})
		})
	}},
	{name: "entity that nothing touches", breaks: "who is outside exchanges data", plant: func(x *planting) {
		x.mutant(&model.AddElement{ID: x.id(""), Kind: model.Entity, Name: "Umbrella maker"})
	}},
	{name: "there and perhaps missing", breaks: "contents do not contradict themselves", plant: func(x *planting) {
		x.elements(model.DataItem, func(i *model.Element) {
			if first, _, more := strings.Cut(i.DataItem().Contents, " + "); more && !strings.ContainsAny(first, "{([") {
				x.mutant(setThing(i.ID, "contents", i.DataItem().Contents+" + ("+strings.Trim(first, "@ ")+")"))
			}
		})
	}},
	{name: "only called otherwise", breaks: "a process changes what passes", minor: true, plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if x.lowest(p) && p.Process().View == model.Logical {
				x.mutant(&model.AddElement{ID: x.id("p"), Kind: model.Process, Name: "Rename slip", Owner: p.Owner, Set: model.P("specification", "write a head card")},
					&model.AddElement{ID: x.id("i"), Kind: model.DataItem, Name: "hat slip", Set: model.P("contents", "hat size + shoe size")}, &model.AddElement{ID: x.id("j"), Kind: model.DataItem, Name: "head card", Set: model.P("contents", "hat size + shoe size")},
					&model.AddElement{ID: x.id("k"), Kind: model.DataItem, Name: "hat size", Set: model.P("source", "created")}, &model.AddElement{ID: x.id("l"), Kind: model.DataItem, Name: "shoe size", Set: model.P("source", "created")},
					&model.Connect{ID: x.id("f"), Kind: model.DataFlow, Name: "hat slip", Source: p.ID, Target: x.id("p")}, &model.Connect{ID: x.id("g"), Kind: model.DataFlow, Name: "head card", Source: x.id("p"), Target: p.ID})
			}
		})
	}},
	{name: "written together and apart", breaks: "one term is written one way", plant: func(x *planting) {
		x.elements(model.DataItem, func(i *model.Element) {
			if words := model.Words(i.Name); len(words) == 2 {
				x.mutant(&model.AddElement{ID: x.id(""), Kind: model.DataItem, Name: strings.Join(words, ""), Set: model.P("source", "elementary")})
			}
		})
	}},
	{name: "process twice on a level", breaks: "processes of a level can be told apart", plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if p.Owner != "" {
				x.mutant(&model.AddElement{ID: x.id(""), Kind: model.Process, Name: p.Name, Owner: p.Owner, Set: model.P("view", p.Process().View)})
			}
		})
	}},
	{name: "number twice", breaks: "processes of a level bear different numbers", plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if siblings := x.m.Level(p.Owner, p.Process().View); p.Owner != "" && len(siblings) > 1 && siblings[0] != p {
				x.mutant(setThing(p.ID, "ordinal", siblings[0].Process().Ordinal))
			}
		})
	}},
	{name: "outside met only below", breaks: "a lower level adds nothing outside", plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if x.lowest(p) && x.m.Element(p.Owner).Owner != "" {
				x.mutant(&model.AddElement{ID: x.id("e"), Kind: model.Entity, Name: "Newcomer"}, x.flow("odd slip", x.id("e"), p.ID))
			}
		})
	}},
	{name: "process without a word", breaks: "a process that is not opened is specified", minor: true, plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if x.lowest(p) && p.Process().View == model.Logical && p.Process().Specification != "" && p.Process().Decision == nil {
				x.mutant(setThing(p.ID, "specification", ""))
			}
		})
	}},
	{name: "process that passes on", breaks: "a process changes what passes", plant: func(x *planting) {
		x.elements(model.Process, func(p *model.Element) {
			if p.Owner != "" && p.Process().View == model.Logical {
				x.mutant(&model.AddElement{ID: x.id("p"), Kind: model.Process, Name: "Pass slip", Owner: p.Owner, Set: model.P("specification", "hand the odd slip on")},
					&model.AddElement{ID: x.id("i"), Kind: model.DataItem, Name: "odd slip", Set: model.P("source", "elementary")},
					&model.Connect{ID: x.id("f"), Kind: model.DataFlow, Name: "odd slip", Source: p.ID, Target: x.id("p")}, &model.Connect{ID: x.id("g"), Kind: model.DataFlow, Name: "odd slip", Source: x.id("p"), Target: p.ID})
			}
		})
	}},
}
