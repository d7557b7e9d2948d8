package english

import (
	"strings"
	"sync"
)

// irregularParticiple leads from base forms to their participles; the list of past forms has
// the participle first.
var irregularParticiple = sync.OnceValue(func() map[string]string {
	out := map[string]string{}
	for pair := range strings.FieldsSeq(irregularForms) {
		form, base, _ := strings.Cut(pair, ":")
		if _, ok := out[base]; !ok {
			out[base] = form
		}
	}
	return out
})

// doubling are verbs of more than one syllable that double their last letter.
var doubling = Set(`refer transfer prefer infer confer defer occur recur incur admit permit submit commit omit emit transmit remit control compel expel
	propel repel equip regret acquit abet abhor annul begin cancel travel label model signal total level channel tunnel fuel dial format handicap program`)

// Participle is the past participle of a verb: keep, kept; deliver, delivered; stop, stopped.
func Participle(base string) string {
	if p, ok := irregularParticiple()[base]; ok {
		return p
	}
	n := len(base)
	switch {
	case n < 2:
		return base + "ed"
	case strings.HasSuffix(base, "e"):
		return base + "d"
	case strings.HasSuffix(base, "y") && !strings.ContainsRune("aeiou", rune(base[n-2])):
		return base[:n-1] + "ied"
	case doubling[base] || lostE(base):
		return base + base[n-1:] + "ed"
	}
	return base + "ed"
}

// Inverse offers how an association is called the other way round: keeps, is kept by; is mixed
// into has none, since it is passive already. It is empty where the name is no verb phrase of
// that sort.
func Inverse(name string) string {
	p, ok := ReadVerbPhrase(name)
	if !ok || len(p.bend) != 1 || p.bend[0] != 0 {
		return ""
	}
	words := strings.Fields(strings.ToLower(p.Plural()))
	if auxiliaries[strings.ToLower(p.words[0])] != "" || words[0] == "are" || !CanBeVerb(words[0]) {
		return ""
	}
	words[0] = "is " + Participle(words[0])
	if len(words) > 2 {
		return "" // takes part in
	}
	return strings.Join(words, " ") + " by"
}
