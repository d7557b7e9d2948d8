package english

import (
	"slices"
	"strings"
)

// VerbPhrase is what a thing does, or what is done to it, as far as its object: keeps, is mixed
// into, looks up. It bends as a whole.
type VerbPhrase struct {
	words []string
	// bend are the words that follow the number of the subject: the first that is no adverb,
	// and each that "and" or "or" joins to it.
	bend []int
}

// auxiliaries are the forms of verbs that do not bend as the others do, singular and plural.
var auxiliaries = map[string]string{
	"is": "are", "has": "have", "was": "were", "does": "do", "isn't": "aren't", "hasn't": "haven't", "wasn't": "weren't", "doesn't": "don't",
	"may": "may", "can": "can", "must": "must", "should": "should", "shall": "shall", "will": "will", "could": "could", "might": "might", "would": "would",
	"cannot": "cannot", "can't": "can't",
}

var adverbs = Set("always never also often sometimes seldom rarely once first then only still just both jointly alone together")

// adjectives that end as adverbs do.
var likeAdverbs = Set("daily weekly monthly yearly quarterly hourly nightly early friendly likely elderly costly family supply reply assembly lily jelly fly ally rally belly bully")

func isAdverb(w string) bool {
	return adverbs[w] || len(w) > 4 && strings.HasSuffix(w, "ly") && !likeAdverbs[w]
}

// ReadVerbPhrase reads a name as a verb phrase. It is none where its first word is no verb, or
// where it stands in the base form and may be a noun as well: membership, order.
func ReadVerbPhrase(name string) (p VerbPhrase, ok bool) {
	p.words = strings.Fields(name)
	first := 0
	for first < len(p.words)-1 && isAdverb(strings.ToLower(p.words[first])) {
		first++
	}
	if first == len(p.words) || !startsVerb(p.words[first], len(p.words) > first+1) {
		return VerbPhrase{}, false
	}
	p.bend = []int{first}
	for i := first + 1; i+1 < len(p.words); i++ {
		joined := p.words[i] == "and" || p.words[i] == "or"
		if next := strings.ToLower(p.words[i+1]); joined && (auxiliaries[next] != "" || isThirdPerson(next)) {
			p.bend = append(p.bend, i+1)
		}
	}
	return p, true
}

// startsVerb reports whether a word is a verb as it stands in front of its object.
func startsVerb(word string, more bool) bool {
	w := strings.ToLower(word)
	switch {
	case auxiliaries[w] != "", isThirdPerson(w):
		return true
	case more && (w == "are" || w == "have" || w == "were" || w == "do"):
		return true
	}
	return OnlyVerb(w)
}

func isThirdPerson(w string) bool {
	base, bent := BaseForm(w)
	return bent && CanBeVerb(base)
}

// Singular is the phrase behind a subject in the singular.
func (p VerbPhrase) Singular() string {
	return p.bent(func(w string) string {
		for one, many := range auxiliaries {
			if w == many {
				return one
			}
		}
		if !isThirdPerson(w) && CanBeVerb(w) {
			return ThirdPerson(w)
		}
		return w
	})
}

// Plural is the phrase behind a subject in the plural.
func (p VerbPhrase) Plural() string {
	return p.bent(func(w string) string {
		if many := auxiliaries[w]; many != "" {
			return many
		}
		if base, bent := BaseForm(w); bent && CanBeVerb(base) {
			return base
		}
		return w
	})
}

func (p VerbPhrase) bent(how func(string) string) string {
	out := slices.Clone(p.words)
	for _, i := range p.bend {
		out[i] = how(strings.ToLower(out[i]))
	}
	return strings.Join(out, " ")
}

// apart are particles that stand behind a short object, with the verbs that they do so for; nil
// are all of them.
var apart = map[string]map[string]bool{
	"up": nil, "out": nil, "off": nil, "down": nil, "back": nil, "away": nil,
	"over":   Set("take hand turn give bring carry pass"),
	"in":     Set("fill bring hand turn take book check pay trade call fit plug type put let"),
	"on":     Set("put pass hand take turn switch"),
	"around": Set("show pass hand turn"),
}

// With puts a pronoun or another short object behind a phrase: mixes it, looks it up, is mixed
// into it. The phrase is one of Singular and Plural.
func (p VerbPhrase) With(phrase, object string) string {
	words := strings.Fields(phrase)
	last := len(words) - 1
	verb := strings.ToLower(words[max(0, last-1)])
	base, _ := BaseForm(verb)
	verbs, particle := apart[words[last]]
	if last > 0 && last == p.bend[len(p.bend)-1]+1 && particle && (verbs == nil || verbs[base]) && auxiliaries[verb] == "" && CanBeVerb(base) {
		return strings.Join(words[:last], " ") + " " + object + " " + words[last]
	}
	return phrase + " " + object
}
