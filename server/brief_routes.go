package server

import (
	"encoding/json"
	"net/http"
	"slices"
	"time"

	"github.com/labstack/echo/v5"

	"lexeon/core/brief"
	"lexeon/core/brief/reading"
	"lexeon/core/model"
	"lexeon/core/propose"
	"lexeon/core/view"
	"lexeon/store"
)

// readingView is what was found in a brief.
type readingView struct {
	Revision   int64           `json:"revision"`
	Sentences  []readSentence  `json:"sentences"`
	Candidates []candidateView `json:"candidates"`
	Rows       []proposedRow   `json:"rows"` // that the activity table could have
}

// readSentence is a sentence in pieces, and what is proposed for it. Text tells
// which wording was read: the page may know a newer one.
type readSentence struct {
	ID        model.ID       `json:"id"`
	Text      string         `json:"text"`
	Marks     []markView     `json:"marks"`
	Proposals []proposalView `json:"proposals"`
}

type markView struct {
	Text      string `json:"text"`
	Candidate string `json:"candidate,omitempty"`
	Tell      string `json:"tell,omitempty"` // what the phrase gives away, in words
}

// proposalView is a statement proposed for a sentence, with what it would do.
type proposalView struct {
	Text    string          `json:"text"`
	Changes json.RawMessage `json:"changes"`
}

type candidateView struct {
	Key        string       `json:"key"`
	Word       brief.Word   `json:"word"`
	Name       string       `json:"name"`
	Subject    string       `json:"subject,omitempty"`
	Count      int          `json:"count"`
	Sentences  []model.ID   `json:"sentences"`
	Kinds      []kindChoice `json:"kinds"` // the likeliest first
	Owners     []view.Row   `json:"owners"`
	Existing   []view.Row   `json:"existing"`
	Activities int          `json:"activities"` // that it could have in the table
	Inside     bool         `json:"inside"`     // it works on data: it is no external entity
	Rejected   bool         `json:"rejected"`
	Traced     bool         `json:"traced"`
}

type kindChoice struct {
	Kind  model.Kind `json:"kind"`
	Title string     `json:"title"`
	Digit int        `json:"digit"` // the key that takes it, the same for all words
	Name  string     `json:"name"`  // as it would be written
	There bool       `json:"there"` // an element of this kind bears the name: it is traced to
}

type proposedRow struct {
	Sentence  model.ID        `json:"sentence"`
	Number    int             `json:"number"`
	Performer string          `json:"performer"`
	Name      string          `json:"name"`
	There     bool            `json:"there"`
	Inputs    []model.Datum   `json:"inputs"`
	Outputs   []model.Datum   `json:"outputs"`
	Changes   json.RawMessage `json:"changes"`
}

// readingOfBrief tells what was found in the brief.
func (s *Server) readingOfBrief(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	found := s.reader.Read(m)
	out := readingView{Revision: v.Revision, Sentences: []readSentence{}, Candidates: []candidateView{}, Rows: []proposedRow{}}
	numbers := brief.Numbers(m)
	for _, e := range brief.Sentences(m) {
		out.Sentences = append(out.Sentences, viewSentence(m, e.Element, found))
	}
	for _, candidate := range found.Candidates {
		out.Candidates = append(out.Candidates, viewCandidate(m, candidate))
	}
	for _, r := range found.Rows {
		out.Rows = append(out.Rows, viewProposedRow(r, numbers[r.Sentence]))
	}
	return c.JSON(http.StatusOK, out)
}

func viewSentence(m *model.Model, e *model.Element, found *reading.Reading) readSentence {
	out := readSentence{ID: e.ID, Text: e.Sentence().Text, Marks: []markView{}, Proposals: []proposalView{}}
	for _, mark := range found.Marks[e.ID] {
		out.Marks = append(out.Marks, markView{mark.Text, mark.Candidate, reading.Titles[mark.Tell]})
	}
	for _, text := range found.Proposals[e.ID] {
		if changes, ok := brief.ProposalChanges(m, text, e.ID); ok {
			out.Proposals = append(out.Proposals, proposalView{text, model.EncodeChanges(changes)})
		}
	}
	return out
}

func viewCandidate(m *model.Model, c *brief.Candidate) candidateView {
	out := candidateView{Key: c.Key, Word: c.Word, Name: c.Name, Subject: c.Subject, Count: c.Count, Sentences: c.Sentences, Rejected: c.Rejected, Traced: c.Traced, Activities: c.Activities, Inside: c.Inside,
		Kinds: []kindChoice{}, Owners: []view.Row{}, Existing: []view.Row{}}
	if c.Activities > 0 {
		out.Kinds = append(out.Kinds, kindChoice{Kind: performer, Title: "performer", Digit: brief.PerformerDigit, Name: brief.NameAs(c.Name, model.Entity)})
	}
	for _, k := range c.Kinds {
		out.Kinds = append(out.Kinds, kindChoice{k, k.Title(), brief.Digit(k), brief.NameAs(c.Name, k), slices.ContainsFunc(c.Existing, func(id model.ID) bool { return m.Element(id).Kind == k })})
	}
	if c.Activities > 0 && !c.Inside && len(out.Kinds) > 1 { // who only hands over is outside in the first place
		out.Kinds[0], out.Kinds[1] = out.Kinds[1], out.Kinds[0]
	}
	for _, id := range c.Existing {
		out.Existing = append(out.Existing, view.Row{ID: id, Title: m.Describe(id)})
	}
	for _, owner := range []string{c.Owner, c.Object, c.Subject} {
		for _, e := range m.ClassifiersByTerm(owner) {
			if owner != "" && !slices.ContainsFunc(out.Owners, func(r view.Row) bool { return r.ID == e.ID }) {
				out.Owners = append(out.Owners, view.Row{ID: e.ID, Title: e.Name})
			}
		}
	}
	return out
}

