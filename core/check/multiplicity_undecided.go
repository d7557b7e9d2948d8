package check

import (
	"lexeon/core/model"
)

var multiplicityUndecided = &Analyzer{
	Name:     "class/multiplicity-undecided",
	Title:    "How many is not decided yet",
	Severity: Question,
	Doc: "The end is marked as undecided on purpose. It stays on the list of open questions until somebody who knows the rule has decided. " +
		"Generated code treats it as many and says so.",
	Source: "Practice of analysis: an open question is written down with the person to ask.",
	Finds:  "1..* Blend fills ? JarBatch",
	Leaves: "1..* Blend fills 1 JarBatch",
	Scope: Each{
		Kinds: []model.Kind{model.End},
		Reach: []Neighbourhood{Self, Opposite, Parts, EndsOfEnds},
		Run: func(p *Pass, r model.Row) {
			e := r.(*model.Element)
			d := e.End()
			if d.Multiplicity.State != model.Undecided {
				return
			}
			text := say("%s", d.Question)
			if d.Question == "" {
				text = say("%s: it is not decided how many %s.", relationText(p.Model, e.Owner), pluralOf(p.Model, e.Type))
			}
			if d.Ask != "" {
				text = text.and(" Ask %s.", d.Ask)
			}
			var mends []Mend
			for _, choice := range []struct{ value, words string }{{"1", "exactly one"}, {"0..1", "at most one"}, {"1..*", "one or more"}, {"0..*", "any number"}} {
				mends = append(mends, Mend{Title: "Decide: " + choice.words, Changes: []model.Change{
					&model.SetEnd{ID: e.ID, Set: model.P("multiplicity", choice.value)}}})
			}
			p.Report(Finding{Subject: e.ID, says: text, Mends: mends})
		},
	},
}
