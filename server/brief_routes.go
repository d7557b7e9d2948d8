package server

import (
	"encoding/json"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/labstack/echo/v5"

	"lexeon/core/brief"
	"lexeon/core/brief/reading"
	"lexeon/core/model"
)

type briefView struct {
	Revision   int64           `json:"revision"`
	Sections   []sectionView   `json:"sections"`
	Candidates []candidateView `json:"candidates"`
	Coverage   coverageView    `json:"coverage"`
	Unsourced  []rowView       `json:"unsourced"` // elements that stem from nothing
	Rows       []proposedRow   `json:"rows"`      // that the activity table could have
}

type sectionView struct {
	ID        model.ID       `json:"id"`
	Title     string         `json:"title"`
	Text      string         `json:"text"` // for editing
	Sentences []sentenceView `json:"sentences"`
	Coverage  coverageView   `json:"coverage"`
}

type sentenceView struct {
	ID         model.ID       `json:"id"`
	Number     int            `json:"number"` // 0: a heading
	Break      model.Break    `json:"break"`
	Irrelevant bool           `json:"irrelevant"`
	Marks      []markView     `json:"marks"`
	Traces     []traceView    `json:"traces"`
	Proposals  []proposalView `json:"proposals"`
}

type markView struct {
	Text      string `json:"text"`
	Candidate string `json:"candidate,omitempty"`
	Tell      string `json:"tell,omitempty"` // what the phrase gives away, in words
}

type traceView struct {
	ID      model.ID `json:"id"`  // of the trace
	Row     model.ID `json:"row"` // what stems from the sentence
	Title   string   `json:"title"`
	Diagram model.ID `json:"diagram,omitempty"`
}

// proposalView is a statement proposed for a sentence, with what it would do.
type proposalView struct {
	Text    string          `json:"text"`
	Changes json.RawMessage `json:"changes"`
}

type candidateView struct {
	Key       string       `json:"key"`
	Word      brief.Word   `json:"word"`
	Name      string       `json:"name"`
	Subject   string       `json:"subject,omitempty"`
	Count     int          `json:"count"`
	Sentences []model.ID   `json:"sentences"`
	Kinds     []kindChoice `json:"kinds"` // the likeliest first
	Owners    []rowView    `json:"owners"`
	Existing  []rowView    `json:"existing"`
	Rejected  bool         `json:"rejected"`
	Traced    bool         `json:"traced"`
}

type kindChoice struct {
	Kind  model.Kind `json:"kind"`
	Title string     `json:"title"`
	Name  string     `json:"name"`  // as it would be written
	There bool       `json:"there"` // an element of this kind bears the name: it is traced to
}

type rowView struct {
	ID    model.ID `json:"id"`
	Title string   `json:"title"`
}

type coverageView struct {
	Sentences int `json:"sentences"`
	Covered   int `json:"covered"`
}

type proposedRow struct {
	Sentence  model.ID        `json:"sentence"`
	Number    int             `json:"number"`
	Performer string          `json:"performer"`
	Name      string          `json:"name"`
	There     bool            `json:"there"`
	Changes   json.RawMessage `json:"changes"`
}

// brief is the brief with what was found in it.
func (s *Server) brief(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	found := s.reader.Read(m)
	out := briefView{Revision: v.Revision, Sections: []sectionView{}, Candidates: []candidateView{}, Unsourced: []rowView{}, Rows: []proposedRow{}}
	numbers := brief.Numbers(m)
	for _, section := range m.OfKind(model.Section) {
		sentences := m.Children(section.ID, model.Sentence)
		sv := sectionView{ID: section.ID, Title: section.Name, Text: brief.Text(sentences), Sentences: []sentenceView{}, Coverage: viewCoverage(brief.CoverageOf(m, section.ID))}
		for _, e := range sentences {
			sv.Sentences = append(sv.Sentences, viewSentence(m, e, numbers[e.ID], found))
		}
		out.Sections = append(out.Sections, sv)
	}
	for _, candidate := range found.Candidates {
		out.Candidates = append(out.Candidates, viewCandidate(m, candidate))
	}
	out.Coverage = viewCoverage(brief.CoverageOf(m, ""))
	for _, e := range brief.Unsourced(m) {
		out.Unsourced = append(out.Unsourced, rowView{e.ID, m.Describe(e.ID)})
	}
	for _, r := range found.Rows {
		out.Rows = append(out.Rows, viewProposedRow(r, numbers[r.Sentence]))
	}
	return c.JSON(http.StatusOK, out)
}

func viewCoverage(c brief.Coverage) coverageView { return coverageView{c.Sentences, c.Covered} }

