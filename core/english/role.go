package english

import "strings"

// Gerund is the form of a verb that goes on: supervise, supervising; stop, stopping; tie, tying; see, seeing.
func Gerund(base string) string {
	n := len(base)
	switch {
	case n > 2 && strings.HasSuffix(base, "ie"):
		return base[:n-2] + "ying"
	case n > 2 && strings.HasSuffix(base, "e") && !hasAnySuffix(base, "ee", "oe", "ye"):
		return base[:n-1] + "ing"
	case doubling[base] || lostE(base):
		return base + base[n-1:] + "ing"
	}
	return base + "ing"
}

// Roles are what both sides of an association are, by its name: of "supervises" the one in front is supervising and the
// one behind is supervised, of "is supervised by" it is the other way round. They are empty where the name is no single
// verb, or one that says nothing of its sides, such as has.
func Roles(name string) (front, behind string) {
	p, ok := ReadVerbPhrase(name)
	if !ok || len(p.bend) != 1 || p.bend[0] != 0 {
		return "", ""
	}
	words := strings.Fields(strings.ToLower(p.Plural()))
	switch {
	case len(words) == 3 && words[0] == "are" && words[2] == "by":
		if base := PastBase(words[1], CanBeVerb); base != "" {
			return words[1], Gerund(base)
		}
	case len(words) == 1 && auxiliaries[strings.ToLower(p.words[0])] == "" && CanBeVerb(words[0]):
		return Gerund(words[0]), Participle(words[0])
	}
	return "", ""
}
