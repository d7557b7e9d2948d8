//go:build js

package typeface

import "embed"

// The page measures text and draws none of it itself: files without outlines do.

//go:embed metrics
var metrics embed.FS

func measured(f Face) ([]byte, error) { return metrics.ReadFile("metrics/" + fileNames[f] + ".ttf") }
