package store

import (
	"context"
	"log/slog"
	"strconv"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
)

// Notice tells that something happened in a project, in this process or in
// another one on the same database.
type Notice struct {
	Project  string
	Revision int64 // 0 for presence
	Presence bool
	// Lost: the connection was gone for a while, and notices may be missing; all
	// revisions must be read again.
	Lost bool
}

const firstPause = 100 * time.Millisecond

// Listen calls f for every notice until the context ends. It has a connection of
// its own and opens a new one when that breaks.
func (s *Store) Listen(ctx context.Context, f func(Notice)) {
	pause := firstPause
	for first := true; ctx.Err() == nil; first = false {
		err := s.listenOnce(ctx, func() {
			pause = firstPause
			if !first {
				slog.Info("changes are told of again")
				f(Notice{Lost: true})
			}
		}, f)
		if ctx.Err() != nil {
			return
		}
		if pause == firstPause { // said once, not at every try
			slog.Warn("the connection that tells of changes is lost; it is opened again", "error", err)
		}
		select {
		case <-ctx.Done():
		case <-time.After(pause):
		}
		pause = min(2*pause, 2*time.Second)
	}
}

func (s *Store) listenOnce(ctx context.Context, ready func(), f func(Notice)) error {
	c, err := pgx.Connect(ctx, s.url)
	if err != nil {
		return err
	}
	defer func() {
		end, cancel := context.WithTimeout(context.Background(), time.Second)
		defer cancel()
		_ = c.Close(end) // it is given up anyway
	}()
	if _, err := c.Exec(ctx, "LISTEN lexeon"); err != nil {
		return err
	}
	ready()
	for {
		n, err := c.WaitForNotification(ctx)
		if err != nil {
			return err
		}
		project, what, ok := strings.Cut(n.Payload, " ")
		if !ok {
			continue
		}
		if what == "presence" {
			f(Notice{Project: project, Presence: true})
		} else if revision, err := strconv.ParseInt(what, 10, 64); err == nil {
			f(Notice{Project: project, Revision: revision})
		}
	}
}

// RevisionOf tells the newest revision of a project.
func (s *Store) RevisionOf(ctx context.Context, id string) (int64, error) {
	h, err := s.HeadOf(ctx, id)
	return h.Revision, err
}

// HeadOf tells where a project stands.
func (s *Store) HeadOf(ctx context.Context, id string) (Head, error) {
	var found []Head
	if err := s.db.SelectContext(ctx, &found, "SELECT revision, created_at FROM projects WHERE id = $1 AND deleted_at IS NULL", id); err != nil {
		return Head{}, failed("read project", err)
	}
	if len(found) == 0 {
		return Head{}, noProject(id)
	}
	return found[0], nil
}
