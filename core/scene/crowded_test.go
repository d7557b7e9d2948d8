package scene_test

import (
	"fmt"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
)

// crowded reads a diagram of testdata/crowded: lines as modeltest.Build takes
// them, and places as "@ Name x y".
func crowded(t testing.TB, file string) *model.Model {
	t.Helper()
	data, err := os.ReadFile(file)
	require.NoError(t, err)
	var lines []string
	places := map[string]scene.Point{}
	for line := range strings.SplitSeq(strings.TrimSpace(string(data)), "\n") {
		f := strings.Fields(line)
		if f[0] != "@" {
			lines = append(lines, line)
			continue
		}
		x, err := strconv.Atoi(f[2])
		require.NoError(t, err)
		y, err := strconv.Atoi(f[3])
		require.NoError(t, err)
		places[f[1]] = scene.Point{X: x, Y: y}
	}
	m := modeltest.Build(t, lines...)
	changes := []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: filepath.Base(file)}}
	for _, e := range m.Classifiers() {
		at := places[e.Name]
		changes = append(changes, &model.Place{ID: "p" + e.ID, Diagram: "d", Subject: e.ID, X: at.X, Y: at.Y})
	}
	for _, r := range m.Relationships() {
		changes = append(changes, &model.Place{ID: "p" + r.ID, Diagram: "d", Subject: r.ID})
	}
	m, _, _, err = model.Edit(m, changes)
	require.NoError(t, err)
	return m
}

// quality counts what is wrong with the lines and labels of a drawing.
type quality struct {
	lines, through, onEachOther, labelOnShape, labelOnLabel int
	crossings, bends                                        int
	what                                                    []string
}

func (q *quality) add(o quality) {
	q.lines += o.lines
	q.through += o.through
	q.onEachOther += o.onEachOther
	q.labelOnShape += o.labelOnShape
	q.labelOnLabel += o.labelOnLabel
	q.crossings += o.crossings
	q.bends += o.bends
}

func (q quality) String() string {
	return fmt.Sprintf("%3d lines: %d through shapes, %d on each other, %d labels on shapes, %d labels on labels; %d crossings, %d bends",
		q.lines, q.through, q.onEachOther, q.labelOnShape, q.labelOnLabel, q.crossings, q.bends)
}

func judge(m *model.Model, s *scene.Scene) quality {
	var q quality
	type piece struct {
		a, b  scene.Point
		group int
	}
	var pieces []piece
	var labels []scene.Rect
	var names []string
	shapes := map[model.ID]scene.Rect{}
	for _, g := range s.Groups {
		if g.Box != nil && g.ID != "frame" {
			shapes[g.Subject] = *g.Box
		}
	}
	trunk := map[int]model.ID{}
	for i, g := range s.Groups {
		if g.Route == nil {
			continue
		}
		q.lines++
		q.bends += len(g.Route) - 2
		if g.Kind == model.Generalization {
			trunk[i] = g.Between[1]
		}
		for k := 1; k < len(g.Route); k++ {
			pieces = append(pieces, piece{g.Route[k-1], g.Route[k], i})
		}
		for id, box := range shapes {
			for k := 1; k < len(g.Route); k++ {
				if box.CrossedBy(g.Route[k-1], g.Route[k]) {
					q.through++
					q.what = append(q.what, g.Title+" runs through "+m.Describe(id))
				}
			}
		}
		for _, p := range g.Shapes {
			if p.Text != nil {
				labels = append(labels, scene.Rect{X: p.Text.X, Y: p.Text.Y - 13, W: (p.Text.Width + 99) / 100, H: 16})
				names = append(names, p.Text.Text)
			}
		}
	}
	for i, p := range pieces {
		for _, o := range pieces[i+1:] {
			if p.group == o.group {
				continue
			}
			vertical, other := p.a.X == p.b.X, o.a.X == o.b.X
			switch {
			case trunk[p.group] != "" && trunk[p.group] == trunk[o.group]:
			case vertical && other && abs(p.a.X-o.a.X) < 2 && min(max(p.a.Y, p.b.Y), max(o.a.Y, o.b.Y)) > max(min(p.a.Y, p.b.Y), min(o.a.Y, o.b.Y)),
				!vertical && !other && abs(p.a.Y-o.a.Y) < 2 && min(max(p.a.X, p.b.X), max(o.a.X, o.b.X)) > max(min(p.a.X, p.b.X), min(o.a.X, o.b.X)):
				q.onEachOther++
				q.what = append(q.what, s.Groups[p.group].Title+" lies on "+s.Groups[o.group].Title)
			case vertical != other:
				v, h := p, o
				if !vertical {
					v, h = o, p
				}
				if v.a.X > min(h.a.X, h.b.X) && v.a.X < max(h.a.X, h.b.X) && h.a.Y > min(v.a.Y, v.b.Y) && h.a.Y < max(v.a.Y, v.b.Y) {
					q.crossings++
				}
			}
		}
	}
	for i, l := range labels {
		for id, box := range shapes {
			if l.Overlaps(box) {
				q.labelOnShape++
				q.what = append(q.what, "label "+names[i]+" covers "+m.Describe(id))
			}
		}
		for j, o := range labels[i+1:] {
			if l.Overlaps(o) {
				q.labelOnLabel++
				q.what = append(q.what, "label "+names[i]+" covers "+names[i+1+j])
			}
		}
	}
	return q
}

func abs(v int) int { return max(v, -v) }

// Twenty crowded diagrams: no line runs through a shape, no two lines lie on
// each other (generalizations to one general share their trunk), no label covers
// a shape or another label.
func TestCrowdedDiagrams(t *testing.T) {
	files, err := filepath.Glob("testdata/crowded/*.txt")
	require.NoError(t, err)
	require.GreaterOrEqual(t, len(files), 20)
	var all quality
	for _, file := range files {
		m := crowded(t, file)
		q := judge(m, drawer.Of(m, "d"))
		t.Logf("%-22s %s", strings.TrimSuffix(filepath.Base(file), ".txt"), q)
		for _, w := range q.what {
			t.Log("  ", w)
		}
		all.add(q)
	}
	t.Log("in all                 " + all.String())
	require.Zero(t, all.through)
	require.Zero(t, all.onEachOther)
	require.Zero(t, all.labelOnShape)
	require.Zero(t, all.labelOnLabel)
}
