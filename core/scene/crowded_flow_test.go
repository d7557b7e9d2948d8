package scene_test

import (
	"math"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
)

// crowdedFlow reads a data flow diagram of testdata/crowded-flow: lines as
// modeltest.Build takes them, places as "@ x y Name", and flows that cross the
// frame as "takes "x" into Process" and "gives "x" from Process". Without places
// it is arranged.
func crowdedFlow(t testing.TB, file string, notation model.FlowNotation) *model.Model {
	t.Helper()
	data, err := os.ReadFile(file)
	require.NoError(t, err)
	var lines []string
	var free []*model.Connect
	places := map[string]scene.Point{}
	for line := range strings.SplitSeq(strings.TrimSpace(string(data)), "\n") {
		switch f := strings.SplitN(line, " ", 4); f[0] {
		case "@":
			x, err := strconv.Atoi(f[1])
			require.NoError(t, err)
			y, err := strconv.Atoi(f[2])
			require.NoError(t, err)
			places[f[3]] = scene.Point{X: x, Y: y}
		case "takes", "gives":
			piece := strings.Split(line, `"`)
			c := &model.Connect{ID: model.DeriveID(line), Kind: model.DataFlow, Name: piece[1]}
			if into, ok := strings.CutPrefix(piece[2], " into "); ok {
				c.Target = model.ID(into)
			} else {
				c.Source = model.ID(strings.TrimPrefix(piece[2], " from "))
			}
			free = append(free, c)
		default:
			lines = append(lines, line)
		}
	}
	m := modeltest.Build(t, lines...)
	m = edited(t, m, &model.SetProject{Set: model.P("flowNotation", notation)})
	for _, c := range free {
		if c.Source != "" {
			c.Source = m.Named(string(c.Source), model.Process)[0].ID
		} else {
			c.Target = m.Named(string(c.Target), model.Process)[0].ID
		}
		m = edited(t, m, c)
	}
	// The level is that of the innermost processes.
	processes := m.OfKind(model.Process)
	about, deepest := model.ID(""), 0
	for _, p := range processes {
		depth := 0
		for up := p.Owner; up != ""; up = m.Element(up).Owner {
			depth++
		}
		if depth > deepest {
			about, deepest = p.Owner, depth
		}
	}
	kind := model.LevelDiagram
	shown := append(m.OfKind(model.Entity), m.OfKind(model.Store)...)
	if about == "" {
		kind = model.ContextDiagram
		shown = append(shown, processes...)
	} else {
		shown = append(shown, m.Level(about, model.Logical)...)
	}
	m = edited(t, m, &model.AddDiagram{ID: "d", Kind: kind, Name: filepath.Base(file), About: about})
	for _, e := range shown {
		at := places[e.Name]
		m = edited(t, m, &model.Place{ID: "p" + e.ID, Diagram: "d", Subject: e.ID, X: at.X, Y: at.Y})
	}
	for _, r := range m.Relationships(model.DataFlow) {
		m = edited(t, m, &model.Place{ID: "p" + r.ID, Diagram: "d", Subject: r.ID})
	}
	if len(places) == 0 {
		changes, err := drawer.Arrange(m, "d", scene.InLayers, nil)
		require.NoError(t, err)
		m = edited(t, m, changes...)
	}
	return m
}

// distance from a point to a piece of a line.
func distance(p, a, b scene.Point) float64 {
	dx, dy := float64(b.X-a.X), float64(b.Y-a.Y)
	k := 0.0
	if l := dx*dx + dy*dy; l > 0 {
		k = min(1, max(0, (float64(p.X-a.X)*dx+float64(p.Y-a.Y)*dy)/l))
	}
	return math.Hypot(float64(p.X-a.X)-k*dx, float64(p.Y-a.Y)-k*dy)
}

// Ten data flow diagrams in both notations: no flow runs through a shape that it
// does not lead to, no two lie on each other, no name covers a shape or another
// name. Where the program arranges them, no name stands on the line of another
// flow either.
func TestCrowdedDataFlow(t *testing.T) {
	files, err := filepath.Glob("testdata/crowded-flow/*.txt")
	require.NoError(t, err)
	require.GreaterOrEqual(t, len(files), 10)
	var all flowQuality
	for _, file := range files {
		for _, notation := range []model.FlowNotation{model.Bubbles, model.Boxes} {
			m := crowdedFlow(t, file, notation)
			q := judgeFlow(m, drawer.Of(m, "d"))
			t.Logf("%-22s %-8s %s, %d names on lines", strings.TrimSuffix(filepath.Base(file), ".txt"), notation, q.quality, q.labelOnLine)
			for _, w := range q.what {
				t.Log("  ", w)
			}
			all.add(q.quality)
			all.labelOnLine += q.labelOnLine
			if !strings.HasPrefix(filepath.Base(file), "scattered") {
				require.Zero(t, q.labelOnLine, "arranged, there is room for every name")
			}
		}
	}
	t.Logf("in all                          %s, %d names on lines", all.quality, all.labelOnLine)
	require.Zero(t, all.through)
	require.Zero(t, all.onEachOther)
	require.Zero(t, all.labelOnShape)
	require.Zero(t, all.labelOnLabel)
}

type flowQuality struct {
	quality
	labelOnLine int // names on other flows
}

func judgeFlow(m *model.Model, s *scene.Scene) flowQuality {
	q := flowQuality{quality: judge(m, s)}
	// Circles fill only part of their boxes, and slanting lines end on them.
	q.through = 0
	q.what = slices.DeleteFunc(q.what, func(w string) bool { return strings.Contains(w, " runs through ") })
	round := m.Project().FlowNotation != model.Boxes
	for _, g := range s.Groups {
		if g.Route == nil {
			continue
		}
		for _, o := range s.Groups {
			if o.Box == nil || o.ID == "frame" || o.Route != nil {
				continue
			}
			own := false
			for _, b := range g.Between {
				own = own || b == o.Subject
			}
			for k := 1; k < len(g.Route); k++ {
				hit := o.Box.CrossedBy(g.Route[k-1], g.Route[k])
				if round && o.Kind == model.Process {
					hit = distance(o.Box.Center(), g.Route[k-1], g.Route[k]) < float64(o.Box.W)/2-2
				}
				if hit && !own {
					q.through++
					q.what = append(q.what, g.Title+" runs through "+o.Title)
				}
			}
		}
		for _, p := range g.Shapes {
			if p.Text == nil {
				continue
			}
			box := scene.Rect{X: p.Text.X, Y: p.Text.Y - 11, W: (p.Text.Width + 99) / 100, H: 13}
			for _, o := range s.Groups {
				for k := 1; k < len(o.Route) && o.ID != g.ID; k++ {
					if box.CrossedBy(o.Route[k-1], o.Route[k]) {
						q.labelOnLine++
						q.what = append(q.what, "name "+p.Text.Text+" stands on "+o.Title)
					}
				}
			}
		}
	}
	return q
}
