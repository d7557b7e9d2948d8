package propose

import (
	"slices"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

// StepsRequest asks what typing the flow of a use case would change.
type StepsRequest struct {
	UseCase model.ID `json:"useCase"`
	Text    string   `json:"text"`
	// Was is the flow that typing began with: what somebody else made of it since is
	// not written over unseen.
	Was  *string `json:"was"`
	Seed string  `json:"seed"`
}

// Steps tells what typing the flow of a use case would change.
func (pr *Proposer) Steps(m *model.Model, req StepsRequest) (ChangesReply, error) {
	if now := usecase.Text(m, usecase.Of(m, req.UseCase)); req.Was != nil && *req.Was != now && m.Element(req.UseCase) != nil && now != req.Text {
		return ChangesReply{}, model.Faultf(model.CodeConflict, "Somebody else changed these steps while you typed. Your text is still here, and theirs below it. Keeping it again writes over theirs.")
	}
	changes, err := usecase.EditChanges(m, req.UseCase, req.Text, req.Seed)
	if err != nil {
		return ChangesReply{}, err
	}
	return Accepted(m, changes)
}

// UseCaseStarterRequest asks what inserting a set of use cases would change.
type UseCaseStarterRequest struct {
	Starter string `json:"starter"`
	Seed    string `json:"seed"`
}

// UseCaseStarter tells what inserts a starter, on a diagram of its own.
func (pr *Proposer) UseCaseStarter(m *model.Model, req UseCaseStarterRequest) (LevelReply, error) {
	i := slices.IndexFunc(usecase.Starters, func(x usecase.Starter) bool { return x.Key == req.Starter })
	if i < 0 {
		return LevelReply{}, model.Faultf(model.CodeInvalid, "There is no starter %q.", req.Starter)
	}
	diagram := model.DeriveID("starter", req.Seed)
	changes, err := usecase.Starters[i].Changes(m, diagram, req.Seed)
	if err != nil {
		return LevelReply{}, err
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return LevelReply{}, err
	}
	arranged, err := pr.drawer.Arrange(next, diagram, "layers", nil)
	if err != nil {
		return LevelReply{}, err
	}
	return LevelReply{Changes: model.EncodeChanges(append(changes, arranged...)), Diagram: diagram}, nil
}
