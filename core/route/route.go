// Package route finds the lines of a drawing: from shape to shape, around the
// other shapes, with few bends, apart from each other. It knows rectangles and
// nothing of what they mean.
//
// It works in two phases. The first routes every line alone, from its two shapes
// and the shapes near them. The second orders the ends along the sides of the shapes
// and spreads parallel segments in deterministic sweeps. What is drawn depends on the
// shapes and lines and on nothing else, so that after many small changes it is what
// would be drawn at once; a Memory only spares finding again what a change cannot
// reach.
package route

import (
	"cmp"
	"runtime"
	"slices"

	"lexeon/core/geometry"
	"lexeon/core/halt"
	"lexeon/core/parallel"
)

type (
	Point = geometry.Point
	Rect  = geometry.Rect
)

// Style is the shape of a line.
type Style int

const (
	RightAngled Style = iota
	Straight
)

// Line asks for a route between two shapes, given by their index.
type Line struct {
	ID       string // orders the lines; must differ
	From, To int
	Style    Style
	// Bends are points a person put; they are kept while they lie outside of both
	// shapes.
	Bends []Point
	// Way is how the line was led from end to end when all were looked at together, without
	// bends of a person. It is kept while it fits: it ends at both shapes, and no other shape
	// stands in it.
	Way []Point
	// Trunk: lines of one trunk that arrive at one side of their last shape share
	// their end and their bar there. Empty: none.
	Trunk string
	// Room is what each end needs before the first bend, in pixels: beside the
	// shape, and above or below it.
	RoomBeside, RoomAbove [2]int
	// Loop is how far a line from a shape to itself reaches.
	Loop int
	// Within is what both shapes stand in: the line does not leave it where there is a way
	// inside. Empty: nothing.
	Within Rect
	// Upright lines prefer to leave and arrive above and below.
	Upright bool
	// Avoid are sides of its last shape where the line had better not arrive, AvoidFirst those
	// of its first where it had better not begin.
	Avoid, AvoidFirst Sides
}

// Sides of a shape, several at once.
type Sides uint8

const (
	Left Sides = 1 << iota
	Right
	Above
	Below
)

const (
	stub     = 22 // least room before the first bend, where there is room at all
	clear    = 12 // what lines keep from shapes they do not belong to
	spacing  = 18 // what parallel lines keep from each other, where there is room
	labelled = 26 // the same for ends and level pieces, so that a line of text fits between
	margin   = 12 // what ends keep from a corner
)

// path is a line with its way, from what phase 1 found to what is drawn. Once its run
// is over it does not change.
type path struct {
	Line
	a, b  Rect
	rank  int  // among the lines between the same two shapes
	fixed bool // phase 2 leaves it as it is
	// hull is where the shapes are that its search looked at; empty if there was no
	// search.
	hull Rect
	// at is its way before each sweep of phase 2, and after the last.
	at    [sweeps + 1][]Point
	drawn []Point // without points that no bend needs
}

// Routes finds the points of every line, in the order of the lines given. All
// segments are horizontal or vertical, but for straight lines, for a person's
// bends in them, and where no other way exists.
func Routes(shapes []Rect, lines []Line) [][]Point {
	return (*Memory)(nil).Routes(nil, "", shapes, lines)
}

// Routes is what the function of that name finds. Drawing names what is drawn again and
// again: of a drawing that was drawn before, only what changed is found anew. The
// points are shared and must not be changed. It ends with the sign.
func (m *Memory) Routes(sign *halt.Sign, drawing string, shapes []Rect, lines []Line) [][]Point {
	led, by := crowds(lines)
	r := newRun(sign, m.last(drawing), shapes, led, m)
	m.keep(drawing, r)
	return r.drawn(lines, by)
}

// eachAtOnce calls f for every path on all processors: phase 1 looks at each line
// alone, so that the order does not matter.
func eachAtOnce(paths []*path, f func(*path)) {
	const least = 32 // fewer are not worth the effort
	parts := min(runtime.GOMAXPROCS(0), len(paths)/least+1)
	parallel.Run(parts, func(part int) {
		for i := part; i < len(paths); i += parts {
			f(paths[i])
		}
	})
}

// rankPairs numbers the lines between the same two shapes, so that no more of
// them run straight across than fit beside each other.
func rankPairs(paths []*path) {
	seen := map[[2]int]int{}
	for _, p := range paths {
		key := [2]int{min(p.From, p.To), max(p.From, p.To)}
		p.rank = seen[key]
		seen[key]++
	}
}

// pathsOf makes the paths of lines in the order of their ids, which is that of all
// further work.
func pathsOf(shapes []Rect, lines []Line) []*path {
	all := make([]path, len(lines))
	paths := make([]*path, len(lines))
	for i, l := range lines {
		all[i] = path{Line: l, a: shapes[l.From], b: shapes[l.To]}
		paths[i] = &all[i]
	}
	slices.SortFunc(paths, func(x, y *path) int { return cmp.Compare(x.ID, y.ID) })
	rankPairs(paths)
	return paths
}

// simplify drops points that no bend needs.
func simplify(points []Point) []Point {
	out := make([]Point, 0, len(points))
	for _, q := range points {
		if len(out) > 0 && out[len(out)-1] == q {
			continue
		}
		if n := len(out); n >= 2 {
			a, b := out[n-2], out[n-1]
			if a.X == b.X && b.X == q.X || a.Y == b.Y && b.Y == q.Y {
				out[n-1] = q
				continue
			}
		}
		out = append(out, q)
	}
	if len(out) == 1 { // both ends at one point: shapes that lie on each other
		out = append(out, out[0])
	}
	return out
}
