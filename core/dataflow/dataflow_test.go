package dataflow_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

// station is a glacier weather station: a context, a first level, and one
// process opened.
func station(t testing.TB, more ...string) *model.Model {
	return modeltest.Build(t, append([]string{
		"entity Sensor mast", "entity Valley office", "process Station",
		"process Take readings in Station", "process Report weather in Station",
		"process Check reading in Take readings", "process File reading in Take readings",
		"store Reading log = {reading}",
		"item reading = station time + wind speed + (snow depth)", "item station time created", "item wind speed elementary", "item snow depth elementary",
		"item raw signal = wind speed + (snow depth)", "item weather report = {reading}",
		`"Sensor mast" sends "raw signal" to Station`, `Station sends "weather report" to "Valley office"`,
		`"Sensor mast" sends "raw signal" to "Take readings"`, `"Take readings" writes reading to "Reading log"`,
		`"Report weather" reads from "Reading log"`, `"Report weather" sends "weather report" to "Valley office"`,
	}, more...)...)
}

var balancedLevel = []string{
	`the frame sends "raw signal" to "Check reading"`, `"Check reading" sends "raw signal" to "File reading"`, `"File reading" writes reading to "Reading log"`,
}

func process(m *model.Model, name string) model.ID { return m.Named(name, model.Process)[0].ID }

func tell(b dataflow.Balance) []string {
	out := []string{}
	for _, u := range b.Mismatches {
		out = append(out, strings.TrimSpace(fmt.Sprintf("%s: %s %d:%d %s", u.Direction, u.Is, len(u.Above), len(u.Below), strings.Join(append(u.Lacking, u.TooMuch...), ", "))))
	}
	for _, w := range b.Weakened {
		out = append(out, fmt.Sprintf("%s: %s optional %v", w.Direction, w.Item, w.Optional))
	}
	for _, r := range b.Regrouped {
		out = append(out, "regrouped "+r)
	}
	return out
}

func TestNumbers(t *testing.T) {
	m := station(t)
	require.Equal(t, "", dataflow.Number(m, process(m, "Station")))
	require.Equal(t, "2", dataflow.Number(m, process(m, "Report weather")))
	require.Equal(t, "1.2 File reading", dataflow.Label(m, process(m, "File reading")))
	m = modeltest.Edit(t, m, []model.Change{&model.SetProject{Set: model.P("contextZero", true)}})
	require.Equal(t, "0", dataflow.Number(m, process(m, "Station")))
	require.Equal(t, "1.2", dataflow.Number(m, process(m, "File reading")))
}

func TestBalance(t *testing.T) {
	cases := []struct {
		name  string
		level string
		lines []string
		want  []string
	}{
		{"what enters and leaves is the same", "Take readings", balancedLevel, []string{}},
		{"the first level balances with the context", "Station", nil, []string{}},
		{"parts of a flow by their own names", "Take readings", []string{
			`the frame sends "wind speed" to "Check reading"`, `the frame sends "snow depth" to "Check reading"`, `"File reading" writes reading to "Reading log"`},
			[]string{}},
		{"something is missing below", "Take readings", []string{
			`the frame sends "wind speed" to "Check reading"`, `"File reading" writes reading to "Reading log"`},
			[]string{"in: differs 1:1 snow depth"}},
		{"a whole flow is missing", "Take readings", []string{`"File reading" writes reading to "Reading log"`},
			[]string{"in: missing 1:0"}},
		{"data that come another way do not make up for it", "Take readings", append([]string{
			`"Valley office" sends "wind speed" to "Take readings"`, "item log entry = wind speed", `"Take readings" sends "log entry" to "Valley office"`}, balancedLevel...),
			[]string{"in: missing 1:0", "out: missing 1:0"}},
		{"another partner than above", "Take readings", append([]string{
			`"Valley office" sends order to "Take readings"`, `"Sensor mast" sends order to "Check reading"`}, balancedLevel...),
			[]string{"in: elsewhere 1:1"}},
		{"what breaks another rule takes no part", "Take readings", append([]string{"store Scratch pad = {wind speed}", "store Copy = {wind speed}",
			`"Check reading" writes "wind speed" to "Scratch pad"`, `"Scratch pad" sends "wind speed" to Copy`}, balancedLevel...),
			[]string{}},
		{"a new flow at the edge", "Take readings", append([]string{`the frame sends "battery state" to "Check reading"`}, balancedLevel...),
			[]string{"in: added 0:1"}},
		{"the partner is drawn and another one than above", "Take readings", append([]string{`"Valley office" sends "wind speed" to "Check reading"`}, balancedLevel...),
			[]string{}}, // that entity is a finding of its own
		{"the partner is drawn", "Take readings", []string{
			`"Sensor mast" sends "raw signal" to "Check reading"`, `"File reading" sends reading to the frame`}, []string{}},
		{"a store of the inside is nobody's business", "Take readings", append([]string{"store Scratch pad", `"Check reading" writes "raw signal" to "Scratch pad"`}, balancedLevel...),
			[]string{}},
		{"a store that is used elsewhere too", "Take readings", append([]string{"store Calibration = {wind speed}", `"Report weather" reads from Calibration`, `"Check reading" reads from Calibration`}, balancedLevel...),
			[]string{"in: added 0:1"}},
		{"optional below", "Take readings", []string{
			"item weak signal = (wind speed) + (snow depth)", `the frame sends "weak signal" to "Check reading"`, `"File reading" writes reading to "Reading log"`},
			[]string{"in: wind speed optional true", "regrouped weak signal"}},
		{"repeated below", "Take readings", []string{
			"item burst = 1{wind speed} + (snow depth)", `the frame sends burst to "Check reading"`, `"File reading" writes reading to "Reading log"`},
			[]string{"in: wind speed optional false", "regrouped burst"}},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			m := station(t, c.lines...)
			require.Equal(t, c.want, tell(dataflow.BalanceOf(m, dictionary.Of(m), dataflow.Level{Process: process(m, c.level)})))
		})
	}
}

