package code

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/generate/generatetest"
	"lexeon/core/model"
)

// What a test program of a language is told of the classes: how one is made, and which ends it has. The
// program makes objects and calls what changes links, at random; after each call both ends of each
// link agree, no bound is exceeded and no part is in two wholes.

type classSpec struct {
	Name, In string // In: the spaces, each after a dot
	Abstract bool
	Kinds    []string // itself and its generals
	Params   []paramSpec
	Ends     []endSpec // own ones
	Disposes bool
}

type paramSpec struct {
	Name, Primitive, Class, Kind, Literal string // Kind of the class: class, interface or enumeration
}

type endSpec struct {
	Label, Class, ClassKind, Field, Get, Set, Add, Remove, InverseField string
	Many, InverseMany, Hidden, Owned, Mandatory, Afterwards             bool
	Lower, Upper                                                        int
}

func specOf(p *Package) (out []classSpec) {
	for _, u := range p.Units {
		if u.Kind != "class" {
			continue
		}
		c := classSpec{Name: u.Name, In: u.Inside("."), Abstract: u.Type.Abstract, Disposes: u.Linked}
		for _, at := range u.line() {
			c.Kinds = append(c.Kinds, at.Name)
		}
		for _, x := range u.Params {
			s := paramSpec{Name: x.Name, Primitive: x.Ref.Primitive}
			if x.Ref.Unit != nil {
				s.Class, s.Kind = x.Ref.Unit.Name, x.Ref.Unit.Kind
				if len(x.Ref.Unit.Literals) > 0 {
					s.Literal = x.Ref.Unit.Literals[0].Name
				}
			}
			c.Params = append(c.Params, s)
		}
		for _, e := range u.Ends {
			s := endSpec{Label: e.Label, Class: e.Unit.Name, ClassKind: e.Unit.Kind, Field: e.Field, Get: e.Get, Set: e.Set, Add: e.Add, Remove: e.Remove, Many: e.Many(), Hidden: e.Hidden,
				Owned: e.OwnedBy && e.Inverse != nil, Mandatory: e.Mandatory(), Afterwards: e.Afterwards, Lower: e.Lower, Upper: e.Upper}
			if e.Open() {
				s.Lower, s.Upper = 0, model.Many
			}
			if len(e.Keys) > 0 && e.PerKey > 0 { // the program gives all attributes the same value: all are under one key
				s.Upper = e.PerKey
			}
			if e.Inverse != nil {
				s.InverseField, s.InverseMany = e.Inverse.Field, e.Inverse.Many()
			}
			c.Ends = append(c.Ends, s)
		}
		out = append(out, c)
	}
	return out
}

// behaves makes a target of some models, has it compiled by tools, and runs the test program of its language in the
// folder of each: it says how many calls did something and how many were refused.
func behaves(t *testing.T, as func(map[string]string) *Language, target *generate.Target, program string, options func(i int) map[string]string, tools []string, compile func(dir string), run ...string) {
	demo, random := t.TempDir(), t.TempDir()
	list := models(t, 16)
	for i, m := range list {
		at := filepath.Join(apart(i, demo, random), folder(i))
		decided := otherwise(target, i, options(i))
		written(t, at, target, m, decided)
		spec := specOf(laidOut(as(decided), m, decided))
		saved(t, filepath.Join(at, "spec.json"), spec)
		require.NoError(t, os.WriteFile(filepath.Join(at, "spec.txt"), []byte(plain(spec)), 0o644))
	}
	text, err := os.ReadFile(filepath.Join("testdata", program))
	require.NoError(t, err)
	called := func(dir string, folders []string, calls string, fewest int) {
		compile(dir)
		did, refused := 0, 0
		for _, f := range folders {
			said := strings.TrimSpace(saying(t, dir, run[0], append(slices.Clone(run[1:]), f, calls)...))
			var a, b int
			_, err := fmt.Sscanf(said, "%d calls did something, %d were refused", &a, &b)
			require.NoError(t, err, said)
			did, refused = did+a, refused+b
		}
		t.Logf("%d calls did something, %d were refused", did, refused)
		require.Greater(t, did, fewest)
		require.Greater(t, refused, fewest/3)
	}
	var folders []string
	for i := range list {
		folders = append(folders, folder(i))
		require.NoError(t, os.WriteFile(filepath.Join(apart(i, demo, random), program), text, 0o644))
	}
	called(demo, folders[:1], "10000", 1500)
	generatetest.Once(t, "random models", random, tools, func() { called(random, folders[1:], "3000", 4000) })
}

// laidOut is what is printed by some options.
func laidOut(l *Language, m *model.Model, options map[string]string) *Package {
	plan, _ := generate.PlanOf(&generate.Order{Model: m, Options: options})
	return Layout(l, plan)
}

func always(l *Language) func(map[string]string) *Language {
	return func(map[string]string) *Language { return l }
}

// plain is the same for a language without a reader of JSON: lines of fields between tabs.
func plain(list []classSpec) string {
	var b strings.Builder
	line := func(fields ...any) {
		for i, f := range fields {
			if i > 0 {
				b.WriteByte('\t')
			}
			b.WriteString(strings.NewReplacer("\t", " ", "\n", " ").Replace(fmt.Sprint(f)))
		}
		b.WriteByte('\n')
	}
	for _, c := range list {
		line("C", c.Name, c.Abstract, c.Disposes, strings.Join(c.Kinds, ","), c.In)
		for _, p := range c.Params {
			line("P", p.Name, p.Class, p.Kind, p.Literal, p.Primitive)
		}
		for _, e := range c.Ends {
			line("E", e.Label, e.Class, e.Field, e.Get, e.Set, e.Add, e.Remove, e.InverseField, e.Many, e.InverseMany, e.Hidden, e.Owned, e.Mandatory, e.Upper)
		}
	}
	return b.String()
}
