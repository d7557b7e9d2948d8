// Package csv makes a table of the features of all classifiers, a row each, for whoever
// counts, sorts or compares them in a spreadsheet.
package csv

import (
	"bytes"
	"cmp"
	"encoding/csv"
	"slices"
	"strings"

	"lexeon/core/activity"
	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// Target is the table, as RFC 4180 describes it.
var Target = &generate.Target{
	Name: "csv", Title: "Features", Group: "Texts", Download: "Download the features as CSV", Notes: "Left out",
	Options: []generate.Option{separator},
	Make:    features,
}

var separator = generate.Option{
	Name: "separator", Title: "Between cells", Doc: "Spreadsheets of some countries expect a semicolon.", Default: "comma",
	Choices: []generate.Choice{{Value: "comma", Title: "a comma"}, {Value: "semicolon", Title: "a semicolon"}, {Value: "tab", Title: "a tab"}},
}

var marks = map[string]rune{"comma": ',', "semicolon": ';', "tab": '\t'}

// head names the columns. Feature is the text as it is written on a card.
var head = []string{"Classifier", "Kind of classifier", "Name", "Kind", "Type", "Feature", "Definition"}

// features writes attributes, operations and literals, then the far ends of associations
// by which an instance is linked, classifier by classifier.
func features(o *generate.Order) (generate.Output, error) {
	m := o.Model
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	w.Comma, w.UseCRLF = marks[o.Options[separator.Name]], true
	row := func(cells ...string) error {
		for i := range cells {
			cells[i] = activity.Defuse(cells[i])
		}
		return w.Write(cells)
	}
	if err := row(slices.Clone(head)...); err != nil {
		return generate.Output{}, err
	}
	list := m.Classifiers()
	slices.SortFunc(list, func(a, b *model.Element) int { return cmp.Or(cmp.Compare(a.Name, b.Name), cmp.Compare(a.ID, b.ID)) })
	for _, c := range list {
		context := notation.ContextOf(m, c)
		for _, f := range m.Children(c.ID, model.Attribute, model.Operation, model.Literal) {
			feature := notation.PrintFeature(context, notation.FeatureOf(m, f), notation.Typed)
			if err := row(c.Name, c.Kind.Title(), f.Name, f.Kind.Title(), m.TypeText(f), feature, m.Definition(f)); err != nil {
				return generate.Output{}, err
			}
		}
		for _, r := range m.RelationshipsOf(c.ID) {
			for _, e := range farEnds(m, r, c.ID) {
				feature := strings.TrimSpace(e.End().Multiplicity.String() + " " + m.TypeText(e))
				if err := row(c.Name, c.Kind.Title(), e.Name, e.Kind.Title(), m.TypeText(e), feature, m.Definition(e)); err != nil {
					return generate.Output{}, err
				}
			}
		}
	}
	w.Flush()
	return generate.Output{Files: []generate.File{{Path: "features.csv", Content: b.String()}}}, w.Error()
}

// farEnds are the ends of an association that lie across from a classifier; both, where
// it is associated with itself.
func farEnds(m *model.Model, r *model.Relationship, classifier model.ID) []*model.Element {
	ends := m.Ends(r.ID)
	var out []*model.Element
	for i, e := range ends {
		if slices.ContainsFunc(ends, func(o *model.Element) bool { return o != ends[i] && o.Type == classifier }) {
			out = append(out, e)
		}
	}
	return out
}
