package visible_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"unicode/utf8"

	"github.com/stretchr/testify/require"

	"lexeon/core/visible"
)

func TestText(t *testing.T) {
	for in, want := range map[string]string{
		"":                        "",
		"Blast log":               "Blast log",
		"a\tb\nc":                 "a\tb\nc",
		"Red\x1b[31m":             "Red‹U+001B›[31m",
		"pay\u202eeerf":           "pay‹U+202E›eerf",
		"Zero\u200bwidth":         "Zero‹U+200B›width",
		"\ufefftext":              "‹U+FEFF›text",
		"soft\u00adhyphen":        "soft‹U+00AD›hyphen",
		"می\u200cخواهم":           "می\u200cخواهم", // a joiner that Persian needs
		"👩\u200d🔧":                "👩\u200d🔧",
		"Größe, 漢字, Ωμέγα, naïve": "Größe, 漢字, Ωμέγα, naïve",
		"bad\xffbyte":             "bad\ufffdbyte",
		"tag\U000e0041":           "tag‹U+E0041›",
		"\u0085next":              "‹U+0085›next",
	} {
		require.Equal(t, want, visible.Text(in), "%q", in)
		require.Equal(t, visible.Text(in), visible.Text(visible.Text(in)), "what is shown is shown as it is")
		require.False(t, strings.ContainsFunc(visible.Text(in), visible.Hidden))
	}
}

func TestWriter(t *testing.T) {
	var b bytes.Buffer
	n, err := fmt.Fprintf(visible.Writer(&b), "class %s\n", "X\x1b]0;title\x07")
	require.NoError(t, err)
	require.Equal(t, len("class X\x1b]0;title\x07\n"), n, "what was taken, not what was written")
	require.Equal(t, "class X‹U+001B›]0;title‹U+0007›\n", b.String())
}

func TestLoneSurrogate(t *testing.T) {
	for in, want := range map[string]int{
		`{"a": "plain"}`:            -1,
		`{"a": "\ud83d\ude00"}`:     -1,
		`{"a": "\uD83D\uDE00 x"}`:   -1,
		`{"a": "\ud800"}`:           7,
		`{"a": "\ud800x"}`:          7,
		`{"a": "x\udc00"}`:          8,
		`{"a": "\ud800\u0041"}`:     7,
		`{"a": "\\ud800"}`:          -1, // a backslash and letters
		`{"a": "\\\ud800"}`:         9,
		`{"a": "\u00e9\n\t"}`:       -1,
		`{"a": "\ud83d\ude00\ud8"}`: -1, // no escape at all: the reader says so
		`\`:                         -1,
		``:                          -1,
	} {
		require.Equal(t, want, visible.LoneSurrogate([]byte(in)), in)
	}
}

// Whatever the reader replaces in JSON is found, and nothing else is.
func FuzzLoneSurrogate(f *testing.F) {
	f.Add("a\\ud800b")
	f.Add("\\ud83d\\ude00")
	f.Fuzz(func(t *testing.T, inside string) {
		var s string
		raw := []byte(`"` + inside + `"`)
		if !utf8.Valid(raw) || strings.Contains(inside, "\ufffd") || strings.Contains(strings.ToLower(inside), "fffd") || json.Unmarshal(raw, &s) != nil {
			return
		}
		require.Equal(t, strings.Contains(s, "\ufffd"), visible.LoneSurrogate(raw) >= 0, "%q", inside)
	})
}
