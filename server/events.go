package server

import (
	"context"
	"encoding/json"
	"fmt"
	"log/slog"
	"net/http"
	"slices"
	"sync"
	"sync/atomic"
	"time"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
	"lexeon/store"
)

// hub hands notices to the event streams that are open. It keeps nothing that
// the database does not know.
type hub struct {
	mu      sync.Mutex
	streams map[*stream]bool
	closed  bool
	dropped atomic.Int64 // streams whose browser did not keep up
}

// count tells how many streams are open.
func (h *hub) count() int {
	h.mu.Lock()
	defer h.mu.Unlock()
	return len(h.streams)
}

// stream is one browser that listens.
type stream struct {
	projects []string
	notices  chan store.Notice
	over     chan struct{}
	once     sync.Once

	// Of who is there only what is newest counts: a slow browser misses what is between.
	mu    sync.Mutex
	crowd map[string]string // by project, as it is sent
	wake  chan struct{}
}

// take gives what is to be shown.
func (s *stream) take() map[string]string {
	s.mu.Lock()
	defer s.mu.Unlock()
	out := s.crowd
	s.crowd = nil
	return out
}

func (s *stream) end() { s.once.Do(func() { close(s.over) }) }

// backlog is how many notices wait for a slow browser before its stream ends; it
// connects again and reads the newest revision then.
const backlog = 64

func newHub() *hub { return &hub{streams: map[*stream]bool{}} }

func (h *hub) add(projects []string) *stream {
	h.mu.Lock()
	defer h.mu.Unlock()
	s := &stream{projects: projects, notices: make(chan store.Notice, backlog), over: make(chan struct{}), wake: make(chan struct{}, 1)}
	if h.closed {
		s.end()
	} else {
		h.streams[s] = true
	}
	return s
}

func (h *hub) remove(s *stream) {
	h.mu.Lock()
	defer h.mu.Unlock()
	delete(h.streams, s)
}

func (h *hub) tell(n store.Notice) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for s := range h.streams {
		if !n.Lost && !slices.Contains(s.projects, n.Project) {
			continue
		}
		select {
		case s.notices <- n:
		default:
			h.dropped.Add(1)
			s.end()
		}
	}
}

// watched reports whether a stream is about a project.
func (h *hub) watched(project string) bool {
	h.mu.Lock()
	defer h.mu.Unlock()
	for s := range h.streams {
		if slices.Contains(s.projects, project) {
			return true
		}
	}
	return false
}

// show has all streams of a project say who is there.
func (h *hub) show(project, text string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for s := range h.streams {
		if !slices.Contains(s.projects, project) {
			continue
		}
		s.mu.Lock()
		if s.crowd == nil {
			s.crowd = map[string]string{}
		}
		s.crowd[project] = text
		s.mu.Unlock()
		select {
		case s.wake <- struct{}{}:
		default: // it is awake
		}
	}
}

// close ends all streams, before the server waits for its requests to end.
func (h *hub) close() {
	h.mu.Lock()
	defer h.mu.Unlock()
	h.closed = true
	for s := range h.streams {
		s.end()
	}
}

// Listen hands what happens in the database to the event streams, until the
// context ends.
func (s *Server) Listen(ctx context.Context) {
	s.store.Listen(ctx, func(n store.Notice) {
		if n.Presence {
			s.crowd.moved(n.Project)
		} else {
			s.hub.tell(n)
		}
	})
}

// heartbeat keeps a stream from looking dead, to proxies and to pages.
const heartbeat = 10 * time.Second

// maxWatched is how many projects one stream tells of.
const maxWatched = 40

type revisionEvent struct {
	Project  string `json:"project"`
	Revision int64  `json:"revision"`
}

type presenceEvent struct {
	Project string    `json:"project"`
	Present []present `json:"present"`
}

