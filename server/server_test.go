package server_test

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/targets"
	"lexeon/core/view"
	"lexeon/server"
	"lexeon/store"
	"lexeon/store/storetest"
)

type client struct {
	t    testing.TB
	url  string
	who  string
	next int
	// authors are the cookies by which the server knows who is who.
	authors map[string]string
}

func demoModel(t testing.TB) *model.Model {
	t.Helper()
	data, err := os.ReadFile(filepath.Join(storetest.Root(), "demo/heatherfold.lexeon.json"))
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	require.Equal(t, string(data), string(interchange.WriteFile(m)), "the demo file is in canonical form")
	return m
}

func start(t testing.TB, opts server.Options) (*client, *store.Store) {
	t.Helper()
	s := storetest.Open(t)
	require.NoError(t, s.Create(context.Background(), "p", "", demoModel(t)))
	return startOn(t, s, opts), s
}

func startOn(t testing.TB, s *store.Store, opts server.Options) *client {
	t.Helper()
	srv, err := server.New(s, opts)
	require.NoError(t, err)
	h := httptest.NewServer(srv.Handler())
	t.Cleanup(h.Close)
	return &client{t: t, url: h.URL, who: "ada"}
}

func (c *client) do(method, path string, body any, headers ...string) (int, http.Header, []byte) {
	c.t.Helper()
	var r io.Reader
	switch b := body.(type) {
	case nil:
	case []byte:
		r = bytes.NewReader(b)
	default:
		data, err := json.Marshal(b)
		require.NoError(c.t, err)
		r = bytes.NewReader(data)
	}
	req, err := http.NewRequest(method, c.url+path, r)
	require.NoError(c.t, err)
	for i := 0; i+1 < len(headers); i += 2 {
		if headers[i] == "Host" {
			req.Host = headers[i+1]
		} else {
			req.Header.Set(headers[i], headers[i+1])
		}
	}
	if author, ok := c.authors[c.who]; ok {
		req.Header.Add("Cookie", author)
	}
	res, err := http.DefaultTransport.RoundTrip(req)
	require.NoError(c.t, err)
	for _, cookie := range res.Cookies() {
		if cookie.Name == "lexeon_author" {
			if c.authors == nil {
				c.authors = map[string]string{}
			}
			c.authors[c.who] = cookie.Name + "=" + cookie.Value
		}
	}
	defer func() { require.NoError(c.t, res.Body.Close()) }()
	data, err := io.ReadAll(res.Body)
	require.NoError(c.t, err)
	return res.StatusCode, res.Header, data
}

func (c *client) get(path string, into any) {
	c.t.Helper()
	status, _, data := c.do("GET", path, nil)
	require.Equal(c.t, 200, status, "%s", data)
	require.NoError(c.t, json.Unmarshal(data, into))
}

type reply struct {
	Revision int64
	Changed  []struct{ Table, ID string }
	Undo     string
}

func (c *client) send(path string, base int64, changes string) (int, reply, map[string]any) {
	c.t.Helper()
	c.next++
	body := fmt.Sprintf(`{"clientId":"%s%d","author":{"id":"%s","name":"%s"},"base":%d,"changes":%s}`,
		c.who, c.next, c.who, strings.ToUpper(c.who), base, changes)
	status, _, data := c.do("POST", "/api/projects/p/"+path, []byte(body))
	var r reply
	var problem map[string]any
	if status == 200 {
		require.NoError(c.t, json.Unmarshal(data, &r))
	} else {
		require.NoError(c.t, json.Unmarshal(data, &problem))
	}
	return status, r, problem
}

func TestAChangeTellsWhatCameOfIt(t *testing.T) {
	c, _ := start(t, server.Options{})
	rules := func() map[string]int {
		var list []struct{ Rule string }
		c.get("/api/projects/p/findings", &list)
		out := map[string]int{}
		for _, f := range list {
			out[f.Rule]++
		}
		return out
	}
	require.Equal(t, 1, rules()["class/duplicate-feature"])
	status, r, _ := c.send("changes", 0, `[{"type":"delete","id":"jar-batch-jars-again"}]`)
	require.Equal(t, 200, status)
	require.EqualValues(t, 1, r.Revision)
	require.Contains(t, r.Undo, "Delete attribute jars")
	require.Zero(t, rules()["class/duplicate-feature"])

	before := rules()["name/duplicate"]
	status, _, _ = c.send("changes", 1, `[{"type":"addElement","id":"hive2","kind":"class","name":"Hive"}]`)
	require.Equal(t, 200, status)
	require.Greater(t, rules()["name/duplicate"], before)

	status, _, _ = c.send("undo", 2, `[]`)
	require.Equal(t, 200, status)
	require.Equal(t, before, rules()["name/duplicate"])
	status, r, _ = c.send("redo", 3, `[]`)
	require.Equal(t, 200, status)
	require.Greater(t, rules()["name/duplicate"], before)
	require.EqualValues(t, 4, r.Revision)
	status, _, problem := c.send("redo", 4, `[]`)
	require.GreaterOrEqual(t, status, 400, "there is no more to do again")
	require.NotEmpty(t, problem["detail"])
}

