package golang

import (
	"flag"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/generate/generatetest"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// A test in each generated package makes objects and changes their links at random: after each call both ends of
// each link agree, no bound is exceeded, no part is in two wholes.
func TestGoKeepsLinks(t *testing.T) {
	program, err := os.ReadFile("testdata/behave.txt")
	require.NoError(t, err)
	list := coded(t, 9)
	demo, random := t.TempDir(), t.TempDir()
	for i, m := range list {
		g := newGenerator(generate.NewPlan(m), settings{byMethods: i%2 == 1, iterators: i%3 == 1, texts: i%4 == 1, oneFile: i%4 > 1})
		out, err := g.types()
		require.NoError(t, err)
		dir := random
		if i == 0 {
			dir = demo
		}
		dir = filepath.Join(dir, fmt.Sprintf("m%03d", i))
		require.NoError(t, os.MkdirAll(dir, 0o755))
		for _, f := range out.Files {
			require.NoError(t, os.WriteFile(filepath.Join(dir, f.Path), []byte(f.Content), 0o644))
		}
		spec, makers := g.spec()
		for name, text := range map[string]string{"spec.txt": spec, "makers_test.go": makers, "behave_test.go": strings.Replace(string(program), "PACKAGE", g.pkg, 1)} {
			require.NoError(t, os.WriteFile(filepath.Join(dir, name), []byte(text), 0o644))
		}
	}
	behaves(t, demo, 1, 200)
	generatetest.Once(t, "random models", random, []string{"go"}, func() { behaves(t, random, len(list)-1, 1800) })
}

// behaves runs the tests of packages, which call at random what changes links.
func behaves(t *testing.T, dir string, packages, fewest int) {
	t.Helper()
	did, refused, folders := 0, 0, 0
	entries, err := os.ReadDir(dir)
	require.NoError(t, err)
	for _, folder := range entries {
		cmd := exec.Command("go", "test", "-run", "TestBehave", "-v", ".")
		cmd.Dir = filepath.Join(dir, folder.Name())
		cmd.Env = append(os.Environ(), "GOFLAGS=-mod=mod", "GOWORK=off", "GOPROXY=off")
		said, err := cmd.CombinedOutput()
		require.NoError(t, err, "%s: %s", folder.Name(), said[:min(len(said), 4000)])
		found := regexp.MustCompile(`(\d+) calls did something, (\d+) were refused`).FindSubmatch(said)
		require.NotNil(t, found, "%s", said)
		var a, b int
		_, err = fmt.Sscan(string(found[1]), &a)
		require.NoError(t, err)
		_, err = fmt.Sscan(string(found[2]), &b)
		require.NoError(t, err)
		did, refused, folders = did+a, refused+b, folders+1
	}
	t.Logf("%d calls did something, %d were refused", did, refused)
	require.Equal(t, packages, folders)
	require.Greater(t, did, fewest)
	require.Greater(t, refused, fewest/2)
}

// spec is what the test program is told of the types, and the constructors that it calls.
func (g *generator) spec() (spec, makers string) {
	var b, made strings.Builder
	ids := map[*generate.End]string{}
	id := func(e *generate.End) string {
		if e == nil {
			return ""
		}
		if ids[e] == "" {
			ids[e] = fmt.Sprint(len(ids) + 1)
		}
		return ids[e]
	}
	for _, t := range g.plan.Types {
		if !t.Kind.HasInstances() {
			continue
		}
		c := g.class(t)
		fmt.Fprintf(&b, "C\t%s\n", c.Struct)
		if c.New != "" {
			fmt.Fprintf(&made, "\t%q: %s,\n", c.Struct, c.New)
		}
		seen := map[*generate.Type]bool{}
		var above func(at *generate.Type, way string)
		above = func(at *generate.Type, way string) {
			if seen[at] {
				return
			}
			seen[at] = true
			for i, e := range allEnds(at) {
				x := g.class(at).Ends[i]
				upper := e.Upper
				if e.Open() {
					upper = model.Many
				}
				fmt.Fprintf(&b, "E\t%s\t%s\t%s\t%s\t%s\t%s\t%s\t%s\t%v\t%v\t%v\t%v\t%d\n", strings.ReplaceAll(x.Label, "\t", " "), strings.TrimPrefix(way, "."), x.Field, x.Set, x.Add, x.Remove,
					id(e), id(e.Inverse), x.Many, x.Hidden, x.OwnedBy, x.Mandatory, upper)
			}
			for _, general := range at.Generals {
				above(general, way+"."+g.struct_[general])
			}
		}
		above(t, "")
	}
	return b.String(), "package " + g.pkg + "\n\nvar makers = map[string]any{\n" + made.String() + "}\n"
}

// coded are the demo and random models, every fourth with hostile names.
func coded(t *testing.T, n int) []*model.Model {
	demo := modeltest.Demo(t)
	out := []*model.Model{demo}
	for seed := range uint64(n) {
		out = append(out, modeltest.Coded(seed, seed%4 == 3))
	}
	return out
}

var update = flag.Bool("update", false, "write golden files anew")

// What the demo becomes in Go is looked at when it changes.
func TestTheDemoInGo(t *testing.T) {
	out, err := Generate(coded(t, 0)[0])
	require.NoError(t, err)
	generatetest.Golden(t, "testdata/demo.txt", out, *update)
}

// Validate tells the constraints that an object breaks, and what is not there breaks none.
func TestGoGuards(t *testing.T) {
	m := modeltest.Build(t, "enumeration Grade", "  table", "  bakery", "class Lot", "  mass: Decimal", "  moisture: Decimal [0..1]", "  number: Integer", "  seal: Integer [0..1]", "  grade: Grade", "  label: Text", "class Jar", "0..1 Lot fills 0..* Jar")
	lot := m.Named("Lot", model.Class)[0].ID
	for i, body := range []string{"mass > 0 and (moisture < 21.5 or grade = 'bakery')", "not (number <= 3 or label = 'none')", "jars <= 1", "number < mass", "seal <> 7", "it is weighed twice"} {
		id := model.ID(fmt.Sprint("c", i))
		m = modeltest.Edit(t, m, []model.Change{&model.AddElement{ID: id, Kind: model.Constraint, Set: model.P("body", body)}, &model.Connect{ID: id + "at", Kind: model.Anchor, Source: id, Target: lot}})
	}
	g := newGenerator(generate.NewPlan(m), settings{})
	out, err := g.types()
	require.NoError(t, err)
	dir := t.TempDir()
	for _, f := range out.Files {
		require.NoError(t, os.WriteFile(filepath.Join(dir, f.Path), []byte(f.Content), 0o644))
	}
	require.NoError(t, os.WriteFile(filepath.Join(dir, "guard_test.go"), []byte("package "+g.pkg+`

import (
	"fmt"
	"math/big"
	"strings"
	"testing"
)

func TestGuards(t *testing.T) {
	say := func(l *Lot) { fmt.Println("says", strings.Join(l.Validate(), " ")) }
	say(NewLot(big.NewRat(20, 1), 7, GradeTable, "x"))
	wet := NewLot(big.NewRat(20, 1), 7, GradeTable, "x")
	wet.Moisture = big.NewRat(43, 2)
	say(wet)
	wet.Grade = GradeBakery
	say(wet)
	light := NewLot(big.NewRat(1, 2), 2, GradeTable, "x")
	seven := int64(7)
	light.Seal = &seven
	say(light)
	many := NewLot(big.NewRat(20, 1), 7, GradeTable, "none")
	many.AddJar(NewJar())
	many.AddJar(NewJar())
	say(many)
	say(NewLot(nil, 7, GradeTable, "x"))
}
`), 0o644))
	cmd := exec.Command("go", "test", "-run", "TestGuards", "-v", ".")
	cmd.Dir = dir
	cmd.Env = append(os.Environ(), "GOFLAGS=-mod=mod", "GOWORK=off", "GOPROXY=off")
	said, err := cmd.CombinedOutput()
	require.NoError(t, err, "%s", said)
	var lines []string
	for line := range strings.Lines(string(said)) {
		if text, is := strings.CutPrefix(strings.TrimSpace(line), "says"); is {
			lines = append(lines, strings.TrimSpace(text))
		}
	}
	require.Equal(t, []string{"", "{mass > 0 and (moisture < 21.5 or grade = 'bakery')}", "", "{not (number <= 3 or label = 'none')} {number < mass} {seal <> 7}", "{not (number <= 3 or label = 'none')} {jars <= 1}", ""}, lines)
	require.Contains(t, fmt.Sprint(out.Notes), "{it is weighed twice} stands in a comment")
}
