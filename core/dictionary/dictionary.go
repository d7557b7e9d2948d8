package dictionary

import (
	"maps"
	"slices"
	"sync"

	"lexeon/core/graph"
	"lexeon/core/model"
)

// Entry is what the dictionary says of one name.
type Entry struct {
	Item   *model.Element // nil where only something else bears the name
	Data   model.DataItemData
	Parsed *Expression
	Fault  error // of its contents
}

// Dictionary is the data dictionary of a model. Names meet by their term. It is made once
// for a model, remembers what it worked out, and may be asked by several at once.
type Dictionary struct {
	m       *model.Model
	entries map[string]*Entry // by key
	keys    map[string]string // name -> key, of all names of data in the model
	known   map[string]string // name -> key, from a dictionary before: while it is made
	names   map[string]string // key -> name as it is written
	written map[string]string // likewise, by the dictionary and by stores: flows come after these
	flows   map[string]int    // how many flows bear a name
	derived map[string]*derived
	created map[string]bool        // made by processes
	items   *sync.Map              // key -> map[string]bool, of one name
	ranges  *sync.Map              // key -> map[string]Range
	circles func() map[string]bool // keys that contain themselves
	forms   func() map[string]bool // normal forms of all names
	holders func() map[string][]string
}

// Of makes the dictionary of a model.
func Of(m *model.Model) *Dictionary {
	d := of(m, &Dictionary{})
	d.circles = sync.OnceValue(d.findCircles)
	d.forms = formsOf(d)
	d.derive()
	return d
}

// of reads a model, with the keys and entries that are known from a dictionary before. What is
// worked out from these is still to come.
func of(m *model.Model, before *Dictionary) *Dictionary {
	d := &Dictionary{
		known: before.keys, m: m, items: &sync.Map{}, ranges: &sync.Map{},
		entries: make(map[string]*Entry, len(before.entries)),
		keys:    make(map[string]string, len(before.keys)),
		names:   make(map[string]string, len(before.names)),
		flows:   make(map[string]int, len(before.flows)),
	}
	d.holders = sync.OnceValue(d.findHolders)
	var others []*Entry // of what has no name, or one that is taken: the names in them are used too
	for _, e := range m.OfKind(model.DataItem) {
		key := before.keys[e.Name]
		entry := before.entries[key]
		named := entry != nil // entries have names
		if entry == nil || entry.Item != e {
			entry = &Entry{Item: e, Data: e.DataItem()}
			entry.Parsed, entry.Fault = Parsed(entry.Data.Contents)
		}
		if !named && model.NormalForm(e.Name) == "" {
			others = append(others, entry)
			continue
		}
		key = d.note(e.Name)
		if _, taken := d.entries[key]; !taken { // the same name twice is a rule's business
			d.entries[key], d.names[key] = entry, e.Name
		} else {
			others = append(others, entry)
		}
	}
	noteAll := func(e *Expression) { e.Names(func(n *Expression) { d.note(n.Text) }) }
	noteEntry := func(e *Entry) {
		noteAll(e.Parsed)
		for _, from := range e.Data.From {
			d.note(from)
		}
	}
	for _, key := range slices.Sorted(maps.Keys(d.entries)) {
		noteEntry(d.entries[key])
	}
	for _, e := range others {
		noteEntry(e)
	}
	for _, s := range m.OfKind(model.Store) {
		if e, err := Parsed(s.Store().Contents); err == nil {
			noteAll(e)
		}
	}
	d.written = maps.Clone(d.names)
	for _, f := range m.Relationships(model.DataFlow) {
		d.note(f.Name)
		d.flows[f.Name]++
	}
	d.known = nil
	return d
}

// note remembers a name of data with its key.
func (d *Dictionary) note(name string) string {
	k, known := d.keys[name]
	if !known {
		if k, known = d.known[name]; !known {
			k = d.m.TermKey(name)
		}
		d.keys[name] = k
	}
	if _, ok := d.names[k]; !ok {
		d.names[k] = name
	}
	return k
}

// Key is the form in which names of data meet.
func (d *Dictionary) Key(name string) string {
	if k, ok := d.keys[name]; ok {
		return k
	}
	return d.m.TermKey(name)
}