func viewSentence(m *model.Model, e *model.Element, number int, found *reading.Reading) sentenceView {
	d := e.Sentence()
	out := sentenceView{ID: e.ID, Number: number, Break: d.Break, Irrelevant: d.Irrelevant, Marks: []markView{}, Traces: []traceView{}, Proposals: []proposalView{}}
	for _, mark := range found.Marks[e.ID] {
		out.Marks = append(out.Marks, markView{mark.Text, mark.Candidate, reading.Titles[mark.Tell]})
	}
	for _, t := range m.TracesTo(e.ID) {
		row := t.Source
		if row == "" {
			row = t.Traced
		}
		tv := traceView{ID: t.ID, Row: row, Title: m.Describe(row)}
		if placed := m.PlacementsOf(row); len(placed) > 0 {
			tv.Diagram = placed[0].Diagram
		}
		out.Traces = append(out.Traces, tv)
	}
	for _, text := range found.Proposals[e.ID] {
		if changes, ok := brief.ProposalChanges(m, text, e.ID); ok {
			out.Proposals = append(out.Proposals, proposalView{text, model.EncodeChanges(changes)})
		}
	}
	return out
}

func viewCandidate(m *model.Model, c *brief.Candidate) candidateView {
	out := candidateView{Key: c.Key, Word: c.Word, Name: c.Name, Subject: c.Subject, Count: c.Count, Sentences: c.Sentences, Rejected: c.Rejected, Traced: c.Traced,
		Kinds: []kindChoice{}, Owners: []rowView{}, Existing: []rowView{}}
	for _, k := range c.Kinds {
		out.Kinds = append(out.Kinds, kindChoice{k, k.Title(), brief.NameAs(c.Name, k), slices.ContainsFunc(c.Existing, func(id model.ID) bool { return m.Element(id).Kind == k })})
	}
	for _, id := range c.Existing {
		out.Existing = append(out.Existing, rowView{id, m.Describe(id)})
	}
	for _, owner := range []string{c.Owner, c.Object, c.Subject} {
		for _, e := range m.ClassifiersByTerm(owner) {
			if owner != "" && !slices.ContainsFunc(out.Owners, func(r rowView) bool { return r.ID == e.ID }) {
				out.Owners = append(out.Owners, rowView{e.ID, e.Name})
			}
		}
	}
	return out
}

func viewProposedRow(r reading.RowProposal, number int) proposedRow {
	id := model.DeriveID("proposed", string(r.Sentence), r.Name, r.Data.Performer)
	return proposedRow{Sentence: r.Sentence, Number: number, Performer: r.Data.Performer, Name: r.Name, There: r.There, Changes: model.EncodeChanges([]model.Change{
		&model.AddElement{ID: id, Kind: model.Activity, Name: r.Name, Set: model.P("performer", r.Data.Performer, "inputs", r.Data.Inputs, "outputs", r.Data.Outputs, "processing", r.Data.Processing)},
		&model.Connect{ID: model.DeriveID("trace", string(id)), Kind: model.Trace, Source: id, Target: r.Sentence},
	})}
}

// briefTextRequest asks what a new text of a section would change; without a
// section, what an uploaded text would add.
type briefTextRequest struct {
	Section model.ID `json:"section"`
	Title   string   `json:"title"`
	Text    string   `json:"text"`
	Seed    string   `json:"seed"`
	// Was is the text that typing began with: what somebody else made of the section
	// since is not written over unseen.
	Was *string `json:"was"`
}

func (s *Server) readBrief(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req briefTextRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	if now := brief.Text(v.Model.Children(req.Section, model.Sentence)); req.Section != "" && req.Was != nil && *req.Was != now && now != req.Text && v.Model.Element(req.Section) != nil {
		return problem(http.StatusConflict, "conflict", "Somebody else changed this section while you typed. Your text is still here, and theirs below it. Saving it again writes over theirs.")
	}
	changes, err := briefChanges(v.Model, req)
	if err != nil {
		return err
	}
	return s.sendChanges(c, v.Model, changes)
}

func briefChanges(m *model.Model, req briefTextRequest) ([]model.Change, error) {
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
		id := model.DeriveID("section", req.Seed, itoa(i))
		name := []rune(part.Title)
		add := &model.AddElement{ID: id, Kind: model.Section, Name: string(name[:min(len(name), model.MaxNameLength)])}
		next, _, _, err := model.Edit(draft, []model.Change{add})
		if err != nil {
			return nil, err
		}
		sentences, err := brief.EditChanges(next, id, part.Text, req.Seed+itoa(i))
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

// sendChanges answers with changes that the model would accept, or says why not.
func (s *Server) sendChanges(c *echo.Context, m *model.Model, changes []model.Change) error {
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return err
	}
	if changes == nil {
		changes = []model.Change{}
	}
	return c.JSON(http.StatusOK, changesReply{Changes: model.EncodeChanges(changes)})
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
	for _, candidate := range s.reader.Read(v.Model).Candidates {
		if candidate.Key != req.Key {
			continue
		}
		if req.Reject || req.Back {
			return s.sendChanges(c, v.Model, brief.RejectChanges(v.Model, candidate, req.Back))
		}
		changes, _, err := brief.AcceptChanges(v.Model, candidate, req.Kind, req.Owner, req.Seed)
		if err != nil {
			return err
		}
		return s.sendChanges(c, v.Model, changes)
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
	entries, err := s.store.History(c.Request().Context(), id, 500)
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
