package propose_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/activity"
	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
	"lexeon/core/propose"
	"lexeon/core/rework"
	"lexeon/core/scene"
)

// What each gesture means, on the model of a ferry line. Every test does what was
// proposed, and looks at the model after it.

func ferry(t *testing.T) *model.Model {
	t.Helper()
	m := modeltest.Build(t,
		"class Ferry", "class Crossing", "class Passenger", "class Ticket", "class Pier",
		"Ferry makes 0..* Crossing", "Passenger holds 1..* Ticket", "Crossing leaves 1 Pier",
	)
	var changes []model.Change
	changes = append(changes, &model.AddDiagram{ID: "all", Kind: model.ClassDiagram, Name: "All"}, &model.AddDiagram{ID: "other", Kind: model.ClassDiagram, Name: "Other"})
	for i, c := range m.Classifiers() {
		changes = append(changes, &model.Place{ID: "at-" + c.ID, Diagram: "all", Subject: c.ID, X: i % 3 * 300, Y: i / 3 * 260})
	}
	for _, r := range m.Relationships(model.Association) {
		changes = append(changes, &model.Place{ID: "at-" + r.ID, Diagram: "all", Subject: r.ID})
	}
	return modeltest.Edit(t, m, changes)
}

func named(t *testing.T, m *model.Model, name string) *model.Element {
	t.Helper()
	found := m.ClassifiersNamed(name)
	require.Len(t, found, 1, name)
	return found[0]
}

// refused holds an error to be one that a person is told, and gives its code.
func refused(t *testing.T, err error) model.Code {
	t.Helper()
	f, ok := model.AsFault(err)
	require.True(t, ok, "%v", err)
	require.NotEmpty(t, f.Message)
	return f.Code
}

func TestFeaturesAreReadAndEachIsTold(t *testing.T) {
	m := ferry(t)
	id := named(t, m, "Ferry").ID
	reply, err := proposer().Features(m, propose.FeaturesRequest{Element: id, Text: "name: String\ncapacity: Integer\nboard(p: Passenger)", Seed: "s"})
	require.NoError(t, err)
	next := done(t, m, reply.Changes, "features")
	require.Len(t, next.Children(id, model.Attribute), 2)
	require.Len(t, next.Children(id, model.Operation), 1)
	reply, err = proposer().Features(next, propose.FeaturesRequest{Element: id, Text: "name: String\ncapacity: Integer\nboard(p: Passenger)", Seed: "t"})
	require.NoError(t, err)
	require.Equal(t, next, done(t, next, reply.Changes, "again"), "what is there already changes nothing")
	_, err = proposer().Features(m, propose.FeaturesRequest{Element: "gone", Text: "x"})
	require.Equal(t, model.CodeMissing, refused(t, err))
}

func TestAStatementMakesWhatIsMissing(t *testing.T) {
	m := ferry(t)
	reply, err := proposer().Statement(m, propose.StatementRequest{Text: "Pier belongs to 1 Port authority", Diagram: "all", Seed: "s"})
	require.NoError(t, err)
	require.NotEmpty(t, reply.Readings)
	first := reply.Readings[0]
	require.Len(t, first.New, 1)
	require.Equal(t, "Port authority", first.New[0].Name)
	require.Equal(t, "class", first.New[0].Kind)
	next := done(t, m, first.Changes, "statement")
	made := named(t, next, "Port authority")
	require.NotNil(t, next.PlacementOn("all", made.ID), "it is shown")
	require.NotNil(t, next.PlacementOn("all", first.Row), "and so is its line")

	jumps, err := proposer().Statement(m, propose.StatementRequest{Text: "Tick", Diagram: "all", Seed: "s"})
	require.NoError(t, err)
	require.NotEmpty(t, jumps.Jumps, "the beginning of a name leads to it")
	none, err := proposer().Statement(m, propose.StatementRequest{Text: "", Diagram: "all", Seed: "s"})
	require.NoError(t, err)
	require.Empty(t, none.Readings)
}

