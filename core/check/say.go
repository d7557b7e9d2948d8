package check

import "fmt"

// wording is a message with the facts in it.
type wording struct {
	text  string
	facts []string
}

// say puts facts into a wording, as fmt.Sprintf does.
func say(format string, facts ...any) wording { return wording{}.and(format, facts...) }

// and goes on with a further wording.
func (w wording) and(format string, facts ...any) wording {
	out := wording{text: w.text + fmt.Sprintf(format, facts...), facts: w.facts[:len(w.facts):len(w.facts)]}
	for _, f := range facts {
		out.facts = append(out.facts, fmt.Sprint(f))
	}
	return out
}