func TestRefusedConflictingAndStale(t *testing.T) {
	ada, s := start(t, server.Options{})
	ben := &client{t: t, url: ada.url, who: "ben"}
	status, _, problem := ada.send("changes", 0, `[{"type":"setName","id":"hive","name":"Box"},{"type":"setEnd","id":"keeps-1","set":{"multiplicity":"lots"}}]`)
	require.Equal(t, 422, status)
	require.Contains(t, problem["detail"], `"lots" is not a multiplicity`)
	require.Equal(t, "keeps-1", problem["subject"])
	v, err := s.Current(context.Background(), "p")
	require.NoError(t, err)
	require.Equal(t, "Hive", v.Model.Element("hive").Name, "refused whole")

	status, _, _ = ben.send("changes", 0, `[{"type":"setName","id":"hive","name":"Colony"}]`)
	require.Equal(t, 200, status)
	status, _, _ = ada.send("changes", 0, `[{"type":"setDefinition","id":"apiary","text":"A place."}]`)
	require.Equal(t, 200, status, "a stale write without conflict is applied at the head")
	status, _, problem = ada.send("changes", 0, `[{"type":"setName","id":"hive","name":"Box"}]`)
	require.Equal(t, 409, status)
	require.Equal(t, "conflict", problem["code"])
	require.Contains(t, problem["detail"], "Meanwhile BEN changed the name of")
	status, _, problem = ada.send("changes", 2, `[{"type":"restore","rows":[]}]`)
	require.Equal(t, 422, status, "%v", problem)
	status, _, problem = ada.send("changes", 77, `[]`)
	require.Equal(t, 422, status, "%v", problem)
}

func TestForeignHostsAndOriginsAreRefused(t *testing.T) {
	c, _ := start(t, server.Options{})
	for _, h := range [][2]string{{"Host", "evil.example"}, {"Host", "127.0.0.1.evil.example:80"}, {"Origin", "http://evil.example"}, {"Origin", "null"}} {
		status, _, data := c.do("GET", "/api/projects", nil, h[0], h[1])
		require.Equal(t, 403, status, "%v: %s", h, data)
	}
	status, _, _ := c.do("POST", "/api/projects", []byte(`{"id":"x","name":"x"}`), "Sec-Fetch-Site", "cross-site")
	require.Equal(t, 403, status)
	for _, host := range []string{"localhost:1234", "127.0.0.1", "[::1]:80", "LOCALHOST"} {
		status, header, _ := c.do("GET", "/", nil, "Host", host)
		require.Equal(t, 200, status, host)
		policy := header.Get("Content-Security-Policy")
		require.Contains(t, policy, "default-src 'none'")
		require.NotContains(t, strings.ReplaceAll(policy, "'wasm-unsafe-eval'", ""), "unsafe", "the core is compiled, and nothing else is evaluated")
		require.Equal(t, "nosniff", header.Get("X-Content-Type-Options"))
	}
}

func TestLimitsAndBadRequests(t *testing.T) {
	c, _ := start(t, server.Options{})
	status, _, problem := c.send("changes", 0, `[{"type":"setName","id":"hive","name":"`+strings.Repeat("x", 201)+`"}]`)
	require.Equal(t, 413, status)
	require.Contains(t, problem["detail"], "201 characters: at most 200")
	for path, body := range map[string][]byte{
		"/api/projects/p/changes":            bytes.Repeat([]byte("x"), 4<<20+1),
		"/api/projects/p/previews/statement": bytes.Repeat([]byte("x"), 4<<20+1),
	} {
		status, header, _ := c.do("POST", path, body)
		require.Equal(t, 413, status, path)
		require.Equal(t, "application/problem+json", header.Get("Content-Type"))
	}
	for _, body := range []string{`{`, `{"unknown":1}`, `[]`, ``} {
		status, _, _ := c.do("POST", "/api/projects/p/changes", []byte(body))
		require.Equal(t, 400, status, body)
	}
	for _, path := range []string{"/api/nothing", "/api/projects/none", "/api/projects/p/entries/none", "/api/projects/p/diagrams/none/scene", "/api/projects/p/output/cobol", "/fonts/../go.mod", "/assets/nothing.js"} {
		status, _, _ := c.do("GET", path, nil)
		require.Equal(t, 404, status, path)
	}
	status, _, _ = c.do("POST", "/api/projects", []byte(`{"id":"new","name":"  "}`))
	require.Equal(t, 422, status)
	status, _, _ = c.do("POST", "/api/projects", []byte(`{"id":"p","name":"Twice"}`))
	require.Equal(t, 409, status)
	status, _, _ = c.do("POST", "/api/projects", []byte(`{"id":"new","name":"New"}`))
	require.Equal(t, 201, status)
	status, _, _ = c.do("DELETE", "/api/projects/new", nil)
	require.Equal(t, 204, status)
}

