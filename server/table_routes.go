package server

import (
	"net/http"

	"github.com/labstack/echo/v5"

	"lexeon/core/activity"
	"lexeon/core/brief"
	"lexeon/core/lexicon"
)

// activitiesCSV is the activity table as a file.
func (s *Server) activitiesCSV(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	attach(c, v.Model.Project().Name, "-activities.csv")
	return c.Blob(http.StatusOK, "text/csv; charset=utf-8", activity.WriteCSV(v.Model, brief.Numbers(v.Model)))
}

// glossary is the lexicon as a file.
func (s *Server) glossary(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	if c.Param("format") == "csv" {
		attach(c, v.Model.Project().Name, "-glossary.csv")
		return c.Blob(http.StatusOK, "text/csv; charset=utf-8", lexicon.GlossaryCSV(v.Model))
	}
	if c.Param("format") != "md" {
		return problem(http.StatusNotFound, "missing", "The glossary comes as csv or as md.")
	}
	attach(c, v.Model.Project().Name, "-glossary.md")
	return c.Blob(http.StatusOK, "text/markdown; charset=utf-8", lexicon.GlossaryMarkdown(v.Model))
}
