package scene

import (
	"sync"

	"lexeon/core/model"
)

// recentScenes keeps the scenes that were drawn last: one gesture asks for the same
// drawing several times, to find what lies where, to place something, to show it.
// Models never change, so a scene stays right for its model.
type recentScenes struct {
	mu     sync.Mutex
	scenes [mostRecent]recentScene
	next   int
}

type recentScene struct {
	of      *model.Model
	diagram model.ID
	scene   *Scene
}

// mostRecent is small, since each holds its model.
const mostRecent = 4

func (r *recentScenes) get(m *model.Model, diagram model.ID) *Scene {
	r.mu.Lock()
	defer r.mu.Unlock()
	for _, s := range r.scenes {
		if s.of == m && s.diagram == diagram {
			return s.scene
		}
	}
	return nil
}

func (r *recentScenes) put(m *model.Model, diagram model.ID, s *Scene) {
	r.mu.Lock()
	defer r.mu.Unlock()
	r.scenes[r.next] = recentScene{m, diagram, s}
	r.next = (r.next + 1) % mostRecent
}
