package check

import (
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/usecase"
	"lexeon/core/wordclass"
)

var usecaseStepPerformer = &Analyzer{
	Name: "usecase/step-performer", Title: "A step is done by somebody unknown", Severity: Warning,
	Doc:      "A step begins with somebody who is no actor of the model, and is not the system. Either an actor is missing, or one that is there is called otherwise here.",
	Source:   "Cockburn 2001, ch. 7: each step says who does it; UML 2.5.1, 18.1.3.",
	Finds:    "Harbour master assigns a berth, where there is no actor Harbour master.",
	Leaves:   "A step of an actor or of the system; one that begins with a thing, or in the passive.",
	Requires: []Requirement{stepReadings},
	Scope: eachCase(func(p *Pass, u *model.Element) {
		if !p.inEnglish() {
			return
		}
		reader, flow := stepReadings.of(p), usecase.Of(p.Model, u.ID)
		told := map[string]bool{}
		for _, s := range flow.All() {
			text := s.Step().Text
			if d := reader.DoerOf(text); d.Actor != nil || d.System {
				continue
			}
			name := performerIn(text)
			if name == "" || told[model.NormalForm(name)] {
				continue
			}
			told[model.NormalForm(name)] = true
			actor := model.DeriveID("performer", string(u.ID), model.NormalForm(name))
			p.Report(Finding{Subject: s.ID, Key: model.NormalForm(name), says: say("Step %s of %s is done by %s, who is no actor here.", flow.Number(s.ID), nameOf(p.Model, u.ID), name),
				Mends: []Mend{{Title: "Add the actor " + name, Changes: []model.Change{
					&model.AddElement{ID: actor, Kind: model.Actor, Name: model.Capital(name)},
					&model.Connect{ID: model.DeriveID("takes part", string(u.ID), string(actor)), Kind: model.Participation, Source: actor, Target: u.ID},
				}}}})
		}
	}),
}

// performerIn is whom a step begins with, where that is a person or several: the words before a
// verb in the third person.
func performerIn(text string) string {
	words := strings.Fields(text)
	if len(words) > 0 && determiners[strings.ToLower(words[0])] {
		words = words[1:]
	}
	for i := 1; i < min(len(words), 4); i++ {
		base, bent := english.BaseForm(strings.ToLower(words[i]))
		if !bent || !isVerb(base) {
			continue
		}
		last := strings.ToLower(words[i-1])
		sorts := wordclass.SortsOf(last)
		if len(sorts) == 0 || slices.Contains([]string{"somebody", "nobody", "everybody"}, last) {
			return ""
		}
		if sorts[0] == wordclass.Person || sorts[0] == wordclass.Group {
			return strings.Join(words[:i], " ")
		}
		return ""
	}
	return ""
}
