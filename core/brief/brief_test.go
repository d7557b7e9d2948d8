package brief_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/brief"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func TestSplitIntoSentences(t *testing.T) {
	pieces, err := brief.Split("# Intake\n\nA beekeeper delivers a lot, e.g. 40 kg.\nDr. Moor weighs it!  Is it\nmoist?\n\n- number\n- mass in kg\n\n## Grading\r\nLots are graded.")
	require.NoError(t, err)
	require.Equal(t, []brief.Piece{
		{Text: "Intake", Break: model.Heading},
		{Text: "A beekeeper delivers a lot, e.g. 40 kg.", Break: model.Paragraph}, {Text: "Dr. Moor weighs it!"}, {Text: "Is it moist?"},
		{Text: "number", Break: model.ListEntry}, {Text: "mass in kg", Break: model.ListEntry},
		{Text: "Grading", Break: model.Heading}, {Text: "Lots are graded.", Break: model.Paragraph},
	}, pieces)
	for text, message := range map[string]string{
		"fine\nnot \xff fine":                    "Line 2 holds characters that are not UTF-8",
		strings.Repeat("All is well. ", 120_000): "1.5 MB: a section of the brief takes at most 1 MB",
		strings.Repeat("All is well.\n\n", 3000): "3000 sentences",
	} {
		_, err := brief.Split(text)
		require.ErrorContains(t, err, message)
	}
	pieces, err = brief.Split(strings.Repeat("word ", 1000))
	require.NoError(t, err)
	for _, p := range pieces {
		require.LessOrEqual(t, len([]rune(p.Text)), 2000)
	}
}

func texts(m *model.Model) (out []string) {
	for _, s := range brief.Sentences(m) {
		out = append(out, s.Sentence().Text)
	}
	return out
}

func TestEditedTextsKeepTheirSentences(t *testing.T) {
	m := modeltest.Told(t, "A hive stands in an apiary. A beekeeper keeps an apiary. The clerk weighs each lot. Lots get a grade.")
	ids := map[string]model.ID{}
	for _, s := range brief.Sentences(m) {
		ids[s.Sentence().Text] = s.ID
	}
	section := "A beekeeper keeps an apiary. The intake clerk weighs each lot. Rejected lots go back. Lots get a grade. A hive stands in an apiary."
	changes, err := brief.EditChanges(m, "s", section, "second")
	require.NoError(t, err)
	next := modeltest.Edit(t, m, changes)
	require.Equal(t, section, strings.Join(texts(next), " "))
	require.Equal(t, section, brief.Text(next.Children("s")))
	after := map[string]model.ID{}
	for _, s := range brief.Sentences(next) {
		after[s.Sentence().Text] = s.ID
	}
	require.Equal(t, ids["A beekeeper keeps an apiary."], after["A beekeeper keeps an apiary."])
	require.Equal(t, ids["The clerk weighs each lot."], after["The intake clerk weighs each lot."], "it was edited")
	require.Equal(t, ids["Lots get a grade."], after["Lots get a grade."])
	require.Equal(t, ids["A hive stands in an apiary."], after["A hive stands in an apiary."], "it was moved")
	require.NotContains(t, []model.ID{ids["The clerk weighs each lot."], ids["Lots get a grade."]}, after["Rejected lots go back."])
	none, err := brief.EditChanges(next, "s", section, "third")
	require.NoError(t, err)
	require.Empty(t, none, "the same text changes nothing")
}