func TestStatementsAreAppliedOneByOne(t *testing.T) {
	m := ferry(t)
	next, reading, err := proposer().State(m, "all", "Ferry is made of 2..* Engine", "s", 0)
	require.NoError(t, err)
	require.NotEmpty(t, reading.Sentences)
	require.NotNil(t, next.Relationship(reading.Row))
	_, _, err = proposer().State(m, "all", "Ferry", "s", 0)
	refused(t, err)
}

func TestRenamingATermTellsEveryUse(t *testing.T) {
	m := ferry(t)
	ticket := named(t, m, "Ticket")
	reply, err := proposer().Rename(m, propose.RenameRequest{Term: ticket.Term, Name: "Pass"})
	require.NoError(t, err)
	require.NotEmpty(t, reply.Uses)
	next := done(t, m, reply.Changes, "rename")
	require.Equal(t, "Pass", next.Element(ticket.ID).Name)
	_, err = proposer().Rename(m, propose.RenameRequest{Term: "gone", Name: "Pass"})
	refused(t, err)
}

func TestWhatIsCopiedIsTheSameOrNew(t *testing.T) {
	m := ferry(t)
	ferryID := named(t, m, "Ferry").ID
	req := propose.CopyRequest{From: "all", Placements: []model.ID{"at-" + ferryID}, To: "other", DX: 30, DY: 20, Seed: "s"}
	same, err := proposer().Copy(m, req)
	require.NoError(t, err)
	require.NotNil(t, done(t, m, same.Changes, "shown").PlacementOn("other", ferryID))
	req.AsNew = true
	fresh, err := proposer().Copy(m, req)
	require.NoError(t, err)
	next := done(t, m, fresh.Changes, "copied")
	require.Len(t, next.Classifiers(), len(m.Classifiers())+1)
	_, err = proposer().Copy(m, propose.CopyRequest{From: "all", To: "gone"})
	require.Equal(t, model.CodeMissing, refused(t, err))
}

func TestPastedTextBecomesClasses(t *testing.T) {
	m := ferry(t)
	reply, err := proposer().Cards(m, propose.CardsRequest{Diagram: "other", Text: "Buoy\nlight: Boolean\n\nChannel\ndepth: Decimal", X: 100, Y: 80, Seed: "s"})
	require.NoError(t, err)
	require.Len(t, reply.Elements, 2)
	next := done(t, m, reply.Changes, "cards")
	require.Equal(t, "light", next.Children(named(t, next, "Buoy").ID, model.Attribute)[0].Name)
	at := next.PlacementOn("other", named(t, next, "Channel").ID)
	require.NotNil(t, at)
	require.NotEqual(t, *next.PlacementOn("other", named(t, next, "Buoy").ID), *at)
	_, err = proposer().Cards(m, propose.CardsRequest{Diagram: "other", Text: strings.Repeat("Lighthouse", 400), Seed: "s"})
	refused(t, err)
}

func TestShapesAreArranged(t *testing.T) {
	m := ferry(t)
	for _, how := range []scene.Arrangement{scene.InLayers, scene.AlignLeft, scene.SpreadAcross} {
		req := propose.ArrangementRequest{Diagram: "all", How: how}
		if how != scene.InLayers {
			for _, p := range m.PlacementsOn("all")[:3] {
				req.Placements = append(req.Placements, p.ID)
			}
		}
		reply, err := proposer().Arrangement(m, req)
		require.NoError(t, err, how)
		done(t, m, reply.Changes, string(how))
	}
	_, err := proposer().Arrangement(m, propose.ArrangementRequest{Diagram: "gone", How: scene.InLayers})
	refused(t, err)
}

func TestAConstraintHoldsForLines(t *testing.T) {
	m := ferry(t)
	lines := m.Relationships(model.Association)
	reply, err := proposer().Constraint(m, propose.ConstraintRequest{Diagram: "all", Lines: []model.ID{lines[0].ID, lines[1].ID}, Text: "xor", Seed: "s"})
	require.NoError(t, err)
	next := done(t, m, reply.Changes, "constraint")
	require.Equal(t, "xor", next.Element(reply.Constraint).Note().Body)
	require.Len(t, next.AnchorsFrom(reply.Constraint), 2)
	_, err = proposer().Constraint(m, propose.ConstraintRequest{Diagram: "other", Lines: []model.ID{lines[0].ID}, Text: "xor", Seed: "s"})
	require.Equal(t, model.CodeMissing, refused(t, err), "the line is not on that diagram")
}

