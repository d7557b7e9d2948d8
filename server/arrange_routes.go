package server

import (
	"encoding/json"
	"net/http"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
)

// changesReply tells changes that the page can submit.
type changesReply struct {
	Changes  json.RawMessage `json:"changes"`
	Elements []model.ID      `json:"elements"` // that they show
	Left     int             `json:"left"`     // how many were there already
}

func reply(changes []model.Change) changesReply {
	out := changesReply{Changes: model.EncodeChanges(changes), Elements: []model.ID{}}
	for _, c := range changes {
		if p, ok := c.(*model.Place); ok {
			out.Elements = append(out.Elements, p.Subject)
		}
	}
	return out
}

// arrangementRequest asks for shapes to be arranged, all where none is named.
type arrangementRequest struct {
	Diagram    model.ID          `json:"diagram"`
	How        scene.Arrangement `json:"how"`
	Placements []model.ID        `json:"placements"`
}

func (s *Server) readArrangement(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req arrangementRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	changes, err := s.drawer.Arrange(v.Model, req.Diagram, req.How, req.Placements)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, reply(changes))
}

// copyRequest asks for what placements show to be shown on a diagram.
type copyRequest struct {
	From       model.ID   `json:"from"`
	Placements []model.ID `json:"placements"`
	To         model.ID   `json:"to"`
	AsNew      bool       `json:"asNew"`
	DX         int        `json:"dx"`
	DY         int        `json:"dy"`
	Seed       string     `json:"seed"`
}

func (s *Server) readCopy(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req copyRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	if v.Model.Diagram(req.To) == nil {
		return problem(http.StatusNotFound, "missing", "There is no such diagram any more.")
	}
	changes := model.CopyChanges(v.Model, model.CopyRequest(req))
	if _, _, _, err := model.Edit(v.Model, changes); err != nil {
		return err
	}
	out := reply(changes)
	for _, p := range req.Placements {
		if row := v.Model.Placement(p); !req.AsNew && row != nil && v.Model.Element(row.Subject) != nil && v.Model.PlacementOn(req.To, row.Subject) != nil {
			out.Left++
		}
	}
	return c.JSON(http.StatusOK, out)
}

// cardsRequest asks what a pasted text would make, with its upper left corner at
// a point.
type cardsRequest struct {
	Diagram model.ID `json:"diagram"`
	Text    string   `json:"text"`
	X       int      `json:"x"`
	Y       int      `json:"y"`
	Seed    string   `json:"seed"`
}

func (s *Server) readCards(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req cardsRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	cards, err := notation.ReadCards(v.Model, req.Text)
	if err != nil {
		return err
	}
	changes, elements, relationships, err := notation.CardChanges(v.Model, cards, req.Seed)
	if err != nil {
		return err
	}
	next, _, _, err := model.Edit(v.Model, changes)
	if err != nil {
		return err
	}
	placed, err := s.drawer.PlaceAll(next, req.Diagram, elements, relationships, scene.Point{X: req.X, Y: req.Y}, req.Seed)
	if err != nil {
		return err
	}
	out := reply(append(changes, placed...))
	return c.JSON(http.StatusOK, out)
}
