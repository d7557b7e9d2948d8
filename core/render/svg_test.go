package render_test

import (
	"bytes"
	"encoding/xml"
	"flag"
	"fmt"
	"io"
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

var fontData = regexp.MustCompile(`woff2;base64,[A-Za-z0-9+/=]+`)

// Every shape and line end that exists, as golden files. Look at each one when
// it is made.
func TestGoldenPictures(t *testing.T) {
	two := []string{"class Whole", "class Other"}
	three := []string{"class Whole", "class Other", "class Between", "class Far"}
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
		"note": {lines: []string{"class Whole"}, changes: func(m *model.Model) []model.Change { return noteOn(m.Classifiers()[0].ID, 320) }},
		"empty-note": {changes: func(*model.Model) []model.Change {
			return []model.Change{&model.AddElement{ID: "n", Kind: model.Note}, &model.Place{ID: "pn", Diagram: "d", Subject: "n"}}
		}},
		"colours": {lines: []string{"class Whole", "class Other", "class Plain"}, changes: func(m *model.Model) []model.Change {
			var out []model.Change
			for i, e := range m.Classifiers() {
				if e.Name != "Plain" {
					out = append(out, &model.SetClassifier{ID: e.ID, Set: model.P("stereotypes", []string{"other", []string{"party", "place"}[i%2]})})
				}
			}
			return append(out, &model.SetProject{Set: model.P("colours", []model.StereotypeColour{{Stereotype: "party", Colour: "fern"}, {Stereotype: "place", Colour: "honey"}, {Stereotype: "unused", Colour: "sky"}})})
		}},
		"picture": {lines: []string{"class Whole", "  number: Integer"}, changes: func(m *model.Model) []model.Change {
			return []model.Change{&model.SetPicture{ID: m.Classifiers()[0].ID, PNG: modeltest.Picture(8)}}
		}},
		"straight": {lines: append(three, "1 Whole sees 0..* Far"), changes: onLine(func(id model.ID) model.Change { return &model.SetLine{ID: id, Line: model.LineStraight} })},
		"curved":   {lines: append(three, "1 Whole sees 0..* Far"), changes: onLine(func(id model.ID) model.Change { return &model.SetLine{ID: id, Line: model.LineCurved} })},
		"bent": {lines: append(three, "1 Whole sees 0..* Far"), changes: onLine(func(id model.ID) model.Change {
			return &model.SetLine{ID: id, Bends: []int{200, 16, 200, 110, 260, 110}}
		})},
		"moved-label": {lines: append(two, "1 Whole sees 0..* Other"), changes: onLine(func(id model.ID) model.Change { return &model.MoveLabel{ID: id, Label: "name", DX: 20, DY: 40} })},
		"trunk":       {lines: []string{"class Item", "class Gap", "class Lot", "class Batch", "class Jar", "Lot is a kind of Item", "Batch is a kind of Item", "Jar is a kind of Item"}},
		"around":      {lines: []string{"class Left", "class Gap", "class Wall", "class Other", "class Right", "1 Left sees 1 Right"}},
		"parallel":    {lines: append(two, "1 Whole sees 1 Other", "1 Whole hears 1 Other", "Whole uses Other")},
		"leaf":        {lines: []string{"class Grade", "option final: Grade"}},
		"names-only": {lines: []string{"class Hive", "  + number: Integer", "  + open()"}, changes: func(*model.Model) []model.Change {
			return []model.Change{&model.SetDetail{ID: "d", Set: model.P("detail", "names")}}
		}},
		"attributes-only": {lines: []string{"class Hive", "  + number: Integer", "  + open()", "class Open", "  + code: Text", "  + shut()"}, changes: func(m *model.Model) []model.Change {
			return []model.Change{&model.SetDetail{ID: "d", Set: model.P("detail", "attributes")}, &model.SetDetail{ID: "p" + named(m, "Open"), Set: model.P("detail", "all")}}
		}},
		"operations-only": {lines: []string{"class Hive", "  + number: Integer", "  + open()"}, changes: func(*model.Model) []model.Change {
			return []model.Change{&model.SetDetail{ID: "d", Set: model.P("detail", "operations")}}
		}},
		"inherited": {lines: []string{"class Item", "  + code: Text", "  - secret: Text", "  + trace(): Item", "class Lot", "  + mass: Decimal", "Lot is a kind of Item"}, changes: func(*model.Model) []model.Change {
			return []model.Change{&model.SetDetail{ID: "d", Set: model.P("inherited", true)}}
		}},
		"ball": {lines: []string{"class LabGateway", "interface ResultSource", "LabGateway realizes ResultSource"}, changes: asBall},
		"ball-in-socket": {lines: []string{"class LabGateway", "interface ResultSource", "class Gap", "class Grading", "LabGateway realizes ResultSource", "Grading uses ResultSource"}, changes: func(m *model.Model) []model.Change {
			return append(asBall(m), &model.Move{ID: "p" + named(m, "Grading"), X: 560, Y: 0}, &model.Move{ID: "p" + named(m, "Gap"), X: 0, Y: 200})
		}},
		"qualified": {lines: append(two, "1 Whole [lotNumber: Integer] keeps 0..1 Other"), changes: nil},
		"modified-ends": {lines: append(two, "1 Whole keeps 0..* Other as piece {ordered, readOnly, nonunique, subsets stock}"), changes: func(m *model.Model) []model.Change {
			return []model.Change{&model.SetEnd{ID: m.Ends(m.Relationships()[0].ID)[1].ID, Set: model.P("visibility", model.Private)}}
		}},
		"nary": {lines: three, changes: func(m *model.Model) []model.Change {
			var ends []model.NewEnd
			for i, name := range []string{"Whole", "Other", "Between"} {
				ends = append(ends, model.NewEnd{ID: model.ID(fmt.Sprintf("e%d", i)), Type: named(m, name), Role: []string{"", "judge", ""}[i], Set: model.P("multiplicity", []string{"1", "0..*", "?"}[i])})
			}
			return []model.Change{&model.Connect{ID: "nary", Kind: model.Association, Name: "meets", Ends: ends}, &model.Place{ID: "pnary", Diagram: "d", Subject: "nary"}}
		}},
		"generalization-set": {lines: []string{"class Item", "class Gap", "class Lot", "class Batch", "Lot is a kind of Item in season {disjoint, complete}", "Batch is a kind of Item in season"}},
		"stereotyped-dependency": {lines: append(two, "Whole depends on Other"), changes: func(m *model.Model) []model.Change {
			return []model.Change{&model.SetRelationship{ID: m.Relationships()[0].ID, Set: model.P("stereotypes", []string{"create"})}}
		}},
		"xor": {lines: []string{"class Hive", "class Gap", "class Apiary", "class Vehicle", "0..1 Apiary keeps 0..* Hive", "0..1 Vehicle carries 0..* Hive"}, changes: func(m *model.Model) []model.Change {
			out := []model.Change{&model.AddElement{ID: "x", Kind: model.Constraint, Set: model.P("body", "xor")}, &model.Place{ID: "px", Diagram: "d", Subject: "x", X: 190, Y: 90}}
			for _, r := range m.Relationships(model.Association) {
				out = append(out, &model.Connect{ID: "a" + r.ID, Kind: model.Anchor, Source: "x", Refers: r.ID}, &model.Place{ID: "pa" + r.ID, Diagram: "d", Subject: "a" + r.ID})
			}
			return out
		}},
		"constraint": {lines: []string{"class Hive"}, changes: func(m *model.Model) []model.Change {
			return []model.Change{&model.AddElement{ID: "x", Kind: model.Constraint, Set: model.P("body", "a hive without a colony is not for sale, and stands in the shed at the back until it has one")}, &model.Place{ID: "px", Diagram: "d", Subject: "x", X: 260, Y: 60},
				&model.Connect{ID: "a", Kind: model.Anchor, Source: "x", Target: named(m, "Hive")}, &model.Place{ID: "pa", Diagram: "d", Subject: "a"}}
		}},
		"objects": {lines: []string{"class HoneyLot", "  mass: Decimal", "class Beekeeper", "1 Beekeeper delivers 0..* HoneyLot"}, changes: func(m *model.Model) []model.Change {
			return []model.Change{
				&model.AddElement{ID: "o1", Kind: model.Object, Name: "lot17", Set: model.P("typeName", "HoneyLot", "slots", []model.SlotValue{{Name: "mass", Value: "212.5"}})}, &model.Place{ID: "po1", Diagram: "d", Subject: "o1", X: 0, Y: 160},
				&model.AddElement{ID: "o2", Kind: model.Object, Set: model.P("typeName", "Beekeeper")}, &model.Place{ID: "po2", Diagram: "d", Subject: "o2", X: 320, Y: 160},
				&model.Connect{ID: "l", Kind: model.Link, Source: "o2", Target: "o1", Refers: m.Relationships(model.Association)[0].ID}, &model.Place{ID: "pl", Diagram: "d", Subject: "l"}}
		}},
		"hostile": {lines: []string{`class </text><script>alert("1")</script>&`}},
	}
	drawer := scene.NewDrawer(typeface.New())
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
			golden(t, name, drawer.Of(m, "d"))
		})
	}
}

