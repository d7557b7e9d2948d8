package server_test

import (
	"bytes"
	"compress/gzip"
	"io"
	"io/fs"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/server"
	"lexeon/ui"
)

// Scripts, styles and the compiled core travel packed, and mean the same however they
// travel.
func TestThePageTravelsPacked(t *testing.T) {
	c, _ := start(t, server.Options{})
	files := map[string]string{}
	for pattern, kind := range map[string]string{"assets/*.js": "text/javascript", "assets/*.css": "text/css", "core/*.wasm.gz": "application/wasm"} {
		found, err := fs.Glob(ui.Files(), pattern)
		require.NoError(t, err)
		for _, f := range found {
			files[strings.TrimSuffix(f, ".gz")] = kind
		}
	}
	if len(files) == 0 {
		t.Skip("the page is not built")
	}
	require.GreaterOrEqual(t, len(files), 4, "script, style, worker and core: %v", files)
	for name, kind := range files {
		t.Run(name, func(t *testing.T) {
			plain := fetchAs(t, c, name, kind, "identity", "")
			require.NotEmpty(t, plain)
			r, err := gzip.NewReader(bytes.NewReader(fetchAs(t, c, name, kind, "gzip;q=0.8, br;q=0", "gzip")))
			require.NoError(t, err)
			unpacked, err := io.ReadAll(r)
			require.NoError(t, err)
			require.True(t, bytes.Equal(plain, unpacked))
			if br := len(fetchAs(t, c, name, kind, "gzip, deflate, br", "br")); len(plain) > 2000 { // the smallest parts are hardly shorter
				require.Less(t, br, len(plain)/2)
			}
			if kind == "application/wasm" {
				require.Equal(t, "\x00asm", string(plain[:4]))
			}
		})
	}
	for _, path := range []string{"/core/nothing.wasm", "/core/../index.html", "/assets/nothing.js", "/assets/../index.html"} {
		status, header, _ := c.do("GET", path, nil)
		require.True(t, status == 404 || strings.HasPrefix(header.Get("Content-Type"), "text/html"), path)
		require.Empty(t, header.Get("Content-Encoding"), path)
	}
}

func fetchAs(t *testing.T, c *client, name, kind, accepted, coding string) []byte {
	t.Helper()
	status, header, data := c.do("GET", "/"+name, nil, "Accept-Encoding", accepted)
	require.Equal(t, 200, status)
	require.Equal(t, coding, header.Get("Content-Encoding"), accepted)
	require.Equal(t, "Accept-Encoding", header.Get("Vary"))
	require.Contains(t, header.Get("Cache-Control"), "immutable")
	require.True(t, strings.HasPrefix(header.Get("Content-Type"), kind), header.Get("Content-Type"))
	return data
}

func firstAsset(t *testing.T) string {
	t.Helper()
	found, err := fs.Glob(ui.Files(), "assets/*.js")
	require.NoError(t, err)
	if len(found) == 0 {
		t.Skip("the page is not built")
	}
	return strings.TrimPrefix(found[0], "assets/")
}
