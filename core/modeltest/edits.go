package modeltest

import (
	"fmt"

	"lexeon/core/model"
)

// Edits are changes such as people make to a mixed model, one of each sort: i tells on which
// of its elements.
func Edits(i int) map[string][]model.Change {
	id := func(prefix string) model.ID { return model.ID(fmt.Sprint(prefix, i)) }
	added := model.ID(fmt.Sprint("added", i))
	end := func(n int, class model.ID, multiplicity string) model.NewEnd {
		return model.NewEnd{ID: model.ID(fmt.Sprint(added, "end", n)), Type: class, Set: model.P("multiplicity", multiplicity)}
	}
	return map[string][]model.Change{
		"class renamed":      {&model.SetName{ID: id("class"), Name: fmt.Sprint("Renamed ", i)}},
		"class added":        {&model.AddElement{ID: added, Kind: model.Class, Name: fmt.Sprint("Added ", i)}},
		"attribute renamed":  {&model.SetPart{ID: id("detail1of"), Set: model.P("name", "origin")}},
		"attribute added":    {&model.AddPart{ID: added, Owner: id("class"), Kind: model.Attribute, Name: "weight", Set: model.P("typeName", "Decimal", "visibility", "private")}},
		"operation added":    {&model.AddPart{ID: added, Owner: id("class"), Kind: model.Operation, Name: "weigh", Set: model.P("visibility", "public")}},
		"multiplicity":       {&model.SetEnd{ID: id("to"), Set: model.P("multiplicity", "1..*")}},
		"association added":  {&model.Connect{ID: added, Kind: model.Association, Name: "is stored in", Ends: []model.NewEnd{end(1, id("class"), "1"), end(2, model.ID(fmt.Sprint("class", i+50)), "0..*")}}},
		"association gone":   {&model.Delete{ID: id("association")}},
		"kind of":            {&model.Connect{ID: added, Kind: model.Generalization, Source: id("class"), Target: model.ID(fmt.Sprint("class", i+60))}},
		"use case renamed":   {&model.SetName{ID: id("case"), Name: fmt.Sprint("Look after matter ", i)}},
		"step written":       {&model.SetPart{ID: id("step1of"), Set: model.P("text", "System registers what was brought")}},
		"actor renamed":      {&model.SetName{ID: id("actor"), Name: fmt.Sprint("Guard ", i)}},
		"part taken":         {&model.Connect{ID: added, Kind: model.Participation, Source: id("actor"), Target: model.ID(fmt.Sprint("case", i+10))}},
		"flow renamed":       {&model.SetName{ID: id("flow"), Name: fmt.Sprint("slip ", i)}},
		"contents written":   {&model.SetElement{ID: id("item"), Set: model.P("contents", "weight + date")}},
		"process renamed":    {&model.SetName{ID: id("process"), Name: fmt.Sprint("Weigh matter ", i)}},
		"store renamed":      {&model.SetName{ID: id("store"), Name: fmt.Sprint("Cupboard ", i)}},
		"component renamed":  {&model.SetName{ID: id("component"), Name: fmt.Sprint("Desk ", i)}},
		"component provides": {&model.Connect{ID: added, Kind: model.Provides, Source: id("component"), Target: model.ID(fmt.Sprint("interface", i+3))}},
		"held":               {&model.Connect{ID: added, Kind: model.Holds, Source: id("component"), Target: model.ID(fmt.Sprint("class", i+80))}},
	}
}
