package code

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/modeltest"
)

// A key stands at the class that finds by it: there are any number of what is found, and as many under one key as is said.
func TestWhatIsFoundByKeys(t *testing.T) {
	m := modeltest.Build(t, "class Bank", "class Account", "  number: Text", "  kind: Integer", "  opened: Date", `Bank [number] has 0..1 Account`, `Bank ["kind", number] "watches" 0..* Account`, `Bank [opened] closes 0..2 Account`, `Bank [colour] paints 0..1 Account`)
	p := Layout(java, generate.NewPlan(m))
	var found []string
	for _, u := range p.Units {
		for _, e := range u.Ends {
			if u.Name != "Bank" {
				require.Empty(t, e.Keys, e.Label)
				continue
			}
			require.True(t, e.Many(), "%s: there is one for each key", e.Label)
			found = append(found, e.Find+" "+itoa(len(e.Keys))+" "+itoa(e.PerKey))
		}
	}
	require.ElementsMatch(t, []string{"findAccount 1 1", "findWatchedAccounts 2 0", " 0 2", " 0 1"}, found)
	told := ""
	for _, n := range p.Notes {
		told += n.Message + "\n"
	}
	require.Contains(t, told, "found by opened, which is no attribute of Account that can be seen and compared: that is not kept")
	require.Contains(t, told, "found by colour, which is no attribute of Account")
	require.NotContains(t, told, "found by number")
}
