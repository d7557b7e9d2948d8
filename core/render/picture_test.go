package render_test

import (
	"bytes"
	"image"
	"image/png"
	"os"
	"path/filepath"
	"regexp"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

func demo(t testing.TB) (*model.Model, *scene.Scene, *typeface.Typesetter) {
	t.Helper()
	data, err := os.ReadFile(filepath.Join("..", "..", "demo", "heatherfold.lexeon.json"))
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	set := typeface.New()
	return m, scene.NewDrawer(set).Of(m, "lots"), set
}

func pixels(t testing.TB, s *scene.Scene, set *typeface.Typesetter, scale int) image.Image {
	t.Helper()
	data, err := render.PNG(s, set, scale)
	require.NoError(t, err)
	i, err := png.Decode(bytes.NewReader(data))
	require.NoError(t, err)
	return i
}

// dark counts the pixels of a rectangle of the scene that are not white.
func dark(i image.Image, s *scene.Scene, r scene.Rect, scale int) int {
	n := 0
	for y := (r.Y - s.Bounds.Y + 8) * scale; y < (r.Bottom()-s.Bounds.Y+8)*scale; y++ {
		for x := (r.X - s.Bounds.X + 8) * scale; x < (r.Right()-s.Bounds.X+8)*scale; x++ {
			if red, _, _, _ := i.At(x, y).RGBA(); red < 0x9000 {
				n++
			}
		}
	}
	return n
}

// The picture shows the drawing: outlines where shapes end, ink where text is,
// white where nothing is, at every scale.
func TestPNGShowsTheDrawing(t *testing.T) {
	_, s, set := demo(t)
	for _, scale := range []int{1, 2, 4} {
		i := pixels(t, s, set, scale)
		require.Equal(t, (s.Bounds.W+16)*scale, i.Bounds().Dx())
		require.Equal(t, (s.Bounds.H+16)*scale, i.Bounds().Dy())
		texts := 0
		for _, g := range s.Groups {
			for _, p := range g.Shapes {
				switch {
				case p.Text != nil && p.Text.Text != "":
					texts++
					require.Positive(t, dark(i, s, scene.Rect{X: p.Text.X, Y: p.Text.Y - 11, W: p.Text.Width / 100, H: 14}, scale), "%q", p.Text.Text)
				case p.Role == scene.RoleShape:
					edge := scene.Rect{X: p.Rect.X, Y: p.Rect.Y - 1, W: p.Rect.W, H: 2}
					require.GreaterOrEqual(t, dark(i, s, edge, scale), p.Rect.W*scale)
				case p.Role == scene.RoleLine && len(p.Path.Points) > 1 && p.Path.Points[0].Y == p.Path.Points[1].Y:
					a, b := p.Path.Points[0], p.Path.Points[1]
					require.Positive(t, dark(i, s, scene.Rect{X: min(a.X, b.X), Y: a.Y - 1, W: max(a.X, b.X) - min(a.X, b.X), H: 2}, scale))
				}
			}
		}
		require.Greater(t, texts, 40)
		require.Zero(t, dark(i, s, scene.Rect{X: s.Bounds.X - 8, Y: s.Bounds.Y - 8, W: s.Bounds.W, H: 6}, scale), "the margin is white")
	}
}

func TestPNGHasLimits(t *testing.T) {
	_, s, set := demo(t)
	for _, scale := range []int{0, 5, -1} {
		_, err := render.PNG(s, set, scale)
		require.ErrorContains(t, err, "one to four times")
	}
	large := *s
	large.Bounds.W = 40_000
	_, err := render.PNG(&large, set, 2)
	require.ErrorContains(t, err, "64 million")
	_, err = render.PDF(&large, set)
	require.ErrorContains(t, err, "a page takes")
}

// Dashed and curved lines, colours, pictures and characters the font lacks are
// drawn in every format, the same every time.
func TestEveryPrimitiveGoesIntoEveryFormat(t *testing.T) {
	set := typeface.New()
	drawer := scene.NewDrawer(set)
	m := modeltest.Build(t, "class Wärme 日本 🐝", "  count: Integer {static}", "class Other", "Other uses \"Wärme 日本 🐝\"", "1 Other sees 1 \"Wärme 日本 🐝\"")
	changes := []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "All"}, &model.SetProject{Set: model.P("colours", []model.StereotypeColour{{Stereotype: "a", Colour: "rose"}})}}
	for i, e := range m.Classifiers() {
		changes = append(changes, &model.Place{ID: "p" + e.ID, Diagram: "d", Subject: e.ID, X: i * 300, Y: i * 200}, &model.SetClassifier{ID: e.ID, Set: model.P("stereotypes", []string{"a"})},
			&model.SetPicture{ID: e.ID, PNG: modeltest.Picture(9)})
	}
	for _, r := range m.Relationships() {
		changes = append(changes, &model.Place{ID: "p" + r.ID, Diagram: "d", Subject: r.ID}, &model.SetLine{ID: "p" + r.ID, Line: model.LineCurved})
	}
	m, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	s := drawer.Of(m, "d")
	first, err := render.PDF(s, set)
	require.NoError(t, err)
	second, err := render.PDF(s, set)
	require.NoError(t, err)
	require.Equal(t, first, second, "equal scenes give equal bytes")
	require.True(t, bytes.HasPrefix(first, []byte("%PDF-1.")))
	require.Regexp(t, regexp.MustCompile(`/Subtype ?/Image`), string(first))
	i := pixels(t, s, set, 1)
	tinted := false
	for x := range i.Bounds().Dx() {
		for y := range i.Bounds().Dy() {
			r, g, b, _ := i.At(x, y).RGBA()
			tinted = tinted || r>>8 == 0xf7 && g>>8 == 0xd3 && b>>8 == 0xdc
		}
	}
	require.True(t, tinted, "the colour of the stereotype")
	svg, err := render.SVG(s)
	require.NoError(t, err)
	requireWellFormed(t, svg)
	require.Contains(t, string(svg), "tint-rose")
	require.Contains(t, string(svg), "Q")
}

func BenchmarkPNG(b *testing.B) {
	set := typeface.New()
	s := scene.NewDrawer(set).Of(modeltest.Large(2000, 3000, 300), "overview")
	for b.Loop() {
		_, err := render.PNG(s, set, 1)
		require.NoError(b, err)
	}
}
