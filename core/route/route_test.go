package route_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/geometry"
	"lexeon/core/route"
)

type drawing struct {
	shapes []route.Rect
	lines  []route.Line
}

// random makes shapes on a jittered grid, so that they do not lie on each other,
// and lines between any of them.
func random(seed uint64) (*rand.Rand, drawing) {
	rnd := rand.New(rand.NewPCG(seed, 11))
	var d drawing
	n := 4 + rnd.IntN(20)
	for i := range n {
		d.shapes = append(d.shapes, route.Rect{X: i%5*260 + rnd.IntN(60), Y: i/5*190 + rnd.IntN(40), W: 80 + rnd.IntN(90), H: 30 + rnd.IntN(90)})
	}
	for i := range n + rnd.IntN(n) {
		l := route.Line{ID: fmt.Sprintf("%04d", i), From: rnd.IntN(n), To: rnd.IntN(n), Upright: rnd.IntN(4) == 0, RoomBeside: [2]int{rnd.IntN(50), rnd.IntN(50)}, RoomAbove: [2]int{rnd.IntN(40), 0}}
		switch rnd.IntN(8) {
		case 0:
			l.Style = route.Straight
		case 1:
			l.Bends = []route.Point{{X: rnd.IntN(900), Y: rnd.IntN(700)}}
		case 2:
			l.Trunk, l.Upright = fmt.Sprint(l.To), true
		}
		d.lines = append(d.lines, l)
	}
	return rnd, d
}

// Property: lines with a memory, after any number of small changes, are those that are
// found at once without one: shapes move, grow, come and go, and so do lines.
func TestIncrementalRoutesAreFullRoutes(t *testing.T) {
	for seed := range uint64(60) {
		rnd, d := random(seed)
		memory := route.NewMemory()
		made := len(d.lines)
		for step := range 30 {
			i := rnd.IntN(len(d.shapes))
			switch rnd.IntN(11) {
			case 0:
				d.shapes[i].W += rnd.IntN(40) - 10
			case 1:
				k := rnd.IntN(len(d.lines))
				d.lines[k].To = rnd.IntN(len(d.shapes))
				d.lines[k].Trunk = ""
			case 2: // a shape comes before all others
				d.shapes = append([]route.Rect{{X: rnd.IntN(1200), Y: rnd.IntN(800), W: 90, H: 50}}, d.shapes...)
				for k := range d.lines {
					d.lines[k].From++
					d.lines[k].To++
				}
			case 3: // a line comes
				made++
				d.lines = append(d.lines, route.Line{ID: fmt.Sprintf("%04d", rnd.IntN(50)*200+made), From: i, To: rnd.IntN(len(d.shapes)), RoomBeside: [2]int{rnd.IntN(50), 0}})
			case 4: // a line goes
				if len(d.lines) > 3 {
					k := rnd.IntN(len(d.lines))
					d.lines = append(d.lines[:k:k], d.lines[k+1:]...)
				}
			case 5: // a line joins a trunk
				k := rnd.IntN(len(d.lines))
				d.lines[k].Trunk, d.lines[k].Upright = fmt.Sprint(d.lines[k].To), true
			case 6: // all are looked at together, and kept so
				for k, way := range route.Untangle(nil, d.shapes, d.lines) {
					if rnd.IntN(3) > 0 {
						d.lines[k].Way = way
					}
				}
			case 7: // nothing but the order
				rnd.Shuffle(len(d.lines), func(a, b int) { d.lines[a], d.lines[b] = d.lines[b], d.lines[a] })
			default:
				d.shapes[i].X += rnd.IntN(200) - 100
				d.shapes[i].Y += rnd.IntN(200) - 100
			}
			require.Equal(t, route.Routes(d.shapes, d.lines), memory.Routes(nil, "drawing", d.shapes, d.lines), "seed %d step %d", seed, step)
		}
	}
}

