package model

import (
	"strings"
	"unicode"
)

// Words splits a name at spaces, punctuation and changes of case:
// "HoneyLots", "honey lots" and "Honey-Lots" give honey, lots (lower case).
func Words(name string) []string {
	if isASCII(name) {
		return asciiWords(name)
	}
	var words []string
	var cur []rune
	flush := func() {
		if len(cur) > 0 {
			words = append(words, strings.ToLower(string(cur)))
			cur = nil
		}
	}
	runes := []rune(name)
	for i, r := range runes {
		switch {
		case !unicode.IsLetter(r) && !unicode.IsDigit(r) && !unicode.IsMark(r):
			flush()
			continue
		case unicode.IsUpper(r) && i > 0:
			prevLower := unicode.IsLower(runes[i-1]) || unicode.IsDigit(runes[i-1])
			nextLower := i+1 < len(runes) && unicode.IsLower(runes[i+1])
			if prevLower || unicode.IsUpper(runes[i-1]) && nextLower {
				flush()
			}
		}
		cur = append(cur, r)
	}
	flush()
	return words
}

// asciiWords is Words of a text in which each character is one byte: the words are pieces of
// one text in lower case, so that nothing is copied for each.
func asciiWords(name string) []string {
	is := func(i int, low, high byte) bool { return i < len(name) && low <= name[i] && name[i] <= high }
	lower := strings.ToLower(name)
	words := make([]string, 0, 4)
	begin := -1
	end := func(i int) {
		if begin >= 0 {
			words = append(words, lower[begin:i])
		}
		begin = -1
	}
	for i := range len(name) {
		capital := is(i, 'A', 'Z')
		switch {
		case !capital && !is(i, 'a', 'z') && !is(i, '0', '9'):
			end(i)
			continue
		case capital && begin >= 0 && (!is(i-1, 'A', 'Z') || is(i+1, 'a', 'z')):
			end(i)
		}
		if begin < 0 {
			begin = i
		}
	}
	end(len(name))
	if len(words) == 0 {
		return nil
	}
	return words
}

func isASCII(s string) bool {
	for i := range len(s) {
		if s[i] >= 0x80 {
			return false
		}
	}
	return true
}

// Capital is a text with its first letter as a capital.
func Capital(s string) string {
	r := []rune(s)
	if len(r) == 0 {
		return s
	}
	return string(unicode.ToUpper(r[0])) + string(r[1:])
}

// NormalForm is the form in which names meet: lower case words, the last one
// singular, joined by single spaces. Names without letters or digits keep their
// own text, so that they do not all meet.
func NormalForm(name string) string {
	words := Words(name)
	if len(words) == 0 {
		return strings.TrimSpace(name)
	}
	words[len(words)-1] = Singular(words[len(words)-1])
	return strings.Join(words, " ")
}

var irregularPlurals = map[string]string{
	"people": "person", "children": "child", "men": "man", "women": "woman",
	"feet": "foot", "teeth": "tooth", "mice": "mouse", "geese": "goose",
	"indices": "index", "vertices": "vertex", "matrices": "matrix",
	"criteria": "criterion", "phenomena": "phenomenon", "analyses": "analysis",
	"bases": "basis", "axes": "axis", "crises": "crisis", "theses": "thesis",
	"leaves": "leaf", "halves": "half", "shelves": "shelf", "lives": "life",
	"knives": "knife", "loaves": "loaf", "data": "data", "series": "series",
	"species": "species", "lenses": "lens", "gases": "gas", "aliases": "alias", "canvases": "canvas",
	"atlases": "atlas", "biases": "bias", "irises": "iris", "buses": "bus", "news": "news",
	"oases": "oasis", "diagnoses": "diagnosis", "hypotheses": "hypothesis", "syntheses": "synthesis", "parentheses": "parenthesis", "emphases": "emphasis",
	"oxen": "ox", "wolves": "wolf", "calves": "calf", "wives": "wife", "thieves": "thief", "scarves": "scarf", "wharves": "wharf",
	"potatoes": "potato", "tomatoes": "tomato", "heroes": "hero", "echoes": "echo", "cargoes": "cargo", "vetoes": "veto", "torpedoes": "torpedo",
	"sheep": "sheep", "deer": "deer", "aircraft": "aircraft", "spacecraft": "spacecraft", "hovercraft": "hovercraft", "fish": "fish", "offspring": "offspring",
	"trousers": "trousers", "scissors": "scissors", "goods": "goods", "takings": "takings", "premises": "premises", "savings": "savings", "earnings": "earnings",
	"clothes": "clothes", "pliers": "pliers", "tongs": "tongs", "tweezers": "tweezers", "proceeds": "proceeds", "belongings": "belongings",
	"movies": "movie", "cookies": "cookie", "zombies": "zombie", "calories": "calorie", "prairies": "prairie", "selfies": "selfie", "rookies": "rookie", "hoodies": "hoodie",
	"budgies": "budgie", "bogies": "bogie", "collies": "collie", "menageries": "menagerie", "patisseries": "patisserie", "brownies": "brownie", "smoothies": "smoothie",
	"means": "means", "headquarters": "headquarters", "crossroads": "crossroads", "equipment": "equipment", "software": "software", "staff": "staff",
	"shoes": "shoe", "toes": "toe", "canoes": "canoe", "stimuli": "stimulus", "radii": "radius", "fungi": "fungus", "nuclei": "nucleus", "formulae": "formula",
	"larvae": "larva", "appendices": "appendix", "addenda": "addendum", "errata": "erratum", "media": "medium", "strata": "stratum", "curricula": "curriculum",
}

