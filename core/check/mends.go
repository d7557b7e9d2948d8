package check

import (
	"slices"

	"lexeon/core/model"
)

// hides are rules that say nothing of a thing as long as another one finds something in it: what
// they tell after a mend was there before.
var hides = map[string][]string{
	"dictionary/undefined": {"process/insufficient-input", "level/unbalanced", "item/never-written", "store/unknown-item"},
}

// MendsOf lists the ways out of a finding that lead out: each was tried, its finding goes, and
// no error and no warning comes that was not there before.
func (s *State) MendsOf(f Finding) []Mend {
	return slices.DeleteFunc(slices.Clone(f.Ways(s.m)), func(d Mend) bool { return !s.leadsOut(f, d) })
}

func (s *State) leadsOut(f Finding, d Mend) bool {
	next, delta, _, err := model.Edit(s.m, d.On(s.m))
	if err != nil {
		return false
	}
	after := s.Update(next, delta)
	was := map[string]bool{} // what is said of the same may be said at another place
	for i, units := range s.found {
		if units != after.found[i] {
			units.each(func(_ string, found []Finding) {
				for _, g := range found {
					was[g.ID()], was[g.Rule+g.Message] = true, true
				}
			})
		}
	}
	leads := true
	for i, units := range after.found {
		if units == s.found[i] {
			continue
		}
		units.each(func(_ string, found []Finding) {
			for _, g := range found {
				switch {
				case g.ID() == f.ID() && g.Basis == f.Basis:
					leads = false
				case g.Severity != Error && g.Severity != Warning || was[g.ID()] || was[g.Rule+g.Message] || slices.Contains(hides[f.Rule], g.Rule):
				default:
					leads = false
				}
			}
		})
	}
	return leads
}

// Find is the finding with an id, where there is one.
func (s *State) Find(id string) (Finding, bool) {
	list := s.Findings()
	if i := slices.IndexFunc(list, func(f Finding) bool { return f.ID() == id }); i >= 0 {
		return list[i], true
	}
	return Finding{}, false
}
