package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/store"
	"lexeon/store/storetest"
)

// buildProgram builds the real program once for the tests of this package.
var buildProgram = sync.OnceValues(func() (string, error) {
	path := filepath.Join(os.TempDir(), fmt.Sprintf("lexeon-test-%d", os.Getpid()))
	out, err := exec.Command("go", "build", "-o", path, "lexeon/cmd/lexeon").CombinedOutput()
	if err != nil {
		return "", fmt.Errorf("%w: %s", err, out)
	}
	return path, nil
})

func TestMain(m *testing.M) {
	code := m.Run()
	if path, err := buildProgram(); err == nil {
		_ = os.Remove(path)
	}
	os.Exit(code)
}

// serveProcess starts the program on a free port.
func serveProcess(t *testing.T, database string) (*exec.Cmd, string) {
	t.Helper()
	path, err := buildProgram()
	require.NoError(t, err)
	cmd := exec.Command(path, "serve", "--addr", "127.0.0.1:0", "--database", database)
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	cmd.Stderr = os.Stderr
	require.NoError(t, cmd.Start())
	line, err := bufio.NewReader(out).ReadString('\n')
	require.NoError(t, err)
	_, address, ok := strings.Cut(strings.TrimSpace(line), "Lexeon answers at ")
	require.True(t, ok, line)
	return cmd, address
}

// A server process that is killed amid a stream of changes loses nothing that it
// acknowledged, and leaves no half of a change.
func TestKilledServerLosesNothing(t *testing.T) {
	database := storetest.URL(t)
	ctx := context.Background()
	s, err := store.Open(ctx, database, 10*time.Second)
	require.NoError(t, err)
	defer func() { require.NoError(t, s.Close()) }()
	require.NoError(t, s.Create(ctx, "p", "", model.Empty("Killed")))

	const kills, writers = 20, 3
	acknowledged := map[string]bool{}
	asked := map[string]bool{}
	var mu sync.Mutex
	rnd := rand.New(rand.NewPCG(7, 7))
	for round := range kills {
		cmd, address := serveProcess(t, database)
		ctx, stop := context.WithCancel(ctx)
		var wg sync.WaitGroup
		for w := range writers {
			wg.Go(func() {
				for i := 0; ctx.Err() == nil; i++ {
					id := fmt.Sprintf("r%d-w%d-%d", round, w, i)
					mu.Lock()
					asked[id] = true
					mu.Unlock()
					if postClass(ctx, address, id) {
						mu.Lock()
						acknowledged[id] = true
						mu.Unlock()
					}
				}
			})
		}
		// Amid the stream: some were acknowledged in this round, however slow the
		// machine is.
		count := func() int {
			mu.Lock()
			defer mu.Unlock()
			return len(acknowledged)
		}
		for before, waited := count(), 0; count() < before+2 && waited < 3000; waited++ {
			time.Sleep(10 * time.Millisecond)
		}
		time.Sleep(time.Duration(20+rnd.IntN(120)) * time.Millisecond)
		require.NoError(t, cmd.Process.Kill())
		stop()
		wg.Wait()
		require.Error(t, cmd.Wait(), "killed")
	}

	m, err := s.Reload(ctx, "p")
	require.NoError(t, err)
	replayed, err := s.Replay(ctx, "p")
	require.NoError(t, err)
	require.True(t, m.Equal(replayed), "the log says what the rows say")
	require.Greater(t, len(acknowledged), kills, "the stream was running")
	for id := range acknowledged {
		require.NotNil(t, m.Element(model.ID(id)), "%s was acknowledged and is lost", id)
	}
	for id := range asked {
		parts := m.Children(model.ID(id))
		if m.Element(model.ID(id)) == nil {
			require.Empty(t, parts, "half of %s is there", id)
		} else {
			require.Len(t, parts, 3, "half of %s is there", id)
		}
	}
	for _, e := range m.Classifiers() {
		require.True(t, asked[string(e.ID)], "%s was never asked for", e.ID)
	}
	t.Logf("%d changes asked for, %d acknowledged, %d found after %d kills", len(asked), len(acknowledged), len(m.Classifiers()), kills)
}

func postClass(ctx context.Context, address, id string) bool {
	changes := []model.Change{&model.AddElement{ID: model.ID(id), Kind: model.Class, Name: id}}
	for i := range 3 {
		changes = append(changes, &model.AddPart{ID: model.ID(fmt.Sprint(id, "-", i)), Owner: model.ID(id), Kind: model.Attribute, Name: fmt.Sprint("a", i)})
	}
	body, err := json.Marshal(map[string]any{"clientId": id, "author": map[string]string{"id": "w", "name": "W"}, "base": 0, "changes": model.EncodeChanges(changes)})
	if err != nil {
		return false
	}
	req, err := http.NewRequestWithContext(ctx, "POST", address+"/api/projects/p/changes", bytes.NewReader(body))
	if err != nil {
		return false
	}
	res, err := http.DefaultClient.Do(req)
	if err != nil {
		return false
	}
	defer func() { _ = res.Body.Close() }() // the server may be gone
	_, err = io.ReadAll(res.Body)
	return err == nil && res.StatusCode == 200
}
