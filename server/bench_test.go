package server_test

import (
	"context"
	"fmt"
	"net/http/httptest"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/modeltest"
	"lexeon/server"
	"lexeon/store/storetest"
)

// One change through HTTP to its reply, in a model of 2,000 classes and 3,000
// relations with a diagram of 300 shapes open.
func BenchmarkChange(b *testing.B) {
	s := storetest.Open(b)
	require.NoError(b, s.Create(context.Background(), "p", "", modeltest.Large(2000, 3000, 300)))
	srv, err := server.New(s, server.Options{})
	require.NoError(b, err)
	h := httptest.NewServer(srv.Handler())
	b.Cleanup(h.Close)
	c := &client{t: b, url: h.URL, who: "ada"}
	send := func(i int) {
		body := fmt.Sprintf(`{"clientId":"b%d","author":{"id":"ada","name":"Ada"},"base":%d,"changes":[{"type":"move","id":"pc%d","x":%d,"y":40}]}`,
			i, i, i%300, i+1)
		status, _, data := c.do("POST", "/api/projects/p/changes", []byte(body))
		require.Equal(b, 200, status, "%s", data)
	}
	send(0)
	i := 1
	for b.Loop() {
		send(i)
		i++
	}
}
