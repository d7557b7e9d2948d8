package instances_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/classifier"
	"lexeon/core/instances"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// small makes a random model of three classes with associations and
// generalizations, some abstract.
func small(seed uint64) *model.Model {
	rnd := rand.New(rand.NewPCG(seed, 3))
	m := model.Empty("Small")
	var changes []model.Change
	for i := range 3 {
		changes = append(changes, &model.AddElement{ID: model.ID(fmt.Sprint("c", i)), Kind: model.Class, Name: fmt.Sprint("C", i), Set: model.P("abstract", rnd.IntN(4) == 0)})
	}
	class := func() model.ID { return model.ID(fmt.Sprint("c", rnd.IntN(3))) }
	for i := range 2 + rnd.IntN(3) {
		id := model.ID(fmt.Sprint("r", i))
		if a, b := class(), class(); rnd.IntN(3) == 0 && a > b { // no circles
			changes = append(changes, &model.Connect{ID: id, Kind: model.Generalization, Source: a, Target: b})
			continue
		}
		end := func(n int) model.NewEnd {
			return model.NewEnd{ID: model.ID(fmt.Sprintf("e%d-%d", i, n)), Type: class(), Set: model.P("multiplicity", []string{"1", "2", "0..1", "1..2", "1..*", "0..*", "?"}[rnd.IntN(7)])}
		}
		changes = append(changes, &model.Connect{ID: id, Kind: model.Association, Name: "r", Ends: []model.NewEnd{end(0), end(1)}})
	}
	for _, c := range changes {
		if next, _, _, err := model.Edit(m, []model.Change{c}); err == nil {
			m = next
		}
	}
	return m
}

// searched looks for numbers of objects, up to eight of each class, under which
// every bound can be met, and tells which classes are not empty in one of them.
func searched(m *model.Model) map[model.ID]bool {
	out := map[model.ID]bool{}
	ids := []model.ID{"c0", "c1", "c2"}
	var below [3][]int
	for i, id := range ids {
		below[i] = []int{i}
		for _, s := range classifier.Specifics(m, id) {
			below[i] = append(below[i], slices.Index(ids, s))
		}
	}
	lines := linesOf(m, ids)
	const most = 8
	for code := range (most + 1) * (most + 1) * (most + 1) {
		own := [3]int{code % 9, code / 9 % 9, code / 81}
		var all [3]int
		ok := true
		for i := range ids {
			for _, b := range below[i] {
				all[i] += own[b]
			}
			ok = ok && !(own[i] > 0 && len(below[i]) > 1 && m.Element(ids[i]).Classifier().Abstract)
		}
		ok = ok && linksCanBe(lines, all)
		if ok {
			for i, id := range ids {
				out[id] = out[id] || all[i] > 0
			}
		}
	}
	return out
}

// Property: the verdict is what a search for numbers of objects finds.
func TestVerdictsAgreeWithASearch(t *testing.T) {
	empty := 0
	for seed := range uint64(2500) {
		m := small(seed)
		v := instances.Judge(m, instances.Apart, instances.Live)
		said := map[model.ID]bool{}
		for _, c := range v.Contradictions {
			for _, id := range append([]model.ID{c.Class}, c.Also...) {
				said[id] = true
			}
		}
		can := searched(m)
		for _, id := range []model.ID{"c0", "c1", "c2"} {
			if said[id] {
				empty++
			}
			require.Equal(t, !can[id], said[id], "seed %d: %s; %s", seed, id, told(m, v))
		}
	}
	require.Greater(t, empty, 200)
}

