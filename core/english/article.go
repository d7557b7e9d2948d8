package english

import "strings"

// Article is the indefinite article in front of a word: a lot, an apiary, a unit, an hour.
func Article(word string) string {
	w := strings.ToLower(word)
	for _, like := range []string{"hour", "honest", "honour", "honor", "heir"} {
		if strings.HasPrefix(w, like) {
			return "an"
		}
	}
	for _, like := range []string{"uni", "use", "usu", "uti", "eu", "one", "once", "ur"} {
		if strings.HasPrefix(w, like) && !strings.HasPrefix(w, "unin") && !strings.HasPrefix(w, "unim") && !strings.HasPrefix(w, "urg") && !strings.HasPrefix(w, "urn") {
			return "a"
		}
	}
	if w != "" && strings.IndexByte("aeiou", w[0]) >= 0 {
		return "an"
	}
	return "a"
}
