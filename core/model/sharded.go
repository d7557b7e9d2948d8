package model

// A sharded map is an immutable map from ids: a fixed number of small Go maps.
// A draft copies only the shards it writes, so an edit of a model with tens of
// thousands of rows costs a few kilobytes.

const shardCount = 512

type sharded[V any] struct {
	shards [shardCount]map[ID]V
	count  int
}

func shardOf(id ID) int {
	h := uint32(2166136261) // FNV-1a
	for i := range len(id) {
		h = (h ^ uint32(id[i])) * 16777619
	}
	return int((h ^ h>>16) % shardCount)
}

func (s *sharded[V]) get(id ID) (V, bool) {
	v, ok := s.shards[shardOf(id)][id]
	return v, ok
}

func (s *sharded[V]) len() int { return s.count }

// each calls f for every entry, in no particular order.
func (s *sharded[V]) each(f func(ID, V)) {
	for _, m := range s.shards {
		for k, v := range m {
			f(k, v)
		}
	}
}

// shardedDraft writes to a copy of a sharded map.
type shardedDraft[V any] struct {
	sharded[V]
	owned   [shardCount]bool
	from    *sharded[V]
	written bool
}

func (s *sharded[V]) draft() *shardedDraft[V] { return &shardedDraft[V]{sharded: *s, from: s} }

func (d *shardedDraft[V]) own(i int) map[ID]V {
	d.written = true
	if !d.owned[i] {
		next := make(map[ID]V, len(d.shards[i])+1)
		for k, v := range d.shards[i] {
			next[k] = v
		}
		d.shards[i], d.owned[i] = next, true
	}
	return d.shards[i]
}

func (d *shardedDraft[V]) set(id ID, v V) {
	m := d.own(shardOf(id))
	if _, ok := m[id]; !ok {
		d.count++
	}
	m[id] = v
}

func (d *shardedDraft[V]) remove(id ID) {
	i := shardOf(id)
	if _, ok := d.shards[i][id]; ok {
		delete(d.own(i), id)
		d.count--
	}
}

// freeze ends the draft, and gives what it was made of where nothing was written. It must
// not be written afterwards.
func (d *shardedDraft[V]) freeze() *sharded[V] {
	if !d.written {
		return d.from
	}
	return &d.sharded
}
