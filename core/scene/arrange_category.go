package scene

import (
	"cmp"
	"slices"

	"lexeon/core/model"
)

const (
	categoryGap = 90 // where names of associations stand
	rowGap      = 36
)

// inCategories puts shapes into columns by category: the stereotype that gives them
// their colour, else their first one. Columns stand in the order of the project's
// colours, then by name; what has no stereotype comes last. Within a column the
// order is that of names. Notes stand below.
func inCategories(m *model.Model, s *Scene, shapes []*Group) []model.Change {
	shapes = slices.DeleteFunc(slices.Clone(shapes), func(g *Group) bool { return g.surrounds() && len(g.Holds) > 0 })
	if len(shapes) == 0 {
		return nil
	}
	rank := map[string]int{"": 1 << 20}
	for i, c := range m.Project().Colours {
		rank[c.Stereotype] = i + 1
	}
	category := func(g *Group) string {
		e := m.Element(g.Subject)
		if e == nil || !e.Kind.IsClassifier() {
			return ""
		}
		if _, coloured := m.ColourOf(e); coloured != "" {
			return coloured
		}
		if len(e.Stereotypes) > 0 {
			return e.Stereotypes[0]
		}
		return ""
	}
	order := func(name string) int {
		if r, ok := rank[name]; ok {
			return r
		}
		return 1 << 10
	}
	slices.SortStableFunc(shapes, func(a, b *Group) int {
		ca, cb := category(a), category(b)
		return cmp.Or(cmp.Compare(boolean(a.Kind == model.Note), boolean(b.Kind == model.Note)), cmp.Compare(order(ca), order(cb)), cmp.Compare(ca, cb), cmp.Compare(a.Title, b.Title), cmp.Compare(a.ID, b.ID))
	})
	corner := *shapes[0].Box
	for _, g := range shapes {
		corner.X, corner.Y = min(corner.X, g.Box.X), min(corner.Y, g.Box.Y)
	}
	var changes []model.Change
	x, y, wide, low := corner.X, corner.Y, 0, corner.Y
	for i, g := range shapes {
		if g.Kind == model.Note {
			if i == 0 || shapes[i-1].Kind != model.Note {
				x, y = corner.X, low+rowGap
			}
			changes = append(changes, moveTo(g, x, y)...)
			x += g.Box.W + rowGap
			continue
		}
		if i > 0 && category(g) != category(shapes[i-1]) {
			x, y, wide = x+wide+categoryGap, corner.Y, 0
		}
		changes = append(changes, moveTo(g, x, y)...)
		y += g.Box.H + rowGap
		wide, low = max(wide, g.Box.W), max(low, y)
	}
	moved := map[model.ID]bool{}
	for _, g := range shapes {
		moved[g.Subject] = true
	}
	for i := range s.Groups {
		if g := &s.Groups[i]; g.Route != nil && len(g.Between) > 0 && !slices.ContainsFunc(g.Between, func(id model.ID) bool { return !moved[id] }) {
			changes = append(changes, tidyLine(m, g)...)
		}
	}
	return changes
}

func boolean(b bool) int {
	if b {
		return 1
	}
	return 0
}
