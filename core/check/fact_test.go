package check

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// A rule may read no fact that it does not name: else it would not run again when that
// changes.
func TestFactsAreNamed(t *testing.T) {
	m := model.Empty("Facts")
	silent := &Analyzer{Name: "test/silent", Scope: Whole{Run: func(p *Pass) { dictionaries.of(p) }}}
	require.PanicsWithValue(t, `rule test/silent reads the fact "dictionary" without requiring it`, func() {
		s := &State{m: m, facts: newFacts(m)}
		s.runWhole(m, silent, silent.Scope.(Whole))
	})
	honest := &Analyzer{Name: "test/honest", Requires: []Requirement{dictionaries}, Scope: silent.Scope}
	require.NotPanics(t, func() { Run(m, []*Analyzer{honest}) })
}

// Each fact stands behind those that it is found from: they are carried on in this order.
func TestFactsStandInOrder(t *testing.T) {
	before := map[Requirement]bool{}
	titles := map[string]bool{}
	for _, f := range allFacts {
		for _, n := range f.needed() {
			require.True(t, before[n], "%s needs %s", f.title(), n.title())
		}
		require.False(t, titles[f.title()], f.title())
		before[f], titles[f.title()] = true, true
	}
	for _, a := range All {
		for _, r := range a.Requires {
			require.True(t, before[r], "%s requires %s, which is in no list", a.Name, r.title())
		}
	}
}

// A fact is found once for a check, stays while nothing is written that it rests on, and is
// found anew after that.
func TestFactsAreKept(t *testing.T) {
	m, _, _, err := model.Edit(model.Empty("Facts"), []model.Change{
		&model.AddElement{ID: "item", Kind: model.DataItem, Name: "delivery note"},
		&model.AddElement{ID: "class", Kind: model.Class, Name: "Crate"},
	})
	require.NoError(t, err)
	f := newFacts(m)
	was := dictionaries.in(f)
	require.Same(t, was, dictionaries.in(f))
	for i, c := range []struct {
		change  model.Change
		changed bool
	}{
		{&model.SetName{ID: "class", Name: "Box"}, false},
		{&model.SetName{ID: "class", Name: "Delivery Note"}, false}, // they meet in the term that is there
		{&model.SetName{ID: "item", Name: "waybill"}, true},
		{&model.AddElement{ID: "other", Kind: model.Class, Name: "Pallet"}, false},
	} {
		next, delta, _, err := model.Edit(f.m, []model.Change{c.change})
		require.NoError(t, err)
		after, changed := f.after(next, delta)
		require.Equal(t, c.changed, changed[dictionaries].any(), fmt.Sprint(i))
		require.Equal(t, dictionaries.in(newFacts(next)).Key("Box"), dictionaries.in(after).Key("Box"))
		f = after
	}
}

// What is written to units leaves those they were made from as they are.
func TestUnitsAreShared(t *testing.T) {
	first := (&units{}).writer()
	for i := range 300 {
		first.set(fmt.Sprint(i), []Finding{{Rule: fmt.Sprint(i)}})
	}
	second := first.units.writer()
	second.set("7", nil)
	second.set("new", []Finding{{}})
	second.set("nothing", nil)
	count := func(u *units) (n int) {
		u.each(func(string, []Finding) { n++ })
		return n
	}
	require.Equal(t, 300, count(&first.units))
	require.Equal(t, 300, first.count)
	require.Equal(t, 300, count(&second.units))
	require.Equal(t, 300, second.count)
}
