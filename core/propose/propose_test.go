package propose_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
	"lexeon/core/propose"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

func proposer() *propose.Proposer { return propose.New(scene.NewDrawer(typeface.New())) }

// done carries proposed changes out, as a server does with what it is sent.
func done(t *testing.T, m *model.Model, raw json.RawMessage, what string) *model.Model {
	t.Helper()
	changes, err := model.DecodeChanges(raw)
	require.NoError(t, err, what)
	if len(changes) == 0 {
		return m
	}
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err, what)
	return next
}

// eachSheet calls do for every diagram of some random models, with what stands on it.
func eachSheet(t *testing.T, do func(m *model.Model, d *model.Diagram, shown []*model.Element)) {
	t.Helper()
	for seed := range uint64(8) {
		m := modeltest.Model(seed, 150)
		before := string(interchange.WriteFile(m))
		for _, d := range m.Diagrams() {
			var shown []*model.Element
			for _, p := range m.PlacementsOn(d.ID) {
				if e := m.Element(p.Subject); e != nil {
					shown = append(shown, e)
				}
			}
			do(m, d, shown)
		}
		require.Equal(t, before, string(interchange.WriteFile(m)), "a proposal changes nothing")
	}
}

// The page proposes with a Proposer that was asked other things before than that of the
// server: both propose the same, and all of it can be done.
func TestEveryConnectionThatIsProposedCanBeMade(t *testing.T) {
	page, server := proposer(), proposer()
	made := map[string]int{}
	eachSheet(t, func(m *model.Model, d *model.Diagram, shown []*model.Element) {
		for i, from := range shown[:min(len(shown), 6)] {
			to := shown[(i*5+3)%len(shown)]
			req := propose.ConnectionRequest{From: from.ID, To: to.ID, Diagram: d.ID, Seed: fmt.Sprint("c", i)}
			readings, err := page.Connection(m, req)
			if err != nil {
				_, isFault := model.AsFault(err)
				require.True(t, isFault, "%v", err)
				continue
			}
			again, err := server.Connection(m, req)
			require.NoError(t, err)
			require.Equal(t, readings, again)
			for _, r := range readings {
				what := fmt.Sprintf("%s %q to %s %q: %s", from.Kind, from.Name, to.Kind, to.Name, r.Statement)
				next := done(t, m, r.Changes, what)
				made[r.Form]++
				if rel := next.Relationship(r.Row); rel != nil && m.Relationship(r.Row) == nil && len(r.Sentences) > 0 {
					require.Equal(t, r.Sentences, notation.ReadBack(next, rel), "what was read before it is made is what it says then: %s", what)
				}
			}
		}
	})
	require.Greater(t, len(made), 5, "%v", made)
}

func TestWhatIsPlacedStandsFreeWithItsID(t *testing.T) {
	drawer := scene.NewDrawer(typeface.New())
	page := propose.New(drawer)
	placed := 0
	eachSheet(t, func(m *model.Model, d *model.Diagram, shown []*model.Element) {
		for i, kind := range []model.Kind{model.Class, model.Enumeration, model.Process, model.Entity, model.Actor, model.UseCase, model.Component, model.Note} {
			if !kind.IsDrawnOn(d.Kind) {
				continue
			}
			var beside model.ID
			if len(shown) > 0 {
				beside = shown[i%len(shown)].ID
			}
			id := model.ID(fmt.Sprint("made-", i))
			reply, err := page.Placement(m, propose.PlacementRequest{Kind: kind, Name: fmt.Sprint(`<b>"Zq`, i, `"</b>`), Diagram: d.ID, Beside: beside, Seed: "s", ID: id})
			if err != nil {
				_, isFault := model.AsFault(err)
				require.True(t, isFault, "%v", err)
				continue
			}
			require.Equal(t, id, reply.Element)
			next := done(t, m, reply.Changes, string(kind))
			p := next.PlacementOn(d.ID, id)
			require.NotNil(t, p, kind)
			w, h := drawer.SizeOf(next, kind, next.Element(id).Name)
			for _, other := range m.PlacementsOn(d.ID) {
				if e := m.Element(other.Subject); e != nil && other.W == 0 && e.Kind == kind {
					inside := p.X < other.X && other.X < p.X+w && p.Y < other.Y && other.Y < p.Y+h
					require.False(t, inside, "the new %s covers the corner of %q", kind, e.Name)
				}
			}
			placed++
		}
	})
	require.Greater(t, placed, 30)
}

