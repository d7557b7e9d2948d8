package generate_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func typeNamed(t *testing.T, p *generate.Plan, name string) *generate.Type {
	t.Helper()
	for _, x := range p.Types {
		if x.Name == name {
			return x
		}
	}
	require.Fail(t, "no type "+name)
	return nil
}

func TestPlanGivesEveryParticipantItsEnds(t *testing.T) {
	p := generate.NewPlan(modeltest.Build(t,
		"class Beekeeper", "class Lot", "class Apiary", "class Hive", "class Membership", "class Guild",
		"1 Beekeeper as owner delivers ? Lot", "1 Apiary is made of 1..* Hive", "Lot checks 2..3 Hive {nonnavigable}",
		"0..* Beekeeper joins 1 Guild through Membership"))
	lot := typeNamed(t, p, "Lot")
	require.Len(t, lot.Ends, 1, "what cannot be navigated to is no end")
	require.Equal(t, "owner", lot.Ends[0].Name)
	require.True(t, lot.Ends[0].Mandatory())
	for _, e := range typeNamed(t, p, "Beekeeper").Ends {
		if e.Type == lot {
			require.True(t, e.Open())
			require.True(t, e.Many(), "undecided counts as many")
			require.False(t, e.Mandatory())
		}
	}
	apiary, hive := typeNamed(t, p, "Apiary"), typeNamed(t, p, "Hive")
	require.True(t, apiary.Ends[0].Owns)
	require.False(t, apiary.Ends[0].OwnedBy)
	for _, e := range hive.Ends {
		require.Equal(t, e.Type == apiary, e.OwnedBy, e.Name)
	}
	member := typeNamed(t, p, "Membership")
	require.Len(t, member.Ends, 2)
	for _, e := range member.Ends {
		require.True(t, e.Mandatory(), "one link has one of each")
	}
}

func TestPlanCutsWhatCannotBeInherited(t *testing.T) {
	p := generate.NewPlan(modeltest.Build(t, "class Lot", "class Batch", "interface Graded", "enumeration Grade", "dataType Mass",
		"Lot is a kind of Batch", "Batch is a kind of Lot", "Lot is a kind of Lot", "Lot is a kind of Graded", "Grade is a kind of Mass", "Mass is a kind of Lot"))
	edges := 0
	for _, x := range p.Types {
		for _, g := range x.Generals {
			edges++
			require.NotContains(t, generate.Ancestors(g), x, "%s and %s form a cycle", x.Name, g.Name)
			require.Contains(t, g.Specifics, x)
		}
	}
	require.Equal(t, 2, edges, "one of the two between Lot and Batch, and Mass below Lot")
}

func TestPlanResolvesTypes(t *testing.T) {
	p := generate.NewPlan(modeltest.Build(t, "enumeration Grade", "class Lot",
		"  grade: Grade [0..1]", "  mass: number", "  marks: Text [*]", "  source: Nowhere", "  note",
		"  + weigh(on: Date, out by: Text): Grade [1..*]"))
	lot := typeNamed(t, p, "Lot")
	refs := map[string]generate.TypeRef{}
	for _, a := range lot.Attributes {
		refs[a.Name] = a.Type
	}
	require.Equal(t, generate.TypeRef{Type: typeNamed(t, p, "Grade"), Optional: true}, refs["grade"])
	require.Equal(t, generate.TypeRef{Primitive: "Decimal"}, refs["mass"])
	require.Equal(t, generate.TypeRef{Primitive: "Text", Many: true}, refs["marks"])
	require.Equal(t, generate.TypeRef{Unknown: "Nowhere"}, refs["source"])
	require.Equal(t, generate.TypeRef{}, refs["note"])
	weigh := lot.Operations[0]
	require.True(t, weigh.HasResult)
	require.True(t, weigh.Result.Many)
	require.Equal(t, model.Out, weigh.Params[1].Direction)
}
