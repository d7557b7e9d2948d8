package server_test

import (
	"bytes"
	"encoding/base64"
	"fmt"
	"image"
	"image/color"
	"image/png"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/server"
)

func pngOf(t *testing.T, w, h int) []byte {
	t.Helper()
	i := image.NewRGBA(image.Rect(0, 0, w, h))
	i.Set(w/2, h/2, color.RGBA{200, 120, 10, 255})
	var b bytes.Buffer
	require.NoError(t, png.Encode(&b, i))
	return b.Bytes()
}

func TestDrawingsGoOut(t *testing.T) {
	c, _ := start(t, server.Options{})
	status, header, data := c.do("GET", "/api/projects/p/diagrams/lots/png?scale=2", nil)
	require.Equal(t, 200, status)
	require.Equal(t, "image/png", header.Get("Content-Type"))
	large, err := png.DecodeConfig(bytes.NewReader(data))
	require.NoError(t, err)
	_, _, data = c.do("GET", "/api/projects/p/diagrams/lots/png", nil)
	small, err := png.DecodeConfig(bytes.NewReader(data))
	require.NoError(t, err)
	require.Equal(t, 2*small.Width, large.Width)
	status, header, data = c.do("GET", "/api/projects/p/diagrams/lots/pdf", nil)
	require.Equal(t, 200, status)
	require.Equal(t, "application/pdf", header.Get("Content-Type"))
	require.True(t, bytes.HasPrefix(data, []byte("%PDF-")))
	for _, scale := range []string{"0", "5", "x"} {
		status, _, _ = c.do("GET", "/api/projects/p/diagrams/lots/png?scale="+scale, nil)
		require.Equal(t, 422, status, scale)
	}
}

// A picture goes in with a change, is served by its content's id, and is checked.
func TestPicturesOfElements(t *testing.T) {
	c, _ := start(t, server.Options{})
	data := pngOf(t, 32, 32)
	set := func(data []byte) (int, map[string]any) {
		status, _, problem := c.send("changes", 0, fmt.Sprintf(`[{"type":"setPicture","id":"hive","png":%q}]`, base64.StdEncoding.EncodeToString(data)))
		return status, problem
	}
	status, _ := set(data)
	require.Equal(t, 200, status)
	status, header, got := c.do("GET", "/api/projects/p/pictures/"+string(model.PictureID(data)), nil)
	require.Equal(t, 200, status)
	require.Equal(t, "image/png", header.Get("Content-Type"))
	require.Equal(t, data, got)
	_, _, svg := c.do("GET", "/api/projects/p/diagrams/lots/svg", nil)
	require.Contains(t, string(svg), "data:image/png;base64,"+base64.StdEncoding.EncodeToString(data))

	for words, bad := range map[string][]byte{
		"not a PNG picture": []byte("<svg onload=alert(1)>"), "257 by 8 pixels": pngOf(t, 257, 8), "cannot be read": data[:len(data)-30], "at most 65536": append(data, make([]byte, 70_000)...),
	} {
		status, problem := set(bad)
		require.GreaterOrEqual(t, status, 400, words)
		require.Contains(t, problem["detail"], words)
	}
	status, _, _ = c.do("GET", "/api/projects/p/pictures/none", nil)
	require.Equal(t, 404, status)
}
