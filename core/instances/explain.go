package instances

import (
	"cmp"
	"slices"

	"lexeon/core/model"
)

// tried is for how many of the empty classes of one system a proof is looked for:
// the shortest is told.
const tried = 3

// shortProof is how many facts are still tried one by one for whether they are
// needed; in a longer proof a few may be more than that.
const shortProof = 40

// explain finds the facts that contradict each other, where classes of one system
// can have no instances: those that make one of them empty, in the fewest steps
// found; the others are told with it. What cannot be proven from the facts is not
// told.
func explain(h *hierarchy, empty []model.ID, candidates []Fact) []Contradiction {
	var best *Contradiction
	for _, class := range empty[:min(len(empty), tried)] {
		if facts := proof(h, class, candidates); facts != nil && (best == nil || len(facts) < len(best.Facts)) {
			best = &Contradiction{Class: class, Facts: facts}
			if len(facts) > shortProof {
				break
			}
		}
	}
	if best == nil {
		return nil
	}
	for _, id := range empty {
		if id != best.Class {
			best.Also = append(best.Also, id)
		}
	}
	return []Contradiction{*best}
}

// proof shrinks facts until each is needed for a class to be empty; nil where they
// do not force it.
func proof(h *hierarchy, class model.ID, candidates []Fact) []Fact {
	holds := func(facts []Fact) (bool, []Fact) {
		keep := map[Fact]bool{}
		for _, f := range facts {
			keep[f] = true
		}
		s, v := buildOf(h, keep, class)
		is, rows := s.mustBeEmpty(v)
		if !is {
			return false, nil
		}
		return true, s.only(func(i int) bool { return slices.Contains(rows, i) }).facts()
	}
	is, used := holds(candidates)
	if !is {
		return nil
	}
	facts := candidates
	if ok, _ := holds(used); ok {
		facts = used
	}
	facts = slices.Clone(facts)
	sortFacts(facts)
	if len(facts) > shortProof { // the simplex method leaves little that is not needed
		return facts
	}
	for i := len(facts) - 1; i >= 0; i-- {
		without := slices.Delete(slices.Clone(facts), i, i+1)
		if ok, _ := holds(without); ok {
			facts = without
		}
	}
	return facts
}

// sortFacts: bounds first, then what the classes are.
func sortFacts(facts []Fact) {
	slices.SortFunc(facts, func(a, b Fact) int {
		if a.Kind != b.Kind {
			return int(a.Kind) - int(b.Kind)
		}
		return cmp.Compare(a.Row, b.Row)
	})
}

// told tells of a circle that makes classes empty.
func told(h *hierarchy, circle, all []model.ID, facts []Fact) []Contradiction {
	if len(circle) == 0 {
		return nil
	}
	if len(facts) <= shortProof {
		return explain(h, slices.Concat(circle, slices.DeleteFunc(slices.Clone(all), func(id model.ID) bool { return slices.Contains(circle, id) })), facts)
	}
	sortFacts(facts)
	return []Contradiction{{Class: circle[0], Facts: facts, Also: slices.DeleteFunc(all, func(id model.ID) bool { return id == circle[0] })}}
}
