package check

import (
	"cmp"
	"slices"
	"strings"
	"unicode"

	"lexeon/core/model"
)

// written are the kinds whose names are compared with each other.
var written = append(model.ClassifierKinds(), model.Entity, model.Store, model.Actor, model.DataItem, model.DataFlow)

var nameVariant = &Analyzer{
	Name: "name/variant", Title: "One name is written two ways", Severity: Warning,
	Doc: "Within one kind the same words are written in different ways: with other capitals, together or apart. Readers look for a difference where there is none, and searching finds only some of the places. " +
		"Singular and plural are no difference in the names of data, and each kind may have its own way; two classes, entities or stores of which one is the plural of the other are most likely one.",
	Source: "One term for one concept: DeMarco 1978, ch. 11; data dictionaries list each name once.",
	Finds:  "The data flows delivery note and Delivery Note; the entities Pilot and Pilots.",
	Leaves: "The data flow delivery note and the class DeliveryNote; the data flows honey lot and honey lots.",
	Scope: Group{
		Several: true,
		Kinds:   written,
		Key: func(_ *model.Model, r model.Row) string {
			name := rowName(r)
			if strings.TrimSpace(name) == "" {
				return ""
			}
			return string(kindOf(r)) + "|" + model.NormalForm(name)
		},
		Members: func(m *model.Model, key string) []model.Row {
			kind, form, _ := strings.Cut(key, "|")
			var out []model.Row
			if model.Kind(kind) == model.DataFlow {
				for _, f := range m.FlowsNear(form) {
					out = append(out, f)
				}
				return out
			}
			for _, e := range m.ByTerm(form, model.Kind(kind)) {
				if model.NormalForm(e.Name) == form {
					out = append(out, e)
				}
			}
			return out
		},
		Run: func(p *Pass, _ string, members []model.Row) {
			ways := map[string][]model.Row{}
			for _, r := range members {
				w := wayOf(rowName(r))
				ways[w] = append(ways[w], r)
			}
			if len(ways) < 2 {
				reportNumbers(p, members)
				return
			}
			// The usual one is written most often; of two as good, the one that was first.
			var order []string
			for w := range ways {
				slices.SortFunc(ways[w], func(a, b model.Row) int { return cmp.Compare(a.RowID(), b.RowID()) })
				order = append(order, w)
			}
			slices.SortFunc(order, func(a, b string) int {
				return cmp.Or(cmp.Compare(len(ways[b]), len(ways[a])), cmp.Compare(rowName(ways[a][0]), rowName(ways[b][0])))
			})
			usual := rowName(ways[order[0]][0])
			for _, w := range order[1:] {
				f := Finding{Subject: ways[w][0].RowID(), Key: w, says: say("%s is written %s elsewhere.", rowName(ways[w][0]), usual)}
				mend := Mend{Title: "Write it " + usual}
				for i, r := range ways[w] {
					if i > 0 {
						f.Related = append(f.Related, r.RowID())
					}
					if name := asWritten(rowName(r), usual); name != "" {
						mend.Changes = append(mend.Changes, &model.SetName{ID: r.RowID(), Name: name})
					}
				}
				if len(mend.Changes) == len(ways[w]) && !kindOf(ways[w][0]).IsClassifier() { // two classes of one name would be no better
					f.Mends = append(f.Mends, mend)
				}
				p.Report(f, idStrings(f.Related)...)
			}
		},
	},
}

// reportNumbers tells of two elements of one kind of which one is the plural of the other: Pilot
// beside Pilots. A flow may carry one thing or many.
func reportNumbers(p *Pass, members []model.Row) {
	if len(members) < 2 {
		return
	}
	slices.SortFunc(members, func(a, b model.Row) int {
		return cmp.Or(cmp.Compare(len(rowName(a)), len(rowName(b))), cmp.Compare(a.RowID(), b.RowID()))
	})
	if kind := kindOf(members[0]); kind == model.DataFlow || kind == model.DataItem {
		return
	}
	for _, r := range members[1:] {
		if rowName(r) != rowName(members[0]) {
			p.Report(Finding{Subject: r.RowID(), Related: []model.ID{members[0].RowID()}, says: say("%s is the plural of %s, which is there as well. Are they two?", rowName(r), rowName(members[0]))})
		}
	}
}

func rowName(r model.Row) string {
	switch r := r.(type) {
	case *model.Element:
		return r.Name
	case *model.Relationship:
		return r.Name
	case *model.Project:
		return r.Name
	}
	return ""
}

// wayOf tells how a name is written: for each word whether it begins with a capital,
// and what stands between words. Plural or not makes no difference.
func wayOf(name string) string {
	var b strings.Builder
	before := rune(0)
	for _, r := range strings.TrimSpace(name) {
		starts := before == 0 || !isLetter(before) && isLetter(r) || unicode.IsUpper(r) && !unicode.IsUpper(before)
		switch {
		case !isLetter(r):
			if !unicode.IsSpace(r) || !unicode.IsSpace(before) {
				b.WriteRune(r)
			}
		case starts && unicode.IsUpper(r):
			b.WriteByte('U')
		case starts:
			b.WriteByte('l')
		}
		before = r
	}
	return b.String()
}

func isLetter(r rune) bool { return unicode.IsLetter(r) || unicode.IsDigit(r) }

// asWritten is a name in the way of another one of the same words: that one itself, or
// "" where one is a plural and the other not.
func asWritten(name, usual string) string {
	if strings.Join(model.Words(name), " ") != strings.Join(model.Words(usual), " ") {
		return ""
	}
	return usual
}
