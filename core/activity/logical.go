package activity

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/model"
)

// DefaultMost is into how many processes a level is derived where the project
// says nothing (Miller 1956: seven, plus or minus two).
const DefaultMost = 9

// node is a row of somebody inside, on its way to become a process or a part of
// one.
type node struct {
	index  int // in the table
	row    *model.Element
	by     *Party
	events map[string]bool
}

// link leads data from one node to another, or to and from a party. A nil node
// is a party's side.
type link struct {
	from, to  *node
	party     *Party // where from or to is nil
	data, key string
}

// group is a set of rows that form one process.
type group struct {
	nodes []*node
}

// first is the row that the group is known by: the smallest.
func (g *group) first() *node {
	return slices.MinFunc(g.nodes, func(a, b *node) int { return cmp.Compare(a.index, b.index) })
}

// logical groups the rows of insiders into processes (McMenamin and Palmer 1984:
// one process per event): rows that the same events reach without passing a
// store, connected, form one process; more than the allowed number are merged
// by what they share.
func (t *Table) logical() ([]*group, []link) {
	nodes := t.nodes()
	links := t.links(nodes)
	nodes, links = contract(nodes, links)
	spreadEvents(nodes, links)
	groups := byEvents(nodes, links, !t.m.Project().MergePerformers)
	most := t.m.Project().MostProcesses
	if most <= 0 {
		most = DefaultMost
	}
	for len(groups) > most {
		merged := mergeBest(groups, links)
		if merged == nil {
			break
		}
		groups = merged
	}
	return groups, links
}

func (t *Table) nodes() []*node {
	var out []*node
	for i, r := range t.Rows {
		if p := t.party(r.Activity().Performer); p != nil && p.Side == Inside {
			out = append(out, &node{index: i, row: r, by: p, events: map[string]bool{}})
		}
	}
	return out
}

// links leads each fact to the rows that name it. What an insider gets and none
// of its rows takes goes to its nearest row, so that nothing is lost.
func (t *Table) links(nodes []*node) []link {
	var out []link
	for _, f := range t.Facts {
		if v, _ := f.Verdict(); v == OutOfScope || v == AtStore {
			continue
		}
		var from, to []*node
		if f.From.Side == Inside {
			from = ends(nodes, f, f.From, false)
		}
		if f.To.Side == Inside {
			to = ends(nodes, f, f.To, true)
		}
		switch {
		case len(from) == 0 && len(to) == 0:
		case f.From.Side != Inside:
			for _, n := range to {
				out = append(out, link{to: n, party: f.From, data: f.Data, key: f.Key})
			}
		case f.To.Side != Inside:
			for _, n := range from {
				out = append(out, link{from: n, party: f.To, data: f.Data, key: f.Key})
			}
		default:
			for _, a := range from {
				for _, b := range to {
					if a != b {
						out = append(out, link{from: a, to: b, data: f.Data, key: f.Key})
					}
				}
			}
		}
	}
	return out
}

// ends finds the rows of a party that take or give the data of a fact; where
// none does, the one nearest to the row that told of it, processing ones first.
func ends(nodes []*node, f *Fact, p *Party, input bool) []*node {
	var out, own []*node
	rows := f.gives
	if input {
		rows = f.takes
	}
	for _, n := range nodes {
		if n.by != p {
			continue
		}
		own = append(own, n)
		if slices.Contains(rows, n.row) {
			out = append(out, n)
		}
	}
	if len(out) > 0 || len(own) == 0 {
		return out
	}
	told := slices.IndexFunc(nodes, func(n *node) bool { return slices.Contains(f.Rows, n.row) })
	at := 0
	if told >= 0 {
		at = nodes[told].index
	}
	return []*node{slices.MinFunc(own, func(a, b *node) int {
		return cmp.Or(cmp.Compare(unprocessed(a), unprocessed(b)), cmp.Compare(abs(a.index-at), abs(b.index-at)), cmp.Compare(a.index, b.index))
	})}
}

func unprocessed(n *node) int {
	if n.row.Activity().Processing == model.Yes {
		return 0
	}
	return 1
}

func abs(n int) int { return max(n, -n) }

// contract takes out rows that only hand over: what comes in goes out under the
// same name, between insiders on one side at least. Their partners are linked
// directly.
func contract(nodes []*node, links []link) ([]*node, []link) {
	for _, n := range slices.Clone(nodes) {
		if n.row.Activity().Processing == model.Yes {
			continue
		}
		var in, out, rest []link
		loop := false
		for _, l := range links {
			switch {
			case l.to == n:
				in = append(in, l)
			case l.from == n:
				out = append(out, l)
			default:
				rest = append(rest, l)
			}
			loop = loop || l.from == n && l.to == n
		}
		if loop || !handsOver(in, out) {
			continue
		}
		for _, a := range in {
			for _, b := range out {
				if a.key != b.key {
					continue
				}
				joined := link{from: a.from, to: b.to, data: a.data, key: a.key}
				if a.from == nil {
					joined.party = a.party
				} else if b.to == nil {
					joined.party = b.party
				}
				if joined.from != joined.to && !slices.Contains(rest, joined) {
					rest = append(rest, joined)
				}
			}
		}
		links = rest
		nodes = slices.DeleteFunc(nodes, func(o *node) bool { return o == n })
	}
	return nodes, links
}

// handsOver: every datum that comes in goes out and the other way round, and on
// one of the two sides there are only insiders.
func handsOver(in, out []link) bool {
	if len(in) == 0 || len(out) == 0 {
		return false
	}
	has := func(list []link, key string) bool {
		return slices.ContainsFunc(list, func(l link) bool { return l.key == key })
	}
	for _, l := range in {
		if !has(out, l.key) {
			return false
		}
	}
	for _, l := range out {
		if !has(in, l.key) {
			return false
		}
	}
	inside := func(list []link, party func(link) bool) bool { return !slices.ContainsFunc(list, party) }
	return inside(in, func(l link) bool { return l.from == nil }) || inside(out, func(l link) bool { return l.to == nil })
}

