package brief

import (
	"strings"
	"sync"

	"github.com/jdkato/prose/v2"

	"lexeon/core/model"
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
	memory map[string][]token
}

// NewReader makes a Reader. Its tagger is made on first use.
func NewReader() *Reader { return &Reader{memory: map[string][]token{}} }

const maxRemembered = 20_000

// tokens tags a sentence.
func (r *Reader) tokens(sentence string) []token {
	r.mu.Lock()
	defer r.mu.Unlock()
	if t, ok := r.memory[sentence]; ok {
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
	if len(r.memory) > maxRemembered {
		clear(r.memory)
	}
	r.memory[sentence] = out
	return out
}

func (t token) noun() bool { return strings.HasPrefix(t.tag, "NN") }
func (t token) verb() bool { return strings.HasPrefix(t.tag, "VB") }

// finite: a verb that makes a sentence.
func (t token) finite() bool {
	return t.tag == "VBZ" || t.tag == "VBP" || t.tag == "VBD" || t.tag == "MD"
}

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
		if base, bent := BaseForm(toks[i+1].lower); bent && isVerb[base] && objectOpens[toks[i+2].tag] {
			t.tag = "NN"
		}
	}
}

// endsLikeParticiple: nouns in -ing that are no form of a verb.
var endsLikeParticiple = set("ring string spring wing king evening morning ceiling building sibling duckling herring pudding")

// asVerb makes verbs of what only looks like a plural: "the keeper records the
// time", "the clerk checks the note and asks for more".
func asVerb(toks []token, i int) {
	t := &toks[i]
	base, bent := BaseForm(t.lower)
	if !isVerb[base] {
		return
	}
	next, before := tagAt(toks, i+1), tagAt(toks, i-1)
	opens := objectOpens[next] || i+1 < len(toks) && quantifiers[toks[i+1].lower]
	subject := strings.HasPrefix(before, "NN") || before == "PRP" || before == "WDT" || before == "WP" || before == "RB"
	from, to := clause(toks, i)
	hasVerb := hasFinite(toks[from:to])
	switch {
	case t.noun() && bent && subject && next == "VBP" && !isVerb[toks[i+1].lower]: // "catches wild birds"
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

var isBe = set("is are was were be been being")

var fixedTags = map[string]string{
	"cannot": "MD", "per": "IN", "via": "IN", "kg": "NN", "km": "NN", "etc": "FW", "e.g.": "FW", "i.e.": "FW", "consists": "VBZ", "contains": "VBZ", "comprises": "VBZ",
	"includes": "VBZ", "receives": "VBZ", "sends": "VBZ", "belongs": "VBZ", "consist": "VBP",
}

// BaseForm is the base form of a verb: of registers, register. It tells whether the
// verb was in the third person.
func BaseForm(w string) (base string, bent bool) {
	switch {
	case strings.HasSuffix(w, "ies") && len(w) > 4:
		return w[:len(w)-3] + "y", true
	case (strings.HasSuffix(w, "sses") || strings.HasSuffix(w, "shes") || strings.HasSuffix(w, "ches") || strings.HasSuffix(w, "xes") || strings.HasSuffix(w, "zes")) && len(w) > 4:
		if base := w[:len(w)-1]; isVerb[base] {
			return base, true
		}
		return w[:len(w)-2], true
	case strings.HasSuffix(w, "s") && !strings.HasSuffix(w, "ss") && len(w) > 3:
		return w[:len(w)-1], true
	}
	return w, false
}

func set(words string) map[string]bool {
	out := map[string]bool{}
	for w := range strings.FieldsSeq(words) {
		out[w] = true
	}
	return out
}

// isVerb are the verbs that briefs are written with, in their base form.
var isVerb = set(`accept add adjust allocate allow announce answer apply approve arrange arrive ask assemble assign attach attend award bind bind blend book
	boil borrow bottle bring build calculate calibrate call cancel carry change charge check choose classify clean clear close collect combine compare compile
	complete compute confirm connect consist contact contain control convert cook copy count cover create cut decide declare define deliver deny describe
	determine develop discard dispatch display distribute divide draw drive drop dry earn employ empty enter estimate evaluate examine exchange expect
	explain fetch file fill filter find finish fire fix follow forecast forward gather generate get give grade grind grow guide handle hand harvest
	help hold identify import include inform inspect install invite invoice issue join keep label launch lead leave lend light list load log look
	maintain make manage map mark match measure meet mention mentor merge mix monitor mount move name need note notify obtain offer open operate order
	organize own pack paint park pass pay perform pick place plan plant play plot post prepare present press print process produce propose protect provide
	publish pull pump put quote raise rank rate read receive recommend record refer refuse register reject release relieve remain remove rent repair repeat replace reply report
	request require rescue reserve resolve respond restore return review roast run sail sample save scan schedule score seal search see select sell send
	separate serve set settle sew share ship show sign slice sort split stack staff stamp start state stay stock stop store study submit suggest supervise supply
	survey swap switch take talk teach tell test tie time tow trace track train transfer transmit treat turn update use validate value verify view visit wait
	warn wash watch water weave weigh work write`)

var quantifiers = set("one two three four five six seven eight nine ten several many any all both no some every each more at")
