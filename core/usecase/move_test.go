package usecase_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

// Alternatives that leave from several steps keep their steps, wherever one of them goes, and
// it is said where they cannot.
func TestAStepIsMovedAndRangesKeepTheirMeaning(t *testing.T) {
	begin := func() *model.Model {
		changes := []model.Change{&model.AddElement{ID: "u", Kind: model.UseCase, Name: "Load ferry"}}
		for i := range 5 {
			changes = append(changes, &model.AddPart{ID: model.ID(fmt.Sprint("s", i+1)), Owner: "u", Kind: model.Step, Name: fmt.Sprint("Deckhand does ", i+1)})
		}
		changes = append(changes, &model.AddPart{ID: "a", Owner: "u", Kind: model.Alternative, Name: "it rains", Set: model.P("from", "s2", "to", "s4")},
			&model.AddPart{ID: "one", Owner: "u", Kind: model.Alternative, Name: "it storms", Set: model.P("from", "s3")},
			&model.AddPart{ID: "any", Owner: "u", Kind: model.Alternative, Name: "it burns"})
		m, _, _, err := model.Edit(model.Empty("Ferry"), changes)
		require.NoError(t, err)
		return m
	}
	for _, test := range []struct {
		step, before model.ID
		label        string
		said         []string
	}{
		{"s3", "s2", "2-4", nil}, // within: the first one is another, the steps are the same
		{"s4", "s3", "2-4", nil},
		{"s2", "s5", "2-4", nil}, // behind the last one
		{"s2", "", "2-3", []string{"Alternative 2-4a leaves from steps 2 to 3 now."}},
		{"s4", "s1", "3-4", []string{"Alternative 2-4a leaves from steps 3 to 4 now."}},
		{"s5", "s3", "2-5", []string{"Alternative 2-4a leaves from steps 2 to 5 now."}},
		{"s1", "", "1-3", nil},
	} {
		m := begin()
		changes, said, err := usecase.MoveStep(m, test.step, test.before)
		require.NoError(t, err)
		require.Equal(t, test.said, said, "%s before %s", test.step, test.before)
		m, _, _, err = model.Edit(m, changes)
		require.NoError(t, err)
		for _, a := range usecase.Of(m, "u").Alternatives {
			if a.ID == "a" {
				require.Equal(t, test.label+"a", a.Label, "%s before %s", test.step, test.before)
			}
			if a.ID == "one" {
				require.Equal(t, model.ID("s3"), a.Element.Alternative().From, "it goes with its step")
			}
		}
	}
	_, _, err := usecase.MoveStep(begin(), "gone", "")
	require.Error(t, err)
}
