package component_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/component"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func cooperative(t *testing.T, more ...string) *model.Model {
	return modeltest.Build(t, append([]string{"component Traceability", "component Lot archive", "component Label printer", "component Settlement", "component Copy",
		"interface LotLookup", "interface FullLookup", "interface PriceQuery", "FullLookup is a kind of LotLookup",
		"Traceability provides LotLookup", "Traceability requires PriceQuery", `"Lot archive" provides FullLookup`, `"Label printer" requires LotLookup`, "Settlement provides PriceQuery", "Settlement requires LotLookup"}, more...)...)
}

func id(m *model.Model, name string) model.ID {
	return m.Named(name, model.Component, model.Interface)[0].ID
}

func names(m *model.Model, list []*model.Element) string {
	var out []string
	for _, e := range list {
		out = append(out, e.Name)
	}
	slices.Sort(out)
	return strings.Join(out, ", ")
}

func needs(m *model.Model, list []component.Need) string {
	var out []string
	for _, n := range list {
		line := m.Element(n.Component).Name + " needs " + m.Element(n.Interface).Name
		var from []*model.Element
		for _, f := range n.From {
			from = append(from, m.Element(f))
		}
		if len(from) > 0 {
			line += " from " + names(m, from)
		}
		if n.Chosen {
			line += "!"
		}
		out = append(out, line)
	}
	slices.Sort(out)
	return strings.Join(out, "; ")
}

func TestNeedsAndWhatBreaks(t *testing.T) {
	m := cooperative(t)
	require.Equal(t, "Label printer needs LotLookup from Lot archive, Traceability; Settlement needs LotLookup from Lot archive, Traceability; Traceability needs PriceQuery from Settlement", needs(m, component.WebOf(m).Needs()))
	require.Empty(t, component.WebOf(m).Broken(id(m, "Traceability")), "the archive offers more than enough")
	require.Equal(t, "Traceability needs PriceQuery from Settlement", needs(m, component.WebOf(m).Broken(id(m, "Settlement"))))

	m = cooperative(t, `"Label printer" gets LotLookup from Traceability`)
	require.Equal(t, "Label printer needs LotLookup from Traceability!", needs(m, component.WebOf(m).Broken(id(m, "Traceability"))), "the assembly decides")
	require.Equal(t, []model.ID{id(m, "Traceability")}, component.Callers(m)[id(m, "Label printer")])
}

func TestWhatIsInsideIsSpokenToFromInside(t *testing.T) {
	m := cooperative(t, "component Lot index", "component Recall desk", "inside Traceability: Lot index, Recall desk", `"Lot index" provides LotLookup`, `"Recall desk" requires LotLookup`, "Settlement provides FullLookup")
	require.Equal(t, "Lot archive, Lot index, Settlement, Traceability", names(m, component.Providers(m, id(m, "LotLookup"), id(m, "Recall desk"))))
	require.Equal(t, "Lot archive, Settlement, Traceability", names(m, component.Providers(m, id(m, "LotLookup"), id(m, "Label printer"))), "not what is in Traceability")
}

func TestReplacements(t *testing.T) {
	m := cooperative(t)
	require.Equal(t, "Lot archive", names(m, component.WebOf(m).Replacements(id(m, "Traceability"))), "it provides a kind of the interface, and requires nothing")
	require.Empty(t, component.WebOf(m).Replacements(id(m, "Lot archive")), "Traceability provides less")
	require.Empty(t, component.WebOf(m).Replacements(id(m, "Label printer")), "nothing is asked of it")
	m = cooperative(t, "Copy provides PriceQuery", "Copy requires LotLookup")
	require.Equal(t, "Copy", names(m, component.WebOf(m).Replacements(id(m, "Settlement"))))
	m = cooperative(t, "Copy provides PriceQuery", "interface Clock", "Copy requires Clock")
	require.Empty(t, component.WebOf(m).Replacements(id(m, "Settlement")), "it requires more")
}

