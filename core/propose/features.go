package propose

import (
	"encoding/json"

	"lexeon/core/model"
	"lexeon/core/notation"
)

// FeaturesReply tells what a text of features would change, and the lines that cannot be read.
type FeaturesReply struct {
	Changes  json.RawMessage `json:"changes"`
	Problems []LineProblem   `json:"problems"`
}

// LineProblem is a line that cannot be read.
type LineProblem struct {
	Line    string `json:"line"`
	Problem string `json:"problem"`
}

// FeaturesRequest asks what a text of features would change.
type FeaturesRequest struct {
	Element model.ID `json:"element"`
	Text    string   `json:"text"`
	Seed    string   `json:"seed"`
}

// Features tells the changes that a text of features would make.
func (pr *Proposer) Features(m *model.Model, req FeaturesRequest) (FeaturesReply, error) {
	e := m.Element(req.Element)
	if e == nil || !e.Kind.HasFeatures() && e.Kind != model.Object {
		return FeaturesReply{}, model.Faultf(model.CodeMissing, "It does not exist any more.")
	}
	var changes []model.Change
	if e.Kind == model.Object {
		changes, err := notation.EditObject(m, e, req.Text)
		if err != nil {
			return FeaturesReply{}, err
		}
		return FeaturesReply{model.EncodeChanges(changes), []LineProblem{}}, nil
	}
	changes = notation.EditFeatures(m, e, req.Text, req.Seed)
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return FeaturesReply{}, err
	}
	problems := []LineProblem{}
	for _, f := range notation.ReadFeatures(notation.ContextOf(m, e), req.Text) {
		if f.Problem != "" {
			problems = append(problems, LineProblem{f.Text, f.Problem})
		}
	}
	return FeaturesReply{model.EncodeChanges(changes), problems}, nil
}
