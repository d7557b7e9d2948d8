package reading

import (
	"strings"
	"sync"

	"github.com/jdkato/prose/v2"

	"lexeon/core/bounded"
	"lexeon/core/brief"
	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/wordclass"
)

// token is a word with its part of speech (Penn Treebank).
type token struct {
	text  string
	lower string
	tag   string
	start int // in bytes of the sentence; -1 where it was not found
	end   int
}

// Reader reads sentences. It remembers what it read, since a brief changes a
// sentence at a time, and is safe for concurrent use.
type Reader struct {
	mu     sync.Mutex
	model  *prose.Model
	memory *bounded.Memory[string, []token]
}

// NewReader makes a Reader. Its tagger is made on first use.
func NewReader() *Reader { return &Reader{memory: bounded.New[string, []token](maxRemembered)} }

const maxRemembered = 20_000

// tokens tags a sentence.
func (r *Reader) tokens(sentence string) []token {
	r.mu.Lock()
	defer r.mu.Unlock()
	if t, ok := r.memory.Get(sentence); ok {
		return t
	}
	opts := []prose.DocOpt{prose.WithExtraction(false), prose.WithSegmentation(false)}
	if r.model != nil {
		opts = append(opts, prose.UsingModel(r.model))
	}
	doc, err := prose.NewDocument(sentence, opts...)
	if err != nil {
		return nil // it has no words
	}
	r.model = doc.Model
	var out []token
	at := 0
	for _, t := range doc.Tokens() {
		tok := token{text: t.Text, lower: strings.ToLower(t.Text), tag: t.Tag, start: -1}
		if i := strings.Index(sentence[at:], t.Text); i >= 0 {
			tok.start, tok.end = at+i, at+i+len(t.Text)
			at = tok.end
		}
		out = append(out, tok)
	}
	correct(out)
	asDone(out, sentence)
	r.memory.Add(sentence, out)
	return out
}

func (t token) noun() bool { return strings.HasPrefix(t.tag, "NN") }
func (t token) verb() bool { return strings.HasPrefix(t.tag, "VB") }

// finite: a verb that makes a sentence.
func (t token) finite() bool {
	return t.tag == "VBZ" || t.tag == "VBP" || t.tag == "VBD" || t.tag == "MD"
}

// asDone makes verbs of what the reader of sentences takes for one: it looks at how words bend and
// whether they agree with the subject, the tagger at what mostly stands beside what.
func asDone(toks []token, sentence string) {
	at := 0
	for _, d := range notation.Deeds(noModel, sentence, &notation.Mentioned{}) {
		asThing(toks, d.Subject)
		asThing(toks, d.Object)
		if d.Object == "" && len(d.With) == 0 {
			continue
		}
		for i := at; i < len(toks); i++ {
			if toks[i].lower != d.Word {
				continue
			}
			if toks[i].noun() && i > 0 && toks[i-1].tag != "DT" {
				toks[i].tag = "VBP"
				if base, bent := english.BaseForm(d.Word); bent && english.CanBeVerb(base) {
					toks[i].tag = "VBZ"
				}
			}
			at = i + 1
			break
		}
	}
}

// asThing makes a noun of the last word of a thing that the tagger took for an adjective or a
// verb: the stacks assistant.
func asThing(toks []token, thing string) {
	words := strings.Fields(thing)
	if len(words) == 0 {
		return
	}
	last := words[len(words)-1]
	for i, t := range toks {
		if t.lower == last && (strings.HasPrefix(t.tag, "JJ") || t.tag == "VB" || t.tag == "VBP") && canBeNoun(last) && (i+1 == len(toks) || !toks[i+1].noun()) {
			toks[i].tag = "NN"
		}
	}
}

func canBeNoun(word string) bool {
	c := wordclass.Of(word)
	return c.Noun.Possible || c.OddNoun
}

// noModel knows no names.
var noModel = model.Empty("")

// correct mends what the tagger often takes for something else: verbs in the
// third person for plurals ("The keeper records the time"), and first words.
func correct(toks []token) {
	for i := range toks {
		t := &toks[i]
		if i == 0 && t.tag == "NNP" && len(toks) > 1 { // a capital only because it is first
			switch {
			case strings.HasSuffix(t.lower, "s") && model.Singular(t.lower) != t.lower:
				t.tag = "NNS"
			default:
				t.tag = "NN"
			}
		}
		if i == 0 && genericAdjectives[t.lower] && t.noun() && len(toks) > 2 { // Unpaid bills are …: no bill is unpaid by
			t.tag = "JJ"
			if next := &toks[1]; next.tag == "VBZ" && toks[2].verb() {
				next.tag = "NNS"
			}
		}
		if fixed, ok := fixedTags[t.lower]; ok {
			t.tag = fixed
		}
	}
	for i := range toks {
		asNoun(toks, i)
	}
	for i := range toks {
		asVerb(toks, i)
	}
	for i := range toks { // "is weighed": a participle, never an adjective before a noun
		if toks[i].tag == "VBD" && i > 0 && (toks[i-1].verb() && isBe[toks[i-1].lower]) {
			toks[i].tag = "VBN"
		}
	}
}