// Property: a line found by itself is right-angled, starts and ends on the edge
// of its shapes, and runs through no shape.
func TestFoundRoutesAreSound(t *testing.T) {
	for seed := range uint64(60) {
		_, d := random(seed)
		routes := route.Routes(d.shapes, d.lines)
		for i, l := range d.lines {
			points := routes[i]
			require.GreaterOrEqual(t, len(points), 2)
			if l.Style == route.Straight || len(l.Bends) > 0 {
				continue
			}
			at := fmt.Sprintf("seed %d line %s: %v", seed, l.ID, points)
			for k := 1; k < len(points); k++ {
				a, b := points[k-1], points[k]
				require.True(t, a.X == b.X || a.Y == b.Y, at)
				for _, s := range d.shapes {
					require.False(t, s.CrossedBy(a, b), "%s runs through %v", at, s)
				}
			}
			require.True(t, onEdge(d.shapes[l.From], points[0]), at)
			require.True(t, onEdge(d.shapes[l.To], points[len(points)-1]), at)
		}
	}
}

func onEdge(r route.Rect, p route.Point) bool {
	x, y := p.X == r.X || p.X == r.Right(), p.Y == r.Y || p.Y == r.Bottom()
	return x && p.Y >= r.Y && p.Y <= r.Bottom() || y && p.X >= r.X && p.X <= r.Right()
}

func two(a, b route.Rect, l route.Line) []route.Point {
	l.From, l.To = 0, 1
	return route.Routes([]route.Rect{a, b}, []route.Line{l})[0]
}

func TestPlainWays(t *testing.T) {
	a := route.Rect{X: 0, Y: 0, W: 100, H: 60}
	cases := []struct {
		what string
		b    route.Rect
		line route.Line
		want []route.Point
	}{
		{"beside", route.Rect{X: 300, Y: 0, W: 100, H: 60}, route.Line{}, []route.Point{{X: 100, Y: 30}, {X: 300, Y: 30}}},
		{"below", route.Rect{X: 0, Y: 200, W: 100, H: 60}, route.Line{}, []route.Point{{X: 50, Y: 60}, {X: 50, Y: 200}}},
		{"around one corner", route.Rect{X: 300, Y: 200, W: 100, H: 60}, route.Line{}, []route.Point{{X: 50, Y: 60}, {X: 50, Y: 230}, {X: 300, Y: 230}}},
		{"upright, with a bar half way", route.Rect{X: 300, Y: 200, W: 100, H: 60}, route.Line{Upright: true}, []route.Point{{X: 50, Y: 60}, {X: 50, Y: 130}, {X: 350, Y: 130}, {X: 350, Y: 200}}},
		{"straight", route.Rect{X: 300, Y: 200, W: 100, H: 60}, route.Line{Style: route.Straight}, []route.Point{{X: 95, Y: 60}, {X: 305, Y: 200}}},
		{"a bend beside", route.Rect{X: 300, Y: 200, W: 100, H: 60}, route.Line{Bends: []route.Point{{X: 200, Y: 30}, {X: 200, Y: 230}}}, []route.Point{{X: 100, Y: 30}, {X: 200, Y: 30}, {X: 200, Y: 230}, {X: 300, Y: 230}}},
		{"a straight line with a bend", route.Rect{X: 300, Y: 0, W: 100, H: 60}, route.Line{Style: route.Straight, Bends: []route.Point{{X: 200, Y: 300}}}, []route.Point{{X: 67, Y: 60}, {X: 200, Y: 300}, {X: 333, Y: 60}}},
		{"a bend inside of a shape makes no sense", route.Rect{X: 300, Y: 0, W: 100, H: 60}, route.Line{Bends: []route.Point{{X: 50, Y: 30}}}, []route.Point{{X: 100, Y: 30}, {X: 300, Y: 30}}},
	}
	for _, c := range cases {
		require.Equal(t, c.want, two(a, c.b, c.line), c.what)
	}
}

func TestLinesGoAroundShapes(t *testing.T) {
	shapes := []route.Rect{{X: 0, Y: 0, W: 100, H: 60}, {X: 400, Y: 0, W: 100, H: 60}, {X: 200, Y: -40, W: 100, H: 140}}
	points := route.Routes(shapes, []route.Line{{ID: "a", From: 0, To: 1}})[0]
	require.Greater(t, len(points), 2)
	for k := 1; k < len(points); k++ {
		require.False(t, shapes[2].Inflate(5).CrossedBy(points[k-1], points[k]), "%v", points)
	}
}

