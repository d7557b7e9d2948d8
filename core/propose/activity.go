package propose

import (
	"slices"

	"lexeon/core/activity"
	"lexeon/core/brief"
	"lexeon/core/model"
)

// ActivityRequest asks what writing into the cells of a row would change. A new
// row that is not there yet is added first. Cells that are not given stay.
type ActivityRequest struct {
	ID         model.ID `json:"id"`
	New        bool     `json:"new"`
	Before     model.ID `json:"before"`
	Performer  *string  `json:"performer"`
	Name       *string  `json:"name"`
	Inputs     *string  `json:"inputs"`
	Outputs    *string  `json:"outputs"`
	Processing *string  `json:"processing"`
	Timed      *bool    `json:"timed"`
	Sentences  *[]int   `json:"sentences"`
	Seed       string   `json:"seed"`
}

// Activity tells what writing into the cells of a row would change.
func (pr *Proposer) Activity(m *model.Model, req ActivityRequest) (ChangesReply, error) {
	changes, err := activityChanges(m, req)
	if err != nil {
		return ChangesReply{}, err
	}
	return Accepted(m, changes)
}

func activityChanges(m *model.Model, req ActivityRequest) ([]model.Change, error) {
	var out []model.Change
	id := req.ID
	set := model.Patch{}
	if req.Performer != nil {
		set["performer"] = model.P("x", *req.Performer)["x"]
	}
	if req.Inputs != nil {
		set["inputs"] = model.P("x", activity.ReadData(*req.Inputs, "from"))["x"]
	}
	if req.Outputs != nil {
		set["outputs"] = model.P("x", activity.ReadData(*req.Outputs, "to"))["x"]
	}
	if req.Timed != nil {
		set["timed"] = model.P("x", *req.Timed)["x"]
	}
	if req.Processing != nil {
		truth, ok := activity.ReadProcessing(*req.Processing)
		if !ok {
			return nil, model.Faultf(model.CodeInvalid, "%q is neither yes nor no.", *req.Processing).At(id, "processing")
		}
		set["processing"] = model.P("x", truth)["x"]
	}
	if req.New && m.Element(id) == nil {
		add := &model.AddElement{ID: id, Kind: model.Activity, Before: req.Before, Set: set}
		if req.Name != nil {
			add.Name = *req.Name
		}
		out = append(out, add)
	} else {
		if e := m.Element(id); e == nil || e.Kind != model.Activity {
			return nil, model.Faultf(model.CodeMissing, "This row does not exist any more.").At(id, "")
		}
		if req.Name != nil {
			out = append(out, &model.SetName{ID: id, Name: *req.Name})
		}
		if len(set) > 0 {
			out = append(out, &model.SetElement{ID: id, Set: set})
		}
	}
	if req.Sentences != nil {
		traces, err := sentenceTraces(m, id, *req.Sentences, req.Seed)
		if err != nil {
			return nil, err
		}
		out = append(out, traces...)
	}
	return out, nil
}

// sentenceTraces makes a row stem from exactly the sentences of these numbers.
func sentenceTraces(m *model.Model, row model.ID, numbers []int, seed string) ([]model.Change, error) {
	byNumber := sentencesByNumber(m)
	wanted := map[model.ID]bool{}
	var out []model.Change
	for _, n := range numbers {
		s, ok := byNumber[n]
		if !ok {
			return nil, model.Faultf(model.CodeInvalid, "There is no sentence %d in the brief.", n).At(row, "sentences")
		}
		wanted[s] = true
		if !slices.ContainsFunc(m.TracesOf(row), func(t *model.Relationship) bool { return t.Target == s }) {
			out = append(out, &model.Connect{ID: model.DeriveID("trace", seed, string(row), string(s)), Kind: model.Trace, Source: row, Target: s})
		}
	}
	for _, t := range m.TracesOf(row) {
		if !wanted[t.Target] && m.Element(t.Target).Kind == model.Sentence {
			out = append(out, &model.Delete{ID: t.ID})
		}
	}
	return out, nil
}

func sentencesByNumber(m *model.Model) map[int]model.ID {
	out := map[int]model.ID{}
	for id, n := range brief.Numbers(m) {
		if n > 0 {
			out[n] = id
		}
	}
	return out
}

// Table tells what rows pasted from a spreadsheet, or a CSV file, would add.
func (pr *Proposer) Table(m *model.Model, data []byte, seed string) (ChangesReply, error) {
	rows, err := activity.ReadCSV(data)
	if err != nil {
		return ChangesReply{}, err
	}
	return Accepted(m, activity.RowChanges(rows, sentencesByNumber(m), seed))
}