// asNoun makes nouns of what only looks like an adjective or a participle: "a
// costume consists", "the time of lighting", "a ring".
func asNoun(toks []token, i int) {
	t := &toks[i]
	next, before := tagAt(toks, i+1), tagAt(toks, i-1)
	determined := before == "DT" || before == "PRP$"
	nounFollows := strings.HasPrefix(next, "NN") || next == "JJ" || next == "VBG" || next == "CC" || next == "VBN"
	switch {
	case endsLikeParticiple[t.lower]:
		t.tag = "NN"
	case endsLikeParticiple[strings.TrimSuffix(t.lower, "s")]:
		t.tag = "NNS"
	case t.tag == "VBG" && (determined || i > 0 && toks[i-1].lower == "of") && !nounFollows && next != "DT":
		t.tag = "NN"
	case t.tag == "JJ" && determined && !nounFollows && next != "CD" && next != ",":
		t.tag = "NN"
	case t.tag == "JJ" && determined && next == "NNS" && i+2 < len(toks):
		// "the technician counts the seeds"
		if base, bent := english.BaseForm(toks[i+1].lower); bent && english.IsVerb(base) && objectOpens[toks[i+2].tag] {
			t.tag = "NN"
		}
	}
}

// endsLikeParticiple: nouns in -ing that are no form of a verb.
var endsLikeParticiple = english.Set("ring string spring wing king evening morning ceiling building sibling duckling herring pudding")

// asVerb makes verbs of what only looks like a plural: "the keeper records the
// time", "the clerk checks the note and asks for more".
func asVerb(toks []token, i int) {
	t := &toks[i]
	base, bent := english.BaseForm(t.lower)
	if !english.IsVerb(base) {
		return
	}
	next, before := tagAt(toks, i+1), tagAt(toks, i-1)
	opens := objectOpens[next] || i+1 < len(toks) && brief.Quantifiers[toks[i+1].lower]
	subject := strings.HasPrefix(before, "NN") || before == "PRP" || before == "WDT" || before == "WP" || before == "RB"
	from, to := clause(toks, i)
	hasVerb := hasFinite(toks[from:to])
	switch {
	case t.noun() && bent && subject && next == "VBP" && !english.IsVerb(toks[i+1].lower): // "catches wild birds"
		t.tag, toks[i+1].tag = "VBZ", "JJ"
	case t.noun() && bent && subject && (opens && !hasFinite(toks[from:i]) || !hasVerb):
		t.tag = "VBZ"
	case t.tag == "NNS" && bent && (before == "CC" || before == ",") && hasFinite(toks[:i]) && (opens || next == "IN" || next == "TO" || before == "CC" && strings.HasPrefix(next, "NN")):
		t.tag = "VBZ"
	case t.tag == "NN" && !bent && (before == "NNS" || before == "PRP") && opens && !hasFinite(toks[from:i]):
		t.tag = "VBP"
	case t.noun() && !bent && (before == "TO" || before == "MD"):
		t.tag = "VB"
	}
}

// clause finds the tokens around i up to what begins another clause.
func clause(toks []token, i int) (from, to int) {
	bounds := func(t token) bool {
		return t.tag == "," || t.tag == "CC" || t.tag == "." || t.tag == ":" || t.tag == "WDT" || t.tag == "WP" || t.tag == "WRB" || t.lower == "if" || t.lower == "because" || t.lower == "until"
	}
	for from = i; from > 0 && !bounds(toks[from-1]); from-- {
	}
	for to = i + 1; to < len(toks) && !bounds(toks[to]); to++ {
	}
	return from, to
}

func tagAt(toks []token, i int) string {
	if i < 0 || i >= len(toks) {
		return ""
	}
	return toks[i].tag
}

func hasFinite(toks []token) bool {
	for _, t := range toks {
		if t.finite() {
			return true
		}
	}
	return false
}

// objectOpens are the parts of speech that an object begins with.
var objectOpens = map[string]bool{"DT": true, "PRP$": true, "CD": true, "PRP": true, "JJ": true, "PDT": true}

var isBe = english.Set("is are was were be been being")

var fixedTags = map[string]string{
	"cannot": "MD", "per": "IN", "via": "IN", "kg": "NN", "km": "NN", "etc": "FW", "e.g.": "FW", "i.e.": "FW", "consists": "VBZ", "contains": "VBZ", "comprises": "VBZ",
	"includes": "VBZ", "receives": "VBZ", "sends": "VBZ", "belongs": "VBZ", "consist": "VBP",
}
