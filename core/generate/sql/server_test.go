package sql_test

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"sync"
	"testing"

	"github.com/jackc/pgx/v5/pgconn"
	"github.com/stretchr/testify/require"

	"lexeon/core/generate/generatetest"
	"lexeon/core/generate/sql"
)

// The real databases, spoken with by their own clients: each statement stands on a line, and a line
// that is refused is told with its number.

// server is a place for tables in one database.
type server interface {
	// run runs lines, each a statement or several; refused tells by the number of the line,
	// from 0, what the database said.
	run(t testing.TB, lines []string) (out string, refused map[int]string)
	dialect() *sql.Dialect
}

func root() string {
	dir, _ := os.Getwd()
	return filepath.Join(dir, "../../..")
}

func started(variable, script, port string) func() (string, error) {
	return sync.OnceValues(func() (string, error) {
		if u := os.Getenv(variable); u != "" {
			return u, nil
		}
		cmd := exec.Command(filepath.Join(root(), "scripts", script+".sh"), "start", filepath.Join(root(), ".run/test-"+script), port)
		cmd.Stderr = os.Stderr
		out, err := cmd.Output()
		return strings.TrimSpace(string(out)), err
	})
}

var (
	postgresURL = started("LEXEON_TEST_DATABASE_URL", "postgres", "54990")
	mariaFile   = started("LEXEON_TEST_MARIADB", "mariadb", "54995")
)

// client runs a client with lines as its input.
func client(t testing.TB, lines []string, line *regexp.Regexp, first int, cmd *exec.Cmd) (string, map[int]string) {
	var in strings.Builder
	for _, l := range lines {
		require.NotContains(t, l, "\n", "a line is a line")
		in.WriteString(l + "\n")
	}
	cmd.Stdin = strings.NewReader(in.String())
	var out, said bytes.Buffer
	cmd.Stdout, cmd.Stderr = &out, &said
	err := cmd.Run()
	refused := map[int]string{}
	for l := range strings.Lines(said.String()) {
		if m := line.FindStringSubmatch(l); m != nil {
			n, convErr := strconv.Atoi(m[1])
			require.NoError(t, convErr)
			refused[n-first] = strings.TrimSpace(l)
		} else if strings.Contains(strings.ToLower(l), "warning") {
			t.Errorf("%s", l)
		}
	}
	if err != nil && len(refused) == 0 {
		require.NoError(t, err, said.String())
	}
	return out.String(), refused
}

var names = struct {
	sync.Mutex
	n int
}{}

func fresh() string {
	names.Lock()
	defer names.Unlock()
	names.n++
	return fmt.Sprintf("proof_%d_%d", os.Getpid(), names.n)
}

// postgres is a schema, reached without a client: thousands of scripts are run, and a client takes longer to start than
// most of them to run. What people do with scripts is done by psql in the proof that all of them run.
type postgres struct{ schema string }

func (p postgres) dialect() *sql.Dialect { return sql.PostgreSQL }

func (p postgres) run(t testing.TB, lines []string) (string, map[int]string) {
	ctx := context.Background() // what is cleaned up is run when that of the test is over
	url, err := postgresURL()
	require.NoError(t, err)
	config, err := pgconn.ParseConfig(url)
	require.NoError(t, err)
	config.RuntimeParams["search_path"], config.RuntimeParams["client_min_messages"] = p.schema, "warning"
	config.OnNotice = func(_ *pgconn.PgConn, n *pgconn.Notice) { t.Errorf("%s: %s", n.Severity, n.Message) }
	on, err := pgconn.ConnectConfig(ctx, config)
	require.NoError(t, err)
	defer func() { require.NoError(t, on.Close(ctx)) }()
	var out strings.Builder
	refused := map[int]string{}
	for n, line := range lines {
		results, err := on.Exec(ctx, line).ReadAll()
		for _, r := range results {
			for _, row := range r.Rows {
				out.Write(bytes.Join(row, []byte("\x1f")))
				out.WriteByte('\n')
			}
		}
		refusal := new(pgconn.PgError)
		if !errors.As(err, &refusal) {
			require.NoError(t, err)
			continue
		}
		refused[n] = refusal.Severity + ":  " + refusal.Message
		if strings.HasSuffix(line, "commit;") && on.TxStatus() == 'E' { // what follows a refusal in a line is not read
			_, err := on.Exec(ctx, "rollback").ReadAll()
			require.NoError(t, err)
		}
	}
	return out.String(), refused
}

