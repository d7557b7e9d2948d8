package check

import (
	"slices"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// isOnFlow reports whether a flow bears the name.
func isOnFlow(m *model.Model, u *use) bool {
	return slices.ContainsFunc(u.rows, func(id model.ID) bool { return m.Relationship(id) != nil })
}

var dictionaryUndefined = &Analyzer{
	Name: "dictionary/undefined", Title: "The dictionary does not say what it holds", Severity: Warning,
	Doc: "A flow, or something that data are made of, is named and not defined: neither is its composition written down, nor is it marked as elementary. " +
		"Until then nobody can say whether levels agree, or whether a process has what it needs.",
	Source:   "DeMarco 1978, ch. 11: every flow, store and component has an entry.",
	Finds:    "A flow delivery note without an entry.",
	Leaves:   "mass, marked as elementary",
	Requires: []Requirement{dictionaries, dataUses},
	Scope: eachDatum(func(p *Pass, r model.Row) {
		d, used := dictionaries.of(p), dataUses.of(p)
		for _, key := range used.toldAt(r) {
			u := used.uses[key]
			entry := d.Entry(u.name)
			if d.IsDefined(u.name) || entry != nil && (entry.Fault != nil || entry.Data.Goods) || isOnFlow(p.Model, u) && (p.inEnglish() && isVerbPhrase(u.name) || isControl(u.name)) { // another rule's business
				continue
			}
			f := Finding{Subject: u.rows[0], Related: u.rows[1:], Key: key}
			if entry != nil {
				f.Subject, f.Related = entry.Item.ID, u.rows
			}
			f.says = say("%s is not defined: what is it made of?", u.name)
			f.Mends = []Mend{{Title: "It is elementary", Changes: markItem(p.Model, u.name, model.Elementary)}}
			p.Report(f, idStrings(u.rows)...)
		}
	}),
}

var dictionaryUnused = &Analyzer{
	Name: "dictionary/unused", Title: "An entry of the dictionary that nothing uses", Severity: Advice,
	Doc:      "No flow bears this name, and nothing that is used contains it. Is a flow missing, or was it written another way?",
	Source:   "DeMarco 1978, ch. 11.",
	Finds:    "moisture report, which no flow bears",
	Leaves:   "mass, which is part of delivery note",
	Requires: []Requirement{dictionaries, dataUses},
	Scope: eachDatum(func(p *Pass, r model.Row) {
		e, ok := r.(*model.Element)
		if !ok || e.Kind != model.DataItem || model.NormalForm(e.Name) == "" {
			return
		}
		if u := dataUses.of(p).uses[dictionaries.of(p).Key(e.Name)]; u == nil || len(u.rows) == 1 && u.rows[0] == e.ID {
			p.Report(Finding{Subject: e.ID, says: say("%s is in the dictionary, but no flow, store or other entry names it.", e.Name)})
		}
	}),
}

var dictionaryEndless = &Analyzer{
	Name: "dictionary/endless", Title: "Data without end", Severity: Error,
	Doc:      "Whatever is chosen, this contains itself again: no such data can ever be written down. Somewhere there has to be a choice, an option or a repetition that may be empty.",
	Source:   "DeMarco 1978, ch. 11: definitions are top-down and end at elementary data; least fixpoint.",
	Finds:    "chapter = heading + chapter",
	Leaves:   "chapter = heading + {chapter}",
	Requires: []Requirement{dictionaries},
	Scope: Whole{Touched: touchesData, Run: func(p *Pass) {
		d := dictionaries.of(p)
		for _, name := range d.Endless() {
			p.Report(Finding{Subject: d.Entry(name).Item.ID, says: say("%s always contains itself again, without end.", name)})
		}
	}},
}

var dictionarySyntax = &Analyzer{
	Name: "dictionary/syntax", Title: "Contents that cannot be read", Severity: Error,
	Doc:    "The contents do not follow the notation: name, a + b, [a | b], {a}, 1{a}5, (a), @key, *comment*. Nothing can be concluded from them.",
	Source: "DeMarco 1978, ch. 11: the notation of the data dictionary.",
	Finds:  "delivery note = number + [mass",
	Leaves: "delivery note = number + [mass | count]",
	Scope: Each{Kinds: []model.Kind{model.DataItem, model.Store}, Reach: []Neighbourhood{Self}, Run: func(p *Pass, r model.Row) {
		e := r.(*model.Element)
		text := e.DataItem().Contents
		if e.Kind == model.Store {
			text = e.Store().Contents
		}
		if _, err := dictionary.Parsed(text); err != nil {
			p.Report(Finding{Subject: e.ID, says: say("The contents of %s cannot be read: %v.", nameOf(p.Model, e.ID), err)})
		}
	}},
}
