package english

// prepositional are verbs whose object stands behind a preposition that belongs to them: asks for
// an appointment.
var prepositional = func() map[string]bool {
	out := map[string]bool{}
	for preposition, verbs := range map[string]string{
		"for":   "ask look wait search call care register account vouch arrange check bid",
		"on":    "decide vote report comment work insist call advise agree draw act",
		"after": "look",
		"to":    "respond reply react object attend consent listen",
		"with":  "deal",
		"of":    "dispose approve",
		"about": "decide enquire inquire complain ask",
		"over":  "watch preside",
		"at":    "look",
		"into":  "look",
		"upon":  "decide agree act",
	} {
		for verb := range Set(verbs) {
			out[verb+" "+preposition] = true
		}
	}
	return out
}()

// IsPrepositional reports whether what stands behind a verb and a preposition is what the verb is
// about, so that the preposition belongs to the verb.
func IsPrepositional(verb, preposition string) bool { return prepositional[verb+" "+preposition] }
