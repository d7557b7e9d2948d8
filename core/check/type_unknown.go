package check

import (
	"fmt"
	"slices"

	"lexeon/core/model"
)

var typeUnknown = &Analyzer{
	Name:     "class/type-unknown",
	Title:    "A type is not known",
	Severity: Warning,
	Doc: "The type is neither a primitive type nor a classifier of the model. It may be misspelt, or a concept may be missing. " +
		"Generated code can only guess what it is.",
	Source: "UML 2.5.1, 7.5.3: the type of a typed element is a Type of the model.",
	Finds:  "floralSource: FloralSource, where nothing of that name exists",
	Leaves: "mass: Decimal, grade: Grade where Grade is an enumeration",
	Scope: Each{
		Kinds: []model.Kind{model.Attribute, model.Operation, model.Parameter, model.Reception},
		Reach: []Neighbourhood{Self, Parts, partsOfParts, TypedParts, nearTypes},
		Run: func(p *Pass, r model.Row) {
			e := r.(*model.Element)
			name := e.TypeName()
			if e.Type != "" || name == "" {
				return
			}
			if _, ok := model.Primitive(name); ok {
				return
			}
			found := fitting(e, p.Model.ClassifiersNamed(name))
			if len(found) > 1 {
				p.Report(Finding{Subject: e.ID, says: say("%s: the type %s may be any of %d elements of that name.", whereOf(p.Model, e), name, len(found))})
				return
			}
			f := Finding{Subject: e.ID, says: say("%s: the type %s is not known.", whereOf(p.Model, e), name)}
			if e.Kind == model.Reception {
				f.says = say("%s receives the signal %s, which is not known.", nameOf(p.Model, e.Owner), name)
			}
			seen := map[string]bool{}
			for _, near := range fitting(e, p.Model.ClassifiersByTerm(name)) {
				if seen[near.Name] {
					continue
				}
				seen[near.Name] = true
				f.Related = append(f.Related, near.ID)
				f.Mends = append(f.Mends, Mend{Title: "Use " + near.Name, Changes: []model.Change{
					&model.SetPart{ID: e.ID, Set: model.P("typeName", near.Name)}}})
			}
			for _, kind := range kindsOfType(e) {
				f.Mends = append(f.Mends, Mend{
					Title:   fmt.Sprintf("Create the %s %s", kind.Title(), name),
					Changes: []model.Change{&model.AddElement{ID: model.DeriveID("type", string(e.ID), name), Kind: kind, Name: name}},
				})
			}
			p.Report(f, idStrings(f.Related)...)
		},
	},
}

// fitting leaves what can be the type of a part: only a signal is received.
func fitting(e *model.Element, types []*model.Element) []*model.Element {
	return slices.DeleteFunc(types, func(t *model.Element) bool { return e.Kind == model.Reception && t.Kind != model.Signal })
}

// kindsOfType are what the type of a part may be made as.
func kindsOfType(e *model.Element) []model.Kind {
	if e.Kind == model.Reception {
		return []model.Kind{model.Signal}
	}
	return []model.Kind{model.Class, model.DataType, model.Enumeration}
}

// nearTypes: an element's name may be the one that a type was meant to be, by
// its normal form; whoever is typed by a name of that term is reached through
// the names of its faces and aliases.
func nearTypes(m *model.Model, r model.Row, reach func(model.ID)) {
	var forms []string
	switch r := r.(type) {
	case *model.Element:
		if r.Kind.IsClassifier() {
			forms = append(forms, r.Name)
			if t := m.Term(r.Term); t != nil {
				forms = append(append(forms, t.Name), t.Aliases...)
			}
		}
	case *model.Term:
		forms = append(append(forms, r.Name), r.Aliases...)
	}
	for _, f := range forms {
		for _, p := range m.TypedNear(f) {
			reach(p.ID)
		}
	}
}