func TestUnlabelledFlowsStandForTheContentsOfTheStore(t *testing.T) {
	m := station(t)
	level := dataflow.Level{Process: process(m, "Report weather")}
	below := func(lines ...string) []string {
		m := station(t, append([]string{"process Gather in Report weather", `Gather sends "weather report" to the frame`}, lines...)...)
		return tell(dataflow.BalanceOf(m, dictionary.Of(m), level))
	}
	require.Equal(t, []string{}, below(`Gather reads from "Reading log"`))
	require.Equal(t, []string{}, below(`Gather reads reading from "Reading log"`))
	require.Equal(t, []string{"in: differs 1:1 snow depth, station time"}, below(`Gather reads "wind speed" from "Reading log"`))
}

func TestOwedFlowsAreTakenUp(t *testing.T) {
	m := station(t)
	take := process(m, "Take readings")
	opening, diagram, err := dataflow.OpenChanges(m, take, model.Logical, "s")
	require.NoError(t, err)
	m = modeltest.Edit(t, m, opening)
	again, same, err := dataflow.OpenChanges(m, take, model.Logical, "s")
	require.NoError(t, err)
	require.Empty(t, again)
	require.Equal(t, diagram, same)
	level := dataflow.Level{Process: take}
	owed := func() (out []string) {
		for _, o := range dataflow.Owed(m, dictionary.Of(m), level) {
			out = append(out, string(o.Direction)+" "+dataflow.FlowName(m, o.Flow))
		}
		return out
	}
	require.Equal(t, []string{"in raw signal", "out reading"}, owed())
	check := process(m, "Check reading")
	m = modeltest.Edit(t, m, []model.Change{&model.Place{ID: "p", Diagram: diagram, Subject: check, X: 10, Y: 10}})
	taken, err := dataflow.TakeUpChanges(m, dataflow.Owed(m, dictionary.Of(m), level)[0].Flow.ID, check, diagram, "s")
	require.NoError(t, err)
	m = modeltest.Edit(t, m, taken)
	require.Equal(t, []string{"out reading"}, owed())
	require.Len(t, m.PlacementsOn(diagram), 2, "the flow is drawn")
	m = modeltest.Edit(t, m, dataflow.CloseChanges(m, take, model.Logical))
	require.Nil(t, m.LevelOf(take, model.Logical))
	require.False(t, dataflow.IsOpened(m, take))
}

