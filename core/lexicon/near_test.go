package lexicon_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/lexicon"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func TestNearNames(t *testing.T) {
	m := modeltest.Build(t, "process Office", "process Quay", "entity Pilot", "store Berth file", "class Boat", "class GateA",
		`Pilot sends "mooring plan" to Office`, "activity Clerk | note it | berth record from Pilot |  | yes")
	for _, c := range []struct {
		what    string
		changes []model.Change
		asked   string // name > known
		after   func(t *testing.T, next *model.Model)
	}{
		{"a flow", []model.Change{&model.Connect{ID: "f", Kind: model.DataFlow, Name: "moorng plan", Source: m.Named("Pilot", model.Entity)[0].ID, Target: m.Named("Quay", model.Process)[0].ID}},
			"moorng plan > mooring plan", func(t *testing.T, next *model.Model) {
				require.Equal(t, "mooring plan", next.Relationship("f").Name)
			}},
		{"data of the activity table, and who it comes from", []model.Change{
			&model.AddElement{ID: "a", Kind: model.Activity, Name: "file it", Set: model.P("performer", "Clerk", "inputs", []model.Datum{{Data: "Berth recrod", With: "Pilot"}})}},
			"Berth recrod > berth record", func(t *testing.T, next *model.Model) {
				require.Equal(t, "Berth record", next.Element("a").Activity().Inputs[0].Data)
			}},
		{"a store: there would be two of one name", []model.Change{&model.AddElement{ID: "s", Kind: model.Store, Name: "Bertth file"}}, "Bertth file > Berth file", nil},
		{"a class beside a store", []model.Change{&model.AddElement{ID: "c", Kind: model.Class, Name: "BerthFiel"}}, "BerthFiel > Berth file", func(t *testing.T, next *model.Model) {
			require.Equal(t, "BerthFile", next.Element("c").Name)
		}},
		{"a known name", []model.Change{&model.AddElement{ID: "a", Kind: model.Activity, Name: "file it", Set: model.P("performer", "Pilot")}}, "", nil},
		{"short names", []model.Change{&model.AddElement{ID: "c", Kind: model.Class, Name: "Coat"}}, "", nil},
		{"names numbered by letters", []model.Change{&model.AddElement{ID: "c", Kind: model.Class, Name: "GateB"}}, "", nil},
		{"a name that is mended", []model.Change{&model.SetName{ID: m.Relationships(model.DataFlow)[0].ID, Name: "mooring plans"}}, "", nil},
	} {
		t.Run(c.what, func(t *testing.T) {
			next, delta, _, err := model.Edit(m, c.changes)
			require.NoError(t, err)
			near := lexicon.NearNames(m, next, delta)
			if c.asked == "" {
				require.Empty(t, near)
				return
			}
			require.Len(t, near, 1)
			require.Equal(t, c.asked, near[0].Name+" > "+near[0].Known)
			if c.after == nil {
				require.Empty(t, near[0].Changes)
				return
			}
			c.after(t, modeltest.Edit(t, next, near[0].Changes))
		})
	}
}
