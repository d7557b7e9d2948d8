package render_test

import (
	"bytes"
	"encoding/xml"
	"flag"
	"io"
	"os"
	"path/filepath"
	"regexp"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

var update = flag.Bool("update", false, "write the golden files anew")

var fontData = regexp.MustCompile(`base64,[A-Za-z0-9+/=]+`)

// Every shape and line end that exists, as golden files. Look at each one when
// it is made.
func TestGoldenPictures(t *testing.T) {
	two := []string{"class Whole", "class Other"}
	cases := map[string]struct {
		lines   []string
		changes func(m *model.Model) []model.Change
	}{
		"class":             {lines: []string{"class Hive", "  + number: Integer {id}", "  - /age: Duration", "  count: Integer {static}", "  mass [", "  + open(by: Beekeeper, : Date): Boolean {abstract}"}},
		"interface":         {lines: []string{"interface ResultSource", "  + result(of: Text): Decimal"}},
		"enumeration":       {lines: []string{"enumeration Grade", "  table = 1", "  bakery = 2"}},
		"data-type":         {lines: []string{"dataType Moisture", "  percent: Decimal"}},
		"unnamed":           {lines: []string{"class "}},
		"association":       {lines: append(two, "1 Whole as first delivers 0..* Other as second {ordered, readOnly}")},
		"read-backward":     {lines: append(two, "1 Whole <delivers ? Other")},
		"navigable":         {lines: append(two, "1 Whole {nonnavigable} sees 1 Other {navigable}")},
		"composition":       {lines: append(two, "1 Whole is made of 1..* Other")},
		"shared":            {lines: append(two, "Whole brings together 2..* Other")},
		"generalization":    {lines: append(two, "Whole is a kind of Other")},
		"realization":       {lines: []string{"class Whole", "interface Other", "Whole realizes Other"}},
		"usage":             {lines: append(two, "Whole uses Other as tariff")},
		"dependency":        {lines: append(two, "Whole depends on Other")},
		"self":              {lines: []string{"class Whole", "0..1 Whole as mentor guides 0..* Whole as novice"}},
		"association-class": {lines: []string{"class Whole", "class Other", "class Membership", "1 Whole joins 1..* Other through Membership"}},
		"abstract": {lines: []string{"class Item"}, changes: func(m *model.Model) []model.Change {
			return []model.Change{&model.SetClassifier{ID: m.Classifiers()[0].ID, Set: model.P("abstract", true, "stereotypes", []string{"traced"})}}
		}},
		"hostile": {lines: []string{`class </text><script>alert("1")</script>&`}},
	}
	drawer := scene.NewDrawer(typeface.MustNew())
	for name, c := range cases {
		t.Run(name, func(t *testing.T) {
			m := modeltest.Build(t, c.lines...)
			changes := []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: name}}
			for i, line := range c.lines {
				for _, e := range m.Classifiers() {
					if line == string(e.Kind)+" "+e.Name {
						changes = append(changes, &model.Place{ID: "p" + e.ID, Diagram: "d", Subject: e.ID, X: i % 2 * 320, Y: i / 2 * 160})
					}
				}
			}
			for _, r := range m.Relationships() {
				changes = append(changes, &model.Place{ID: "p" + r.ID, Diagram: "d", Subject: r.ID})
			}
			if c.changes != nil {
				changes = append(changes, c.changes(m)...)
			}
			m, _, _, err := model.Edit(m, changes)
			require.NoError(t, err)
			svg, err := render.SVG(drawer.Of(m, "d"))
			require.NoError(t, err)
			requireWellFormed(t, svg)
			require.NotContains(t, string(svg), "<script")
			got := fontData.ReplaceAll(svg, []byte("base64,…"))
			file := filepath.Join("testdata", name+".svg")
			if *update {
				require.NoError(t, os.WriteFile(file, got, 0o644))
			}
			want, err := os.ReadFile(file)
			require.NoError(t, err)
			require.Equal(t, string(want), string(got))
		})
	}
}

func requireWellFormed(t *testing.T, svg []byte) {
	t.Helper()
	dec := xml.NewDecoder(bytes.NewReader(svg))
	for {
		if _, err := dec.Token(); err == io.EOF {
			return
		} else {
			require.NoError(t, err)
		}
	}
}

func TestExportedPicturesStandAlone(t *testing.T) {
	m := modeltest.Model(4, 150)
	drawer := scene.NewDrawer(typeface.MustNew())
	for _, d := range m.Diagrams() {
		svg, err := render.SVG(drawer.Of(m, d.ID))
		require.NoError(t, err)
		requireWellFormed(t, svg)
		require.Contains(t, string(svg), "src:url(data:font/woff2;base64,")
		require.NotRegexp(t, `(?:href|src)="?http`, string(svg))
	}
}
