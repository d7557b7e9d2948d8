package server

import (
	"cmp"
	"net/http"
	"slices"
	"strings"

	"github.com/labstack/echo/v5"

	"lexeon/core/brief/reading"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// useCasesView lists the use cases of a project, and what else it gives reason for.
type useCasesView struct {
	Revision  int64          `json:"revision"`
	Cases     []caseItem     `json:"cases"`
	Proposals []proposedCase `json:"proposals"`
	Starters  []starterView  `json:"starters"`
}

type caseItem struct {
	ID       model.ID `json:"id"`
	Name     string   `json:"name"`
	Goal     string   `json:"goal"`
	Steps    int      `json:"steps"`
	Findings int      `json:"findings"`
	Primary  []string `json:"primary"` // actors who start it
}

type proposedCase struct {
	Key   string `json:"key"`
	Name  string `json:"name"`
	Actor string `json:"actor"`
	Why   string `json:"why"`
}

type starterView struct {
	Key   string `json:"key"`
	Title string `json:"title"`
	About string `json:"about"`
}

// caseView is a use case with its description. Text is the flow as it is typed.
type caseView struct {
	ID           model.ID          `json:"id"`
	Name         string            `json:"name"`
	Definition   string            `json:"definition"`
	Data         model.UseCaseData `json:"data"`
	Text         string            `json:"text"`
	Steps        []caseStepView    `json:"steps"`
	Alternatives []alternativeView `json:"alternatives"`
	Parts        []casePart        `json:"parts"`
	Relations    []RelationView    `json:"relations"`
	Points       []pointView       `json:"points"`
	Subjects     []caseSubject     `json:"subjects"`
	Diagrams     []diagramView     `json:"diagrams"`
	Traces       []numberedView    `json:"traces"`
	Rows         []rowView         `json:"rows"`
	Findings     []FindingView     `json:"findings"`
}

type caseStepView struct {
	ID       model.ID   `json:"id"`
	Number   string     `json:"number"`
	Text     string     `json:"text"`
	Marks    []stepMark `json:"marks"`
	Doer     string     `json:"doer"`  // name of the actor, or "system"
	Actor    model.ID   `json:"actor"` // where it is one
	Rest     string     `json:"rest"`  // the text without the doer
	Includes model.ID   `json:"includes"`
	Before   model.ID   `json:"before"` // the step before it, to be moved there
	After    model.ID   `json:"after"`  // the one that it would be moved before by going down; empty: the end
	Last     bool       `json:"last"`
}

type stepMark struct {
	Text string   `json:"text"`
	Term model.ID `json:"term,omitempty"`
}

type alternativeView struct {
	ID        model.ID       `json:"id"`
	Label     string         `json:"label"`
	Condition string         `json:"condition"`
	Steps     []caseStepView `json:"steps"`
	Rejoin    string         `json:"rejoin"` // number of the step where it goes on
	Ends      model.Ending   `json:"ends"`
}

type casePart struct {
	ID    model.ID   `json:"id"` // of the line
	Actor model.ID   `json:"actor"`
	Name  string     `json:"name"`
	Part  model.Part `json:"part"`
}

type pointView struct {
	ID   model.ID `json:"id"`
	Name string   `json:"name"`
	Step model.ID `json:"step"`
}

type caseSubject struct {
	ID   model.ID `json:"id"`
	Name string   `json:"name"`
	Line model.ID `json:"line"` // of the membership; empty: it is not in it
}

func (s *Server) useCases(c *echo.Context) error {
	id, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	out := useCasesView{Revision: v.Revision, Cases: []caseItem{}, Proposals: []proposedCase{}, Starters: []starterView{}}
	state := s.checksOf(id, v, nil)
	about := map[model.ID]int{}
	for _, f := range state.Findings() {
		e := m.Element(f.Subject)
		for e != nil && e.Kind != model.UseCase && e.Owner != "" {
			e = m.Element(e.Owner)
		}
		if e != nil {
			about[e.ID]++
		}
	}
	for _, u := range m.OfKind(model.UseCase) {
		item := caseItem{ID: u.ID, Name: u.Name, Goal: u.UseCase().Goal, Steps: len(m.Children(u.ID, model.Step)), Findings: about[u.ID], Primary: []string{}}
		for _, r := range usecase.Participants(m, u.ID) {
			if r.Participation().Part == model.Primary {
				item.Primary = append(item.Primary, m.Element(r.Source).Name)
			}
		}
		out.Cases = append(out.Cases, item)
	}
	slices.SortFunc(out.Cases, func(a, b caseItem) int {
		return cmp.Or(cmp.Compare(strings.ToLower(a.Name), strings.ToLower(b.Name)), cmp.Compare(a.ID, b.ID))
	})
	for _, p := range reading.UseCases(m, s.reader.Read(m)) {
		out.Proposals = append(out.Proposals, proposedCase{p.Key, p.Name, p.Actor, p.Why})
	}
	for _, x := range usecase.Starters {
		out.Starters = append(out.Starters, starterView{x.Key, x.Title, x.About})
	}
	return c.JSON(http.StatusOK, out)
}

func (s *Server) useCase(c *echo.Context) error {
	id, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	u := m.Element(model.ID(c.Param("row")))
	if u == nil || u.Kind != model.UseCase {
		return problem(http.StatusNotFound, "missing", "There is no such use case any more.")
	}
	f := usecase.Of(m, u.ID)
	reader := usecase.NewReader(m)
	out := caseView{ID: u.ID, Name: u.Name, Definition: u.Definition, Data: u.UseCase(), Text: usecase.Text(m, f), Steps: viewSteps(reader, m, f, f.Steps), Alternatives: []alternativeView{},
		Parts: []casePart{}, Relations: []RelationView{}, Points: []pointView{}, Subjects: []caseSubject{}, Diagrams: []diagramView{}, Findings: viewFindings(m, s.checksOf(id, v, nil).Of(u.ID))}
	out.Traces, out.Rows = sourcesOf(m, u.ID)
	for _, a := range f.Alternatives {
		d := a.Alternative()
		out.Alternatives = append(out.Alternatives, alternativeView{a.ID, a.Label, a.Name, viewSteps(reader, m, f, a.Steps), f.Number(d.Rejoin), d.Ends})
	}
	for _, r := range m.RelationshipsOf(u.ID) {
		switch {
		case r.Kind == model.Participation:
			out.Parts = append(out.Parts, casePart{r.ID, r.Source, m.Element(r.Source).Name, r.Participation().Part})
		case r.Kind == model.Include || r.Kind == model.Extend || r.Kind == model.Generalization:
			out.Relations = append(out.Relations, viewRelation(m, r))
		}
	}
	for _, e := range m.Children(u.ID, model.ExtensionPoint) {
		out.Points = append(out.Points, pointView{e.ID, e.Name, e.ExtensionPoint().Step})
	}
	out.Subjects = subjectsOf(m, u.ID)
	for _, p := range m.PlacementsOf(u.ID) {
		if d := m.Diagram(p.Diagram); d != nil {
			out.Diagrams = append(out.Diagrams, diagramView{ID: d.ID, Kind: string(d.Kind), Name: d.Name, Title: diagramTitle(m, d)})
		}
	}
	return c.JSON(http.StatusOK, out)
}

// subjectsOf lists all subjects, and whether a use case is in them.
func subjectsOf(m *model.Model, useCase model.ID) []caseSubject {
	out := []caseSubject{}
	for _, b := range m.OfKind(model.Subject) {
		x := caseSubject{ID: b.ID, Name: b.Name}
		for _, r := range m.RelationshipsOf(useCase) {
			if r.Kind == model.Within && r.Target == b.ID {
				x.Line = r.ID
			}
		}
		out = append(out, x)
	}
	return out
}

func viewSteps(reader *usecase.Reader, m *model.Model, f *usecase.Flow, steps []*model.Element) []caseStepView {
	out := []caseStepView{}
	for i, e := range steps {
		text := usecase.StepText(m, e)
		view := caseStepView{ID: e.ID, Number: f.Number(e.ID), Text: text, Marks: []stepMark{}, Rest: text, Includes: e.Step().Includes, Last: i == len(steps)-1}
		if view.Includes == "" {
			view.Doer, view.Actor, view.Rest = doerOf(reader, text)
		}
		for _, k := range reader.Marks(text) {
			view.Marks = append(view.Marks, stepMark(k))
		}
		if i > 0 {
			view.Before = steps[i-1].ID
		}
		if i+2 < len(steps) {
			view.After = steps[i+2].ID
		}
		out = append(out, view)
	}
	return out
}

func doerOf(reader *usecase.Reader, text string) (doer string, actor model.ID, rest string) {
	who, what := reader.Told(text)
	switch {
	case who.Actor != nil:
		return who.Actor.Name, who.Actor.ID, what
	case who.System:
		return "system", "", what
	}
	return "", "", text
}

// stepsRequest asks what typing the flow of a use case would change.
type stepsRequest struct {
	UseCase model.ID `json:"useCase"`
	Text    string   `json:"text"`
	// Was is the flow that typing began with: what somebody else made of it since is
	// not written over unseen.
	Was  *string `json:"was"`
	Seed string  `json:"seed"`
}

func (s *Server) readSteps(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req stepsRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	if now := usecase.Text(v.Model, usecase.Of(v.Model, req.UseCase)); req.Was != nil && *req.Was != now && v.Model.Element(req.UseCase) != nil && now != req.Text {
		return problem(http.StatusConflict, "conflict", "Somebody else changed these steps while you typed. Your text is still here; look at theirs under Steps. Keeping it again writes over them.")
	}
	changes, err := usecase.EditChanges(v.Model, req.UseCase, req.Text, req.Seed)
	if err != nil {
		return err
	}
	return s.sendChanges(c, v.Model, changes)
}

// useCaseRequest asks what taking over a proposal or a starter would change. On a
// diagram what a proposal makes is placed.
type useCaseRequest struct {
	Proposal string   `json:"proposal"`
	Starter  string   `json:"starter"`
	Diagram  model.ID `json:"diagram"`
	Seed     string   `json:"seed"`
}

func (s *Server) readUseCase(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req useCaseRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	if req.Starter != "" {
		changes, diagram, err := s.starterChanges(v.Model, req)
		if err != nil {
			return err
		}
		return c.JSON(http.StatusOK, levelReply{model.EncodeChanges(changes), diagram})
	}
	changes, err := s.proposalChanges(v.Model, req)
	if err != nil {
		return err
	}
	return s.sendChanges(c, v.Model, changes)
}

// starterChanges tells what inserts a starter, on a diagram of its own.
func (s *Server) starterChanges(m *model.Model, req useCaseRequest) ([]model.Change, model.ID, error) {
	i := slices.IndexFunc(usecase.Starters, func(x usecase.Starter) bool { return x.Key == req.Starter })
	if i < 0 {
		return nil, "", problem(http.StatusBadRequest, "invalid", "There is no starter %q.", req.Starter)
	}
	diagram := model.DeriveID("starter", req.Seed)
	changes, err := usecase.Starters[i].Changes(m, diagram, req.Seed)
	if err != nil {
		return nil, "", err
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return nil, "", err
	}
	arranged, err := s.drawer.Arrange(next, diagram, "layers", nil)
	return append(changes, arranged...), diagram, err
}

// proposalChanges tells what takes over a proposal and draws it. The first use
// case of a project is drawn on a first diagram.
func (s *Server) proposalChanges(m *model.Model, req useCaseRequest) ([]model.Change, error) {
	proposals := reading.UseCases(m, s.reader.Read(m))
	i := slices.IndexFunc(proposals, func(p reading.UseCase) bool { return p.Key == req.Proposal })
	if i < 0 {
		return nil, problem(http.StatusNotFound, "missing", "This is not proposed any more.")
	}
	changes, useCase, actor, line := reading.UseCaseChanges(m, proposals[i], req.Seed)
	if len(diagramsOf(m, model.UseCaseDiagram)) == 0 {
		add := &model.AddDiagram{ID: model.DeriveID("diagram", req.Seed), Kind: model.UseCaseDiagram, Name: "Use cases"}
		changes, req.Diagram = append([]model.Change{add}, changes...), add.ID
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return nil, err
	}
	d := next.Diagram(req.Diagram)
	if d == nil || d.Kind != model.UseCaseDiagram {
		return changes, nil
	}
	var shown []model.Change
	for _, id := range []model.ID{useCase, actor, line} {
		if next.PlacementOn(d.ID, id) == nil {
			shown = append(shown, &model.Place{ID: model.DeriveID("place", req.Seed, string(id)), Diagram: d.ID, Subject: id})
		}
	}
	if shown, err = s.placeEach(next, d.ID, shown); err != nil {
		return nil, err
	}
	return append(append(changes, shown...), s.intoSubject(next, d.ID, useCase, 0, 0, req.Seed)...), nil
}

func diagramsOf(m *model.Model, kind model.Kind) []*model.Diagram {
	return slices.DeleteFunc(m.Diagrams(), func(d *model.Diagram) bool { return d.Kind != kind })
}

// caseFigure is how many use cases are described.
type caseFigure struct {
	Cases     int `json:"cases"`
	Described int `json:"described"`
}

func viewCaseFigure(m *model.Model) caseFigure {
	var out caseFigure
	for _, u := range m.OfKind(model.UseCase) {
		out.Cases++
		if u.UseCase().Abstract || len(m.Children(u.ID, model.Step)) > 0 {
			out.Described++
		}
	}
	return out
}

// extendView is where and when a use case extends another.
type extendView struct {
	Condition string      `json:"condition"`
	Points    []pointView `json:"points"` // all of the extended use case
	At        []model.ID  `json:"at"`
}

func viewExtend(m *model.Model, r *model.Relationship) *extendView {
	out := &extendView{Condition: r.Extend().Condition, Points: []pointView{}, At: append([]model.ID{}, r.Extend().Points...)}
	for _, e := range m.Children(r.Target, model.ExtensionPoint) {
		out.Points = append(out.Points, pointView{e.ID, e.Name, e.ExtensionPoint().Step})
	}
	return out
}
