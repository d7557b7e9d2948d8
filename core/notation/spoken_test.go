package notation_test

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

// spoken reads a list of sentences with what is meant, and counts those that are understood so
// first of all, and those where what is meant is among what is offered, or nothing is to be
// understood and nothing is.
func spoken(t testing.TB, file string) (right, offered, all int) {
	eachSentence(t, file, func(on model.Kind, names, sentence, want string) {
		m := model.Empty("Spoken")
		changes := []model.Change{&model.AddDiagram{ID: "d", Kind: on, Name: "Spoken"}}
		for name := range strings.SplitSeq(names, ",") {
			name, kind, has := strings.Cut(strings.TrimSpace(name), "@")
			if name == "" {
				continue
			}
			if !has {
				kind = string(model.Class)
			}
			if kind == "case" {
				kind = string(model.UseCase)
			}
			changes = append(changes, &model.AddElement{ID: model.DeriveID("known", name), Kind: model.Kind(kind), Name: name})
		}
		m = modeltest.Edit(t, m, changes)
		all++
		ways, err := notation.Understand(m, sentence, notation.ScopeOf(m, "d"))
		switch {
		case err != nil && want == "?":
			right++
			offered++
			return
		case err != nil:
			t.Logf("%s\n    not understood: %v", sentence, err)
			return
		case want == "?":
			t.Logf("%s\n    %s\n    wanted nothing", sentence, strings.Join(ways[0].Texts(m), " ; "))
			return
		}
		var among []string
		for _, w := range ways {
			among = append(among, unquoted(strings.Join(w.Texts(m), " ; ")))
			next := m
			for i, c := range w.Clauses {
				next = modeltest.Edit(t, next, c.Settled(next).ChangesOf(next, fmt.Sprint(i)).Changes)
			}
		}
		if among[0] == unquoted(want) {
			right++
		} else {
			t.Logf("%s\n    %s\n    wanted %s", sentence, strings.Join(among, "\n    or "), want)
		}
		if slices.Contains(among, unquoted(want)) {
			offered++
		}
	})
	return right, offered, all
}

// diagrams are those that a list may speak on.
var diagrams = map[string]model.Kind{"class": model.ClassDiagram, "data-flow": model.ContextDiagram, "use-case": model.UseCaseDiagram, "component": model.ComponentDiagram}

// eachSentence reads a list: the names that exist, a sentence, and what is meant.
func eachSentence(t testing.TB, file string, read func(on model.Kind, names, sentence, want string)) {
	data, err := os.ReadFile("testdata/sentences/" + file)
	require.NoError(t, err)
	on := model.ClassDiagram
	for line := range strings.SplitSeq(strings.TrimSpace(string(data)), "\n") {
		if strings.HasPrefix(line, "#") {
			continue
		}
		if kind, ok := strings.CutPrefix(line, "on "); ok {
			on = diagrams[strings.TrimSuffix(kind, ":")]
			require.NotEmpty(t, on)
			continue
		}
		names, rest, _ := strings.Cut(line, "|")
		sentence, want, _ := strings.Cut(strings.TrimSpace(rest), " => ")
		read(on, names, sentence, want)
	}
}

func unquoted(s string) string { return strings.ReplaceAll(s, `"`, "") }

// Ordinary sentences are understood as they are meant. The second list was written first and set
// aside: nothing was made to fit it.
func TestSpokenSentences(t *testing.T) {
	right, offered, all := spoken(t, "known.txt")
	t.Logf("known: %d of %d, %d among those offered", right, all, offered)
	assert.GreaterOrEqual(t, right*100, all*95)
	for _, file := range []string{"aside.txt", "aside2.txt", "aside3.txt", "aside4.txt", "aside5.txt", "aside6.txt", "aside7.txt"} {
		right, offered, all = spoken(t, file)
		t.Logf("%s: %d of %d, %d among those offered", file, right, all, offered)
		require.GreaterOrEqual(t, right*100, all*80)
	}
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

// A stop ends a sentence, unless a name ends so; a number in a name that was written so is part of it.
func TestStopsAndNumbersInNames(t *testing.T) {
	m := modeltest.Build(t, "component Shop", "class Hiker")
	m = modeltest.Edit(t, m, []model.Change{&model.AddElement{ID: "inc", Kind: model.Component, Name: "Acme Inc."}})
	for sentence, want := range map[string]string{
		"Shop depends on Acme Inc.": `Shop depends on "Acme Inc."`,
		"Shop depends on Billing.":  `Shop depends on Billing`,
	} {
		ways, err := notation.Understand(m, sentence, notation.Scope{Components: true})
		require.NoError(t, err, sentence)
		require.Equal(t, want, strings.Join(ways[0].Texts(m), " ; "))
		require.Len(t, ways, 1, sentence)
	}
	ways, err := notation.Understand(m, "A hiker climbs ThreePeaks.", notation.Scope{Classes: true})
	require.NoError(t, err)
	require.Equal(t, "Hiker climbs ThreePeak", strings.Join(ways[0].Texts(m), " ; "))
}

// A type that every language has makes no class; another one does.
func TestTypesOfAttributesSaid(t *testing.T) {
	for sentence, want := range map[string]string{
		"Pump has the attribute serial: Text":            "Pump",
		"A pump has a serial of type text":               "Pump",
		"Pumps have attributes serial and weight: money": "Pump",
		"Pump has the attribute state: PumpState":        "Pump PumpState",
	} {
		m := modeltest.Build(t)
		ways, err := notation.Understand(m, sentence, notation.Scope{Classes: true})
		require.NoError(t, err, sentence)
		for _, c := range ways[0].Clauses {
			m = modeltest.Edit(t, m, c.ChangesOf(m, "seed").Changes)
		}
		var made []string
		for _, e := range m.Classifiers() {
			made = append(made, e.Name)
			for _, a := range m.Children(e.ID, model.Attribute) {
				require.Contains(t, []string{"serial", "weight", "state"}, a.Name)
			}
		}
		slices.Sort(made)
		require.Equal(t, want, strings.Join(made, " "), sentence)
	}
}
