package check

import (
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// A name in testdata/names: what it names, and how it reads to a person.
type namedThing struct{ kind, verdict, name string }

func namesOfFile(t testing.TB, file string) []namedThing {
	data, err := os.ReadFile("testdata/names/" + file)
	require.NoError(t, err)
	var out []namedThing
	for line := range strings.Lines(string(data)) {
		cells := strings.SplitN(strings.TrimSpace(line), "|", 3)
		if strings.HasPrefix(line, "#") || len(cells) < 3 {
			continue
		}
		for name := range strings.SplitSeq(cells[2], ";") {
			out = append(out, namedThing{strings.TrimSpace(cells[0]), strings.TrimSpace(cells[1]), strings.TrimSpace(name)})
		}
	}
	return out
}

// flagged reports whether the rules speak of a name.
func (n namedThing) flagged() bool {
	if n.kind == "process" || n.kind == "use case" {
		return isNounPhrase(n.name)
	}
	return isVerbPhrase(n.name)
}

// judge counts what is right of the names that are clear, and false alarms on all.
func judge(t testing.TB, file string, tell bool) (clear, right, alarms int) {
	for _, n := range namesOfFile(t, file) {
		flagged := n.flagged()
		if n.verdict != "either" {
			clear++
			if flagged == (n.verdict == "wrong") {
				right++
			} else if tell {
				t.Logf("%s %q is %s", n.kind, n.name, n.verdict)
			}
		}
		if flagged && n.verdict != "wrong" {
			alarms++
			if tell && n.verdict == "either" {
				t.Logf("%s %q can be read both ways", n.kind, n.name)
			}
		}
	}
	return clear, right, alarms
}

func TestRulesOnWords(t *testing.T) {
	clear, right, alarms := judge(t, "known.txt", true)
	t.Logf("known: %d of %d right, %d false alarms", right, clear, alarms)
	require.GreaterOrEqual(t, right*100, clear*94)
	require.LessOrEqual(t, alarms, 1)
}

// The names that are set aside are measured: nobody looks at which of them are wrong.
func TestRulesOnWordsAside(t *testing.T) {
	clear, right, alarms := judge(t, "aside.txt", false)
	t.Logf("figure: names set aside: %d of %d clear ones right (wanted: 143 of 150), %d false alarms among 200 (wanted: 1 at most)", right, clear, alarms)
	require.GreaterOrEqual(t, right*150, clear*143)
	require.LessOrEqual(t, alarms, 1)
}
