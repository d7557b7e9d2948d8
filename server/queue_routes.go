package server

import (
	"encoding/json"
	"errors"
	"net/http"
	"slices"
	"strconv"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
	"lexeon/store"
)

// maxSteps is how many steps of a queue are taken at once; a page sends the rest
// afterwards.
const maxSteps = 100

// queueRequest holds steps of a window's queue, in the order in which they were done.
type queueRequest struct {
	Author store.Author `json:"author"`
	// ChangeVersion is the version of changes that the page speaks.
	ChangeVersion int         `json:"changeVersion"`
	Since         int64       `json:"since"` // the newest revision that the page knows
	Steps         []queueStep `json:"steps"`
}

// queueStep is a change, or an undo or redo of one.
type queueStep struct {
	ClientID string          `json:"clientId"`
	Writer   string          `json:"writer"` // the window that it was made in, or its queue after a crash
	Base     int64           `json:"base"`   // the revision that the person saw when it began
	Changes  json.RawMessage `json:"changes,omitempty"`
	Undoes   string          `json:"undoes,omitempty"` // the client id of what is taken back
	Redo     bool            `json:"redo,omitempty"`   // that was an undo itself
}

// queueReply tells what came of each step, and what was logged since: by these steps
// and by others.
type queueReply struct {
	Outcomes []queueOutcome `json:"outcomes"`
	logReply
}

type queueOutcome struct {
	ClientID string   `json:"clientId"`
	Revision int64    `json:"revision,omitempty"`
	Again    bool     `json:"again,omitempty"`
	Summary  string   `json:"summary,omitempty"`
	Problem  *Problem `json:"problem,omitempty"`
}

// logReply holds entries of the log after a revision. Whole says that the log does not
// reach back so far: the model is to be fetched.
type logReply struct {
	Revision int64          `json:"revision"`
	Log      []store.Logged `json:"log"`
	Whole    bool           `json:"whole,omitempty"`
	// Program is the version of the page that this server serves.
	Program string `json:"program"`
}

// queue takes steps of a queue. It draws and checks nothing: an answer is as fast as
// the database.
func (s *Server) queue(c *echo.Context) error {
	var req queueRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	if req.ChangeVersion != model.ChangeVersion {
		return problem(http.StatusConflict, "otherProgram", "This page speaks version %d of changes, the server version %d. The page has to be loaded anew; nothing is lost.", req.ChangeVersion, model.ChangeVersion)
	}
	if slices.ContainsFunc(req.Steps, func(step queueStep) bool { return !model.ID(step.Writer).Valid() }) {
		return problem(http.StatusUnprocessableEntity, "invalid", "A change needs a writer with an id.")
	}
	if len(req.Steps) > maxSteps {
		return problem(http.StatusRequestEntityTooLarge, "tooLarge", "%d steps at once: at most %d are taken.", len(req.Steps), maxSteps)
	}
	s.metrics.queue.Observe(float64(len(req.Steps)))
	name, err := authorName(req.Author.Name)
	if err != nil {
		return err
	}
	req.Author = store.Author{ID: s.author(c), Name: name}
	id := c.Param("project")
	out := queueReply{Outcomes: []queueOutcome{}}
	for _, step := range req.Steps {
		r, err := s.runStep(c, id, req, step)
		s.metrics.changes.WithLabelValues(outcomeOf(r, err)).Inc()
		if errors.Is(err, store.ErrUnavailable) {
			if len(out.Outcomes) > 0 {
				break // what was done is told; the rest is sent again
			}
			return err
		}
		o := queueOutcome{ClientID: step.ClientID}
		if err != nil {
			o.Problem = problemOf(err)
			if o.Problem.Status == http.StatusNotFound && o.Problem.Code == "missing" && s.gone(c, id) {
				return err // the project itself
			}
		} else {
			o.Revision, o.Again, o.Summary = r.Revision, r.Again, r.Summary
		}
		out.Outcomes = append(out.Outcomes, o)
	}
	if out.logReply, err = s.logSince(c, id, req.Since); err != nil {
		return err
	}
	return c.JSON(http.StatusOK, out)
}

func (s *Server) runStep(c *echo.Context, id string, req queueRequest, step queueStep) (*store.Result, error) {
	if step.Undoes != "" {
		return s.store.Undo(c.Request().Context(), id, store.UndoRequest{ClientID: step.ClientID, Author: req.Author, Writer: step.Writer, Redo: step.Redo, Target: step.Undoes})
	}
	changes, err := decodeChanges(step.Changes)
	if err != nil {
		return nil, err
	}
	return s.store.Change(c.Request().Context(), id, store.Request{ClientID: step.ClientID, Author: req.Author, Writer: step.Writer, Base: step.Base, Changes: changes})
}

func (s *Server) gone(c *echo.Context, id string) bool {
	_, err := s.store.RevisionOf(c.Request().Context(), id)
	f, ok := model.AsFault(err)
	return ok && f.Code == model.CodeMissing
}

// decodeChanges reads changes that somebody sent.
func decodeChanges(raw json.RawMessage) ([]model.Change, error) {
	changes, err := model.DecodeChanges(raw)
	if err != nil {
		return nil, err
	}
	for _, ch := range changes {
		if _, restores := ch.(*model.Restore); restores {
			return nil, problem(http.StatusUnprocessableEntity, "invalid", "rows are restored by undo only")
		}
	}
	return changes, nil
}

func (s *Server) logSince(c *echo.Context, id string, since int64) (logReply, error) {
	out := logReply{Log: []store.Logged{}, Program: s.program}
	log, head, err := s.store.LogSince(c.Request().Context(), id, since)
	var old *store.TooOld
	if errors.As(err, &old) {
		out.Revision, out.Whole = old.Head, true
		return out, nil
	}
	if err != nil {
		return out, err
	}
	out.Revision, out.Log = head, log
	return out, nil
}

// log tells what was logged after a revision.
func (s *Server) log(c *echo.Context) error {
	since, err := strconv.ParseInt(c.QueryParam("since"), 10, 64)
	if err != nil {
		return problem(http.StatusUnprocessableEntity, "invalid", "%q is no revision.", c.QueryParam("since"))
	}
	out, err := s.logSince(c, c.Param("project"), since)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, out)
}

// revisionHeader tells of which revision packed rows are.
const revisionHeader = "Lexeon-Revision"

// rows are all rows of a project in the compact form of this program's version.
func (s *Server) rows(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	c.Response().Header().Set(revisionHeader, strconv.FormatInt(v.Revision, 10))
	return c.Blob(http.StatusOK, "application/octet-stream", model.Pack(v.Model))
}
