package nesting_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/generate/nesting"
	"lexeon/core/modeltest"
)

// Whatever is referred to is made in the end, each once, under the key by which it was referred to.
func TestWhatIsReferredToIsMade(t *testing.T) {
	l := nesting.New(generate.NewPlan(modeltest.Build(t, "class Crew", "  + number: Integer {id}", "class Boat", "  + name: Text {id}", "0..* Crew rows 2..* Boat")))
	n := 0
	keys := nesting.NewKeys(l, func(*nesting.Member) string { n++; return fmt.Sprint(n) })
	byName := map[string]*nesting.Type{}
	for _, x := range l.Types {
		byName[x.Name] = x
	}
	boat := byName["Boat"]
	first, second := keys.Referring(boat, 0), keys.Referring(boat, 1)
	require.NotEqual(t, first, second)
	require.Equal(t, boat, keys.Owing())
	require.Equal(t, first, keys.Of(boat))
	require.Equal(t, second, keys.Of(boat))
	require.Nil(t, keys.Owing())
	require.NotContains(t, [][]string{first, second}, keys.Of(boat), "one more is another one")
}
