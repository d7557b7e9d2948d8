package dataflow

import (
	"slices"
	"strings"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// RejectStereotype exempts a flow from the balance: a trivial reject, such as
// "unreadable note", need not be drawn above (DeMarco 1978).
const RejectStereotype = "reject"

// Agreement tells how a flow, or a match of flows, does not agree.
type Agreement string

const (
	Missing   Agreement = "missing"   // at the process, and nowhere at the edge of its level
	Added     Agreement = "added"     // at the edge of the level, and not at the process
	Elsewhere Agreement = "elsewhere" // at both, with another partner
	Differs   Agreement = "differs"   // at both under other names, and their items differ
)

// Mismatch is one thing in which the edge of a level does not agree with its process.
type Mismatch struct {
	Is        Agreement
	Direction Direction
	Above     []model.ID // flows of the process
	Below     []model.ID // flows at the edge of the level
	// Lacking and TooMuch are items of a match that differs: above and not below, below and
	// not above; the largest names of the dictionary that lie wholly in the difference.
	Lacking, TooMuch []string
}

// Weakening is an item that has to be there above and may be absent below, or is
// single above and repeated below.
type Weakening struct {
	Direction Direction
	Item      string
	Optional  bool // else repeated
	Flow      model.ID
}

// Balance is how a level agrees with the process that it opens.
type Balance struct {
	Mismatches []Mismatch
	Weakened   []Weakening
	Regrouped  []string // names below that no name above contains; same items
}

// BalanceOf compares the flows at a process with those at the edge of its level, flow by
// flow: data that also come another way do not make up for a flow that is missing. Flows of
// one name match, with one partner where the level draws it; of the rest, those that share
// items hang together, and what hangs together on both sides is one match. What stands alone
// is missing below, or was added there (DeMarco 1978, ch. 6).
func BalanceOf(m *model.Model, d *dictionary.Dictionary, l Level) Balance {
	var out Balance
	allAbove, allBelow := EndsOf(m, l.Process), EdgeOf(m, l)
	// What an entity does that the process knows nothing of is a matter of its own.
	for entity := range NewEntities(m, l) {
		allBelow = slices.DeleteFunc(allBelow, func(e End) bool { return e.Partner == entity })
	}
	for _, dir := range Directions {
		c := &comparison{m: m, d: d, dir: dir, out: &out}
		c.above, c.below = c.sides(ends(allAbove, dir)), c.sides(ends(allBelow, dir))
		c.byName()
		c.byItems()
	}
	return out
}

// side is a flow on one of the two sides of a comparison.
type side struct {
	End
	key     string // what it is called
	matched bool
	items   map[string]bool
	known   bool // else it carries all of a store whose contents are not written down
}

// comparison is that of one direction.
type comparison struct {
	m            *model.Model
	d            *dictionary.Dictionary
	dir          Direction
	above, below []*side
	out          *Balance
}

func (c *comparison) sides(list []End) []*side {
	out := make([]*side, len(list))
	for i, e := range list {
		s := &side{End: e}
		if p := c.m.Element(e.Partner); p != nil && p.Kind == model.Process {
			s.Partner = "" // it stands above only, behind the frame
		}
		if s.key = c.d.Key(e.Flow.Name); strings.TrimSpace(e.Flow.Name) == "" {
			s.key = "all of " + string(e.Partner)
		}
		out[i] = s
	}
	return out
}

// meet: a flow at the frame may be with anybody, one with a partner that is drawn only with
// that one.
func meet(above, below *side) bool { return below.Partner == "" || below.Partner == above.Partner }

// byName matches flows of one name. Those of a name with another partner are told.
func (c *comparison) byName() {
	called := map[string][]*side{}
	for _, b := range c.below {
		called[b.key] = append(called[b.key], b)
	}
	for _, a := range c.above {
		for _, b := range called[a.key] {
			if meet(a, b) {
				a.matched, b.matched = true, true
			}
		}
	}
	for _, a := range c.above {
		for _, b := range called[a.key] {
			if !a.matched && !b.matched {
				a.matched, b.matched = true, true
				c.tell(Mismatch{Is: Elsewhere, Above: []model.ID{a.Flow.ID}, Below: []model.ID{b.Flow.ID}})
			}
		}
	}
}

// byItems matches what is left by what it holds.
func (c *comparison) byItems() {
	rest := func(list []*side) []*side {
		return slices.DeleteFunc(slices.Clone(list), func(s *side) bool { return s.matched })
	}
	above, below := rest(c.above), rest(c.below)
	for _, s := range append(slices.Clone(above), below...) {
		s.items, s.known = ItemsOf(c.m, c.d, s.Flow)
	}
	for _, a := range above {
		if a.matched { // it hangs together with one before it
			continue
		}
		up, down := c.together(a, above, below)
		if len(down) == 0 {
			c.tell(Mismatch{Is: Missing, Above: idsOf(up)})
		} else {
			c.compare(up, down)
		}
	}
	for _, b := range rest(below) {
		c.tell(Mismatch{Is: Added, Below: []model.ID{b.Flow.ID}})
	}
}

// together are the flows of both sides that hang together with one, by sharing items.
func (c *comparison) together(from *side, above, below []*side) (up, down []*side) {
	from.matched = true
	up = []*side{from}
	for i, j := 0, 0; i < len(up) || j < len(down); {
		if i < len(up) {
			for _, b := range below {
				if !b.matched && share(up[i], b) {
					b.matched = true
					down = append(down, b)
				}
			}
			i++
			continue
		}
		for _, a := range above {
			if !a.matched && share(a, down[j]) {
				a.matched = true
				up = append(up, a)
			}
		}
		j++
	}
	return up, down
}

// share: two flows may be about the same data. What is not known of a store is with its flows.
func share(above, below *side) bool {
	if !meet(above, below) {
		return false
	}
	if !above.known || !below.known {
		return below.Partner != "" || above.known == below.known
	}
	return meets(above.items, below.items)
}

func (c *comparison) compare(up, down []*side) {
	unknown := func(s *side) bool { return !s.known }
	if slices.ContainsFunc(up, unknown) || slices.ContainsFunc(down, unknown) {
		return // more cannot be said
	}
	itemsAbove, namesAbove := c.held(up)
	itemsBelow, namesBelow := c.held(down)
	lacking, tooMuch := without(itemsAbove, itemsBelow), without(itemsBelow, itemsAbove)
	if len(lacking)+len(tooMuch) > 0 {
		c.tell(Mismatch{Is: Differs, Above: idsOf(up), Below: idsOf(down), Lacking: c.d.Largest(namesAbove, lacking), TooMuch: c.d.Largest(namesBelow, tooMuch)})
		return
	}
	c.out.Weakened = append(c.out.Weakened, weakened(c.m, c.d, c.dir, endsOf(up), endsOf(down))...)
	openings := c.d.Openings(namesAbove...)
	for _, name := range namesBelow {
		if !openings[c.d.Key(name)] && !slices.Contains(c.out.Regrouped, name) {
			c.out.Regrouped = append(c.out.Regrouped, name)
		}
	}
}

func (c *comparison) tell(u Mismatch) {
	u.Direction = c.dir
	c.out.Mismatches = append(c.out.Mismatches, u)
}

func (c *comparison) held(list []*side) (items map[string]bool, names []string) {
	items = map[string]bool{}
	for _, s := range list {
		for k := range s.items {
			items[k] = true
		}
		names = append(names, namesOf(c.m, s.Flow)...)
	}
	return items, names
}

func without(items, these map[string]bool) map[string]bool {
	out := map[string]bool{}
	for k := range items {
		if !these[k] {
			out[k] = true
		}
	}
	return out
}

func idsOf(list []*side) []model.ID {
	out := make([]model.ID, len(list))
	for i, s := range list {
		out[i] = s.Flow.ID
	}
	return out
}

func endsOf(list []*side) []End {
	out := make([]End, len(list))
	for i, s := range list {
		out[i] = s.End
	}
	return out
}

func ends(list []End, dir Direction) []End {
	var out []End
	for _, e := range list {
		if e.Direction == dir && !slices.Contains(e.Flow.Stereotypes, RejectStereotype) {
			out = append(out, e)
		}
	}
	return out
}

// namesOf lists the names a flow carries: its own, or those in the contents of
// its store.
func namesOf(m *model.Model, f *model.Relationship) []string {
	if strings.TrimSpace(f.Name) != "" {
		return []string{f.Name}
	}
	var out []string
	ContentsOf(m, f).Names(func(n *dictionary.Expression) { out = append(out, n.Text) })
	return out
}

func meets(a, b map[string]bool) bool {
	for k := range a {
		if b[k] {
			return true
		}
	}
	return false
}

// RangesOf tells how often each item occurs in a flow.
func RangesOf(m *model.Model, d *dictionary.Dictionary, f *model.Relationship) map[string]dictionary.Range {
	if strings.TrimSpace(f.Name) != "" {
		return d.Ranges(f.Name)
	}
	return d.RangesOf(ContentsOf(m, f))
}

func weakened(m *model.Model, d *dictionary.Dictionary, dir Direction, above, below []End) []Weakening {
	type facts struct {
		mandatory, single bool
		flow              model.ID
	}
	gather := func(list []End) map[string]facts {
		out := map[string]facts{}
		for _, e := range list {
			for k, r := range RangesOf(m, d, e.Flow) {
				f, there := out[k]
				if !there {
					f = facts{single: true, flow: e.Flow.ID}
				}
				f.mandatory = f.mandatory || r.Min > 0
				f.single = f.single && r.Max == 1
				out[k] = f
			}
		}
		return out
	}
	up, down := gather(above), gather(below)
	var out []Weakening
	for k, p := range up {
		q, there := down[k]
		if !there {
			continue
		}
		if p.mandatory && !q.mandatory {
			out = append(out, Weakening{dir, d.NameOf(k), true, q.flow})
		} else if p.single && !q.single {
			out = append(out, Weakening{dir, d.NameOf(k), false, q.flow})
		}
	}
	slices.SortFunc(out, func(a, b Weakening) int { return strings.Compare(a.Item, b.Item) })
	return out
}

// NewEntities finds the external entities that exchange data with a level, and
// not with the process that it opens; with the flows.
func NewEntities(m *model.Model, l Level) map[model.ID][]model.ID {
	out := map[model.ID][]model.ID{}
	known := map[model.ID]bool{}
	for _, e := range EndsOf(m, l.Process) {
		known[e.Partner] = true
	}
	for _, e := range EdgeOf(m, l) {
		if p := m.Element(e.Partner); p != nil && p.Kind == model.Entity && !known[p.ID] {
			out[p.ID] = append(out[p.ID], e.Flow.ID)
		}
	}
	return out
}