func TestASideIsLedElsewhere(t *testing.T) {
	m := ferry(t)
	line := m.Relationships(model.Association)[0]
	ticket := named(t, m, "Ticket").ID
	reply, err := proposer().Side(m, propose.SideRequest{Line: "at-" + line.ID, Side: "to", To: "at-" + ticket})
	require.NoError(t, err)
	require.Contains(t, done(t, m, reply.Changes, "side").Connected(line), ticket)
	_, err = proposer().Side(m, propose.SideRequest{Line: "gone", Side: "to", To: "at-" + ticket})
	refused(t, err)
}

func TestAGeneralModelIsInserted(t *testing.T) {
	m := ferry(t)
	reply, err := proposer().Starter(m, propose.StarterRequest{Starter: "roles-of-a-party", Diagram: "other", Seed: "s"})
	require.NoError(t, err)
	next := done(t, m, reply.Changes, "starter")
	require.Greater(t, len(next.PlacementsOn("other")), 4)
	_, err = proposer().Starter(m, propose.StarterRequest{Starter: "none", Diagram: "other"})
	require.Equal(t, model.CodeInvalid, refused(t, err))
	_, err = proposer().Starter(m, propose.StarterRequest{Starter: "roles-of-a-party", Diagram: "gone"})
	require.Equal(t, model.CodeMissing, refused(t, err))
}

func TestAReworkIsShownBeforeItIsDone(t *testing.T) {
	m := ferry(t)
	id := named(t, m, "Passenger").ID
	m = done(t, m, func() []byte {
		r, err := proposer().Features(m, propose.FeaturesRequest{Element: id, Text: "name: String\nstreet: String\ntown: String", Seed: "f"})
		require.NoError(t, err)
		return r.Changes
	}(), "features")
	offers, err := proposer().Reworks(m, id)
	require.NoError(t, err)
	require.NotEmpty(t, offers.Offers)
	attributes := m.Children(id, model.Attribute)
	reply, err := proposer().Rework(m, rework.Request{Kind: "split", Subject: id, Features: []model.ID{attributes[1].ID, attributes[2].ID}, Name: "Address", Seed: "s"})
	require.NoError(t, err)
	require.Empty(t, reply.Problem)
	require.NotEmpty(t, reply.Lines)
	next := done(t, m, reply.Changes, "split")
	require.Len(t, next.Children(named(t, next, "Address").ID, model.Attribute), 2)
	require.NotNil(t, next.PlacementOn("all", named(t, next, "Address").ID))
	impossible, err := proposer().Rework(m, rework.Request{Kind: "split", Subject: id, Name: "Address", Seed: "s"})
	require.NoError(t, err, "what stands in the way is an answer")
	require.NotEmpty(t, impossible.Problem)
}