// Property: the facts of a verdict are enough, and none can be left out.
func TestFactsAreEnoughAndNeeded(t *testing.T) {
	relax := func(m *model.Model, f instances.Fact) *model.Model {
		var c model.Change
		switch x := m.Element(f.Row); f.Kind {
		case instances.AtLeast:
			low, high := model.Range(0, x.End().Multiplicity.Upper), x.End().Multiplicity.Upper
			if high == model.Many {
				low = model.Range(0, model.Many)
			}
			c = &model.SetEnd{ID: f.Row, Set: model.P("multiplicity", low.String())}
		case instances.AtMost:
			c = &model.SetEnd{ID: f.Row, Set: model.P("multiplicity", model.Range(x.End().Multiplicity.Lower, model.Many).String())}
		case instances.IsKind:
			c = &model.Delete{ID: f.Row}
		case instances.IsOneOf:
			c = &model.SetClassifier{ID: f.Row, Set: model.P("abstract", false)}
		}
		next, _, _, err := model.Edit(m, []model.Change{c})
		require.NoError(t, err)
		return next
	}
	proven := 0
	for seed := range uint64(2400) {
		m := small(seed)
		for _, c := range instances.Judge(m, instances.Apart, instances.Live).Contradictions {
			alone := m
			for _, r := range m.Relationships() {
				for _, e := range m.Ends(r.ID) {
					for _, f := range []instances.Fact{{Kind: instances.AtLeast, Row: e.ID}, {Kind: instances.AtMost, Row: e.ID}} {
						if !slices.Contains(c.Facts, f) && e.End().Multiplicity.State == model.Decided {
							alone = relax(alone, f)
						}
					}
				}
			}
			require.NotEmpty(t, instances.Judge(alone, instances.Apart, instances.Live).Contradictions, "seed %d: the facts are enough", seed)
			for _, f := range c.Facts {
				if f.Kind == instances.IsKind {
					continue // without it, an abstract class may have no kinds and be open
				}
				for _, o := range instances.Judge(relax(alone, f), instances.Apart, instances.Live).Contradictions {
					require.NotEqual(t, c.Class, o.Class, "seed %d: %v is needed", seed, f)
				}
				proven++
			}
		}
	}
	require.Greater(t, proven, 300)
}

// Whatever is edited, a verdict is found, the same one every time.
func TestVerdictsAreDeterministic(t *testing.T) {
	for seed := range uint64(300) {
		m := small(seed)
		require.Equal(t, instances.Judge(m, instances.Apart, instances.Live), instances.Judge(m, instances.Apart, instances.Live))
	}
}

// chain is a long chain of classes that ends in a contradiction.
func chain(t testing.TB, n int, sums bool) *model.Model {
	m := model.Empty("Chain")
	var changes []model.Change
	class := func(i int) model.ID { return model.ID(fmt.Sprintf("c%04d", i%n)) }
	for i := range n {
		changes = append(changes, &model.AddElement{ID: class(i), Kind: model.Class, Name: string(class(i))})
		if sums {
			changes = append(changes, &model.AddElement{ID: "s" + class(i), Kind: model.Class, Name: "s" + string(class(i))})
		}
	}
	for i := range n {
		low := "1"
		if i == n-1 {
			low = "2"
		}
		changes = append(changes, &model.Connect{ID: model.ID(fmt.Sprint("r", i)), Kind: model.Association, Name: "r", Ends: []model.NewEnd{
			{ID: model.ID(fmt.Sprint("a", i)), Type: class(i), Set: model.P("multiplicity", "1")}, {ID: model.ID(fmt.Sprint("b", i)), Type: class(i + 1), Set: model.P("multiplicity", low)}}})
		if sums {
			changes = append(changes, &model.Connect{ID: model.ID(fmt.Sprint("g", i)), Kind: model.Generalization, Source: "s" + class(i), Target: class(i)})
		}
	}
	m, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	return m
}

func TestLargeSystems(t *testing.T) {
	v := instances.Judge(chain(t, 300, false), instances.Apart, instances.Live)
	require.Len(t, v.Contradictions, 1, "ratios are judged at any size")
	require.Len(t, v.Contradictions[0].Also, 299)
	require.Len(t, v.Contradictions[0].Facts, 600)
	v = instances.Judge(chain(t, 30, true), instances.Apart, instances.Live)
	require.Len(t, v.Contradictions, 1)
	v = instances.Judge(chain(t, 200, true), instances.Apart, instances.Live)
	require.Empty(t, v.Contradictions)
	require.Len(t, v.NotJudged, 1, "too large for every change, and said")
	require.Len(t, v.NotJudged[0], 400)
}

