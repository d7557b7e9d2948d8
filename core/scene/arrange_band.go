package scene

import (
	"cmp"
	"slices"

	"lexeon/core/model"
)

// A band is a strip of a use case diagram, as wide as the diagram: what is in one
// package or subject stands in a strip of its own, so that no folder lies on
// another, and nothing lies in a boundary to which it does not belong.
type band struct {
	opens, closes int // boundaries that begin above it, and end below it
	members       []int
	outermost     model.ID // package around it, empty where there is none
	top, bottom   int      // with the edges of the folders that begin and end there
}

const free = -1 // an actor in no package: it stands beside its use cases, whatever their band

// bands cuts the diagram into strips, those of one boundary next to each other:
// the order is that of the actors who start what is in them.
func (a *caseArrangement) bands(drawn map[model.ID]bool) []band {
	root := &bandNode{children: map[model.ID]*bandNode{}}
	at := map[model.ID]*bandNode{}
	a.band = make([]int, len(a.shapes))
	node := make([]*bandNode, len(a.shapes))
	for _, kind := range []model.Kind{model.UseCase, model.Actor} {
		for i, g := range a.shapes {
			if g.Kind != kind {
				continue
			}
			a.band[i] = free
			path := a.boundariesOf(g.Subject, drawn)
			if kind == model.Actor {
				if len(path) == 0 {
					continue
				}
				if n := at[path[len(path)-1]]; n != nil { // its package is known from use cases
					node[i] = n
					continue
				}
			}
			n := root
			for _, id := range path {
				if n.children[id] == nil {
					n.children[id] = &bandNode{children: map[model.ID]*bandNode{}, rank: 1 << 30, outermost: n.outermost}
					if n.outermost == "" && a.m.Element(id).Kind == model.PackageKind {
						n.children[id].outermost = id
					}
					n.order = append(n.order, n.children[id])
				}
				n = n.children[id]
				at[id] = n
				n.rank = min(n.rank, a.actorRank(i))
			}
			node[i] = n
		}
	}
	var out []band
	opened := 0
	var walk func(n *bandNode)
	walk = func(n *bandNode) {
		slices.SortStableFunc(n.order, func(x, y *bandNode) int { return cmp.Compare(x.rank, y.rank) })
		var own []int
		for i := range node {
			if node[i] == n {
				own = append(own, i)
			}
		}
		add := func() {
			if len(own) > 0 {
				for _, i := range own {
					a.band[i] = len(out)
				}
				out = append(out, band{opens: opened, members: own, outermost: n.outermost})
				opened = 0
			}
		}
		if n != root {
			opened++
			add()
		}
		for _, c := range n.order {
			walk(c)
		}
		if n == root { // what is in nothing stands below
			add()
		} else if len(out) > 0 {
			out[len(out)-1].closes++
		}
	}
	walk(root)
	return out
}

type bandNode struct {
	children  map[model.ID]*bandNode
	order     []*bandNode
	rank      int
	outermost model.ID
}

// boundariesOf lists what is drawn around a shape, the outermost first: the
// subject, then the packages.
func (a *caseArrangement) boundariesOf(id model.ID, drawn map[model.ID]bool) []model.ID {
	var out []model.ID
	for _, s := range a.m.Subjects(id) {
		if drawn[s.ID] {
			out = append(out, s.ID) // one that is in several stands in the first
			break
		}
	}
	for _, p := range a.m.PackagePath(id) {
		if drawn[p.ID] {
			out = append(out, p.ID)
		}
	}
	return out
}

// stackBands gives all shapes but free actors their heights.
func (a *caseArrangement) stackBands(bands []band, columns [][]int, y []int) {
	top := 0
	for b := range bands {
		strip := &bands[b]
		strip.top = top
		top += strip.opens * subjectHead
		of := func(list []int) []int {
			return slices.DeleteFunc(slices.Clone(list), func(i int) bool { return a.band[i] != b })
		}
		for k, column := range columns {
			column = of(column)
			if k == 0 {
				a.order(column, a.actorRank)
			} else {
				a.order(column, func(i int) int { return a.meanOf(i, y, columns[k-1]) })
			}
			a.stack(column, y, k > 0, a.gap)
		}
		for _, side := range []bool{false, true} {
			a.stackActors(of(a.actors(side)), y)
		}
		high, low := 1<<30, -1<<30
		for _, i := range strip.members {
			high, low = min(high, y[i]-a.shapes[i].Box.H/2), max(low, y[i]-a.shapes[i].Box.H/2+a.shapes[i].Box.H)
		}
		for _, i := range strip.members {
			y[i] += top - high
		}
		strip.bottom = top + low - high + strip.closes*subjectPad
		top = strip.bottom + a.gap
	}
}

// actors of one side, the left one or the right one.
func (a *caseArrangement) actors(right bool) []int {
	var out []int
	for i, g := range a.shapes {
		if g.Kind == model.Actor && a.isSupporting(i) == right {
			out = append(out, i)
		}
	}
	return out
}

func (a *caseArrangement) stackActors(column []int, y []int) {
	a.order(column, func(i int) int { return a.meanOf(i, y, nil) })
	a.stack(column, y, true, actorGap)
}

// stackFree gives the free actors of a side their heights: beside their use cases,
// but not in a folder that reaches to this side.
func (a *caseArrangement) stackFree(right bool, bands []band, y []int) {
	var column []int
	reaching := map[model.ID]bool{}
	for _, i := range a.actors(right) {
		if a.band[i] == free {
			column = append(column, i)
		} else {
			reaching[bands[a.band[i]].outermost] = true
		}
	}
	// The room between such folders, from top to bottom.
	type room struct {
		from, to int
		actors   []int
	}
	rooms := []room{{from: -1 << 30, to: 1 << 30}}
	for _, b := range bands {
		if reaching[b.outermost] && b.outermost != "" {
			rooms[len(rooms)-1].to = b.top - a.gap
			rooms = append(rooms, room{from: b.bottom + a.gap, to: 1 << 30})
		}
	}
	if len(rooms) == 1 {
		a.stackActors(column, y)
		return
	}
	a.order(column, func(i int) int { return a.meanOf(i, y, nil) })
	for _, i := range column {
		want, h := a.meanOf(i, y, nil), a.shapes[i].Box.H
		best, off := len(rooms)-1, 1<<30
		for k, r := range rooms {
			used := 0
			for _, o := range r.actors {
				used += a.shapes[o].Box.H + actorGap
			}
			if d := max(r.from+h/2-want, want-(r.to-h/2), 0); r.to-r.from >= used+h && d < off {
				best, off = k, d
			}
		}
		rooms[best].actors = append(rooms[best].actors, i)
	}
	for _, r := range rooms {
		if len(r.actors) == 0 {
			continue
		}
		a.stackActors(r.actors, y)
		first, last := r.actors[0], r.actors[len(r.actors)-1]
		top, bottom := y[first]-a.shapes[first].Box.H/2, y[last]-a.shapes[last].Box.H/2+a.shapes[last].Box.H
		shift := max(r.from-top, 0)
		if shift == 0 {
			shift = min(r.to-bottom, 0)
		}
		for _, i := range r.actors {
			y[i] += shift
		}
	}
}
