package propose

import (
	"strings"

	"lexeon/core/model"
)

// State applies a statement to a model, placed on a diagram as a page would place it.
// The error is a *model.Fault: the text is not understood, or can be read in several
// ways; those are told, and none is picked.
func (pr *Proposer) State(m *model.Model, diagram model.ID, text, seed string) (*model.Model, Reading, error) {
	reply, err := pr.Statement(m, StatementRequest{Text: text, Diagram: diagram, Seed: seed})
	if err != nil {
		return nil, Reading{}, err
	}
	switch {
	case len(reply.Readings) == 0:
		why := reply.Problem
		if why == "" {
			why = "it is no statement"
		}
		return nil, Reading{}, model.Faultf(model.CodeSyntax, "%q: %s", text, why)
	case len(reply.Readings) > 1 && reply.Ambiguous:
		var ways []string
		for _, r := range reply.Readings {
			ways = append(ways, "  "+r.Statement)
		}
		return nil, Reading{}, model.Faultf(model.CodeRefused, "%q can be read in %d ways; say one of them:\n%s", text, len(ways), strings.Join(ways, "\n"))
	}
	r := reply.Readings[0]
	changes, err := model.DecodeChanges(r.Changes)
	if err != nil {
		return nil, r, err
	}
	next, _, _, err := model.Edit(m, changes)
	return next, r, err
}
