package brief

import (
	"regexp"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// Word is the sort of a candidate.
type Word string

const (
	Noun Word = "noun" // it may become an element
	Verb Word = "verb" // it may become a process or an operation
)

// Candidate is something in the brief that could become part of the model.
type Candidate struct {
	Key       string // of word and normal form
	Word      Word
	Name      string // in lower case, singular; of a verb with its object
	Lemma     string // of a verb
	Subject   string // of a verb
	Object    string
	Count     int
	Sentences []model.ID
	Kinds     []model.Kind // that it could become, the likeliest first
	Owner     string       // of what it is likely an attribute
	// Existing are the elements that bear its name already, by the lexicon.
	Existing []model.ID
	Rejected bool
	// Activities are how many rows the table could get of what it does, Inside whether it works
	// on data there: then it is no external entity.
	Activities int
	Inside     bool
	// Traced: every sentence that names it is traced to one of those.
	Traced bool
}

// NameAs writes a candidate's name in the manner of a kind: HoneyLot as class,
// "Lot register" as store, "delivery note" as data item, massInKg as attribute.
func NameAs(name string, kind model.Kind) string {
	words := strings.Fields(name)
	switch {
	case len(words) == 0:
		return ""
	case kind.IsClassifier():
		for i := range words {
			words[i] = model.Capital(words[i])
		}
		return strings.Join(words, "")
	case kind == model.Attribute || kind == model.Operation:
		for i := 1; i < len(words); i++ {
			words[i] = model.Capital(words[i])
		}
		return strings.Join(words, "")
	case kind == model.DataItem:
		return strings.Join(words, " ")
	}
	return model.Capital(strings.Join(words, " "))
}

// ClassRef is a noun phrase as the name of a class: the one that the lexicon
// knows, else in the manner of classes.
func ClassRef(m *model.Model, phrase string) string {
	words := strings.Fields(strings.ToLower(strings.Trim(phrase, " .,")))
	for len(words) > 1 && (Quantifiers[words[0]] || words[0] == "a" || words[0] == "an" || words[0] == "the") {
		words = words[1:]
	}
	if len(words) == 0 {
		return Quoted("")
	}
	words[len(words)-1] = model.Singular(words[len(words)-1])
	name := strings.Join(words, " ")
	if found := m.ByTerm(name, model.ClassifierKinds()...); len(found) > 0 {
		return Quoted(found[0].Name)
	}
	return Quoted(NameAs(name, model.Class))
}

// Quoted is a name as a statement takes it, in quotes where it is no plain word.
func Quoted(name string) string {
	if regexp.MustCompile(`^[A-Za-z][A-Za-z0-9]*$`).MatchString(name) {
		return name
	}
	return `"` + strings.ReplaceAll(name, `"`, `""`) + `"`
}

// Quantifiers are the words that say how many.
var Quantifiers = english.Set("one two three four five six seven eight nine ten several many any all both no some every each more at")
