package check

import (
	"maps"
	"slices"

	"lexeon/core/model"
)

// namedStems tells how many different names of the model have each stem.
var namedStems = &Fact[*stemCount]{
	name: "stems",
	rests: func(r model.Row) (names bool) {
		namesIn(r, func(string) { names = true })
		return names
	},
	find: func(f *facts) *stemCount {
		out := &stemCount{map[string]int{}, map[string]int{}}
		f.m.Each(func(r model.Row) { out.count(r, 1) })
		return out
	},
	carry: func(at *carrying, old *stemCount) (*stemCount, outcome) {
		if !slices.ContainsFunc(at.delta, renames) {
			return old, kept
		}
		next := &stemCount{maps.Clone(old.names), maps.Clone(old.stems)}
		for _, c := range at.delta {
			next.count(c.Old, -1)
			next.count(c.New, 1)
		}
		// Which stems there are is what rules see.
		became := kept
		for _, c := range at.delta {
			for _, r := range []model.Row{c.Old, c.New} {
				namesIn(r, func(name string) {
					if slices.ContainsFunc(stemsOf(name), func(s string) bool { return old.has(s) != next.has(s) }) {
						became = updated
					}
				})
			}
		}
		return next, became
	},
}

// renames reports whether a row has other names than before.
func renames(c model.RowChange) bool {
	var old, now []string
	namesIn(c.Old, func(name string) { old = append(old, name) })
	namesIn(c.New, func(name string) { now = append(now, name) })
	return !slices.Equal(old, now)
}

// stemCount counts rows by their names, and names by their stems: many rows share a name,
// and its stems are looked for once.
type stemCount struct{ names, stems map[string]int }

func (x *stemCount) has(stem string) bool { return x.stems[stem] > 0 }

// count adds a row to the counts, or takes it out.
func (x *stemCount) count(r model.Row, by int) {
	namesIn(r, func(name string) {
		was := x.names[name]
		if x.names[name] = was + by; was > 0 && was+by > 0 {
			return
		}
		if was+by == 0 {
			delete(x.names, name)
		}
		for _, s := range stemsOf(name) {
			if x.stems[s] += by; x.stems[s] == 0 {
				delete(x.stems, s)
			}
		}
	})
}

// namesIn calls f for all names in a row of the model or of its activity table.
func namesIn(r model.Row, f func(name string)) {
	switch r := r.(type) {
	case *model.Project:
		f(r.Name)
	case *model.Term:
		f(r.Name)
		for _, other := range [][]string{r.Aliases, r.Rejected} {
			for _, name := range other {
				f(name)
			}
		}
	case *model.Relationship:
		f(r.Name)
	case *model.Element:
		switch r.Kind {
		case model.Sentence, model.Section, model.Step, model.Alternative, model.SetAside, model.Note:
		case model.Activity:
			for _, name := range activityNames(r) {
				f(name)
			}
		default:
			f(r.Name)
			f(r.TypeName())
		}
	}
}