// Whatever is typed as features ends as changes that can be done, or in a line that
// says what is wrong; what was saved and is read again changes nothing.
func TestFeaturesThatAreReadTwiceAreTheSame(t *testing.T) {
	page := proposer()
	for _, typed := range []string{
		"", "name: String", "a\nb: Integer\n+ weigh(on: Date): Decimal", "price: Money [0..1] = 3", "x: Integer {id}", "'; drop table x; --", "<script>: String",
		"häufigkeit: Decimal", "+ +", "total: Decimal {derived}", "a: Integer\na: Integer", "weigh(", "\t\n \n", "=", ": :", "tags: String[*]",
	} {
		m := modeltest.Build(t, "class Hive")
		hive := m.Named("Hive", model.Class)
		require.Len(t, hive, 1)
		reply, err := page.Features(m, propose.FeaturesRequest{Element: hive[0].ID, Text: typed, Seed: "s"})
		require.NoError(t, err, typed)
		next := done(t, m, reply.Changes, typed)
		said := notation.FeatureText(next, next.Element(hive[0].ID))
		again, err := page.Features(next, propose.FeaturesRequest{Element: hive[0].ID, Text: said, Seed: "t"})
		require.NoError(t, err, typed)
		require.JSONEq(t, "[]", string(again.Changes), "%q is kept as %q", typed, said)
	}
}

func TestRenamingATermNamesAllItsFaces(t *testing.T) {
	page := proposer()
	renamed := 0
	for seed := range uint64(20) {
		m := modeltest.Model(seed, 120)
		for _, id := range m.IDs(model.TableTerms) {
			reply, err := page.Rename(m, propose.RenameRequest{Term: id, Name: "Quartz gauge"})
			if err != nil {
				_, isFault := model.AsFault(err)
				require.True(t, isFault, "%v", err)
				continue
			}
			next := done(t, m, reply.Changes, "rename")
			// In the manner of the name that it had: "HoneyLots" becomes "QuartzGauges".
			require.Contains(t, []string{"quartzgauge", "quartzgauges"}, strings.ToLower(strings.NewReplacer(" ", "", "_", "", "-", "").Replace(next.Term(id).Name)))
			for _, u := range reply.Uses {
				require.NotEqual(t, u.Before, u.After, u.Title)
			}
			renamed++
		}
	}
	require.Greater(t, renamed, 50)
}

// Stereotypes stand in front of a name, where it is made and where it is written anew.
func TestStereotypesInANameField(t *testing.T) {
	m := modeltest.Build(t, "class Yard", "actor Keeper")
	m, _, _, err := model.Edit(m, []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "D"}})
	require.NoError(t, err)
	placed, err := proposer().Placement(m, propose.PlacementRequest{Kind: model.Class, Name: "«resource» Timber stock", Diagram: "d", ID: "t", Seed: "s"})
	require.NoError(t, err)
	changes, err := model.DecodeChanges(placed.Changes)
	require.NoError(t, err)
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	require.Equal(t, "Timber stock", next.Element("t").Name)
	require.Equal(t, []string{"resource"}, next.Element("t").Stereotypes)
	for _, c := range []struct{ id, name string }{{string(m.ClassifiersNamed("Yard")[0].ID), "Harbour yard"}, {string(m.Named("Keeper", model.Actor)[0].ID), "<<place>> Harbour yard"}} {
		reply, err := proposer().Naming(m, propose.NamingRequest{Element: model.ID(c.id), Text: "<<place>> Harbour yard"})
		require.NoError(t, err)
		changes, err = model.DecodeChanges(reply.Changes)
		require.NoError(t, err)
		next, _, _, err = model.Edit(m, changes)
		require.NoError(t, err)
		require.Equal(t, c.name, next.Element(model.ID(c.id)).Name, "of kinds without stereotypes it is the name")
	}
	_, err = proposer().Naming(m, propose.NamingRequest{Element: "gone", Text: "x"})
	require.ErrorContains(t, err, "does not exist any more")
}

func TestANameThatExistsIsOffered(t *testing.T) {
	m := modeltest.Build(t, "class Hive", "actor Hive")
	m, _, _, err := model.Edit(m, []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "D"}})
	require.NoError(t, err)
	hive := m.ClassifiersNamed("Hive")[0].ID
	place := func(m *model.Model, name string) model.ID {
		reply, err := proposer().Placement(m, propose.PlacementRequest{Kind: model.Class, Name: name, Diagram: "d", ID: "n", Seed: "s"})
		require.NoError(t, err)
		return reply.Existing
	}
	require.Equal(t, hive, place(m, "Hive"))
	require.Empty(t, place(m, "Apiary"))
	m, _, _, err = model.Edit(m, []model.Change{&model.Place{ID: "p", Diagram: "d", Subject: hive}})
	require.NoError(t, err)
	require.Empty(t, place(m, "Hive"), "it is shown: a second one is meant")
}

// Components have features too: the signals that they receive.
func TestFeaturesOfAComponent(t *testing.T) {
	m := modeltest.Build(t, "component Tracing", "signal Recall")
	tracing := m.Named("Tracing", model.Component)[0].ID
	reply, err := proposer().Features(m, propose.FeaturesRequest{Element: tracing, Text: "«signal» Recall()", Seed: "s"})
	require.NoError(t, err)
	require.Empty(t, reply.Problems)
	changes, err := model.DecodeChanges(reply.Changes)
	require.NoError(t, err)
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	require.Len(t, next.Children(tracing, model.Reception), 1)
}
