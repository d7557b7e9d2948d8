package scene

import (
	"slices"

	"lexeon/core/component"
	"lexeon/core/model"
)

// markCircles makes the lines stand out by which components call each other in a
// circle: none of them can be built or replaced alone.
func markCircles(m *model.Model, diagram *model.Diagram, lines []Group) {
	if diagram.Kind != model.ComponentDiagram || len(lines) == 0 {
		return
	}
	marked := component.CircleLines(m)
	for i := range lines {
		g := &lines[i]
		if !marked[g.Subject] {
			continue
		}
		g.Title += ", in a circle of calls"
		g.Shapes, g.Hash = slices.Clone(g.Shapes), "" // what is remembered of the line stays as it is
		for k := range g.Shapes {
			switch p := &g.Shapes[k]; p.Role {
			case RoleLine:
				p.Role = RoleCircle
			case RoleDashed:
				p.Role = RoleCircleDashed
			}
		}
	}
}
