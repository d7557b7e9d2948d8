package reading

import (
	"strings"

	"lexeon/core/brief"
	"lexeon/core/english"
	"lexeon/core/model"
)

// nounPhrase is a run of words that names something.
type nounPhrase struct {
	from, to int // tokens, to excluded
	words    []string
	head     int    // where in words the nouns begin, after the adjectives
	plural   bool   // its last word
	determin string // a, the, each …, or "" before it
	number   string // a number or quantifier in words before it
}

// name is the phrase in lower case, its last word in the singular.
func (p nounPhrase) name() string { return p.from0(0) }

// bare is the phrase without its adjectives.
func (p nounPhrase) bare() string { return p.from0(p.head) }

func (p nounPhrase) from0(i int) string {
	words := append([]string{}, p.words[i:]...)
	words[len(words)-1] = model.Singular(words[len(words)-1])
	return strings.Join(words, " ")
}

// genericAdjectives tell nothing of what a thing is.
var genericAdjectives = english.Set(`new old other same different certain such own next last first second third previous following many much few several own possible
	necessary available additional further various whole entire current present particular specific single individual actual correct wrong good bad big small
	large little high low long short early late later earlier full empty common usual regular main important simple complete separate similar suitable own
	responsible able ready due sure least most more less only another each every all both any some no one two three four five six seven eight nine ten
	unknown undecided written broken heavy incomplete faulty defective damaged missing valid invalid incorrect overdue unpaid urgent
	unused unfinished latest usable useless`)

// genericNouns are no concepts of anybody's domain.
var genericNouns = english.Set(`thing way kind sort example case fact rest end need use set pair piece bit turn hand side top bottom help
	basis respect addition place beginning middle question problem idea everything something anything nothing
	everyone somebody anybody nobody one other others it itself themselves himself herself none half dozen hundred thousand today
	tomorrow yesterday moment while detail details both either neither number majority minute percent half-hour time kg km percentage-point etc`)

// when are nouns that say when something happens, and name nothing where they stand alone.
var when = english.Set("day night morning afternoon evening noon midnight week month year monday tuesday wednesday thursday friday saturday sunday weekend")

// keepNumber: "number" is a concept where it is no count: "lot number".
func isConcept(p nounPhrase, next string) bool {
	name := p.bare()
	if name == "order" && next == "to" { // in order to
		return false
	}
	if when[name] && len(p.words) == 1 {
		return false
	}
	if genericNouns[name] {
		// "the time of lighting", but not "all the time"; a lot number, but not a number of lots
		return name == "time" && next == "of" || name == "number" && next != "of"
	}
	last := p.words[len(p.words)-1]
	if len(p.words)-p.head == 1 && len([]rune(last)) < 2 {
		return false
	}
	for _, r := range last {
		if r >= '0' && r <= '9' {
			return false
		}
	}
	return true
}

// knit makes a noun of a participle that ends a phrase which the brief or the
// lexicon knows: "each stake reading consists" where there is "a stake reading".
func knit(toks []token, known map[string]bool) []token {
	var out []token
	for i := 1; i < len(toks); i++ {
		if toks[i].tag != "VBG" || !toks[i-1].noun() {
			continue
		}
		for from := i - 1; from >= 0 && from >= i-3; from-- {
			words := []string{}
			for _, t := range toks[from : i+1] {
				words = append(words, t.lower)
			}
			if known[strings.Join(words, " ")] {
				if out == nil { // what is remembered of the sentence stays
					out = append(out, toks...)
				}
				out[i].tag = "NN"
			}
		}
	}
	if out == nil {
		return toks
	}
	return out
}

