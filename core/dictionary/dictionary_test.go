package dictionary_test

import (
	"fmt"
	"maps"
	"math/rand/v2"
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

// A name is found at any depth, once, and contents that hold themselves end.
func TestContentsHoldWhatTheyAreMadeOf(t *testing.T) {
	d := items(t, map[string]string{"order": "customer + {line}", "line": "part + quantity", "part": "[order | code]"})
	e, err := dictionary.Parse("order + remark")
	require.NoError(t, err)
	count := map[string]int{}
	holds := func(name string) bool {
		return d.Holds(e, func(n *dictionary.Expression) bool { count[n.Text]++; return n.Text == name })
	}
	require.True(t, holds("code"))
	require.True(t, holds("remark"))
	clear(count)
	require.False(t, holds("price"))
	require.Equal(t, map[string]int{"order": 1, "remark": 1, "customer": 1, "line": 1, "part": 1, "quantity": 1, "code": 1}, count)
	require.False(t, d.Holds(nil, func(*dictionary.Expression) bool { return true }), "no contents")
}

func TestWhatFollowsFromItems(t *testing.T) {
	m := model.Empty("Dictionary")
	add := func(name string, set model.Patch) model.Change {
		return &model.AddElement{ID: model.DeriveID(name), Kind: model.DataItem, Name: name, Set: set}
	}
	m, _, _, err := model.Edit(m, []model.Change{
		add("lot number", model.P("source", "created")),
		add("amount due", model.P("source", "derived", "from", []string{"mass", "price"})),
		add("statement", model.P("source", "derived", "from", []string{"amount due", "month"})),
		add("egg", model.P("source", "derived", "from", []string{"hen"})),
		add("hen", model.P("source", "derived", "from", []string{"egg"})),
	})
	require.NoError(t, err)
	d := dictionary.Of(m)
	both := d.From(d.Items("mass", "price"))
	require.True(t, both.Has(d.Key("lot number")), "a process creates it")
	require.True(t, both.Has(d.Key("amount due")))
	require.False(t, both.Has(d.Key("statement")), "the month is missing")
	require.False(t, both.Has(d.Key("egg")), "it follows only from itself")
	require.False(t, d.From(d.Items("mass")).Has(d.Key("amount due")))
}

// Whatever is worked out from whatever, also in circles, the same follows as when all
// derivations are gone through until nothing is added.
func TestWhatFollowsIsTheLeastSet(t *testing.T) {
	for seed := range 300 {
		random := rand.New(rand.NewPCG(uint64(seed), 7))
		const n = 12
		name := func(i int) string { return fmt.Sprintf("item %c", 'a'+i) }
		var changes []model.Change
		needs := map[int][]string{}
		created := map[int]bool{}
		for i := range n {
			set := model.P("source", "elementary")
			switch random.IntN(4) {
			case 0:
				created[i], set = true, model.P("source", "created")
			case 1, 2:
				for range 1 + random.IntN(3) {
					needs[i] = append(needs[i], name(random.IntN(n)))
				}
				set = model.P("source", "derived", "from", needs[i])
			}
			changes = append(changes, &model.AddElement{ID: model.DeriveID(name(i)), Kind: model.DataItem, Name: name(i), Set: set})
		}
		m, _, _, err := model.Edit(model.Empty("Dictionary"), changes)
		require.NoError(t, err)
		d := dictionary.Of(m)
		have := map[string]bool{d.Key(name(random.IntN(n))): true, d.Key(name(random.IntN(n))): true}
		least := maps.Clone(have)
		for grew := true; grew; {
			grew = false
			for i := range n {
				all := created[i] || len(needs[i]) > 0
				for _, need := range needs[i] {
					all = all && (created[i] || least[d.Key(need)])
				}
				if all && !least[d.Key(name(i))] {
					least[d.Key(name(i))], grew = true, true
				}
			}
		}
		follows := d.From(have)
		for _, i := range random.Perm(n) {
			require.Equal(t, least[d.Key(name(i))], follows.Has(d.Key(name(i))), "seed %d, %s", seed, name(i))
		}
	}
}
