package code

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/modeltest"
)

// What cannot be called as it would be is told, with the reason; nothing else is.
func TestNewNamesAreTold(t *testing.T) {
	m := modeltest.Build(t, "class Object", "  class: Text", "  colour: Text", "  colour: Text", "class Shelf", "enumeration Sort", "  new", "  old", "1 Shelf has 0..* Object", `1 Shelf "stock" 0..* Object`, "1 Shelf lends 0..* Object")
	lent := []string{`Shelf.Object of "lends" is called lent Object, to tell it from another one; name the end to call it otherwise`,
		`Object.Shelf of "lends" is called lending Shelf, to tell it from another one; name the end to call it otherwise`}
	for l, wanted := range map[*Language][]string{
		java: {
			"Object is called ObjectType in Java, where Object means something else",
			"Object.class is called getClass_ in Java, where getClass means something else",
			"Object.colour is called getColour2 in Java, since there is getColour already",
			"Shelf.Object is called getObjects2 in Java, since there is getObjects already",
			"Object.Shelf is called getShelf2 in Java, since there is getShelf already",
		},
		python: {
			"Object.class is called class_ in Python, where class means something else",
			"Object.colour is called colour2 in Python, since there is colour already",
			"Shelf.Object is called objects2 in Python, since there is objects already",
			"Object.Shelf is called shelf2 in Python, since there is shelf already",
		},
	} {
		var told []string
		for _, n := range Layout(l, generate.NewPlan(m)).Notes {
			told = append(told, n.Message)
		}
		require.ElementsMatch(t, append(wanted, lent...), told, l.Title)
	}
}
