package reading_test

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"lexeon/core/brief/reading"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"lexeon/core/activity"
	"lexeon/core/brief"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// Six texts of six domains with the nouns that a reader underlined beside them.
// What counts is the noun, however it is written.
func TestRecallAndPrecisionOfNouns(t *testing.T) {
	files, err := filepath.Glob("testdata/*.txt")
	require.NoError(t, err)
	require.Len(t, files, 6)
	reader := reading.NewReader()
	for _, file := range files {
		data, err := os.ReadFile(file)
		require.NoError(t, err)
		text, list, ok := strings.Cut(string(data), "\n---\n")
		require.True(t, ok, file)
		n := len(strings.Fields(text))
		require.True(t, n >= 150 && n <= 400, "%s has %d words", file, n)
		expected := map[string]bool{}
		for line := range strings.SplitSeq(strings.TrimSpace(list), "\n") {
			expected[model.NormalForm(line)] = true
		}
		found := map[string]bool{}
		for _, c := range reader.Read(modeltest.Told(t, text)).Candidates {
			if c.Word == brief.Noun {
				found[model.NormalForm(c.Name)] = true
			}
		}
		var missed, extra []string
		hits := 0
		for k := range expected {
			if found[k] {
				hits++
			} else {
				missed = append(missed, k)
			}
		}
		for k := range found {
			if !expected[k] {
				extra = append(extra, k)
			}
		}
		slices.Sort(missed)
		slices.Sort(extra)
		recall, precision := float64(hits)/float64(len(expected)), float64(hits)/float64(len(found))
		t.Logf("%-28s %d words, %d nouns expected, %d found: recall %.2f, precision %.2f\n  missed: %s\n  extra: %s",
			filepath.Base(file), n, len(expected), len(found), recall, precision, strings.Join(missed, ", "), strings.Join(extra, ", "))
		assert.GreaterOrEqual(t, recall, 0.88, file)
		assert.GreaterOrEqual(t, precision, 0.88, file)
	}
}

func TestShow(t *testing.T) {
	if os.Getenv("SHOW") == "" {
		t.Skip("only to look at")
	}
	data, _ := os.ReadFile("testdata/" + os.Getenv("SHOW") + ".txt")
	text, _, _ := strings.Cut(string(data), "\n---\n")
	m := modeltest.Told(t, text)
	r := reading.NewReader().Read(m)
	for _, c := range r.Candidates {
		fmt.Println(c.Word, c.Count, c.Name, "|", c.Subject, "|", c.Kinds[0], c.Owner)
	}
	for _, s := range brief.Sentences(m) {
		fmt.Println(s.Number, s.Sentence().Text, r.Proposals[s.ID])
		for _, row := range r.Rows {
			if row.Sentence == s.ID {
				fmt.Printf("     ROW %s | %s | in %v | out %v | %s\n", row.Data.Performer, row.Name, row.Data.Inputs, row.Data.Outputs, row.Data.Processing)
			}
		}
	}
}

func candidate(t *testing.T, r *reading.Reading, key string) *brief.Candidate {
	t.Helper()
	for _, c := range r.Candidates {
		if c.Key == key {
			return c
		}
	}
	var keys []string
	for _, c := range r.Candidates {
		keys = append(keys, c.Key)
	}
	require.Fail(t, "no candidate "+key, "%v", keys)
	return nil
}

func TestWhatIsKnownIsProposedFirst(t *testing.T) {
	m := modeltest.Told(t, "A beekeeper hands over a delivery note. The delivery note tells the mass.")
	m = modeltest.Edit(t, m, []model.Change{&model.AddElement{ID: "note", Kind: model.DataItem, Name: "delivery note"}})
	note := candidate(t, reading.NewReader().Read(m), "noun delivery note")
	require.Equal(t, []model.ID{"note"}, note.Existing)
	require.Equal(t, model.DataItem, note.Kinds[0])
	require.Greater(t, len(note.Kinds), 1)
	changes, id, err := brief.AcceptChanges(m, note, note.Kinds[0], "", "s")
	require.NoError(t, err)
	require.Equal(t, model.ID("note"), id)
	m = modeltest.Edit(t, m, changes)
	require.Len(t, m.TracesOf("note"), 2)
	require.True(t, candidate(t, reading.NewReader().Read(m), "noun delivery note").Traced)
}

