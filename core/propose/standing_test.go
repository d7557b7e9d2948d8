package propose_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/propose"
)

// What a sentence says of an association that stands is added to it where it is drawn, and a further one is offered; what stands
// already changes nothing, and is told.
func TestWhatStandsIsSpokenOfAgain(t *testing.T) {
	m := modeltest.Edit(t, model.Empty("Trams"), []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "Sheet"}})
	say := func(text, seed string) propose.StatementReply {
		reply, err := proposer().Statement(m, propose.StatementRequest{Text: text, Diagram: "d", Seed: seed})
		require.NoError(t, err)
		require.NotEmpty(t, reply.Readings, reply.Problem)
		return reply
	}
	first := say("A line serves at least two stops", "1").Readings[0]
	require.Equal(t, "Added: Line serves 2..* Stop.", first.Said)
	require.Empty(t, first.Note)
	m = done(t, m, first.Changes, "say it")

	reply := say("A stop is served by several lines", "2")
	require.False(t, reply.Ambiguous)
	again, further := reply.Readings[0], reply.Readings[len(reply.Readings)-1]
	require.Equal(t, "0..* Line serves 2..* Stop", again.Statement)
	require.Equal(t, "Adds to “Line serves 2..* Stop”.", again.Note)
	require.Equal(t, "Completed: 0..* Line serves 2..* Stop.", again.Said)
	require.Equal(t, "Another one, beside what stands already.", further.Note)
	both := done(t, m, further.Changes, "say it of another one")
	require.Len(t, both.Relationships(model.Association), 2)
	m = done(t, m, again.Changes, "say it again")
	require.Len(t, m.Relationships(model.Association), 1)

	same := say("Each line serves two or more stops", "3").Readings[0]
	require.Equal(t, "Stands already.", same.Note)
	require.Equal(t, "Stands already: 0..* Line serves 2..* Stop.", same.Said)
	require.JSONEq(t, "[]", string(same.Changes))
	require.Equal(t, again.Row, same.Row)

	// What contradicts it may be another one, or take its place: nobody is asked to guess.
	reply = say("A line serves at least five stops", "4")
	require.True(t, reply.Ambiguous)
	require.Equal(t, "Line serves 5..* Stop", reply.Readings[0].Statement)
	require.Equal(t, "Another one, beside what stands already.", reply.Readings[0].Note)
	require.Equal(t, "0..* Line serves 5..* Stop", reply.Readings[1].Statement)
	require.Equal(t, "Instead of “0..* Line serves 2..* Stop”.", reply.Readings[1].Note)
	require.Equal(t, "Changed: 0..* Line serves 5..* Stop.", reply.Readings[1].Said)
	_, _, err := proposer().State(m, "d", "A line serves at least five stops", "4", 0)
	require.ErrorContains(t, err, "2 ways; say which one:\n1  Line serves 5..* Stop  Another one, beside what stands already.\n2  0..* Line serves 5..* Stop  Instead of")
	_, _, err = proposer().State(m, "d", "A line serves at least five stops", "4", 3)
	require.ErrorContains(t, err, "say which one")
	other, _, err := proposer().State(m, "d", "A line serves at least five stops", "4", 1)
	require.NoError(t, err)
	require.Len(t, other.Relationships(model.Association), 2)
	m, _, err = proposer().State(m, "d", "A line serves at least five stops", "4", 2)
	require.NoError(t, err)
	require.Len(t, m.Relationships(model.Association), 1)
	require.Equal(t, "Stands already.", say("A line serves at least five stops", "5").Readings[0].Note)

	// Features that are there, and several things at once.
	m = done(t, m, say("A line has a unique number and a colour", "6").Readings[0].Changes, "say features")
	features := say("A line has a number and a colour; each line serves five or more stops", "7").Readings[0]
	require.JSONEq(t, "[]", string(features.Changes))
	require.Contains(t, features.Said, "Stands already: ")
	more := say("A line has a colour and a length in km; each line serves five or more stops", "8").Readings[0]
	require.Contains(t, more.Said, "Added: Line has the attributes colour, length in km; ")
}
