// Package wordclass tells what an English word can be: noun, verb, adjective, adverb, and how
// often it was each in running text. It knows the general language, of no trade in
// particular; the words come from WordNet 3.0 (LICENSE-WordNet.md).
package wordclass

import (
	_ "embed"
	"strconv"
	"strings"
	"sync"
)

// Class is what a word can be.
type Class struct {
	Noun, Verb, Adjective, Adverb Use
	// OfThings: as a verb it acts upon things alone: it moves, touches or changes them, and is
	// no verb of thinking, telling, perceiving, creating or dealing with each other.
	OfThings bool
	// OddNoun: it is listed as a noun, of a single meaning that was never found in any text,
	// and was often found as a verb. It does not count as a noun: cancel, a sign in music.
	OddNoun bool
	// RareVerb: it can be a verb, of a single meaning that was never found in any text, and is
	// a noun in the first place: clerk.
	RareVerb bool
}

// Use is how a word is used as one class: whether at all, and how often it was found so in
// texts of some 230,000 words; a thousand and more count as 999.
type Use struct {
	Possible bool
	Count    int
}

// Known reports whether the word is there at all.
func (c Class) Known() bool {
	return c.Noun.Possible || c.Verb.Possible || c.Adjective.Possible || c.Adverb.Possible
}

// Of is the class of a word in its base form, in small letters. The zero Class stands for a
// word that is not known.
func Of(word string) Class {
	text, ok := words()[word]
	if !ok {
		return Class{}
	}
	return parse(text)
}

//go:embed words.txt
var list string

// words holds what the list says of each word. A line is a word and its classes, each a letter
// (noun, o for an odd noun, verb, p for a verb of things alone, adjective, r for adverb), u before
// a rare verb, and perhaps a count:
// "order n57v52".
var words = sync.OnceValue(func() map[string]string {
	out := make(map[string]string, 80_000)
	for line := range strings.Lines(list) {
		if word, classes, ok := strings.Cut(strings.TrimSuffix(line, "\n"), " "); ok {
			out[word] = classes
		}
	}
	return out
})

func parse(text string) (c Class) {
	for len(text) > 0 {
		letter, end := text[0], 1
		for end < len(text) && text[end] >= '0' && text[end] <= '9' {
			end++
		}
		count, _ := strconv.Atoi(text[1:end]) // "" is none
		use := Use{true, count}
		switch letter {
		case 'n':
			c.Noun = use
		case 'u':
			c.RareVerb = true
		case 'o':
			c.OddNoun = true
		case 'v', 'p':
			c.Verb, c.OfThings = use, letter == 'p'
		case 'a':
			c.Adjective = use
		case 'r':
			c.Adverb = use
		}
		text = text[end:]
	}
	return c
}
