package propose

import (
	"fmt"
	"strings"

	"lexeon/core/model"
)

// State applies a statement to a model, placed on a diagram as a page would place it.
// The error is a *model.Fault: the text is not understood, or can be read in several
// ways; those are told by number, and none is picked. way is the number of the one that is meant, from 1; 0: nobody said.
func (pr *Proposer) State(m *model.Model, diagram model.ID, text, seed string, way int) (*model.Model, Reading, error) {
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
	case way == 0 && len(reply.Readings) > 1 && reply.Ambiguous, way < 0, way > len(reply.Readings):
		var ways []string
		for i, r := range reply.Readings {
			ways = append(ways, strings.TrimSpace(fmt.Sprintf("%d  %s  %s", i+1, r.Statement, r.Note)))
		}
		return nil, Reading{}, model.Faultf(model.CodeRefused, "%q can be read in %d ways; say which one:\n%s", text, len(ways), strings.Join(ways, "\n"))
	}
	r := reply.Readings[max(way, 1)-1]
	changes, err := model.DecodeChanges(r.Changes)
	if err != nil {
		return nil, r, err
	}
	next, _, _, err := model.Edit(m, changes)
	return next, r, err
}
