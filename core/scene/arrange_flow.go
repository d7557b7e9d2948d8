package scene

import (
	"cmp"
	"slices"

	"lexeon/core/layout"
	"lexeon/core/model"
	"lexeon/core/typeface"
)

const (
	flowRoom  = 70 // between a shape and the labels of its flows
	laneTall  = 30 // each of several flows between two shapes, with its label
	columnGap = 40 // between shapes of a column
)

// inFlow arranges a data flow diagram: a single process in the middle with the
// sources at its left and the sinks at its right; several processes in columns,
// from where data come in to where they go out. Columns are as far apart as the
// names of the flows between them are long.
func (d *Drawer) inFlow(m *model.Model, s *Scene, shapes []*Group, loose int) []model.Change {
	if len(shapes) == 0 {
		return nil
	}
	slices.SortFunc(shapes, func(a, b *Group) int { return cmp.Or(cmp.Compare(a.Title, b.Title), cmp.Compare(a.ID, b.ID)) })
	index := map[model.ID]int{} // by placement, and by element for those that are shown once
	old := *shapes[0].Box
	processes := 0
	for i, g := range shapes {
		index[g.ID] = i
		if _, shown := index[g.Subject]; !shown {
			index[g.Subject] = i
		}
		old = old.Union(*g.Box)
		if g.Kind == model.Process {
			processes++
		}
	}
	var changes []model.Change
	var flows []flowBetween
	for i := range s.Groups {
		g := &s.Groups[i]
		if g.Route == nil || m.Placement(g.ID) == nil {
			continue
		}
		p, r := m.Placement(g.ID), m.Relationship(g.Subject)
		end := func(at, element model.ID) int {
			if i, ok := index[at]; ok && at != "" {
				return i
			}
			if i, ok := index[element]; ok && element != "" {
				return i
			}
			return -1
		}
		f := flowBetween{from: end(p.From, r.Source), to: end(p.To, r.Target), label: d.width(typeface.Regular, textSize, r.Name)}
		if f.from < 0 && f.to < 0 {
			continue
		}
		flows = append(flows, f)
		changes = append(changes, tidyLine(m, g)...)
		if g.Free != nil && (p.X != 0 || p.Y != 0) {
			changes = append(changes, &model.Move{ID: p.ID})
		}
	}
	changes = append(changes, grow(m, shapes, flows)...)
	var at []Point
	if processes == 1 {
		var tall int
		var center *Group
		at, center, tall = around(shapes, flows)
		if tall > center.Box.H {
			center.Box = &Rect{W: tall, H: tall}
			changes = append(changes, &model.Resize{ID: center.ID, W: tall, H: tall})
		}
	} else {
		at = inColumns(shapes, flows, loose)
	}
	var size Rect
	for i, g := range shapes {
		b := Rect{X: at[i].X, Y: at[i].Y, W: g.Box.W, H: g.Box.H}
		if i == 0 {
			size = b
		}
		size = size.Union(b)
	}
	corner := besideOthers(s, shapes, Rect{X: old.X, Y: old.Y, W: size.W, H: size.H})
	for i, g := range shapes {
		changes = append(changes, moveTo(g, corner.X+at[i].X-size.X, corner.Y+at[i].Y-size.Y)...)
	}
	return changes
}

// grow makes shapes tall enough for their flows to run side by side, each with
// its name. The boxes of the groups, which are copies, grow with them.
func grow(m *model.Model, shapes []*Group, flows []flowBetween) []model.Change {
	var out []model.Change
	lanes := map[int]map[int]int{} // of a shape, by the shape at the other end
	for _, f := range flows {
		for _, pair := range [][2]int{{f.from, f.to}, {f.to, f.from}} {
			if pair[0] >= 0 {
				if lanes[pair[0]] == nil {
					lanes[pair[0]] = map[int]int{}
				}
				lanes[pair[0]][pair[1]]++
			}
		}
	}
	for i, g := range shapes {
		n, most := 0, 0
		for _, k := range lanes[i] {
			n, most = n+k, max(most, k)
		}
		if g.Kind == model.Process {
			n = max((n+1)/2, most) // at both sides
		}
		p := m.Placement(g.ID)
		if need := n*laneTall + laneTall/2; (g.Kind == model.Entity || g.Kind == model.Process) && need > g.Box.H {
			box := *g.Box
			w := p.W
			if box.H = need; g.Kind == model.Process {
				box.W, w = need, need
			}
			g.Box = &box
			out = append(out, &model.Resize{ID: g.ID, W: w, H: need})
		}
	}
	return out
}

