package modeltest

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/brief"
	"lexeon/core/model"
)

// Edit does changes that have to fit.
func Edit(t testing.TB, m *model.Model, changes []model.Change) *model.Model {
	t.Helper()
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	return next
}

// Told makes a model with one section "s" of a text.
func Told(t testing.TB, text string) *model.Model {
	t.Helper()
	m := Edit(t, model.Empty("Told"), []model.Change{&model.AddElement{ID: "s", Kind: model.Section, Name: "Brief"}})
	changes, err := brief.EditChanges(m, "s", text, "first")
	require.NoError(t, err)
	return Edit(t, m, changes)
}
