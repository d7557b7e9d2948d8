package usecase

import (
	"fmt"
	"slices"

	"lexeon/core/model"
)

// MoveStep tells the changes that move a step before another one of the same flow, or to the
// end, and what has to be said of it. Alternatives that leave from several steps go on leaving
// from those that they left from; where the moved step is not beside these any more, they leave
// from one fewer.
func MoveStep(m *model.Model, step, before model.ID) (changes []model.Change, said []string, err error) {
	changes = []model.Change{&model.MovePart{ID: step, Before: before}}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return nil, nil, err
	}
	useCase := m.Element(m.Element(step).Owner)
	if useCase == nil || useCase.Kind != model.UseCase {
		return changes, nil, nil
	}
	was, now := Of(m, useCase.ID), Of(next, useCase.ID)
	place := map[model.ID]int{}
	for i, s := range now.Steps {
		place[s.ID] = i + 1
	}
	for _, a := range was.Alternatives {
		if a.From == 0 || a.To == a.From {
			continue // anywhere, or at one step, which it goes with
		}
		covered := was.Steps[a.From-1 : a.To]
		low, high := len(now.Steps)+1, 0
		for _, s := range covered {
			if s.ID != step {
				low, high = min(low, place[s.ID]), max(high, place[s.ID])
			}
		}
		if slices.ContainsFunc(covered, func(s *model.Element) bool { return s.ID == step }) {
			if at := place[step]; at >= low-1 && at <= high+1 {
				low, high = min(low, at), max(high, at)
			}
		}
		from, to := now.Steps[low-1].ID, now.Steps[high-1].ID
		if from == to {
			to = ""
		}
		if d := a.Element.Alternative(); d.From != from || d.To != to {
			changes = append(changes, &model.SetPart{ID: a.ID, Set: model.P("from", from, "to", to)})
		}
		if n := high - low + 1; n != len(covered) {
			said = append(said, fmt.Sprintf("Alternative %s leaves from %s now.", a.Label, stepsText(low, high)))
		}
	}
	return changes, said, nil
}

func stepsText(low, high int) string {
	if low == high {
		return fmt.Sprintf("step %d alone", low)
	}
	return fmt.Sprintf("steps %d to %d", low, high)
}
