// Package ui holds the built page. `make build` fills dist; without it the
// program serves a page that says so.
package ui

import (
	"embed"
	"io/fs"
)

//go:embed all:dist
var dist embed.FS

// Files is the built page.
func Files() fs.FS {
	files, err := fs.Sub(dist, "dist")
	if err != nil {
		panic(err) // dist is embedded above
	}
	return files
}
