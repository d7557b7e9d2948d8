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
	unknown undecided written broken heavy`)

// genericNouns are no concepts of anybody's domain.
var genericNouns = english.Set(`thing way kind sort example case fact rest end need use set pair piece bit turn hand side top bottom help
	reason order basis respect addition place beginning middle question problem idea everything something anything nothing
	everyone somebody anybody nobody one other others it itself themselves himself herself none half dozen hundred thousand today
	tomorrow yesterday moment while detail details both either neither number majority week minute percent half-hour time`)

// keepNumber: "number" is a concept where it is no count: "lot number".
func isConcept(p nounPhrase, next string) bool {
	name := p.bare()
	if genericNouns[name] {
		// "the time of lighting", but not "all the time"; a lot number, but not a number of lots
		return name == "time" && next == "of" || name == "number" && next != "of" && len(p.words) > 1
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

// action is a verb with who does it and what it is done to.
type action struct {
	at       int // token of the verb
	lemma    string
	particle string // up in "looks up"
	subject  *nounPhrase
	object   *nounPhrase
	// what follows: "from" NP, "to" NP, "in" NP
	from, to, in *nounPhrase
	passive      bool
}

// verb is the verb with its particle: look up.
func (a action) verb() string { return strings.TrimSpace(a.lemma + " " + a.particle) }

// particles are the verbs that mean something else, or more, with one.
var particles = func() map[string]bool {
	out := map[string]bool{}
	for verb, list := range map[string]string{
		"look": "up", "work": "out", "fill": "in out up", "hand": "over out in back on", "send": "out back off on", "pick": "up out", "set": "up", "write": "down up out", "draw": "up",
		"carry": "out", "give": "back out away", "take": "over back up down in out", "put": "away back up down", "bring": "back in", "pass": "on", "call": "up off", "check": "in out off",
		"print": "out", "sort": "out", "find": "out", "note": "down", "sign": "off in", "add": "up", "turn": "on off", "switch": "on off", "close": "down up", "shut": "down",
		"make": "out up", "read": "out off back", "count": "up", "weigh": "out", "measure": "out", "leave": "out", "sum": "up", "pay": "out back in", "cross": "off out", "type": "in", "key": "in",
		"cut": "out off", "clean": "up", "clear": "up", "tidy": "up", "wind": "up down", "light": "up", "map": "out", "mark": "off out", "order": "in", "figure": "out", "plan": "out",
		"let": "in out", "keep": "up", "load": "up", "start": "up", "point": "out", "store": "away", "file": "away", "lock": "up",
	} {
		for p := range strings.FieldsSeq(list) {
			out[verb+" "+p] = true
		}
	}
	return out
}()

// emptyVerbs say that something is, and not that something happens.
var emptyVerbs = english.Set(`be have consist contain include belong comprise need want exist remain know depend mean become seem happen stay let may can must
	should would could will shall do make-up use keep-in concern regard hold-on relate apply own bear live stand lie`)

// actions finds what is done in a sentence.
func actions(toks []token, phrases []nounPhrase) []action {
	var out []action
	inPhrase := func(i int) bool {
		for _, p := range phrases {
			if i >= p.from && i < p.to {
				return true
			}
		}
		return false
	}
	for i, t := range toks {
		if !t.verb() || inPhrase(i) || !isWord(t.text) {
			continue
		}
		lemma := lemmaOf(t)
		if emptyVerbs[lemma] || isBe[t.lower] || t.lower == "has" || t.lower == "have" || t.lower == "had" {
			continue
		}
		if t.tag == "VBG" || t.tag == "VBN" && !isPassive(toks, i) && !hasPerfect(toks, i) {
			continue
		}
		a := action{at: i, lemma: lemma, passive: t.tag == "VBN" && isPassive(toks, i)}
		next := i + 1
		if next < len(toks) && particles[lemma+" "+toks[next].lower] {
			a.particle = toks[next].lower
			next++
		}
		before, after := around(phrases, toks, i, next)
		if after == nil && next < len(toks) && (toks[next].lower == "it" || toks[next].lower == "them") && len(out) > 0 {
			after = out[len(out)-1].object // "works out a forecast and sends it"
		}
		if a.passive {
			a.object = before
			a.subject = afterWord(toks, phrases, i, "by")
		} else {
			a.subject, a.object = before, after
			if len(out) > 0 && (before == nil || goesOn(toks, i)) { // "weighs the lot and registers it"
				a.subject = out[len(out)-1].subject
			}
		}
		a.from, a.to = afterWord(toks, phrases, i, "from"), afterWord(toks, phrases, i, "to")
		if a.in = afterWord(toks, phrases, i, "in"); a.in == nil {
			a.in = afterWord(toks, phrases, i, "into")
		}
		out = append(out, a)
	}
	return out
}

// goesOn reports whether a verb follows another one of the same subject.
func goesOn(toks []token, i int) bool {
	for k := i - 1; k >= 0; k-- {
		switch toks[k].tag {
		case "RB", "MD":
			continue
		case "CC", ",":
			return true
		}
		return false
	}
	return false
}

func lemmaOf(t token) string {
	w := t.lower
	switch t.tag {
	case "VBZ":
		base, _ := english.BaseForm(w)
		return base
	case "VBD", "VBN":
		if base, ok := irregular[w]; ok {
			return base
		}
		return undone(w, "ed")
	case "VBG":
		return undone(w, "ing")
	}
	return w
}

// undone takes an ending off a verb, with what it did to its stem.
func undone(w, ending string) string {
	stem, ok := strings.CutSuffix(w, ending)
	if !ok || len(stem) < 2 {
		return w
	}
	if ending == "ed" && strings.HasSuffix(stem, "i") {
		return stem[:len(stem)-1] + "y"
	}
	if english.IsVerb(stem) {
		return stem
	}
	if english.IsVerb(stem + "e") {
		return stem + "e"
	}
	if n := len(stem); n > 2 && stem[n-1] == stem[n-2] && !strings.ContainsRune("aeiousl", rune(stem[n-1])) {
		return stem[:n-1]
	}
	if n := len(stem); n > 2 && strings.ContainsRune("aeiou", rune(stem[n-2])) && strings.ContainsRune("srvzgc", rune(stem[n-1])) && !strings.HasSuffix(stem, "er") {
		return stem + "e"
	}
	return stem
}

var irregular = map[string]string{
	"sent": "send", "made": "make", "kept": "keep", "given": "give", "gave": "give", "taken": "take", "took": "take", "written": "write", "wrote": "write",
	"sold": "sell", "paid": "pay", "bought": "buy", "brought": "bring", "built": "build", "chosen": "choose", "drawn": "draw", "found": "find",
	"held": "hold", "led": "lead", "left": "leave", "lent": "lend", "lit": "light", "met": "meet", "read": "read", "seen": "see", "saw": "see",
	"set": "set", "shown": "show", "shut": "shut", "spent": "spend", "told": "tell", "thrown": "throw", "woven": "weave", "worn": "wear", "got": "get",
	"cut": "cut", "put": "put", "driven": "drive", "flown": "fly", "ground": "grind", "hung": "hang", "laid": "lay", "sewn": "sew", "bound": "bind", "done": "do",
}

func isPassive(toks []token, i int) bool {
	for k := i - 1; k >= 0 && k >= i-3; k-- {
		if isBe[toks[k].lower] {
			return true
		}
		if toks[k].tag != "RB" && toks[k].tag != "VBN" && toks[k].tag != "CC" && toks[k].tag != "," {
			return false
		}
	}
	return false
}

func hasPerfect(toks []token, i int) bool {
	for k := i - 1; k >= 0 && k >= i-2; k-- {
		if toks[k].lower == "has" || toks[k].lower == "have" {
			return true
		}
	}
	return false
}

// around finds the phrase before a verb that can be its subject, and the one
// from token next on that can be its object.
func around(phrases []nounPhrase, toks []token, i, next int) (before, after *nounPhrase) {
	for k := range phrases {
		p := &phrases[k]
		switch {
		case p.to <= i:
			// A phrase behind a preposition is not what does it: "the lot of the day is".
			if p.from > 0 && behindPreposition(toks, p.from) && before != nil {
				continue
			}
			before = p
		case p.from > i && after == nil:
			for m := next; m < p.from; m++ {
				if toks[m].tag == "IN" || toks[m].tag == "TO" || toks[m].verb() && !isBe[toks[m].lower] || toks[m].text == "." || toks[m].text == ";" || toks[m].tag == "WDT" {
					return before, nil
				}
			}
			after = p
		}
	}
	return before, after
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

// afterWord finds the phrase behind a preposition, before the next verb.
func afterWord(toks []token, phrases []nounPhrase, i int, word string) *nounPhrase {
	for k := i + 1; k < len(toks); k++ {
		if toks[k].finite() || toks[k].text == ";" {
			return nil
		}
		if toks[k].lower != word {
			continue
		}
		for n := range phrases {
			if p := &phrases[n]; p.from > k && p.from <= k+4 {
				for m := k + 1; m < p.from; m++ {
					if toks[m].tag != "DT" && toks[m].tag != "PRP$" && toks[m].tag != "JJ" && toks[m].tag != "CD" && toks[m].tag != "PDT" {
						return nil
					}
				}
				return p
			}
		}
		return nil
	}
	return nil
}
