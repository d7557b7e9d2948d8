package server

import (
	"io"
	"log/slog"
	"mime"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/labstack/echo/v5"

	"lexeon/core/check"
	"lexeon/core/halt"
	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/scene"
	"lexeon/core/view"
	"lexeon/store"
)

type ruleView struct {
	Name     string         `json:"name"`
	Title    string         `json:"title"`
	Severity check.Severity `json:"severity"`
	Doc      string         `json:"doc"`
	Source   string         `json:"source"`
	Finds    string         `json:"finds"`
	Leaves   string         `json:"leaves"`
}

func (s *Server) rules(c *echo.Context) error {
	out := make([]ruleView, 0, len(check.All))
	for _, a := range check.All {
		out = append(out, ruleView{a.Name, a.Title, a.Severity, a.Doc, a.Source, a.Finds, a.Leaves})
	}
	return c.JSON(http.StatusOK, out)
}

func (s *Server) listProjects(c *echo.Context) error {
	list, err := s.store.Projects(c.Request().Context())
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, list)
}

type projectRequest struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

func (s *Server) createProject(c *echo.Context) error {
	var req projectRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	if strings.TrimSpace(req.Name) == "" {
		return model.Faultf(model.CodeInvalid, "A project needs a name.").At("", "name")
	}
	m, _, _, err := model.Edit(model.Empty(""), []model.Change{&model.SetProject{Set: model.P("name", req.Name)}})
	if err != nil {
		return err
	}
	if err := s.store.Create(c.Request().Context(), req.ID, "", m); err != nil {
		return err
	}
	return c.JSON(http.StatusCreated, idReply{model.ID(req.ID)})
}

// importProject makes a new project of a model file.
func (s *Server) importProject(c *echo.Context) error {
	data, done, err := s.modelFile(c)
	if err != nil {
		return err
	}
	defer done()
	m, err := interchange.ReadFile(data)
	if err != nil {
		return err
	}
	id := c.QueryParam("id")
	if err := s.store.Create(c.Request().Context(), id, "", m); err != nil {
		return err
	}
	return c.JSON(http.StatusCreated, idReply{model.ID(id)})
}

// modelFile reads the body of a request that is a model file, when there is memory for it; done gives
// that back.
func (s *Server) modelFile(c *echo.Context) (data []byte, done func(), err error) {
	done, err = s.imports.turn(c.Request().Context(), c.Request().ContentLength)
	if err != nil {
		return nil, nil, err
	}
	// It waited for its turn: the time for reading begins now.
	control := http.NewResponseController(c.Response())
	_ = control.SetReadDeadline(time.Now().Add(bodyLimit)) // where it is not possible the server's own holds
	_ = control.SetWriteDeadline(time.Now().Add(bodyLimit + largeLimit))
	if data, err = io.ReadAll(c.Request().Body); err != nil {
		done()
		return nil, nil, err
	}
	return data, done, nil
}

func (s *Server) deleteProject(c *echo.Context) error {
	id := c.Param("project")
	if err := s.store.Delete(c.Request().Context(), id); err != nil {
		return err
	}
	s.checks.forget(id)
	return c.NoContent(http.StatusNoContent)
}

func (s *Server) deletedProjects(c *echo.Context) error {
	list, err := s.store.Deleted(c.Request().Context())
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, list)
}

func (s *Server) bringBack(c *echo.Context) error {
	if err := s.store.BringBack(c.Request().Context(), c.Param("project")); err != nil {
		return err
	}
	return c.NoContent(http.StatusNoContent)
}

func (s *Server) current(c *echo.Context) (string, *store.Version, error) {
	id := c.Param("project")
	v, err := s.store.Current(c.Request().Context(), id)
	if err == nil && s.away.CompareAndSwap(true, false) {
		slog.Info("the database answers again", "unanswered", s.unmet.Swap(0))
	}
	return id, v, err
}

// overviewView is a project with what only the server knows of it.
type overviewView struct {
	view.Overview
	Undo string `json:"undo"`
	Redo string `json:"redo"`
}

