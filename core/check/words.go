package check

import (
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/wordclass"
)

// Rules on words speak only where no reading of a name fits. What a word can be is told by
// the general language (core/wordclass) and by how it is built, never by a list of one trade:
// "dispatch note", "recall demand" and "grade" may be nouns, "grade timber" may be a
// verb and what it acts upon.

func words(text string) map[string]bool { return english.Set(text) }

var determiners = words("a an the each every all any some this that these those its their his her our your my")

// opening is the first word of a name that says what it is, and how it can be read.
type opening struct {
	rest  []string // the words behind it
	base  string   // as a verb
	bent  bool     // in the third person: sends
	typed wordclass.Class
	verb  bool // it can be a verb
}

// openingOf passes over adverbs that stand before a verb ("manually correct entry"), and puts
// a prefix that was parted off back ("re-issue card").
func openingOf(list []string) opening {
	for len(list) > 1 && strings.HasSuffix(list[0], "ly") && wordclass.Of(list[0]).Adverb.Possible && canBeVerb(list[1]) && !wordclass.Of(list[0]).Adjective.Possible {
		list = list[1:]
	}
	if len(list) > 1 && prefixes[list[0]] && !wordclass.Of(list[0]).Verb.Possible && canBeVerb(list[1]) {
		list = append([]string{list[0] + list[1]}, list[2:]...)
	}
	if len(list) == 0 {
		return opening{}
	}
	o := opening{rest: list[1:], typed: wordclass.Of(list[0])}
	o.base, o.bent = list[0], false
	if !o.typed.Verb.Possible {
		o.base, o.bent = english.BaseForm(list[0])
	}
	o.verb = canBeVerb(list[0])
	return o
}

// prefixes make verbs of verbs.
var prefixes = words("re pre un de dis mis over under out co up cross double auto")

// lately are verbs that came into use after the list of words was made.
var lately = words("onboard offboard triage upload download unsubscribe reboot blacklist whitelist")

// canBeVerb reports whether a word can be a verb in its base form or in the third person:
// one of the language, one made of it by a prefix, or one that is built like a verb.
func canBeVerb(word string) bool {
	if isVerb(word) {
		return true
	}
	base, bent := english.BaseForm(word)
	return bent && (isVerb(base) || strings.HasSuffix(word, "es") && isVerb(strings.TrimSuffix(word, "es")))
}

func isVerb(word string) bool {
	if wordclass.Of(word).Verb.Possible || lately[word] {
		return true
	}
	for p := range prefixes {
		if rest, ok := strings.CutPrefix(word, p); ok && len(rest) > 2 && wordclass.Of(rest).Verb.Possible && !wordclass.Of(word).Known() {
			return true
		}
	}
	if wordclass.Of(word).Known() || len(word) < 6 {
		return false
	}
	for _, e := range []string{"ize", "ise", "ify"} {
		if strings.HasSuffix(word, e) {
			return true
		}
	}
	return false
}

// inEnglish: rules on words speak of English names alone.
func (p *Pass) inEnglish() bool { return p.Model.Project().InEnglish() }

// ofLanguage reaches all rows of some kinds when the project is written, which says in which
// language their names are.
func ofLanguage(kinds ...model.Kind) Neighbourhood {
	return func(m *model.Model, r model.Row, reach func(model.ID)) {
		if _, ok := r.(*model.Project); !ok {
			return
		}
		for _, k := range kinds {
			if k == model.DataFlow {
				for _, f := range m.Relationships(k) {
					reach(f.ID)
				}
				continue
			}
			for _, e := range m.OfKind(k) {
				reach(e.ID)
			}
		}
	}
}

// isVerbPhrase reports whether a name can only be read as something done: it begins with a
// verb that is nothing else ("submit claim"), with a verb and an article ("registers the
// lot"), with "to" and a verb, or is a sentence ("the clerk files the deed").
func isVerbPhrase(name string) bool {
	list := model.Words(name)
	if len(list) == 0 {
		return false
	}
	if list[0] == "to" {
		return len(list) > 1 && (canBeVerb(list[1]) || list[1] == "be")
	}
	if determiners[list[0]] {
		return isSentence(list)
	}
	o := openingOf(list)
	if len(o.rest) > 1 && determiners[o.rest[0]] && (o.verb || isGerund(list[0])) {
		return true
	}
	if o.verb && o.canBeElse() || !o.verb {
		return false
	}
	// "buy order", "leave request": what is ordered, asked for or told is named by a noun
	// before it, however rare that is otherwise.
	head := model.Singular(list[len(list)-1])
	attributive := len(list) == 2 && !o.bent && toldOf[head] && (o.typed.Noun.Possible || o.typed.OddNoun)
	return !attributive && !isParticle(name)
}

// toldOf are what something is written, asked or told in, named by what it is about.
var toldOf = words("order request list result note notice slip entry form date time report signal option plan log")

// isParticle: a verb that is joined to a particle is a noun: "try-out result".
func isParticle(name string) bool {
	first, _, _ := strings.Cut(strings.TrimSpace(name), " ")
	_, last, ok := strings.Cut(strings.ToLower(first), "-")
	return ok && particles[last]
}

var particles = words("out up in off down over on back away through by")

// isSentence: somebody, a verb in the third person, and what it acts upon.
func isSentence(list []string) bool {
	for i := 2; i+1 < len(list); i++ {
		if base, bent := english.BaseForm(list[i]); bent && isVerb(base) && determiners[list[i+1]] {
			return true
		}
	}
	return false
}