func TestInsufficientInput(t *testing.T) {
	lacks := func(m *model.Model, name string) string {
		d := dictionary.Of(m)
		list, judged := dataflow.LacksOf(m, d, dataflow.Sources(m, d), process(m, name))
		if !judged {
			return "no verdict"
		}
		var out []string
		for _, l := range list {
			out = append(out, fmt.Sprintf("%s %v", l.Item, l.Elsewhere))
		}
		return strings.Join(out, ", ")
	}
	m := station(t, balancedLevel...)
	require.Equal(t, "", lacks(m, "File reading"), "the time is created, the rest comes in")
	require.Equal(t, "", lacks(m, "Report weather"))
	m = station(t, append(balancedLevel, "item warning = wind speed + limit + colour", "item limit elementary", "item colour elementary", "store Limits = {limit}",
		`"Report weather" sends warning to "Valley office"`)...)
	require.Equal(t, "colour false, limit true", lacks(m, "Report weather"))
	m = station(t, append(balancedLevel, "item warning = wind speed + alarm", "item alarm derived from wind speed, limit", "item limit elementary",
		`"Valley office" sends limit to "Report weather"`, `"Report weather" sends warning to "Valley office"`)...)
	require.Equal(t, "", lacks(m, "Report weather"), "the alarm follows from what comes in")
	m = station(t, append(balancedLevel, `"Valley office" sends wish to "Report weather"`, "item warning = colour", `"Report weather" sends warning to "Valley office"`)...)
	require.Equal(t, "no verdict", lacks(m, "Report weather"), "nobody knows what a wish holds")
}

func TestFollow(t *testing.T) {
	m := station(t, balancedLevel...)
	var way []string
	for _, s := range dataflow.LineageOf(m, dictionary.Of(m), "wind speed") {
		way = append(way, fmt.Sprintf("%s | %d %s: %s → %s", s.Level, s.Depth, s.Name, s.From, s.To))
	}
	require.Equal(t, []string{
		"Context | 0 raw signal: Sensor mast → Station",
		"Context | 1 weather report: Station → Valley office",
		"First level | 0 raw signal: Sensor mast → 1 Take readings",
		"First level | 1 reading: 1 Take readings → Reading log",
		"First level | 2 all of Reading log: Reading log → 2 Report weather",
		"First level | 3 weather report: 2 Report weather → Valley office",
		"1 Take readings | 0 raw signal: the frame → 1.1 Check reading",
		"1 Take readings | 1 raw signal: 1.1 Check reading → 1.2 File reading",
		"1 Take readings | 2 reading: 1.2 File reading → Reading log",
	}, way)
}

func TestMovingAProcessKeepsTheBalance(t *testing.T) {
	m := station(t, append(balancedLevel, "process Warn in Station", `"Report weather" sends storm to Warn`, `Warn sends warning to "Valley office"`,
		`Station sends warning to "Valley office"`)...)
	before := balances(m)
	require.Empty(t, before)
	warn, report := process(m, "Warn"), process(m, "Report weather")
	down, err := dataflow.MoveChanges(m, warn, report, "s")
	require.NoError(t, err)
	moved := modeltest.Edit(t, m, down)
	require.Equal(t, "2.1", dataflow.Number(moved, warn))
	require.Contains(t, statements(t, moved), `"Report weather" sends warning to "Valley office"`)
	require.Contains(t, statements(t, moved), `the frame sends storm to Warn`)
	require.Equal(t, []string{"Report weather in: missing 1:0", "Report weather in: added 0:1"}, balances(moved)[:2], "what Report weather did itself needs a process beside Warn now")

	up, err := dataflow.MoveChanges(m, process(m, "File reading"), process(m, "Station"), "s")
	require.NoError(t, err)
	moved = modeltest.Edit(t, m, up)
	require.Equal(t, "4 File reading", dataflow.Label(moved, process(m, "File reading")))
	require.Contains(t, statements(t, moved), `"Take readings" sends "raw signal" to "File reading"`)
	require.Contains(t, statements(t, moved), `"Check reading" sends "raw signal" to the frame`)

	_, err = dataflow.MoveChanges(m, process(m, "Station"), report, "s")
	require.ErrorContains(t, err, "the system itself")
	_, err = dataflow.MoveChanges(m, process(m, "Take readings"), process(m, "Check reading"), "s")
	require.ErrorContains(t, err, "part of itself")
	_, err = dataflow.MoveChanges(m, process(m, "File reading"), report, "s")
	require.ErrorContains(t, err, "one level at a time")
}