// flowBetween is a flow between two of the shapes; -1 is the frame, or a shape
// that is not arranged.
type flowBetween struct {
	from, to int
	label    int // width of its name
}

// around puts the only process in the middle: what mostly sends at its left, what
// mostly receives at its right, in two columns of nearly the same height. It
// tells how tall the process must be for all flows to run straight.
func around(shapes []*Group, flows []flowBetween) (at []Point, process *Group, need int) {
	at = make([]Point, len(shapes))
	center := slices.IndexFunc(shapes, func(g *Group) bool { return g.Kind == model.Process })
	lanes := make([]int, len(shapes))
	sends := make([]int, len(shapes))
	wide := 0
	for _, f := range flows {
		wide = max(wide, f.label)
		for _, i := range []int{f.from, f.to} {
			if i >= 0 && i != center {
				lanes[i]++
			}
		}
		if f.from >= 0 {
			sends[f.from]++
		}
		if f.to >= 0 {
			sends[f.to]--
		}
	}
	tall := func(i int) int { return max(shapes[i].Box.H, lanes[i]*laneTall) }
	var order []int
	total := 0
	for i := range shapes {
		if i != center {
			order = append(order, i)
			total += tall(i) + columnGap
		}
	}
	slices.SortStableFunc(order, func(a, b int) int { return sends[b] - sends[a] })
	columns := [2][]int{}
	height := [2]int{}
	for _, i := range order {
		side := 0
		if height[0]+tall(i)/2 > total/2 || sends[i] < 0 && height[1] < total/2 {
			side = 1
		}
		columns[side] = append(columns[side], i)
		height[side] += tall(i) + columnGap
	}
	for side, column := range columns {
		if len(column) > 0 { // above the first and below the last flow it need not reach
			first, last := column[0], column[len(column)-1]
			need = max(need, height[side]-columnGap-(tall(first)-lanes[first]*laneTall)/2-(tall(last)-lanes[last]*laneTall)/2)
		}
	}
	process = shapes[center]
	c := Rect{W: max(process.Box.W, need), H: max(process.Box.H, need)}
	reach := wide + 2*flowRoom
	for side, column := range columns {
		y := c.H/2 - (height[side]-columnGap)/2
		for _, i := range column {
			x := -reach - shapes[i].Box.W
			if side == 1 {
				x = c.W + reach
			}
			at[i] = Point{X: x, Y: y + (tall(i)-shapes[i].Box.H)/2}
			y += tall(i) + columnGap
		}
	}
	return at, process, need
}

// inColumns lays the flows out from left to right: layers, turned by a quarter.
func inColumns(shapes []*Group, flows []flowBetween, loose int) []Point {
	nodes := make([]layout.Node, len(shapes))
	label := make([]int, len(shapes))
	lanes := make([]int, len(shapes))
	for _, f := range flows {
		for _, i := range []int{f.from, f.to} {
			if i >= 0 {
				label[i] = max(label[i], f.label)
			}
		}
		if f.from >= 0 {
			lanes[f.from]++
		}
		if f.to >= 0 {
			lanes[f.to]++
		}
	}
	for i, g := range shapes {
		nodes[i] = layout.Node{ID: string(g.ID), W: max(g.Box.H, min(lanes[i], 6)*laneTall/2) + loose, H: g.Box.W + label[i] + loose}
	}
	lines := map[[2]int]int{}
	var pairs [][2]int
	for _, f := range flows {
		if f.from < 0 || f.to < 0 || f.from == f.to {
			continue
		}
		pair := [2]int{f.from, f.to}
		// Stores stand behind the processes that use them: read in the order in
		// which they flow, they would draw out a level into one long row.
		if shapes[f.from].Kind == model.Store || lines[[2]int{f.to, f.from}] > 0 {
			pair = [2]int{f.to, f.from}
		}
		if lines[pair] == 0 {
			pairs = append(pairs, pair)
		}
		lines[pair]++
	}
	edges := make([]layout.Edge, len(pairs))
	for i, pair := range pairs {
		edges[i] = layout.Edge{From: pair[0], To: pair[1], Lines: lines[pair]}
	}
	result := layout.Arrange(nodes, edges)
	at := make([]Point, len(shapes))
	for i, g := range shapes {
		at[i] = Point{X: result.At[i].Y + (nodes[i].H-g.Box.W)/2, Y: result.At[i].X + (nodes[i].W-g.Box.H)/2}
	}
	return at
}
