package generate_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// What code in no language looks at is said at its place, and told.
func TestWhatIsNotHeldIsTold(t *testing.T) {
	m := modeltest.Build(t, "class Person", "  phones: Text [2..3]", "  names: Text [1..*]", "  notes: Text [0..*]", "class Pupil", "class Player", "class Club",
		"Pupil is a kind of Person in role {overlapping, complete}", "Player is a kind of Person in role {overlapping, complete}",
		"1 Club has 0..* Person as member", "1 Club trusts 0..* Person as guardian {subsets member, readOnly}")
	told := ""
	for _, n := range generate.NewPlan(m).NotesOfUnheld() {
		told += n.Message + "\n"
		require.NotNil(t, m.Row(n.Subject))
	}
	require.Equal(t, strings.Join([]string{
		"Club.guardian. What is here is among member: that is not looked at.",
		"Club.guardian. It is not to be changed once it is there: that is not looked at.",
		"Person. It always is of one of the kinds of role: one can be made all the same.",
		"Person. It can be of several kinds of role at once: in code it is of one.",
		"Person.phones. Between 2 and 3 of them: that is not looked at.",
		"Person.names. At least 1 of them: that is not looked at.", ""}, "\n"), told)
	person := m.Named("Person", model.Class)[0]
	m = modeltest.Edit(t, m, []model.Change{&model.SetClassifier{ID: person.ID, Set: model.P("abstract", true)}})
	for _, n := range generate.NewPlan(m).NotesOfUnheld() {
		require.NotContains(t, n.Message, "one can be made", "nobody can make one")
	}
}