func newPostgres(t testing.TB) server {
	p := postgres{fresh()}
	_, refused := p.run(t, []string{"create schema " + p.schema})
	require.Empty(t, refused)
	t.Cleanup(func() { p.run(t, []string{"drop schema " + p.schema + " cascade"}) })
	return p
}

// byPsql is a schema as people reach it.
type byPsql struct{ postgres }

func (p byPsql) run(t testing.TB, lines []string) (string, map[int]string) {
	url, err := postgresURL()
	require.NoError(t, err)
	cmd := exec.Command(psql(), url, "-X", "-q", "-A", "-t", "-F", "\x1f", "-v", "VERBOSITY=terse", "-f", "-")
	cmd.Env = append(os.Environ(), "PGOPTIONS=-c search_path="+p.schema+" -c client_min_messages=warning")
	return client(t, lines, regexp.MustCompile(`^psql:<stdin>:(\d+): ERROR`), 1, cmd)
}

// psql is the client itself: what Debian has in the path is a script that looks for it, each time.
var psql = sync.OnceValue(func() string {
	if found, _ := filepath.Glob("/usr/lib/postgresql/*/bin/psql"); len(found) > 0 {
		return found[len(found)-1]
	}
	return "psql"
})

type maria struct{ database string }

func (m maria) dialect() *sql.Dialect { return sql.MySQL }

func (m maria) run(t testing.TB, lines []string) (string, map[int]string) {
	file, err := mariaFile()
	require.NoError(t, err)
	cmd := exec.Command("mariadb", "--defaults-file="+file, "--force", "--batch", "--raw", "--skip-column-names", "--show-warnings", "--init-command=set sql_mode = concat(@@sql_mode, ',NO_AUTO_VALUE_ON_ZERO')", m.database) // a row may have the number 0
	return client(t, lines, regexp.MustCompile(`^ERROR .* at line (\d+)`), 1, cmd)
}

func newMaria(t testing.TB) server {
	m := maria{"lexeon"}
	name := fresh()
	_, refused := m.run(t, []string{"create database " + name + " character set utf8mb4 collate utf8mb4_bin"})
	require.Empty(t, refused)
	t.Cleanup(func() { m.run(t, []string{"drop database " + name}) })
	return maria{name}
}

type sqlite struct{ file string }

func (s sqlite) dialect() *sql.Dialect { return sql.SQLite }

func (s sqlite) run(t testing.TB, lines []string) (string, map[int]string) {
	cmd := exec.Command("sqlite3", "-batch", "-separator", "\x1f", s.file)
	return client(t, append([]string{"pragma foreign_keys = on;"}, lines...), regexp.MustCompile(`^(?:Runtime error|Parse error|Error:?) near line (\d+)`), 2, cmd)
}

func newSQLite(t testing.TB) server { return sqlite{filepath.Join(t.TempDir(), "proof.db")} }

var servers = []place{{"postgres", sql.PostgreSQL, newPostgres}, {"mysql", sql.MySQL, newMaria}, {"sqlite", sql.SQLite, newSQLite}}

type place struct {
	name    string
	dialect *sql.Dialect
	make    func(t testing.TB) server
}

// version is what the database says of its own version.
func (p place) version(t testing.TB) string {
	out, refused := p.make(t).run(t, []string{map[string]string{"postgres": "select version();", "mysql": "select version();", "sqlite": "select sqlite_version();"}[p.name]})
	require.Empty(t, refused)
	return out
}

const askedAlways = 10 // random models

// questions are put to a database: of some models each time, of others where what it reads has changed.
type questions struct {
	texts []string
	later []func()
}

// put asks at once, or keeps a question of a random model with all that the database will read.
func (q *questions) put(random bool, ask func(), texts ...string) {
	if !random {
		ask()
		return
	}
	q.texts, q.later = append(q.texts, texts...), append(q.later, ask)
}

// rest asks what was kept, unless the same was answered before.
func (q *questions) rest(t testing.TB, of place) {
	t.Helper()
	generatetest.OnceOf(t, "random models", append(q.texts, of.version(t)), func() {
		for _, ask := range q.later {
			ask()
		}
	})
}

// lines are statements, each on a line: what ends a line within one is a blank to all of them.
func lines(list []sql.Statement) []string {
	out := make([]string, len(list))
	for i, s := range list {
		text := regexp.MustCompile(`\n +-- [^\n]*`).ReplaceAllString(s.Text, "")
		out[i] = flat(text) + ";"
	}
	return out
}

// flat is a statement on one line; in texts the line ends are left out.
func flat(s string) string { return strings.ReplaceAll(s, "\n", " ") }