// Property: whatever a text is edited into, the section says it, and what did
// not change keeps its identity.
func TestAnyEditArrives(t *testing.T) {
	all := []string{"One hive stands here.", "Two hives stand there.", "The clerk weighs a lot.", "The clerk weighs the lot.", "# Heads", "- an entry", "Blends are mixed.", "A jar is filled."}
	rnd := uint64(7)
	next := func(n int) int { rnd = rnd*6364136223846793005 + 1442695040888963407; return int(rnd>>33) % n }
	m := modeltest.Told(t, "Start here.")
	for step := range 120 {
		var lines []string
		for range next(9) {
			lines = append(lines, all[next(len(all))])
		}
		text := strings.Join(lines, "\n\n")
		pieces, err := brief.Split(text)
		require.NoError(t, err)
		before := map[model.ID]string{}
		for _, s := range brief.Sentences(m) {
			before[s.ID] = s.Sentence().Text
		}
		changes, err := brief.EditChanges(m, "s", text, fmt.Sprint(step))
		require.NoError(t, err)
		m = modeltest.Edit(t, m, changes)
		var got []brief.Piece
		kept := 0
		for _, s := range m.Children("s") {
			got = append(got, brief.Piece{Text: s.Sentence().Text, Break: s.Sentence().Break})
			if _, was := before[s.ID]; was {
				kept++
			}
		}
		require.Equal(t, len(pieces), len(got))
		for i := range got {
			require.Equal(t, pieces[i], got[i])
		}
		again, err := brief.Split(brief.Text(m.Children("s")))
		require.NoError(t, err)
		require.Equal(t, pieces, again, "the text that is shown for editing says the same")
		equal := 0
		left := map[string]int{}
		for _, text := range before {
			left[text]++
		}
		for _, p := range pieces {
			if left[p.Text] > 0 {
				left[p.Text]--
				equal++
			}
		}
		require.GreaterOrEqual(t, kept, equal, "step %d", step)
	}
}

func TestPartsOfAnUploadedText(t *testing.T) {
	require.Equal(t, []brief.Part{{Title: "brief.md", Text: "Before.\n"}, {Title: "Intake", Text: "\nLots come in.\n### Weighing\nThey are weighed.\n"}},
		brief.Parts("Before.\n# Intake\r\n\nLots come in.\n### Weighing\nThey are weighed.\n## Empty\n", "brief.md"))
}

// A sentence is covered by what it says: things alone are half of it.
func TestCoverIsWhatASentenceSays(t *testing.T) {
	m := modeltest.Told(t, "A beekeeper keeps hives. There is honey.")
	sentences := brief.Sentences(m)
	first, second := sentences[0], sentences[1]
	require.Equal(t, brief.Absent, brief.CoverOf(m, first.Element))
	m = modeltest.Edit(t, m, []model.Change{
		&model.AddElement{ID: "keeper", Kind: model.Class, Name: "Beekeeper"}, &model.AddElement{ID: "hive", Kind: model.Class, Name: "Hive"}, &model.AddElement{ID: "honey", Kind: model.Class, Name: "Honey"},
		&model.Connect{ID: "t1", Kind: model.Trace, Source: "keeper", Target: first.ID}, &model.Connect{ID: "t2", Kind: model.Trace, Source: "hive", Target: first.ID},
		&model.Connect{ID: "t3", Kind: model.Trace, Source: "honey", Target: second.ID},
	})
	require.Equal(t, brief.Things, brief.CoverOf(m, first.Element), "what the beekeeper does is not there")
	require.Equal(t, brief.Whole, brief.CoverOf(m, second.Element), "it says no more")
	c := brief.CoverageOf(m, "")
	require.Equal(t, []int{2, 1, 1}, []int{c.Sentences, c.Covered, c.Partly})
	related := modeltest.Edit(t, m, []model.Change{&model.Connect{ID: "keeps", Kind: model.Association, Name: "keeps", Ends: []model.NewEnd{{ID: "a", Type: "keeper"}, {ID: "b", Type: "hive"}}}})
	require.Equal(t, brief.Whole, brief.CoverOf(related, first.Element), "the two are related")
	row := modeltest.Edit(t, m, []model.Change{&model.AddElement{ID: "row", Kind: model.Activity, Name: "keep hives"}, &model.Connect{ID: "t4", Kind: model.Trace, Source: "row", Target: first.ID}})
	require.Equal(t, brief.Whole, brief.CoverOf(row, first.Element), "the activity stems from it")
}
