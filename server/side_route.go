package server

import (
	"encoding/json"
	"net/http"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
)

// sideRequest asks what leads a side of a placed line to another shape, or, where
// To is empty, a flow across the frame at X, Y.
type sideRequest struct {
	Line model.ID   `json:"line"`
	Side model.Side `json:"side"`
	To   model.ID   `json:"to"`
	X    int        `json:"x"`
	Y    int        `json:"y"`
}

type sideReply struct {
	Changes json.RawMessage `json:"changes"`
	Off     int             `json:"off"` // diagrams that the line is taken off
}

func (s *Server) readSide(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req sideRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	changes, off, err := v.Model.Reattach(req.Line, req.Side, req.To)
	if err != nil {
		return err
	}
	if req.To == "" {
		changes = append(changes, &model.Move{ID: req.Line, X: req.X, Y: req.Y})
	}
	if _, _, _, err := model.Edit(v.Model, changes); err != nil {
		return err
	}
	return c.JSON(http.StatusOK, sideReply{model.EncodeChanges(changes), off})
}
