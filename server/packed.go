package server

import (
	"bytes"
	"compress/gzip"
	"errors"
	"io"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"strings"

	"github.com/labstack/echo/v5"

	"lexeon/ui"
)

// servePacked serves a file of the page as it was packed when it was built: with Brotli
// to whoever takes that, else with gzip, and as it is to whoever takes neither. It is
// named by its content and kept for ever.
func servePacked(c *echo.Context, name string) error {
	data, coding, err := packed(name, c.Request().Header.Get("Accept-Encoding"))
	if errors.Is(err, fs.ErrNotExist) {
		return problem(http.StatusNotFound, "missing", "there is no such file")
	}
	if err != nil {
		return err
	}
	h := c.Response().Header()
	if coding != "" {
		h.Set("Content-Encoding", coding)
	}
	h.Set("Cache-Control", "public, max-age=31536000, immutable")
	h.Set("Vary", "Accept-Encoding")
	return c.Blob(http.StatusOK, mime.TypeByExtension(path.Ext(name)), data)
}

// packed gives a file in a coding that is accepted; none: it is as it is.
func packed(name, accepted string) (data []byte, coding string, err error) {
	for _, c := range []struct{ name, ending string }{{"br", ".br"}, {"gzip", ".gz"}} {
		if !accepts(accepted, c.name) {
			continue
		}
		if data, err = fs.ReadFile(ui.Files(), name+c.ending); err == nil {
			return data, c.name, nil
		}
	}
	if data, err = fs.ReadFile(ui.Files(), name); err == nil {
		return data, "", nil
	}
	if data, err = fs.ReadFile(ui.Files(), name+".gz"); err != nil {
		return nil, "", err
	}
	r, err := gzip.NewReader(bytes.NewReader(data))
	if err != nil {
		return nil, "", err
	}
	data, err = io.ReadAll(r)
	return data, "", err
}

// accepts reads an Accept-Encoding header; a coding with quality 0 is refused.
func accepts(header, coding string) bool {
	for part := range strings.SplitSeq(header, ",") {
		name, quality, _ := strings.Cut(strings.TrimSpace(part), ";")
		if strings.EqualFold(strings.TrimSpace(name), coding) {
			q := strings.TrimSpace(quality)
			return q != "q=0" && q != "q=0.0"
		}
	}
	return false
}
