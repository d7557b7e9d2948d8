package english_test

import (
	"os"
	"strings"
	"testing"
	"unicode"

	"github.com/stretchr/testify/require"

	"lexeon/core/english"
)

// wordsOf are the words of a name as it stands in code, in small letters.
func wordsOf(name string) []string {
	var b strings.Builder
	for _, r := range name {
		if unicode.IsUpper(r) {
			b.WriteByte(' ')
		}
		b.WriteRune(unicode.ToLower(r))
	}
	return strings.Fields(b.String())
}

func TestKindOfValue(t *testing.T) {
	for name, want := range map[string]english.ValueKind{
		"harvestDate": english.DateValue, "date": english.DateValue, "weight": english.DecimalValue, "numberOfHives": english.IntegerValue,
		"number": english.TextValue, "isOpen": english.BooleanValue, "closedAt": english.InstantValue, "pricePerJar": "", "price": english.MoneyValue,
		"colourOfLid": english.TextValue, "validFrom": english.DateValue, "maxJars": english.IntegerValue, "maxWeight": english.DecimalValue, "status": "", "grade": "", "is": "", "": "",
	} {
		require.Equal(t, want, english.KindOfValue(wordsOf(name)), name)
	}
}

// What is told is right; what is not told costs a click.
func TestKindsOfNamesThatWereSetAside(t *testing.T) {
	data, err := os.ReadFile("testdata/types_aside.txt")
	require.NoError(t, err)
	told, right, wanted := 0, 0, 0
	for line := range strings.SplitSeq(strings.TrimSpace(string(data)), "\n") {
		name, want, _ := strings.Cut(line, " ")
		if name == "#" {
			continue
		}
		got := english.KindOfValue(wordsOf(name))
		if want != "-" {
			wanted++
		}
		if got == "" {
			if want != "-" {
				t.Logf("%s: nothing, wanted %s", name, want)
			}
			continue
		}
		told++
		if string(got) == want {
			right++
		} else {
			t.Logf("%s: %s, wanted %s", name, got, want)
		}
	}
	t.Logf("%d of %d told are right, of %d to be told", right, told, wanted)
	require.GreaterOrEqual(t, right*100, told*90)
	require.GreaterOrEqual(t, right*100, wanted*75)
}