// NameOf is a key as it is written.
func (d *Dictionary) NameOf(key string) string { return d.names[key] }

// Entry finds what is said of a name, nil where nothing is.
func (d *Dictionary) Entry(name string) *Entry { return d.entries[d.Key(name)] }

// IsDefined reports whether a name has contents, or is marked as something that
// needs none.
func (d *Dictionary) IsDefined(name string) bool {
	e := d.Entry(name)
	return e != nil && (e.Parsed != nil || e.Data.Source != model.Unsourced)
}

// Items opens names until nothing can be opened any more, and gives the keys of
// what is left: the atoms. Recursion is harmless. The result is shared: callers
// leave it as it is.
func (d *Dictionary) Items(names ...string) map[string]bool {
	if len(names) == 1 {
		key := d.Key(names[0])
		if known, ok := d.items.Load(key); ok {
			return known.(map[string]bool)
		}
		out := map[string]bool{}
		d.open(names[0], map[string]bool{}, out)
		d.items.Store(key, out)
		return out
	}
	out, seen := map[string]bool{}, map[string]bool{}
	for _, n := range names {
		d.open(n, seen, out)
	}
	return out
}

// Holds reports whether a name for which is holds stands in contents, or in what these are
// made of, down to the items that are not opened any further.
func (d *Dictionary) Holds(e *Expression, is func(name *Expression) bool) bool {
	seen := map[string]bool{}
	var look func(e *Expression) bool
	look = func(e *Expression) (found bool) {
		e.Names(func(n *Expression) {
			if found || seen[n.Text] {
				return
			}
			seen[n.Text] = true
			found = is(n)
			if sub := d.Entry(n.Text); !found && sub != nil && sub.Parsed != nil {
				found = look(sub.Parsed)
			}
		})
		return found
	}
	return look(e)
}

// ItemsOf is Items of an expression.
func (d *Dictionary) ItemsOf(e *Expression) map[string]bool {
	out, seen := map[string]bool{}, map[string]bool{}
	e.Names(func(n *Expression) { d.open(n.Text, seen, out) })
	return out
}

func (d *Dictionary) open(name string, seen, out map[string]bool) {
	key := d.Key(name)
	if seen[key] {
		return
	}
	seen[key] = true
	e := d.entries[key]
	if e == nil || e.Parsed == nil {
		out[key] = true
		return
	}
	e.Parsed.Names(func(n *Expression) { d.open(n.Text, seen, out) })
}

// Openings gives the keys of all names that are met when names are opened, these
// included.
func (d *Dictionary) Openings(names ...string) map[string]bool {
	seen := map[string]bool{}
	for _, n := range names {
		d.open(n, seen, map[string]bool{})
	}
	return seen
}

