package route_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/route"
)

// A way is drawn as it was found as long as it fits: both shapes where they were to each other,
// and nothing else in it.
func TestAWayIsKeptWhileItFits(t *testing.T) {
	a, b := route.Rect{X: 0, Y: 0, W: 100, H: 60}, route.Rect{X: 300, Y: 300, W: 100, H: 60}
	way := []route.Point{{X: 50, Y: 60}, {X: 50, Y: 200}, {X: 350, Y: 200}, {X: 350, Y: 300}}
	line := route.Line{ID: "l", From: 0, To: 1, Way: way}
	found := func(line route.Line, shapes ...route.Rect) []route.Point {
		return route.Routes(shapes, []route.Line{line})[0]
	}
	require.Equal(t, way, found(line, a, b))
	for name, other := range map[string][]route.Rect{
		"the last shape moved":    {a, {X: 300, Y: 340, W: 100, H: 60}},
		"the first shape moved":   {{X: 80, Y: 0, W: 100, H: 60}, b},
		"the last shape grew":     {a, {X: 300, Y: 280, W: 100, H: 80}},
		"another shape is in it":  {a, b, {X: 150, Y: 180, W: 60, H: 60}},
		"it would run within one": {{X: 0, Y: 0, W: 100, H: 130}, b},
	} {
		now := found(line, other...)
		require.NotEqual(t, way, now, name)
		require.Equal(t, found(route.Line{ID: "l", From: 0, To: 1}, other...), now, "%s: found as if there were none", name)
	}
	for name, bad := range map[string][]route.Point{
		"slanting":    {{X: 50, Y: 60}, {X: 350, Y: 300}},
		"one point":   {{X: 50, Y: 60}},
		"into itself": {{X: 50, Y: 60}, {X: 50, Y: 20}, {X: 350, Y: 20}, {X: 350, Y: 300}},
	} {
		l := line
		l.Way = bad
		require.Equal(t, found(route.Line{ID: "l", From: 0, To: 1}, a, b), found(l, a, b), name)
	}
}

// Lines that share a trunk hold together: where one has to be found anew, all are.
func TestATrunkIsKeptAsAWhole(t *testing.T) {
	shapes := []route.Rect{{X: 200, Y: 0, W: 120, H: 60}, {X: 0, Y: 200, W: 100, H: 60}, {X: 200, Y: 200, W: 100, H: 60}, {X: 420, Y: 200, W: 100, H: 60}}
	lines := func() (out []route.Line) {
		for i := 1; i <= 3; i++ {
			out = append(out, route.Line{ID: fmt.Sprint(i), From: i, To: 0, Trunk: "t", Upright: true})
		}
		return out
	}
	kept := lines()
	for i, way := range route.Untangle(nil, shapes, lines()) {
		kept[i].Way = way
	}
	require.Equal(t, route.Routes(shapes, lines()), route.Routes(shapes, kept))
	shapes[3].Y += 90
	require.Equal(t, route.Routes(shapes, lines()), route.Routes(shapes, kept), "as if none had been kept")
}

