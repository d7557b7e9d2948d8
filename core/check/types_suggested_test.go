package check_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

// The types that names suggest are given at once; what suggests none is left, and told again.
func TestTypesAreSuggestedByNames(t *testing.T) {
	m := modeltest.Build(t, "class Barrel", " harvestDate", " grade", " isSealed", " numberOfStaves", " age", " pull", " price", " owner: Text")
	for name, unit := range map[string]string{"pull": "In kN.", "age": "In years."} {
		for _, a := range m.Children(m.ClassifiersNamed("Barrel")[0].ID, model.Attribute) {
			if a.Name == name {
				m = modeltest.Edit(t, m, []model.Change{&model.SetDefinition{ID: a.ID, Text: unit}})
			}
		}
	}
	for _, rule := range []string{"target/type", "class/type-missing"} {
		found := check.Run(m, []*check.Analyzer{check.ByName(rule)}).Everything()
		require.Len(t, found, 1, rule)
		require.Len(t, found[0].Mends, 1, rule)
		require.Equal(t, "Set the types harvestDate: Date, isSealed: Boolean, numberOfStaves: Integer, age: Integer, pull: Decimal, price: Money", found[0].Mends[0].Title)
		mended := modeltest.Edit(t, m, found[0].Mends[0].On(m))
		require.Equal(t, "harvestDate: Date\ngrade\nisSealed: Boolean\nnumberOfStaves: Integer\nage: Integer\npull: Decimal\nprice: Money\nowner: Text\n",
			notation.FeatureText(mended, mended.ClassifiersNamed("Barrel")[0]))
		left := check.Run(mended, []*check.Analyzer{check.ByName(rule)}).Everything()
		require.Len(t, left, 1)
		require.Contains(t, left[0].Message, "Barrel: grade has no type")
		require.Empty(t, left[0].Mends)
	}
}
