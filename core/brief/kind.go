package brief

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// NounKinds are what a noun can become, in the order of their digits; VerbKinds what a verb can.
var (
	NounKinds = []model.Kind{model.Class, model.Entity, model.Actor, model.Store, model.DataItem, model.Attribute}
	VerbKinds = []model.Kind{model.Process, model.UseCase, model.Operation, model.Association}
)

// PerformerDigit is the key by which a noun becomes a performer: its activities go into the table.
const PerformerDigit = 7

// Digit is the key that takes a word as a kind, the same for all words; 8 and 9 are left for
// kinds of what is known already; 0 is none.
func Digit(kind model.Kind) int {
	if i := slices.Index(NounKinds, kind); i >= 0 {
		return i + 1
	}
	if i := slices.Index(VerbKinds, kind); i >= 0 {
		return i + 1
	}
	return 8
}

// TermOf is a run of words of a brief as a term: without articles in front and signs around it,
// in small letters, its last word in the singular.
func TermOf(text string) string {
	words := strings.Fields(strings.ToLower(strings.Trim(strings.TrimSpace(text), ".,;:!?()\"'“”‘’")))
	for len(words) > 0 && (Quantifiers[words[0]] || words[0] == "a" || words[0] == "an" || words[0] == "the") {
		words = words[1:]
	}
	if len(words) == 0 {
		return ""
	}
	words[len(words)-1] = model.Singular(words[len(words)-1])
	return strings.Join(words, " ")
}
