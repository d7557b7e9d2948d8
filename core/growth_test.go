package core_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/brief"
	"lexeon/core/document"
	"lexeon/core/generate/golang"
	"lexeon/core/interchange"
	"lexeon/core/lexicon"
	"lexeon/core/matrix"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/trace"
	"lexeon/core/typeface"
	"lexeon/core/view"
)

// What is computed of a whole model costs what the model is: four times as many elements of
// all kinds cost some four times the work, with few findings and with many.
func TestNothingGrowsFasterThanTheModel(t *testing.T) {
	set := typeface.New()
	for name, work := range map[string]func(t *testing.T, m *model.Model){
		"building of rows": func(t *testing.T, m *model.Model) {
			built, err := model.FromRows(m.Rows())
			require.NoError(t, err)
			require.Equal(t, m.Len(), built.Len())
		},
		"reading of a file": func(t *testing.T, m *model.Model) {
			read, err := interchange.ReadFile(interchange.WriteFile(m))
			require.NoError(t, err)
			require.Equal(t, m.Len(), read.Len())
		},
		"packing": func(t *testing.T, m *model.Model) {
			_, err := model.Unpack(model.Pack(m))
			require.NoError(t, err)
		},
		"matrix":   func(t *testing.T, m *model.Model) { require.NotEmpty(t, matrix.Of(m).Rows) },
		"glossary": func(t *testing.T, m *model.Model) { require.NotEmpty(t, lexicon.GlossaryCSV(m)) },
		"coverage": func(t *testing.T, m *model.Model) { require.NotEmpty(t, brief.Unsourced(m)) },
		"touching": func(t *testing.T, m *model.Model) { require.NotNil(t, trace.Of(m)) },
		"drawing":  func(t *testing.T, m *model.Model) { require.NotNil(t, scene.NewDrawer(set).Of(m, "overview")) },
		"overview": func(t *testing.T, m *model.Model) {
			_, err := view.OverviewOf(m, "p", 1)
			require.NoError(t, err)
		},
		"dictionary": func(t *testing.T, m *model.Model) {
			_, err := view.DictionaryOf(m, 1)
			require.NoError(t, err)
		},
		"use cases": func(t *testing.T, m *model.Model) {
			_, err := view.UseCasesOf(m, 1)
			require.NoError(t, err)
		},
		"terms": func(t *testing.T, m *model.Model) {
			_, err := view.Terms(m)
			require.NoError(t, err)
		},
		"components": func(t *testing.T, m *model.Model) {
			_, err := view.ComponentsOf(m)
			require.NoError(t, err)
		},
		"Go": func(t *testing.T, m *model.Model) {
			_, err := golang.Generate(m)
			require.NoError(t, err)
		},
		"documentation": func(t *testing.T, m *model.Model) {
			_, err := document.Markdown(m, render.Draws(m, scene.NewDrawer(set)))
			require.NoError(t, err)
		},
	} {
		t.Run(name, func(t *testing.T) {
			for _, sound := range []bool{true, false} {
				cost := func(n int) float64 {
					m := mixed(n, sound)
					return modeltest.Allocated(func() { work(t, m) })
				}
				cost(100) // what is remembered of words and fonts
				few, many := cost(1000), cost(4000)
				require.Less(t, many, 4*1.6*few, "sound: %v", sound)
			}
		})
	}
}

// mixed makes each model once: making it takes longer than reading it.
func mixed(n int, sound bool) *model.Model {
	key := mixture{n, sound}
	if made[key] == nil {
		made[key] = modeltest.Mixed(n, sound)
	}
	return made[key]
}

type mixture struct {
	n     int
	sound bool
}

var made = map[mixture]*model.Model{}
