package english

import "strings"

// particles are those of verbs that mean something else, or more, with one.
var particles = func() map[string]bool {
	out := map[string]bool{}
	for verb, list := range map[string]string{
		"look": "up", "work": "out", "fill": "in out up", "hand": "over out in back on", "send": "out back off on", "pick": "up out", "set": "up", "write": "down up out", "draw": "up",
		"carry": "out", "give": "back out away", "take": "over back up down in out", "put": "away back up down", "bring": "back in", "pass": "on", "call": "up off", "check": "in out off",
		"print": "out", "sort": "out", "find": "out", "note": "down", "sign": "off in", "add": "up", "turn": "on off", "switch": "on off", "close": "down up", "shut": "down",
		"make": "out up", "read": "out off back", "count": "up", "weigh": "out", "measure": "out", "leave": "out", "sum": "up", "pay": "out back in", "cross": "off out", "type": "in", "key": "in",
		"cut": "out off", "clean": "up", "clear": "up", "tidy": "up", "wind": "up down", "light": "up", "map": "out", "mark": "off out", "order": "in", "figure": "out", "plan": "out",
		"let": "in out", "keep": "up", "load": "up", "start": "up", "point": "out", "store": "away", "file": "away", "lock": "up", "back": "up", "hire": "out", "rent": "out", "lend": "out",
	} {
		for p := range strings.FieldsSeq(list) {
			out[verb+" "+p] = true
		}
	}
	return out
}()

// IsParticle reports whether a word behind a verb belongs to it: look up.
func IsParticle(verb, word string) bool { return particles[verb+" "+word] }

// IsAdverb reports whether a word is an adverb of those that stand beside verbs.
func IsAdverb(w string) bool { return isAdverb(w) }
