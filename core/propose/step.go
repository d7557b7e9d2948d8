package propose

import (
	"strings"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

// StepMoveRequest moves a step of a use case before another one, or to the end.
type StepMoveRequest struct {
	Step   model.ID `json:"step"`
	Before model.ID `json:"before,omitempty"`
}

// StepMoveReply are the changes, and what has to be said of them.
type StepMoveReply struct {
	ChangesReply
	Said string `json:"said"`
}

// StepMove tells them.
func (pr *Proposer) StepMove(m *model.Model, req StepMoveRequest) (StepMoveReply, error) {
	if e := m.Element(req.Step); e == nil || e.Kind != model.Step {
		return StepMoveReply{}, model.Faultf(model.CodeMissing, "There is no such step any more.").At(req.Step, "")
	}
	changes, said, err := usecase.MoveStep(m, req.Step, req.Before)
	if err != nil {
		return StepMoveReply{}, err
	}
	return StepMoveReply{replyOf(changes), strings.Join(said, " ")}, nil
}