func TestVerbsBecomeUseCases(t *testing.T) {
	m := modeltest.Told(t, "A beekeeper delivers honey lots. The beekeeper sends a question.")
	reader := reading.NewReader()
	keeper := candidate(t, reader.Read(m), "noun beekeeper")
	require.Contains(t, keeper.Kinds, model.Actor)
	changes, _, err := brief.AcceptChanges(m, keeper, model.Actor, "", "a")
	require.NoError(t, err)
	m = modeltest.Edit(t, m, changes)
	deliver := candidate(t, reader.Read(m), "verb deliver honey lot")
	require.Contains(t, deliver.Kinds, model.UseCase)
	changes, id, err := brief.AcceptChanges(m, deliver, model.UseCase, "", "u")
	require.NoError(t, err)
	m = modeltest.Edit(t, m, changes)
	require.Equal(t, "deliver honey lot", strings.ToLower(m.Element(id).Name))
	lines := m.Relationships(model.Participation)
	require.Len(t, lines, 1, "who does it starts it")
	require.Equal(t, model.Primary, lines[0].Participation().Part)
	require.True(t, candidate(t, reader.Read(m), "verb deliver honey lot").Traced)
}

func TestCandidatesAreAcceptedAndRejected(t *testing.T) {
	m := modeltest.Told(t, "A beekeeper delivers honey lots to the intake clerk. The intake clerk weighs each honey lot and enters the lot mass in the lot register. An apiary consists of hives. A honey lot has a lot number and a harvest date.")
	reader := reading.NewReader()
	r := reader.Read(m)
	lot := candidate(t, r, "noun honey lot")
	require.Equal(t, 3, lot.Count)
	require.Len(t, lot.Sentences, 3)
	require.Equal(t, model.Store, candidate(t, r, "noun lot register").Kinds[0])
	require.Equal(t, model.Entity, candidate(t, r, "noun beekeeper").Kinds[0])
	require.Equal(t, model.Attribute, candidate(t, r, "noun lot number").Kinds[0])
	require.Equal(t, "honey lot", candidate(t, r, "noun lot number").Owner)
	weigh := candidate(t, r, "verb weigh honey lot")
	require.Equal(t, "intake clerk", weigh.Subject)
	require.Equal(t, []string{"Apiary is made of Hive"}, r.Proposals[brief.Sentences(m)[2].ID])

	changes, id, err := brief.AcceptChanges(m, lot, model.Class, "", "s")
	require.NoError(t, err)
	m = modeltest.Edit(t, m, changes)
	require.Equal(t, "HoneyLot", m.Element(id).Name)
	require.Len(t, m.TracesOf(id), 3)
	require.True(t, candidate(t, reader.Read(m), "noun honey lot").Traced)
	again, same, err := brief.AcceptChanges(m, lot, model.Class, "", "t")
	require.NoError(t, err)
	require.Empty(t, again)
	require.Equal(t, id, same)

	number, part, err := brief.AcceptChanges(m, candidate(t, r, "noun lot number"), model.Attribute, id, "s")
	require.NoError(t, err)
	m = modeltest.Edit(t, m, number)
	require.Equal(t, "lotNumber", m.Element(part).Name)
	_, _, err = brief.AcceptChanges(m, lot, model.Attribute, "", "s")
	require.ErrorContains(t, err, "needs a class")
	operation, part, err := brief.AcceptChanges(m, weigh, model.Operation, id, "s")
	require.NoError(t, err)
	m = modeltest.Edit(t, m, operation)
	require.Equal(t, "weigh", m.Element(part).Name)
	association, made, err := brief.AcceptChanges(m, weigh, model.Association, "", "s")
	require.NoError(t, err)
	told := modeltest.Edit(t, m, association)
	require.Equal(t, "weighs", told.Relationship(made).Name)
	require.Len(t, told.TracesOf(made), 1)
	require.Len(t, told.ClassifiersNamed("IntakeClerk"), 1, "a class that was not there yet")

	// An element under another writing: the lexicon knows the term.
	m = modeltest.Edit(t, m, []model.Change{&model.AddElement{ID: "keeper", Kind: model.Class, Name: "Apiarist"}})
	m = modeltest.Edit(t, m, []model.Change{&model.SetTerm{ID: m.Element("keeper").Term, Set: model.P("aliases", []string{"beekeeper"})}})
	known := candidate(t, reader.Read(m), "noun beekeeper")
	require.Equal(t, []model.ID{"keeper"}, known.Existing)
	changes, id, err = brief.AcceptChanges(m, known, model.Class, "", "s")
	require.NoError(t, err)
	require.Equal(t, model.ID("keeper"), id)
	m = modeltest.Edit(t, m, changes)
	require.Len(t, m.TracesOf("keeper"), 1)

	hive := candidate(t, reader.Read(m), "noun hive")
	m = modeltest.Edit(t, m, brief.RejectChanges(m, hive, false))
	require.True(t, candidate(t, reader.Read(m), "noun hive").Rejected)
	require.Empty(t, brief.RejectChanges(m, hive, false))
	m = modeltest.Edit(t, m, brief.RejectChanges(m, hive, true))
	require.False(t, candidate(t, reader.Read(m), "noun hive").Rejected)

	c := brief.CoverageOf(m, "")
	require.Equal(t, 4, c.Sentences)
	require.Equal(t, 2, c.Covered)
	require.Equal(t, 1, c.Partly, "of one only the things are there")
	require.Empty(t, brief.Unsourced(m))
}

