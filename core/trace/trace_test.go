package trace_test

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/trace"
)

func demo(t testing.TB) *model.Model {
	data, err := os.ReadFile(filepath.Join("..", "..", "demo", "heatherfold.lexeon.json"))
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	return m
}

// told writes what tracing leads to, a line each: the field, an arrow for each
// step, how it touches what it is met from, and what that is.
func told(w *trace.Web, id model.ID) []string {
	var out []string
	for _, x := range w.From(id) {
		line := x.Field.String() + " " + strings.Repeat(">", x.Distance) + " " + w.Title(x.ID) + " (" + strings.Join(x.Words, "; ") + ")"
		if x.Distance > 1 {
			line += " by " + w.Title(x.Via)
		}
		out = append(out, line)
	}
	return out
}

func whole(t testing.TB) *model.Model {
	return modeltest.Build(t, "class HoneyLot", "  mass: Decimal", "  moisture: Decimal", "interface LotLookup", "class LotBook", "class Meadow",
		"entity Beekeeper", "process Cooperative", "process Receive lot in Cooperative", "store Register = {lot entry}",
		"item delivery note elementary", "item lot entry = @lot number + mass + moisture", "item mass elementary", "item moisture elementary", "item lot number elementary", "item honey lot elementary",
		`Beekeeper sends "delivery note" to Cooperative`, `"Receive lot" writes "lot entry" to Register`,
		"sentence A beekeeper delivers a honey lot with a delivery note.", "trace HoneyLot", "trace Beekeeper",
		"sentence Meadows are pretty.", "irrelevant",
		"activity Beekeeper | deliver lot |  | delivery note to Cooperative | ",
		"actor Beekeeper", "actor Clerk", "case Register lot", "case Look up", "Clerk starts Register lot",
		"steps Register lot: Clerk registers the honey lot with the delivery note; include Look up; 1a No delivery note; ends with failure",
		"component Intake", "port Intake: desk", "component Labels", "Intake holds HoneyLot", "Intake provides LotLookup", "Labels requires LotLookup", "part Labels: source = Intake", "relate realization LotBook LotLookup")
}

func find(t testing.TB, m *model.Model, name string, kind model.Kind) model.ID {
	for _, e := range m.Elements(kind) {
		if e.Name == name {
			return e.ID
		}
	}
	require.Fail(t, "nothing is called "+name)
	return ""
}

func TestTraced(t *testing.T) {
	m := whole(t)
	w := trace.Of(m)
	for _, c := range []struct {
		name string
		kind model.Kind
		want string
	}{
		{"HoneyLot", model.Class, `
Brief > 1 A beekeeper delivers a honey lot with a delivery note. (stems from the sentence; names honey lot)
Activities >> deliver lot (performs it) by Beekeeper
Data flow > Beekeeper (both stem from sentence 1)
Data flow > 1 Receive lot (writes lot entry to Register)
Data flow > Register (keeps HoneyLot)
Data flow > lot entry: 1 Receive lot → Register (data of HoneyLot)
Data flow > honey lot (one term: HoneyLot; data of HoneyLot)
Data flow > lot entry (data of HoneyLot)
Data flow > mass (kept in mass)
Data flow > moisture (kept in moisture)
Data flow >> delivery note (names delivery note) by 1 of Register lot: Clerk registers the honey lot with the delivery note
Use cases > Register lot (step 1 creates it)
Use cases > 1 of Register lot: Clerk registers the honey lot with the delivery note (names honey lot)
Classes > HoneyLot.mass (has mass)
Classes > HoneyLot.moisture (has moisture)
Components > Intake (holds it)`},
		{"Labels", model.Component, `
Classes > LotLookup (requires it)
Components > Labels.source (has source)`},
		{"Clerk", model.Actor, `
Brief >>> 1 A beekeeper delivers a honey lot with a delivery note. (names honey lot) by honey lot
Activities >>> deliver lot (gives out delivery note) by delivery note
Data flow >> delivery note (step 1 names delivery note; alternative 1a names delivery note) by Register lot
Data flow >> honey lot (step 1 names honey lot) by Register lot
Use cases > Register lot (starts it; step 1 names Clerk)
Use cases > 1 of Register lot: Clerk registers the honey lot with the delivery note (names Clerk)
Classes >> HoneyLot (step 1 creates it) by Register lot
Components >>> Intake (holds it) by HoneyLot`},
		{"moisture", model.DataItem, `
Data flow > lot entry (has moisture)
Classes > HoneyLot (kept in moisture)
Classes > HoneyLot.moisture (keeps moisture)
Components >> Intake (holds it) by HoneyLot`},
		{"deliver lot", model.Activity, `
Data flow > Beekeeper (performs it)
Data flow > delivery note (gives out delivery note)
Use cases > Beekeeper (performs it)
Use cases >> Register lot (step 1 names delivery note; alternative 1a names delivery note) by delivery note
Use cases >> 1 of Register lot: Clerk registers the honey lot with the delivery note (names delivery note) by delivery note
Use cases >> 1a of Register lot: No delivery note (names delivery note) by delivery note
Classes >> HoneyLot (both stem from sentence 1) by Beekeeper
Components >>> Intake (holds it) by HoneyLot`},
		{"Look up", model.UseCase, `
Use cases > 2 of Register lot: include Look up (includes it)`},
		{"Meadow", model.Class, ``},
	} {
		require.Equal(t, strings.TrimPrefix(c.want, "\n"), strings.Join(told(w, find(t, m, c.name, c.kind)), "\n"), c.name)
	}
	require.Nil(t, w.From("nobody"))
	require.Nil(t, w.From(m.OfKind(model.Section)[0].ID), "sections are not traced")
}