func TestComponentsOfferWhatFollowsFromTheirClasses(t *testing.T) {
	m := modeltest.Edit(t, ferry(t), []model.Change{
		&model.AddDiagram{ID: "parts", Kind: model.ComponentDiagram, Name: "Parts"},
		&model.AddElement{ID: "desk", Kind: model.Component, Name: "Ticket desk"},
		&model.AddElement{ID: "fares", Kind: model.Interface, Name: "Fares"},
		&model.Place{ID: "at-desk", Diagram: "parts", Subject: "desk"},
	})
	ticket := named(t, m, "Ticket").ID
	m = modeltest.Edit(t, m, []model.Change{
		&model.Connect{ID: "realizes", Kind: model.Realization, Source: ticket, Target: "fares"},
		&model.Connect{ID: "holds", Kind: model.Holds, Source: "desk", Target: ticket},
	})
	offers, err := proposer().Offers(m, propose.OffersRequest{Component: "desk", Diagram: "parts", Seed: "s"})
	require.NoError(t, err)
	require.Len(t, offers, 1)
	require.Contains(t, offers[0].Title, "provides Fares")
	next := done(t, m, offers[0].Changes, "offer")
	require.Len(t, next.Relationships(model.Provides), 1)
	_, err = proposer().Offers(m, propose.OffersRequest{Component: ticket})
	require.Equal(t, model.CodeMissing, refused(t, err))

	inside, err := proposer().Inside(m, propose.InsideRequest{Component: "desk", Seed: "s"})
	require.NoError(t, err)
	opened := done(t, m, inside.Changes, "inside")
	require.Equal(t, model.ID("desk"), opened.Diagram(inside.Diagram).About)
	part, err := proposer().Placement(opened, propose.PlacementRequest{Kind: model.ComponentPart, Name: "left : Ticket desk", Diagram: inside.Diagram, Seed: "p"})
	if err == nil {
		made := done(t, opened, part.Changes, "part").Element(part.Element)
		require.Equal(t, "left", made.Name)
		require.Equal(t, model.ID("desk"), made.Owner)
	} else {
		refused(t, err) // a component is no part of itself
	}
	_, err = proposer().Placement(opened, propose.PlacementRequest{Kind: model.ComponentPart, Name: "left : Nothing", Diagram: inside.Diagram, Seed: "p"})
	require.Equal(t, model.CodeRefused, refused(t, err))
	_, err = proposer().Placement(m, propose.PlacementRequest{Kind: model.ComponentPart, Name: "left", Diagram: "parts", Seed: "p"})
	require.Equal(t, model.CodeRefused, refused(t, err), "a part is inside of a component")
}

func TestTextsOfNotesAndObjectsAreTaken(t *testing.T) {
	m := ferry(t)
	note, err := proposer().Placement(m, propose.PlacementRequest{Kind: model.Note, Name: "Ask the harbour master", Diagram: "all", Seed: "n"})
	require.NoError(t, err)
	made := done(t, m, note.Changes, "note").Element(note.Element)
	require.Equal(t, [2]string{"", "Ask the harbour master"}, [2]string{made.Name, made.Note().Body})
	object, err := proposer().Placement(m, propose.PlacementRequest{Kind: model.Object, Name: "morning : Crossing", Diagram: "all", Seed: "o"})
	require.NoError(t, err)
	next := done(t, m, object.Changes, "object")
	require.Equal(t, "morning", next.Element(object.Element).Name)
	again, err := proposer().Placement(m, propose.PlacementRequest{Subject: named(t, m, "Pier").ID, Diagram: "all", Relations: true, Seed: "r"})
	require.NoError(t, err)
	require.Equal(t, m, done(t, m, again.Changes, "shown already"))
}