func TestMarksAreTheSentence(t *testing.T) {
	text := "Each \"Größe\" of a hive, who is also a hive, consists of one or more frames — see <b>x</b>."
	m := modeltest.Told(t, text)
	s := brief.Sentences(m)[0]
	var joined strings.Builder
	tells := []reading.Tell{}
	for _, mark := range reading.NewReader().Read(m).Marks[s.ID] {
		joined.WriteString(mark.Text)
		if mark.Tell != "" {
			tells = append(tells, mark.Tell)
		}
	}
	require.Equal(t, text, joined.String())
	require.Equal(t, []reading.Tell{reading.TellMultiplicity, reading.TellSelf, reading.TellWhole, reading.TellMultiplicity}, tells)
}

func TestProposedRows(t *testing.T) {
	m := modeltest.Told(t, "The clerk receives the delivery note from the beekeeper. The clerk enters the lot entry in the lot register. The inspector sends a recall demand to the clerk.")
	var got []string
	for _, r := range reading.NewReader().Read(m).Rows {
		got = append(got, fmt.Sprintf("%s: %s, in %v, out %v, %s", r.Data.Performer, r.Name, r.Data.Inputs, r.Data.Outputs, r.Data.Processing))
	}
	require.Equal(t, []string{
		"Clerk: receive delivery note, in [{delivery note Beekeeper false}], out [], no",
		"Clerk: enter lot entry, in [], out [{lot entry Lot register true}], yes",
		"Inspector: send recall demand, in [], out [{recall demand Clerk false}], no",
	}, got)
}