// performerChanges put all that somebody does into the activity table.
func performerChanges(found *reading.Reading, c *brief.Candidate) []model.Change {
	var out []model.Change
	for _, r := range found.RowsBy(c.Name) {
		if !r.There {
			out = append(out, rowChanges(r)...)
		}
	}
	return out
}

func viewProposedRow(r reading.RowProposal, number int) proposedRow {
	return proposedRow{Sentence: r.Sentence, Number: number, Performer: r.Data.Performer, Name: r.Name, There: r.There, Changes: model.EncodeChanges(rowChanges(r)),
		Inputs: r.Data.Inputs, Outputs: r.Data.Outputs}
}

func rowChanges(r reading.RowProposal) []model.Change {
	id := model.DeriveID("proposed", string(r.Sentence), r.Name, r.Data.Performer)
	return []model.Change{
		&model.AddElement{ID: id, Kind: model.Activity, Name: r.Name, Set: model.P("performer", r.Data.Performer, "inputs", r.Data.Inputs, "outputs", r.Data.Outputs, "processing", r.Data.Processing)},
		&model.Connect{ID: model.DeriveID("trace", string(id)), Kind: model.Trace, Source: id, Target: r.Sentence},
	}
}

// performer stands among the kinds for what becomes of somebody who does something: the rows of
// the activity table.
const performer model.Kind = "performer"

// sendChanges answers with changes that the model would accept, or says why not.
func (s *Server) sendChanges(c *echo.Context, v *store.Version, changes []model.Change) error {
	reply, err := propose.Accepted(v.Model, changes)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, reply)
}

// candidateRequest asks what accepting or rejecting a candidate would change.
type candidateRequest struct {
	Key    string     `json:"key"`
	Kind   model.Kind `json:"kind"`
	Owner  model.ID   `json:"owner"`
	Reject bool       `json:"reject"`
	Back   bool       `json:"back"` // take back that it was rejected
	Seed   string     `json:"seed"`
}

func (s *Server) readCandidate(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req candidateRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	found := s.reader.Read(v.Model)
	for _, candidate := range found.Candidates {
		if candidate.Key != req.Key {
			continue
		}
		if req.Kind == performer && !req.Reject && !req.Back {
			return s.sendChanges(c, v, performerChanges(found, candidate))
		}
		if req.Reject || req.Back {
			return s.sendChanges(c, v, brief.RejectChanges(v.Model, candidate, req.Back))
		}
		changes, _, err := brief.AcceptChanges(v.Model, candidate, req.Kind, req.Owner, req.Seed)
		if err != nil {
			return err
		}
		return s.sendChanges(c, v, changes)
	}
	return problem(http.StatusNotFound, "missing", "The brief does not say that any more.")
}

// briefChangeView is one change of the brief, for its history.
type briefChangeView struct {
	Revision int64      `json:"revision"`
	Author   string     `json:"author"`
	At       time.Time  `json:"at"`
	Edits    []textEdit `json:"edits"`
}

type textEdit struct {
	Before string `json:"before,omitempty"`
	After  string `json:"after,omitempty"`
}

// briefHistory tells how the words of the brief changed, the newest first.
func (s *Server) briefHistory(c *echo.Context) error {
	id, v, err := s.current(c)
	if err != nil {
		return err
	}
	entries, err := s.store.Wordings(c.Request().Context(), id, 500)
	if err != nil {
		return err
	}
	out := []briefChangeView{}
	for _, e := range entries {
		edits, err := briefEdits(v.Model, e.States, e.Inverse)
		if err != nil {
			return err
		}
		if len(edits) > 0 {
			out = append(out, briefChangeView{e.Revision, e.AuthorName, e.At, edits})
		}
	}
	return c.JSON(http.StatusOK, out)
}

// briefEdits picks from the states of a change, and those that lead back, the
// texts of sentences.
func briefEdits(m *model.Model, states, inverse json.RawMessage) ([]textEdit, error) {
	type state struct {
		ID     model.ID                   `json:"id"`
		Insert map[string]json.RawMessage `json:"insert"`
		Set    map[string]json.RawMessage `json:"set"`
	}
	texts := func(raw json.RawMessage) (map[model.ID]string, []model.ID, error) {
		var list []state
		var wrapped []struct {
			Rows []state `json:"rows"`
		}
		if err := json.Unmarshal(raw, &wrapped); err == nil && len(wrapped) > 0 && len(wrapped[0].Rows) > 0 {
			for _, w := range wrapped { // an inverse is a list of changes that restore
				list = append(list, w.Rows...)
			}
		} else if err := json.Unmarshal(raw, &list); err != nil {
			return nil, nil, err
		}
		out := map[model.ID]string{}
		var order []model.ID
		for _, st := range list {
			if e := m.Element(st.ID); e != nil && e.Kind != model.Sentence {
				continue
			}
			members := st.Set
			var kind string
			if st.Insert != nil {
				members = st.Insert
				_ = json.Unmarshal(members["kind"], &kind) // absent: another kind of row
				if kind != string(model.Sentence) {
					continue
				}
			}
			var text string
			if raw, ok := members["text"]; ok && json.Unmarshal(raw, &text) == nil {
				out[st.ID] = text
				order = append(order, st.ID)
			}
		}
		return out, order, nil
	}
	after, order, err := texts(states)
	if err != nil {
		return nil, err
	}
	before, gone, err := texts(inverse)
	if err != nil {
		return nil, err
	}
	var out []textEdit
	for _, id := range order {
		out = append(out, textEdit{before[id], after[id]})
	}
	for _, id := range gone {
		if _, still := after[id]; !still {
			out = append(out, textEdit{Before: before[id]})
		}
	}
	return out, nil
}
