package server

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"
	"golang.org/x/sync/singleflight"

	"lexeon/core/check"
	"lexeon/core/halt"
	"lexeon/core/model"
	"lexeon/store"
)

// findings follow the newest revision of projects, behind the changes: whoever asks waits
// for a run that ends at the revision that was newest when it was asked, or later. There is
// one run at a time for a project, shared by all who wait. It goes on from the last one by
// the rows of the log, whatever server wrote them.
type findings struct {
	store *store.Store
	last  *lru.Cache[string, *checked] // by project
	runs  singleflight.Group
	took  func(seconds float64) // hears how long runs took; nil: nobody does
}

// checked is a revision with its findings.
type checked struct {
	*store.Version
	*check.State
}

const (
	// maxChecked is of how many projects the findings are remembered.
	maxChecked = 64
	// maxRun bounds a run, which goes on though who asked for it has gone: others wait.
	maxRun = 2 * time.Minute
)

func newFindings(s *store.Store) (*findings, error) {
	last, err := lru.New[string, *checked](maxChecked)
	if err != nil {
		return nil, fmt.Errorf("findings: %w", err)
	}
	return &findings{store: s, last: last}, nil
}

// of gives the findings of a project at its newest revision. The error is that of the
// store, or of the context, which ends the waiting and not the run.
func (f *findings) of(ctx context.Context, project string) (*checked, error) {
	for {
		head, err := f.store.HeadOf(ctx, project)
		if err != nil {
			return nil, err
		}
		if last, ok := f.last.Get(project); ok && last.Revision == head.Revision && last.Made.Equal(head.Made) {
			return last, nil
		}
		run := f.runs.DoChan(project, func() (any, error) {
			ctx, over := context.WithTimeout(context.WithoutCancel(ctx), maxRun)
			defer over()
			return f.run(ctx, project)
		})
		select {
		case <-ctx.Done():
			return nil, ctx.Err()
		case r := <-run:
			if r.Err != nil {
				return nil, r.Err
			}
			// A run that was begun before may end before the revision that was asked for.
			if now, ok := r.Val.(*checked); ok && now.Revision >= head.Revision && now.Made.Equal(head.Made) {
				return now, nil
			}
		}
	}
}

// run checks the newest revision, and remembers that.
func (f *findings) run(ctx context.Context, project string) (now *checked, err error) {
	defer func() { // here nobody else would catch it, and all projects would suffer from one
		if r := recover(); r != nil {
			f.last.Remove(project) // it may have come from there
			now, err = nil, fmt.Errorf("check of %s: %v", project, r)
		}
	}()
	if f.took != nil {
		begun := time.Now()
		defer func() { f.took(time.Since(begun).Seconds()) }()
	}
	if last, ok := f.last.Get(project); ok {
		head, err := f.store.HeadOf(ctx, project)
		if err == nil && head.Made.Equal(last.Made) {
			now, err = f.follow(ctx, project, last)
		}
		if err != nil {
			return nil, err
		}
	}
	if now == nil {
		v, err := f.store.Current(ctx, project)
		if err != nil {
			return nil, err
		}
		if err := halt.Within(ctx, func(sign *halt.Sign) { now = &checked{v, check.RunUntil(sign, v.Model, check.All)} }); err != nil {
			return nil, tooLong(err)
		}
	}
	f.last.Add(project, now)
	return now, nil
}

// follow goes on from what was checked last; nil where the log does not lead on from there.
func (f *findings) follow(ctx context.Context, project string, last *checked) (*checked, error) {
	log, head, err := f.store.LogSince(ctx, project, last.Revision)
	if err != nil {
		var old *store.TooOld
		if _, ok := model.AsFault(err); ok || errors.As(err, &old) {
			return nil, nil // it was made anew, or its log is shorter
		}
		return nil, err
	}
	var states []model.RowState
	for _, e := range log {
		var more []model.RowState
		if err := json.Unmarshal(e.States, &more); err != nil {
			return nil, fmt.Errorf("log, revision %d: %w", e.Revision, err)
		}
		states = append(states, more...)
	}
	m, delta, err := model.Apply(last.Model, states)
	if err != nil {
		return nil, nil
	}
	var now *checked
	if err := halt.Within(ctx, func(sign *halt.Sign) {
		now = &checked{&store.Version{Revision: head, Made: last.Made, Model: m}, last.UpdateUntil(sign, m, delta)}
	}); err != nil {
		return nil, tooLong(err)
	}
	return now, nil
}

// tooLong says that a check was given up.
func tooLong(err error) error {
	if errors.Is(err, context.DeadlineExceeded) {
		return problem(http.StatusUnprocessableEntity, "tooLarge", "Checking this project takes longer than %v and was given up. lexeon check does it on the command line.", maxRun)
	}
	return err
}

// forget drops what is known of a project that is gone.
func (f *findings) forget(project string) { f.last.Remove(project) }
