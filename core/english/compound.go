package english

// headsOf are nouns that make a name of their own with "of" and a noun without an article behind
// them: statement of use, date of birth, bill of lading.
var headsOf = Set(`statement certificate letter bill notice proof deed declaration record memorandum confirmation report
	date country port cause point code power terms letter means chain head`)

// JoinsOf reports whether a noun and another one, in the singular and without an article, make one
// name with "of" between them.
func JoinsOf(head, behind string) bool { return headsOf[head] && behind != "" }
