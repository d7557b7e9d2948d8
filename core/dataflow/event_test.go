package dataflow_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/dataflow"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// Every flow into the system that no event tells of is proposed, with the process
// that takes it in and what that answers.
func TestProposedEvents(t *testing.T) {
	m := station(t, `"Valley office" sends question to Station`, `"Valley office" sends question to "Report weather"`, `Station sends answer to "Valley office"`, `"Report weather" sends answer to "Valley office"`)
	var told []string
	var changes []model.Change
	for _, e := range dataflow.ProposedEvents(m) {
		changes = append(changes, e)
	}
	next := modeltest.Edit(t, m, changes)
	for _, e := range next.OfKind(model.Event) {
		d := e.Event()
		process := ""
		if p := next.Element(d.Process); p != nil {
			process = p.Name
		}
		told = append(told, e.Name+" ("+d.By+", "+d.Stimulus+") "+process+": "+strings.Join(d.Response, ", "))
		require.Empty(t, dataflow.EventProblems(next, e))
	}
	require.ElementsMatch(t, []string{
		"Sensor mast sends raw signal (Sensor mast, raw signal) Take readings: ",
		"Valley office sends question (Valley office, question) Report weather: answer, weather report",
	}, told)
	require.Empty(t, dataflow.ProposedEvents(next), "what is told is not proposed again")
	require.Empty(t, dataflow.ProposedEvents(modeltest.Build(t, "process Station")))
}

// A process that is moved out takes the flows of its frame to the partner that its
// parent has for the same data.
func TestMovingOutFindsThePartners(t *testing.T) {
	m := station(t, append(balancedLevel, `"File reading" writes reading to "Reading log"`)...)
	out, err := dataflow.MoveChanges(m, process(m, "Check reading"), process(m, "Station"), "s")
	require.NoError(t, err)
	moved := modeltest.Edit(t, m, out)
	require.Equal(t, "3 Check reading", dataflow.Label(moved, process(moved, "Check reading")))
	told := statements(t, moved)
	require.Contains(t, told, `"Sensor mast" sends "raw signal" to "Check reading"`, "the frame's flow comes from the mast now")
	require.Contains(t, told, `"Check reading" sends "raw signal" to "Take readings"`)
	require.Contains(t, told, `the frame sends "raw signal" to "File reading"`)

	// Between two processes of the level above.
	m = station(t, append(balancedLevel, `"Take readings" sends alarm to "Report weather"`, `"Check reading" sends alarm to the frame`)...)
	out, err = dataflow.MoveChanges(m, process(m, "Check reading"), process(m, "Station"), "s")
	require.NoError(t, err)
	require.Contains(t, statements(t, modeltest.Edit(t, m, out)), `"Check reading" sends alarm to "Report weather"`)

	// Several partners: it stays at the frame.
	m = station(t, append(balancedLevel, `"Valley office" sends "raw signal" to "Take readings"`)...)
	out, err = dataflow.MoveChanges(m, process(m, "Check reading"), process(m, "Station"), "s")
	require.NoError(t, err)
	require.Contains(t, statements(t, modeltest.Edit(t, m, out)), `the frame sends "raw signal" to "Check reading"`)
}
