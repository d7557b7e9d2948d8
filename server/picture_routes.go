package server

import (
	"net/http"
	"strconv"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
	"lexeon/core/render"
	"lexeon/core/scene"
)

// ownPolicy: a picture opened on its own may use its fonts and its style, and
// nothing else.
const ownPolicy = "default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:; frame-ancestors 'none'; sandbox"

func (s *Server) svg(c *echo.Context) error {
	v, sc, err := s.drawing(c)
	if err != nil {
		return err
	}
	data, err := render.SVG(cut(c, sc))
	if err != nil {
		return err
	}
	attach(c, v.Model.Diagram(sc.Diagram).Name, ".svg")
	c.Response().Header().Set("Content-Security-Policy", ownPolicy)
	return c.Blob(http.StatusOK, "image/svg+xml", data)
}

func (s *Server) png(c *echo.Context) error {
	v, sc, err := s.drawing(c)
	if err != nil {
		return err
	}
	scale := 1
	if text := c.QueryParam("scale"); text != "" {
		if scale, err = strconv.Atoi(text); err != nil {
			return problem(http.StatusUnprocessableEntity, "invalid", "%q is not a scale: expected 1, 2, 3 or 4.", text)
		}
	}
	data, err := render.PNG(cut(c, sc), s.set, scale)
	if err != nil {
		return err
	}
	attach(c, v.Model.Diagram(sc.Diagram).Name, ".png")
	return c.Blob(http.StatusOK, "image/png", data)
}

func (s *Server) pdf(c *echo.Context) error {
	v, sc, err := s.drawing(c)
	if err != nil {
		return err
	}
	data, err := render.PDF(cut(c, sc), s.set)
	if err != nil {
		return err
	}
	attach(c, v.Model.Diagram(sc.Diagram).Name, ".pdf")
	return c.Blob(http.StatusOK, "application/pdf", data)
}

// cut is a drawing without blank paper, and without its frame where that is asked for.
func cut(c *echo.Context, sc *scene.Scene) *scene.Scene { return sc.Cut(c.QueryParam("frame") != "no") }

// picture is one that an element shows. Its id tells its content, so that it can
// be kept for ever.
func (s *Server) picture(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	p := v.Model.Picture(model.ID(c.Param("picture")))
	if p == nil {
		return problem(http.StatusNotFound, "missing", "There is no such picture.")
	}
	c.Response().Header().Set("Cache-Control", "private, max-age=31536000, immutable")
	c.Response().Header().Set("Content-Security-Policy", ownPolicy)
	return c.Blob(http.StatusOK, "image/png", p.PNG)
}
