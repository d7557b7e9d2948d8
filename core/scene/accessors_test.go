package scene_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// Accessors that are implied stand in one line where the diagram is to say so.
func TestImpliedAccessorsStandInOneLine(t *testing.T) {
	m, _ := draw(t, 2, "class Kite", "  - span: Decimal", "  - colour: String", "  + fly()", "class Reel", "  - length: Decimal")
	kite := m.Named("Kite", model.Class)[0]
	m = edited(t, m, &model.SetClassifier{ID: kite.ID, Set: model.P("accessors", true)})
	texts := func() (out []string) {
		for _, g := range drawer.Of(m, "d").Groups {
			for _, p := range g.Shapes {
				if p.Text != nil && g.Box != nil && g.ID != "frame" {
					out = append(out, p.Text.Text)
				}
			}
		}
		return out
	}
	require.NotContains(t, texts(), "accessors of span, colour")
	m = edited(t, m, &model.SetDetail{ID: "d", Set: model.P("accessors", true)})
	require.Contains(t, texts(), "accessors of span, colour")
	require.NotContains(t, texts(), "accessors of length", "they are not implied there")
	_, _, _, err := model.Edit(m, []model.Change{&model.SetDetail{ID: placementOf(m, "Kite"), Set: model.P("accessors", true)}})
	require.Error(t, err, "it is said of a diagram")
}
