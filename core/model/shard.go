package model

// shard is a table by id with open addressing: an entry stands at the place of its hash or
// behind it, without a gap between (Knuth, The Art of Computer Programming 3, 6.4,
// algorithms L and R). Reading one entry touches the table once and the id once, which is
// what a check of a large model spends most of its time on.
type shard[V any] struct {
	slots []slot[V] // a power of two of them, or none
	live  int
}

type slot[V any] struct {
	hash uint32 // 0: free
	id   ID
	v    V
}

func (s *shard[V]) get(id ID, hash uint32) (v V, ok bool) {
	mask := len(s.slots) - 1
	for i := int(hash>>1) & mask; mask >= 0; i = (i + 1) & mask {
		e := &s.slots[i]
		if e.hash == 0 {
			break
		}
		if e.hash == hash && e.id == id {
			return e.v, true
		}
	}
	return v, false
}

// set writes an entry, and reports whether there was none for its id.
func (s *shard[V]) set(id ID, hash uint32, v V) bool {
	if 4*(s.live+1) > 3*len(s.slots) {
		s.grow()
	}
	mask := len(s.slots) - 1
	for i := int(hash>>1) & mask; ; i = (i + 1) & mask {
		switch e := &s.slots[i]; {
		case e.hash == 0:
			*e = slot[V]{hash, id, v}
			s.live++
			return true
		case e.hash == hash && e.id == id:
			e.v = v
			return false
		}
	}
}

// remove takes an entry out that is there, and moves up those behind it that stand
// further from their place than the gap.
func (s *shard[V]) remove(id ID, hash uint32) {
	mask := len(s.slots) - 1
	gap := int(hash>>1) & mask
	for s.slots[gap].hash != hash || s.slots[gap].id != id {
		gap = (gap + 1) & mask
	}
	for i := (gap + 1) & mask; s.slots[i].hash != 0; i = (i + 1) & mask {
		if home := int(s.slots[i].hash>>1) & mask; (i-home)&mask >= (i-gap)&mask {
			s.slots[gap], gap = s.slots[i], i
		}
	}
	s.slots[gap] = slot[V]{}
	s.live--
}

func (s *shard[V]) grow() {
	old := s.slots
	s.slots, s.live = make([]slot[V], max(4, 2*len(old))), 0
	for i := range old {
		if old[i].hash != 0 {
			s.set(old[i].id, old[i].hash, old[i].v)
		}
	}
}

func (s *shard[V]) clone() *shard[V] {
	if s == nil {
		return &shard[V]{}
	}
	out := &shard[V]{make([]slot[V], len(s.slots)), s.live}
	copy(out.slots, s.slots)
	return out
}
