package model_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// Two decisions do not undo each other, one that is taken back leaves the other, and undo leads back.
func TestDecisionsForTargets(t *testing.T) {
	m := model.Empty("Ferry")
	decide := func(c *model.DecideTarget) []model.Change {
		next, _, inverse, err := model.Edit(m, []model.Change{c})
		require.NoError(t, err)
		m = next
		return inverse
	}
	files := model.TargetSetting{Target: "code", Option: "files", Value: "one"}
	decide(&model.DecideTarget{Target: "code", Option: "files", Value: "many"})
	decide(&model.DecideTarget{Target: "go", Option: "module", Value: "example.org/ferry"})
	decide(&model.DecideTarget{Target: "code", Option: "files", Value: "one"})
	require.ElementsMatch(t, []model.TargetSetting{files, {Target: "go", Option: "module", Value: "example.org/ferry"}}, m.Project().Targets)
	back := decide(&model.DecideTarget{Target: "go", Option: "module", Usual: true})
	require.Equal(t, []model.TargetSetting{files}, m.Project().Targets)
	m, _, _, err := model.Edit(m, back)
	require.NoError(t, err)
	require.Len(t, m.Project().Targets, 2)
	for _, bad := range []*model.DecideTarget{{Target: "../x", Option: "files"}, {Target: "go", Option: ""}, {Target: "go", Option: "module", Value: string(make([]rune, 201))}} {
		_, _, _, err := model.Edit(m, []model.Change{bad})
		require.Error(t, err)
	}
}

// What is decided of one performer, or of the colour of one stereotype, leaves the others as they are.
func TestDecisionsLeaveTheOthers(t *testing.T) {
	m, _, _, err := model.Edit(model.Empty("Ferry"), []model.Change{
		&model.DecidePerformer{Name: "Purser", Inside: true, Reason: "works here"}, &model.DecidePerformer{Name: "Pilot"}, &model.DecidePerformer{Name: "Purser", Reason: "hired"},
		&model.SetColour{Stereotype: "place", Colour: "fern"}, &model.SetColour{Stereotype: "party", Colour: "sky"}, &model.SetColour{Stereotype: "place", Colour: "honey"},
	})
	require.NoError(t, err)
	require.Equal(t, []model.PerformerSide{{Name: "Pilot"}, {Name: "Purser", Reason: "hired"}}, m.Project().Performers)
	require.Equal(t, []model.StereotypeColour{{Stereotype: "party", Colour: "sky"}, {Stereotype: "place", Colour: "honey"}}, m.Project().Colours)
	m, _, _, err = model.Edit(m, []model.Change{&model.DecidePerformer{Name: "Pilot", ByRule: true}, &model.SetColour{Stereotype: "party"}})
	require.NoError(t, err)
	require.Len(t, m.Project().Performers, 1)
	require.Len(t, m.Project().Colours, 1)
	_, _, _, err = model.Edit(m, []model.Change{&model.SetColour{Stereotype: "place", Colour: "puce"}})
	require.ErrorContains(t, err, "puce")
}
