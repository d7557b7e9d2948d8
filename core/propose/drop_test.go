package propose_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/propose"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

var drawer = scene.NewDrawer(typeface.New())

func boxOf(t *testing.T, s *scene.Scene, subject model.ID) scene.Rect {
	t.Helper()
	for _, g := range s.Groups {
		if g.Subject == subject && g.Box != nil {
			return *g.Box
		}
	}
	t.Fatalf("%s is not drawn", subject)
	return scene.Rect{}
}

func drop(t *testing.T, m *model.Model, req propose.DropRequest) (*model.Model, propose.DropReply) {
	t.Helper()
	req.Seed = "drop"
	reply, err := proposer().Drop(m, req)
	require.NoError(t, err)
	return done(t, m, reply.Changes, "drop"), reply
}

// What is let go goes where it was led, with what stands in it, on any sheet; nothing else
// moves.
func TestWhatIsDroppedStandsWhereItWasLed(t *testing.T) {
	drops := 0
	eachSheet(t, func(m *model.Model, d *model.Diagram, shown []*model.Element) {
		drawn := drawer.Of(m, d.ID)
		for i := range drawn.Groups {
			g := &drawn.Groups[i]
			if g.Box == nil || m.Placement(g.ID) == nil || m.Element(g.Subject) == nil || g.Kind == model.Port {
				continue
			}
			next, _ := drop(t, m, propose.DropRequest{Diagram: d.ID, Placements: []model.ID{g.ID}, DX: 31, DY: -17, Nudged: true})
			p := next.Placement(g.ID)
			require.Equal(t, [2]int{g.Box.X + 31, g.Box.Y - 17}, [2]int{p.X, p.Y}, "%s %s", g.Kind, g.Title)
			for _, held := range g.Holds {
				require.NotEqual(t, [2]int{m.Placement(held).X, m.Placement(held).Y}, [2]int{next.Placement(held).X, next.Placement(held).Y}, "it comes along")
			}
			for _, other := range m.PlacementsOn(d.ID) {
				if m.Element(other.Subject) != nil && other.ID != g.ID && len(g.Holds) == 0 {
					require.Equal(t, other, next.Placement(other.ID))
				}
			}
			drops++
		}
	})
	require.Greater(t, drops, 40)
}

// place puts elements on a diagram, each at a point.
func place(t *testing.T, m *model.Model, diagram model.ID, at map[model.ID][2]int) *model.Model {
	t.Helper()
	for id, p := range at {
		m = modeltest.Edit(t, m, []model.Change{&model.Place{ID: "at-" + id, Diagram: diagram, Subject: id, X: p[0], Y: p[1]}})
	}
	return m
}

