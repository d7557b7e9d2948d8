package check

import (
	"lexeon/core/dictionary"
	"lexeon/core/model"
)

var dictionaryRepeated = &Analyzer{
	Name: "dictionary/repeated", Title: "Contents name the same twice", Severity: Warning,
	Doc:    "Within one sum, or among the choices of one, the same name stands twice. Repetition is written with braces; of two that are alike, one is too many, or another one was meant. Where one of the two is in parentheses, the contents contradict themselves: it is there and may be missing.",
	Source: "DeMarco 1978, ch. 11: the notation of the data dictionary.",
	Finds:  "delivery note = lot number + mass + lot number; [cash | card | cash]; {lot number} + {lot number}",
	Leaves: "route = harbour + 1{harbour}; {lot number}; delivery = sender address + address, where both are their own names",
	Scope: Each{Kinds: []model.Kind{model.DataItem, model.Store}, Reach: []Neighbourhood{Self}, Run: func(p *Pass, r model.Row) {
		e := r.(*model.Element)
		text := e.DataItem().Contents
		if e.Kind == model.Store {
			text = e.Store().Contents
		}
		contents, err := dictionary.Parsed(text)
		if err != nil || contents == nil {
			return
		}
		told := map[string]bool{}
		tell := func(name string, optional bool) {
			key := model.NormalForm(name)
			if told[key] {
				return
			}
			told[key] = true
			f := Finding{Subject: e.ID, Key: key, says: say("%s names %s twice.", nameOf(p.Model, e.ID), name)}
			if optional {
				f.says = say("%s says that %s is there, and that it may be missing.", nameOf(p.Model, e.ID), name)
			}
			p.Report(f)
		}
		var look func(x *dictionary.Expression)
		look = func(x *dictionary.Expression) {
			seen := map[string]bool{} // whether in parentheses
			for _, part := range x.Parts {
				look(part)
				name, optional := part, false
				if part.Op == dictionary.Optional && len(part.Parts) == 1 {
					name, optional = part.Parts[0], true
				}
				key := ""
				if name.Op == dictionary.Repeated && len(name.Parts) == 1 { // twice any number of the same
					name, key = name.Parts[0], "several "
				}
				if x.Op != dictionary.Sum && x.Op != dictionary.Choice || name.Op != dictionary.Name {
					continue
				}
				key += model.NormalForm(name.Text)
				if was, ok := seen[key]; ok {
					tell(name.Text, was != optional)
				}
				seen[key] = optional
			}
		}
		look(contents)
	}},
}
