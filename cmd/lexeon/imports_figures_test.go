package main

import (
	"bytes"
	"context"
	"fmt"
	"net/http"
	"os"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/store"
	"lexeon/store/storetest"
)

// hugeFile is a model file of so many terms, with definitions that make it so many bytes.
func hugeFile(terms, size int) []byte {
	var b bytes.Buffer
	b.WriteString(`{"format": "lexeon", "version": 1, "project": {"name": "Huge"}, "terms": [`)
	text := strings.Repeat("x", max(size/terms-60, 1))
	for i := range terms {
		if i > 0 {
			b.WriteString(",\n")
		}
		fmt.Fprintf(&b, `{"id": "t%d", "name": "Thing %d", "definition": "%s"}`, i, i, text)
	}
	b.WriteString(`]}`)
	return b.Bytes()
}

// TestImportFigures prints what large files cost: four of the largest size at once, while
// others go on, and those that are refused. `make bench` shows the figures.
func TestImportFigures(t *testing.T) {
	if !*figures {
		t.Skip("make bench measures")
	}
	database := storetest.URL(t)
	ctx := context.Background()
	s, err := store.Open(ctx, database, 10*time.Second)
	require.NoError(t, err)
	require.NoError(t, s.Create(ctx, "p", "", model.Empty("Small")))
	require.NoError(t, s.Close())
	cmd, address := serveProcess(t, database)
	defer func() {
		require.NoError(t, cmd.Process.Kill())
		_ = cmd.Wait() // killed
	}()
	send := func(id string, file []byte) (int, time.Duration) {
		began := time.Now()
		res, err := client.Post(address+"/api/import?id="+id, "application/json", bytes.NewReader(file))
		require.NoError(t, err)
		require.NoError(t, res.Body.Close())
		return res.StatusCode, time.Since(began)
	}
	status, took := send("many", hugeFile(model.MaxRows+1, 35<<20))
	require.Equal(t, http.StatusUnprocessableEntity, status)
	t.Logf("figure: a file with too many rows, 35 MB, is refused after %v (wanted: 2 s), %s", took.Round(time.Millisecond), resident(t, cmd.Process.Pid))
	file := hugeFile(60_000, 63<<20)
	var wg sync.WaitGroup
	over := make(chan struct{})
	var worst time.Duration
	var others sync.WaitGroup
	others.Go(func() {
		for {
			select {
			case <-over:
				return
			case <-time.After(100 * time.Millisecond):
			}
			began := time.Now()
			res, err := client.Get(address + "/api/projects/p")
			if err != nil || res.StatusCode != http.StatusOK {
				t.Errorf("another request: %v", err)
				return
			}
			_ = res.Body.Close()
			worst = max(worst, time.Since(began))
		}
	})
	began := time.Now()
	for i := range 4 {
		wg.Go(func() {
			if status, _ := send(fmt.Sprint("huge", i), file); status != http.StatusCreated {
				t.Errorf("file %d: %d", i, status)
			}
		})
	}
	wg.Wait()
	all := time.Since(began)
	close(over)
	others.Wait()
	t.Logf("figure: four files of 63 MB at once: %v, %s (wanted: 1.5 GB), another request at most %v (wanted: 1 s)", all.Round(time.Millisecond), resident(t, cmd.Process.Pid), worst.Round(time.Millisecond))
}

// resident is how much memory a process held at most.
func resident(t testing.TB, pid int) string {
	status, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", pid))
	require.NoError(t, err)
	for line := range strings.SplitSeq(string(status), "\n") {
		if strings.HasPrefix(line, "VmHWM") {
			return strings.Join(strings.Fields(line), " ")
		}
	}
	return ""
}
