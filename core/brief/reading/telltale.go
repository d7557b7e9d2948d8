package reading

import (
	"regexp"
)

// Tell is what a phrase of a sentence gives away.
type Tell string

const (
	TellWhole        Tell = "whole"        // whole and parts
	TellKind         Tell = "kind"         // general and specific
	TellSelf         Tell = "self"         // something related to its own kind
	TellMultiplicity Tell = "multiplicity" // how many
)

// Titles of tells, for people.
var Titles = map[Tell]string{
	TellWhole: "whole and parts", TellKind: "general and specific", TellSelf: "related to its own kind", TellMultiplicity: "how many",
}

var tells = []struct {
	tell    Tell
	pattern *regexp.Regexp
}{
	{TellSelf, regexp.MustCompile(`(?i)\b(?:who|which|that) (?:is|are) (?:also|themselves|itself|himself|herself) (?:an? )?\w+|\beach other\b|\bone another\b|\banother of (?:its|their) kind\b`)},
	{TellWhole, regexp.MustCompile(`(?i)\b(?:consists? of|(?:is|are) made (?:up )?of|(?:is|are) composed of|comprises?|(?:is|are) divided into|(?:is|are) (?:a )?part of|(?:is|are) built (?:up )?of|brings? together|contains?)\b`)},
	{TellKind, regexp.MustCompile(`(?i)\b(?:(?:is|are) (?:a )?(?:special )?kinds? of|(?:is|are) (?:a )?(?:special )?types? of|(?:is|are) either an?|(?:there are|of) (?:two|three|four|several) kinds|(?:are|is) (?:both|all) \w+)\b`)},
	{TellMultiplicity, regexp.MustCompile(`(?i)\b(?:one or more|two or more|three or more|at least (?:one|two|three|four|five|\d+)|at most (?:one|two|three|four|five|\d+)|up to (?:one|two|three|four|five|ten|\d+)|no more than (?:one|two|three|\d+)|exactly (?:one|two|three|four|\d+)|only one|any number of|zero or more|several|many|each|every|between \d+ and \d+|(?:two|three|four|five|six|seven|eight|nine|ten|twelve|\d+) to (?:two|three|four|five|six|seven|eight|nine|ten|twelve|\d+))\b`)},
}

// span is a part of a sentence, in bytes.
type span struct {
	start, end int
	tell       Tell
}

// tellsOf finds the tell-tale phrases of a sentence.
func tellsOf(sentence string) []span {
	var out []span
	for _, t := range tells {
		for _, at := range t.pattern.FindAllStringIndex(sentence, 20) {
			overlaps := false
			for _, o := range out {
				overlaps = overlaps || at[0] < o.end && o.start < at[1]
			}
			if !overlaps {
				out = append(out, span{at[0], at[1], t.tell})
			}
		}
	}
	return out
}
