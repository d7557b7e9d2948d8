package render

import (
	"lexeon/core/model"
	"lexeon/core/scene"
)

// Draws gives the diagrams of a model as SVG.
func Draws(m *model.Model, d *scene.Drawer) func(diagram model.ID) (string, error) {
	return func(diagram model.ID) (string, error) {
		svg, err := SVG(d.Of(m, diagram).Cut(true))
		return string(svg), err
	}
}
