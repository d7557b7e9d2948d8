package view_test

import (
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/usecase"
	"lexeon/core/view"
)

// someModels are random ones, and one that a person made.
func someModels(t *testing.T) []*model.Model {
	t.Helper()
	data, err := os.ReadFile("../../demo/heatherfold.lexeon.json")
	require.NoError(t, err)
	made, err := interchange.ReadFile(data)
	require.NoError(t, err)
	out := []*model.Model{made}
	for seed := range uint64(6) {
		out = append(out, modeltest.Model(seed, 160))
	}
	return out
}

// Property: what touches something is touched by it, in the same words or others, and
// whatever is met from something is found by following from there.
func TestTracesAreMutual(t *testing.T) {
	met := 0
	for _, m := range someModels(t) {
		var webs view.Webs
		for _, e := range append(m.OfKind(model.UseCase), m.Classifiers()...) {
			touched, err := webs.TraceOf(m, e.ID)
			require.NoError(t, err)
			require.Equal(t, e.ID, touched.Of.ID)
			own := 0
			for _, field := range touched.Fields {
				if field.Own {
					own++
				}
				for _, other := range field.Met {
					met++
					require.NotEmpty(t, other.Title, "%s %s", other.Kind, other.ID)
					require.NotNil(t, m.Row(other.ID), "%s is there", other.Title)
					if other.Distance > 1 {
						require.NotEmpty(t, other.Via)
						continue
					}
					require.NotEmpty(t, other.Words)
					back, err := webs.TraceOf(m, other.ID)
					require.NoError(t, err)
					found := false
					for _, f := range back.Fields {
						for _, x := range f.Met {
							found = found || x.ID == e.ID && x.Distance == 1
						}
					}
					require.True(t, found, "%s touches %s, and so the other way round", other.Title, e.Name)
				}
			}
			require.Equal(t, 1, own, "it stands in one field of the work")
		}
	}
	require.Greater(t, met, 200)
}

func TestWhatIsTracedIsFoundByItsWords(t *testing.T) {
	m := someModels(t)[0]
	var webs view.Webs
	for _, e := range m.OfKind(model.UseCase) {
		found, err := webs.FindTraced(m, strings.ToLower(e.Name))
		require.NoError(t, err)
		ids := map[model.ID]bool{}
		for _, f := range found {
			ids[f.ID] = true
		}
		require.True(t, ids[e.ID], e.Name)
	}
	most, err := webs.FindTraced(m, "")
	require.NoError(t, err)
	require.NotEmpty(t, most, "without words, what touches most")
}

// Property: the sentences of a diagram are about the relationships that it shows, each
// once, in the order of a dictionary.
func TestSentencesAreThoseOfTheDiagram(t *testing.T) {
	told := 0
	for _, m := range someModels(t) {
		for _, d := range m.Diagrams() {
			list, err := view.Sentences(m, d.ID)
			require.NoError(t, err)
			last := ""
			for _, r := range list {
				told++
				require.NotNil(t, m.PlacementOn(d.ID, r.ID))
				require.NotEmpty(t, r.Sentences)
				first := strings.ToLower(r.Sentences[0].String())
				require.LessOrEqual(t, last, first)
				last = first
				for _, e := range r.Ends {
					require.NotEmpty(t, e.Choices, "each end asks how many")
				}
			}
			shown := 0
			for _, p := range m.PlacementsOn(d.ID) {
				if r := m.Relationship(p.Subject); r != nil && r.Kind != model.Anchor && r.Kind != model.Trace {
					shown++
				}
			}
			require.Len(t, list, shown)
		}
	}
	require.Greater(t, told, 60)
	_, err := view.Sentences(model.Empty("Nothing"), "gone")
	f, ok := model.AsFault(err)
	require.True(t, ok)
	require.Equal(t, model.CodeMissing, f.Code)
}

// Property: a mark of the matrix says where it comes from, and a cell without a mark has
// nothing to say.
func TestEveryMarkHasItsSources(t *testing.T) {
	marks := 0
	for _, m := range someModels(t) {
		x, err := view.MatrixOf(m)
		require.NoError(t, err)
		marked := map[[2]int]bool{}
		for _, c := range x.Cells {
			marked[[2]int{c.Row, c.Column}] = true
		}
		for i, row := range x.Rows {
			for k, column := range x.Columns {
				sources, err := view.MatrixCellOf(m, row.ID, column.ID)
				require.NoError(t, err)
				require.Equal(t, marked[[2]int{i, k}], len(sources) > 0, "%s, %s", row.Title, column.Title)
				for _, s := range sources {
					marks++
					require.NotEmpty(t, s.Text)
					require.NotNil(t, m.Row(s.Row))
				}
			}
		}
	}
	require.Greater(t, marks, 50)
}

// Property: a description is told step by step as it is typed.
func TestStepsAreToldAsTheyAreTyped(t *testing.T) {
	steps := 0
	for _, m := range someModels(t) {
		for _, e := range m.OfKind(model.UseCase) {
			u, err := view.UseCaseOf(m, e.ID)
			require.NoError(t, err)
			require.Equal(t, usecase.Text(m, usecase.Of(m, e.ID)), u.Text)
			for i, s := range u.Steps {
				steps++
				require.Contains(t, u.Text, s.Text)
				require.Equal(t, i == len(u.Steps)-1, s.Last)
				if s.Actor != "" {
					require.Equal(t, model.Actor, m.Element(s.Actor).Kind)
					require.Equal(t, m.Element(s.Actor).Name, s.Doer)
				}
				text := ""
				for _, mark := range s.Marks {
					text += mark.Text
				}
				require.Equal(t, s.Text, text, "the marks are the whole text")
				if i > 0 {
					require.Equal(t, u.Steps[i-1].ID, s.Before)
				}
			}
		}
	}
	require.Greater(t, steps, 40)
}

func TestAnItemHasALineage(t *testing.T) {
	m := someModels(t)[0]
	followed := 0
	for _, item := range m.OfKind(model.DataItem) {
		way, err := view.LineageOf(m, " "+item.Name+" ")
		require.NoError(t, err)
		require.Equal(t, item.Name, way.Item)
		for _, s := range way.Steps {
			followed++
			require.Equal(t, model.DataFlow, m.Relationship(s.Flow).Kind)
			require.GreaterOrEqual(t, s.Step, 1)
		}
		for _, a := range way.Attributes {
			require.Equal(t, a.Class, m.Element(a.ID).Owner)
		}
	}
	require.Greater(t, followed, 20)
	_, err := view.LineageOf(m, "  ")
	_, ok := model.AsFault(err)
	require.True(t, ok)
}

func TestUsesOfATermNameIt(t *testing.T) {
	m := someModels(t)[0]
	terms, err := view.Terms(m)
	require.NoError(t, err)
	uses, sentences := 0, 0
	for _, term := range terms {
		of, err := view.TermUsesOf(m, term.ID)
		require.NoError(t, err)
		require.Equal(t, term.Name, of.Term.Name)
		for _, u := range of.Uses {
			uses++
			require.NotEmpty(t, u.Title)
		}
		for _, s := range of.Sentences {
			sentences++
			require.Equal(t, m.Element(s.ID).Sentence().Text, s.Text)
		}
	}
	require.Greater(t, uses, 40)
	require.Greater(t, sentences, 10)
}
