package dictionary

import "lexeon/core/bounded"

// parsed remembers contents that were read: rules read the same ones after every change.
var parsed = bounded.New[string, reading](mostParsed)

const mostParsed = 50_000 // contents

type reading struct {
	expression *Expression
	err        error
}

// Parsed is [Parse] of a text that was perhaps read before. What it gives is shared:
// callers leave it as it is.
func Parsed(text string) (*Expression, error) {
	r, ok := parsed.Get(text)
	if !ok {
		r.expression, r.err = Parse(text)
		parsed.Add(text, r)
	}
	return r.expression, r.err
}
