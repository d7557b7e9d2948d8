package model_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// list is a class with attributes, edited in batches; names says what is expected.
type list struct {
	t     testing.TB
	m     *model.Model
	names []string
	next  int
	// before is what was edited last.
	before *model.Model
}

func newList(t testing.TB) *list {
	l := &list{t: t, m: model.Empty("Quarry")}
	l.edit(&model.AddElement{ID: "log", Kind: model.Class, Name: "Log"})
	return l
}

func (l *list) edit(changes ...model.Change) (model.Delta, []model.Change) {
	l.t.Helper()
	next, delta, inverse, err := model.Edit(l.m, changes)
	require.NoError(l.t, err)
	l.before, l.m = l.m, next
	return delta, inverse
}

// insert tells how an attribute is added at a place.
func (l *list) insert(at int) *model.AddPart {
	name := fmt.Sprintf("a%d", l.next)
	l.next++
	c := &model.AddPart{ID: model.ID(name), Owner: "log", Kind: model.Attribute, Name: name}
	if at < len(l.names) {
		c.Before = model.ID(l.names[at])
	}
	l.names = slices.Insert(l.names, at, name)
	return c
}

// check holds the order of the list, and how long its keys are.
func (l *list) check() {
	l.t.Helper()
	parts := l.m.Children("log")
	got := make([]string, len(parts))
	for i, e := range parts {
		got[i] = e.Name
		require.True(l.t, e.Order.Valid(), "%q", e.Order)
		require.LessOrEqual(l.t, len(e.Order), 24, "%q", e.Order)
	}
	require.Equal(l.t, l.names, got)
}

// Whatever the order in which twenty thousand are inserted, keys stay short.
func TestOrderKeysStayShort(t *testing.T) {
	const batch = 1000
	for name, at := range map[string]func(i, count int) int{
		"at the end":               func(_, count int) int { return count },
		"at the front":             func(_, _ int) int { return 0 },
		"each after the last made": func(i, _ int) int { return min(i, 300) + max(0, i-300) },
		"each before the last":     func(i, _ int) int { return min(i, 300) },
		"now left, now right":      func(i, _ int) int { return (i + 1) / 2 },
		"anywhere": func() func(i, count int) int {
			rnd := rand.New(rand.NewPCG(3, 4))
			return func(_, count int) int { return rnd.IntN(count + 1) }
		}(),
	} {
		t.Run(name, func(t *testing.T) {
			l, n := newList(t), int(modeltest.Seeds(8000, 20_000))
			if name == "anywhere" || testing.Short() {
				n = 5000
			}
			for i := 0; i < n; i += batch {
				changes := make([]model.Change, batch)
				for k := range changes {
					changes[k] = l.insert(at(i+k, len(l.names)))
				}
				l.edit(changes...)
			}
			l.check()
		})
	}
}

// one edits one by one, now left and now right of a gap, until keys are renewed.
func (l *list) untilRenewed() (model.Delta, []model.Change) {
	l.t.Helper()
	for range 1000 {
		delta, inverse := l.edit(l.insert(len(l.names) / 2))
		if len(delta) > 1 {
			return delta, inverse
		}
	}
	require.Fail(l.t, "no key was renewed")
	return nil, nil
}

// Keys that are renewed are written to the database and told to other pages; nobody wrote
// them for all that: they are no part of what a change wrote, nor of what leads back.
func TestRenewedKeysAreNoWrite(t *testing.T) {
	l := newList(t)
	delta, inverse := l.untilRenewed()
	l.check()
	made := l.names[slices.IndexFunc(l.names, func(n string) bool { return n == fmt.Sprintf("a%d", l.next-1) })]
	for _, w := range delta.Writes() {
		require.Equal(t, model.ID(made), w.ID, "%s of %s", w.Field, w.ID)
	}
	back := inverse[0].(*model.Restore).Rows
	require.Len(t, back, 1)
	require.True(t, back[0].Remove)
	renewed := 0
	for _, s := range delta.States() {
		if s.ID != model.ID(made) {
			require.True(t, s.Renewed)
			require.Len(t, s.Set, 1)
			renewed++
		}
	}
	require.Equal(t, len(delta)-1, renewed)

	applied, _, err := model.Apply(l.before, delta.States())
	require.NoError(t, err)
	require.Equal(t, l.m.Children("log"), applied.Children("log"))

	l.edit(inverse...)
	l.names = slices.DeleteFunc(l.names, func(n string) bool { return n == made })
	l.check()
}

// What is taken back stands where it stood, though the keys around were renewed since.
func TestBackToItsPlaceAmongRenewedKeys(t *testing.T) {
	rnd := rand.New(rand.NewPCG(5, 6))
	for round := range 40 {
		l := newList(t)
		for range 12 {
			l.edit(l.insert(len(l.names)))
		}
		was := slices.Clone(l.names)
		at := rnd.IntN(len(l.names))
		moved := l.names[at]
		var inverse []model.Change
		l.names = slices.Delete(l.names, at, at+1)
		if round%2 == 0 {
			_, inverse = l.edit(&model.Delete{ID: model.ID(moved)})
		} else {
			to := rnd.IntN(len(l.names))
			_, inverse = l.edit(&model.MovePart{ID: model.ID(moved), Before: model.ID(l.names[to])})
			l.names = slices.Insert(l.names, to, moved)
		}
		l.untilRenewed()
		l.untilRenewed()
		l.edit(inverse...)
		have := func(name string) bool { return slices.Contains(was, name) }
		got := []string{}
		for _, e := range l.m.Children("log") {
			if have(e.Name) {
				got = append(got, e.Name)
			}
		}
		require.Equal(t, was, got, "round %d: %s", round, moved)
	}
}

// What has an order at the root is renewed too.
func TestSectionsInAnyOrder(t *testing.T) {
	m := model.Empty("Quarry")
	want := []string{}
	for i := range 600 {
		name, at := fmt.Sprintf("s%d", i), (i+1)/2
		c := &model.AddElement{ID: model.ID(name), Kind: model.Section, Name: name}
		if at < len(want) {
			c.Before = model.ID(want[at])
		}
		want = slices.Insert(want, at, name)
		next, _, _, err := model.Edit(m, []model.Change{c})
		require.NoError(t, err)
		m = next
	}
	got := []string{}
	for _, e := range m.OfKind(model.Section) {
		got = append(got, e.Name)
		require.LessOrEqual(t, len(e.Order), 24)
	}
	require.Equal(t, want, got)
}

// Several that are led back at once, among keys that are renewed for the first of them,
// stand where they stood.
func TestSeveralBackAtOnceAmongRenewedKeys(t *testing.T) {
	rnd := rand.New(rand.NewPCG(7, 8))
	for round := range 30 {
		l := newList(t)
		for range 14 {
			l.edit(l.insert(len(l.names)))
		}
		was := slices.Clone(l.names)
		var changes []model.Change
		for range 2 + rnd.IntN(4) {
			at := rnd.IntN(len(l.names))
			changes = append(changes, &model.Delete{ID: model.ID(l.names[at])})
			l.names = slices.Delete(l.names, at, at+1)
		}
		_, inverse := l.edit(changes...)
		l.untilRenewed()
		l.untilRenewed()
		l.edit(inverse...)
		got := []string{}
		for _, e := range l.m.Children("log") {
			if slices.Contains(was, e.Name) {
				got = append(got, e.Name)
			}
		}
		require.Equal(t, was, got, "round %d", round)
	}
}
