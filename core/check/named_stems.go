package check

import (
	"maps"

	"lexeon/core/model"
)

// namedStems counts in how many names of the model each stem stands.
var namedStems = &Fact[map[string]int]{
	name:  "stems",
	rests: func(r model.Row) bool { return len(namesIn(r)) > 0 },
	find: func(f *facts) map[string]int {
		out := map[string]int{}
		f.m.Each(func(r model.Row) { countStems(out, r, 1) })
		return out
	},
	carry: func(at *carrying, old map[string]int) (map[string]int, outcome) {
		next := maps.Clone(old)
		for _, c := range at.delta {
			countStems(next, c.Old, -1)
			countStems(next, c.New, 1)
		}
		// Which stems there are is what rules see.
		became := kept
		for _, c := range at.delta {
			for _, r := range []model.Row{c.Old, c.New} {
				for _, name := range namesIn(r) {
					for _, s := range stemsOf(name) {
						if (old[s] > 0) != (next[s] > 0) {
							became = updated
						}
					}
				}
			}
		}
		return next, became
	},
}

// countStems adds to the counts of all stems in the names of a row.
func countStems(to map[string]int, r model.Row, by int) {
	for _, name := range namesIn(r) {
		for _, s := range stemsOf(name) {
			if to[s] += by; to[s] == 0 {
				delete(to, s)
			}
		}
	}
}

// namesIn are all names in a row of the model or of its activity table.
func namesIn(r model.Row) []string {
	switch r := r.(type) {
	case *model.Project:
		return []string{r.Name}
	case *model.Term:
		return append(append([]string{r.Name}, r.Aliases...), r.Rejected...)
	case *model.Relationship:
		if r.Name != "" {
			return []string{r.Name}
		}
	case *model.Element:
		switch r.Kind {
		case model.Sentence, model.Section, model.Step, model.Alternative, model.SetAside, model.Note:
		case model.Activity:
			return activityNames(r)
		default:
			return []string{r.Name, r.TypeName()}
		}
	}
	return nil
}