func TestModelFileGoesOutAndComesIn(t *testing.T) {
	c, _ := start(t, server.Options{})
	_, header, file := c.do("GET", "/api/projects/p/file", nil)
	require.Contains(t, header.Get("Content-Disposition"), "Heatherfold-Honey-Cooperative.lexeon.json")
	status, _, data := c.do("POST", "/api/import?id=copy", file)
	require.Equal(t, 201, status, "%s", data)
	_, _, again := c.do("GET", "/api/projects/copy/file", nil)
	require.Equal(t, string(file), string(again))

	broken := bytes.Replace(file, []byte(`"kind": "enumeration"`), []byte(`"kind": "gadget"`), 1)
	status, _, data = c.do("POST", "/api/import?id=broken", broken)
	require.Equal(t, 422, status)
	var problem struct {
		Detail string
		Faults []struct {
			Line int
			Path string
		}
	}
	require.NoError(t, json.Unmarshal(data, &problem))
	require.Positive(t, problem.Faults[0].Line)
	require.Contains(t, problem.Detail, "elements[45].kind")
	status, _, _ = c.do("GET", "/api/projects/broken", nil)
	require.Equal(t, 404, status, "nothing is taken on failure")
}

func TestZipCompiles(t *testing.T) {
	c, _ := start(t, server.Options{})
	status, header, data := c.do("GET", "/api/projects/p/output/go/zip", nil)
	require.Equal(t, 200, status)
	require.Contains(t, header.Get("Content-Disposition"), "attachment")
	_, _, again := c.do("GET", "/api/projects/p/output/go/zip", nil)
	require.Equal(t, data, again)
	r, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
	require.NoError(t, err)
	dir := t.TempDir()
	require.NoError(t, os.CopyFS(dir, r))
	cmd := exec.Command("go", "vet", "./...")
	cmd.Dir = dir
	cmd.Env = append(os.Environ(), "GOFLAGS=-mod=mod", "GOPROXY=off")
	out, err := cmd.CombinedOutput()
	require.NoError(t, err, "%s", out)
}

func TestZipOfOneFolder(t *testing.T) {
	c, _ := start(t, server.Options{})
	_, _, data := c.do("GET", "/api/projects/p/output/typescript/zip?folder=src/", nil)
	r, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
	require.NoError(t, err)
	require.NotEmpty(t, r.File)
	for _, f := range r.File {
		require.True(t, strings.HasPrefix(f.Name, "src/"), f.Name)
	}
	status, _, data := c.do("GET", "/api/projects/p/output/typescript/zip?folder=sr", nil)
	require.Equal(t, 404, status)
	require.Contains(t, string(data), `there is no folder`)
}

func TestReadingChangesNothing(t *testing.T) {
	c, s := start(t, server.Options{})
	post := func(path string, body map[string]any) string {
		status, _, data := c.do("POST", "/api/projects/p/previews/"+path, body)
		require.Equal(t, 200, status, "%s", data)
		return string(data)
	}
	got := post("statement", map[string]any{"text": "Hive houses 1..* Colony", "diagram": "lots", "seed": "s"})
	require.Contains(t, got, `"name":"Colony","kind":"class"`)
	require.Contains(t, got, "Each Hive houses ")
	require.Contains(t, got, `"type":"place"`)
	require.Contains(t, post("statement", map[string]any{"text": "hone", "diagram": "lots"}), "class HoneyLot")
	require.Contains(t, post("features", map[string]any{"element": "hive", "text": "mass [x", "seed": "s"}), "not closed")
	got = post("connection", map[string]any{"from": "hive", "to": "apiary", "diagram": "lots", "seed": "s"})
	for _, title := range []string{"Hive … Apiary", "Hive is made of Apiaries", "Hive brings Apiaries together", "Each Hive is a kind of Apiary", "Hive uses Apiary"} {
		require.Contains(t, got, title)
	}
	require.NotContains(t, got, "realizes", "only what is legal is offered")
	got = post("placement", map[string]any{"kind": "class", "name": "Frame", "diagram": "lots", "beside": "hive", "seed": "s"})
	require.Contains(t, got, `"type":"addElement"`)
	v, err := s.Current(context.Background(), "p")
	require.NoError(t, err)
	require.Zero(t, v.Revision)
}

