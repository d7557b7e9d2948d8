package generate_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/modeltest"
)

func TestWhatIsChosenComesWithWhatItNeeds(t *testing.T) {
	m := modeltest.Build(t, "enumeration Grade", "  table", "class Item", "class Lot", "  grade: Grade", "  place: Apiary", "class Apiary", "class Hive", "Lot is a kind of Item", "1 Apiary is made of 0..* Hive", "1 Apiary yields 0..* Lot")
	names := func(of string) (types []string, told []string) {
		plan, notes := generate.PlanOf(&generate.Order{Model: m, Options: map[string]string{"of": of}})
		for _, t := range plan.Types {
			types = append(types, t.Name)
			for _, e := range t.Ends {
				types = append(types, t.Name+"."+e.Name)
			}
		}
		for _, n := range notes {
			told = append(told, n.Message)
		}
		return types, told
	}
	types, told := names("")
	require.Len(t, told, 0)
	require.Contains(t, types, "Hive.Apiary")
	types, told = names("lot, Nobody")
	require.Equal(t, []string{"Grade", "Item", "Lot"}, types)
	require.Equal(t, []string{"There is no class, package or diagram Nobody.", "Lot.Apiary leads to Apiary, which is left out"}, told)
	types, told = names("Hive,Apiary")
	require.Equal(t, []string{"Apiary", "Apiary.Hive", "Hive", "Hive.Apiary"}, types)
	require.Equal(t, []string{"Apiary.Lot leads to Lot, which is left out"}, told)
}
