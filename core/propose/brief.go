package propose

import (
	"strconv"
	"strings"

	"lexeon/core/brief"
	"lexeon/core/model"
)

// BriefTextRequest asks what a new text of a section would change; without a
// section, what an uploaded text would add.
type BriefTextRequest struct {
	Section model.ID `json:"section"`
	Title   string   `json:"title"`
	Text    string   `json:"text"`
	Seed    string   `json:"seed"`
	// Was is the text that typing began with: what somebody else made of the section
	// since is not written over unseen.
	Was *string `json:"was"`
}

// Brief tells what a new text of a section would change.
func (pr *Proposer) Brief(m *model.Model, req BriefTextRequest) (ChangesReply, error) {
	if now := brief.Text(m.Children(req.Section, model.Sentence)); req.Section != "" && req.Was != nil && *req.Was != now && now != req.Text && m.Element(req.Section) != nil {
		return ChangesReply{}, model.Faultf(model.CodeConflict, "Somebody else changed this section while you typed. Your text is still here, and theirs below it. Saving it again writes over theirs.")
	}
	changes, err := briefChanges(m, req)
	if err != nil {
		return ChangesReply{}, err
	}
	return Accepted(m, changes)
}

func briefChanges(m *model.Model, req BriefTextRequest) ([]model.Change, error) {
	if req.Section != "" {
		return brief.EditChanges(m, req.Section, req.Text, req.Seed)
	}
	// The whole text first: its problems are told with its own lines.
	if _, err := brief.Split(req.Text); err != nil {
		return nil, err
	}
	title := strings.TrimSpace(req.Title)
	if title == "" {
		title = "Brief"
	}
	var out []model.Change
	draft := m
	for i, part := range brief.Parts(req.Text, title) {
		id := model.DeriveID("section", req.Seed, strconv.Itoa(i))
		name := []rune(part.Title)
		add := &model.AddElement{ID: id, Kind: model.Section, Name: string(name[:min(len(name), model.MaxNameLength)])}
		next, _, _, err := model.Edit(draft, []model.Change{add})
		if err != nil {
			return nil, err
		}
		sentences, err := brief.EditChanges(next, id, part.Text, req.Seed+strconv.Itoa(i))
		if err != nil {
			return nil, err
		}
		draft = next
		out = append(append(out, add), sentences...)
	}
	if len(out) == 0 {
		return nil, model.Faultf(model.CodeInvalid, "The text is empty.").At("", "text")
	}
	return out, nil
}
