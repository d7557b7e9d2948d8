package processes_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/dataflow"
	"lexeon/core/generate/processes"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// There is a function for each lowest process, with a parameter for each flow into it, and all of it compiles.
func TestEachLowestProcessIsAFunction(t *testing.T) {
	demo := modeltest.Demo(t)
	for i, m := range []*model.Model{demo, modeltest.Mixed(300, true), modeltest.Mixed(300, false), modeltest.Model(5, 500), model.Empty("Nothing")} {
		out, err := processes.Target.Run(m, nil, nil)
		require.NoError(t, err)
		dir := t.TempDir()
		all := ""
		for _, f := range out.Files {
			require.NoError(t, os.WriteFile(filepath.Join(dir, f.Path), []byte(f.Content), 0o644))
			all += f.Content
		}
		vet := exec.Command("go", "vet", "./...")
		vet.Dir = dir
		vet.Env = append(os.Environ(), "GOFLAGS=-mod=mod", "GOWORK=off", "GOPROXY=off")
		said, err := vet.CombinedOutput()
		require.NoError(t, err, "%s", said)
		functions := 0
		for _, p := range m.OfKind(model.Process) {
			if p.Owner != "" && !dataflow.IsOpened(m, p.ID) && p.Process().View == model.Logical {
				require.Contains(t, strings.Join(strings.Fields(all), " "), strings.Join(strings.Fields("Process "+dataflow.Label(m, p.ID)+"."), " "))
				functions++
			}
		}
		require.True(t, i > 2 || functions > 3, functions)
	}
}

// Types follow the dictionary.
func TestTypesFollowTheDictionary(t *testing.T) {
	m := modeltest.Build(t,
		"process System", "process Weigh lots in System", "process Pay beekeepers in System", "entity Beekeeper",
		"item delivery = @number + {crate}5 + (remark)", "item crate = weight + [raw honey | wax]", "item number", "item remark", "item weight", "item raw honey", "item wax", `item grade = ["table" | "bakery"]`)
	var beekeeper, take, pay model.ID
	for _, e := range m.OfKind(model.Process) {
		switch e.Name {
		case "Weigh lots":
			take = e.ID
		case "Pay beekeepers":
			pay = e.ID
		}
	}
	beekeeper = m.OfKind(model.Entity)[0].ID
	m = modeltest.Edit(t, m, []model.Change{
		&model.Connect{ID: "f1", Kind: model.DataFlow, Source: beekeeper, Target: take, Name: "delivery"},
		&model.Connect{ID: "f2", Kind: model.DataFlow, Source: take, Target: pay, Name: "grade"},
		&model.Connect{ID: "f3", Kind: model.DataFlow, Source: take, Target: beekeeper, Name: "remark"},
	})
	out, err := processes.Target.Run(m, map[string]string{"language": "typescript"}, nil)
	require.NoError(t, err)
	files := map[string]string{}
	for _, f := range out.Files {
		files[f.Path] = f.Content
	}
	require.Contains(t, files["src/system-processes.ts"], "static weighLots(delivery: Delivery): WeighLotsOutcome")
	require.Contains(t, files["src/system-processes.ts"], "static payBeekeepers(grade: Grade): void")
	require.Contains(t, files["src/delivery.ts"], "crate: Crate[] = []")
	require.Contains(t, files["src/delivery.ts"], "remark: string | undefined")
	require.Contains(t, files["src/crate.ts"], "rawHoney: string | undefined")
	require.Contains(t, files["src/grade.ts"], `bakery: "bakery"`)
	require.Contains(t, files["src/weigh-lots-outcome.ts"], "grade: Grade\n")
}
