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

// Imbalance is what one direction of a level's edge does not share with its
// process. Names are the largest ones of the dictionary that lie wholly in the
// difference.
type Imbalance struct {
	Direction Direction
	Missing   []string // above, and not below
	TooMuch   []string // below, and not above
	Flows     []model.ID
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
	Unbalanced []Imbalance
	Weakened   []Weakening
	Regrouped  []string // names below that no name above contains; same items
}

// BalanceOf compares the flows at a process with those at the edge of its level.
// Where the level draws the partner of a flow, it compares partner by partner.
func BalanceOf(m *model.Model, d *dictionary.Dictionary, l Level) Balance {
	var out Balance
	allAbove, allBelow := EndsOf(m, l.Process), EdgeOf(m, l)
	// What an entity does that the process knows nothing of is a matter of its own.
	for entity := range NewEntities(m, l) {
		allBelow = slices.DeleteFunc(allBelow, func(e End) bool { return e.Partner == entity })
	}
	for _, dir := range Directions {
		above, below := ends(allAbove, dir), ends(allBelow, dir)
		if sameNames(m, d, above, below) {
			continue
		}
		c := compare(m, d, above, below)
		if len(c.missing)+len(c.tooMuch) > 0 {
			im := Imbalance{Direction: dir}
			im.Missing = d.Largest(c.aboveNames, c.missing)
			im.TooMuch = d.Largest(c.belowNames, c.tooMuch)
			for _, e := range below {
				if items, _ := ItemsOf(m, d, e.Flow); meets(items, c.tooMuch) {
					im.Flows = append(im.Flows, e.Flow.ID)
				}
			}
			for _, e := range above {
				if items, _ := ItemsOf(m, d, e.Flow); meets(items, c.missing) {
					im.Flows = append(im.Flows, e.Flow.ID)
				}
			}
			out.Unbalanced = append(out.Unbalanced, im)
			continue
		}
		out.Weakened = append(out.Weakened, weakened(m, d, dir, above, below)...)
		openings := d.Openings(c.aboveNames...)
		for _, name := range c.belowNames {
			if !openings[d.Key(name)] && !slices.Contains(out.Regrouped, name) {
				out.Regrouped = append(out.Regrouped, name)
			}
		}
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

// sameNames reports whether the flows above and below bear the same names, with
// the same partners where those are drawn: then there is nothing to compare.
func sameNames(m *model.Model, d *dictionary.Dictionary, above, below []End) bool {
	type at struct {
		partner model.ID
		name    string
	}
	key := func(e End) string {
		if strings.TrimSpace(e.Flow.Name) == "" {
			return "all of " + string(e.Partner)
		}
		return d.Key(e.Flow.Name)
	}
	drawn, open, anywhere := map[at]bool{}, map[string]bool{}, map[string]bool{}
	for _, e := range below {
		if e.Partner == "" {
			open[key(e)] = true
		} else {
			drawn[at{e.Partner, key(e)}] = true
		}
	}
	for _, e := range above {
		k := key(e)
		if anywhere[k] = true; !open[k] && !drawn[at{e.Partner, k}] {
			return false
		}
		delete(drawn, at{e.Partner, k})
	}
	for k := range open {
		if !anywhere[k] {
			return false
		}
	}
	return len(drawn) == 0
}

type comparison struct {
	missing, tooMuch       map[string]bool
	aboveNames, belowNames []string
}

func compare(m *model.Model, d *dictionary.Dictionary, above, below []End) comparison {
	c := comparison{missing: map[string]bool{}, tooMuch: map[string]bool{}}
	type side struct {
		items   map[string]bool
		unknown bool // it carries all of a store whose contents are not written down
	}
	gather := func(list []End, names *[]string) map[model.ID]*side {
		by := map[model.ID]*side{}
		for _, e := range list {
			partner := e.Partner
			if p := m.Element(partner); p != nil && p.Kind == model.Process {
				partner = "" // it stands above only, behind the frame
			}
			s := by[partner]
			if s == nil {
				s = &side{items: map[string]bool{}}
				by[partner] = s
			}
			items, ok := ItemsOf(m, d, e.Flow)
			s.unknown = s.unknown || !ok
			for k := range items {
				s.items[k] = true
			}
			*names = append(*names, namesOf(m, e.Flow)...)
		}
		return by
	}
	up, down := gather(above, &c.aboveNames), gather(below, &c.belowNames)
	frame := down[""]
	if frame == nil {
		frame = &side{items: map[string]bool{}}
	}
	all, anyUnknown := map[string]bool{}, false
	for partner, p := range up {
		anyUnknown = anyUnknown || p.unknown
		drawn := down[partner]
		if partner == "" {
			drawn = nil
		}
		// All of a store, with nothing written down about it: its partner below
		// must be there, and more cannot be said.
		if p.unknown && (drawn != nil || frame.unknown) || drawn != nil && drawn.unknown {
			for k := range p.items {
				all[k] = true
			}
			continue
		}
		if p.unknown {
			c.missing[d.Key(m.Element(partner).Name)] = true
			c.aboveNames = append(c.aboveNames, m.Element(partner).Name)
		}
		for k := range p.items {
			all[k] = true
			if !frame.items[k] && !frame.unknown && (drawn == nil || !drawn.items[k]) {
				c.missing[k] = true
			}
		}
	}
	for partner, q := range down {
		p := up[partner]
		switch {
		case partner == "":
			for k := range q.items {
				if !all[k] && !anyUnknown {
					c.tooMuch[k] = true
				}
			}
			if q.unknown && !anyUnknown {
				c.tooMuch[""] = true
			}
		case p == nil && q.unknown:
			c.tooMuch[d.Key(m.Element(partner).Name)] = true
			c.belowNames = append(c.belowNames, m.Element(partner).Name)
		case p == nil:
			for k := range q.items {
				c.tooMuch[k] = true
			}
		case p.unknown:
		default:
			for k := range q.items {
				if !p.items[k] {
					c.tooMuch[k] = true
				}
			}
		}
	}
	return c
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
