package server

import (
	"archive/zip"
	"bytes"
	"io"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/labstack/echo/v5"

	"lexeon/core/check"
	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/render"
	"lexeon/core/targets"
	"lexeon/core/view"
)

func itoa(n int) string { return strconv.Itoa(n) }

// targetView is a target as a project has decided it.
type targetView struct {
	Name     string       `json:"name"`
	Title    string       `json:"title"`
	Group    string       `json:"group"`
	Download string       `json:"download"`
	Notes    string       `json:"notes"`
	Options  []optionView `json:"options"`
}

// optionView is an option of a target; without choices it is a text.
type optionView struct {
	Name    string            `json:"name"`
	Keeps   string            `json:"keeps"` // the target under which a project keeps it
	Title   string            `json:"title"`
	Doc     string            `json:"doc"`
	Choices []generate.Choice `json:"choices"`
	Default string            `json:"default"`
	Value   string            `json:"value"` // as the project has decided
	Names   bool              `json:"names"` // there are names to choose from
	Fault   string            `json:"fault"` // why that is not taken; empty: it is
}

// targets lists what a project can be made into.
func (s *Server) targets(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	out := []targetView{}
	for _, t := range targets.All {
		shown := targetView{t.Name, t.Title, t.Group, t.Download, t.Notes, []optionView{}}
		for _, o := range t.Options {
			value, fault := t.Decided(v.Model, o), ""
			if err := o.Accepts(value); err != nil {
				fault = err.Error()
			}
			shown.Options = append(shown.Options, optionView{o.Name, t.KeepsUnder(o), o.Title, o.Doc, append([]generate.Choice{}, o.Choices...), o.Default, value, o.Names != nil, fault})
		}
		out = append(out, shown)
	}
	return c.JSON(http.StatusOK, out)
}

// targetNames lists what can be chosen to be made.
func (s *Server) targetNames(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	target, err := targets.Named(c.Param("target"))
	if err != nil {
		return err
	}
	out := []generate.Choice{}
	for _, o := range target.Options {
		if o.Names != nil {
			out = append(out, o.Names(v.Model)...)
		}
	}
	return c.JSON(http.StatusOK, out)
}

// generated makes a target; what the address says of its options comes before what the
// project has decided.
func (s *Server) generated(c *echo.Context) (*model.Model, *generate.Target, generate.Output, error) {
	_, v, err := s.current(c)
	if err != nil {
		return nil, nil, generate.Output{}, err
	}
	target, err := targets.Named(c.Param("target"))
	if err != nil {
		return nil, nil, generate.Output{}, err
	}
	over := map[string]string{}
	for name, values := range c.QueryParams() {
		if name == inFolder {
			continue
		}
		over[name] = values[len(values)-1]
	}
	out, err := target.Run(v.Model, over, render.Draws(v.Model, s.desk.Drawer))
	return v.Model, target, out, err
}

func (s *Server) output(c *echo.Context) error {
	m, target, out, err := s.generated(c)
	if err != nil {
		return err
	}
	shown := view.OutputOf(m, out)
	for _, f := range problemsOf(m, target) {
		shown.Problem(m, string(f.Severity), f.Rule, f.Message, f.Subject, viewMends(m, f.Mends))
	}
	return c.JSON(http.StatusOK, shown)
}

// problemsOf are what the rules of a target find, whether a project wants them among its findings or not.
func problemsOf(m *model.Model, target *generate.Target) []check.Finding {
	var rules []*check.Analyzer
	for _, name := range target.Rules {
		if a := check.ByName(name); a != nil {
			rules = append(rules, a)
		}
	}
	if len(rules) == 0 {
		return nil
	}
	return check.Run(m, rules).Everything()
}

// inFolder is the query that asks for one folder of what is made.
const inFolder = "folder"

func (s *Server) outputZip(c *echo.Context) error {
	m, _, out, err := s.generated(c)
	if err != nil {
		return err
	}
	if folder := c.QueryParam(inFolder); folder != "" {
		folder = strings.TrimSuffix(folder, "/") + "/"
		out.Files = slices.DeleteFunc(out.Files, func(f generate.File) bool { return !strings.HasPrefix(f.Path, folder) })
		if len(out.Files) == 0 {
			return model.Faultf(model.CodeMissing, "there is no folder %q in what is made", folder)
		}
	}
	data, err := zipFiles(out.Files)
	if err != nil {
		return err
	}
	attach(c, m.Project().Name, "-"+c.Param("target")+".zip")
	return c.Blob(http.StatusOK, "application/zip", data)
}

// outputsZip sends what all targets make while it is made: no more than one of them is kept at a time. One that cannot
// be made leaves a text that says why.
func (s *Server) outputsZip(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	attach(c, v.Model.Project().Name, "-all.zip")
	c.Response().Header().Set(echo.HeaderContentType, "application/zip")
	c.Response().WriteHeader(http.StatusOK)
	w := zip.NewWriter(c.Response())
	for _, t := range targets.All {
		if err := c.Request().Context().Err(); err != nil { // whoever asked does not want it any more
			return err
		}
		out, err := t.Run(v.Model, nil, render.Draws(v.Model, s.desk.Drawer))
		if err != nil {
			out.Files = []generate.File{{Path: "not-made.txt", Content: err.Error() + "\n"}}
		}
		if err := zipInto(w, t.Name+"/", out.Files); err != nil {
			return err
		}
	}
	return w.Close()
}

// zipFiles packs files. Times are fixed, so that equal models give equal bytes.
func zipFiles(files []generate.File) ([]byte, error) {
	var b bytes.Buffer
	w := zip.NewWriter(&b)
	if err := zipInto(w, "", files); err != nil {
		return nil, err
	}
	if err := w.Close(); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

func zipInto(w *zip.Writer, folder string, files []generate.File) error {
	for _, f := range files {
		to, err := w.CreateHeader(&zip.FileHeader{Name: folder + f.Path, Method: zip.Deflate, Modified: time.Date(2000, 1, 1, 0, 0, 0, 0, time.UTC)})
		if err != nil {
			return err
		}
		if _, err := io.WriteString(to, f.Content); err != nil {
			return err
		}
	}
	return nil
}