// Property: lines that are untangled cross each other less or as often as they did, run through
// no shape that they did not run through before, and come out the same each time; and what was
// found is drawn again from their ways.
func TestUntangledLinesCrossLess(t *testing.T) {
	before, after := 0, 0
	for seed := range uint64(60) {
		_, d := random(seed)
		plain, led := route.Routes(d.shapes, d.lines), route.Untangle(nil, d.shapes, d.lines)
		require.Equal(t, led, route.Untangle(nil, d.shapes, d.lines), "seed %d", seed)
		stale := append([]route.Line{}, d.lines...)
		for i := range stale {
			stale[i].Way = plain[i]
		}
		require.Equal(t, led, route.Untangle(nil, d.shapes, stale), "ways of before do not count")
		before, after = before+crossings(plain), after+crossings(led)
		for i, l := range d.lines {
			if l.Style == route.Straight || l.From == l.To {
				require.Equal(t, plain[i], led[i], "it has one way only")
			}
			if l.Style == route.Straight || len(l.Bends) > 0 || l.From == l.To {
				continue
			}
			require.LessOrEqual(t, through(d.shapes, l, led[i]), through(d.shapes, l, plain[i]), "seed %d, line %s", seed, l.ID)
		}
		again := d
		again.lines = append([]route.Line{}, d.lines...)
		for i, l := range again.lines {
			if l.Style == route.RightAngled && len(l.Bends) == 0 && l.From != l.To {
				again.lines[i].Way = led[i]
			}
		}
		kept := route.Routes(again.shapes, again.lines)
		for i, l := range again.lines {
			if l.Way != nil && l.Trunk == "" && through(d.shapes, l, led[i]) == 0 && apart(d.shapes, led[i]) {
				require.Equal(t, led[i], kept[i], "seed %d, line %s", seed, l.ID)
			}
		}
	}
	t.Logf("%d crossings before, %d after", before, after)
	require.Less(t, after*4, before*3)
}

// apart reports whether a way stays a little away from all shapes but its own.
func apart(shapes []route.Rect, way []route.Point) bool {
	for k := 2; k+1 < len(way); k++ {
		for _, s := range shapes {
			if s.Inflate(2).CrossedBy(way[k-1], way[k]) {
				return false
			}
		}
	}
	return len(way) > 2
}

func through(shapes []route.Rect, l route.Line, way []route.Point) (n int) {
	for i, s := range shapes {
		for k := 1; k < len(way) && i != l.From && i != l.To; k++ {
			if s.CrossedBy(way[k-1], way[k]) {
				n++
			}
		}
	}
	return n
}

func crossings(routes [][]route.Point) (n int) {
	for i, p := range routes {
		for _, q := range routes[i+1:] {
			for k := 1; k < len(p); k++ {
				for m := 1; m < len(q); m++ {
					a, b, c, d := p[k-1], p[k], q[m-1], q[m]
					if a.X == b.X && c.Y == d.Y {
						a, b, c, d = c, d, a, b
					}
					if a.Y == b.Y && c.X == d.X && c.X > min(a.X, b.X) && c.X < max(a.X, b.X) && a.Y > min(c.Y, d.Y) && a.Y < max(c.Y, d.Y) {
						n++
					}
				}
			}
		}
	}
	return n
}

// A line between two shapes of one boundary does not leave it; where there is no way inside it
// does.
func TestALineStaysWithinItsBoundary(t *testing.T) {
	shapes := []route.Rect{{X: 40, Y: 100, W: 100, H: 60}, {X: 440, Y: 100, W: 100, H: 60}, {X: 240, Y: 60, W: 100, H: 160}}
	line := route.Line{ID: "l", From: 0, To: 1}
	out := route.Routes(shapes, []route.Line{line})[0]
	above := func(way []route.Point, y int) bool {
		for _, p := range way {
			if p.Y < y {
				return true
			}
		}
		return false
	}
	require.True(t, above(out, 60), "the short way is above: %v", out)
	line.Within = route.Rect{X: 0, Y: 50, W: 600, H: 260}
	require.False(t, above(route.Routes(shapes, []route.Line{line})[0], 60))
	line.Within.H = 180 // no room below
	require.NotEmpty(t, route.Routes(shapes, []route.Line{line})[0])
}

// A straight line that is nearly level is level.
func TestAStraightLineIsLevelWhereItNearlyIs(t *testing.T) {
	for _, test := range []struct {
		dy    int
		level bool
	}{{2, true}, {18, true}, {40, false}} {
		way := route.Routes([]route.Rect{{X: 0, Y: 0, W: 100, H: 60}, {X: 400, Y: test.dy, W: 100, H: 60}}, []route.Line{{ID: "l", From: 0, To: 1, Style: route.Straight}})[0]
		require.Equal(t, test.level, way[0].Y == way[1].Y, "%d: %v", test.dy, way)
	}
}
