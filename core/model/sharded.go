package model

import "hash/maphash"

// sharded is a map by id in many small tables, so that a change copies only the tables that
// it writes to, and two models share all others.
type sharded[V any] struct {
	shards [shardCount]*shard[V] // nil: empty
	count  int
}

const shardCount = 512

var hashing = maphash.MakeSeed()

// where is the shard of an id, and its hash there, which is never 0.
func where(id ID) (index int, hash uint32) {
	h := maphash.String(hashing, string(id))
	return int(h % shardCount), uint32(h>>32) | 1
}

func (s *sharded[V]) get(id ID) (v V, ok bool) {
	i, hash := where(id)
	if s.shards[i] == nil {
		return v, false
	}
	return s.shards[i].get(id, hash)
}

func (s *sharded[V]) len() int { return s.count }

// each calls f for every entry, in no particular order.
func (s *sharded[V]) each(f func(ID, V)) {
	for _, shard := range s.shards {
		if shard == nil {
			continue
		}
		for i := range shard.slots {
			if e := &shard.slots[i]; e.hash != 0 {
				f(e.id, e.v)
			}
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

func (d *shardedDraft[V]) own(i int) *shard[V] {
	d.written = true
	if !d.owned[i] {
		d.shards[i], d.owned[i] = d.shards[i].clone(), true
	}
	return d.shards[i]
}

func (d *shardedDraft[V]) set(id ID, v V) {
	i, hash := where(id)
	if d.own(i).set(id, hash, v) {
		d.count++
	}
}

func (d *shardedDraft[V]) remove(id ID) {
	i, hash := where(id)
	if _, ok := d.get(id); ok {
		d.own(i).remove(id, hash)
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
