package model

import "regexp"

// TargetSetting is what a project has decided for an option of a target, such as the module
// that Go is generated as. Which targets and options there are is not known here.
type TargetSetting struct {
	Target string `json:"target"`
	Option string `json:"option"`
	Value  string `json:"value"`
}

var targetWord = regexp.MustCompile(`^[a-z][a-z0-9-]*$`)

const maxOption = 200 // characters of a value

// verifyTargets accepts targets and options that this version does not know: they are kept.
func verifyTargets(p *Project) error {
	seen := map[[2]string]bool{}
	for _, s := range p.Targets {
		key := [2]string{s.Target, s.Option}
		switch {
		case !targetWord.MatchString(s.Target) || !targetWord.MatchString(s.Option):
			return Faultf(CodeInvalid, "%q is not the option of a target, such as go module", s.Target+" "+s.Option).At(p.ID, "targets")
		case seen[key]:
			return Faultf(CodeInvalid, "the option %s of %s is set twice", s.Option, s.Target).At(p.ID, "targets")
		case len([]rune(s.Value)) > maxOption:
			return Faultf(CodeTooLarge, "the option %s of %s has more than %d characters", s.Option, s.Target, maxOption).At(p.ID, "targets")
		}
		seen[key] = true
	}
	return nil
}
