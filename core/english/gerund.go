package english

import "strings"

// GerundBase is the base form of a gerund: booking, book; paying, pay; planning, plan. It is
// empty where none of the forms that the ending allows is a verb.
func GerundBase(w string) string {
	stem, ok := strings.CutSuffix(w, "ing")
	if !ok || len(stem) < 2 {
		return ""
	}
	candidates := []string{stem, stem + "e"}
	if n := len(stem); n > 2 && stem[n-1] == stem[n-2] && stem[n-1] != 's' && stem[n-1] != 'l' {
		candidates = []string{stem[:n-1], stem, stem + "e"}
	} else if n > 2 && stem[n-1] == stem[n-2] {
		candidates = []string{stem, stem[:n-1], stem + "e"}
	}
	if strings.HasSuffix(stem, "y") && len(stem) < 4 { // lying, tying
		candidates = append(candidates, stem[:len(stem)-1]+"ie")
	}
	// One with a vowel and a consonant at its end has lost an e: storing, store; but opening, open.
	if !CanBeVerb(stem) || lostE(stem) && CanBeVerb(stem+"e") {
		candidates = append([]string{stem + "e"}, candidates...)
	}
	for _, c := range candidates {
		if CanBeVerb(c) {
			return c
		}
	}
	return ""
}

// lostE reports whether a stem of one syllable ends in a single consonant after a single vowel:
// a verb of that form doubles it, so that it must have lost an e.
func lostE(stem string) bool {
	n := len(stem)
	vowel := func(i int) bool { return i >= 0 && strings.IndexByte("aeiou", stem[i]) >= 0 }
	if n < 3 || vowel(n-1) || !vowel(n-2) || vowel(n-3) || strings.IndexByte("wxy", stem[n-1]) >= 0 {
		return false
	}
	return !strings.ContainsAny(stem[:n-2], "aeiou")
}
