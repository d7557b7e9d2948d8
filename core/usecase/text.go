package usecase

import (
	"cmp"
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"lexeon/core/model"
)

// Text writes a flow as people type it, one step a line:
//
//	1 Beekeeper hands over the delivery note
//	2 include Identify lots
//	3 System registers the lot
//	2a The lot is known already
//	  2a1 System shows the lot
//	  goes on at 3
//	2-3a The scales fail
//	  ends with failure
//	*a Beekeeper gives up
//
// Read reads it again.
func Text(m *model.Model, f *Flow) string {
	var b strings.Builder
	for _, s := range f.Steps {
		fmt.Fprintf(&b, "%s %s\n", f.Number(s.ID), oneLine(StepText(m, s)))
	}
	for _, a := range f.Alternatives {
		fmt.Fprintf(&b, "%s %s\n", a.Label, oneLine(a.Name))
		for _, s := range a.Steps {
			fmt.Fprintf(&b, "  %s %s\n", f.Number(s.ID), oneLine(StepText(m, s)))
		}
		switch d := a.Alternative(); {
		case d.Rejoin != "":
			fmt.Fprintf(&b, "  goes on at %s\n", f.Number(d.Rejoin))
		case d.Ends == model.Succeed:
			b.WriteString("  ends with success\n")
		case d.Ends == model.Fail:
			b.WriteString("  ends with failure\n")
		}
	}
	return b.String()
}

func oneLine(s string) string { return strings.Join(strings.Fields(s), " ") }

// typed is a flow as it was typed. Steps and alternatives have the labels that
// were typed for them, or none.
type typed struct {
	steps        []typedStep
	alternatives []typedAlternative
}

type typedStep struct {
	label, text string
}

type typedAlternative struct {
	from, to  string // labels of steps; from is "*" for anywhere
	condition string
	steps     []typedStep
	rejoin    string
	ends      model.Ending
	line      int
}

var (
	alternativeLine = regexp.MustCompile(`^(?:(\d+)(?:\s*[-–]\s*(\d+))?|(\*))\s*([a-z]{1,2})(?:[.):]\s*|\s+|$)(.*)$`)
	subLine         = regexp.MustCompile(`^(?:\d+(?:\s*[-–]\s*\d+)?|\*)\s*[a-z]{1,2}\s*\d+(?:[.):]\s*|\s+)(.*)$`)
	stepLine        = regexp.MustCompile(`^(\d+)(?:[.):]\s*|\s+)(.*)$`)
	rejoinLine      = regexp.MustCompile(`(?i)^(?:it )?(?:goes?|goes? back|continues?) (?:on |back )?(?:at|to|with|from) (?:step )?(\d+)\.?$`)
	endsLine        = regexp.MustCompile(`(?i)^(?:it )?ends? (?:with|in) (success|failure)\.?$`)
	includeLine     = regexp.MustCompile(`(?i)^includes?:? +"?(.+?)"?\.?$`)
)

const maxSteps = 500

// read takes a text apart. Every line is understood: what is no alternative is a
// step. An error names the line that leads nowhere.
func read(text string) (*typed, error) {
	out := &typed{}
	current := -1 // alternative that lines belong to
	count := 0
	for i, raw := range strings.Split(strings.ReplaceAll(text, "\r\n", "\n"), "\n") {
		line := oneLine(raw)
		if line == "" {
			continue
		}
		if count++; count > maxSteps {
			return nil, model.Faultf(model.CodeTooLarge, "A use case of more than %d lines tells several at once: make two of it.", maxSteps).At("", "text")
		}
		indented := strings.HasPrefix(raw, " ") || strings.HasPrefix(raw, "\t")
		if g := subLine.FindStringSubmatch(line); g != nil && current >= 0 {
			out.alternatives[current].steps = append(out.alternatives[current].steps, typedStep{"", g[1]})
			continue
		}
		if g := alternativeLine.FindStringSubmatch(line); g != nil && g[5] != "" {
			from := g[1]
			if g[3] != "" {
				from = "*"
			}
			out.alternatives = append(out.alternatives, typedAlternative{from: from, to: g[2], condition: g[5], line: i + 1})
			current = len(out.alternatives) - 1
			continue
		}
		if current >= 0 {
			a := &out.alternatives[current]
			if g := rejoinLine.FindStringSubmatch(line); g != nil {
				a.rejoin, a.ends = g[1], model.NotSaid
				continue
			}
			if g := endsLine.FindStringSubmatch(line); g != nil {
				a.rejoin, a.ends = "", model.Ending(strings.ToLower(g[1]))
				continue
			}
		}
		g := stepLine.FindStringSubmatch(line)
		switch {
		case g != nil && (current < 0 || !indented):
			out.steps = append(out.steps, typedStep{g[1], g[2]})
			current = -1
		case g != nil:
			out.alternatives[current].steps = append(out.alternatives[current].steps, typedStep{"", g[2]})
		case current >= 0:
			out.alternatives[current].steps = append(out.alternatives[current].steps, typedStep{"", line})
		default:
			out.steps = append(out.steps, typedStep{"", line})
		}
	}
	return out, nil
}

// find is the step that a label means: the first that was typed with it, else the
// one at that place.
func (t *typed) find(label string) (int, bool) {
	for i, s := range t.steps {
		if s.label == label {
			return i, true
		}
	}
	n, err := strconv.Atoi(label)
	if err != nil || n < 1 || n > len(t.steps) {
		return 0, false
	}
	return n - 1, true
}

// sort puts alternatives in the order in which they are printed.
func (t *typed) sort() {
	place := func(label string) int {
		if label == "*" {
			return len(t.steps) + 1
		}
		i, _ := t.find(label)
		return i
	}
	last := func(a typedAlternative) int {
		if a.to == "" {
			return place(a.from)
		}
		return max(place(a.from), place(a.to))
	}
	slices.SortStableFunc(t.alternatives, func(a, b typedAlternative) int {
		return cmp.Or(cmp.Compare(place(a.from), place(b.from)), cmp.Compare(last(a), last(b)))
	})
}
