package check

import (
	"fmt"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// suggestedType is the type that the name of an attribute suggests, or that it is measured in something; empty where neither does.
func suggestedType(a *model.Element) string {
	kind := english.KindOfValue(model.Words(a.Name))
	unit, in := strings.CutPrefix(strings.TrimSuffix(a.Definition, "."), "In ")
	if in && kind != english.IntegerValue && kind != english.MoneyValue && english.IsUnit(strings.Fields(unit)) {
		return string(english.DecimalValue)
	}
	return string(kind)
}

// typesMend gives attributes the types that their names suggest.
func typesMend(attributes []*model.Element) []Mend {
	var changes []model.Change
	var said []string
	for _, a := range attributes {
		if name := suggestedType(a); name != "" {
			changes = append(changes, &model.SetPart{ID: a.ID, Set: model.P("typeName", name)})
			said = append(said, a.Name+": "+name)
		}
	}
	if len(changes) == 0 {
		return nil
	}
	types := "type"
	if len(said) > 1 {
		types = "types"
	}
	return []Mend{{Title: fmt.Sprintf("Set the %s %s", types, strings.Join(said, ", ")), Changes: changes}}
}

// untyped are the attributes of a classifier that have no type.
func untyped(m *model.Model, of model.ID) (without []*model.Element, typed bool) {
	for _, a := range m.Children(of, model.Attribute) {
		if a.Type == "" && a.TypeName() == "" {
			without = append(without, a)
		} else {
			typed = true
		}
	}
	return without, typed
}

// typeFinding says which attributes of a classifier have no type, and what follows.
func typeFinding(m *model.Model, of model.ID, without []*model.Element, follows string) (f Finding, key []string) {
	var names []string
	var ids []model.ID
	for _, a := range without {
		names, ids = append(names, a.Name), append(ids, a.ID)
	}
	verb := "has no type"
	if len(names) > 1 {
		verb = "have no type"
	}
	said := say("%s: %s %s%s.", nameOf(m, of), english.List(names), verb, follows)
	return Finding{Subject: of, Related: ids, says: said, Mends: typesMend(without)}, idStrings(ids)
}
