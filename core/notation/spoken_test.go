package notation_test

import (
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

// spoken reads a list of sentences with what is meant, and counts those that are understood so:
// as the only reading, or the first one.
func spoken(t testing.TB, file string) (right, all int) {
	data, err := os.ReadFile("testdata/sentences/" + file)
	require.NoError(t, err)
	for line := range strings.SplitSeq(strings.TrimSpace(string(data)), "\n") {
		if strings.HasPrefix(line, "#") {
			continue
		}
		names, rest, _ := strings.Cut(line, "|")
		sentence, want, _ := strings.Cut(strings.TrimSpace(rest), " => ")
		var known []string
		for name := range strings.SplitSeq(names, ",") {
			name, kind, _ := strings.Cut(strings.TrimSpace(name), "@")
			if name != "" {
				known = append(known, strings.TrimSpace(map[bool]string{true: "interface ", false: "class "}[kind != ""]+name))
			}
		}
		m := model.Empty("Spoken")
		if len(known) > 0 {
			m = modeltest.Build(t, known...)
		}
		all++
		readings, err := notation.ReadStatement(m, sentence)
		switch {
		case err != nil:
			t.Logf("%s\n    not understood: %v", sentence, err)
		case unquoted(readings[0].Text(m)) != unquoted(want):
			t.Logf("%s\n    %s\n    wanted %s", sentence, readings[0].Text(m), want)
		default:
			right++
		}
	}
	return right, all
}

func unquoted(s string) string { return strings.ReplaceAll(s, `"`, "") }

// Ordinary sentences are understood as they are meant. The second list was written first and set
// aside: nothing was made to fit it.
func TestSpokenSentences(t *testing.T) {
	right, all := spoken(t, "known.txt")
	t.Logf("known: %d of %d", right, all)
	require.GreaterOrEqual(t, right*100, all*95)
	right, all = spoken(t, "aside.txt")
	t.Logf("aside: %d of %d", right, all)
	require.GreaterOrEqual(t, right*100, all*80)
}

// Where data flows are drawn, sentences about data are flows, whatever their verb, and no class
// comes to be; elsewhere they are read as before.
func TestSpokenFlows(t *testing.T) {
	m := modeltest.Build(t, "entity Shipper", "process Office", "store Tariff list", "store Berth register")
	m, _, _, err := model.Edit(m, []model.Change{&model.AddDiagram{ID: "d", Kind: model.ContextDiagram, Name: "Context"}})
	require.NoError(t, err)
	for sentence, want := range map[string]string{
		"Shipper gives complaint to Office":                   `Shipper sends complaint to Office`,
		"The Shipper hands the freight note to the Office":    `Shipper sends "freight note" to Office`,
		"Office returns receipt to Shipper":                   `Office sends receipt to Shipper`,
		"The Office receives a booking from the Shipper":      `Shipper sends booking to Office`,
		"Office looks up the rate in the tariff list":         `Office reads rate from "Tariff list"`,
		"Office records the berth plan in the Berth register": `Office writes "berth plan" to "Berth register"`,
		"Office submits manifest to Customs":                  `Office sends manifest to Customs`,
		"Shipper must send the cargo list to Office":          `Shipper sends "cargo list" to Office`,
		`Shipper sends "bill of lading" to Office`:            `Shipper sends "bill of lading" to Office`,
	} {
		readings, err := notation.ReadStatementIn(m, sentence, notation.ScopeOf(m, "d"))
		require.NoError(t, err, sentence)
		require.Equal(t, want, readings[0].Text(m), sentence)
	}
	readings, err := notation.ReadStatementIn(m, "Office returns receipt to Customs", notation.ScopeOf(m, "d"))
	require.NoError(t, err)
	require.Equal(t, model.Entity, readings[0].New[0].Kind)
}