func TestViews(t *testing.T) {
	c, _ := start(t, server.Options{})
	var overview struct {
		Name     string
		Diagrams []struct{ Name string }
	}
	c.get("/api/projects/p?author=ada", &overview)
	var figures struct {
		Revision int64
		Findings map[string]int
	}
	c.get("/api/projects/p/findings/figures", &figures)
	require.Equal(t, map[string]int{"error": 2, "warning": 6, "advice": 3, "question": 3}, figures.Findings)
	var terms []struct {
		Name  string
		Faces []struct{ Kind string }
	}
	c.get("/api/projects/p/terms", &terms)
	require.Len(t, terms, 76)
	require.Equal(t, "amount", terms[0].Name)
	var relations []struct{ Statement string }
	c.get("/api/projects/p/diagrams/lots/sentences", &relations)
	require.Len(t, relations, 9)
	var entry struct {
		Features string
	}
	c.get("/api/projects/p/entries/honey-lot", &entry)
	require.Contains(t, entry.Features, "- mass: Decimal\n")
	var about []struct{ Rule string }
	c.get("/api/projects/p/findings?of=honey-lot", &about)
	require.Equal(t, "class/type-unknown", about[0].Rule)
	var findings []struct{ Rule, Why, Diagram, Element, Stage string }
	c.get("/api/projects/p/findings", &findings)
	require.Len(t, findings, 14)
	for _, f := range findings {
		require.NotEmpty(t, f.Why)
		require.True(t, f.Diagram != "" || f.Stage != "", "%s leads nowhere", f.Rule)
	}
	var rules []struct{ Name string }
	c.get("/api/rules", &rules)
	require.GreaterOrEqual(t, len(rules), 8)
	status, header, svg := c.do("GET", "/api/projects/p/diagrams/lots/svg", nil)
	require.Equal(t, 200, status)
	require.Contains(t, header.Get("Content-Security-Policy"), "sandbox")
	require.True(t, bytes.HasPrefix(svg, []byte("<svg ")))
	var health map[string]bool
	c.get("/health", &health)
	require.True(t, health["ok"])
	c.get("/ready", &health)
	require.True(t, health["ok"])
}

// What all targets make comes in one zip file, a folder each, and is the same as what each makes by itself.
func TestAllTargetsInOneZip(t *testing.T) {
	c, _ := start(t, server.Options{})
	status, header, data := c.do("GET", "/api/projects/p/outputs.zip", nil)
	require.Equal(t, 200, status)
	require.Contains(t, header.Get("Content-Disposition"), "-all.zip")
	all, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
	require.NoError(t, err)
	found := map[string]int{}
	for _, f := range all.File {
		folder, _, _ := strings.Cut(f.Name, "/")
		found[folder]++
		require.NotContains(t, f.Name, "not-made.txt")
	}
	for _, target := range targets.All {
		require.Positive(t, found[target.Name], target.Name)
		_, _, data := c.do("GET", "/api/projects/p/output/"+target.Name+"/zip", nil)
		one, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
		require.NoError(t, err)
		require.Equal(t, len(one.File), found[target.Name], target.Name)
	}
}

// What would be better mended before an output is taken stands beside it, though the project has the rule off.
func TestProblemsOfATarget(t *testing.T) {
	c, _ := start(t, server.Options{})
	problems := func(target string) (out []view.OutputProblem) {
		status, _, data := c.do("GET", "/api/projects/p/output/"+target, nil)
		require.Equal(t, 200, status)
		var read view.Output
		require.NoError(t, json.Unmarshal(data, &read))
		return read.Problems
	}
	before := problems("java")
	status, _, problem := c.send("changes", 0, `[{"type":"addElement","id":"boat","kind":"class","name":"Houseboat"},{"type":"connect","id":"k1","kind":"generalization","source":"boat","target":"hive"},{"type":"connect","id":"k2","kind":"generalization","source":"boat","target":"apiary"}]`)
	require.Equal(t, 200, status, "%v", problem)
	after := problems("java")
	require.Len(t, after, len(before)+1)
	found := slices.IndexFunc(after, func(p view.OutputProblem) bool { return p.Rule == "target/multiple-general" })
	require.GreaterOrEqual(t, found, 0)
	require.Equal(t, "warning", after[found].Severity)
	require.Contains(t, after[found].Message, "Houseboat is a kind of Apiary and of Hive")
	require.Equal(t, model.ID("boat"), after[found].From.ID)
	for _, all := range []string{"go", "python", "cpp"} {
		require.False(t, slices.ContainsFunc(problems(all), func(p view.OutputProblem) bool { return p.Rule == "target/multiple-general" }), "%s takes all", all)
	}
	require.Empty(t, problems("markdown"))
}
