package server

import (
	"bytes"
	"compress/gzip"
	"io"
	"io/fs"
	"net/http"
	"path"
	"strings"

	"github.com/labstack/echo/v5"

	"lexeon/ui"
)

// servePacked serves the compiled core as it was packed when it was built: with Brotli
// to whoever takes that, else with gzip, and as it is to whoever takes neither. It is
// named by its content and kept for ever.
func servePacked(c *echo.Context) error {
	name := "core/" + path.Base(c.Param("file"))
	h := c.Response().Header()
	accepted := c.Request().Header.Get("Accept-Encoding")
	for _, coding := range []struct{ name, ending string }{{"br", ".br"}, {"gzip", ".gz"}} {
		if !accepts(accepted, coding.name) {
			continue
		}
		data, err := fs.ReadFile(ui.Files(), name+coding.ending)
		if err != nil {
			continue
		}
		h.Set("Content-Encoding", coding.name)
		return sendCore(c, data)
	}
	packed, err := fs.ReadFile(ui.Files(), name+".gz")
	if err != nil {
		return problem(http.StatusNotFound, "missing", "there is no such file")
	}
	r, err := gzip.NewReader(bytes.NewReader(packed))
	if err != nil {
		return err
	}
	data, err := io.ReadAll(r)
	if err != nil {
		return err
	}
	return sendCore(c, data)
}

func sendCore(c *echo.Context, data []byte) error {
	h := c.Response().Header()
	h.Set("Cache-Control", "public, max-age=31536000, immutable")
	h.Set("Vary", "Accept-Encoding")
	return c.Blob(http.StatusOK, "application/wasm", data)
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
