package classifier

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// LinkOption is an association that two objects may have a link of. The link
// leads from the object at the first end to the one at the second; Turned tells
// that this is from the second object to the first.
type LinkOption struct {
	Association *model.Relationship
	Turned      bool
}

// LinkOptions lists the associations, with two ends, that objects of two
// classifiers may have links of, inherited ones included: by id, and where both
// ways are possible, both.
func LinkOptions(m *model.Model, a, b model.ID) []LinkOption {
	var out []LinkOption
	if a == "" || b == "" {
		return nil
	}
	of, to := Lineage(m, a), Lineage(m, b)
	seen := map[model.ID]bool{}
	var list []*model.Relationship
	for _, c := range of {
		for _, r := range m.RelationshipsOf(c) {
			if r.Kind == model.Association && !seen[r.ID] {
				seen[r.ID] = true
				list = append(list, r)
			}
		}
	}
	slices.SortFunc(list, func(x, y *model.Relationship) int { return strings.Compare(string(x.ID), string(y.ID)) })
	for _, r := range list {
		ends := m.Ends(r.ID)
		if len(ends) != 2 {
			continue
		}
		if slices.Contains(of, ends[0].Type) && slices.Contains(to, ends[1].Type) {
			out = append(out, LinkOption{r, false})
		}
		if slices.Contains(of, ends[1].Type) && slices.Contains(to, ends[0].Type) {
			out = append(out, LinkOption{r, true})
		}
	}
	return out
}