// A text as people write them: pronouns, verbs with particles, stores that are
// only known by what is done with them, and phrases that look like sentences.
func TestRowsOfASeason(t *testing.T) {
	m := modeltest.Told(t, `The glacier station collects measurements of three glaciers. A field party reads the stakes every two weeks and sends a stake reading to the data clerk.
Each stake reading consists of a stake number, a height and a date. The data clerk checks the stake reading and enters it in the season book. If a reading is implausible, the data clerk sends a query to the field party.
The weather service sends an hourly forecast to the forecaster. The forecaster looks up the season book, works out a melt forecast and sends it to the valley authority.
The porter carries the sledge. At the end of the season, the glaciologist takes the season record from the season book, computes the mass balance and sends an annual report to the research council.`)
	m = modeltest.Edit(t, m, []model.Change{&model.SetProject{Set: model.P("name", "Glacier station")}})
	read := reading.NewReader().Read(m)
	var got []string
	for _, r := range read.Rows {
		got = append(got, strings.Join([]string{r.Data.Performer, r.Name, activity.PrintData(r.Data.Inputs, "from"), activity.PrintData(r.Data.Outputs, "to"), string(r.Data.Processing)}, " | "))
	}
	require.Equal(t, []string{
		"Field party | read stake | stake |  | ",
		"Field party | send stake reading |  | stake reading to Data clerk | no",
		"Data clerk | check stake reading | stake reading |  | yes",
		"Data clerk | enter stake reading |  | stake reading to [Season book] | yes",
		"Data clerk | send query |  | query to Field party | no",
		"Weather service | send hourly forecast |  | hourly forecast to Forecaster | no",
		"Forecaster | look up season book | season book from [Season book] |  | yes",
		"Forecaster | work out melt forecast |  | melt forecast | yes",
		"Forecaster | send melt forecast |  | melt forecast to Valley authority | no",
		"Porter | carry sledge |  |  | no",
		"Glaciologist | take season record | season record from [Season book] |  | yes",
		"Glaciologist | compute mass balance |  | mass balance | yes",
		"Glaciologist | send annual report |  | annual report to Research council | no",
	}, got)
	stake := candidate(t, read, "noun stake reading")
	require.Equal(t, 3, stake.Count, "the one that consists of something, too")
	up := candidate(t, read, "verb look up season book")
	require.Equal(t, "look up", up.Lemma)
	changes, id, err := brief.AcceptChanges(m, up, model.Association, "", "s")
	require.NoError(t, err)
	require.Equal(t, "looks up", modeltest.Edit(t, m, changes).Relationship(id).Name)
	changes, id, err = brief.AcceptChanges(m, up, model.Process, "", "s")
	require.NoError(t, err)
	require.Equal(t, "look up season book", strings.ToLower(modeltest.Edit(t, m, changes).Element(id).Name))
}

func BenchmarkCandidatesOf20000Words(b *testing.B) {
	files, _ := filepath.Glob("testdata/*.txt")
	var words []string
	for _, f := range files {
		data, err := os.ReadFile(f)
		if err != nil {
			b.Fatal(err)
		}
		text, _, _ := strings.Cut(string(data), "\n---\n")
		words = append(words, text)
	}
	n := 0
	m := model.Empty("Long")
	for i := 0; n < 20_000; i++ {
		// Each copy differs, so that nothing is remembered from another one.
		text := strings.ReplaceAll(words[i%len(words)], ".", fmt.Sprintf(" %d.", i))
		id := model.ID(fmt.Sprintf("s%d", i))
		m = modeltest.Edit(b, m, []model.Change{&model.AddElement{ID: id, Kind: model.Section, Name: "Part"}})
		changes, err := brief.EditChanges(m, id, text, "x")
		if err != nil {
			b.Fatal(err)
		}
		m = modeltest.Edit(b, m, changes)
		n += len(strings.Fields(text))
	}
	for b.Loop() {
		reading.NewReader().Read(m)
	}
}

// Words that are seldom nouns are things where they are what something is done to.
func TestRareNounsAreCandidates(t *testing.T) {
	read := reading.NewReader().Read(modeltest.Told(t, "The ship's master signs the manifest. The master sends the manifest to the port office."))
	var names []string
	for _, c := range read.Candidates {
		if c.Word == brief.Noun {
			names = append(names, c.Name)
		}
	}
	require.ElementsMatch(t, []string{"manifest", "master", "port office", "ship's master"}, names)
}
