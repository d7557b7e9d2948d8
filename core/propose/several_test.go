package propose_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/component"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/propose"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

func newProposer() *propose.Proposer { return propose.New(scene.NewDrawer(typeface.New())) }

// applied is a model after the changes of a reply.
func applied(t *testing.T, m *model.Model, reply propose.ChangesReply) *model.Model {
	t.Helper()
	changes, err := model.DecodeChanges(reply.Changes)
	require.NoError(t, err)
	m, _, _, err = model.Edit(m, changes)
	require.NoError(t, err)
	return m
}

func idsOf(m *model.Model, names ...string) (out []model.ID) {
	for _, n := range names {
		for _, e := range m.Elements() {
			if e.Name == n {
				out = append(out, e.ID)
			}
		}
	}
	return out
}

// What several have in common is told, and what is set is set for all that it fits.
func TestSeveral(t *testing.T) {
	m := modeltest.Build(t, "class Kite", "  - span: Decimal", "class Reel", "  - length: Decimal", "  + wind()", "class Tail", "package Shop", "component Store", "component Till", "1 Kite has 1 Reel")
	pr := newProposer()
	rows := append(idsOf(m, "Kite", "Reel", "Till"), m.Relationships(model.Association)[0].ID, "gone")
	shared := func() map[string]any {
		s, err := pr.Shared(m, propose.SharedRequest{Rows: rows})
		require.NoError(t, err)
		data, err := json.Marshal(s)
		require.NoError(t, err)
		var out map[string]any
		require.NoError(t, json.Unmarshal(data, &out))
		return out
	}
	set := func(req propose.SeveralRequest) {
		req.Rows, req.Seed = rows, "seed"
		reply, err := pr.Several(m, req)
		require.NoError(t, err)
		m = applied(t, m, reply)
	}
	s := shared()
	require.Equal(t, []any{"2 classes", "1 association", "1 component"}, s["kinds"])
	require.EqualValues(t, 3, s["canBear"])
	require.EqualValues(t, 3, s["features"])
	require.Equal(t, "", s["visibility"], "not the same")

	set(propose.SeveralRequest{Set: propose.SetStereotype, Name: "toy"})
	require.EqualValues(t, map[string]any{"name": "toy", "colour": "", "borne": 3.0}, shared()["stereotypes"].([]any)[0])
	set(propose.SeveralRequest{Set: propose.SetStereotype, Name: "toy"}) // nothing is borne twice
	require.Equal(t, []string{"toy"}, m.Named("Kite", model.Class)[0].Stereotypes)
	require.Equal(t, []string{"toy"}, m.Named("Till", model.Component)[0].Stereotypes)
	set(propose.SeveralRequest{Set: propose.SetStereotype, Name: "toy", Off: true})
	require.Empty(t, m.Named("Kite", model.Class)[0].Stereotypes)

	set(propose.SeveralRequest{Set: propose.SetVisibility, Visibility: model.Protected})
	require.Equal(t, "protected", shared()["visibility"])

	shop := idsOf(m, "Shop")[0]
	set(propose.SeveralRequest{Set: propose.SetPackage, Into: shop})
	require.EqualValues(t, shop, shared()["packages"].(map[string]any)["common"])
	require.Equal(t, shop, m.Named("Kite", model.Class)[0].Owner)
	require.Empty(t, m.Named("Tail", model.Class)[0].Owner, "it was not selected")

	set(propose.SeveralRequest{Set: propose.SetPackage})
	store := idsOf(m, "Store")[0]
	set(propose.SeveralRequest{Set: propose.SetComponent, Into: store})
	require.Equal(t, store, m.Named("Till", model.Component)[0].Owner)
	require.Equal(t, store, m.HeldBy(idsOf(m, "Kite")[0])[0].ID)
	require.EqualValues(t, store, shared()["components"].(map[string]any)["common"])
	set(propose.SeveralRequest{Set: propose.SetComponent})
	require.Empty(t, m.HeldBy(idsOf(m, "Kite")[0]))
	require.Empty(t, m.Named("Till", model.Component)[0].Owner)

	_, err := pr.Several(m, propose.SeveralRequest{Rows: rows, Set: "shape"})
	require.ErrorContains(t, err, `"shape" cannot be set for several`)
}

// A component goes into another one by a statement, and where components are drawn what is new
// is one.
func TestAComponentIsPutIntoAnother(t *testing.T) {
	m := modeltest.Build(t, "component Pilotage", "component Dispatch", "class Rota")
	m, _, _, err := model.Edit(m, []model.Change{
		&model.AddDiagram{ID: "d", Kind: model.ComponentDiagram, Name: "D"},
		&model.Place{ID: "p1", Diagram: "d", Subject: idsOf(m, "Pilotage")[0]}, &model.Place{ID: "p2", Diagram: "d", Subject: idsOf(m, "Dispatch")[0], X: 900, Y: 700},
	})
	require.NoError(t, err)
	said := func(text string) propose.Reading {
		reply, err := newProposer().Statement(m, propose.StatementRequest{Text: text, Diagram: "d", Seed: "s"})
		require.NoError(t, err)
		require.NotEmpty(t, reply.Readings, "%s: %s", text, reply.Problem)
		return reply.Readings[0]
	}
	r := said("Pilotage holds Dispatch")
	require.Equal(t, "Dispatch is in Pilotage.", r.Sentences[0].String())
	next := applied(t, m, propose.ChangesReply{Changes: r.Changes})
	require.Equal(t, idsOf(m, "Pilotage")[0], next.Named("Dispatch", model.Component)[0].Owner)
	require.Less(t, next.Placement("p2").X, 600, "it stands where it was put")

	next = applied(t, m, propose.ChangesReply{Changes: said("Pilotage holds Moorings").Changes})
	require.Equal(t, idsOf(m, "Pilotage")[0], next.Named("Moorings", model.Component)[0].Owner)
	next = applied(t, m, propose.ChangesReply{Changes: said("Pilotage holds Rota").Changes})
	require.Equal(t, "Pilotage", next.HeldBy(idsOf(m, "Rota")[0])[0].Name, "a class that exists is meant")
}

// An assembly that is accepted is right the moment after: what it needs comes along, and is
// said; what is known to be the other way round is left as it is.
func TestAnAssemblyMakesWhatItNeeds(t *testing.T) {
	m := modeltest.Build(t, "component Dispatch", "component Timetable", "component Signals", "interface Routes", "Signals requires Routes")
	said := func(text string) (*model.Model, propose.Reading) {
		reply, err := newProposer().Statement(m, propose.StatementRequest{Text: text, Seed: "s"})
		require.NoError(t, err)
		return applied(t, m, propose.ChangesReply{Changes: reply.Readings[0].Changes}), reply.Readings[0]
	}
	next, r := said("Dispatch gets Departures from Timetable at north")
	require.Len(t, next.Relationships(model.Provides), 1)
	require.Contains(t, component.Required(next, idsOf(next, "Dispatch")[0]), idsOf(next, "Departures")[0])
	require.Equal(t, "north", next.Element(next.Relationships(model.Provides)[0].Offer().Port).Name)
	require.Contains(t, r.Sentences[2].String(), "Timetable, at north, provides Departures.")
	next, _ = said("Dispatch gets Routes from Signals")
	require.Empty(t, next.Relationships(model.Provides), "who requires it is not made to provide it")
}
