package scene

import (
	"sync"

	"lexeon/core/model"
)

// recent keeps what was made of diagrams last: one gesture asks for the same drawing several times,
// to find what lies where, to place something, to show it. Models never change, so what was made of
// one stays right for it.
type recent[T any] struct {
	mu   sync.Mutex
	list [mostRecent]recentOne[T]
	next int
}

type recentOne[T any] struct {
	of      *model.Model
	diagram model.ID
	made    *T
}

// mostRecent is small, since each holds its model.
const mostRecent = 4

func (r *recent[T]) get(m *model.Model, diagram model.ID) *T {
	r.mu.Lock()
	defer r.mu.Unlock()
	for _, s := range r.list {
		if s.of == m && s.diagram == diagram {
			return s.made
		}
	}
	return nil
}

func (r *recent[T]) put(m *model.Model, diagram model.ID, made *T) {
	r.mu.Lock()
	defer r.mu.Unlock()
	r.list[r.next] = recentOne[T]{m, diagram, made}
	r.next = (r.next + 1) % mostRecent
}