// events is the stream of one browser: for each project asked for its revision,
// at first and whenever it grows, and who is there.
func (s *Server) events(c *echo.Context) error {
	projects := c.Request().URL.Query()["project"]
	if len(projects) == 0 || len(projects) > maxWatched {
		return problem(http.StatusUnprocessableEntity, "invalid", "An event stream is about 1 to %d projects.", maxWatched)
	}
	for _, p := range projects {
		if !model.ID(p).Valid() {
			return problem(http.StatusUnprocessableEntity, "invalid", "%q is not the id of a project.", p)
		}
	}
	st := s.hub.add(projects)
	defer s.hub.remove(st)
	w := &eventWriter{to: c.Response(), control: http.NewResponseController(c.Response())}
	h := c.Response().Header()
	h.Set("Content-Type", "text/event-stream")
	h.Set("Cache-Control", "no-store")
	h.Set("X-Accel-Buffering", "no")
	ctx := c.Request().Context()
	for _, p := range projects {
		s.sendRevision(ctx, w, p)
		s.sendPresence(ctx, w, p)
	}
	beat := time.NewTicker(heartbeat)
	defer beat.Stop()
	for w.err == nil {
		select {
		case <-ctx.Done():
			return nil
		case <-st.over:
			return nil
		case <-beat.C:
			w.write("event: alive\ndata: {}\n\n")
		case <-st.wake:
			for _, text := range st.take() {
				w.write(text)
			}
		case n := <-st.notices:
			switch {
			case n.Lost:
				for _, p := range projects {
					s.sendRevision(ctx, w, p)
					s.sendPresence(ctx, w, p)
				}
			default:
				w.event("revision", fmt.Sprintf("%s:%d", n.Project, n.Revision), revisionEvent{n.Project, n.Revision})
			}
		}
	}
	return nil
}

func (s *Server) sendRevision(ctx context.Context, w *eventWriter, project string) {
	revision, err := s.store.RevisionOf(ctx, project)
	if err != nil {
		if f, ok := model.AsFault(err); ok && f.Code == model.CodeMissing {
			w.event("gone", "", revisionEvent{Project: project})
			return
		}
		w.err = err // the stream ends; the browser tries again
		return
	}
	w.event("revision", fmt.Sprintf("%s:%d", project, revision), revisionEvent{project, revision})
}

func (s *Server) sendPresence(ctx context.Context, w *eventWriter, project string) {
	there, err := s.crowd.present(ctx, project)
	if err != nil {
		w.err = err
		return
	}
	w.event("presence", "", presenceEvent{project, there})
}

type eventWriter struct {
	to      http.ResponseWriter
	control *http.ResponseController
	err     error
}

func (w *eventWriter) event(name, id string, data any) {
	if text, ok := eventText(name, id, data); ok {
		w.write(text)
	}
}

// eventText is an event as it is sent.
func eventText(name, id string, data any) (string, bool) {
	body, err := json.Marshal(data)
	if err != nil {
		slog.Error("event", "error", err)
		return "", false
	}
	if id != "" {
		id = "id: " + id + "\n"
	}
	return fmt.Sprintf("event: %s\n%sdata: %s\n\n", name, id, body), true
}

// write sends a piece at once. A browser that takes nothing for a while is let
// go, however long the stream has been open.
func (w *eventWriter) write(text string) {
	if w.err != nil {
		return
	}
	_ = w.control.SetWriteDeadline(time.Now().Add(30 * time.Second)) // where it is not possible the server's own holds
	if _, w.err = w.to.Write([]byte(text)); w.err == nil {
		w.err = w.control.Flush()
	}
}

type presenceRequest struct {
	Window  string       `json:"window"`
	Author  store.Author `json:"author"`
	Diagram model.ID     `json:"diagram"`
	Subject model.ID     `json:"subject"`
	Leaving bool         `json:"leaving,omitempty"`
}

// presenceReply tells a window its own mark.
type presenceReply struct {
	Mark string `json:"mark"`
}

// presence takes where a window is.
func (s *Server) presence(c *echo.Context) error {
	var req presenceRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	if !model.ID(req.Window).Valid() {
		return problem(http.StatusUnprocessableEntity, "invalid", "A window needs an id.")
	}
	for _, id := range []model.ID{req.Diagram, req.Subject} {
		if id != "" && !id.Valid() {
			return problem(http.StatusUnprocessableEntity, "invalid", "%q is not an id.", string(id))
		}
	}
	name, err := authorName(req.Author.Name)
	if err != nil {
		return err
	}
	if req.Leaving {
		err = s.store.Leave(c.Request().Context(), c.Param("project"), s.author(c), req.Window)
	} else {
		err = s.store.SetPresence(c.Request().Context(), c.Param("project"), store.Presence{
			Window: req.Window, Author: s.author(c), Name: name, Diagram: req.Diagram, Subject: req.Subject})
	}
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, presenceReply{s.crowd.mark(req.Window)})
}
