package server_test

import (
	"context"
	"fmt"
	"net/http"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/store"
	"lexeon/store/storetest"
)

// Many windows that move are told of a few times, to every stream, and at last all of them
// stand where they stand.
func TestACrowdIsToldOfAFewTimes(t *testing.T) {
	url := storetest.URL(t)
	c, _ := process(t, url)
	s, err := store.Open(context.Background(), url, time.Second)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	require.NoError(t, s.Create(context.Background(), "p", "", demoModel(t)))
	const windows, streams, moves = 30, 12, 8
	var lines []<-chan string
	for range streams {
		l := listen(t, c.url)
		expect(t, l, `"revision":0`)
		lines = append(lines, l)
	}
	began := time.Now()
	var moving sync.WaitGroup
	for w := range windows {
		moving.Go(func() {
			one := &client{t: t, url: c.url, who: fmt.Sprint("w", w)}
			for m := range moves {
				body := fmt.Sprintf(`{"window":"w%d","author":{"name":"W%d"},"diagram":"lots","subject":"m%d"}`, w, w, m)
				if status, _, answer := one.do("POST", "/api/projects/p/presence", []byte(body)); status != http.StatusOK {
					t.Errorf("%d: %s", status, answer)
				}
			}
		})
	}
	moving.Wait()
	most := int(time.Since(began)/(100*time.Millisecond)) + 3
	for i, l := range lines {
		told := 0
		for last := false; !last; {
			select {
			case line, ok := <-l:
				require.True(t, ok, "stream %d ended", i)
				if strings.Contains(line, `"present"`) {
					told++
					last = strings.Count(line, fmt.Sprintf(`"subject":"m%d"`, moves-1)) == windows
				}
			case <-time.After(20 * time.Second):
				require.Fail(t, "a window is not where it is")
			}
		}
		require.LessOrEqual(t, told, most, "stream %d", i)
		require.Less(t, told, windows*moves/2, "stream %d", i)
	}
}
