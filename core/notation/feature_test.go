package notation_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

var classContext = notation.Context{Owner: model.Class, OwnerName: "HoneyLot", IsKnownType: func(n string) bool {
	_, ok := model.Primitive(n)
	return ok || n == "LotNumber" || n == "TestResult"
}}

func TestFeaturesReadAndPrint(t *testing.T) {
	cases := []struct{ in, out string }{
		{"- mass: Decimal = 0 {readOnly}", "- mass: Decimal = 0 {readOnly}"},
		{"+/age:Integer", "+ /age: Integer"},
		{"+ number: LotNumber {id}", "+ number: LotNumber {id}"},
		{"+ samples: Sample [0..*] {ordered}", "+ samples: Sample [0..*] {ordered}"},
		{"samples:Sample[*]{ordered,nonunique}", "samples: Sample [0..*] {ordered, nonunique}"},
		{"+ HoneyLot(: LotNumber, : Decimal)", "+ HoneyLot(: LotNumber, : Decimal)"},
		{"+ HoneyLot(LotNumber, Decimal)", "+ HoneyLot(: LotNumber, : Decimal)"},
		{"+ grade(result: TestResult): Grade {abstract}", "+ grade(result: TestResult): Grade {abstract}"},
		{"+ count: Integer {static}", "+ count: Integer {static}"},
		{"floral   source", "floral source"},
		{`name: String = "a, b (c"`, `name: String = "a, b (c"`},
		{"f(out x: Integer = g(1, 2), inout y)", "f(out x: Integer = g(1, 2), inout y)"},
		{`"odd: name": "Type [x]"`, `"odd: name": "Type [x]"`},
		{"when: Date [?]", "when: Date [?]"},
		{"# total: Money {redefines sum}", "# total: Money {redefines sum}"},
		{"all(): Lot [1..*] {query, static}", "all(): Lot [1..*] {static, query}"},
	}
	for _, c := range cases {
		f := notation.ReadFeature(classContext, c.in)
		require.Empty(t, f.Problem, c.in)
		require.Equal(t, c.out, notation.PrintFeature(classContext, f, notation.Typed), c.in)
	}
	require.True(t, notation.ReadFeature(classContext, "HoneyLot()").Operation.Constructor)
	require.Equal(t, "+ count: Integer", notation.PrintFeature(classContext, notation.ReadFeature(classContext, "+ count: Integer {static}"), notation.Drawn))
}

func TestLinesThatCannotBeReadAreKept(t *testing.T) {
	for in, words := range map[string]string{
		": Integer":         "expected a name",
		"mass: ":            "expected a type",
		"mass: Decimal = ":  "expected a value",
		"mass [lots]":       "not a multiplicity",
		"mass [1":           "not closed",
		"weigh(a":           "not closed",
		"weigh(a,)":         "expected a parameter",
		"mass {fluffy}":     "says nothing about an attribute",
		"weigh() {id}":      "says nothing about an operation",
		"weigh() = 3":       "no default",
		"/weigh()":          "cannot be derived",
		"mass: Decimal } x": "did not expect",
		"«signal» ":         "expected the name of a signal",
		`"mass`:             "quotes are not closed",
	} {
		f := notation.ReadFeature(classContext, in)
		require.Equal(t, model.UnreadLine, f.Kind, in)
		require.Equal(t, strings.TrimSpace(in), f.Text)
		require.Contains(t, f.Problem, words, in)
	}
}

func TestEnumerationLines(t *testing.T) {
	ctx := notation.Context{Owner: model.Enumeration, OwnerName: "Grade"}
	for in, kind := range map[string]model.Kind{
		"table = 1": model.Literal, "bakery": model.Literal, "label(): Text": model.Operation,
		"rank: Integer": model.Attribute, "rank {attribute}": model.Attribute,
	} {
		f := notation.ReadFeature(ctx, in)
		require.Equal(t, kind, f.Kind, in)
		require.Equal(t, in, notation.PrintFeature(ctx, f, notation.Typed))
	}
}

// Editing a text keeps every part whose line did not change, and gives exactly
// the text that was typed.
func TestEditFeaturesKeepsParts(t *testing.T) {
	m := must(t, model.Empty("T"), &model.AddElement{ID: "lot", Kind: model.Class, Name: "HoneyLot"})
	text := func(m *model.Model) string { return notation.FeatureText(m, m.Element("lot")) }
	edit := func(m *model.Model, s, seed string) *model.Model {
		return must(t, m, notation.EditFeatures(m, m.Element("lot"), s, seed)...)
	}
	m = edit(m, "+ number: Identifier {id}\n- mass: Decimal\n- moisture: Decimal\n\n+ grade(result: Text, on: Date): Integer\n+ weigh()\n", "1")
	before := m.Children("lot")
	require.Len(t, before, 5)

	m = edit(m, "- moisture: Decimal\n+ number: Identifier {id}\n- mass: Money [0..1]\n- source: Text\nwhat ever (\n+ weigh()\n+ grade(on: Date, by: Text, result: Integer): Integer\n", "2")
	require.Equal(t, "- moisture: Decimal\n+ number: Identifier {id}\n- mass: Money [0..1]\n- source: Text\nwhat ever (\n\n+ weigh()\n+ grade(on: Date, by: Text, result: Integer): Integer\n", text(m))
	for _, p := range before {
		require.NotNil(t, m.Element(p.ID), "%s kept its part", p.Name)
	}
	require.Empty(t, notation.EditFeatures(m, m.Element("lot"), text(m), "3"), "the same text changes nothing")
	m = edit(m, "", "4")
	require.Empty(t, m.Children("lot"))
}

// Property: the text of a classifier reads back as the same features, and any
// text can be taken over by any classifier.
func TestFeatureTextProperty(t *testing.T) {
	for seed := range uint64(200) {
		m := modeltest.Model(seed, 150)
		list := m.Classifiers()
		for i, e := range list {
			text := notation.FeatureText(m, e)
			require.Empty(t, notation.EditFeatures(m, e, text, "x"), "seed %d: %s", seed, text)
			other := list[(i+1)%len(list)]
			next := must(t, m, notation.EditFeatures(m, other, text, "y")...)
			require.Empty(t, notation.EditFeatures(next, next.Element(other.ID), text, "z"), "seed %d: %s", seed, text)
		}
	}
}

func must(t *testing.T, m *model.Model, changes ...model.Change) *model.Model {
	t.Helper()
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	return next
}

func FuzzReadFeature(f *testing.F) {
	for _, s := range []string{"- mass: Decimal = 0 {readOnly}", "+/a(x: T [1] = f(\"(\"), out y)", `"a\"b": "c"`, "a = [", "in in: in", "a {redefines \"x\"}", "x(out)"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, line string) {
		if strings.Contains(line, "\n") {
			return
		}
		for _, owner := range []model.Kind{model.Class, model.Enumeration} {
			ctx := classContext
			ctx.Owner = owner
			read := notation.ReadFeature(ctx, line)
			if read.Kind == model.UnreadLine {
				continue
			}
			text := notation.PrintFeature(ctx, read, notation.Typed)
			again := notation.ReadFeature(ctx, text)
			require.Equal(t, read, again, "%q printed as %q", line, text)
		}
	})
}
