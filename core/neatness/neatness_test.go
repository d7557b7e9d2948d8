package neatness_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/geometry"
	"lexeon/core/model"
	"lexeon/core/neatness"
	"lexeon/core/scene"
)

func box(id model.ID, kind model.Kind, x, y, w, h int) scene.Group {
	return scene.Group{ID: "p" + id, Subject: id, Kind: kind, Title: string(id), Box: &geometry.Rect{X: x, Y: y, W: w, H: h}}
}

func line(id model.ID, from, to model.ID, points ...geometry.Point) scene.Group {
	return scene.Group{ID: "p" + id, Subject: id, Kind: model.Association, Title: string(id), Route: points, Between: []model.ID{from, to}}
}

func labelled(g scene.Group, text string, x, y int) scene.Group {
	g.Shapes = append(g.Shapes, scene.Primitive{Role: scene.RoleLabel, Text: &scene.Text{X: x, Y: y, Width: 7 * 100 * len(text), Text: text, Size: 14}})
	return g
}

func at(x, y int) geometry.Point { return geometry.Point{X: x, Y: y} }

// Each fault is found where it is, and nothing else is said.
func TestFaults(t *testing.T) {
	a, b, c := box("A", model.Class, 0, 0, 100, 60), box("B", model.Class, 300, 0, 100, 60), box("C", model.Class, 150, 10, 100, 40)
	direct := line("r", "A", "B", at(100, 30), at(300, 30))
	for name, test := range map[string]struct {
		groups []scene.Group
		want   []neatness.Fault
	}{
		"nothing":                   {[]scene.Group{a, b, labelled(direct, "keeps", 180, 24)}, nil},
		"the frame is no shape":     {[]scene.Group{{ID: "frame", Subject: "d", Box: &geometry.Rect{W: 900, H: 600}}, a, b, direct}, nil},
		"shape on shape":            {[]scene.Group{a, box("D", model.Class, 90, 50, 80, 40)}, []neatness.Fault{{neatness.ShapeOnShape, "A and D"}}},
		"through":                   {[]scene.Group{a, b, c, direct}, []neatness.Fault{{neatness.LineThrough, "r through C"}}},
		"at a circle's corner":      {[]scene.Group{a, b, box("P", model.Process, 150, 29, 100, 100), direct}, nil},
		"through a circle":          {[]scene.Group{a, b, box("P", model.Process, 150, -20, 100, 100), direct}, []neatness.Fault{{neatness.LineThrough, "r through P"}}},
		"along another":             {[]scene.Group{a, b, direct, line("s", "A", "B", at(100, 31), at(300, 31))}, []neatness.Fault{{neatness.LineOnLine, "r and s"}}},
		"beside another":            {[]scene.Group{a, b, direct, line("s", "A", "B", at(100, 44), at(300, 44))}, nil},
		"slanting a little":         {[]scene.Group{a, b, line("s", "A", "B", at(100, 30), at(300, 37))}, []neatness.Fault{{neatness.Slant, "s"}}},
		"slanting":                  {[]scene.Group{a, b, line("s", "A", "B", at(100, 20), at(300, 45))}, nil},
		"a name on its own line":    {[]scene.Group{a, b, labelled(direct, "keeps", 180, 34)}, nil},
		"a name on another line":    {[]scene.Group{a, b, labelled(direct, "keeps", 180, 24), line("s", "A", "B", at(50, 0), at(50, -50), at(200, -50), at(200, 100), at(350, 100), at(350, 60))}, []neatness.Fault{{neatness.LabelOnLine, `"keeps" of r on s`}}},
		"a name on a shape":         {[]scene.Group{a, b, labelled(direct, "keeps", 80, 24)}, []neatness.Fault{{neatness.LabelOnShape, `"keeps" on A`}}},
		"two names on each other":   {[]scene.Group{a, b, labelled(labelled(direct, "keeps", 180, 24), "1..*", 190, 20)}, []neatness.Fault{{neatness.LabelOnLabel, `"keeps" and "1..*"`}}},
		"what surrounds is no wall": {[]scene.Group{{ID: "px", Subject: "X", Title: "X", Box: &geometry.Rect{X: -20, Y: -20, W: 600, H: 200}, Holds: []model.ID{"pA"}}, a, b, direct}, nil},
	} {
		got := neatness.Of(&scene.Scene{Groups: test.groups})
		require.Equal(t, test.want, got.Faults, name)
		for _, f := range test.want {
			require.Equal(t, 1, got.Count(f.Kind), name)
		}
	}
}

func TestCounts(t *testing.T) {
	j := neatness.Of(&scene.Scene{Groups: []scene.Group{
		box("A", model.Class, 0, 0, 100, 60), box("B", model.Class, 300, 200, 100, 60),
		line("r", "A", "B", at(100, 30), at(350, 30), at(350, 200)),
		line("s", "A", "B", at(50, 60), at(50, 100), at(380, 100), at(380, 200)),
	}})
	require.Equal(t, 1, j.Crossings)
	require.Equal(t, 3, j.Bends)
	require.Equal(t, 250+170+40+330+100, j.Length)
	require.Equal(t, 400*260, j.Area)
}
