package check

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

var nameDuplicate = &Analyzer{
	Name:     "name/duplicate",
	Title:    "Two elements of one kind bear the same name",
	Severity: Error,
	Doc: "Within a namespace, elements of one kind must be told apart by their names. " +
		"If both mean the same, one of them is too many; if they mean different things, their readers cannot know which is meant, " +
		"and no code or table can be generated for both.",
	Source: "UML 2.5.1, 7.4.3: the members of a namespace are distinguishable within it.",
	Finds:  "Two classes named Hive.",
	Leaves: "Two classes named Hive in two packages; a class and an interface named Hive, or two associations named delivers; processes of one name on two levels, or in two views.",
	Scope: Group{
		Several: true,
		Kinds:   append(model.ClassifierKinds(), model.Actor, model.UseCase, model.PackageKind, model.Subject, model.Component, model.Entity, model.Store, model.DataItem, model.Process),
		Key: func(_ *model.Model, r model.Row) string {
			if e := r.(*model.Element); strings.TrimSpace(e.Name) != "" {
				return string(e.Kind) + "|" + string(e.Owner) + "|" + string(e.Process().View) + "|" + e.Name
			}
			return ""
		},
		Members: func(m *model.Model, key string) []model.Row {
			kind, rest, _ := strings.Cut(key, "|")
			owner, rest, _ := strings.Cut(rest, "|")
			view, name, _ := strings.Cut(rest, "|")
			var out []model.Row
			for _, e := range m.Named(name, model.Kind(kind)) {
				if string(e.Owner) == owner && string(e.Process().View) == view {
					out = append(out, e)
				}
			}
			return out
		},
		Run: func(p *Pass, key string, members []model.Row) {
			if len(members) < 2 {
				return
			}
			first := members[0].(*model.Element)
			var ids []model.ID
			for _, r := range members[1:] {
				ids = append(ids, r.RowID())
			}
			p.Report(Finding{
				Subject: first.ID, Related: ids,
				says: say("%d %s are named %s. Rename or delete all but one.", len(members), kindPlural(first.Kind), first.Name),
			}, idStrings(ids)...)
		},
	},
}

func kindPlural(k model.Kind) string {
	info, _ := k.Info()
	return info.Plural
}

func idStrings(ids []model.ID) []string {
	out := make([]string, len(ids))
	for i, id := range ids {
		out[i] = string(id)
	}
	slices.Sort(out)
	return out
}