// Verbs that are so common beside their use as something else that this can be left out of
// account: get, make, give.
const (
	commonVerb = 100 // times found as a verb, at least
	rarerElse  = 50  // so many times rarer as anything else
	commonBent = 10  // for the third person, whose plural nouns are odder still
	everyday   = 5   // from so many times on, a verb that acts upon things is used of papers too
	rarerVerb  = 20  // so many times rarer as a verb than as a noun
)

// canBeElse reports whether the first word can be a noun, an adjective or an adverb.
func (o opening) canBeElse() bool {
	c := o.typed
	if o.bent {
		c = wordclass.Of(o.base)
		c.Adjective, c.Adverb = wordclass.Use{}, wordclass.Use{}
	}
	verb, otherwise := c.Verb.Count, max(c.Noun.Count, c.Adjective.Count, c.Adverb.Count)
	switch {
	case !c.Noun.Possible && !c.Adjective.Possible && !c.Adverb.Possible:
		return lately[o.base] // nouns as well, or may be
	case o.bent:
		return otherwise > 0 || verb < commonBent
	}
	return verb < commonVerb || verb < rarerElse*(otherwise+1)
}

// isNounPhrase reports whether a name can only be read as naming a thing or an activity: it
// begins with what can be no verb ("hull inspection", "monthly closing"), with a gerund
// ("processing of orders"), or with a word that is hardly ever a verb before a noun that is
// made of a verb ("ticket validation").
func isNounPhrase(name string) bool {
	list := model.Words(name)
	switch {
	case len(list) == 0:
		return false
	case determiners[list[0]]:
		return !isSentence(list)
	case len(list) > 2 && list[1] == "of":
		return wordclass.Of(list[0]).Noun.Possible || isDeverbal(list[0])
	}
	if first, _, _ := strings.Cut(strings.TrimSpace(name), " "); strings.Contains(first, "-") && len(list) > 2 && canBeVerb(list[strings.Count(first, "-")]) {
		return false // "fact-check article"
	}
	if tells(list) {
		return false
	}
	o := openingOf(list)
	head := list[len(list)-1]
	if len(list) == 1 {
		return o.typed.RareVerb || !o.verb && (o.typed.Noun.Possible || wordclass.Of(model.Singular(head)).Noun.Possible || isDeverbal(head))
	}
	if !o.verb {
		first := list[0]
		return o.typed.Known() || wordclass.Of(model.Singular(first)).Known() || isDeverbal(first)
	}
	if o.bent || !isDeverbal(head) {
		return false
	}
	c := o.typed
	if !c.Noun.Possible || english.IsVerb(o.base) {
		return false
	}
	// Nobody ferries an inspection: a verb that acts upon things does not act upon ideas. A
	// gerund may be a thing: training is recorded, and planning tested.
	ofThings := c.OfThings && c.Verb.Count < everyday && !isGerund(head)
	return c.RareVerb || ofThings || c.Noun.Count >= rarerVerb*(c.Verb.Count+1)
}

// tells: somebody does something, as in "customer places order": a verb in the third person
// stands behind the first word and before the last one, where no plural noun would.
func tells(list []string) bool {
	for i := 1; i+1 < len(list); i++ {
		if base, bent := english.BaseForm(list[i]); bent && isVerb(base) && !wordclass.Of(list[i]).Known() {
			return true
		}
	}
	return false
}

// nounEndings make nouns of verbs, with what may stand in the place of the ending.
var nounEndings = []struct {
	ending string
	back   []string // nil: the ending is enough
}{
	{"tion", nil}, {"sion", nil}, {"ment", nil}, {"ness", nil}, {"ance", nil}, {"ence", nil}, {"ancy", nil}, {"ency", nil}, {"ship", nil}, {"ity", nil}, {"sis", nil},
	{"al", []string{"", "e"}}, {"ure", []string{"", "e"}}, {"age", []string{"", "e"}}, {"ery", []string{"e", "er"}}, {"y", []string{"", "e"}},
}

// isDeverbal reports whether a word is a noun that is made of a verb, or a gerund, and no
// verb itself.
func isDeverbal(word string) bool {
	if isGerund(word) {
		return true
	}
	if c := wordclass.Of(word); c.Verb.Possible || len(word) < 6 || c.Known() && !c.Noun.Possible {
		return false
	}
	for _, e := range nounEndings {
		stem, ok := strings.CutSuffix(word, e.ending)
		if !ok {
			continue
		}
		if e.back == nil {
			return true
		}
		for _, b := range e.back {
			if wordclass.Of(stem + b).Verb.Possible {
				return true
			}
		}
	}
	return false
}

// isGerund: a verb with -ing, which is no verb in its base form itself; or a word with -ing
// that is not known otherwise.
func isGerund(word string) bool {
	stem, ok := strings.CutSuffix(word, "ing")
	if !ok || len(stem) < 3 || wordclass.Of(word).Verb.Possible {
		return false
	}
	if c := wordclass.Of(word); !c.Known() && len(stem) > 4 {
		return true
	}
	undoubled := stem
	if n := len(stem); stem[n-1] == stem[n-2] {
		undoubled = stem[:n-1]
	}
	return isVerb(stem) || isVerb(stem+"e") || isVerb(undoubled)
}

// vagueVerbs say that something happens and not what.
var vagueVerbs = words("handle manage process do deal perform administer treat execute work")