// Tracing is the same from both sides, leads from field to field in one direction,
// and ends.
func TestWaysOfRandomModels(t *testing.T) {
	ties := 0
	for seed := range uint64(40) {
		m := modeltest.Model(seed, 120)
		w := trace.Of(m)
		for _, row := range m.Rows() {
			id := row.RowID()
			start, ok := w.FieldOf(id)
			if !ok {
				require.Empty(t, w.Ties(id))
				continue
			}
			for _, tie := range w.Ties(id) {
				ties++
				require.NotEqual(t, id, tie.To)
				require.Contains(t, w.Ties(tie.To), trace.Tie{To: id, Words: tie.Words})
			}
			met := map[model.ID]trace.Met{}
			for _, x := range w.From(id) {
				require.NotContains(t, met, x.ID)
				met[x.ID] = x
			}
			for _, x := range met {
				require.NotEqual(t, id, x.ID)
				require.NotEmpty(t, x.Words)
				if x.Distance == 1 {
					require.Equal(t, id, x.Via)
					continue
				}
				via, ok := met[x.Via]
				require.True(t, ok)
				require.Equal(t, via.Distance+1, x.Distance)
				if via.Field == x.Field {
					t.Fatalf("%s leads to %s in its own field", w.Title(via.ID), w.Title(x.ID))
				}
				require.Equal(t, x.Field > via.Field, x.Field > start || via.Field == start && x.Field > start)
			}
		}
	}
	require.Greater(t, ties, 500)
}

func TestFind(t *testing.T) {
	m := whole(t)
	w := trace.Of(m)
	find := func(text string) string {
		var out []string
		for _, id := range w.Find(text, 6) {
			out = append(out, w.Title(id))
		}
		return strings.Join(out, " | ")
	}
	require.Equal(t, "honey lot | HoneyLot | HoneyLot.mass | HoneyLot.moisture | 1 A beekeeper delivers a honey lot with a delivery note. | 1 of Register lot: Clerk registers the honey lot with the delivery note", find("honey"))
	require.Equal(t, "1 of Register lot: Clerk registers the honey lot with the delivery note", find("Register  HONEY"))
	require.Empty(t, find("  "))
	require.Empty(t, find("walrus"))
	require.Equal(t, "HoneyLot", w.Title(w.Most(1)[0]), "most ties to other fields")
}

func TestDemo(t *testing.T) {
	w := trace.Of(demo(t))
	got := strings.Join(told(w, "honey-lot"), "\n")
	for _, line := range []string{
		"Brief > 6 A beekeeper delivers a honey lot with a delivery note. (stems from the sentence; names honey lot)",
		"Activities > receive lot (both stem from sentence 7)",
		"Data flow > 1.2 Enter lot (writes lot entry to Lot register)",
		"Use cases > Plan blend (both stem from sentence 14; step 2 reads it; step 3a1 updates it)",
		"Components > Intake desk (holds it)",
	} {
		require.Contains(t, got, line)
	}
	for _, id := range w.Most(50) { // whatever is traced leads somewhere else
		require.NotEmpty(t, w.From(id))
	}
}

// Use cases that each name classes, which components hold, and which sentences name.
func large(b testing.TB, cases, classes int) *model.Model {
	var changes []model.Change
	changes = append(changes, &model.AddElement{ID: "brief", Kind: model.Section, Name: "Brief"})
	for i := range classes {
		c, holder := model.ID(fmt.Sprintf("c%d", i)), model.ID(fmt.Sprintf("m%d", i/20))
		changes = append(changes, &model.AddElement{ID: c, Kind: model.Class, Name: "Record" + model.Capital(letters(i))})
		if i%20 == 0 {
			changes = append(changes, &model.AddElement{ID: holder, Kind: model.Component, Name: "Part " + letters(i)})
		}
		changes = append(changes, &model.Connect{ID: "h" + c, Kind: model.Holds, Source: holder, Target: c},
			&model.AddElement{ID: "s" + c, Kind: model.Sentence, Owner: "brief", Set: model.P("text", "The office keeps a record "+letters(i)+" of everybody.")})
	}
	for i := range cases {
		u := model.ID(fmt.Sprintf("u%d", i))
		changes = append(changes, &model.AddElement{ID: u, Kind: model.UseCase, Name: "Work on " + letters(i)})
		for k := range 6 {
			changes = append(changes, &model.AddPart{ID: model.ID(fmt.Sprintf("t%d-%d", i, k)), Owner: u, Kind: model.Step, Set: model.P("text", "System registers the record "+letters((i*7+k)%classes)+" for somebody")})
		}
	}
	m, _, _, err := model.Edit(model.Empty("Large"), changes)
	require.NoError(b, err)
	return m
}

func letters(n int) string { return string(rune('a'+n/26%26)) + string(rune('a'+n%26)) + "x" }

func BenchmarkTrace200UseCases400Classes(b *testing.B) {
	m := large(b, 200, 400)
	for b.Loop() {
		require.NotEmpty(b, trace.Of(m).From("c7"))
	}
}

func TestLarge(t *testing.T) {
	w := trace.Of(large(t, 20, 40))
	require.Equal(t, []string{
		"Brief > 8 The office keeps a record ahx of everybody. (names record ahx)",
	}, told(w, "c7")[:1])
	for i := range 40 {
		fields := map[trace.Field]bool{}
		for _, x := range w.From(model.ID(fmt.Sprintf("c%d", i))) {
			fields[x.Field] = true
		}
		require.Equal(t, map[trace.Field]bool{trace.Brief: true, trace.UseCases: true, trace.Components: true}, fields)
	}
}
