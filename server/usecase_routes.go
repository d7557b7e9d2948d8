package server

import (
	"net/http"
	"slices"

	"github.com/labstack/echo/v5"

	"lexeon/core/brief/reading"
	"lexeon/core/model"
)

// proposedCase is a use case that the project gives reason for.
type proposedCase struct {
	Key   string `json:"key"`
	Name  string `json:"name"`
	Actor string `json:"actor"`
	Why   string `json:"why"`
}

// useCaseRequest asks what taking over a proposal would change. On a diagram what a
// proposal makes is placed.
type useCaseRequest struct {
	Proposal string   `json:"proposal"`
	Diagram  model.ID `json:"diagram"`
	Seed     string   `json:"seed"`
}

// proposedUseCases lists use cases that the project gives reason for. The brief
// is read for them.
func (s *Server) proposedUseCases(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	out := []proposedCase{}
	for _, p := range reading.UseCases(v.Model, s.reader.Read(v.Model)) {
		out = append(out, proposedCase{p.Key, p.Name, p.Actor, p.Why})
	}
	return c.JSON(http.StatusOK, out)
}

func (s *Server) readUseCase(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req useCaseRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	changes, err := s.proposalChanges(v.Model, req)
	if err != nil {
		return err
	}
	return s.sendChanges(c, v, changes)
}

// proposalChanges tells what takes over a proposal and draws it. The first use
// case of a project is drawn on a first diagram.
func (s *Server) proposalChanges(m *model.Model, req useCaseRequest) ([]model.Change, error) {
	proposals := reading.UseCases(m, s.reader.Read(m))
	i := slices.IndexFunc(proposals, func(p reading.UseCase) bool { return p.Key == req.Proposal })
	if i < 0 {
		return nil, problem(http.StatusNotFound, "missing", "This is not proposed any more.")
	}
	changes, useCase, actor, line := reading.UseCaseChanges(m, proposals[i], req.Seed)
	if len(diagramsOf(m, model.UseCaseDiagram)) == 0 {
		add := &model.AddDiagram{ID: model.DeriveID("diagram", req.Seed), Kind: model.UseCaseDiagram, Name: "Use cases"}
		changes, req.Diagram = append([]model.Change{add}, changes...), add.ID
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return nil, err
	}
	d := next.Diagram(req.Diagram)
	if d == nil || d.Kind != model.UseCaseDiagram {
		return changes, nil
	}
	var shown []model.Change
	for _, id := range []model.ID{useCase, actor, line} {
		if next.PlacementOn(d.ID, id) == nil {
			shown = append(shown, &model.Place{ID: model.DeriveID("place", req.Seed, string(id)), Diagram: d.ID, Subject: id})
		}
	}
	if shown, err = s.desk.Propose.PlaceEach(next, d.ID, shown); err != nil {
		return nil, err
	}
	return append(append(changes, shown...), s.desk.Propose.IntoSubject(next, d.ID, useCase, 0, 0, req.Seed)...), nil
}

func diagramsOf(m *model.Model, kind model.Kind) []*model.Diagram {
	return slices.DeleteFunc(m.Diagrams(), func(d *model.Diagram) bool { return d.Kind != kind })
}
