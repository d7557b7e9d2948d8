package golang

import (
	"bytes"
	"go/format"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// What the templates print as gofmt does is left to them: it has to be what gofmt makes of all of it.
func TestFormattedAsGofmtDoes(t *testing.T) {
	models := []*model.Model{modeltest.Demo(t), modeltest.HostileModel(t), modeltest.Large(60, 90, 20)}
	for seed := range uint64(200) {
		models = append(models, modeltest.Coded(seed, seed%4 == 3))
	}
	for seed := range uint64(30) {
		models = append(models, modeltest.Model(seed, 320))
	}
	methods, left := 0, 0
	for _, m := range models {
		g := newGenerator(generate.NewPlan(m), settings{})
		var list []page
		for _, p := range g.plan.Types {
			list = append(list, g.page(p))
		}
		for _, p := range list {
			if c, ok := p.data.(classFile); ok {
				g.keyed(c)
			}
		}
		for _, p := range list {
			var b bytes.Buffer
			require.NoError(t, templates.ExecuteTemplate(&b, p.template, p.data))
			plain, _ := generate.Unmarked(b.String())
			wanted, err := format.Source([]byte(plain))
			require.NoError(t, err)
			got, err := formatted(plain)
			require.NoError(t, err)
			require.Equal(t, string(wanted), got)
			for _, x := range blocksOf(plain) {
				if x.method {
					methods++
				}
				if x.method && x.settled() {
					left++
				}
			}
		}
	}
	t.Logf("%d of %d methods are printed as they are", left, methods)
	require.Greater(t, left, methods/2)
}

func TestWhatGofmtWouldChange(t *testing.T) {
	for name, source := range map[string]string{
		"functions of one line side by side":  "package p\n\nfunc (a *A) X() int { return 1 }\nfunc (a *A) LongName() int { return 1 }\n\nfunc (a *A) Y() {\n\n\tx()\n\n\n\ty()\n\n}\n",
		"a comment with a list":               "package p\n\n// X does:\n// - this\n// - that\nfunc (a *A) X() {\n}\n",
		"a comment behind a function":         "package p\nfunc (a *A) X() {\n}\n// Y is next.\nfunc (a *A) Y() {\n}\n",
		"a long function of one line":         "package p\n\nfunc (a *AVeryLongNameOfAType) AVeryLongNameOfAMethod(andItsParameter string) *AVeryLongNameOfAType { return a }\n",
		"fields, and a method without a line": "package p\ntype A struct {\n\tb int\n\tlonger string\n}\nfunc (a *A) X() {\n}\n",
	} {
		wanted, err := format.Source([]byte(source))
		require.NoError(t, err, name)
		got, err := formatted(source)
		require.NoError(t, err, name)
		require.Equal(t, string(wanted), got, name)
	}
	_, err := formatted("package p\n\ntype A struct {\n\t\"\n}\n")
	require.Error(t, err)
}
