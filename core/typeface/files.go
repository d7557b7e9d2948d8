//go:build !js

package typeface

import "embed"

//go:embed files
var files embed.FS

// WebFile returns the WOFF2 file of a face: the same outlines and widths as the
// TrueType file that is measured.
func WebFile(name string) ([]byte, error) { return files.ReadFile("files/" + name + ".woff2") }

// FontFile is the TrueType file of a face.
func FontFile(f Face) ([]byte, error) { return files.ReadFile("files/" + fileNames[f] + ".ttf") }

func measured(f Face) ([]byte, error) { return FontFile(f) }
