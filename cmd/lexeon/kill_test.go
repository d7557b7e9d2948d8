package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"syscall"
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

// A server that is killed amid a stream of changes loses nothing that it acknowledged, does
// nothing twice that is sent again, and leaves no half of a change.
func TestKilledServerLosesNothing(t *testing.T) {
	(&killing{t: t, database: storetest.URL(t), servers: 1, writers: 3, kills: 10}).run()
}

// The same with two servers and the database killed as well, many times.
func TestKilledServersAndDatabase(t *testing.T) {
	if !*soak {
		t.Skip("make soak kills for longer")
	}
	db := newKilledDatabase(t)
	(&killing{t: t, database: db.url, servers: 2, writers: 8, kills: 200, databaseKills: 20, killDatabase: db.killed}).run()
}

// killing is writers that send changes until each is acknowledged, and what is killed
// meanwhile.
type killing struct {
	t                                      *testing.T
	database                               string
	servers, writers, kills, databaseKills int
	killDatabase                           func() // kills it, and starts it again

	addresses    []atomic.Pointer[string]
	over         atomic.Bool
	acknowledged atomic.Int64
	sent         atomic.Int64 // more than once each where an answer was lost
}

func (k *killing) run() {
	t, ctx := k.t, context.Background()
	s, err := store.Open(ctx, k.database, 10*time.Second)
	require.NoError(t, err)
	require.NoError(t, s.Create(ctx, "p", "", model.Empty("Killed")))
	k.addresses = make([]atomic.Pointer[string], k.servers)
	processes := make([]*exec.Cmd, k.servers)
	start := func(i int) {
		cmd, address := serveProcess(t, k.database)
		processes[i] = cmd
		k.addresses[i].Store(&address)
	}
	kill := func(i int) {
		require.NoError(t, processes[i].Process.Kill())
		require.Error(t, processes[i].Wait(), "killed")
	}
	for i := range k.servers {
		start(i)
	}
	var writing sync.WaitGroup
	made := make([]int, k.writers)
	for w := range k.writers {
		writing.Go(func() { made[w] = k.write(w) })
	}
	rnd := rand.New(rand.NewPCG(7, 7))
	for round := range k.kills {
		// Amid the stream: some were acknowledged in this round, however slow the
		// machine is.
		for before, waited := k.acknowledged.Load(), 0; k.acknowledged.Load() < before+2 && waited < 6000; waited++ {
			time.Sleep(10 * time.Millisecond)
		}
		time.Sleep(time.Duration(20+rnd.IntN(120)) * time.Millisecond)
		if k.databaseKills > 0 && round%(k.kills/k.databaseKills) == 0 {
			k.killDatabase()
		}
		kill(round % k.servers)
		start(round % k.servers)
	}
	k.over.Store(true)
	writing.Wait() // each until its last change is acknowledged
	for i := range k.servers {
		kill(i)
	}
	require.NoError(t, s.Close())
	k.look(made)
}

// write sends one change after the other, each until it is acknowledged, to whichever
// server answers. It tells how many there were.
func (k *killing) write(writer int) int {
	base := int64(0)
	for n := 0; ; n++ {
		for try := 0; ; try++ {
			k.sent.Add(1)
			revision, ok := postClass(*k.addresses[(writer+n+try)%k.servers].Load(), fmt.Sprintf("w%d-%d", writer, n), base)
			if ok {
				base = revision
				break
			}
			time.Sleep(5 * time.Millisecond)
		}
		k.acknowledged.Add(1)
		if k.over.Load() {
			return n + 1
		}
	}
}

// look holds what is there against what was acknowledged.
func (k *killing) look(made []int) {
	t, ctx := k.t, context.Background()
	s, err := store.Open(ctx, k.database, 10*time.Second)
	require.NoError(t, err)
	defer func() { require.NoError(t, s.Close()) }()
	m, err := s.Reload(ctx, "p")
	require.NoError(t, err)
	replayed, err := s.Replay(ctx, "p")
	require.NoError(t, err)
	require.True(t, m.Equal(replayed), "the log says what the rows say")
	total := 0
	for w, n := range made {
		total += n
		for i := range n {
			id := model.ID(fmt.Sprintf("w%d-%d", w, i))
			require.NotNil(t, m.Element(id), "%s was acknowledged and is lost", id)
			require.Len(t, m.Children(id), 3, "half of %s is there", id)
		}
	}
	require.Greater(t, total, k.kills, "the stream was running")
	require.Len(t, m.Classifiers(), total, "nothing else is there")
	revision, err := s.RevisionOf(ctx, "p")
	require.NoError(t, err)
	require.EqualValues(t, total, revision, "nothing was done twice")
	t.Logf("%d changes by %d writers at %d servers, all acknowledged and found once, %d of them sent more than once; %d kills of a server, %d of the database",
		total, k.writers, k.servers, int(k.sent.Load())-total, k.kills, k.databaseKills)
}

// postClass sends a class with three attributes; ok says that it was acknowledged.
func postClass(address, id string, base int64) (revision int64, ok bool) {
	changes := []model.Change{&model.AddElement{ID: model.ID(id), Kind: model.Class, Name: id}}
	for i := range 3 {
		changes = append(changes, &model.AddPart{ID: model.ID(fmt.Sprint(id, "-", i)), Owner: model.ID(id), Kind: model.Attribute, Name: fmt.Sprint("a", i)})
	}
	body, err := json.Marshal(map[string]any{"clientId": id, "author": map[string]string{"id": "w", "name": "W"}, "base": base, "changes": model.EncodeChanges(changes)})
	if err != nil {
		return 0, false
	}
	res, err := impatient.Post(address+"/api/projects/p/changes", "application/json", bytes.NewReader(body))
	if err != nil {
		return 0, false
	}
	defer func() { _ = res.Body.Close() }() // the server may be gone
	var reply struct{ Revision int64 }
	err = json.NewDecoder(res.Body).Decode(&reply)
	return reply.Revision, err == nil && res.StatusCode == 200
}

var impatient = &http.Client{Timeout: 30 * time.Second}

// killedDatabase is a server of PostgreSQL of its own.
type killedDatabase struct {
	t           *testing.T
	folder, url string
}

func newKilledDatabase(t *testing.T) *killedDatabase {
	d := &killedDatabase{t: t, folder: filepath.Join(storetest.Root(), ".run/killed-postgres")}
	t.Cleanup(func() { d.script("remove") })
	d.url = d.script("start", "54995")
	return d
}

func (d *killedDatabase) script(args ...string) string {
	cmd := exec.Command(filepath.Join(storetest.Root(), "scripts/postgres.sh"), append([]string{args[0], d.folder}, args[1:]...)...)
	cmd.Stderr = os.Stderr
	out, err := cmd.Output()
	require.NoError(d.t, err)
	return strings.TrimSpace(string(out))
}

// killed kills the postmaster at once, as a crash would, and starts it again.
func (d *killedDatabase) killed() {
	data, err := os.ReadFile(filepath.Join(d.folder, "data-folder"))
	require.NoError(d.t, err)
	pid, err := os.ReadFile(filepath.Join(strings.TrimSpace(string(data)), "postmaster.pid"))
	require.NoError(d.t, err)
	first, _, _ := strings.Cut(string(pid), "\n")
	n, err := strconv.Atoi(first)
	require.NoError(d.t, err)
	require.NoError(d.t, syscall.Kill(n, syscall.SIGKILL))
	for left := 0; left < 200 && syscall.Kill(n, 0) == nil; left++ {
		time.Sleep(10 * time.Millisecond)
	}
	require.Equal(d.t, d.url, d.script("start", "54995"))
}
