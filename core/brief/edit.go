package brief

import (
	"fmt"

	"lexeon/core/match"
	"lexeon/core/model"
)

// EditChanges tells the changes that make a section say a new text. Sentences
// that stay keep their identity and with it their traces: equal ones first, then
// in the gaps between them those that were edited; equal ones that stand
// elsewhere now have moved.
func EditChanges(m *model.Model, section model.ID, text, seed string) ([]model.Change, error) {
	if s := m.Element(section); s == nil || s.Kind != model.Section {
		return nil, model.Faultf(model.CodeMissing, "There is no such section any more.").At(section, "")
	}
	pieces, err := Split(text)
	if err != nil {
		return nil, err
	}
	old := m.Children(section, model.Sentence)
	before, after := make([]string, len(old)), make([]string, len(pieces))
	for i, e := range old {
		before[i] = e.Sentence().Text
	}
	for j, p := range pieces {
		after[j] = p.Text
	}
	found, moved := match.Texts(before, after)
	var out []model.Change
	used := map[int]bool{}
	for _, i := range found {
		used[i] = i >= 0
	}
	for i, e := range old {
		if !used[i] {
			out = append(out, &model.Delete{ID: e.ID})
		}
	}
	next := model.ID("")
	for j := len(pieces) - 1; j >= 0; j-- {
		p := pieces[j]
		if found[j] < 0 {
			id := model.DeriveID("sentence", seed, string(section), fmt.Sprint(j))
			out = append(out, &model.AddElement{ID: id, Kind: model.Sentence, Owner: section, Before: next, Set: model.P("text", p.Text, "break", p.Break)})
			next = id
			continue
		}
		e := old[found[j]]
		if s := e.Sentence(); s.Text != p.Text || s.Break != p.Break {
			out = append(out, &model.SetElement{ID: e.ID, Set: model.P("text", p.Text, "break", p.Break)})
		}
		if moved[j] {
			out = append(out, &model.MovePart{ID: e.ID, Before: next})
		}
		next = e.ID
	}
	return out, nil
}