func TestProposals(t *testing.T) {
	m := cooperative(t, "class LotBook", "class Printer", "LotBook realizes FullLookup", "Printer uses PriceQuery", "Printer uses FullLookup", `"Lot archive" holds LotBook`, `"Lot archive" holds Printer`)
	var told []string
	for _, p := range component.Proposals(m, id(m, "Lot archive")) {
		told = append(told, string(p.Kind)+" "+m.Element(p.Interface).Name+" by "+m.Element(p.Because).Name)
	}
	require.Equal(t, []string{"requires PriceQuery by Printer"}, told, "FullLookup is provided, and used inside")
	m = cooperative(t, "class LotBook", "LotBook realizes FullLookup", `Settlement holds LotBook`)
	require.Len(t, component.Proposals(m, id(m, "Settlement")), 1)
}

// Property: what breaks without a component is met by nobody else, and a replacement
// breaks nothing.
func TestBrokenAndReplacementsOfRandomModels(t *testing.T) {
	broken, replaced := 0, 0
	for seed := range uint64(60) {
		m := modeltest.Model(seed, 260)
		for _, c := range m.OfKind(model.Component) {
			for _, n := range component.WebOf(m).Broken(c.ID) {
				require.Equal(t, []model.ID{c.ID}, n.From)
				broken++
			}
			for _, r := range component.WebOf(m).Replacements(c.ID) {
				for _, p := range component.Provided(m, c.ID) {
					require.Contains(t, component.Providers(m, p, c.ID), r)
				}
				require.True(t, component.Sees(m, c.ID, r.ID))
				replaced++
			}
		}
	}
	require.Positive(t, broken)
	require.Positive(t, replaced)
}

// Circles, and the lines by which they go around.
func TestCircles(t *testing.T) {
	three := []string{"component A", "component B", "component C", "component D", "interface Ab", "interface Bc", "interface Ca", "interface Da"}
	for name, c := range map[string]struct {
		lines []string
		want  string // the circles
		marks string // the lines of them
	}{
		"none":         {[]string{"A gets Ab from B", "B gets Bc from C"}, "", ""},
		"assemblies":   {[]string{"A gets Ab from B", "B gets Bc from C", "C gets Ca from A", "D gets Da from A"}, "A B C", "assembly A B; assembly B C; assembly C A"},
		"dependencies": {[]string{"A uses B", "B depends on A", "C uses A"}, "A B", "dependency B A; usage A B"},
		"balls": {[]string{"A requires Ab", "B provides Ab", "B requires Ca", "A provides Ca", "A provides Da", "C requires Da"}, "A B",
			"provides A Ca; provides B Ab; requires A Ab; requires B Ca"},
		"open who is called": {[]string{"A requires Ab", "B provides Ab", "C provides Ab", "B requires Ca", "A provides Ca"}, "", ""},
		"two":                {[]string{"A uses B", "B uses A", "C uses D", "D uses C", "B uses C"}, "A B; C D", "usage A B; usage B A; usage C D; usage D C"},
		"itself":             {[]string{"A provides Ab", "A requires Ab"}, "", ""},
	} {
		m := modeltest.Build(t, append(slices.Clone(three), c.lines...)...)
		var circles, marks []string
		for _, circle := range component.Circles(m) {
			var names []string
			for _, id := range circle {
				names = append(names, m.Element(id).Name)
			}
			slices.Sort(names)
			circles = append(circles, strings.Join(names, " "))
		}
		slices.Sort(circles)
		for id := range component.CircleLines(m) {
			r := m.Relationship(id)
			marks = append(marks, string(r.Kind)+" "+m.Element(r.Source).Name+" "+m.Element(r.Target).Name)
		}
		slices.Sort(marks)
		require.Equal(t, c.want, strings.Join(circles, "; "), name)
		require.Equal(t, c.marks, strings.Join(marks, "; "), name)
	}
}
