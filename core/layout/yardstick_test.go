package layout_test

import (
	"bytes"
	"fmt"
	"math"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/geometry"
	"lexeon/core/layout"
	"lexeon/core/route"
)

// BenchmarkYardstick holds ours against a neutral yardstick, the general layout
// tool dot, where it is installed: crossings of straight segments between
// neighbouring layers, and for ours the lines as they are drawn.
func BenchmarkYardstick(b *testing.B) {
	dot, err := exec.LookPath("dot")
	if err != nil {
		fmt.Println("dot is not installed (Debian's package graphviz): ours alone")
	}
	say := func(format string, args ...any) { fmt.Printf(format+"\n", args...) } // a benchmark's own log is cut short
	say("%-16s %9s %9s %9s %9s | as drawn: %9s %6s %12s %9s", "graph", "ours", "dot", "ours ms", "dot ms", "crossings", "bends", "area px²", "route ms")
	var ours, theirs int
	for _, file := range graphs(b) {
		nodes, edges := read(b, file)
		began := time.Now()
		r := layout.Arrange(nodes, edges)
		took := time.Since(began)
		crossings, dotTook := "-", "-"
		if dot != "" {
			c, t := dotCrossings(b, dot, nodes, edges)
			theirs += c
			crossings, dotTook = strconv.Itoa(c), fmt.Sprintf("%.0f", t.Seconds()*1000)
		}
		ours += r.Crossings
		began = time.Now()
		crossed, bends := drawn(nodes, edges, r)
		say("%-16s %9d %9s %9.0f %9s | %19d %6d %12d %9.0f", strings.TrimSuffix(filepath.Base(file), ".txt"), r.Crossings, crossings,
			took.Seconds()*1000, dotTook, crossed, bends, r.Size.W*r.Size.H, time.Since(began).Seconds()*1000)
	}
	if dot != "" {
		say("in all: %d against %d, %.2f times", ours, theirs, float64(ours)/float64(theirs))
		require.LessOrEqual(b, float64(ours), 1.2*float64(theirs))
	}
	nodes, edges := read(b, graphs(b)[9])
	for b.Loop() {
		layout.Arrange(nodes, edges)
	}
}

// drawn routes the edges and counts crossings and bends.
func drawn(nodes []layout.Node, edges []layout.Edge, r layout.Result) (crossings, bends int) {
	var lines []route.Line
	for i, e := range edges {
		lines = append(lines, route.Line{ID: fmt.Sprintf("%05d", i), From: e.From, To: e.To})
	}
	rects := make([]geometry.Rect, len(nodes))
	for i, n := range nodes {
		rects[i] = geometry.Rect{X: r.At[i].X, Y: r.At[i].Y, W: n.W, H: n.H}
	}
	routes := route.Routes(rects, lines)
	for i, p := range routes {
		bends += len(p) - 2
		for _, q := range routes[i+1:] {
			for k := 1; k < len(p); k++ {
				for m := 1; m < len(q); m++ {
					if cross(p[k-1], p[k], q[m-1], q[m]) {
						crossings++
					}
				}
			}
		}
	}
	return crossings, bends
}

func cross(a, b, c, d geometry.Point) bool {
	if (a.X == b.X) == (c.X == d.X) {
		return false
	}
	if a.X != b.X {
		a, b, c, d = c, d, a, b
	}
	return a.X > min(c.X, d.X) && a.X < max(c.X, d.X) && c.Y > min(a.Y, b.Y) && c.Y < max(a.Y, b.Y)
}

// dotCrossings lets dot lay the graph out, reads where each line passes each
// layer, and counts the pairs that change sides between two layers.
func dotCrossings(b *testing.B, dot string, nodes []layout.Node, edges []layout.Edge) (int, time.Duration) {
	b.Helper()
	var in bytes.Buffer
	in.WriteString("digraph g { node [shape=box, fixedsize=true];\n")
	for i, n := range nodes {
		fmt.Fprintf(&in, "n%d [width=%.3f, height=0.4];\n", i, float64(n.W)/72)
	}
	for i, e := range edges {
		fmt.Fprintf(&in, "n%d -> n%d [comment=%d];\n", e.From, e.To, i)
	}
	in.WriteString("}\n")
	cmd := exec.Command(dot, "-Tplain")
	cmd.Stdin = &in
	began := time.Now()
	out, err := cmd.Output()
	require.NoError(b, err)
	took := time.Since(began)
	type point struct{ x, y float64 }
	at := map[string]point{}
	var layers []float64
	type line struct{ points []point }
	var lines []line
	number := func(s string) float64 { v, _ := strconv.ParseFloat(s, 64); return v }
	for text := range strings.SplitSeq(string(out), "\n") {
		f := strings.Fields(text)
		switch {
		case len(f) > 3 && f[0] == "node":
			at[f[1]] = point{number(f[2]), number(f[3])}
			if y := number(f[3]); !slices.ContainsFunc(layers, func(o float64) bool { return math.Abs(o-y) < 0.01 }) {
				layers = append(layers, y)
			}
		case len(f) > 4 && f[0] == "edge":
			n, _ := strconv.Atoi(f[3])
			l := line{points: []point{at[f[1]]}}
			for k := range n { // the control points of the spline are near enough
				l.points = append(l.points, point{number(f[4+2*k]), number(f[5+2*k])})
			}
			l.points = append(l.points, at[f[2]])
			lines = append(lines, l)
		}
	}
	slices.Sort(layers)
	// Where a line passes a layer.
	passes := func(l line, y float64) (float64, bool) {
		for k := 1; k < len(l.points); k++ {
			p, q := l.points[k-1], l.points[k]
			if math.Abs(p.y-y) < 0.01 {
				return p.x, true
			}
			if math.Abs(q.y-y) < 0.01 {
				return q.x, true
			}
			if (p.y < y) != (q.y < y) {
				return p.x + (q.x-p.x)*(y-p.y)/(q.y-p.y), true
			}
		}
		return 0, false
	}
	total := 0
	for k := 0; k+1 < len(layers); k++ {
		var pairs [][2]float64
		for _, l := range lines {
			a, okA := passes(l, layers[k])
			c, okC := passes(l, layers[k+1])
			if okA && okC {
				pairs = append(pairs, [2]float64{a, c})
			}
		}
		for i, p := range pairs {
			for _, q := range pairs[i+1:] {
				if (p[0]-q[0])*(p[1]-q[1]) < 0 && math.Abs(p[0]-q[0]) > 0.02 && math.Abs(p[1]-q[1]) > 0.02 {
					total++
				}
			}
		}
	}
	return total, took
}