func (s *Server) overview(c *echo.Context) error {
	id, v, err := s.current(c)
	if err != nil {
		return err
	}
	var out overviewView
	if out.Overview, err = view.OverviewOf(v.Model, id, v.Revision); err != nil {
		return err
	}
	if out.Undo, out.Redo, err = s.store.Pending(c.Request().Context(), id, s.known(c)); err != nil {
		return err
	}
	return c.JSON(http.StatusOK, out)
}

// findings are those of the whole project, or of what is asked for.
func (s *Server) findings(c *echo.Context) error {
	now, err := s.checks.of(c.Request().Context(), c.Param("project"))
	if err != nil {
		return err
	}
	list := now.Findings()
	if of := c.QueryParams()["of"]; len(of) > 0 {
		list = nil
		for _, row := range of {
			list = append(list, now.Of(model.ID(row))...)
		}
	}
	views := viewFindings(now.Model, list)
	if diagram := model.ID(c.QueryParam("diagram")); diagram != "" {
		views = onDiagram(now.Model, views, diagram)
	}
	return c.JSON(http.StatusOK, views)
}

// mends are the ways out of one finding, tried on the newest revision. One that is gone has none.
func (s *Server) mends(c *echo.Context) error {
	now, err := s.checks.of(c.Request().Context(), c.Param("project"))
	if err != nil {
		return err
	}
	f, ok := now.Find(c.QueryParam("finding"))
	if !ok {
		return c.JSON(http.StatusOK, []view.WayOut{})
	}
	return c.JSON(http.StatusOK, viewMends(now.Model, now.MendsOf(f)))
}

// figuresReply counts findings at a revision.
type figuresReply struct {
	Revision int64  `json:"revision"`
	Findings Counts `json:"findings"`
}

func (s *Server) findingFigures(c *echo.Context) error {
	now, err := s.checks.of(c.Request().Context(), c.Param("project"))
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, figuresReply{now.Revision, countFindings(now.Findings())})
}

func (s *Server) history(c *echo.Context) error {
	list, err := s.store.History(c.Request().Context(), c.Param("project"), 200)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, list)
}

func (s *Server) exportFile(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	attach(c, v.Model.Project().Name, ".lexeon.json")
	return c.Blob(http.StatusOK, "application/json", interchange.WriteFile(v.Model))
}

// attach names a download after something in the model, made harmless.
func attach(c *echo.Context, name, ending string) {
	c.Response().Header().Set("Content-Disposition", mime.FormatMediaType("attachment", map[string]string{"filename": safeName(name) + ending}))
}

func safeName(name string) string {
	out := strings.Map(func(r rune) rune {
		if r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r >= '0' && r <= '9' || r == '-' || r == '_' {
			return r
		}
		if r == ' ' {
			return '-'
		}
		return -1
	}, name)
	if len(out) > 80 {
		out = out[:80]
	}
	if out == "" {
		return "lexeon"
	}
	return out
}

// drawing finds the diagram that a request names, and draws it.
func (s *Server) drawing(c *echo.Context) (*store.Version, *scene.Scene, error) {
	_, v, err := s.current(c)
	if err != nil {
		return nil, nil, err
	}
	var sc *scene.Scene
	err = within(c, func(sign *halt.Sign) error {
		sc = s.desk.Drawer.Until(sign).Of(v.Model, model.ID(c.Param("diagram")))
		return nil
	})
	if err != nil {
		return nil, nil, err
	}
	if sc == nil {
		return nil, nil, problem(http.StatusNotFound, "missing", "There is no such diagram any more.")
	}
	return v, sc, nil
}

func (s *Server) scene(c *echo.Context) error {
	v, sc, err := s.drawing(c)
	if err != nil {
		return err
	}
	c.Response().Header().Set(revisionHeader, strconv.FormatInt(v.Revision, 10))
	return c.JSON(http.StatusOK, sc)
}
