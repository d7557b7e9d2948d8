package services_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/generate/gherkin"
	"lexeon/core/generate/processes"
	"lexeon/core/generate/services"
	"lexeon/core/modeltest"
)

// In every language they stand where that is asked for, as the language says it; what it cannot be is refused.
func TestWhereTheyStand(t *testing.T) {
	for language, c := range map[string]struct{ in, found, wrong string }{
		"go":         {"example.org/lots", "module example.org/lots", "fmt/lots"},
		"java":       {"org.example.lots", "package org.example.lots;", "@example/lots"},
		"csharp":     {"Example.Lots", "namespace Example.Lots", "example.org/lots"},
		"typescript": {"@example/lots", `"name": "@example/lots"`, "Example.Lots"},
		"python":     {"lots", "from .", "org.example"},
		"cpp":        {"example::lots", "namespace example::lots {", "example.org/lots"},
	} {
		for _, target := range []*generate.Target{services.Target, processes.Target} {
			out, err := target.Run(modeltest.Demo(t), map[string]string{"language": language, "package": c.in}, nil)
			require.NoError(t, err, language)
			var all strings.Builder
			for _, f := range out.Files {
				all.WriteString(f.Path + "\n" + f.Content)
			}
			require.Contains(t, all.String(), c.found, "%s in %s", target.Name, language)
			_, err = target.Run(modeltest.Demo(t), map[string]string{"language": language, "package": c.wrong}, nil)
			require.ErrorContains(t, err, "the option package", "%s in %s", target.Name, language)
		}
	}
	_, err := services.Target.Run(modeltest.Demo(t), map[string]string{"package": "no package!"}, nil)
	require.ErrorContains(t, err, "is no package, namespace or module path")
}

// Use cases are chosen by their names, those of packages and of diagrams.
func TestChosenUseCases(t *testing.T) {
	m := modeltest.Build(t, "case Moor vessel", "case Bill stay", "case Tow vessel", "package Billing", "package Mooring", "into Billing: Bill stay", "into Mooring: Tow vessel", "class Berth")
	made := func(of string) (paths []string, told string) {
		out, err := gherkin.Target.Run(m, map[string]string{"of": of}, nil)
		require.NoError(t, err)
		for _, f := range out.Files {
			paths = append(paths, f.Path)
		}
		for _, n := range out.Notes {
			told += n.Message + "\n"
		}
		return paths, told
	}
	all, _ := made("")
	require.Equal(t, []string{"bill-stay.feature", "moor-vessel.feature", "tow-vessel.feature"}, all)
	some, _ := made("billing, Moor vessel")
	require.Equal(t, []string{"bill-stay.feature", "moor-vessel.feature"}, some)
	none, told := made("Berth")
	require.Empty(t, none)
	require.Contains(t, told, "There is no use case, package or diagram Berth.")
	out, err := services.Target.Run(m, map[string]string{"of": "Bill stay", "language": "java"}, nil)
	require.NoError(t, err)
	var types []string
	for _, f := range out.Files {
		if f.Subject != "" {
			types = append(types, f.Path)
		}
	}
	require.Equal(t, []string{"src/built/BillStay.java"}, types)
	require.Equal(t, []generate.Choice{{Value: "Billing", Title: "package Billing"}, {Value: "Mooring", Title: "package Mooring"},
		{Value: "Bill stay", Title: "use case Bill stay"}, {Value: "Moor vessel", Title: "use case Moor vessel"}, {Value: "Tow vessel", Title: "use case Tow vessel"}}, generate.NamesOfCases(m))
}
