package check

import (
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// storeUse is what flows do with a store, over all levels.
type storeUse struct {
	written, read   map[string]bool // items
	allIn, allOut   bool            // an unnamed flow carries whole records
	writers, reads  int
	readFlows       []*model.Relationship
	processes       []model.ID
	contents        *dictionary.Expression
	contentsUnknown bool
}

func useOf(m *model.Model, d *dictionary.Dictionary, store *model.Element) storeUse {
	u := storeUse{written: map[string]bool{}, read: map[string]bool{}}
	e, err := dictionary.Parsed(store.Store().Contents)
	u.contents, u.contentsUnknown = e, err != nil || e == nil
	for _, f := range m.Flows(store.ID) {
		other := f.Source
		if other == store.ID {
			other = f.Target
		}
		if p := m.Element(other); p != nil && p.Kind == model.Process && !slices.Contains(u.processes, other) {
			u.processes = append(u.processes, other)
		}
		named := strings.TrimSpace(f.Name) != ""
		if f.Target == store.ID {
			u.writers++
			u.allIn = u.allIn || !named
			if named {
				add(u.written, d.Items(f.Name))
			}
		}
		if f.Source == store.ID {
			u.reads++
			u.allOut = u.allOut || !named
			u.readFlows = append(u.readFlows, f)
			if named {
				add(u.read, d.Items(f.Name))
			}
		}
	}
	return u
}

func add(to, from map[string]bool) {
	for k := range from {
		to[k] = true
	}
}

// eachStore is a rule on single stores with what the flows do with them.
func eachStore(run func(p *Pass, d *dictionary.Dictionary, s *model.Element, u storeUse)) Scope {
	return Each{Kinds: []model.Kind{model.Store}, Reach: []Neighbourhood{Self, storesNear, storesUnder}, Run: func(p *Pass, r model.Row) {
		run(p, dictionaries.of(p), r.(*model.Element), storeUses.of(p)[r.RowID()])
	}}
}

// storesNear: from a flow, or a process at flows, to the stores that they are at.
func storesNear(m *model.Model, r model.Row, reach func(model.ID)) {
	switch r := r.(type) {
	case *model.Relationship:
		if r.Kind == model.DataFlow {
			reach(r.Source)
			reach(r.Target)
		}
	case *model.Element:
		if r.Kind == model.Store {
			reach(r.ID)
		}
		if r.Kind == model.Process || r.Kind == model.Entity {
			for _, f := range m.Flows(r.ID) {
				reach(f.Source)
				reach(f.Target)
			}
		}
	}
}

var storeWriteOnly = &Analyzer{
	Name: "store/write-only", Title: "A store that nobody reads", Severity: Warning,
	Doc:      "Over all levels data go into this store and never come out. Either somebody needs them and the flow is missing, or nobody does.",
	Source:   "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:    "Jar stock is written by Blend and bottle and read by nobody.",
	Leaves:   "A store that is marked as an archive, and one without any flow.",
	Requires: []Requirement{dictionaries, storeUses},
	Scope: eachStore(func(p *Pass, _ *dictionary.Dictionary, s *model.Element, u storeUse) {
		if u.writers > 0 && u.reads == 0 && !s.Store().Archive {
			p.Report(Finding{Subject: s.ID, says: say("%s is written and never read. Who needs it?", nameOf(p.Model, s.ID)),
				Mends: []Mend{{Title: "It is an archive", Changes: []model.Change{&model.SetElement{ID: s.ID, Set: model.P("archive", true)}}}}})
		}
	}),
}

var storeReadOnly = &Analyzer{
	Name: "store/read-only", Title: "A store that nobody writes", Severity: Warning,
	Doc:      "Over all levels data come out of this store and none go in. Either somebody keeps it up and the flow is missing, or it is kept by somebody outside.",
	Source:   "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:    "Price table is read by Settle payments and written by nobody.",
	Leaves:   "A store that is marked as maintained outside, and one without any flow.",
	Requires: []Requirement{dictionaries, storeUses},
	Scope: eachStore(func(p *Pass, _ *dictionary.Dictionary, s *model.Element, u storeUse) {
		if u.reads > 0 && u.writers == 0 && !s.Store().Outside {
			p.Report(Finding{Subject: s.ID, says: say("%s is read and never written. Who keeps it up?", nameOf(p.Model, s.ID)),
				Mends: []Mend{{Title: "It is maintained outside", Changes: []model.Change{&model.SetElement{ID: s.ID, Set: model.P("outside", true)}}}}})
		}
	}),
}

var storeUnknownItem = &Analyzer{
	Name: "store/unknown-item", Title: "Data are read that the store does not hold", Severity: Error,
	Doc:      "A flow out of a store carries an item that is not among the store's contents, so it cannot come from there.",
	Source:   "DeMarco 1978, ch. 14: conservation of data.",
	Finds:    "mass is read from Price table = {grade + price}.",
	Leaves:   "A store whose contents are not written down.",
	Requires: []Requirement{dictionaries, storeUses},
	Scope: eachStore(func(p *Pass, d *dictionary.Dictionary, s *model.Element, u storeUse) {
		if u.contentsUnknown {
			return
		}
		held := d.ItemsOf(u.contents)
		for _, f := range u.readFlows {
			missing := map[string]bool{}
			if strings.TrimSpace(f.Name) != "" {
				for k := range d.Items(f.Name) {
					if !held[k] {
						missing[k] = true
					}
				}
			}
			if len(missing) > 0 {
				names := strings.Join(d.Largest([]string{f.Name}, missing), ", ")
				p.Report(Finding{Subject: f.ID, Related: []model.ID{s.ID}, Key: names,
					says: say("%s: %s does not hold %s.", flowText(p.Model, f), s.Name, names)})
			}
		}
	}),
}

var itemNeverWritten = &Analyzer{
	Name: "item/never-written", Title: "A store holds what nothing puts there", Severity: Warning,
	Doc:      "The contents of the store name an item that no flow into it carries, at any level: it would always be empty.",
	Source:   "DeMarco 1978, ch. 14: conservation of data.",
	Finds:    "Lot register = {lot entry + grade}, and only lot entry is written.",
	Leaves:   "A store that an unnamed flow writes, that is maintained outside, or that nobody writes at all.",
	Requires: []Requirement{dictionaries, storeUses},
	Scope: eachStore(func(p *Pass, d *dictionary.Dictionary, s *model.Element, u storeUse) {
		if u.contentsUnknown || u.writers == 0 || u.allIn || s.Store().Outside {
			return
		}
		reportItems(p, d, s, u.contents, d.From(u.written).Has, "%s is to hold %s, but nothing writes it there.")
	}),
}

var itemNeverUsed = &Analyzer{
	Name: "item/never-used", Title: "A store holds what nobody reads", Severity: Advice,
	Doc:      "The contents of the store name an item that no flow out of it carries, at any level. Is it kept for nothing?",
	Source:   "DeMarco 1978, ch. 19: a store holds what is needed later and no more.",
	Finds:    "Lot register = {lot entry + remark}, and remark is never read.",
	Leaves:   "A store that an unnamed flow reads, that is an archive, or that nobody reads at all.",
	Requires: []Requirement{dictionaries, storeUses},
	Scope: eachStore(func(p *Pass, d *dictionary.Dictionary, s *model.Element, u storeUse) {
		if u.contentsUnknown || u.reads == 0 || u.allOut || s.Store().Archive {
			return
		}
		reportItems(p, d, s, u.contents, func(k string) bool { return u.read[k] }, "%s holds %s, but nobody reads it.")
	}),
}

// reportItems tells which items of the contents are not among those that are
// there, in one finding.
func reportItems(p *Pass, d *dictionary.Dictionary, s *model.Element, contents *dictionary.Expression, there func(key string) bool, message string) {
	lacking := map[string]bool{}
	for k := range d.ItemsOf(contents) {
		if !there(k) {
			lacking[k] = true
		}
	}
	if len(lacking) == 0 {
		return
	}
	var names []string
	contents.Names(func(n *dictionary.Expression) { names = append(names, n.Text) })
	p.Report(Finding{Subject: s.ID, says: say(message, s.Name, strings.Join(d.Largest(names, lacking), ", "))})
}

var storePrivate = &Analyzer{
	Name: "store/private", Title: "A store that only one process uses", Severity: Advice,
	Doc:    "Only one process uses this store, and that process is opened: it is its private affair and belongs on its level, not on this one.",
	Source: "DeMarco 1978, ch. 6: a file is first shown where it is an interface between processes.",
	Finds:  "Scratch list beside Receive lot, which is opened and its only user.",
	Leaves: "A store that two processes share.",
	Scope: Each{Kinds: []model.Kind{model.Store}, Reach: []Neighbourhood{Self, storesNear, storesUnder}, Run: func(p *Pass, r model.Row) {
		s := r.(*model.Element)
		byLevel := map[dataflow.Level][]model.ID{}
		for _, f := range p.Model.Flows(s.ID) {
			for _, id := range []model.ID{f.Source, f.Target} {
				if e := p.Model.Element(id); e != nil && e.Kind == model.Process {
					l := dataflow.Level{Process: e.Owner, View: e.Process().View}
					if !slices.Contains(byLevel[l], id) {
						byLevel[l] = append(byLevel[l], id)
					}
				}
			}
		}
		for _, users := range byLevel {
			if len(users) != 1 || !dataflow.IsOpened(p.Model, users[0]) || p.Model.Element(users[0]).Owner == "" || s.Store().Outside || s.Store().Archive {
				continue
			}
			only := users[0]
			outside := false
			for l, others := range byLevel {
				for _, o := range others {
					outside = outside || o != only && l.View == p.Model.Element(only).Process().View && !dataflow.IsWithin(p.Model, o, only)
				}
			}
			if !outside {
				p.Report(Finding{Subject: s.ID, Related: []model.ID{only}, Key: string(only),
					says: say("Only %s uses %s, and it is opened: show the store there, and leave it out here.", dataflow.Label(p.Model, only), s.Name)})
			}
		}
	}},
}

// storesUnder: from a process to the stores that it, what is in it, and what is around it have
// flows with: what is opened or moved decides whose they are.
func storesUnder(m *model.Model, r model.Row, reach func(model.ID)) {
	if _, ok := r.(*model.Project); ok { // it says what number the context bears
		for _, s := range m.OfKind(model.Store) {
			reach(s.ID)
		}
		return
	}
	e, ok := r.(*model.Element)
	if !ok || e.Kind != model.Process {
		return
	}
	storesOf := func(id model.ID) {
		for _, f := range m.Flows(id) {
			reach(f.Source)
			reach(f.Target)
		}
	}
	below(m, e.ID, storesOf)
	for at := e.Owner; at != ""; at = ownerOf(m, at) {
		storesOf(at)
	}
}

func ownerOf(m *model.Model, id model.ID) model.ID {
	if e := m.Element(id); e != nil {
		return e.Owner
	}
	return ""
}