// Largest names a set of atoms by as few names as it can: those among the given
// names, or met when they are opened, whose atoms all lie in the set. Sorted.
func (d *Dictionary) Largest(names []string, set map[string]bool) []string {
	var out []string
	seen := map[string]bool{}
	var walk func(name string)
	walk = func(name string) {
		key := d.Key(name)
		if seen[key] {
			return
		}
		seen[key] = true
		items := d.Items(name)
		inside, any := true, false
		for k := range items {
			inside = inside && set[k]
			any = any || set[k]
		}
		switch {
		case len(items) > 0 && inside:
			out = append(out, d.names[key])
		case any:
			if e := d.entries[key]; e != nil {
				e.Parsed.Names(func(n *Expression) { walk(n.Text) })
			}
		}
	}
	for _, n := range names {
		walk(n)
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// Range is how often an item occurs in a flow; Max may be Many.
type Range struct{ Min, Max int }

// Ranges tells for every atom of a name how often it occurs.
func (d *Dictionary) Ranges(name string) map[string]Range {
	key := d.Key(name)
	if r, ok := d.ranges.Load(key); ok {
		return r.(map[string]Range)
	}
	e := d.entries[key]
	if e == nil || e.Parsed == nil {
		return map[string]Range{key: {1, 1}}
	}
	if !d.circles()[key] {
		out := d.rangesOf(e.Parsed)
		d.ranges.Store(key, out)
		return out
	}
	out := map[string]Range{} // it contains itself: anything is possible
	for k := range d.Items(name) {
		out[k] = Range{0, Many}
	}
	d.ranges.Store(key, out)
	return out
}

// findCircles finds the keys that contain themselves.
func (d *Dictionary) findCircles() map[string]bool {
	return d.circlesAmong(slices.Collect(maps.Keys(d.entries)))
}

// circlesAmong finds those of some keys that contain themselves by way of these keys.
func (d *Dictionary) circlesAmong(keys []string) map[string]bool {
	circles := map[string]bool{}
	next := map[string][]string{}
	for _, k := range keys {
		e := d.entries[k]
		if e == nil {
			continue
		}
		e.Parsed.Names(func(n *Expression) {
			to := d.Key(n.Text)
			next[k] = append(next[k], to)
			circles[k] = circles[k] || to == k
		})
	}
	for _, component := range graph.Components(keys, func(k string) []string { return next[k] }) {
		for _, k := range component {
			circles[k] = circles[k] || len(component) > 1
		}
	}
	return circles
}

// RangesOf is Ranges of an expression.
func (d *Dictionary) RangesOf(e *Expression) map[string]Range {
	if e == nil {
		return map[string]Range{}
	}
	return d.rangesOf(e)
}

func (d *Dictionary) rangesOf(e *Expression) map[string]Range {
	out := map[string]Range{}
	switch e.Op {
	case Name:
		return d.Ranges(e.Text)
	case Sum:
		for _, p := range e.Parts {
			for k, r := range d.rangesOf(p) {
				was := out[k]
				out[k] = Range{plus(was.Min, r.Min), plus(was.Max, r.Max)}
			}
		}
	case Choice:
		for i, p := range e.Parts {
			branch := d.rangesOf(p)
			for k, r := range branch {
				was, there := out[k]
				switch {
				case there:
					out[k] = Range{min(was.Min, r.Min), larger(was.Max, r.Max)}
				case i == 0:
					out[k] = r
				default: // absent in a branch before
					out[k] = Range{0, r.Max}
				}
			}
			for k, r := range out {
				if _, there := branch[k]; !there {
					out[k] = Range{0, r.Max}
				}
			}
		}
	case Optional, Repeated:
		low, high := e.Min, e.Max
		if e.Op == Optional {
			low, high = 0, 1
		}
		for k, r := range d.rangesOf(e.Parts[0]) {
			out[k] = Range{times(r.Min, low), times(r.Max, high)}
		}
	}
	return out
}

// often is where counting stops.
const often = 1_000_000

func plus(a, b int) int {
	if a == Many || b == Many {
		return Many
	}
	return min(a+b, often)
}

func times(a, b int) int {
	if a == 0 || b == 0 {
		return 0
	}
	if a == Many || b == Many {
		return Many
	}
	return min(a*b, often)
}

func larger(a, b int) int {
	if a == Many || b == Many {
		return Many
	}
	return max(a, b)
}

// Endless lists the names that have no finite expansion: whatever is chosen, they
// contain themselves. The least fixpoint of "can be finite", sorted by name.
func (d *Dictionary) Endless() []string {
	finite := map[string]bool{}
	var can func(e *Expression) bool
	can = func(e *Expression) bool {
		switch e.Op {
		case Name:
			key := d.Key(e.Text)
			entry := d.entries[key]
			return entry == nil || entry.Parsed == nil || finite[key]
		case Sum:
			for _, p := range e.Parts {
				if !can(p) {
					return false
				}
			}
			return true
		case Choice:
			return slices.ContainsFunc(e.Parts, can)
		case Repeated:
			return e.Min == 0 || can(e.Parts[0])
		}
		return true
	}
	for grew := true; grew; {
		grew = false
		for key, e := range d.entries {
			if !finite[key] && (e.Parsed == nil || can(e.Parsed)) {
				finite[key], grew = true, true
			}
		}
	}
	var out []string
	for key := range d.entries {
		if !finite[key] {
			out = append(out, d.names[key])
		}
	}
	slices.Sort(out)
	return out
}