func TestBoundariesTakeUpWhatIsDroppedInThem(t *testing.T) {
	m := modeltest.Edit(t, model.Empty("Ferry line"), []model.Change{
		&model.AddDiagram{ID: "d", Kind: model.ComponentDiagram, Name: "Parts"},
		&model.AddDiagram{ID: "u", Kind: model.UseCaseDiagram, Name: "Uses"},
		&model.AddElement{ID: "ticketing", Kind: model.Component, Name: "Ticketing"},
		&model.AddElement{ID: "printer", Kind: model.Component, Name: "Printer"},
		&model.AddElement{ID: "ticket", Kind: model.Class, Name: "Ticket"},
		&model.AddElement{ID: "note", Kind: model.Note, Set: model.P("body", "open at night")},
		&model.AddElement{ID: "office", Kind: model.Subject, Name: "Office"},
		&model.AddElement{ID: "sell", Kind: model.UseCase, Name: "Sell ticket"},
		&model.AddElement{ID: "clerk", Kind: model.Actor, Name: "Clerk"},
	})
	m = place(t, m, "d", map[model.ID][2]int{"ticketing": {0, 0}, "printer": {700, 0}, "ticket": {700, 300}, "note": {700, 500}})
	m = modeltest.Edit(t, m, []model.Change{&model.Resize{ID: "at-ticketing", W: 420, H: 300}})
	m = place(t, m, "u", map[model.ID][2]int{"office": {0, 0}, "sell": {700, 20}, "clerk": {700, 300}})
	m = modeltest.Edit(t, m, []model.Change{&model.Resize{ID: "at-office", W: 420, H: 300}})

	held, reply := drop(t, m, propose.DropRequest{Diagram: "d", Placements: []model.ID{"at-ticket"}, DX: -500, DY: -200})
	require.Equal(t, model.ID("ticketing"), reply.Home, "what the class brings along is offered")
	require.Equal(t, []*model.Element{held.Element("ticket")}, held.Held("ticketing"))
	again, reply := drop(t, held, propose.DropRequest{Diagram: "d", Placements: []model.ID{"at-ticket"}, DX: 10, DY: 0})
	require.Empty(t, reply.Home, "it stood there already")
	require.Len(t, again.Held("ticketing"), 1)

	owned, reply := drop(t, m, propose.DropRequest{Diagram: "d", Placements: []model.ID{"at-printer"}, DX: -500, DY: 100})
	require.Equal(t, model.ID("ticketing"), owned.Element("printer").Owner)
	require.Empty(t, reply.Home)

	noted, _ := drop(t, m, propose.DropRequest{Diagram: "d", Placements: []model.ID{"at-note"}, DX: -500, DY: -400})
	require.Empty(t, noted.Element("note").Owner, "a note is in nothing")

	within, _ := drop(t, m, propose.DropRequest{Diagram: "u", Placements: []model.ID{"at-sell"}, DX: -600, DY: 60})
	lines := within.Relationships(model.Within)
	require.Len(t, lines, 1)
	require.Equal(t, [2]model.ID{"sell", "office"}, [2]model.ID{lines[0].Source, lines[0].Target})
	nudged, _ := drop(t, m, propose.DropRequest{Diagram: "u", Placements: []model.ID{"at-sell"}, DX: -600, DY: 60, Nudged: true})
	require.Empty(t, nudged.Relationships(model.Within), "what is nudged goes into nothing")
	outside, _ := drop(t, m, propose.DropRequest{Diagram: "u", Placements: []model.ID{"at-clerk"}, DX: -600, DY: -200})
	require.Empty(t, outside.Relationships(model.Within), "an actor stays outside")

	both, _ := drop(t, within, propose.DropRequest{Diagram: "u", Placements: []model.ID{"at-office"}, DX: 40, DY: 0})
	require.Equal(t, within.Placement("at-sell").X+40, both.Placement("at-sell").X, "a boundary takes along what it holds")
}

func TestAPortGoesToTheNearestSide(t *testing.T) {
	m := modeltest.Edit(t, model.Empty("Ferry line"), []model.Change{
		&model.AddDiagram{ID: "d", Kind: model.ComponentDiagram, Name: "Parts"},
		&model.AddElement{ID: "gate", Kind: model.Component, Name: "Gate"},
		&model.AddPart{ID: "out", Owner: "gate", Kind: model.Port, Name: "out"},
	})
	m = place(t, m, "d", map[model.ID][2]int{"gate": {100, 100}})
	drawn := drawer.Of(m, "d")
	var port model.ID
	for _, g := range drawn.Groups {
		if g.Kind == model.Port {
			port = g.ID
		}
	}
	require.NotEmpty(t, port)
	box := boxOf(t, drawn, "gate")
	for side, at := range map[model.PortSide][2]int{
		model.LeftSide: {box.X - 5, box.Y + 20}, model.RightSide: {box.Right() + 9, box.Y + 20}, model.TopSide: {box.X + 40, box.Y - 30}, model.BottomSide: {box.X + 40, box.Bottom() + 30},
	} {
		next, _ := drop(t, m, propose.DropRequest{Diagram: "d", Placements: []model.ID{port}, DX: 3, DY: 3, X: at[0], Y: at[1]})
		require.Equal(t, side, next.Element("out").Port().Side)
	}
}

func TestADropOfWhatIsGoneIsRefused(t *testing.T) {
	m := modeltest.Edit(t, model.Empty("Ferry line"), []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "All"}})
	for _, req := range []propose.DropRequest{{Diagram: "gone"}, {Diagram: "d", Placements: []model.ID{"gone"}}} {
		_, err := proposer().Drop(m, req)
		f, ok := model.AsFault(err)
		require.True(t, ok)
		require.Equal(t, model.CodeMissing, f.Code)
	}
}
