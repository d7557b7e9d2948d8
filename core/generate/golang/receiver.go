package golang

import (
	"go/token"
	"regexp"
	"slices"
	"unicode"

	"lexeon/core/generate"
)

// receiver is the name of the receiver of a type's methods: its first letter, as Go has it;
// where a parameter of its methods bears that name, its initials; else "it".
func (g *generator) receiver(t *generate.Type) string {
	first, initials := "", ""
	for i, r := range g.struct_[t] {
		if i == 0 {
			first = string(unicode.ToLower(r))
		}
		if i == 0 || unicode.IsUpper(r) {
			initials += string(unicode.ToLower(r))
		}
	}
	for _, name := range []string{first, initials} {
		if plainReceiver.MatchString(name) && !token.IsKeyword(name) && !taken[name] && !inBodies[name] && !g.isParameter(t, name) {
			return name
		}
	}
	return "it"
}

var plainReceiver = regexp.MustCompile(`^[a-z]+$`)

// inBodies are names that the templates use beside the receiver.
var inBodies = map[string]bool{"to": true, "one": true, "at": true, "err": true, "before": true, "other": true, "out": true}

// isParameter reports whether a method of a type, or one that it takes over, has a
// parameter of a name.
func (g *generator) isParameter(t *generate.Type, name string) bool {
	for _, mt := range append(g.inherited(t), g.methods[t]...) {
		if slices.ContainsFunc(mt.Params, func(p parameter) bool { return p.Name == name }) {
			return true
		}
	}
	return false
}
