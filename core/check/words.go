package check

import (
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// Rules on words fire only where no reading of the words fits. These verbs have
// no use as a noun, so a name that begins with one is a verb phrase: "dispatch
// note", "recall demand" and "grade" are not among them.
var verbsOnly = words(`accept add allocate allow analyse analyze apply approve arrange ask assemble assign attach authorise authorize
	become begin bottle bring build buy calculate cancel carry choose classify collect combine compare compile complete compute confirm
	consider convert create cultivate decide define delete deliver derive describe destroy determine develop discard discover discuss
	distribute divide dry edit eliminate enable encode ensure enter establish evaluate examine execute expect explain extract fetch fill
	find finish forget fulfil fulfill gather generate get give grow happen harmonise hear hold identify inform insert inspect install
	invite issue join keep learn lend let maintain make measure merge mix modify move notify obtain offer order organise organize
	pay perform pick prepare prevent print produce provide publish put raise read receive recognise recognize reconcile reduce refine
	refuse register reject remove replace reply repair resolve respond restore retrieve return see seek select sell send separate serve
	settle show solve sort store submit subtract supply take tell transform transfer transmit transport try update use validate verify
	weigh write`)

// nounsToo are verbs of the list above that are nouns as well: alone or before
// another noun they are fine.
var nounsToo = words(`approach bottle buy dry edit fill find hold issue join keep make measure mix move offer order pay pick print produce put
	raise read register reply repair return see serve show sort store supply take transfer transport try update use build grow let transform refuse`)

func words(text string) map[string]bool {
	out := map[string]bool{}
	for w := range strings.FieldsSeq(text) {
		out[w] = true
	}
	return out
}

// isVerbPhrase reports whether a name can only be read as a verb phrase: it
// begins with a verb that is never a noun, in its base form or with an s, and
// names what it acts upon.
func isVerbPhrase(name string) bool {
	list := model.Words(name)
	if len(list) == 0 {
		return false
	}
	base, bent := english.BaseForm(list[0])
	// "register the lot": an article after a verb leaves no doubt.
	article := len(list) > 2 && (list[1] == "the" || list[1] == "a" || list[1] == "an" || list[1] == "each")
	switch {
	case verbsOnly[base] && (!nounsToo[base] || article):
		return len(list) > 1 || !bent
	}
	return false
}

var nounEndings = []string{"tion", "sion", "ment", "ness", "ance", "ence", "ancy", "ency", "ship", "ity"}

// verbsLikeNouns end like nouns and are verbs: "question member".
var verbsLikeNouns = words(`question mention position condition motion audition function caution section ration partition station commission
	petition proportion auction implement supplement complement document comment experiment witness harness balance finance advance
	enhance reference sequence silence influence experience evidence license licence sentence ship process`)

// isNounPhrase reports whether a name has no verb to begin with: it ends with a
// noun made of a verb ("Lot reception", "Settlement"), or is one that ends in
// -ing ("Member processing"), and its first word is no verb.
func isNounPhrase(name string) bool {
	list := model.Words(name)
	if len(list) == 0 {
		return false
	}
	first, last := list[0], list[len(list)-1]
	if first == "the" || first == "a" || first == "an" {
		return true
	}
	ends := func(w string) bool {
		if verbsLikeNouns[w] || len(w) < 6 {
			return false
		}
		for _, e := range nounEndings {
			if strings.HasSuffix(w, e) {
				return true
			}
		}
		return false
	}
	if len(list) == 1 {
		return ends(first)
	}
	base, _ := english.BaseForm(first)
	if verbsOnly[base] || commonVerbs[base] {
		return false
	}
	// The first word could be a verb that is not known here; only a noun that
	// acts on nothing is left over: "Lot reception", "Member processing".
	return (ends(last) || strings.HasSuffix(last, "ing") && len(last) > 5) && isKnownNoun(first)
}

// commonVerbs are further verbs that names of processes begin with; most are
// nouns as well.
var commonVerbs = words(`answer archive attend audit award bill blend book call check claim clean clear close control copy correct count credit
	debit delay design dispatch display do document draft draw draught drop enrol enroll estimate exchange file filter follow forecast form
	forward grade greet group handle help import export invoice label leave link list load locate log look manage map mark match meet monitor
	note open pack park place plan plot post present press process project promise purchase quote rank rate recall reckon record release rent
	report request reserve reset review reward run sample save scan schedule score screen seal search set shape sign slice sow spin split
	stack stamp start stock stop stir suggest sum survey swap tag talk test think time trace track trade train treat turn view visit wait
	warn wash watch water work wrap dose brew roast tie haul feed keep tune light calibrate`)

// isKnownNoun: words that are hardly ever verbs, or end like nouns that are none.
func isKnownNoun(w string) bool {
	if commonNouns[model.Singular(w)] {
		return true
	}
	for _, e := range []string{"er", "or", "tion", "ment", "ness", "ity", "ist", "age", "ure"} {
		if strings.HasSuffix(w, e) && len(w) > 5 && !commonVerbs[w] && !verbsOnly[w] && !verbsLikeNouns[w] {
			return e == "tion" || e == "ment" || e == "ness" || e == "ity" || e == "ist"
		}
	}
	return false
}

var commonNouns = words(`account address article beekeeper boat customer data date day delivery department employee error event goods
	hive honey invoice item jar keeper lamp lighthouse lot member message month number office paper patient payment person price product
	receipt recipe result retailer statement supplier system table user weather year`)

// vagueVerbs say that something happens and not what.
var vagueVerbs = words("handle manage process do deal perform administer treat execute work")
