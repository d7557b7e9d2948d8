package dictionary_test

import (
	"maps"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

func TestContentsAreReadAndPrinted(t *testing.T) {
	for text, printed := range map[string]string{
		"a":                              "a",
		"= lot number + mass":            "lot number + mass",
		"@ lot number + 2{ sample }5":    "@lot number + 2{sample}5",
		"[ jar | tin ] + ( remark )":     "[jar | tin] + (remark)",
		"{entry} *one a day*":            "{entry}",
		`"yes" + 1{grade + {note}}`:      `"yes" + 1{grade + {note}}`,
		"":                               "",
		"  *nothing yet*  ":              "",
		"floral   source\n+ harvest day": "floral source + harvest day",
		"[a + b | c] + {[d | e]}":        "[a + b | c] + {[d | e]}",
	} {
		e, err := dictionary.Parse(text)
		require.NoError(t, err, text)
		require.Equal(t, printed, e.String(), text)
		again, err := dictionary.Parse(e.String())
		require.NoError(t, err)
		require.Equal(t, e, again, text)
	}
}

func TestUnreadableContentsSayWhere(t *testing.T) {
	for text, message := range map[string]string{
		"a +":     "expected a name, found the end, at character 4",
		"a b [":   `expected + or the end, found "[", at character 5`,
		"[a | b":  "expected ], found the end, at character 7",
		"a b) c":  `expected + or the end, found ")", at character 4`,
		"{a}0":    "expected an upper bound of at least the lower one",
		"3{a}2":   "expected an upper bound of at least the lower one",
		"*a":      "the comment has no second *, at character 1",
		`"a`:      "the quoted value has no second quote",
		"a = b":   `expected + or the end, found "="`,
		"@":       "expected the name of a key",
		"5 + b":   "expected {",
		"a ++ b":  `expected a name, found "+"`,
		"2{a}3{b": "expected + or the end",
	} {
		_, err := dictionary.Parse(text)
		require.ErrorContains(t, err, message, text)
	}
	_, err := dictionary.Parse(string(slices.Repeat([]byte("("), 5000)))
	require.ErrorContains(t, err, "nested deeper")
}

func items(t *testing.T, contents map[string]string) *dictionary.Dictionary {
	t.Helper()
	m := model.Empty("Dictionary")
	var changes []model.Change
	for _, name := range slices.Sorted(maps.Keys(contents)) {
		set := model.P("contents", contents[name])
		if contents[name] == "-" {
			set = model.P("source", "elementary")
		}
		changes = append(changes, &model.AddElement{ID: model.DeriveID(name), Kind: model.DataItem, Name: name, Set: set})
	}
	m, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	return dictionary.Of(m)
}

func namesOf(d *dictionary.Dictionary, keys map[string]bool) []string {
	out := []string{}
	for k := range keys {
		out = append(out, d.NameOf(k))
	}
	slices.Sort(out)
	return out
}

func TestItemsAndRanges(t *testing.T) {
	d := items(t, map[string]string{
		"delivery note": "beekeeper number + 1{lot line}",
		"lot line":      "floral source + [mass | jar count] + (remark)",
		"floral source": "-",
		"part":          "name + {part}",
		"loop":          "loop + name",
	})
	require.Equal(t, []string{"beekeeper number", "floral source", "jar count", "mass", "remark"}, namesOf(d, d.Items("Delivery notes")))
	r := d.Ranges("delivery note")
	require.Equal(t, dictionary.Range{Min: 1, Max: 1}, r[d.Key("beekeeper number")])
	require.Equal(t, dictionary.Range{Min: 1, Max: dictionary.Many}, r[d.Key("floral source")])
	require.Equal(t, dictionary.Range{Min: 0, Max: dictionary.Many}, r[d.Key("mass")])
	require.Equal(t, dictionary.Range{Min: 0, Max: dictionary.Many}, r[d.Key("remark")])
	require.Equal(t, []string{"name"}, namesOf(d, d.Items("part")))
	require.Equal(t, []string{"loop"}, d.Endless(), "a part may have no parts, a loop never ends")
	require.Equal(t, []string{"lot line"}, d.Largest([]string{"delivery note"}, d.Items("lot line")))
	require.Equal(t, []string{"floral source", "mass"}, d.Largest([]string{"delivery note"}, d.Items("mass", "floral source")))
}

func TestClosureFollowsDerivations(t *testing.T) {
	m := model.Empty("Dictionary")
	add := func(name string, set model.Patch) model.Change {
		return &model.AddElement{ID: model.DeriveID(name), Kind: model.DataItem, Name: name, Set: set}
	}
	m, _, _, err := model.Edit(m, []model.Change{
		add("lot number", model.P("source", "created")),
		add("amount due", model.P("source", "derived", "from", []string{"mass", "price"})),
		add("statement", model.P("source", "derived", "from", []string{"amount due", "month"})),
	})
	require.NoError(t, err)
	d := dictionary.Of(m)
	require.Equal(t, []string{"amount due", "lot number", "mass", "price"}, namesOf(d, d.Closure(d.Items("mass", "price"))))
	require.Equal(t, []string{"lot number", "mass"}, namesOf(d, d.Closure(d.Items("mass"))))
}
