package model

import (
	"fmt"
	"maps"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"
)

func entries[V any](s *sharded[V]) map[ID]V {
	out := map[ID]V{}
	s.each(func(id ID, v V) { out[id] = v })
	return out
}

// A sharded map says what a plain one says, whatever is written and taken out, and what a
// draft was made of stays what it was.
func TestShardedIsAMapThatIsCopied(t *testing.T) {
	rnd := rand.New(rand.NewPCG(1, 2))
	s, want := &sharded[int]{}, map[ID]int{}
	for step := range 3000 {
		d, before := s.draft(), maps.Clone(want)
		for range 1 + rnd.IntN(4) {
			id := ID(fmt.Sprint("row", rnd.IntN(900)))
			if rnd.IntN(3) == 0 {
				d.remove(id)
				delete(want, id)
			} else {
				d.set(id, step)
				want[id] = step
			}
			v, ok := d.get(id)
			w, is := want[id]
			require.Equal(t, is, ok)
			require.Equal(t, w, v)
		}
		if step%200 == 0 {
			require.Equal(t, before, entries(s), "a draft changes what it was made of")
		}
		s = d.freeze()
		require.Equal(t, len(want), s.len())
	}
	require.Equal(t, want, entries(s))
}

// In one table, where many ids have one place: none gets lost behind a gap.
func TestShardWithCrowdedPlaces(t *testing.T) {
	rnd := rand.New(rand.NewPCG(3, 4))
	s, want := &shard[int]{}, map[ID]int{}
	hash := func(n int) uint32 { return uint32(n%5)<<1 | 1 }
	for step := range 20_000 {
		n := rnd.IntN(40)
		id := ID(fmt.Sprint(n))
		_, is := want[id]
		if rnd.IntN(2) == 0 && is {
			s.remove(id, hash(n))
			delete(want, id)
		} else {
			require.Equal(t, !is, s.set(id, hash(n), step))
			want[id] = step
		}
		for k := range 40 {
			v, ok := s.get(ID(fmt.Sprint(k)), hash(k))
			w, is := want[ID(fmt.Sprint(k))]
			require.Equal(t, is, ok)
			require.Equal(t, w, v)
		}
		require.Equal(t, len(want), s.live)
	}
}