// spreadEvents gives each row the events that reach it without passing a store:
// inputs from outside, or that it is due in time. The least fixpoint.
func spreadEvents(nodes []*node, links []link) {
	for _, n := range nodes {
		if n.row.Activity().Timed {
			n.events["time "+string(n.row.ID)] = true
		}
	}
	for _, l := range links {
		if l.from == nil && l.to != nil && l.party.Side == Outside {
			l.to.events[l.party.Key+"\x00"+l.key] = true
		}
	}
	for grew := true; grew; {
		grew = false
		for _, l := range links {
			if l.from == nil || l.to == nil {
				continue
			}
			for e := range l.from.events {
				if !l.to.events[e] {
					l.to.events[e], grew = true, true
				}
			}
		}
	}
}

// byEvents joins rows of the same events that are connected; those of different performers only
// where they are not kept apart.
func byEvents(nodes []*node, links []link, apart bool) []*group {
	of := map[*node]*group{}
	var out []*group
	for _, n := range nodes {
		of[n] = &group{nodes: []*node{n}}
		out = append(out, of[n])
	}
	for _, l := range links {
		if l.from == nil || l.to == nil || of[l.from] == of[l.to] || eventKey(l.from) != eventKey(l.to) || apart && l.from.by != l.to.by {
			continue
		}
		joined, gone := of[l.from], of[l.to]
		joined.nodes = append(joined.nodes, gone.nodes...)
		for _, n := range gone.nodes {
			of[n] = joined
		}
		out = slices.DeleteFunc(out, func(g *group) bool { return g == gone })
	}
	return sorted(out)
}

func sorted(groups []*group) []*group {
	for _, g := range groups {
		slices.SortFunc(g.nodes, func(a, b *node) int { return cmp.Compare(a.index, b.index) })
	}
	slices.SortFunc(groups, func(a, b *group) int { return cmp.Compare(a.first().index, b.first().index) })
	return groups
}

func eventKey(n *node) string {
	keys := make([]string, 0, len(n.events))
	for e := range n.events {
		keys = append(keys, e)
	}
	slices.Sort(keys)
	return strings.Join(keys, "\x01")
}

// mergeBest merges the pair that shares most: data private to it, then the same
// performer, the same store, nearness in the table; never so that a process
// would have the same in as out. nil where no pair is left.
func mergeBest(groups []*group, links []link) []*group {
	of := map[*node]*group{}
	for _, g := range groups {
		for _, n := range g.nodes {
			of[n] = g
		}
	}
	var best []int
	var a, b *group
	for i, g := range groups {
		for _, h := range groups[i+1:] {
			if sameInAsOut(append(slices.Clone(g.nodes), h.nodes...), links) {
				continue
			}
			score := []int{private(g, h, of, links), shared(g, h), sharedStores(g, h, of, links), -nearness(g, h), -g.first().index, -h.first().index}
			if best == nil || slices.Compare(score, best) > 0 {
				best, a, b = score, g, h
			}
		}
	}
	if a == nil {
		return nil
	}
	a.nodes = append(a.nodes, b.nodes...)
	return sorted(slices.DeleteFunc(groups, func(g *group) bool { return g == b }))
}

// private counts the data that flow between two groups and nowhere else.
func private(g, h *group, of map[*node]*group, links []link) int {
	between, elsewhere := map[string]bool{}, map[string]bool{}
	for _, l := range links {
		x, y := of[l.from], of[l.to]
		if l.from != nil && l.to != nil && (x == g && y == h || x == h && y == g) {
			between[l.key] = true
		} else if !(x == y && l.from != nil && l.to != nil) {
			elsewhere[l.key] = true
		}
	}
	n := 0
	for k := range between {
		if !elsewhere[k] {
			n++
		}
	}
	return n
}

func shared(g, h *group) int {
	for _, a := range g.nodes {
		if slices.ContainsFunc(h.nodes, func(b *node) bool { return b.by == a.by }) {
			return 1
		}
	}
	return 0
}

func sharedStores(g, h *group, of map[*node]*group, links []link) int {
	uses := map[*Party][2]bool{}
	for _, l := range links {
		if l.party == nil || l.party.Side != AtRest {
			continue
		}
		u := uses[l.party]
		for _, n := range []*node{l.from, l.to} {
			if n != nil {
				u[0], u[1] = u[0] || of[n] == g, u[1] || of[n] == h
			}
		}
		uses[l.party] = u
	}
	n := 0
	for _, u := range uses {
		if u[0] && u[1] {
			n++
		}
	}
	return n
}

func nearness(g, h *group) int {
	best := 1 << 30
	for _, a := range g.nodes {
		for _, b := range h.nodes {
			best = min(best, abs(a.index-b.index))
		}
	}
	return best
}

// sameInAsOut: a process that puts out what it takes in changes nothing.
func sameInAsOut(nodes []*node, links []link) bool {
	in, out := map[string]bool{}, map[string]bool{}
	for _, l := range links {
		from, to := slices.Contains(nodes, l.from) && l.from != nil, slices.Contains(nodes, l.to) && l.to != nil
		if to && !from {
			in[l.key] = true
		}
		if from && !to {
			out[l.key] = true
		}
	}
	if len(in) != len(out) || len(in) == 0 {
		return false
	}
	for k := range in {
		if !out[k] {
			return false
		}
	}
	return true
}
