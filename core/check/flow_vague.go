package check

import (
	"lexeon/core/model"
)

// saysNothing are words that any flow could be called.
var saysNothing = words("information info data datum detail details input output stuff thing things item items content contents material object objects")

// saysNothingMore stand before such a word and add nothing.
var saysNothingMore = words("all any the some further more other various general necessary required needed relevant important new current basic additional")

var flowVagueName = &Analyzer{
	Name: "flow/vague-name", Title: "The name of a data flow says nothing", Severity: Warning,
	Doc:    "\"Information\" and \"data\" pass on every flow. Whoever reads the diagram learns nothing, levels cannot be compared, and the dictionary cannot say what is in it.",
	Source: "DeMarco 1978, ch. 5: avoid names such as data and information; Yourdon 1989, ch. 9.",
	Finds:  "information; the necessary data",
	Leaves: "customer data, test result: they say what about",
	Scope: eachFlow(func(p *Pass, f *model.Relationship) {
		list := model.Words(f.Name)
		if !p.inEnglish() || len(list) == 0 || !saysNothing[list[len(list)-1]] {
			return
		}
		for _, w := range list[:len(list)-1] {
			if !saysNothingMore[w] && !saysNothing[w] {
				return
			}
		}
		p.Report(Finding{Subject: f.ID, says: say("%s: what data? Name what they tell of.", flowText(p.Model, f))})
	}),
}
