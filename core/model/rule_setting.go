package model

import "regexp"

// RuleSetting says how a project wants a rule of the check: with another severity, or not
// at all.
type RuleSetting struct {
	Rule     string       `json:"rule"` // its name: family/what
	Severity RuleSeverity `json:"severity"`
}

// RuleSeverity is one of the severities of findings, or RuleOff.
type RuleSeverity string

// RuleOff: the rule finds nothing.
const RuleOff RuleSeverity = "off"

var (
	ruleSeverities = []string{"error", "warning", "advice", "question", string(RuleOff)}
	ruleName       = regexp.MustCompile(`^[a-z]+/[a-z-]+$`)
)

// verifyRules accepts rules that this version does not know: they are kept.
func verifyRules(p *Project) error {
	seen := map[string]bool{}
	for _, s := range p.Rules {
		switch {
		case !ruleName.MatchString(s.Rule):
			return Faultf(CodeInvalid, "%q is not the name of a rule, such as class/shadowing", s.Rule).At(p.ID, "rules")
		case seen[s.Rule]:
			return Faultf(CodeInvalid, "the rule %s is set twice", s.Rule).At(p.ID, "rules")
		}
		seen[s.Rule] = true
		if err := verifyWords(p.ID, "rules", string(s.Severity), ruleSeverities); err != nil {
			return err
		}
	}
	return nil
}