func balances(m *model.Model) []string {
	out := []string{}
	d := dictionary.Of(m)
	for _, l := range dataflow.Levels(m) {
		for _, told := range tell(dataflow.BalanceOf(m, d, l)) {
			out = append(out, m.Element(l.Process).Name+" "+told)
		}
	}
	return out
}

func statements(t *testing.T, m *model.Model) (out []string) {
	for _, f := range m.Relationships(model.DataFlow) {
		text, err := notation.PrintStatement(m, f)
		require.NoError(t, err)
		out = append(out, text)
	}
	return out
}

func TestRenumber(t *testing.T) {
	m := station(t, "process Warn in Station")
	station := process(m, "Station")
	m = modeltest.Edit(t, m, []model.Change{&model.Delete{ID: process(m, "Take readings")}})
	require.Equal(t, "3", dataflow.Number(m, process(m, "Warn")), "the others keep their numbers")
	m = modeltest.Edit(t, m, dataflow.RenumberChanges(m, dataflow.Level{Process: station}, []model.ID{process(m, "Warn")}))
	require.Equal(t, "1", dataflow.Number(m, process(m, "Warn")))
	require.Equal(t, "2", dataflow.Number(m, process(m, "Report weather")))
	require.Empty(t, dataflow.RenumberChanges(m, dataflow.Level{Process: station}, nil))
}

// large makes processes on four levels, five below each, until there are as many
// as asked for. What the lowest exchange with the outside is drawn on every
// level above them, so that all levels are in balance.
func large(b testing.TB, processes int) *model.Model {
	m := modeltest.Edit(b, model.Empty("Large"), []model.Change{&model.AddElement{ID: "sys", Kind: model.Process, Name: "System"}, &model.AddElement{ID: "x", Kind: model.Entity, Name: "Outside"}})
	level, n := []model.ID{"sys"}, 1
	for range 4 {
		var next []model.ID
		for _, parent := range level {
			for k := 0; k < 5 && n < processes; k, n = k+1, n+1 {
				id := model.ID(fmt.Sprintf("p%d", n))
				m = modeltest.Edit(b, m, []model.Change{&model.AddElement{ID: id, Kind: model.Process, Name: fmt.Sprintf("Do %d", n), Owner: parent}})
				next = append(next, id)
			}
		}
		level = next
	}
	for _, leaf := range m.OfKind(model.Process) {
		if dataflow.IsOpened(m, leaf.ID) {
			continue
		}
		item := "flow of " + string(leaf.ID)
		changes := []model.Change{&model.AddElement{ID: model.DeriveID(item), Kind: model.DataItem, Name: item, Set: model.P("contents", fmt.Sprintf("a%[1]s + {b%[1]s + c%[1]s}", leaf.ID))}}
		for p := leaf; p != nil; p = m.Element(p.Owner) {
			changes = append(changes,
				&model.Connect{ID: model.DeriveID("in", item, string(p.ID)), Kind: model.DataFlow, Name: item, Source: "x", Target: p.ID},
				&model.Connect{ID: model.DeriveID("out", item, string(p.ID)), Kind: model.DataFlow, Name: item, Source: p.ID, Target: "x"})
		}
		m = modeltest.Edit(b, m, changes)
	}
	return m
}

func BenchmarkBalanceOf500ProcessesOnFourLevels(b *testing.B) {
	m := large(b, 500)
	for b.Loop() {
		d := dictionary.Of(m)
		for _, l := range dataflow.Levels(m) {
			if got := dataflow.BalanceOf(m, d, l); len(got.Mismatches) > 0 {
				b.Fatal(l, tell(got))
			}
		}
	}
}

func TestSystem(t *testing.T) {
	m := station(t)
	require.Equal(t, process(m, "Station"), dataflow.System(m))
	require.Empty(t, dataflow.System(modeltest.Build(t, "entity Valley office")), "a model without a process")
}

func TestIsWithin(t *testing.T) {
	m := station(t)
	check, take, report := process(m, "Check reading"), process(m, "Take readings"), process(m, "Report weather")
	require.True(t, dataflow.IsWithin(m, check, take))
	require.True(t, dataflow.IsWithin(m, check, process(m, "Station")), "at any depth")
	require.True(t, dataflow.IsWithin(m, take, take), "itself")
	require.False(t, dataflow.IsWithin(m, take, check), "the whole is no part of its part")
	require.False(t, dataflow.IsWithin(m, check, report))
}