// The activity table of the line, what follows from it, and its levels.
func TestFromTheTableToLevels(t *testing.T) {
	pr := proposer()
	m := model.Empty("Ferry line")
	text := func(s string) *string { return &s }
	table := strings.Join([]string{
		"Performer\tActivity\tInputs\tOutputs\tProcessing",
		"Passenger\tbuy ticket\t\tpayment to Clerk\tno",
		"Clerk\tissue ticket\tpayment from Passenger\tticket to Passenger; sale to [Sales]\tyes",
		"Clerk\tcount passengers\tsale from [Sales]\tpassenger list to Captain\tyes",
		"Captain\tsail\tpassenger list from Clerk\t\tno",
	}, "\n")
	pasted, err := pr.Table(m, []byte(table), "t")
	require.NoError(t, err)
	m = done(t, m, pasted.Changes, "table")
	rows := m.OfKind(model.Activity)
	require.Len(t, rows, 4)

	written, err := pr.Activity(m, propose.ActivityRequest{ID: rows[3].ID, Name: text("sail across"), Outputs: text("log entry to [Log]"), Seed: "a"})
	require.NoError(t, err)
	m = done(t, m, written.Changes, "cell")
	require.Equal(t, "sail across", m.Element(rows[3].ID).Name)
	_, err = pr.Activity(m, propose.ActivityRequest{ID: rows[3].ID, Processing: text("perhaps")})
	require.Equal(t, model.CodeInvalid, refused(t, err))
	_, err = pr.Activity(m, propose.ActivityRequest{ID: "gone", Name: text("x")})
	require.Equal(t, model.CodeMissing, refused(t, err))
	_, err = pr.Activity(m, propose.ActivityRequest{ID: rows[3].ID, Sentences: &[]int{7}})
	require.Equal(t, model.CodeInvalid, refused(t, err), "there is no such sentence")

	for _, view := range []activity.View{activity.Context, activity.Logical} {
		d, err := pr.Derive(m, propose.DerivationRequest{View: view, Seed: "d"})
		require.NoError(t, err)
		var all []model.ID
		for _, p := range d.Pieces {
			all = append(all, p.ID)
		}
		require.NotEmpty(t, all)
		d, err = pr.Derive(m, propose.DerivationRequest{View: view, Accept: all, Seed: "d"})
		require.NoError(t, err)
		m = done(t, m, d.Changes, string(view))
	}
	issue := m.Named("issue ticket", model.Process)
	require.Len(t, issue, 1)

	opened, err := pr.Level(m, propose.LevelRequest{Do: "open", Process: issue[0].ID, View: model.Logical, Seed: "o"})
	require.NoError(t, err)
	m = done(t, m, opened.Changes, "open")
	require.Equal(t, issue[0].ID, m.Diagram(opened.Diagram).About)
	owed := dataflow.Owed(m, dictionaryOf(m), dataflow.Level{Process: issue[0].ID, View: model.Logical})
	require.NotEmpty(t, owed, "what crosses its edge waits there")
	inner, err := pr.Placement(m, propose.PlacementRequest{Kind: model.Process, Name: "print ticket", Diagram: opened.Diagram, Seed: "i"})
	require.NoError(t, err)
	m = done(t, m, inner.Changes, "inner")
	require.Equal(t, issue[0].ID, m.Element(inner.Element).Owner, "it becomes part of the level")
	flow := m.Flows(issue[0].ID)[0].ID
	taken, err := pr.Level(m, propose.LevelRequest{Do: "takeUp", Process: inner.Element, Flow: flow, Diagram: opened.Diagram, Seed: "u"})
	require.NoError(t, err)
	m = done(t, m, taken.Changes, "taken up")
	require.Less(t, len(dataflow.Owed(m, dictionaryOf(m), dataflow.Level{Process: issue[0].ID, View: model.Logical})), len(owed))

	for _, bad := range []propose.LevelRequest{{Do: "fly"}, {Do: "renumber", Diagram: "gone"}, {Do: "again", Placed: "gone"}, {Do: "other", Placed: "gone"}} {
		_, err := pr.Level(m, bad)
		refused(t, err)
	}
}

func TestTheBriefIsEditedAndNotWrittenOverUnseen(t *testing.T) {
	pr := proposer()
	m := model.Empty("Ferry line")
	upload, err := pr.Brief(m, propose.BriefTextRequest{Title: "Notes", Text: "# Tickets\n\nA passenger buys a ticket. The clerk prints it.\n\n# Boats\n\nA ferry makes crossings.", Seed: "b"})
	require.NoError(t, err)
	m = done(t, m, upload.Changes, "upload")
	sections := m.OfKind(model.Section)
	require.Len(t, sections, 2)
	old := "A passenger buys a ticket."
	_, err = pr.Brief(m, propose.BriefTextRequest{Section: sections[0].ID, Text: "Passengers pay.", Was: &old, Seed: "c"})
	require.Equal(t, model.CodeConflict, refused(t, err), "somebody else changed it since")
	edited, err := pr.Brief(m, propose.BriefTextRequest{Section: sections[0].ID, Text: "A passenger buys a ticket. The clerk prints two.", Seed: "c"})
	require.NoError(t, err)
	next := done(t, m, edited.Changes, "edit")
	require.Equal(t, m.Children(sections[0].ID, model.Sentence)[0].ID, next.Children(sections[0].ID, model.Sentence)[0].ID, "a sentence that stays keeps its id")
	_, err = pr.Brief(m, propose.BriefTextRequest{Text: "  \n ", Seed: "d"})
	require.Equal(t, model.CodeInvalid, refused(t, err))
}

