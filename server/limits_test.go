package server_test

import (
	"io"
	"net"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/server"
	"lexeon/store/storetest"
)

// The server waits for nobody for ever: a client that never ends its request is
// let go.
func TestSlowClientsAreLetGo(t *testing.T) {
	srv, err := server.New(storetest.Open(t), server.Options{})
	require.NoError(t, err)
	h := srv.HTTPServer()
	for _, limit := range []time.Duration{h.ReadHeaderTimeout, h.ReadTimeout, h.WriteTimeout, h.IdleTimeout} {
		require.Positive(t, limit)
	}
	h.ReadHeaderTimeout = 50 * time.Millisecond // the same, sooner
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	go func() { _ = h.Serve(l) }() // ends with the close below
	t.Cleanup(func() { require.NoError(t, h.Close()) })
	c, err := net.Dial("tcp", l.Addr().String())
	require.NoError(t, err)
	_, err = io.WriteString(c, "GET /api/rules HTTP/1.1\r\nHost: localhost\r\nX-Slow:")
	require.NoError(t, err)
	require.NoError(t, c.SetReadDeadline(time.Now().Add(20*time.Second)))
	_, err = io.ReadAll(c)
	require.NoError(t, err, "the connection is closed by the server")
	require.NoError(t, c.Close())
}
