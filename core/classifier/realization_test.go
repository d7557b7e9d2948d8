package classifier_test

import (
	"os"
	"sort"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/classifier"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// testdata/realization.txt holds small models, parted by lines "== title". Lines
// that begin with "#" tell what is found: "# Class lacks operation", with ": why"
// where one of the name does not fit, or "# Class may lack operation" where a type
// is not known. Models without such lines are sound.
func TestRealization(t *testing.T) {
	text, err := os.ReadFile("testdata/realization.txt")
	require.NoError(t, err)
	cases := strings.Split("\n"+string(text), "\n== ")[1:]
	require.GreaterOrEqual(t, len(cases), 40)
	for _, part := range cases {
		title, body, _ := strings.Cut(part, "\n")
		t.Run(title, func(t *testing.T) {
			var lines, expected []string
			for line := range strings.SplitSeq(body, "\n") {
				if words, ok := strings.CutPrefix(line, "# "); ok {
					expected = append(expected, words)
				} else {
					lines = append(lines, line)
				}
			}
			m := modeltest.Build(t, lines...)
			found := map[string]bool{}
			for _, r := range m.Relationships(model.Realization) {
				missing, doubts := classifier.Realized(m, r)
				for _, x := range missing {
					line := m.Element(x.Class).Name + " lacks " + m.Element(x.Operation).Name
					if x.Near != "" {
						line += ": " + x.Why
					}
					found[line] = true
				}
				for _, x := range doubts {
					found[m.Element(x.Class).Name+" may lack "+m.Element(x.Operation).Name] = true
				}
			}
			var got []string
			for line := range found {
				got = append(got, line)
			}
			sort.Strings(got)
			sort.Strings(expected)
			require.Equal(t, expected, got)
		})
	}
}

func TestLineage(t *testing.T) {
	m := modeltest.Build(t, "class Item", "class Lot", "class Batch", "class Jar", "interface Source", "interface Store",
		"Lot is a kind of Item", "Batch is a kind of Item", "Jar is a kind of Batch", "Jar is a kind of Lot", "Store is a kind of Source", "Item realizes Store")
	names := func(ids []model.ID) []string {
		var out []string
		for _, id := range ids {
			out = append(out, m.Element(id).Name)
		}
		return out
	}
	id := func(name string) model.ID { return m.ClassifiersNamed(name)[0].ID }
	require.ElementsMatch(t, []string{"Batch", "Lot", "Item"}, names(classifier.Generals(m, id("Jar"))))
	require.Equal(t, "Item", names(classifier.Generals(m, id("Jar")))[2], "the farthest comes last, and once")
	require.ElementsMatch(t, []string{"Lot", "Batch", "Jar"}, names(classifier.Specifics(m, id("Item"))))
	require.True(t, classifier.IsKindOf(m, id("Jar"), id("Source")))
	require.False(t, classifier.IsKindOf(m, id("Item"), id("Jar")))
	circle := modeltest.Build(t, "class A", "class B", "A is a kind of B", "B is a kind of A")
	require.Len(t, classifier.Generals(circle, circle.ClassifiersNamed("A")[0].ID), 1, "a circle ends")
}

func TestInheritedFeatures(t *testing.T) {
	m := modeltest.Build(t, "class Item", "  + code: String", "  - secret: String", "  + trace(): Item", "class Lot", "  - mass: Decimal", "Lot is a kind of Item")
	var names []string
	for _, e := range classifier.Features(m, m.ClassifiersNamed("Lot")[0].ID, model.Attribute, model.Operation) {
		names = append(names, e.Name)
	}
	require.Equal(t, []string{"mass", "code", "trace"}, names, "its own first; private ones are not inherited")
}

func TestAbstractOperationsLeft(t *testing.T) {
	m := modeltest.Build(t, "class Item", "  + trace(): Item {abstract}", "  + print() {abstract}", "  - tidy() {abstract}", "option abstract: Item",
		"class Lot", "  + trace(): Lot", "Lot is a kind of Item", "class Small", "Small is a kind of Lot",
		"class Middle", "option abstract: Middle", "Middle is a kind of Item", "class Batch", "  + trace(): Item", "  + print()", "Batch is a kind of Middle",
		"class Tin", "  - print()", "  + trace()", "Tin is a kind of Middle")
	left := func(name string) []string {
		var out []string
		for _, e := range classifier.AbstractLeft(m, m.ClassifiersNamed(name)[0].ID) {
			out = append(out, e.Name)
		}
		return out
	}
	require.Equal(t, []string{"print"}, left("Lot"))
	require.Empty(t, left("Small"), "it is told of Lot")
	require.Empty(t, left("Batch"))
	require.Equal(t, []string{"trace", "print"}, left("Tin"), "a private one and one without a result implement nothing")
	circle := modeltest.Build(t, "class A", "  + f() {abstract}", "class B", "A is a kind of B", "B is a kind of A", "option abstract: A")
	require.Equal(t, 1, len(classifier.AbstractLeft(circle, circle.ClassifiersNamed("B")[0].ID)), "a circle ends")
}
