package model_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// A name looks like what it is; texts may hold what somebody pasted.
func TestHiddenCharactersInNamesAreRefused(t *testing.T) {
	for name, told := range map[string]string{
		"pay\u202eeerf":     "name contains U+202E, a character that nobody sees: pay‹U+202E›eerf",
		"Zero\u200bwidth":   "name contains U+200B, a character that nobody sees: Zero‹U+200B›width",
		"\ufeffBlast":       "name contains U+FEFF, a character that nobody sees: ‹U+FEFF›Blast",
		"Red\x1b[31m":       "name contains the control character U+001B: Red‹U+001B›[31m",
		"tag\U000e0041":     "name contains U+E0041, a character that nobody sees: tag‹U+E0041›",
		"Blast":             "",
		"می\u200cخواهم":     "",
		"Größe, 漢字, Ωμέγα":  "",
		"👩\u200d🔧 engineer": "",
	} {
		_, _, _, err := model.Edit(model.Empty("Quarry"), []model.Change{&model.AddElement{ID: "a", Kind: model.Class, Name: name}})
		if told == "" {
			require.NoError(t, err, "%q", name)
			continue
		}
		f, ok := model.AsFault(err)
		require.True(t, ok, "%q", name)
		require.Equal(t, told, f.Message)
		require.Equal(t, "name", f.Field)
	}
	_, _, _, err := model.Edit(model.Empty("Quarry"), []model.Change{&model.AddElement{ID: "a", Kind: model.Class, Name: "Blast"}, &model.SetDefinition{ID: "a", Text: "\ufeffA charge\u200b that is fired."}})
	require.NoError(t, err)
}

func TestHalfOfACharacterIsTold(t *testing.T) {
	_, err := model.DecodeChanges(json.RawMessage(`[{"type": "setName", "id": "a", "name": "x\ud800"}]`))
	f, ok := model.AsFault(err)
	require.True(t, ok)
	require.Equal(t, model.CodeSyntax, f.Code)
	require.Equal(t, `changes, at byte 42: half of a character (\ud800), which cannot be kept`, f.Message)
	changes, err := model.DecodeChanges(json.RawMessage(`[{"type": "setName", "id": "a", "name": "x\ud83d\ude00"}]`))
	require.NoError(t, err)
	require.Equal(t, "x😀", changes[0].(*model.SetName).Name)
}
