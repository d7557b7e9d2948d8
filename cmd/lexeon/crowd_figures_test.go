package main

import (
	"bufio"
	"context"
	"fmt"
	"net/http"
	"os/exec"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// TestCrowdFigures prints what 500 windows on one project cost while 50 of them move, as a
// person does who goes through shapes by arrow keys. It is no limit.
func TestCrowdFigures(t *testing.T) {
	const windows, moving, seconds = 500, 50, 20
	database := measured(t, func() map[string]*model.Model {
		return map[string]*model.Model{"large": modeltest.Large(200, 300, 100)}
	})
	server, address := serveProcess(t, database)
	defer func() {
		require.NoError(t, server.Process.Kill())
		_ = server.Wait() // killed
	}()

	ctx, end := context.WithCancel(context.Background())
	var open, dropped, bytes atomic.Int64
	var listening sync.WaitGroup
	each := &http.Client{Transport: &http.Transport{DisableKeepAlives: true}}
	for range windows {
		listening.Go(func() {
			req, err := http.NewRequestWithContext(ctx, "GET", address+"/api/events?project=large", nil)
			if err != nil {
				t.Error(err)
				return
			}
			res, err := each.Do(req)
			if err != nil {
				t.Error(err)
				return
			}
			defer func() { _ = res.Body.Close() }() // it is given up
			open.Add(1)
			lines := bufio.NewReaderSize(res.Body, 64<<10)
			for {
				line, err := lines.ReadString('\n')
				bytes.Add(int64(len(line)))
				if err != nil {
					if ctx.Err() == nil {
						dropped.Add(1)
					}
					return
				}
			}
		})
	}
	for waited := 0; open.Load() < windows && waited < 600; waited++ {
		time.Sleep(50 * time.Millisecond)
	}
	require.EqualValues(t, windows, open.Load())
	p := &people{t: t, project: "large"}
	where := func(w, n int) {
		p.ask("POST", address+"/api/projects/large/presence", fmt.Appendf(nil, `{"window":"w%d","author":{"name":"Person %d"},"diagram":"d","subject":"c%d"}`, w, w, n%40))
	}
	for w := range windows { // all of them are there
		where(w, 0)
	}
	time.Sleep(time.Second)
	used, had := cpu(t, []*exec.Cmd{server}), bytes.Load()
	began := time.Now()
	var going sync.WaitGroup
	for w := range moving {
		going.Go(func() {
			time.Sleep(time.Duration(w) * time.Second / moving)
			for n := range seconds {
				where(w, n+1)
				time.Sleep(time.Until(began.Add(time.Duration(n+1)*time.Second + time.Duration(w)*time.Second/moving)))
			}
		})
	}
	going.Wait()
	took := time.Since(began).Seconds()
	cores := (cpu(t, []*exec.Cmd{server}) - used).Seconds() / took
	t.Logf("figure: %d windows of which %d move: %.2f cores of the server (wanted: 0.5), %.1f MB a second to all, %d streams dropped (wanted: 0)",
		windows, moving, cores, float64(bytes.Load()-had)/1e6/took, dropped.Load())
	end()
	listening.Wait()
}

// TestTwoServersFigures prints whether different projects lose anything by a second server:
// the same people work on two projects at one server, and then each project at one of two.
func TestTwoServersFigures(t *testing.T) {
	database := measured(t, func() map[string]*model.Model {
		large := modeltest.Large(1000, 1500, 200)
		return map[string]*model.Model{"one": large, "two": large}
	})
	servers, addresses := twoServers(t, database)
	const changes = 300
	teams := map[string]*people{"one": {t: t, project: "one"}, "two": {t: t, project: "two"}}
	work := func(at map[string]string) (rate float64, each time.Duration) {
		used, began := cpu(t, servers), time.Now()
		var wg sync.WaitGroup
		for project, address := range at {
			wg.Go(func() { teams[project].rename([]string{address}, 4, changes, 0) })
		}
		wg.Wait()
		return 2 * changes / time.Since(began).Seconds(), (cpu(t, servers) - used) / (2 * changes)
	}
	work(map[string]string{"one": addresses[0], "two": addresses[0]}) // warm
	work(map[string]string{"one": addresses[1], "two": addresses[1]})
	one, cost1 := work(map[string]string{"one": addresses[0], "two": addresses[0]})
	two, cost2 := work(map[string]string{"one": addresses[0], "two": addresses[1]})
	t.Logf("figure: two projects at one server %.0f changes a second, %v each; each at a server of its own %.0f, %v (wanted: no less)", one, cost1.Round(10*time.Microsecond), two, cost2.Round(10*time.Microsecond))
}