func named(m *model.Model, name string) model.ID { return m.ClassifiersNamed(name)[0].ID }

// asBall draws the only interface as a ball.
func asBall(m *model.Model) []model.Change {
	return []model.Change{&model.SetDetail{ID: "p" + named(m, "ResultSource"), Set: model.P("detail", "ball")}}
}

// noteOn makes a note that is anchored to an element.
func noteOn(id model.ID, x int) []model.Change {
	return []model.Change{
		&model.AddElement{ID: "n", Kind: model.Note, Set: model.P("body", "May one lot be split over several blends?\nStill open.")},
		&model.Connect{ID: "a", Kind: model.Anchor, Source: "n", Target: id},
		&model.Place{ID: "pn", Diagram: "d", Subject: "n", X: x, Y: 60}, &model.Place{ID: "pa", Diagram: "d", Subject: "a"},
	}
}

// onLine changes the placement of the only relationship.
func onLine(change func(model.ID) model.Change) func(*model.Model) []model.Change {
	return func(m *model.Model) []model.Change { return []model.Change{change("p" + m.Relationships()[0].ID)} }
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
	drawer := scene.NewDrawer(typeface.New())
	for _, d := range m.Diagrams() {
		svg, err := render.SVG(drawer.Of(m, d.ID))
		require.NoError(t, err)
		requireWellFormed(t, svg)
		require.Contains(t, string(svg), "src:url(data:font/woff2;base64,")
		require.NotRegexp(t, `(?:href|src)="?http`, string(svg))
	}
}
