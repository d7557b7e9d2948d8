package model

import "regexp"

var languageTag = regexp.MustCompile(`^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$`)

// verifyLanguage accepts any language tag, known or not.
func verifyLanguage(p *Project) error {
	if p.Language != "" && !languageTag.MatchString(p.Language) {
		return Faultf(CodeInvalid, "%q is not a language tag, such as en or pt-BR", p.Language).At(p.ID, "language")
	}
	return nil
}

// InEnglish reports whether the names of the project are English.
func (p *Project) InEnglish() bool {
	return p.Language == "" || p.Language == "en" || len(p.Language) > 2 && p.Language[:3] == "en-"
}
