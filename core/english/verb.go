// Package english knows how English words bend, as far as texts and names need it.
package english

import "strings"

// BaseForm is the base form of a verb: of registers, register. It tells whether the
// verb was in the third person. Of several base forms that the ending allows it is the one that
// is a verb: focuses, focus; uses, use; quizzes, quiz.
func BaseForm(w string) (base string, bent bool) {
	candidates := baseForms(w)
	for _, c := range candidates {
		if CanBeVerb(c) {
			return c, true
		}
	}
	if len(candidates) > 0 {
		return candidates[0], true
	}
	return w, false
}

// baseForms are the forms that a verb in the third person may come from, the one that the
// rule says first.
func baseForms(w string) []string {
	switch {
	case w == "has":
		return []string{"have"}
	case strings.HasSuffix(w, "ies") && len(w) > 4:
		return []string{w[:len(w)-3] + "y", w[:len(w)-1]}
	case strings.HasSuffix(w, "zzes") && len(w) > 4:
		return []string{w[:len(w)-2], w[:len(w)-3], w[:len(w)-1]}
	case hasAnySuffix(w, "sses", "shes", "ches", "xes", "zes") && len(w) > 4:
		if verbs[w[:len(w)-1]] {
			return []string{w[:len(w)-1]}
		}
		return []string{w[:len(w)-2], w[:len(w)-1]}
	case hasAnySuffix(w, "ses", "oes") && len(w) > 3:
		return []string{w[:len(w)-1], w[:len(w)-2]}
	case strings.HasSuffix(w, "s") && !strings.HasSuffix(w, "ss") && len(w) > 3:
		return []string{w[:len(w)-1]}
	}
	return nil
}

func hasAnySuffix(w string, suffixes ...string) bool {
	for _, s := range suffixes {
		if strings.HasSuffix(w, s) {
			return true
		}
	}
	return false
}

// ThirdPerson bends a verb into the third person: weigh, weighs; carry, carries; look up, looks up.
func ThirdPerson(lemma string) string {
	if verb, particle, ok := strings.Cut(lemma, " "); ok {
		return ThirdPerson(verb) + " " + particle
	}
	switch {
	case strings.HasSuffix(lemma, "y") && len(lemma) > 1 && !strings.ContainsRune("aeiou", rune(lemma[len(lemma)-2])):
		return lemma[:len(lemma)-1] + "ies"
	case strings.HasSuffix(lemma, "s") || strings.HasSuffix(lemma, "sh") || strings.HasSuffix(lemma, "ch") || strings.HasSuffix(lemma, "x") || strings.HasSuffix(lemma, "z") || strings.HasSuffix(lemma, "o"):
		return lemma + "es"
	}
	return lemma + "s"
}

// IsVerb reports whether a word is the base form of a verb that briefs are written
// with.
func IsVerb(word string) bool { return verbs[word] }

// Set makes a set of the words of a text.
func Set(words string) map[string]bool {
	out := map[string]bool{}
	for w := range strings.FieldsSeq(words) {
		out[w] = true
	}
	return out
}

// verbs are the verbs that briefs are written with, in their base form.
var verbs = Set(`accept add adjust allocate allow announce answer apply approve arrange arrive ask assemble assign attach attend award bind bind blend book
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
	email e-mail fax text upload download warn wash watch water weave weigh work write`)
