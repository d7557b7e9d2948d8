package server

import (
	"archive/zip"
	"bytes"
	"net/http"
	"strconv"
	"time"

	"github.com/labstack/echo/v5"

	"lexeon/core/document"
	"lexeon/core/generate"
	"lexeon/core/generate/golang"
	"lexeon/core/model"
)

func itoa(n int) string { return strconv.Itoa(n) }

// targets by name.
func (s *Server) targets() map[string]func(*model.Model) (generate.Output, error) {
	return map[string]func(*model.Model) (generate.Output, error){
		"go":         golang.Generate,
		"components": golang.Components,
		"markdown":   func(m *model.Model) (generate.Output, error) { return document.Markdown(m, s.desk.Drawer) },
	}
}

func (s *Server) generated(c *echo.Context) (*model.Model, generate.Output, error) {
	_, v, err := s.current(c)
	if err != nil {
		return nil, generate.Output{}, err
	}
	target, ok := s.targets()[c.Param("target")]
	if !ok {
		return nil, generate.Output{}, problem(http.StatusNotFound, "missing", "There is no target %q.", c.Param("target"))
	}
	out, err := target(v.Model)
	if out.Notes == nil {
		out.Notes = []generate.Note{}
	}
	return v.Model, out, err
}

func (s *Server) output(c *echo.Context) error {
	_, out, err := s.generated(c)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, out)
}

func (s *Server) outputZip(c *echo.Context) error {
	m, out, err := s.generated(c)
	if err != nil {
		return err
	}
	data, err := zipFiles(out.Files)
	if err != nil {
		return err
	}
	attach(c, m.Project().Name, "-"+c.Param("target")+".zip")
	return c.Blob(http.StatusOK, "application/zip", data)
}

// zipFiles packs files. Times are fixed, so that equal models give equal bytes.
func zipFiles(files []generate.File) ([]byte, error) {
	var b bytes.Buffer
	w := zip.NewWriter(&b)
	for _, f := range files {
		to, err := w.CreateHeader(&zip.FileHeader{Name: f.Path, Method: zip.Deflate, Modified: time.Date(2000, 1, 1, 0, 0, 0, 0, time.UTC)})
		if err != nil {
			return nil, err
		}
		if _, err := to.Write([]byte(f.Content)); err != nil {
			return nil, err
		}
	}
	if err := w.Close(); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}
