// Package layouttest holds our arranging against general layout engines: elkjs, which comes
// with the packages of the page for development, and dot (Debian's package graphviz), where it
// is installed. The product uses neither.
package layouttest

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"os"
	"os/exec"
	"strconv"
	"strings"
	"time"

	"lexeon/core/geometry"
)

// Graph is what an engine is to lay out. Sizes are in pixels.
type Graph struct {
	Name  string `json:"name"`
	Nodes []Size `json:"nodes"`
	Edges []Edge `json:"edges"`
}

// Size of a node.
type Size struct {
	W int `json:"w"`
	H int `json:"h"`
}

// Edge joins two nodes, by their index.
type Edge struct {
	From int `json:"from"`
	To   int `json:"to"`
}

// Drawing is what came of it.
type Drawing struct {
	Boxes []geometry.Rect
	Lines [][]geometry.Point
	Took  time.Duration
}

// The gaps that all engines keep: those of core/layout.
const (
	GapAcross = 48 // between nodes of a layer
	GapLayers = 76 // between layers
	GapLine   = 22 // between lines
	GapEdge   = 34 // between a line and a node
)

// Quality of a drawing.
type Quality struct {
	Crossings, Bends, Length, Area int
	Took                           time.Duration
}

// Add sums up.
func (q *Quality) Add(o Quality) {
	q.Crossings += o.Crossings
	q.Bends += o.Bends
	q.Length += o.Length
	q.Area += o.Area
	q.Took += o.Took
}

func (q Quality) String() string {
	return fmt.Sprintf("%4d crossings %5d bends %8d px %5.1f mpx² %5d ms", q.Crossings, q.Bends, q.Length, float64(q.Area)/1e6, q.Took.Milliseconds())
}

// Quality counts what is drawn; lines have level and upright pieces only.
func (d Drawing) Quality() Quality {
	q := Quality{Took: d.Took}
	var area geometry.Rect
	for _, b := range d.Boxes {
		area = area.Union(b)
	}
	q.Area = area.W * area.H
	for i, p := range d.Lines {
		q.Bends += max(0, len(p)-2)
		for k := 1; k < len(p); k++ {
			q.Length += abs(p[k].X-p[k-1].X) + abs(p[k].Y-p[k-1].Y)
			for _, o := range d.Lines[i+1:] {
				for n := 1; n < len(o); n++ {
					if geometry.Cross(p[k-1], p[k], o[n-1], o[n]) {
						q.Crossings++
					}
				}
			}
		}
	}
	return q
}

func abs(v int) int { return max(v, -v) }

// Elk lays graphs out with elkjs: layered, with right-angled lines. script is
// scripts/elk-layout.mjs. It is an error of type *os.PathError where elkjs is not there.
func Elk(script, modules string, graphs []Graph) ([]Drawing, error) {
	if _, err := os.Stat(modules); err != nil {
		return nil, err
	}
	type request struct {
		Graph
		GapAcross int `json:"gapAcross"`
		GapLayers int `json:"gapLayers"`
		GapLine   int `json:"gapLine"`
		GapEdge   int `json:"gapEdge"`
	}
	var in []request
	for _, g := range graphs {
		in = append(in, request{g, GapAcross, GapLayers, GapLine, GapEdge})
	}
	data, err := json.Marshal(in)
	if err != nil {
		return nil, err
	}
	cmd := exec.Command("node", script)
	cmd.Stdin, cmd.Stderr = bytes.NewReader(data), os.Stderr
	out, err := cmd.Output()
	if err != nil {
		return nil, fmt.Errorf("elkjs: %w", err)
	}
	var answers []struct {
		Took  float64            `json:"took"`
		Nodes []geometry.Point   `json:"nodes"`
		Edges [][]geometry.Point `json:"edges"`
	}
	if err := json.Unmarshal(out, &answers); err != nil {
		return nil, fmt.Errorf("elkjs: %w", err)
	}
	drawings := make([]Drawing, len(graphs))
	for i, a := range answers {
		drawings[i] = Drawing{Lines: a.Edges, Took: time.Duration(a.Took * float64(time.Millisecond))}
		for n, at := range a.Nodes {
			drawings[i].Boxes = append(drawings[i].Boxes, geometry.Rect{X: at.X, Y: at.Y, W: graphs[i].Nodes[n].W, H: graphs[i].Nodes[n].H})
		}
	}
	return drawings, nil
}

const inch = 72 // points, as which dot takes pixels

// Dot lays a graph out with dot and right-angled lines.
func Dot(dot string, g Graph) (Drawing, error) {
	var in bytes.Buffer
	fmt.Fprintf(&in, "digraph g { splines=ortho; nodesep=%.3f; ranksep=%.3f; node [shape=box, fixedsize=true, label=\"\"]; edge [arrowhead=none];\n", GapAcross/float64(inch), GapLayers/float64(inch))
	for i, n := range g.Nodes {
		fmt.Fprintf(&in, "n%d [width=%.4f, height=%.4f];\n", i, float64(n.W)/inch, float64(n.H)/inch)
	}
	for _, e := range g.Edges {
		fmt.Fprintf(&in, "n%d -> n%d;\n", e.From, e.To)
	}
	in.WriteString("}\n")
	cmd := exec.Command(dot, "-Tplain")
	cmd.Stdin = &in
	began := time.Now()
	out, err := cmd.Output()
	if err != nil {
		return Drawing{}, fmt.Errorf("dot: %w", err)
	}
	d := Drawing{Boxes: make([]geometry.Rect, len(g.Nodes)), Took: time.Since(began)}
	pixels := func(s string) int {
		v, _ := strconv.ParseFloat(s, 64)
		return int(math.Round(v * inch))
	}
	for text := range strings.SplitSeq(string(out), "\n") {
		f := strings.Fields(text)
		switch {
		case len(f) > 3 && f[0] == "node":
			n, err := strconv.Atoi(strings.TrimPrefix(f[1], "n"))
			if err != nil {
				return Drawing{}, fmt.Errorf("dot: %w", err)
			}
			size := g.Nodes[n]
			d.Boxes[n] = geometry.Rect{X: pixels(f[2]) - size.W/2, Y: pixels(f[3]) - size.H/2, W: size.W, H: size.H}
		case len(f) > 4 && f[0] == "edge":
			n, _ := strconv.Atoi(f[3])
			var line []geometry.Point
			for k := range n {
				line = append(line, geometry.Point{X: pixels(f[4+2*k]), Y: pixels(f[5+2*k])})
			}
			d.Lines = append(d.Lines, corners(line))
		}
	}
	return d, nil
}

// corners are the points where a line turns; the others are control points of its curve. A
// pixel off is rounding.
func corners(line []geometry.Point) []geometry.Point {
	var out []geometry.Point
	for _, p := range line {
		if n := len(out); n > 0 {
			if abs(out[n-1].X-p.X) <= 1 {
				p.X = out[n-1].X
			}
			if abs(out[n-1].Y-p.Y) <= 1 {
				p.Y = out[n-1].Y
			}
			if out[n-1] == p {
				continue
			}
			if n > 1 && (out[n-2].X == out[n-1].X && out[n-1].X == p.X || out[n-2].Y == out[n-1].Y && out[n-1].Y == p.Y) {
				out[n-1] = p
				continue
			}
		}
		out = append(out, p)
	}
	return out
}