// notMen and notMan end like men and man, and are none.
var (
	notMen = map[string]bool{"specimen": true, "regimen": true, "abdomen": true, "acumen": true, "bitumen": true, "albumen": true, "stamen": true, "cyclamen": true}
	notMan = map[string]bool{"human": true, "german": true, "shaman": true, "talisman": true, "ottoman": true, "caiman": true, "norman": true, "roman": true}
)

var irregularSingulars = func() map[string]string {
	m := map[string]string{}
	for p, s := range irregularPlurals {
		if old, ok := m[s]; !ok || p < old {
			m[s] = p
		}
	}
	return m
}()

// Singular gives the singular of an English noun in lower case, or the word
// itself where it does not look like a plural.
func Singular(w string) string {
	if s, ok := irregularPlurals[w]; ok {
		return s
	}
	if _, ok := irregularSingulars[w]; ok { // lens
		return w
	}
	switch {
	case strings.HasSuffix(w, "men") && len(w) > 5 && !notMen[w]: // linesmen
		return w[:len(w)-3] + "man"
	case len(w) > 4 && strings.HasSuffix(w, "ies"):
		return w[:len(w)-3] + "y"
	case hasAnySuffix(w, "sses", "shes", "ches", "xes", "zzes"):
		return w[:len(w)-2]
	case hasAnySuffix(w, "ss", "us", "is") || len(w) < 4 || !strings.HasSuffix(w, "s"):
		return w
	case strings.HasSuffix(w, "uses") && !hasAnySuffix(w, "ouses", "auses", "fuses", "excuses") && w != "uses": // buses, statuses; but warehouses, clauses
		return w[:len(w)-2]
	}
	return w[:len(w)-1]
}

// Plural gives the regular plural of an English noun, keeping the manner of
// writing of what comes before its last word: "HoneyLot" gives "HoneyLots".
func Plural(name string) string {
	words := Words(name)
	if len(words) == 0 {
		return name
	}
	last := words[len(words)-1]
	if len(last) > len(name) || !strings.EqualFold(name[len(name)-len(last):], last) {
		return name
	}
	head := name[:len(name)-len(last)]
	tail := name[len(name)-len(last):]
	if Singular(last) != last {
		return name // a plural already
	}
	if p, ok := irregularSingulars[last]; ok {
		return head + tail[:1] + p[1:]
	}
	switch {
	case strings.HasSuffix(last, "man") && len(last) > 5 && !notMan[last]:
		return head + tail[:len(tail)-3] + "men"
	case strings.HasSuffix(last, "y") && len(last) > 1 && !strings.ContainsRune("aeiou", rune(last[len(last)-2])):
		return head + tail[:len(tail)-1] + "ies"
	case hasAnySuffix(last, "s", "sh", "ch", "x", "z"):
		return head + tail + "es"
	}
	return head + tail + "s"
}

func hasAnySuffix(w string, suffixes ...string) bool {
	for _, s := range suffixes {
		if strings.HasSuffix(w, s) {
			return true
		}
	}
	return false
}

// Stems are the words of a text in the singular, parted by spaces: two texts that
// speak of the same have the same.
func Stems(text string) string {
	words := Words(text)
	for i := range words {
		words[i] = Singular(words[i])
	}
	return strings.Join(words, " ")
}
