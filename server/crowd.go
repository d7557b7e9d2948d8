package server

import (
	"context"
	"crypto/hmac"
	"crypto/sha256"
	"encoding/hex"
	"log/slog"
	"sync"
	"time"

	"lexeon/core/model"
	"lexeon/store"
)

// crowd tells who is there. Windows that move are gathered: however many there are, streams
// hear of a project ten times a second at most, and its table is read once for all of them.
type crowd struct {
	store  *store.Store
	hub    *hub
	secret []byte // with which marks are made

	mu      sync.Mutex
	waiting map[string]bool // projects that will be told of
}

// gathering is how long what happens is gathered before it is told.
const gathering = 100 * time.Millisecond

func newCrowd(s *store.Store, h *hub, secret []byte) *crowd {
	return &crowd{store: s, hub: h, secret: secret, waiting: map[string]bool{}}
}

// present is a window as it is told of: by a mark that tells it from others, and cannot be
// used in its name.
type present struct {
	Mark    string   `json:"mark"`
	Name    string   `json:"name"`
	Diagram model.ID `json:"diagram"`
	Subject model.ID `json:"subject"`
}

// mark of a window.
func (c *crowd) mark(window string) string {
	h := hmac.New(sha256.New, c.secret)
	h.Write([]byte("window " + window))
	return hex.EncodeToString(h.Sum(nil)[:8])
}

// present tells which windows are open on a project.
func (c *crowd) present(ctx context.Context, project string) ([]present, error) {
	windows, err := c.store.Present(ctx, project)
	if err != nil {
		return nil, err
	}
	out := make([]present, len(windows))
	for i, w := range windows {
		out[i] = present{c.mark(w.Window), w.Name, w.Diagram, w.Subject}
	}
	return out, nil
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
	there, err := c.present(ctx, project)
	if err != nil {
		slog.Debug("who is there is not known just now", "project", project, "error", err)
		return
	}
	if text, ok := eventText("presence", "", presenceEvent{project, there}); ok {
		c.hub.show(project, text)
	}
}
