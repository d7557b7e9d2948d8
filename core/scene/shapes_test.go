package scene

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// Every kind that is placed has a shape, and no other kind has one: whoever adds a kind
// is told here that its shape is missing.
func TestEveryPlacedKindHasAShape(t *testing.T) {
	placed := map[model.Kind]bool{}
	for _, d := range model.DiagramKinds() {
		for _, k := range model.KindsOn(d.Kind) {
			placed[k.Kind] = true
			require.NotNil(t, shapes[k.Kind].draw, "%s is placed and has no shape in shapes.go", k.Kind)
			require.Equal(t, k.Kind.IsClassifier() && k.Kind != model.Class, shapes[k.Kind].keyword != "", k.Kind)
		}
	}
	for k := range shapes {
		require.True(t, placed[k], "%s has a shape and is never placed", k)
	}
}

// Every kind that is drawn as a line has a style, and no other kind has one.
func TestEveryLineHasAStyle(t *testing.T) {
	drawn := map[model.Kind]bool{}
	for _, k := range model.RelationshipKinds() {
		if len(k.On) > 0 {
			drawn[k.Kind] = true
			require.NotNil(t, lineStyles[k.Kind].label, "%s is drawn and has no style in line_style.go", k.Kind)
			require.NotEmpty(t, lineStyles[k.Kind].role, k.Kind)
		}
	}
	for k := range lineStyles {
		require.True(t, drawn[k], "%s has a style and is never drawn", k)
	}
}
