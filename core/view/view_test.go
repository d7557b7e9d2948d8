package view_test

import (
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/view"
)

// whole is every view of a model that is not about one row.
var whole = map[string]func(m *model.Model) (any, error){
	"overview":   func(m *model.Model) (any, error) { return view.OverviewOf(m, "p", 7) },
	"brief":      func(m *model.Model) (any, error) { return view.BriefOf(m, 7) },
	"activities": func(m *model.Model) (any, error) { return view.ActivitiesOf(m, 7) },
	"dictionary": func(m *model.Model) (any, error) { return view.DictionaryOf(m, 7) },
	"events":     func(m *model.Model) (any, error) { return view.EventsOf(m, 7) },
	"useCases":   func(m *model.Model) (any, error) { return view.UseCasesOf(m, 7) },
	"components": func(m *model.Model) (any, error) { return view.ComponentsOf(m) },
	"matrix":     func(m *model.Model) (any, error) { return view.MatrixOf(m) },
	"terms":      func(m *model.Model) (any, error) { return view.Terms(m) },
}

// A page goes through lists without asking whether they are there, also of a project in
// which there is nothing yet.
func TestListsAreNeverNull(t *testing.T) {
	for name, of := range whole {
		out, err := of(model.Empty("Nothing yet"))
		require.NoError(t, err, name)
		data, err := json.Marshal(out)
		require.NoError(t, err, name)
		require.NotContains(t, string(data), "null", name)
	}
}

// Whatever a view names by an id can be opened by it.
func TestWhateverIsNamedIsThere(t *testing.T) {
	for seed := range uint64(8) {
		m := modeltest.Model(seed, 150)
		for name, of := range whole {
			out, err := of(m)
			require.NoError(t, err, name)
			data, err := json.Marshal(out)
			require.NoError(t, err, name)
			var read any
			require.NoError(t, json.Unmarshal(data, &read))
			for _, id := range ids(read) {
				require.NotNil(t, m.Row(id), "%s names %q", name, id)
			}
		}
		for _, table := range []model.Table{model.TableElements, model.TableRelationships} {
			for _, id := range m.IDs(table) {
				entry, err := view.EntryOf(m, 7, id)
				require.NoError(t, err, id)
				require.NotEmpty(t, entry.KindTitle, id)
				for _, d := range entry.Appears {
					require.NotNil(t, m.Diagram(d.ID), id)
				}
			}
		}
	}
}

// ids collects what stands as "id" in something that was read from JSON; that of the
// project itself is not one of a row.
func ids(of any) (out []model.ID) {
	switch v := of.(type) {
	case map[string]any:
		for key, member := range v {
			if id, ok := member.(string); ok && key == "id" && id != "p" {
				out = append(out, model.ID(id))
			}
			if key != "changes" { // what would be made is not there yet
				out = append(out, ids(member)...)
			}
		}
	case []any:
		for _, member := range v {
			out = append(out, ids(member)...)
		}
	}
	return out
}

func TestTheOverviewCounts(t *testing.T) {
	for seed := range uint64(8) {
		m := modeltest.Model(seed, 150)
		o, err := view.OverviewOf(m, "p", 7)
		require.NoError(t, err)
		require.Len(t, o.Diagrams, len(m.Diagrams()))
		require.Equal(t, len(m.Elements(model.DataItem)), o.Items)
		require.Equal(t, len(m.Elements(model.Activity)), o.Table.Rows)
		for _, d := range o.Diagrams {
			shown := slices.DeleteFunc(slices.Clone(m.PlacementsOn(d.ID)), func(p *model.Placement) bool { return m.Element(p.Subject) == nil })
			require.Equal(t, len(shown), d.Elements, d.Name)
		}
	}
}

func TestTermsStandInTheOrderOfADictionary(t *testing.T) {
	m := modeltest.Build(t, "class zebra", "class Anchor", "class Ärmel", "class buoy", `entity buoy`)
	terms, err := view.Terms(m)
	require.NoError(t, err)
	var names []string
	for _, term := range terms {
		names = append(names, strings.ToLower(term.Name))
	}
	require.Equal(t, []string{"anchor", "buoy", "zebra", "ärmel"}, names)
	require.Len(t, terms[1].Faces, 2, "one term has the faces of all kinds")
}

func TestOneThatIsGone(t *testing.T) {
	m := modeltest.Build(t, "class Hive")
	for name, of := range map[string]func() error{
		"entry":    func() error { _, err := view.EntryOf(m, 7, "gone"); return err },
		"use case": func() error { _, err := view.UseCaseOf(m, "gone"); return err },
		"way":      func() error { _, err := view.LineageOf(m, "  "); return err },
	} {
		f, ok := model.AsFault(of())
		require.True(t, ok, name)
		require.NotEmpty(t, f.Message, name)
	}
}
