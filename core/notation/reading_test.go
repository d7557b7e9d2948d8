package notation_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

func aloud(sentences []notation.Sentence) string {
	var out []string
	for _, s := range sentences {
		text := ""
		for _, piece := range s {
			text += piece.Text
		}
		out = append(out, text)
	}
	return strings.Join(out, " | ")
}

// Flows are told from both ends, with the frame, and without a name.
func TestReadBackOfFlows(t *testing.T) {
	m := modeltest.Build(t, "entity Beekeeper", "process Cooperative", "process Weigh in Cooperative", "store Register", "store Archive",
		`Beekeeper sends "delivery note" to Cooperative`, `Weigh writes "lot entry" to Register`, `Weigh reads "lot entry" from Register`, `Weigh reads from Archive`, `the frame sends lot to Weigh`, `Weigh sends receipt to the frame`)
	var got []string
	for _, f := range m.Relationships(model.DataFlow) {
		got = append(got, aloud(notation.ReadBack(m, f)))
	}
	require.ElementsMatch(t, []string{
		"Beekeeper sends delivery note to Cooperative. | Cooperative receives delivery note from Beekeeper.",
		"Weigh writes lot entry to Register. | Register receives lot entry from Weigh.",
		"Weigh reads lot entry from Register. | Register gives lot entry to Weigh.",
		"Weigh reads all that is there from Archive. | Archive gives all that is there to Weigh.",
		"What lies around this level sends lot to Weigh. | Weigh receives lot from what lies around this level.",
		"Weigh sends receipt to what lies around this level. | What lies around this level receives receipt from Weigh.",
	}, got)
}

func TestReadBackOfThreeEnds(t *testing.T) {
	m := modeltest.Build(t, "class Beekeeper", "class Hive", "class Season")
	id := func(name string) model.ID { return m.ClassifiersNamed(name)[0].ID }
	m = must(t, m, &model.Connect{ID: "r", Kind: model.Association, Name: "look after", Ends: []model.NewEnd{{ID: "e1", Type: id("Beekeeper"), Set: model.P("multiplicity", "1")}, {ID: "e2", Type: id("Hive"), Set: model.P("multiplicity", "0..*")}, {ID: "e3", Type: id("Season"), Set: model.P("multiplicity", "2")}}})
	require.Equal(t, "For one Hive and one Season together: exactly one Beekeeper (look after). | For one Beekeeper and one Season together: any number of Hives (look after). | For one Beekeeper and one Hive together: exactly two Seasons (look after).",
		aloud(notation.ReadBack(m, m.Relationship("r"))))
	m = must(t, m, &model.SetRelationship{ID: "r", Set: model.P("name", "")})
	require.Contains(t, aloud(notation.ReadBack(m, m.Relationship("r"))), "(are related).")
}

// What may lead from one thing to another is told as sentences, and makes what it says.
func TestConnectionsOfFlowsAndUseCases(t *testing.T) {
	m := modeltest.Build(t, "entity Beekeeper", "process Weigh", "store Register", "store Archive", "actor Clerk", "actor Member", "case Register lot", "case Look up")
	ref := func(name string, kind model.Kind) notation.Ref {
		e := m.Named(name, kind)[0]
		return notation.Ref{Name: e.Name, Kind: e.Kind, ID: e.ID}
	}
	clerk, member := ref("Clerk", model.Actor), ref("Member", model.Actor)
	lot, look := ref("Register lot", model.UseCase), ref("Look up", model.UseCase)
	weigh, register := ref("Weigh", model.Process), ref("Register", model.Store)
	for _, c := range []struct {
		from, to notation.Ref
		want     []string
	}{
		{ref("Beekeeper", model.Entity), weigh, []string{"Beekeeper sends … to Weigh", "Weigh sends … to Beekeeper"}},
		{weigh, register, []string{"Weigh writes … to Register", "Weigh reads … from Register"}},
		{register, weigh, []string{"Weigh reads … from Register", "Weigh writes … to Register"}},
		{register, ref("Archive", model.Store), nil},
		{clerk, lot, []string{"Clerk starts “Register lot”", "Clerk supports “Register lot”", "Clerk takes part in “Register lot”"}},
		{lot, clerk, []string{"Clerk starts “Register lot”", "Clerk supports “Register lot”", "Clerk takes part in “Register lot”"}},
		{lot, look, []string{"“Register lot” always includes “Look up”", "“Register lot” sometimes extends “Look up”", "“Register lot” is a kind of “Look up”"}},
		{lot, lot, nil},
		{clerk, member, []string{"Each Clerk is a kind of Member"}},
		{clerk, clerk, nil},
	} {
		var titles []string
		for _, o := range notation.Connections(m, c.from, c.to) {
			titles = append(titles, o.Title)
			s := o.Statement
			if strings.Contains(o.Title, "…") {
				s.Verb = "lot entry"
			}
			changes, _, id := notation.StatementChanges(m, notation.NewReading(s), "s")
			next := must(t, m, changes...)
			made := strings.NewReplacer("…", "lot entry", "“", "", "”", "", " always", "", " sometimes", "", "Each ", "").Replace(o.Title)
			text, err := notation.PrintStatement(next, next.Relationship(id))
			require.NoError(t, err)
			require.Equal(t, made, strings.ReplaceAll(text, `"`, ""))
		}
		require.Equal(t, c.want, titles, "%s to %s", c.from.Name, c.to.Name)
	}
}

// The text of an object is edited: its name, its class, its values.
func TestEditObject(t *testing.T) {
	m := modeltest.Build(t, "class HoneyLot", "  mass: Decimal", "object lot17 : HoneyLot; mass = 212.5")
	e := m.OfKind(model.Object)[0]
	require.Equal(t, "lot17 : HoneyLot\nmass = 212.5", notation.ObjectText(m, e))
	edit := func(text string) *model.Element {
		changes, err := notation.EditObject(m, e, text)
		require.NoError(t, err)
		next := must(t, m, changes...)
		require.Equal(t, strings.TrimSpace(text), notation.ObjectText(next, next.Element(e.ID)))
		return next.Element(e.ID)
	}
	require.Equal(t, e.Type, edit("lot18 : HoneyLot\nmass = 200\ncode = A7").Type)
	require.Empty(t, edit("lot18 : Barrel").Type, "a class that is not known stays a word")
	require.Empty(t, edit("lot18").Object().Slots)
	_, err := notation.EditObject(m, e, "lot18 : HoneyLot\nmass 200")
	require.Error(t, err)
	require.Equal(t, []string{"mass = 212.5"}, notation.ValueLines(e))
}
