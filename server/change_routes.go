package server

import (
	"encoding/json"
	"errors"
	"io"
	"net/http"
	"strings"
	"unicode/utf8"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
	"lexeon/core/visible"
	"lexeon/store"
)

type changeRequest struct {
	ClientID string          `json:"clientId"`
	Author   store.Author    `json:"author"`
	Base     int64           `json:"base"`
	Changes  json.RawMessage `json:"changes"`
	Skip     []int64         `json:"skip"`
}

type changedRow struct {
	Table   model.Table `json:"table"`
	ID      model.ID    `json:"id"`
	Removed bool        `json:"removed,omitempty"`
}

type changeReply struct {
	Revision int64        `json:"revision"`
	Summary  string       `json:"summary"`
	Again    bool         `json:"again,omitempty"`
	Changed  []changedRow `json:"changed"`
	Undo     string       `json:"undo"`
	Redo     string       `json:"redo"`
}

func readBody(c *echo.Context) ([]byte, error) { return io.ReadAll(c.Request().Body) }

func readJSON(c *echo.Context, into any) error {
	data, err := readBody(c)
	if err != nil {
		return err
	}
	if at := visible.LoneSurrogate(data); at >= 0 {
		return problem(http.StatusBadRequest, "syntax", "The request cannot be read: %s, at byte %d, is half of a character.", data[at:min(len(data), at+6)], at)
	}
	dec := json.NewDecoder(strings.NewReader(string(data)))
	dec.DisallowUnknownFields()
	if err := dec.Decode(into); err != nil {
		return problem(http.StatusBadRequest, "syntax", "The request cannot be read: %v", err)
	}
	return nil
}

func (s *Server) readChange(c *echo.Context) (changeRequest, error) {
	var req changeRequest
	if err := readJSON(c, &req); err != nil {
		return req, err
	}
	req.Author.ID = s.author(c)
	name, err := authorName(req.Author.Name)
	req.Author.Name = name
	return req, err
}

// authorName makes a name fit to be shown, and refuses what is none.
func authorName(name string) (string, error) {
	name = strings.Map(func(r rune) rune {
		if r < ' ' {
			return -1
		}
		return r
	}, name)
	if !utf8.ValidString(name) || utf8.RuneCountInString(name) > 80 {
		return "", problem(http.StatusUnprocessableEntity, "invalid", "An author's name has at most 80 characters.")
	}
	if strings.TrimSpace(name) == "" {
		name = "Somebody"
	}
	return name, nil
}

func (s *Server) change(c *echo.Context) error {
	req, err := s.readChange(c)
	if err != nil {
		return err
	}
	changes, err := decodeChanges(req.Changes)
	if err != nil {
		return err
	}
	return s.reply(c, req, func(id string) (*store.Result, error) {
		return s.store.Change(c.Request().Context(), id, store.Request{ClientID: req.ClientID, Author: req.Author, Base: req.Base, Changes: changes})
	})
}

func (s *Server) undo(c *echo.Context) error { return s.takeBack(c, false) }
func (s *Server) redo(c *echo.Context) error { return s.takeBack(c, true) }

func (s *Server) takeBack(c *echo.Context, redo bool) error {
	req, err := s.readChange(c)
	if err != nil {
		return err
	}
	return s.reply(c, req, func(id string) (*store.Result, error) {
		return s.store.Undo(c.Request().Context(), id, store.UndoRequest{ClientID: req.ClientID, Author: req.Author, Redo: redo, Skip: req.Skip})
	})
}

// reply applies a change and tells what came of it: the revision and the rows. What it
// means for the findings is asked for afterwards.
func (s *Server) reply(c *echo.Context, req changeRequest, apply func(id string) (*store.Result, error)) error {
	id := c.Param("project")
	r, err := apply(id)
	s.metrics.changes.WithLabelValues(outcomeOf(r, err)).Inc()
	if err != nil {
		return err
	}
	out := changeReply{Revision: r.After.Revision, Summary: r.Summary, Again: r.Again, Changed: []changedRow{}}
	for _, ch := range r.Delta {
		out.Changed = append(out.Changed, changedRow{ch.Table(), ch.ID, ch.New == nil})
	}
	out.Undo, out.Redo, err = s.store.Pending(c.Request().Context(), id, req.Author.ID)
	if err != nil && !errors.Is(err, store.ErrUnavailable) {
		return err // the change is applied; a database that is gone by now does not take that back
	}
	return c.JSON(http.StatusOK, out)
}
