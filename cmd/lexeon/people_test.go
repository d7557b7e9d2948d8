package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"slices"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// TestPeopleFigures prints what many people at once wait for, on a model of 2,000 classes,
// and what a second server on the same database costs. It is no limit: `make bench` shows
// the figures.
func TestPeopleFigures(t *testing.T) {
	database := measured(t, func() map[string]*model.Model {
		return map[string]*model.Model{"large": modeltest.Large(2000, 3000, 300)}
	})
	servers, addresses := twoServers(t, database)
	p := &people{t: t, project: "large"}
	for _, a := range addresses {
		p.figures(a) // both have read the project, and checked it
	}

	var floor []time.Duration
	for range 300 {
		began := time.Now()
		p.ask("GET", addresses[0]+"/favicon.svg", nil)
		floor = append(floor, time.Since(began))
	}
	t.Logf("figure: the floor, a file that is always the same: %s", percentiles(floor))

	used := cpu(t, servers)
	took, all := p.rename(addresses[:1], 1, 300, 0)
	one := (cpu(t, servers) - used) / 300
	t.Logf("figure: 1 client, %.0f changes a second: %s (wanted: p95 under 15 ms)", 300/all.Seconds(), percentiles(took))
	p.rename(addresses, 1, 2, 0) // both know the newest revision
	used = cpu(t, servers)
	p.rename(addresses, 1, 300, 0)
	two := (cpu(t, servers) - used) / 300
	t.Logf("figure: processor time of a change, of one server %v, of two in turn %v: %.2f times (wanted: 1.3 at most)", one.Round(10*time.Microsecond), two.Round(10*time.Microsecond), float64(two)/float64(one))
	took, all = p.rename(addresses[:1], 10, 600, 0)
	t.Logf("figure: 10 clients, %.0f changes a second (wanted: 150): %s (wanted: p95 under 120 ms)", 600/all.Seconds(), percentiles(took))
	took, all = p.rename(addresses[:1], 50, 1000, 0)
	t.Logf("figure: 50 clients, %.0f changes a second: %s (wanted: p95 under 600 ms)", 1000/all.Seconds(), percentiles(took))
	began := time.Now()
	revision := p.figures(addresses[0])
	t.Logf("figure: findings of revision %d, after a pause: %v (wanted: 2 s)", revision, time.Since(began).Round(time.Millisecond))
	took, _ = p.rename(addresses[:1], 40, 600, time.Second)
	t.Logf("figure: 40 people, one change a second each, all of them asking for findings: %s (wanted: p95 under 80 ms)", percentiles(took))
}

// twoServers starts two servers on a database, until the test is over.
func twoServers(t *testing.T, database string) (servers []*exec.Cmd, addresses []string) {
	for range 2 {
		cmd, address := serveProcess(t, database)
		t.Cleanup(func() {
			require.NoError(t, cmd.Process.Kill())
			_ = cmd.Wait() // killed
		})
		servers, addresses = append(servers, cmd), append(addresses, address)
	}
	return servers, addresses
}

type people struct {
	t        testing.TB
	project  string
	made     atomic.Int64
	revision atomic.Int64
}

func (p *people) ask(method, url string, body []byte) []byte {
	req, err := http.NewRequest(method, url, bytes.NewReader(body))
	require.NoError(p.t, err)
	res, err := client.Do(req)
	require.NoError(p.t, err)
	defer func() { require.NoError(p.t, res.Body.Close()) }()
	data, err := io.ReadAll(res.Body)
	require.NoError(p.t, err)
	require.Equal(p.t, 200, res.StatusCode, "%s", data)
	return data
}

var client = &http.Client{Transport: &http.Transport{MaxIdleConnsPerHost: 100}}

func (p *people) figures(address string) int64 {
	var out struct{ Revision int64 }
	require.NoError(p.t, json.Unmarshal(p.ask("GET", address+"/api/projects/"+p.project+"/findings/figures", nil), &out))
	return out.Revision
}

// rename has so many clients rename classes, as pages do, until so many changes are made;
// each in turn at one of the addresses. Where they take their time, each asks for the
// findings after its change.
func (p *people) rename(addresses []string, clients, changes int, pause time.Duration) (took []time.Duration, all time.Duration) {
	var mu sync.Mutex
	var wg sync.WaitGroup
	begun := time.Now()
	for c := range clients {
		wg.Go(func() {
			if pause > 0 {
				time.Sleep(time.Duration(c) * pause / time.Duration(clients))
			}
			revision := p.revision.Load()
			for i := range changes / clients {
				n := p.made.Add(1)
				address := addresses[i%len(addresses)]
				change := &model.SetName{ID: model.ID(fmt.Sprint("c", c*40+i%40)), Name: fmt.Sprint("Renamed ", n)}
				writer := fmt.Sprint("w", c)
				body, err := json.Marshal(map[string]any{
					"author": map[string]string{"id": writer, "name": "F"}, "changeVersion": model.ChangeVersion, "since": revision,
					"steps": []any{map[string]any{"clientId": fmt.Sprint("p", n), "writer": writer, "base": revision, "changes": model.EncodeChanges([]model.Change{change})}},
				})
				if err != nil {
					p.t.Error(err)
					return
				}
				began := time.Now()
				answer := p.ask("POST", address+"/api/projects/"+p.project+"/queue", body)
				d := time.Since(began)
				var reply struct {
					Revision int64
					Outcomes []struct{ Problem any }
				}
				if err := json.Unmarshal(answer, &reply); err != nil || len(reply.Outcomes) != 1 || reply.Outcomes[0].Problem != nil {
					p.t.Errorf("%s", answer)
				}
				revision = reply.Revision
				p.revision.Store(revision) // those that begin later begin there
				mu.Lock()
				took = append(took, d)
				mu.Unlock()
				if pause > 0 {
					p.figures(address)
					time.Sleep(max(0, pause-time.Since(began)))
				}
			}
		})
	}
	wg.Wait()
	return took, time.Since(begun)
}

func percentiles(took []time.Duration) string {
	slices.Sort(took)
	return fmt.Sprintf("median %v, p95 %v", took[len(took)/2].Round(100*time.Microsecond), took[len(took)*95/100].Round(100*time.Microsecond))
}

// cpu is the processor time that processes have used.
func cpu(t testing.TB, processes []*exec.Cmd) time.Duration {
	ticks := 0
	for _, p := range processes {
		data, err := os.ReadFile(fmt.Sprintf("/proc/%d/stat", p.Process.Pid))
		require.NoError(t, err)
		fields := strings.Fields(string(data[bytes.LastIndexByte(data, ')')+2:]))
		for _, f := range fields[11:13] { // utime and stime, in hundredths of a second
			n, err := strconv.Atoi(f)
			require.NoError(t, err)
			ticks += n
		}
	}
	return time.Duration(ticks) * 10 * time.Millisecond
}