func BenchmarkJudgeChain(b *testing.B) {
	m := chain(b, 60, true)
	for b.Loop() {
		instances.Judge(m, instances.Apart, instances.Live)
	}
}

func BenchmarkJudge2000Classes(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	for b.Loop() {
		instances.Judge(m, instances.Apart, instances.Live)
	}
}

// line is an association of a small model: the classes at its ends, by number, and the bounds there.
type line struct{ a, b, a1, a2, b1, b2 int }

func linesOf(m *model.Model, ids []model.ID) (out []line) {
	for _, r := range m.Relationships(model.Association) {
		e := m.Ends(r.ID)
		l := line{a: slices.Index(ids, e[0].Type), b: slices.Index(ids, e[1].Type)}
		l.a1, l.a2 = e[0].End().Multiplicity.Bounds()
		l.b1, l.b2 = e[1].End().Multiplicity.Bounds()
		out = append(out, l)
	}
	return out
}

// linksCanBe reports whether so many objects of each class can be linked as every bound asks.
func linksCanBe(lines []line, all [3]int) bool {
	for _, l := range lines {
		a, b := all[l.a], all[l.b]
		least, largest := max(l.b1*a, l.a1*b), 1<<30
		if l.b2 != model.Many {
			largest = min(largest, l.b2*a)
		}
		if l.a2 != model.Many {
			largest = min(largest, l.a2*b)
		}
		if a == 0 || b == 0 { // no links without objects
			largest = 0
		}
		if least > largest {
			return false
		}
	}
	return true
}

// overlapping looks for numbers of objects, up to three of each sort, where a sort is a set of
// classes that an object may be of at once: closed upwards, not two kinds of a disjoint set,
// of an abstract class only with one of its kinds.
func overlapping(m *model.Model) map[model.ID]bool {
	ids := []model.ID{"c0", "c1", "c2"}
	var sorts [][3]bool
	for bits := 1; bits < 8; bits++ {
		s := [3]bool{bits&1 != 0, bits&2 != 0, bits&4 != 0}
		ok := true
		for i, id := range ids {
			kinds := m.Specifics(id)
			one := len(kinds) == 0
			for _, g := range kinds {
				at := slices.Index(ids, g.Source)
				one = one || s[at]
				ok = ok && (!s[at] || s[i])
			}
			ok = ok && (!s[i] || one || !m.Element(id).Classifier().Abstract)
		}
		if ok {
			sorts = append(sorts, s)
		}
	}
	out := map[model.ID]bool{}
	lines := linesOf(m, ids)
	counts := make([]int, len(sorts))
	var try func(k int)
	try = func(k int) {
		if k < len(sorts) {
			for counts[k] = 0; counts[k] <= 3; counts[k]++ {
				try(k + 1)
			}
			return
		}
		var all [3]int
		for i, s := range sorts {
			for c := range ids {
				if s[c] {
					all[c] += counts[i]
				}
			}
		}
		if !linksCanBe(lines, all) {
			return
		}
		for c, id := range ids {
			out[id] = out[id] || all[c] > 0
		}
	}
	try(0)
	return out
}

// Property: where kinds may overlap, what is said to be empty is empty in every search, and
// is so too where they are apart.
func TestKindsMayOverlap(t *testing.T) {
	empty, only := 0, 0
	for seed := range uint64(2500) {
		m := small(seed)
		said := func(kinds instances.Kinds) map[model.ID]bool {
			out := map[model.ID]bool{}
			for _, c := range instances.Judge(m, kinds, instances.Live).Contradictions {
				for _, id := range append([]model.ID{c.Class}, c.Also...) {
					out[id] = true
				}
			}
			return out
		}
		can, may, apart := overlapping(m), said(instances.MayOverlap), said(instances.Apart)
		for _, id := range []model.ID{"c0", "c1", "c2"} {
			if may[id] {
				empty++
				require.False(t, can[id], "seed %d: there can be a %s", seed, id)
				require.True(t, apart[id], "seed %d: %s", seed, id)
			} else if apart[id] {
				only++
			}
		}
	}
	require.Greater(t, empty, 200)
	require.Positive(t, only)
}