// Several lines between the same shapes lie beside each other, in one order on
// both sides.
func TestParallelLinesKeepApart(t *testing.T) {
	shapes := []route.Rect{{X: 0, Y: 0, W: 100, H: 120}, {X: 400, Y: 10, W: 100, H: 120}}
	var lines []route.Line
	for i := range 5 {
		lines = append(lines, route.Line{ID: fmt.Sprint(i), From: i % 2, To: 1 - i%2})
	}
	seen := map[int]bool{}
	for _, p := range route.Routes(shapes, lines) {
		require.Len(t, p, 2)
		require.Equal(t, p[0].Y, p[1].Y)
		for y := range seen {
			require.GreaterOrEqual(t, max(y-p[0].Y, p[0].Y-y), 12)
		}
		seen[p[0].Y] = true
	}
	for i := range lines { // straight ones too
		lines[i].Style = route.Straight
	}
	starts := map[route.Point]bool{}
	for _, p := range route.Routes(shapes, lines) {
		starts[p[0]] = true
	}
	require.Len(t, starts, 5)
}

func TestTrunksAreShared(t *testing.T) {
	shapes := []route.Rect{{X: 300, Y: 0, W: 120, H: 60}, {X: 0, Y: 240, W: 100, H: 60}, {X: 300, Y: 240, W: 100, H: 60}, {X: 620, Y: 240, W: 100, H: 60}}
	var lines []route.Line
	for i := 1; i < 4; i++ {
		lines = append(lines, route.Line{ID: fmt.Sprint(i), From: i, To: 0, Trunk: "t", Upright: true})
	}
	routes := route.Routes(shapes, lines)
	for _, p := range routes {
		require.Equal(t, route.Point{X: 360, Y: 60}, p[len(p)-1])
	}
	require.Equal(t, routes[0][1].Y, routes[2][1].Y, "one bar")
}

// Loops take the corner that has room, and lie around each other.
func TestLoops(t *testing.T) {
	shapes := []route.Rect{{X: 0, Y: 0, W: 100, H: 60}, {X: 110, Y: -30, W: 200, H: 60}}
	var lines []route.Line
	for i := range 3 {
		lines = append(lines, route.Line{ID: fmt.Sprint(i), From: 0, To: 0, Loop: 50})
	}
	routes := route.Routes(shapes, lines)
	for _, p := range routes {
		require.Len(t, p, 5)
		for k := 1; k < len(p); k++ {
			require.False(t, shapes[1].CrossedBy(p[k-1], p[k]), "%v", p)
		}
	}
	require.NotEqual(t, routes[0], routes[1])
}

// Shapes that lie on each other get some line, whatever it looks like.
func TestOverlappingShapesGetALine(t *testing.T) {
	a := route.Rect{X: 0, Y: 0, W: 200, H: 200}
	for _, b := range []route.Rect{{X: 50, Y: 50, W: 20, H: 20}, {X: 100, Y: 100, W: 200, H: 200}, a, {X: -50, Y: -50, W: 400, H: 400}} {
		require.GreaterOrEqual(t, len(two(a, b, route.Line{})), 2, "%v", b)
	}
}

func TestCrossedBy(t *testing.T) {
	r := geometry.Rect{X: 10, Y: 10, W: 20, H: 20}
	for _, c := range []struct {
		a, b geometry.Point
		want bool
	}{
		{geometry.Point{X: 0, Y: 20}, geometry.Point{X: 40, Y: 20}, true},
		{geometry.Point{X: 0, Y: 10}, geometry.Point{X: 40, Y: 10}, false}, // along the edge
		{geometry.Point{X: 0, Y: 0}, geometry.Point{X: 40, Y: 40}, true},
		{geometry.Point{X: 0, Y: 20}, geometry.Point{X: 20, Y: 0}, false}, // through the corner
		{geometry.Point{X: 0, Y: 45}, geometry.Point{X: 45, Y: 0}, true},
		{geometry.Point{X: 31, Y: 0}, geometry.Point{X: 31, Y: 50}, false},
	} {
		require.Equal(t, c.want, r.CrossedBy(c.a, c.b), "%v", c)
		require.Equal(t, c.want, r.CrossedBy(c.b, c.a), "%v", c)
	}
}
