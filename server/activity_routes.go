package server

import (
	"encoding/json"
	"net/http"
	"slices"

	"github.com/labstack/echo/v5"

	"lexeon/core/activity"
	"lexeon/core/brief"
	"lexeon/core/model"
	"lexeon/core/scene"
)

type tableView struct {
	Revision   int64          `json:"revision"`
	Rows       []activityView `json:"rows"`
	Parties    []partyView    `json:"parties"`
	Facts      []factView     `json:"facts"`
	Flows      int            `json:"flows"`     // facts that a flow could show
	Uncovered  int            `json:"uncovered"` // of them without one
	Performers []string       `json:"performers"`
}

type activityView struct {
	ID         model.ID      `json:"id"`
	Performer  string        `json:"performer"`
	Name       string        `json:"name"`
	Inputs     string        `json:"inputs"`
	Outputs    string        `json:"outputs"`
	Processing model.Truth   `json:"processing"`
	Timed      bool          `json:"timed"`
	Sentences  []int         `json:"sentences"`
	Questions  []string      `json:"questions"`
	Shown      []shownFlow   `json:"shown"` // flows that show what the row says
	Side       activity.Side `json:"side"`
}

type shownFlow struct {
	ID      model.ID `json:"id"`
	Title   string   `json:"title"`
	Diagram model.ID `json:"diagram,omitempty"`
	Where   string   `json:"where"`
}

type partyView struct {
	Name   string        `json:"name"`
	Side   activity.Side `json:"side"`
	Why    string        `json:"why"`
	Forced bool          `json:"forced"`
	Rows   int           `json:"rows"`
}

type factView struct {
	Data    string           `json:"data"`
	From    string           `json:"from"`
	To      string           `json:"to"`
	Verdict activity.Verdict `json:"verdict"`
	Why     string           `json:"why"`
	Covered bool             `json:"covered"`
	Rows    []model.ID       `json:"rows"`
}

func (s *Server) activities(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	t := activity.Of(m)
	covered := t.Coverage()
	numbers := brief.Numbers(m)
	out := tableView{Revision: v.Revision, Rows: []activityView{}, Parties: []partyView{}, Facts: []factView{}, Flows: covered.Facts, Uncovered: len(covered.Uncovered), Performers: []string{}}
	side := map[string]activity.Side{}
	for _, p := range t.Parties {
		out.Parties = append(out.Parties, partyView{p.Name, p.Side, p.Why, p.Forced, len(p.Rows)})
		side[p.Key] = p.Side
		out.Performers = append(out.Performers, p.Name)
	}
	for _, r := range t.Rows {
		a := r.Activity()
		row := activityView{ID: r.ID, Performer: a.Performer, Name: r.Name, Inputs: activity.PrintData(a.Inputs, "from"), Outputs: activity.PrintData(a.Outputs, "to"),
			Processing: a.Processing, Timed: a.Timed, Sentences: []int{}, Questions: []string{}, Shown: []shownFlow{}, Side: side[m.TermKey(a.Performer)]}
		for _, tr := range m.TracesOf(r.ID) {
			if n := numbers[tr.Target]; n > 0 {
				row.Sentences = append(row.Sentences, n)
			}
		}
		slices.Sort(row.Sentences)
		for _, q := range t.Questions {
			if q.Row == r {
				row.Questions = append(row.Questions, q.Data)
			}
		}
		for _, id := range covered.Flows[r.ID] {
			row.Shown = append(row.Shown, viewShown(m, id))
		}
		out.Rows = append(out.Rows, row)
	}
	for _, f := range t.Facts {
		verdict, why := f.Verdict()
		fv := factView{Data: f.Data, From: f.From.Name, To: f.To.Name, Verdict: verdict, Why: why, Covered: !slices.Contains(covered.Uncovered, f)}
		for _, r := range f.Rows {
			fv.Rows = append(fv.Rows, r.ID)
		}
		out.Facts = append(out.Facts, fv)
	}
	return c.JSON(http.StatusOK, out)
}

func viewShown(m *model.Model, flow model.ID) shownFlow {
	out := shownFlow{ID: flow, Title: m.Describe(flow)}
	if placed := m.PlacementsOf(flow); len(placed) > 0 {
		d := m.Diagram(placed[0].Diagram)
		out.Diagram, out.Where = d.ID, diagramTitle(m, d)
	}
	return out
}

