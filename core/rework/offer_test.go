package rework_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/rework"
)

// whatever is offered can be carried out, with each of its choices.
func carriedOut(t *testing.T, m *model.Model, subject model.ID) (titles []string) {
	t.Helper()
	for _, o := range rework.Offers(m, subject) {
		titles = append(titles, o.Title)
		choices := []rework.Request{{Kind: o.Kind, Subject: subject}}
		if len(o.To) > 0 {
			choices = nil
			for _, c := range o.To {
				choices = append(choices, rework.Request{Kind: o.Kind, Subject: subject, To: rework.Form(c.ID)})
			}
		}
		if len(o.With) > 0 {
			var each []rework.Request
			for _, c := range o.With {
				for _, r := range choices {
					r.With = model.ID(c.ID)
					each = append(each, r)
				}
			}
			choices = each
		}
		for _, r := range choices {
			if o.Named {
				r.Name = "Delivery"
			}
			r.Seed = "offer"
			changes, err := rework.Changes(m, r)
			require.NoError(t, err, "%s %+v", o.Title, r)
			_, _, _, err = model.Edit(m, changes.Changes)
			require.NoError(t, err, "%s %+v", o.Title, r)
		}
	}
	return titles
}

func TestRelationsAreOffered(t *testing.T) {
	m := modeltest.Build(t, "class Beekeeper", "class Hive", "class Season", "interface Keeper", "1 Beekeeper looks after 0..* Hive", "Beekeeper realizes Keeper")
	association, realization := m.Relationships(model.Association)[0].ID, m.Relationships(model.Realization)[0].ID
	require.Equal(t, []string{"Reverse it", "Say something else between Beekeeper and Hive", "Make an attribute of it", "Let it connect one more class"}, carriedOut(t, m, association))
	many := modeltest.Build(t, "class Beekeeper", "class Hive", "0..* Beekeeper visits 0..* Hive")
	require.Contains(t, carriedOut(t, many, many.Relationships()[0].ID), "Put a class between Beekeeper and Hive")
	require.Equal(t, []string{"Reverse it", "Say something else between Beekeeper and Keeper"}, carriedOut(t, m, realization)[:2])
	require.Empty(t, rework.Offers(m, "nothing"))
	for _, o := range rework.Offers(m, association) {
		for _, c := range o.To {
			require.NotEmpty(t, strings.TrimSpace(c.Title))
			require.NotEqual(t, string(rework.ToAssociation), c.ID, "what it is already is not offered")
		}
	}
}
