package server

import (
	"encoding/json"
	"net/http"
	"slices"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
	"lexeon/core/rework"
)

type offersReply struct {
	Offers []rework.Offer `json:"offers"`
}

// reworks lists the reworks of a class or a relation.
func (s *Server) reworks(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	out := offersReply{Offers: rework.Offers(v.Model, model.ID(c.Param("row")))}
	if out.Offers == nil {
		out.Offers = []rework.Offer{}
	}
	return c.JSON(http.StatusOK, out)
}

type reworkReply struct {
	Changes json.RawMessage `json:"changes"`
	Lines   []rework.Line   `json:"lines"`             // what goes and what comes
	Problem string          `json:"problem,omitempty"` // why it cannot be done
}

// readRework tells what a rework would do, before it is done. What stands in its
// way is an answer, and no error: the person goes on choosing.
func (s *Server) readRework(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req rework.Request
	if err := readJSON(c, &req); err != nil {
		return err
	}
	out := reworkReply{Changes: model.EncodeChanges(nil), Lines: []rework.Line{}}
	result, err := rework.Changes(v.Model, req)
	if f, ok := model.AsFault(err); ok {
		out.Problem = f.Message
		return c.JSON(http.StatusOK, out)
	} else if err != nil {
		return err
	}
	changes := result.Changes
	next, delta, _, err := model.Edit(v.Model, changes)
	if err != nil {
		return err
	}
	out.Lines = append(out.Lines, rework.Preview(v.Model, next, delta)...)
	for _, shown := range result.Shown {
		joined := s.drawer.Join(next, shown.ID, shown.Near, req.Seed)
		if next, _, _, err = model.Edit(next, joined); err != nil {
			return err
		}
		changes = append(slices.Clip(changes), joined...)
	}
	out.Changes = model.EncodeChanges(changes)
	return c.JSON(http.StatusOK, out)
}
