package generate_test

import (
	"strings"
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

// What comments hold is decided; what is open stands there in any case.
func TestComments(t *testing.T) {
	m := modeltest.Demo(t)
	said := func(how string) (definitions, sentences, silent int) {
		plan, _ := generate.PlanOf(&generate.Order{Model: m, Options: map[string]string{"comments": how}})
		for _, u := range plan.Types {
			if u.Definition != "" {
				definitions++
			}
			for _, e := range u.Ends {
				doc := e.Doc(u.Name)
				if len(doc) == 0 {
					silent++
				} else if strings.HasPrefix(doc[0], "Each ") || strings.HasPrefix(doc[0], "For each ") {
					sentences++
				}
			}
		}
		return definitions, sentences, silent
	}
	definitions, sentences, silent := said("all")
	require.Greater(t, definitions, 10)
	require.Greater(t, sentences, 20)
	require.Zero(t, silent)
	again, sentences, silent := said("definitions")
	require.Equal(t, definitions, again)
	require.Zero(t, sentences)
	require.Greater(t, silent, 20)
	definitions, sentences, _ = said("none")
	require.Zero(t, definitions)
	require.Zero(t, sentences)
}

// Names lists what can be named, each name once.
func TestNamesOfWhatCanBeChosen(t *testing.T) {
	m := modeltest.Build(t, "class Order", "class Order", "interface Mooring", "class Port", "class A, B", "package Port", "package Billing", "into Billing: Order", "into Port: Mooring")
	var titles []string
	for _, c := range generate.Names(m) {
		titles = append(titles, c.Title)
		_, notes := generate.PlanOf(&generate.Order{Model: m, Options: map[string]string{"of": c.Value}})
		for _, n := range notes {
			require.NotContains(t, n.Message, "There is no class, package or diagram")
		}
	}
	require.Equal(t, []string{"package Billing", "package Port, class Port", "interface Mooring", "class Order"}, titles)
	demo := generate.Names(modeltest.Demo(t))
	require.Contains(t, demo, generate.Choice{Value: "Apiaries and honey lots", Title: "diagram Apiaries and honey lots"})
	require.Contains(t, demo, generate.Choice{Value: "HoneyLot", Title: "class HoneyLot"})
}
