package layout_test

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

	"lexeon/core/geometry"
	"lexeon/core/layout"
	"lexeon/core/layouttest"
	"lexeon/core/route"
)

// BenchmarkYardstick holds ours against two general layout engines at the same gaps, as all
// three are drawn: at most 450 crossings on the ten graphs and 0.7 times those of elkjs, at
// most 0.6 times its bends and 1.2 times its area.
func BenchmarkYardstick(b *testing.B) {
	say := func(format string, args ...any) { fmt.Printf(format+"\n", args...) } // a benchmark's own log is cut short
	var graphsOf []layouttest.Graph
	for _, file := range graphs(b) {
		graphsOf = append(graphsOf, graphOf(b, file))
	}
	elk, err := layouttest.Elk("../../scripts/elk-layout.mjs", "../../ui/node_modules/elkjs", graphsOf)
	if missing := new(os.PathError); errors.As(err, &missing) {
		say("elkjs is not installed: npm ci in ui")
	} else {
		require.NoError(b, err)
	}
	dot, err := exec.LookPath("dot")
	if err != nil {
		say("dot is not installed (Debian's package graphviz)")
	}
	var ours, elks, dots layouttest.Quality
	for i, g := range graphsOf {
		q := drawn(g).Quality()
		ours.Add(q)
		say("%-16s ours  %s", g.Name, q)
		if elk != nil {
			elks.Add(elk[i].Quality())
			say("%-16s elkjs %s", "", elk[i].Quality())
		}
		if dot != "" {
			d, err := layouttest.Dot(dot, g)
			require.NoError(b, err)
			dots.Add(d.Quality())
			say("%-16s dot   %s", "", d.Quality())
		}
	}
	say("%-16s ours  %s", "in all", ours)
	if elk != nil {
		say("%-16s elkjs %s", "", elks)
		say("%-16s ours to elkjs: %.2f of the crossings, %.2f of the bends, %.2f of the length, %.2f of the area", "", times(ours.Crossings, elks.Crossings), times(ours.Bends, elks.Bends), times(ours.Length, elks.Length), times(ours.Area, elks.Area))
		require.LessOrEqual(b, ours.Crossings*10, elks.Crossings*7)
		require.LessOrEqual(b, ours.Bends*10, elks.Bends*6)
		require.LessOrEqual(b, ours.Area*10, elks.Area*12)
	}
	if dot != "" {
		say("%-16s dot   %s", "", dots)
	}
	require.LessOrEqual(b, ours.Crossings, 450)
	nodes, edges := read(b, graphs(b)[9])
	for b.Loop() {
		layout.Arrange(nodes, edges)
	}
}

func times(a, b int) float64 { return float64(a) / float64(b) }

func graphOf(t testing.TB, file string) layouttest.Graph {
	nodes, edges := read(t, file)
	g := layouttest.Graph{Name: strings.TrimSuffix(filepath.Base(file), ".txt")}
	for _, n := range nodes {
		g.Nodes = append(g.Nodes, layouttest.Size{W: n.W, H: n.H})
	}
	for _, e := range edges {
		g.Edges = append(g.Edges, layouttest.Edge{From: e.From, To: e.To})
	}
	return g
}

// drawn arranges a graph and leads its lines.
func drawn(g layouttest.Graph) layouttest.Drawing {
	began := time.Now()
	var nodes []layout.Node
	for i, n := range g.Nodes {
		nodes = append(nodes, layout.Node{ID: fmt.Sprint(i), W: n.W, H: n.H})
	}
	var edges []layout.Edge
	var lines []route.Line
	for i, e := range g.Edges {
		edges = append(edges, layout.Edge{From: e.From, To: e.To})
		lines = append(lines, route.Line{ID: fmt.Sprintf("%05d", i), From: e.From, To: e.To})
	}
	r := layout.Arrange(nodes, edges)
	var d layouttest.Drawing
	for i, n := range g.Nodes {
		d.Boxes = append(d.Boxes, geometry.Rect{X: r.At[i].X, Y: r.At[i].Y, W: n.W, H: n.H})
	}
	d.Lines = route.Untangle(nil, d.Boxes, lines)
	d.Took = time.Since(began)
	return d
}

// What is drawn of the ten graphs keeps its figures: no more than 450 crossings and 760 bends.
func TestTheTenGraphsAreDrawnWithFewCrossings(t *testing.T) {
	var all layouttest.Quality
	for _, file := range graphs(t) {
		all.Add(drawn(graphOf(t, file)).Quality())
	}
	require.LessOrEqual(t, all.Crossings, 450)
	require.LessOrEqual(t, all.Bends, 760)
}
