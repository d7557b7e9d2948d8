package view

import (
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func TestEveryKindHasAnEntry(t *testing.T) {
	for _, k := range model.ElementKinds() {
		require.NotEmpty(t, elementParts[k.Kind], k.Kind)
	}
	for _, k := range model.RelationshipKinds() {
		require.NotEmpty(t, relationParts[k.Kind], k.Kind)
	}
}

// Whatever an entry offers can be done: each field's change, with the value that it has, is
// taken by the model and leaves the value as it is.
func TestFieldsOfEntriesAreTaken(t *testing.T) {
	seen := map[string]bool{}
	for seed := range uint64(6) {
		m := modeltest.Model(seed, 250)
		for _, table := range []model.Table{model.TableElements, model.TableRelationships} {
			for _, id := range m.IDs(table) {
				for _, part := range entryParts(m, m.Row(id)) {
					for p := &part; p != nil; p = p.More {
						for _, f := range p.Fields {
							same(t, m, id, f)
							seen[f.Label] = true
						}
					}
				}
			}
		}
	}
	for _, label := range []string{"Name", "Definition", "Stereotypes", "Leaf", "Stored", "Contents", "Multiplicity", "Subsets", "It is a", "Subsystem", "When", "Kind"} {
		require.True(t, seen[label], label)
	}
}

// same carries out the change of a field with its own value.
func same(t *testing.T, m *model.Model, id model.ID, f Field) {
	raw := f.On
	if f.Member == "" && f.Value == "" {
		raw = f.Off
	}
	if f.Member == "" && strings.HasPrefix(f.Label, "Within") {
		return // what is there cannot be made once more
	}
	if len(f.Choices) > 0 && f.Member == "" { // each choice has changes of its own
		for _, c := range f.Choices {
			if c.Value == f.Value {
				require.Nil(t, c.Changes, "it is that already")
				continue
			}
			changes, err := model.DecodeChanges(c.Changes)
			require.NoError(t, err)
			next, _, _, err := model.Edit(m, changes)
			require.NoError(t, err, "%s of %s: %s", c.Title, m.Describe(id), c.Changes)
			kind := slices.IndexFunc(entryParts(next, next.Row(id)), func(p EntryPart) bool { return len(p.Fields) > 0 && p.Fields[0].Label == f.Label })
			require.Equal(t, c.Value, entryParts(next, next.Row(id))[kind].Fields[0].Value)
		}
		return
	}
	if f.Member != "" {
		var list []map[string]any
		require.NoError(t, json.Unmarshal(f.Change, &list), f.Label)
		require.Len(t, list, 1)
		at := list[0]
		path := strings.Split(f.Member, ".")
		for _, name := range path[:len(path)-1] {
			if at[name] == nil {
				at[name] = map[string]any{}
			}
			at = at[name].(map[string]any)
		}
		at[path[len(path)-1]] = map[Writing]any{AsText: f.Value, AsTruth: f.Value != "", AsList: namesIn(f.Value)}[f.As]
		var err error
		raw, err = json.Marshal(list)
		require.NoError(t, err)
	}
	changes, err := model.DecodeChanges(raw)
	require.NoError(t, err, "%s of %s: %s", f.Label, m.Describe(id), raw)
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err, "%s of %s: %s", f.Label, m.Describe(id), raw)
	for _, part := range entryParts(next, next.Row(id)) {
		for p := &part; p != nil; p = p.More {
			for _, g := range p.Fields {
				if g.Label == f.Label && string(g.Change) == string(f.Change) && f.Label != "Definition" {
					require.Equal(t, f.Value, g.Value, f.Label)
				}
			}
		}
	}
}

func namesIn(text string) []string {
	out := []string{}
	for name := range strings.SplitSeq(text, ",") {
		if name = strings.TrimSpace(name); name != "" {
			out = append(out, name)
		}
	}
	return out
}
