package neatness_test

import (
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/layouttest"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/neatness"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// sample is a diagram with all that belongs on it, in rows, not arranged yet.
type sample struct {
	name string
	m    *model.Model
}

const sampled = model.ID("sampled")

// samples are diagrams of all kinds from seven models of seven trades, three of which nobody
// arranged anything by, and class diagrams of up to 150 shapes.
func samples(t testing.TB) (out []sample) {
	t.Helper()
	var files []string
	for _, pattern := range []string{"*.txt", "aside/*.txt"} {
		found, err := filepath.Glob("../check/testdata/sound/" + pattern)
		require.NoError(t, err)
		files = append(files, found...)
	}
	require.Len(t, files, 7)
	for _, file := range files {
		data, err := os.ReadFile(file)
		require.NoError(t, err)
		m := modeltest.Build(t, strings.Split(string(data), "\n")[1:]...)
		trade := strings.TrimSuffix(filepath.Base(file), ".txt")
		add := func(name string, m *model.Model) { out = append(out, sample{trade + " " + name, m}) }
		add("classes", onDiagram(t, m, model.ClassDiagram, "", m.Classifiers()))
		add("use cases", onDiagram(t, m, model.UseCaseDiagram, "", ofKinds(m, model.Actor, model.UseCase, model.Subject)))
		add("components", onDiagram(t, m, model.ComponentDiagram, "", ofKinds(m, model.Component, model.Interface)))
		for _, p := range m.OfKind(model.Process) {
			if p.Owner == "" {
				add("context", onDiagram(t, m, model.ContextDiagram, "", append(m.OfKind(model.Entity), p)))
				add("level", onDiagram(t, m, model.LevelDiagram, p.ID, append(ofKinds(m, model.Entity, model.Store), m.Level(p.ID, model.Logical)...)))
				break
			}
		}
	}
	for _, n := range []int{30, 60, 100, 150} {
		m := modeltest.Large(n, n*13/10, n)
		out = append(out, sample{fmt.Sprint("classes, ", n), onDiagram(t, m, model.ClassDiagram, "", m.Classifiers())})
	}
	return out
}

func ofKinds(m *model.Model, kinds ...model.Kind) (out []*model.Element) {
	for _, k := range kinds {
		out = append(out, m.OfKind(k)...)
	}
	return out
}

func onDiagram(t testing.TB, m *model.Model, kind model.Kind, about model.ID, elements []*model.Element) *model.Model {
	t.Helper()
	changes := []model.Change{&model.AddDiagram{ID: sampled, Kind: kind, Name: "Sampled", About: about}}
	for i, e := range elements {
		changes = append(changes, &model.Place{ID: "at-" + e.ID, Diagram: sampled, Subject: e.ID, X: i % 8 * 260, Y: i / 8 * 240})
	}
	m, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	for _, r := range m.Relationships() {
		next, _, _, err := model.Edit(m, []model.Change{&model.Place{ID: "at-" + r.ID, Diagram: sampled, Subject: r.ID}})
		if err == nil { // it belongs on this kind of diagram
			m = next
		}
	}
	return m
}

func arranged(t testing.TB, drawer *scene.Drawer, m *model.Model) *model.Model {
	t.Helper()
	changes, err := drawer.Arrange(m, sampled, scene.InLayers, nil)
	require.NoError(t, err)
	m, _, _, err = model.Edit(m, changes)
	require.NoError(t, err)
	return m
}

// What is arranged is neat: nothing stands on anything, no name on a line of others, no line
// through a shape or nearly level; and arranging again changes nothing that a person would see.
func TestWhatIsArrangedIsNeat(t *testing.T) {
	drawer := scene.NewDrawer(typeface.New())
	for _, s := range samples(t) {
		m := arranged(t, drawer, s.m)
		drawn := drawer.Of(m, sampled)
		j := neatness.Of(drawn)
		require.Empty(t, j.Faults, s.name)
		t.Logf("%-28s %3d crossings %3d bends, %d by %d", s.name, j.Crossings, j.Bends, drawn.Bounds.W, drawn.Bounds.H)
		again := neatness.Of(drawer.Of(arranged(t, drawer, m), sampled))
		require.Empty(t, again.Faults, "%s, arranged again", s.name)
		require.LessOrEqual(t, again.Crossings, j.Crossings, "%s, arranged again", s.name)
	}
}

// BenchmarkNeatness holds what is arranged against elkjs and dot where all obey the same
// constraints: classes and components, from above to below, with the same boxes and gaps.
func BenchmarkNeatness(b *testing.B) {
	drawer := scene.NewDrawer(typeface.New())
	var graphs []layouttest.Graph
	var ours []neatness.Judgement
	var took []time.Duration
	for _, s := range samples(b) {
		if strings.Contains(s.name, "use cases") || strings.Contains(s.name, "context") || strings.Contains(s.name, "level") {
			continue
		}
		drawer.Of(s.m, sampled)
		began := time.Now()
		m := arranged(b, drawer, s.m)
		took = append(took, time.Since(began))
		drawn := drawer.Of(m, sampled)
		ours = append(ours, neatness.Of(drawn))
		graphs = append(graphs, graphOf(s.name, m, drawn))
	}
	elk, err := layouttest.Elk("../../scripts/elk-layout.mjs", "../../ui/node_modules/elkjs", graphs)
	if missing := new(os.PathError); !errors.As(err, &missing) {
		require.NoError(b, err)
	}
	dot, _ := exec.LookPath("dot")
	var sum, elks, dots layouttest.Quality
	for i, j := range ours {
		q := layouttest.Quality{Crossings: j.Crossings, Bends: j.Bends, Length: j.Length, Area: j.Area, Took: took[i]}
		sum.Add(q)
		fmt.Printf("%-28s ours  %s, %d faults\n", graphs[i].Name, q, len(j.Faults))
		if elk != nil {
			elks.Add(elk[i].Quality())
			fmt.Printf("%-28s elkjs %s\n", "", elk[i].Quality())
		}
		if dot != "" {
			if d, err := layouttest.Dot(dot, graphs[i]); err != nil {
				fmt.Printf("%-28s %s\n", "", err) // it cannot lead some lines at right angles
			} else {
				dots.Add(d.Quality())
				fmt.Printf("%-28s dot   %s\n", "", d.Quality())
			}
		}
	}
	fmt.Printf("%-28s ours  %s\n%-28s elkjs %s\n%-28s dot   %s\n", "in all", sum, "", elks, "", dots)
	large := samples(b)
	m := large[len(large)-1].m
	drawer.Of(m, sampled)
	for b.Loop() {
		if _, err := drawer.Arrange(m, sampled, scene.InLayers, nil); err != nil {
			b.Fatal(err)
		}
	}
}

// graphOf is what is drawn as a graph: shapes by their boxes, and lines from what stands above.
func graphOf(name string, m *model.Model, s *scene.Scene) layouttest.Graph {
	g := layouttest.Graph{Name: name}
	index := map[model.ID]int{}
	for i := range s.Groups {
		if box := s.Groups[i].Box; box != nil && s.Groups[i].ID != "frame" && s.Groups[i].Subject != "" {
			index[s.Groups[i].Subject] = len(g.Nodes)
			g.Nodes = append(g.Nodes, layouttest.Size{W: box.W, H: box.H})
		}
	}
	for i := range s.Groups {
		r := m.Relationship(s.Groups[i].Subject)
		if s.Groups[i].Route == nil || r == nil {
			continue
		}
		upper, lower := scene.UpperAndLower(m, r)
		from, ok1 := index[upper]
		to, ok2 := index[lower]
		if ok1 && ok2 {
			g.Edges = append(g.Edges, layouttest.Edge{From: from, To: to})
		}
	}
	return g
}
