package server

import (
	"net/http"

	"github.com/labstack/echo/v5"

	"lexeon/core/generate/sql"
	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/targets"
)

// migrationReply is the script that leads from the tables of an earlier version to those of now.
type migrationReply struct {
	Script string `json:"script"`
}

// migration says how the tables get from a model file, an earlier version of the project, to now.
func (s *Server) migration(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	target, err := targets.Named(c.Param("target"))
	if err != nil {
		return err
	}
	data, done, err := s.modelFile(c)
	if err != nil {
		return err
	}
	defer done()
	old, err := interchange.ReadFile(data)
	if err != nil {
		return err
	}
	if !shares(old, v.Model) {
		return model.Faultf(model.CodeInvalid, "That file is no earlier version of this project: they have no class in common.")
	}
	text, err := sql.MigrationText(target, old, v.Model, nil)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, migrationReply{text})
}

// shares reports whether two models have a class in common, or one of them has none.
func shares(a, b *model.Model) bool {
	classes := a.OfKind(model.Class)
	for _, c := range classes {
		if b.Element(c.ID) != nil {
			return true
		}
	}
	return len(classes) == 0 || len(b.OfKind(model.Class)) == 0
}
