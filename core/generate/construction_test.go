package generate_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/modeltest"
)

func TestEndsThatNeedEachOtherAreSetAfterwards(t *testing.T) {
	p := generate.NewPlan(modeltest.Build(t, "class Ship", "class Log", "class Port", "class Crane", "class Hook",
		"1 Ship keeps 1 Log", "1 Port has * Ship", "1 Crane is made of 1 Hook"))
	afterwards := map[string]bool{}
	for _, x := range p.Types {
		for _, e := range x.Ends {
			if e.Mandatory() {
				afterwards[x.Name+"."+e.Name] = e.Afterwards
			}
		}
	}
	require.Equal(t, map[string]bool{"Ship.Log": true, "Log.Ship": true, "Ship.Port": false, "Crane.Hook": true, "Hook.Crane": false}, afterwards,
		"a part is never without its whole")
}

func TestPlurals(t *testing.T) {
	p := generate.NewPlan(modeltest.Build(t, "class Ship", "class Berth", "1 Ship as vessel lies at * Berth", "1 Ship saw * Berth as sightings"))
	var plurals []string
	for _, e := range typeNamed(t, p, "Ship").Ends {
		plurals = append(plurals, e.Plural())
	}
	require.Equal(t, []string{"Berths", "sightings"}, plurals)
}
