package model

import (
	"cmp"
	"slices"
)

// build makes a model of rows at once: each index is filled and then sorted, so
// that the time grows with the number of rows and not with its square. Ids must be
// unique. It verifies nothing.
func build(rows []Row) *Model {
	m := &Model{
		rows: &sharded[Row]{}, children: &sharded[[]*Element]{}, uses: &sharded[[]ID]{}, lines: &sharded[[]*Relationship]{},
		names: &sharded[[]ID]{}, typeNames: &sharded[[]ID]{}, termForms: &sharded[[]ID]{}, kinds: &sharded[[]ID]{},
	}
	b := bulk{Model: m}
	for _, r := range rows {
		m.rows.add(r.RowID(), r)
		indexRow(&b, r)
	}
	for _, s := range []*sharded[[]ID]{m.uses, m.names, m.typeNames, m.termForms, m.kinds} {
		s.update(func(list []ID) []ID {
			slices.Sort(list)
			return slices.Compact(list)
		})
	}
	m.children.update(func(list []*Element) []*Element {
		slices.SortFunc(list, compareParts)
		return list
	})
	m.lines.update(func(list []*Relationship) []*Relationship {
		slices.SortFunc(list, compareLines)
		return slices.Compact(list)
	})
	return m
}

// bulk is an index that is being filled: lists are sorted afterwards.
type bulk struct{ *Model }

func (b *bulk) noteUse(to, by ID)               { appendTo(b.uses, to, by) }
func (b *bulk) noteLine(to ID, r *Relationship) { appendTo(b.lines, to, r) }
func (b *bulk) noteName(name, id ID)            { appendTo(b.names, name, id) }
func (b *bulk) noteType(form, id ID)            { appendTo(b.typeNames, form, id) }
func (b *bulk) noteTermForm(form, id ID)        { appendTo(b.termForms, form, id) }
func (b *bulk) noteKind(kind, id ID)            { appendTo(b.kinds, kind, id) }
func (b *bulk) noteChild(under ID, e *Element)  { appendTo(b.children, under, e) }

// add writes to a map that nobody shares yet.
func (s *sharded[V]) add(id ID, v V) {
	i, hash := where(id)
	if s.shards[i] == nil {
		s.shards[i] = &shard[V]{}
	}
	if s.shards[i].set(id, hash, v) {
		s.count++
	}
}

func (s *sharded[V]) update(f func(V) V) {
	for _, shard := range s.shards {
		if shard == nil {
			continue
		}
		for i := range shard.slots {
			if e := &shard.slots[i]; e.hash != 0 {
				e.v = f(e.v)
			}
		}
	}
}

func appendTo[T any](s *sharded[[]T], id ID, v T) {
	list, _ := s.get(id)
	s.add(id, append(list, v))
}

// checkRows verifies every row of a model that was built at once.
func (m *Model) checkRows(rows []Row, report func(*Fault)) {
	d := m.draft()
	if d.Len() > MaxRows {
		report(Faultf(CodeTooLarge, "the model would have %d rows: at most %d are possible", d.Len(), MaxRows))
		return
	}
	tell := func(err error) {
		if f, ok := AsFault(err); ok {
			report(f)
		}
	}
	ordered := slices.Clone(rows)
	slices.SortStableFunc(ordered, func(a, b Row) int {
		return cmp.Or(slices.Index(Tables, a.Table())-slices.Index(Tables, b.Table()), cmp.Compare(a.RowID(), b.RowID()))
	})
	for _, r := range ordered {
		tell(d.verifyTexts(r))
		tell(d.verifyRow(r))
	}
}