// activityRequest asks what writing into the cells of a row would change. A new
// row that is not there yet is added first. Cells that are not given stay.
type activityRequest struct {
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

func (s *Server) readActivity(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req activityRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	changes, err := activityChanges(v.Model, req)
	if err != nil {
		return err
	}
	return s.sendChanges(c, v.Model, changes)
}

func activityChanges(m *model.Model, req activityRequest) ([]model.Change, error) {
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

// readTable tells what rows pasted from a spreadsheet, or a CSV file, would add.
func (s *Server) readTable(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	data, err := readBody(c)
	if err != nil {
		return err
	}
	rows, err := activity.ReadCSV(data)
	if err != nil {
		return err
	}
	return s.sendChanges(c, v.Model, activity.RowChanges(rows, sentencesByNumber(v.Model), c.QueryParam("seed")))
}

func (s *Server) activitiesCSV(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	attach(c, v.Model.Project().Name, "-activities.csv")
	return c.Blob(http.StatusOK, "text/csv; charset=utf-8", activity.WriteCSV(v.Model, brief.Numbers(v.Model)))
}

// derivationRequest asks what a diagram would show by the table, and what taking
// over some of it would change.
type derivationRequest struct {
	View   activity.View `json:"view"`
	Accept []model.ID    `json:"accept"`
	Seed   string        `json:"seed"`
}

type derivationView struct {
	View       activity.View   `json:"view"`
	Diagram    model.ID        `json:"diagram"`
	IsNew      bool            `json:"isNew"`
	Pieces     []pieceView     `json:"pieces"`
	Proposals  []string        `json:"proposals"`
	OutOfScope []string        `json:"outOfScope"`
	Errors     []string        `json:"errors"`
	Changes    json.RawMessage `json:"changes"`
}

type pieceView struct {
	ID     model.ID       `json:"id"`
	Title  string         `json:"title"`
	Why    string         `json:"why"`
	State  activity.State `json:"state"`
	Wanted bool           `json:"wanted"`
	Rows   []model.ID     `json:"rows"`
}

func (s *Server) readDerivation(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req derivationRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	if !slices.Contains(activity.Views, req.View) {
		return problem(http.StatusBadRequest, "invalid", "There is no view %q: context, physical or logical.", string(req.View))
	}
	d := activity.Of(v.Model).Compare(req.View)
	out := derivationView{View: req.View, Diagram: d.Diagram, IsNew: d.IsNew, Pieces: []pieceView{}, Proposals: append([]string{}, d.Proposals...),
		OutOfScope: append([]string{}, d.OutOfScope...), Errors: append([]string{}, d.Errors...)}
	for _, p := range d.Pieces {
		out.Pieces = append(out.Pieces, pieceView{p.ID, p.Title, p.Why, p.State, p.Wanted, append([]model.ID{}, p.Rows...)})
	}
	changes, err := s.placed(v.Model, d, req.Accept)
	if err != nil {
		return err
	}
	out.Changes = model.EncodeChanges(changes)
	return c.JSON(http.StatusOK, out)
}

// placed finds places for what a derivation adds: a new diagram is arranged as a
// whole, on one that is there each new shape finds a free place.
func (s *Server) placed(m *model.Model, d *activity.Difference, accept []model.ID) ([]model.Change, error) {
	changes := d.Changes(accept)
	if len(changes) == 0 {
		return []model.Change{}, nil
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return nil, err
	}
	if d.IsNew {
		arranged, err := s.drawer.Arrange(next, d.Diagram, scene.InLayers, nil)
		if err != nil {
			return nil, err
		}
		return append(changes, arranged...), nil
	}
	return s.placeEach(m, d.Diagram, changes)
}

// placeEach finds a free place for every shape, each among those before it.
func (s *Server) placeEach(m *model.Model, diagram model.ID, rest []model.Change) ([]model.Change, error) {
	for i, change := range rest {
		next, _, _, err := model.Edit(m, rest[i:i+1])
		if err != nil {
			return nil, err
		}
		if place, ok := change.(*model.Place); ok && next.Element(place.Subject) != nil {
			w, h := s.drawer.SizeOfElement(next, next.Element(place.Subject))
			p := s.drawer.FreePlace(m, diagram, "", w, h)
			moved := *place
			moved.X, moved.Y = p.X, p.Y
			rest[i] = &moved
			if next, _, _, err = model.Edit(m, rest[i:i+1]); err != nil {
				return nil, err
			}
		}
		m = next
	}
	return rest, nil
}
