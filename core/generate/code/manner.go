package code

import (
	"strings"
	"unicode"
	"unicode/utf8"

	"golang.org/x/text/unicode/norm"

	"lexeon/core/model"
)

// Manner is how a language writes a name of several words.
type Manner func(words []string) string

// UpperCamel: HoneyLot.
func UpperCamel(words []string) string {
	var b strings.Builder
	for _, w := range words {
		b.WriteString(upperFirst(w))
	}
	return b.String()
}

// LowerCamel: honeyLot.
func LowerCamel(words []string) string {
	if len(words) == 0 {
		return ""
	}
	return words[0] + UpperCamel(words[1:])
}

// Snake: honey_lot.
func Snake(words []string) string { return strings.Join(words, "_") }

// Screaming: HONEY_LOT.
func Screaming(words []string) string { return strings.ToUpper(strings.Join(words, "_")) }

// Joined: honeylot.
func Joined(words []string) string { return strings.Join(words, "") }

// Kebab: honey-lot.
func Kebab(words []string) string { return strings.Join(words, "-") }

func upperFirst(w string) string {
	r, n := utf8.DecodeRuneInString(w)
	return string(unicode.ToUpper(r)) + w[n:]
}

// longest is how long a name in code may become, in bytes: file systems take 255 with an ending.
const longest = 100

// wordsOf are the words of a name with what every language takes in a name: letters of the Basic
// Multilingual Plane and digits, in normal form KC, since Python compares names in that (PEP 3131). A
// digit does not stand first.
func wordsOf(name, fallback string) []string {
	var out []string
	length := 0
	for _, w := range model.Words(norm.NFKC.String(name)) {
		w = strings.Map(func(r rune) rune {
			if r <= 0xffff && unicode.In(r, unicode.L, unicode.Nd) && (r < 0x80 || !unicode.In(r, unicode.Lm)) && (r < 0x80 || unicode.In(r, plainScripts...)) {
				return r
			}
			return -1
		}, strings.ToLower(w))
		if length+len(w) > longest {
			break
		}
		if w != "" {
			out, length = append(out, w), length+len(w)
		}
	}
	if len(out) == 0 {
		out = []string{fallback}
	}
	if r, _ := utf8.DecodeRuneInString(out[0]); unicode.IsDigit(r) {
		out = append([]string{"x"}, out...)
		out[0], out = out[0]+out[1], append(out[:1], out[2:]...)
	}
	return out
}

// told are the words of the name that was asked about last: what belongs to a member asks several times in a row.
type told struct {
	name, fallback string
	words          []string
}

func (t *told) of(name, fallback string) []string {
	if t.words == nil || t.name != name || t.fallback != fallback {
		*t = told{name, fallback, wordsOf(name, fallback)}
	}
	return t.words
}

// plainScripts are those whose letters all languages have known for long.
var plainScripts = []*unicode.RangeTable{unicode.Latin, unicode.Greek, unicode.Cyrillic, unicode.Han, unicode.Hiragana, unicode.Katakana, unicode.Hangul,
	unicode.Arabic, unicode.Hebrew, unicode.Devanagari, unicode.Thai, unicode.Armenian, unicode.Georgian}

// scope hands out names that differ.
type scope map[string]bool

func (s scope) take(want string) string {
	name := want
	for i := 2; s[name]; i++ {
		name = want + itoa(i)
	}
	s[name] = true
	return name
}
