package server

import (
	"errors"
	"fmt"
	"net/http"

	"github.com/labstack/echo/v5"

	"lexeon/core/halt"
	"lexeon/core/model"
	"lexeon/core/render"
	"lexeon/core/scene"
)

// maxThumbnails is how many small pictures are remembered.
const maxThumbnails = 300

// Size of the small picture of a project, in pixels, twice as many as it is shown with.
const thumbWide, thumbHigh = 640, 320

// thumbnail is a small picture of a project: of the diagram that shows most. It is drawn once
// for a revision, and kept by whoever asked for that revision.
func (s *Server) thumbnail(c *echo.Context) error {
	id, v, err := s.current(c)
	if err != nil {
		return err
	}
	key := fmt.Sprintf("%s %d %d", id, v.Made.UnixNano(), v.Revision)
	picture, known := s.thumbnails.Get(key)
	if !known {
		diagram := fullest(v.Model)
		if diagram == "" {
			return problem(http.StatusNotFound, "missing", "There is no diagram yet.")
		}
		err := within(c, func(sign *halt.Sign) error {
			sc := s.desk.Drawer.Until(sign).Of(v.Model, diagram)
			if sc == nil {
				return errors.New("thumbnail: the diagram is gone")
			}
			picture, err = render.Thumbnail(withoutFrame(sc), s.set, thumbWide, thumbHigh)
			return err
		})
		if err != nil {
			return err
		}
		s.thumbnails.Add(key, picture)
	}
	if c.QueryParam("revision") == fmt.Sprint(v.Revision) {
		c.Response().Header().Set("Cache-Control", "private, max-age=31536000, immutable")
	}
	return c.Blob(http.StatusOK, "image/png", picture)
}

// fullest is the diagram that shows most, "" where none shows anything.
func fullest(m *model.Model) (diagram model.ID) {
	most := 0
	for _, d := range m.Diagrams() {
		if n := len(m.PlacementsOn(d.ID)); n > most {
			diagram, most = d.ID, n
		}
	}
	return diagram
}

// withoutFrame is a scene without its frame, as small as what it shows.
func withoutFrame(sc *scene.Scene) *scene.Scene {
	out := *sc
	out.Groups = nil
	var parts []scene.Rect
	for _, g := range sc.Groups {
		if g.ID == "frame" {
			continue
		}
		out.Groups = append(out.Groups, g)
		if g.Box != nil {
			parts = append(parts, *g.Box)
		}
		for _, p := range g.Route {
			parts = append(parts, scene.Rect{X: p.X, Y: p.Y, W: 1, H: 1})
		}
	}
	for i, r := range parts {
		if i == 0 {
			out.Bounds = r
		}
		out.Bounds = out.Bounds.Union(r)
	}
	return &out
}
