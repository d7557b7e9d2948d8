package check

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/brief"
	"lexeon/core/model"
)

func joinSorted(names []string) string {
	slices.Sort(names)
	return strings.Join(slices.Compact(names), ", ")
}

var briefUncovered = &Analyzer{
	Name: "brief/uncovered", Title: "Sentences with nothing in the model", Severity: Advice,
	Doc:    "Nothing in the model stems from these sentences of the brief. Either something is missing, or they ask for nothing: then they can be marked as not relevant.",
	Source: "Coverage of the problem statement by the model.",
	Finds:  "A sentence that nobody has looked at.",
	Leaves: "Headings; a sentence that is marked as not relevant; a brief of which nothing was traced yet.",
	Scope: Whole{
		Touched: func(r model.Row) bool {
			switch r := r.(type) {
			case *model.Element:
				return r.Kind == model.Sentence || r.Kind == model.Section
			case *model.Relationship:
				return r.Kind == model.Trace
			}
			return false
		},
		Run: func(p *Pass) {
			for _, section := range p.Model.OfKind(model.Section) {
				untraced, sentences := brief.Untraced(p.Model, section.ID)
				if len(untraced) == sentences || len(untraced) == 0 {
					continue
				}
				var numbers []string
				var ids []model.ID
				for _, s := range untraced {
					numbers = append(numbers, fmt.Sprint(s.Number))
					ids = append(ids, s.ID)
				}
				p.Report(Finding{Subject: section.ID, Related: ids, says: say("%s: nothing in the model stems from %s %s.", section.Name, plural(len(ids), "sentence"), strings.Join(numbers, ", "))}, idStrings(ids)...)
			}
		},
	},
}

func plural(n int, word string) string {
	if n == 1 {
		return word
	}
	return word + "s"
}

var nameSynonym = &Analyzer{
	Name: "name/synonym", Title: "A rejected word is used", Severity: Warning,
	Doc:    "The lexicon says that this word is not to be used for its term. Two words for one thing let readers look for a difference.",
	Source: "One term for one concept: DeMarco 1978, ch. 11, on aliases.",
	Finds:  "Supplier as an external entity, where the lexicon rejects it for Beekeeper.",
	Leaves: "An alias that is allowed.",
	Scope: Whole{
		Touched: func(r model.Row) bool {
			switch r := r.(type) {
			case *model.Term:
				return true
			case *model.Element:
				return r.Kind.HasTerm()
			case *model.Relationship:
				return r.Kind == model.DataFlow
			}
			return false
		},
		Run: func(p *Pass) {
			for _, t := range p.Model.TermsRejecting() {
				for _, w := range t.Rejected {
					if form := model.NormalForm(w); form == "" || form == model.NormalForm(t.Name) {
						continue // it cannot reject itself
					}
					tell := func(id model.ID, name string) {
						p.Report(Finding{Subject: id, Related: []model.ID{t.ID}, Key: string(t.ID) + "|" + model.NormalForm(w), says: say("%s is a rejected word for %s.", name, t.Name),
							Mends: []Mend{{Title: "Rename it to " + t.Name, Changes: []model.Change{&model.SetName{ID: id, Name: t.Name}}}}})
					}
					for _, e := range p.Model.ByTerm(w, model.TermKinds()...) {
						if model.NormalForm(e.Name) == model.NormalForm(w) {
							tell(e.ID, e.Name)
						}
					}
					for _, f := range p.Model.Relationships(model.DataFlow) {
						if model.NormalForm(f.Name) == model.NormalForm(w) {
							tell(f.ID, f.Name)
						}
					}
				}
			}
		},
	},
}
