package reading_test

import (
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/brief"
	"lexeon/core/brief/reading"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// Briefs in different styles and trades, each with what a careful reader takes from it: nouns,
// who acts, what they do with which data, and what is said of things. Those in the folder
// "aside" were written at the same time and are only measured: nothing is made to fit them.

// tally counts what was wanted, what was found, and what of it meets.
type tally struct{ wanted, found, right int }

func (s tally) recall() float64    { return float64(s.right) / float64(max(1, s.wanted)) }
func (s tally) precision() float64 { return float64(s.right) / float64(max(1, s.found)) }

func (s *tally) count(t testing.TB, what string, show bool, wanted, found []string) {
	for _, f := range found {
		if slices.Contains(wanted, f) {
			s.right++
		} else if show {
			t.Logf("    %s too much: %s", what, f)
		}
	}
	for _, w := range wanted {
		if !slices.Contains(found, w) && show {
			t.Logf("    %s missed: %s", what, w)
		}
	}
	s.wanted += len(wanted)
	s.found += len(found)
}

type measures struct{ nouns, performers, activities, relations tally }

func measure(t testing.TB, files []string, show bool) (s measures) {
	reader := reading.NewReader()
	for _, file := range files {
		data, err := os.ReadFile(file)
		require.NoError(t, err)
		text, truth, ok := strings.Cut(string(data), "\n---\n")
		require.True(t, ok, file)
		nouns, performers, activities, relations := truthOf(truth)
		m := modeltest.Told(t, text)
		read := reader.Read(m)
		if show {
			t.Log(filepath.Base(file))
		}
		var names []string
		for _, c := range read.Candidates {
			if c.Word == brief.Noun {
				names = append(names, model.NormalForm(c.Name))
			}
		}
		s.nouns.count(t, "noun", show, nouns, names)
		var who, done []string
		for _, r := range read.Rows {
			who = append(who, model.NormalForm(r.Data.Performer))
			done = append(done, rowForms(r.Data.Performer, r.Name, r.Data.Inputs, r.Data.Outputs)...)
		}
		s.performers.count(t, "performer", show, performers, unique(who))
		s.activities.count(t, "activity", show, activities, unique(done))
		var said []string
		for _, list := range read.Proposals {
			for _, p := range list {
				said = append(said, relationForms(p)...)
			}
		}
		slices.Sort(said)
		s.relations.count(t, "relation", show, relations, unique(said))
	}
	return s
}

func unique(list []string) []string {
	list = slices.Clone(list)
	slices.Sort(list)
	return slices.Compact(list)
}

func rowForms(performer, name string, in, out []model.Datum) []string {
	lead := model.NormalForm(performer) + " | " + model.NormalForm(name)
	forms := []string{lead}
	for _, d := range in {
		forms = append(forms, lead+" | in "+model.NormalForm(d.Data)+" < "+model.NormalForm(d.With))
	}
	for _, d := range out {
		forms = append(forms, lead+" | out "+model.NormalForm(d.Data)+" > "+model.NormalForm(d.With))
	}
	return forms
}

// relationForms is a statement without quotes; attributes are told one by one.
func relationForms(s string) (out []string) {
	s = strings.ToLower(strings.ReplaceAll(s, `"`, ""))
	for _, has := range []string{" has the attributes ", " has the attribute "} {
		if of, names, ok := strings.Cut(s, has); ok {
			for n := range strings.SplitSeq(names, ", ") {
				out = append(out, of+" has "+n)
			}
			return out
		}
	}
	return []string{s}
}

func truthOf(truth string) (nouns, performers, activities, relations []string) {
	part := ""
	for line := range strings.SplitSeq(truth, "\n") {
		line = strings.TrimSpace(line)
		switch {
		case line == "":
		case strings.HasPrefix(line, "nouns:"):
			for n := range strings.SplitSeq(strings.TrimPrefix(line, "nouns:"), ";") {
				nouns = append(nouns, model.NormalForm(n))
			}
		case strings.HasPrefix(line, "performers:"):
			for n := range strings.SplitSeq(strings.TrimPrefix(line, "performers:"), ";") {
				performers = append(performers, model.NormalForm(n))
			}
		case line == "activities:" || line == "relations:":
			part = line
		case part == "activities:":
			fields := strings.SplitN(line, "|", 3)
			var in, out []model.Datum
			if len(fields) == 3 {
				for d := range strings.SplitSeq(fields[2], ",") {
					d = strings.TrimSpace(d)
					if rest, ok := strings.CutPrefix(d, "in "); ok {
						data, with, _ := strings.Cut(rest, "<")
						in = append(in, model.Datum{Data: data, With: with})
					} else if rest, ok := strings.CutPrefix(d, "out "); ok {
						data, with, _ := strings.Cut(rest, ">")
						out = append(out, model.Datum{Data: data, With: with})
					}
				}
			}
			activities = append(activities, rowForms(fields[0], fields[1], in, out)...)
		case part == "relations:":
			relations = append(relations, relationForms(line)...)
		}
	}
	return unique(nouns), unique(performers), unique(activities), unique(relations)
}

func (s measures) log(t testing.TB, name string) {
	for _, x := range []struct {
		what string
		tally
	}{{"nouns", s.nouns}, {"performers", s.performers}, {"activities", s.activities}, {"relations", s.relations}} {
		t.Logf("%-8s %-11s recall %.2f  precision %.2f  (%d wanted, %d found)", name, x.what, x.recall(), x.precision(), x.wanted, x.found)
	}
}

func briefs(t testing.TB, pattern string) []string {
	files, err := filepath.Glob(pattern)
	require.NoError(t, err)
	require.NotEmpty(t, files)
	return files
}

func TestWhatIsTakenFromBriefs(t *testing.T) {
	known := measure(t, briefs(t, "testdata/briefs/*.txt"), os.Getenv("SHOW") != "")
	aside := measure(t, briefs(t, "testdata/briefs/aside/*.txt"), false)
	known.log(t, "known")
	aside.log(t, "aside")
	for what, x := range map[string]struct {
		tally
		recall, precision float64
	}{
		"nouns": {aside.nouns, 0.95, 0.92}, "activities": {aside.activities, 0.8, 0.8}, "relations": {aside.relations, 0.85, 0.9}, "performers": {aside.performers, 0.9, 0.9},
	} {
		require.GreaterOrEqual(t, x.tally.recall(), x.recall, what)
		require.GreaterOrEqual(t, x.tally.precision(), x.precision, what)
	}
}

// BenchmarkBriefs prints how well briefs are read that were set aside, and how fast.
func BenchmarkBriefs(b *testing.B) {
	files := briefs(b, "testdata/briefs/aside/*.txt")
	var s measures
	for b.Loop() {
		s = measure(b, files, false)
	}
	for name, x := range map[string]tally{"nouns": s.nouns, "performers": s.performers, "activities": s.activities, "relations": s.relations} {
		b.ReportMetric(x.recall(), name+"-recall")
		b.ReportMetric(x.precision(), name+"-precision")
	}
}
