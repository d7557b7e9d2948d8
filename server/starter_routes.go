package server

import (
	"net/http"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
	"lexeon/core/scene"
	"lexeon/core/starter"
)

// starters lists the general class models to begin from.
func (s *Server) starters(c *echo.Context) error { return c.JSON(http.StatusOK, starter.All) }

type starterRequest struct {
	Starter string   `json:"starter"`
	Diagram model.ID `json:"diagram"`
	Seed    string   `json:"seed"`
}

// readStarter tells what inserts a general class model and shows it, arranged, on
// a class diagram.
func (s *Server) readStarter(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req starterRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	chosen, ok := starter.ByKey(req.Starter)
	if !ok {
		return problem(http.StatusBadRequest, "invalid", "There is no starter %q.", req.Starter)
	}
	if d := v.Model.Diagram(req.Diagram); d == nil || d.Kind != model.ClassDiagram {
		return problem(http.StatusNotFound, "missing", "There is no such class diagram any more.")
	}
	changes, elements, relationships, err := chosen.Changes(v.Model, req.Seed)
	if err != nil {
		return err
	}
	next, _, _, err := model.Edit(v.Model, changes)
	if err != nil {
		return err
	}
	// Below what is there already.
	at := scene.Point{X: 80, Y: 80}
	if drawn := s.drawer.Of(next, req.Diagram); len(next.PlacementsOn(req.Diagram)) > 0 {
		at = scene.Point{X: drawn.Bounds.X + 40, Y: drawn.Bounds.Bottom() + 20}
	}
	placed, err := s.drawer.PlaceAll(next, req.Diagram, elements, relationships, at, req.Seed)
	if err != nil {
		return err
	}
	changes = append(changes, placed...)
	if next, _, _, err = model.Edit(next, placed); err != nil {
		return err
	}
	var fresh []model.ID
	for _, p := range placed {
		if place, ok := p.(*model.Place); ok {
			fresh = append(fresh, place.ID)
		}
	}
	arranged, err := s.drawer.Arrange(next, req.Diagram, scene.InLayers, fresh)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, reply(append(changes, arranged...)))
}