func TestStepsAreTyped(t *testing.T) {
	pr := proposer()
	m := modeltest.Edit(t, model.Empty("Ferry line"), []model.Change{
		&model.AddElement{ID: "clerk", Kind: model.Actor, Name: "Clerk"},
		&model.AddElement{ID: "sell", Kind: model.UseCase, Name: "Sell ticket"},
	})
	reply, err := pr.Steps(m, propose.StepsRequest{UseCase: "sell", Text: "1 Clerk chooses the crossing\n2 System prints the ticket\n1a The crossing is full\n  1a1 System says so\n  ends with failure", Seed: "s"})
	require.NoError(t, err)
	m = done(t, m, reply.Changes, "steps")
	require.Len(t, m.Children("sell", model.Step), 2)
	stale := "1 Clerk waits"
	_, err = pr.Steps(m, propose.StepsRequest{UseCase: "sell", Text: "1 Clerk sleeps", Was: &stale, Seed: "s"})
	require.Equal(t, model.CodeConflict, refused(t, err))
	set, err := pr.UseCaseStarter(m, propose.UseCaseStarterRequest{Starter: "none"})
	require.Equal(t, model.CodeInvalid, refused(t, err))
	require.Empty(t, set.Diagram)
}

func dictionaryOf(m *model.Model) *dictionary.Dictionary { return dictionary.Of(m) }

// A sentence that says several things makes them all, with names and kinds as they were changed.
func TestASentenceSaysSeveralThings(t *testing.T) {
	m := ferry(t)
	ask := func(made ...notation.MadeAs) propose.Reading {
		reply, err := proposer().Statement(m, propose.StatementRequest{Text: "A pier consists of a deck, two bollards and a ladder", Diagram: "all", Seed: "s", Made: made})
		require.NoError(t, err)
		require.NotEmpty(t, reply.Readings)
		return reply.Readings[0]
	}
	r := ask()
	require.Equal(t, []string{"Pier is made of 1 Deck", "Pier is made of 2 Bollard", "Pier is made of 1 Ladder"}, r.Statements)
	require.Len(t, r.New, 3)
	require.Len(t, r.Sentences, 6)
	next := done(t, m, r.Changes, "statement")
	for _, name := range []string{"Deck", "Bollard", "Ladder"} {
		require.NotNil(t, next.PlacementOn("all", named(t, next, name).ID), name)
	}
	require.Equal(t, model.Interface, r.New[1].Kinds[1].Kind)
	next = done(t, m, ask(notation.MadeAs{Name: "Bollard", As: "Mooring post"}, notation.MadeAs{Name: "Deck", Kind: model.DataType}).Changes, "statement")
	require.NotNil(t, named(t, next, "Mooring post"))
	require.Equal(t, model.DataType, named(t, next, "Deck").Kind)
	require.Empty(t, next.ClassifiersNamed("Bollard"))
}

// What a thing has is an attribute where it is a property.
func TestASentenceSaysAttributes(t *testing.T) {
	m := ferry(t)
	reply, err := proposer().Statement(m, propose.StatementRequest{Text: "Each bollard has a number, a maximum weight and a lock", Diagram: "all", Seed: "s"})
	require.NoError(t, err)
	require.Equal(t, []string{"Bollard has the attributes number, maximumWeight", "Bollard has 1 Lock"}, reply.Readings[0].Statements)
	require.Equal(t, "Each Bollard has a number and a maximum weight.", reply.Readings[0].Sentences[0].String())
	next := done(t, m, reply.Readings[0].Changes, "statement")
	require.Len(t, next.Children(named(t, next, "Bollard").ID, model.Attribute), 2)
	require.Greater(t, len(reply.Readings), 1, "all of them as things")
	require.Equal(t, []string{"Bollard has 1 Number", "Bollard has 1 MaximumWeight", "Bollard has 1 Lock"}, reply.Readings[1].Statements)
}
