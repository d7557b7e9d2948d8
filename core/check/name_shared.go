package check

import (
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

var nameShared = &Analyzer{
	Name: "name/shared", Title: "Two kinds of classifier share a name", Severity: Warning,
	Doc: "A class, an interface, an enumeration and a data type of one package stand in one namespace of every program: two of them cannot bear one name there. " +
		"Mostly one of the two was made by mistake, or they are the same.",
	Source: "UML 2.5.1, 7.4.3 tells members apart by name and type; programs and tables tell them apart by name alone.",
	Finds:  "The class Status and the enumeration Status in one package.",
	Leaves: "The class Status in Intake and the enumeration Status in Sales; two classes Status, of which another rule tells; the actor Beekeeper and the class Beekeeper.",
	Scope: Group{
		Several: true,
		Kinds:   model.ClassifierKinds(),
		Key: func(_ *model.Model, r model.Row) string {
			if e := r.(*model.Element); strings.TrimSpace(e.Name) != "" {
				return string(e.Owner) + "|" + e.Name
			}
			return ""
		},
		Members: func(m *model.Model, key string) []model.Row {
			owner, name, _ := strings.Cut(key, "|")
			var out []model.Row
			for _, e := range m.ClassifiersNamed(name) {
				if string(e.Owner) == owner {
					out = append(out, e)
				}
			}
			return out
		},
		Run: func(p *Pass, _ string, members []model.Row) {
			var kinds []string
			var ids []model.ID
			for _, r := range members {
				e := r.(*model.Element)
				if what := withArticle(e.Kind.Title()); !slices.Contains(kinds, what) {
					kinds = append(kinds, what)
					ids = append(ids, e.ID)
				}
			}
			if len(kinds) > 1 {
				p.Report(Finding{Subject: ids[0], Related: ids[1:], says: say("%s is %s. Rename all but one.", nameOf(p.Model, ids[0]), english.List(kinds))}, idStrings(ids)...)
			}
		},
	},
}
