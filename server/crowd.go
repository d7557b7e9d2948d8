package server

import (
	"context"
	"log/slog"
	"sync"
	"time"

	"lexeon/store"
)

// crowd tells who is there. Windows that move are gathered: however many there are, streams
// hear of a project ten times a second at most, and its table is read once for all of them.
type crowd struct {
	store *store.Store
	hub   *hub

	mu      sync.Mutex
	waiting map[string]bool // projects that will be told of
}

// gathering is how long what happens is gathered before it is told.
const gathering = 100 * time.Millisecond

func newCrowd(s *store.Store, h *hub) *crowd {
	return &crowd{store: s, hub: h, waiting: map[string]bool{}}
}

// moved says that somebody came, went or moved in a project.
func (c *crowd) moved(project string) {
	if !c.hub.watched(project) {
		return
	}
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.waiting[project] {
		return
	}
	c.waiting[project] = true
	time.AfterFunc(gathering, func() { c.tell(project) })
}

func (c *crowd) tell(project string) {
	c.mu.Lock()
	delete(c.waiting, project) // what happens from here on is told of once more
	c.mu.Unlock()
	ctx, over := context.WithTimeout(context.Background(), patience)
	defer over()
	present, err := c.store.Present(ctx, project)
	if err != nil {
		slog.Debug("who is there is not known just now", "project", project, "error", err)
		return
	}
	if text, ok := eventText("presence", "", presenceEvent{project, present}); ok {
		c.hub.show(project, text)
	}
}