// nounPhrases finds the noun phrases of a sentence, from left to right.
func nounPhrases(toks []token) []nounPhrase {
	var out []nounPhrase
	for i := 0; i < len(toks); {
		j, head := i, -1
		var words []string
		properOnly := false // so far, only names
		for j < len(toks) {
			t := toks[j]
			switch {
			case t.tag == "POS" && head >= 0 && len(words) > 0 && j+1 < len(toks) && toks[j+1].noun(): // the ship's master
				words[len(words)-1] += t.lower
				j++
				continue
			case t.noun() && head < 0 && genericAdjectives[t.lower] && j+1 < len(toks) && toks[j+1].noun(): // taken for a name where it begins the sentence
				words, i = nil, j+1
				j++
				continue
			case t.noun() && isWord(t.text):
				if head >= 0 && properOnly && t.tag != "NNP" && t.tag != "NNPS" { // "Gull Rock lighthouse" is a lighthouse
					words, i, head = nil, j, 0
				}
				if head < 0 {
					head, properOnly = len(words), true
				}
				properOnly = properOnly && (t.tag == "NNP" || t.tag == "NNPS")
			case head < 0 && (t.tag == "JJ" || t.tag == "VBN" || t.tag == "VBG") && isWord(t.text) && leadsToNoun(toks, j):
				if genericAdjectives[t.lower] || t.tag == "VBN" || t.tag == "VBG" && i == j && j > 0 && toks[j-1].tag != "DT" && !strings.HasPrefix(toks[j-1].tag, "PRP") && toks[j-1].tag != "IN" && toks[j-1].tag != "," {
					words = nil // "other hives" are hives
					j++
					i = j
					continue
				}
			default:
				goto done
			}
			words = append(words, t.lower)
			j++
		}
	done:
		if head < 0 || len(words) == 0 {
			i = max(j, i) + 1
			continue
		}
		if j+1 < len(toks) && toks[j].lower == "of" && toks[j+1].tag == "NN" && (j+2 == len(toks) || !toks[j+2].noun()) {
			if last := model.Singular(words[len(words)-1]); english.JoinsOf(last, toks[j+1].lower) { // a statement of use
				words = append(words[:len(words)-1:len(words)-1], last, "of", toks[j+1].lower)
				j += 2
			}
		}
		p := nounPhrase{from: i, to: j, words: words, head: head, plural: toks[j-1].tag == "NNS" || toks[j-1].tag == "NNPS"}
		if i > 0 {
			before := toks[i-1]
			switch {
			case before.tag == "DT" || before.tag == "PRP$":
				p.determin = before.lower
			case before.tag == "CD" || brief.Quantifiers[before.lower]:
				p.number = before.lower
			}
		}
		out = append(out, p)
		i = j
	}
	return out
}

// leadsToNoun: a participle or adjective belongs to the noun that follows it.
func leadsToNoun(toks []token, j int) bool {
	if toks[j].tag == "VBN" && j > 0 && (isBe[toks[j-1].lower] || toks[j-1].tag == "RB" || toks[j-1].lower == "has" || toks[j-1].lower == "have") {
		return false
	}
	for k := j + 1; k < len(toks) && k < j+4; k++ {
		if toks[k].noun() {
			return true
		}
		if toks[k].tag != "JJ" && toks[k].tag != "VBN" && toks[k].tag != "VBG" {
			return false
		}
	}
	return false
}

func isWord(s string) bool {
	for _, r := range s {
		if r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r > 127 {
			return true
		}
	}
	return false
}

// phraseBefore finds the phrase before a token that can be a subject: none behind a preposition,
// unless there is no other.
func phraseBefore(phrases []nounPhrase, toks []token, i int) (before *nounPhrase) {
	for k := range phrases {
		if p := &phrases[k]; p.to <= i && (before == nil || !behindPreposition(toks, p.from)) {
			before = p
		}
	}
	return before
}

func behindPreposition(toks []token, from int) bool {
	for k := from - 1; k >= 0 && k >= from-4; k-- {
		switch toks[k].tag {
		case "IN", "TO":
			return true
		case "DT", "JJ", "PRP$", "CD", "VBN":
		default:
			return false
		}
	}
	return false
}
