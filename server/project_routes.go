package server

import (
	"cmp"
	"io"
	"log/slog"
	"mime"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/labstack/echo/v5"

	"lexeon/core/activity"
	"lexeon/core/brief"
	"lexeon/core/check"
	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
	"lexeon/store"
)

func (s *Server) health(c *echo.Context) error {
	if err := s.store.Ping(c.Request().Context()); err != nil {
		return problem(http.StatusServiceUnavailable, "unavailable", "The database does not answer.")
	}
	return c.JSON(http.StatusOK, healthReply{true})
}

type ruleView struct {
	Name     string         `json:"name"`
	Title    string         `json:"title"`
	Severity check.Severity `json:"severity"`
	Doc      string         `json:"doc"`
	Source   string         `json:"source"`
	Finds    string         `json:"finds"`
	Leaves   string         `json:"leaves"`
}

func (s *Server) rules(c *echo.Context) error {
	out := make([]ruleView, 0, len(check.All))
	for _, a := range check.All {
		out = append(out, ruleView{a.Name, a.Title, a.Severity, a.Doc, a.Source, a.Finds, a.Leaves})
	}
	return c.JSON(http.StatusOK, out)
}

func (s *Server) listProjects(c *echo.Context) error {
	list, err := s.store.Projects(c.Request().Context())
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, list)
}

type projectRequest struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

func (s *Server) createProject(c *echo.Context) error {
	var req projectRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	if strings.TrimSpace(req.Name) == "" {
		return model.Faultf(model.CodeInvalid, "A project needs a name.").At("", "name")
	}
	m, _, _, err := model.Edit(model.Empty(""), []model.Change{&model.SetProject{Set: model.P("name", req.Name)}})
	if err != nil {
		return err
	}
	if err := s.store.Create(c.Request().Context(), req.ID, "", m); err != nil {
		return err
	}
	return c.JSON(http.StatusCreated, idReply{model.ID(req.ID)})
}

// importProject makes a new project of a model file.
func (s *Server) importProject(c *echo.Context) error {
	data, err := io.ReadAll(c.Request().Body)
	if err != nil {
		return err
	}
	m, err := interchange.ReadFile(data)
	if err != nil {
		return err
	}
	id := c.QueryParam("id")
	if err := s.store.Create(c.Request().Context(), id, "", m); err != nil {
		return err
	}
	return c.JSON(http.StatusCreated, idReply{model.ID(id)})
}

func (s *Server) deleteProject(c *echo.Context) error {
	id := c.Param("project")
	if err := s.store.Delete(c.Request().Context(), id); err != nil {
		return err
	}
	s.mu.Lock()
	delete(s.checks, id)
	delete(s.scenes, id)
	s.mu.Unlock()
	return c.NoContent(http.StatusNoContent)
}

func (s *Server) current(c *echo.Context) (string, *store.Version, error) {
	id := c.Param("project")
	v, err := s.store.Current(c.Request().Context(), id)
	if err == nil && s.away.CompareAndSwap(true, false) {
		slog.Info("the database answers again")
	}
	return id, v, err
}

type diagramView struct {
	ID       model.ID `json:"id"`
	Kind     string   `json:"kind"`
	Name     string   `json:"name"`
	Elements int      `json:"elements"`
	// Title is the diagram as it is spoken of; the others belong to levels.
	Title  string     `json:"title,omitempty"`
	About  model.ID   `json:"about,omitempty"`
	View   model.View `json:"view,omitempty"`
	Number string     `json:"number,omitempty"`
	Parent model.ID   `json:"parent,omitempty"` // the process that the level's process is a part of
}

type kindView struct {
	Kind   model.Kind   `json:"kind"`
	Title  string       `json:"title"`
	Letter string       `json:"letter"`
	Note   bool         `json:"note,omitempty"` // has a text instead of a name
	On     []model.Kind `json:"on"`             // kinds of diagrams
}

// settingsView is what a project decides for its data flow diagrams.
type settingsView struct {
	FlowNotation  model.FlowNotation    `json:"flowNotation"`
	ContextZero   bool                  `json:"contextZero"`
	ContextStores bool                  `json:"contextStores"`
	MostProcesses int                   `json:"mostProcesses"`
	Performers    []model.PerformerSide `json:"performers"`
}

// tableFigure is how much of the activity table is drawn.
type tableFigure struct {
	Rows      int `json:"rows"`
	Flows     int `json:"flows"`
	Uncovered int `json:"uncovered"`
}

type overviewView struct {
	ID          string                   `json:"id"`
	Name        string                   `json:"name"`
	Revision    int64                    `json:"revision"`
	Diagrams    []diagramView            `json:"diagrams"`
	Kinds       []kindView               `json:"kinds"`
	Findings    Counts                   `json:"findings"`
	Classes     int                      `json:"classifiers"`
	Colours     []model.StereotypeColour `json:"colours"`
	Palette     []model.Colour           `json:"palette"`
	Stereotypes []string                 `json:"stereotypes"` // in use
	Settings    settingsView             `json:"settings"`
	Coverage    coverageView             `json:"coverage"`
	Table       tableFigure              `json:"table"`
	Items       int                      `json:"items"` // of the dictionary
	Cases       caseFigure               `json:"cases"`
	Undo        string                   `json:"undo"`
	Redo        string                   `json:"redo"`
}

func (s *Server) overview(c *echo.Context) error {
	id, v, err := s.current(c)
	if err != nil {
		return err
	}
	out, err := s.overviewOf(c, id, v, c.QueryParam("author"))
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, out)
}

func (s *Server) overviewOf(c *echo.Context, id string, v *store.Version, author string) (*overviewView, error) {
	out := &overviewView{ID: id, Name: v.Model.Project().Name, Revision: v.Revision, Diagrams: []diagramView{}, Classes: len(v.Model.Classifiers())}
	for _, d := range v.Model.Diagrams() {
		n := 0
		for _, p := range v.Model.PlacementsOn(d.ID) {
			if v.Model.Element(p.Subject) != nil {
				n++
			}
		}
		view := diagramView{ID: d.ID, Kind: string(d.Kind), Name: d.Name, Elements: n, Title: diagramTitle(v.Model, d), About: d.About, View: d.View}
		if e := v.Model.Element(d.About); e != nil {
			view.Number, view.Parent = dataflow.Number(v.Model, e.ID), e.Owner
		}
		out.Diagrams = append(out.Diagrams, view)
	}
	seen := map[model.Kind]bool{}
	for _, d := range model.DiagramKinds() {
		for _, k := range model.KindsOn(d.Kind) {
			if !seen[k.Kind] {
				seen[k.Kind] = true
				out.Kinds = append(out.Kinds, kindView{k.Kind, k.Title, k.Letter, k.Kind.IsText(), k.On})
			}
		}
	}
	project := v.Model.Project()
	out.Settings = settingsView{project.FlowNotation, project.ContextZero, project.ContextStores, project.MostProcesses, append([]model.PerformerSide{}, project.Performers...)}
	out.Coverage = viewCoverage(brief.CoverageOf(v.Model, ""))
	table := activity.Of(v.Model).Coverage()
	out.Table = tableFigure{len(v.Model.OfKind(model.Activity)), table.Facts, len(table.Uncovered)}
	out.Items = len(v.Model.OfKind(model.DataItem))
	out.Cases = viewCaseFigure(v.Model)
	out.Findings = countFindings(s.checksOf(id, v, nil).Findings())
	out.Colours, out.Palette = append([]model.StereotypeColour{}, v.Model.Project().Colours...), model.Colours
	out.Stereotypes = v.Model.Stereotypes()
	var err error
	out.Undo, out.Redo, err = s.store.Pending(c.Request().Context(), id, author)
	return out, err
}

type faceView struct {
	ID       model.ID   `json:"id"`
	Kind     string     `json:"kind"`
	Name     string     `json:"name"`
	Diagrams []model.ID `json:"diagrams"`
}

type termView struct {
	ID         model.ID   `json:"id"`
	Name       string     `json:"name"`
	Definition string     `json:"definition"`
	Aliases    []string   `json:"aliases"`
	Faces      []faceView `json:"faces"`
	Sources    int        `json:"sources"` // sentences and activities that its faces stem from
}

func (s *Server) terms(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	out := []termView{}
	for _, id := range v.Model.IDs(model.TableTerms) {
		out = append(out, viewTerm(v.Model, v.Model.Term(id)))
	}
	slices.SortFunc(out, func(a, b termView) int {
		if d := strings.Compare(strings.ToLower(a.Name), strings.ToLower(b.Name)); d != 0 {
			return d
		}
		return strings.Compare(string(a.ID), string(b.ID))
	})
	return c.JSON(http.StatusOK, out)
}

func (s *Server) findings(c *echo.Context) error {
	id, v, err := s.current(c)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, viewFindings(v.Model, s.checksOf(id, v, nil).Findings()))
}

func (s *Server) history(c *echo.Context) error {
	list, err := s.store.History(c.Request().Context(), c.Param("project"), 200)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, list)
}

func (s *Server) exportFile(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	attach(c, v.Model.Project().Name, ".lexeon.json")
	return c.Blob(http.StatusOK, "application/json", interchange.WriteFile(v.Model))
}

// attach names a download after something in the model, made harmless.
func attach(c *echo.Context, name, ending string) {
	c.Response().Header().Set("Content-Disposition", mime.FormatMediaType("attachment", map[string]string{"filename": safeName(name) + ending}))
}

func safeName(name string) string {
	out := strings.Map(func(r rune) rune {
		if r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r >= '0' && r <= '9' || r == '-' || r == '_' {
			return r
		}
		if r == ' ' {
			return '-'
		}
		return -1
	}, name)
	if len(out) > 80 {
		out = out[:80]
	}
	if out == "" {
		return "lexeon"
	}
	return out
}

// drawing finds the diagram that a request names, and draws it.
func (s *Server) drawing(c *echo.Context) (*store.Version, *scene.Scene, error) {
	id, v, err := s.current(c)
	if err != nil {
		return nil, nil, err
	}
	sc := s.draw(id, v, c.Param("diagram"))
	if sc == nil {
		return nil, nil, problem(http.StatusNotFound, "missing", "There is no such diagram any more.")
	}
	return v, sc, nil
}

func (s *Server) scene(c *echo.Context) error {
	v, sc, err := s.drawing(c)
	if err != nil {
		return err
	}
	since, err := strconv.ParseInt(c.QueryParam("since"), 10, 64)
	if err != nil {
		return c.JSON(http.StatusOK, fullScene(sc, v.Revision))
	}
	return c.JSON(http.StatusOK, s.sceneSince(c.Param("project"), sc, v.Revision, since))
}

// sentences reads back the relationships that a diagram shows.
func (s *Server) sentences(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	diagram := model.ID(c.Param("diagram"))
	out := []RelationView{}
	for _, r := range v.Model.Relationships() {
		if r.Kind != model.Anchor && r.Kind != model.Trace && v.Model.PlacementOn(diagram, r.ID) != nil {
			out = append(out, viewRelation(v.Model, r))
		}
	}
	slices.SortStableFunc(out, func(a, b RelationView) int {
		return strings.Compare(strings.ToLower(a.Sentences[0].String()), strings.ToLower(b.Sentences[0].String()))
	})
	return c.JSON(http.StatusOK, out)
}

type entryView struct {
	ID          model.ID       `json:"id"`
	Kind        model.Kind     `json:"kind"`
	KindTitle   string         `json:"kindTitle"`
	Name        string         `json:"name"`
	Definition  string         `json:"definition"`
	Stereotypes []string       `json:"stereotypes"`
	Abstract    bool           `json:"abstract"`
	Accessors   bool           `json:"accessors"`
	Final       bool           `json:"final"`
	Stored      bool           `json:"stored"`
	Classifier  bool           `json:"classifier"`
	Features    string         `json:"features"`
	Note        string         `json:"note"`
	Object      string         `json:"object,omitempty"` // as text
	Picture     model.ID       `json:"picture"`
	Term        *termView      `json:"term,omitempty"`
	Process     *processView   `json:"process,omitempty"`
	Contents    *itemView      `json:"contents,omitempty"` // of a store
	Component   *componentView `json:"component,omitempty"`
	Port        *portView      `json:"port,omitempty"`
	Held        []heldView     `json:"held"`               // classes that a component holds, or components that hold a class
	Subjects    []caseSubject  `json:"subjects,omitempty"` // of a use case
	Package     model.ID       `json:"package,omitempty"`
	Packages    []rowView      `json:"packages,omitempty"` // that it could be in
	Part        *model.Part    `json:"part,omitempty"`     // of a participation
	Extend      *extendView    `json:"extend,omitempty"`
	Traces      []numberedView `json:"traces"` // sentences that it stems from
	Rows        []rowView      `json:"rows"`   // activities that it stems from, or that a flow shows
	Appears     []diagramView  `json:"appears"`
	Relations   []RelationView `json:"relations"`
	Findings    []FindingView  `json:"findings"`
	Revision    int64          `json:"revision"`
}

// entry is the dictionary entry of an element or a relationship.
func (s *Server) entry(c *echo.Context) error {
	id, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	row := model.ID(c.Param("row"))
	out := entryView{ID: row, Traces: []numberedView{}, Rows: []rowView{}, Appears: []diagramView{}, Relations: []RelationView{}, Revision: v.Revision, Stereotypes: []string{}, Held: []heldView{}}
	state := s.checksOf(id, v, nil)
	out.Findings = viewFindings(m, state.Of(row))
	switch r := m.Row(row).(type) {
	case *model.Element:
		d := r.Classifier()
		out.Kind, out.KindTitle, out.Name, out.Definition = r.Kind, r.Kind.Title(), r.Name, m.Definition(r)
		out.Classifier, out.Abstract, out.Accessors, out.Features = r.Kind.IsClassifier(), d.Abstract, d.Accessors, notation.FeatureText(m, r)
		out.Final, out.Stored = d.Final, d.Stored
		out.Stereotypes = append(out.Stereotypes, r.Stereotypes...)
		out.Note, out.Picture = r.Note().Body, r.Picture
		switch r.Kind {
		case model.Process:
			out.Process = viewProcess(m, r)
		case model.Store:
			item := viewItem(m, dictionary.Of(m), r, r.Store().Contents, nil)
			item.Archive, item.Outside = r.Store().Archive, r.Store().Outside
			out.Contents = &item
		case model.Object:
			out.Object = notation.ObjectText(m, r)
		case model.Actor:
			out.Abstract = r.Actor().Abstract
		case model.Component, model.ComponentPart:
			out.Component = viewComponent(m, r)
		case model.Port:
			out.Port = &portView{r.ID, r.Name, r.Port().Side}
			for _, u := range m.Uses(r.ID) {
				if rel, ok := u.(*model.Relationship); ok {
					out.Relations = append(out.Relations, viewRelation(m, rel))
				}
			}
		case model.UseCase:
			out.Abstract, out.Subjects = r.UseCase().Abstract, subjectsOf(m, r.ID)
		}
		if r.Kind.IsPackaged() {
			out.Package, out.Packages = r.Owner, packagesFor(m, r)
		}
		if t := m.Term(r.Term); t != nil {
			out.Term = &termView{ID: t.ID, Name: t.Name, Definition: t.Definition, Aliases: t.Aliases}
			for _, f := range m.Faces(t.ID) {
				out.Term.Faces = append(out.Term.Faces, faceView{ID: f.ID, Kind: f.Kind.Title(), Name: f.Name})
			}
		}
		for _, rel := range m.RelationshipsOf(r.ID) {
			if rel.Kind == model.Within { // said by the subjects
				continue
			}
			if rel.Kind == model.Holds {
				other := m.Element(rel.Target)
				if other.ID == r.ID {
					other = m.Element(rel.Source)
				}
				out.Held = append(out.Held, heldView{rel.ID, other.ID, other.Name})
				continue
			}
			out.Relations = append(out.Relations, viewRelation(m, rel))
		}
	case *model.Relationship:
		out.Kind, out.KindTitle, out.Name, out.Definition = r.Kind, r.Kind.Title(), r.Name, r.Definition
		out.Stereotypes = append(out.Stereotypes, r.Stereotypes...)
		out.Relations = append(out.Relations, viewRelation(m, r))
		for _, a := range m.Anchors(r.ID) {
			out.Relations = append(out.Relations, viewRelation(m, a))
		}
		switch r.Kind {
		case model.Participation:
			part := r.Participation().Part
			out.Part = &part
		case model.Extend:
			out.Extend = viewExtend(m, r)
		}
	default:
		return problem(http.StatusNotFound, "missing", "It does not exist any more.")
	}
	for _, p := range m.PlacementsOf(row) {
		d := m.Diagram(p.Diagram)
		if !slices.ContainsFunc(out.Appears, func(o diagramView) bool { return o.ID == d.ID }) {
			out.Appears = append(out.Appears, diagramView{ID: d.ID, Kind: string(d.Kind), Name: d.Name, Title: diagramTitle(m, d)})
		}
	}
	out.Traces, out.Rows = sourcesOf(m, row)
	return c.JSON(http.StatusOK, out)
}

// packagesFor lists the packages that an element could be in, by their paths.
func packagesFor(m *model.Model, e *model.Element) []rowView {
	var out []rowView
	owners := m.OfKind(model.PackageKind)
	if e.Kind == model.Component {
		owners = append(owners, m.OfKind(model.Component)...)
	}
	for _, p := range owners {
		path := []*model.Element{p}
		for o := m.Element(p.Owner); o != nil; o = m.Element(o.Owner) {
			path = append([]*model.Element{o}, path...)
		}
		if slices.Contains(path, e) {
			continue
		}
		var names []string
		for _, x := range path {
			names = append(names, x.Name)
		}
		out = append(out, rowView{p.ID, strings.Join(names, "::")})
	}
	slices.SortFunc(out, func(a, b rowView) int {
		return cmp.Or(strings.Compare(a.Title, b.Title), strings.Compare(string(a.ID), string(b.ID)))
	})
	return out
}

// sourcesOf lists the sentences and activities that a row stems from; of a data
// flow also the activities whose data it shows.
func sourcesOf(m *model.Model, row model.ID) ([]numberedView, []rowView) {
	sentences, rows := []numberedView{}, []rowView{}
	numbers := brief.Numbers(m)
	seen := map[model.ID]bool{}
	add := func(e *model.Element) {
		if !seen[e.ID] {
			seen[e.ID] = true
			rows = append(rows, rowView{e.ID, e.Activity().Performer + ": " + e.Name})
		}
	}
	for _, t := range m.TracesOf(row) {
		e := m.Element(t.Target)
		if e.Kind == model.Sentence {
			sentences = append(sentences, numberedView{e.ID, numbers[e.ID], e.Sentence().Text})
		} else {
			add(e)
		}
	}
	if r := m.Relationship(row); r != nil && r.Kind == model.DataFlow && len(m.OfKind(model.Activity)) > 0 {
		for _, id := range activity.Of(m).Coverage().Rows[row] {
			add(m.Element(id))
		}
	}
	slices.SortFunc(sentences, func(a, b numberedView) int { return a.Number - b.Number })
	return sentences, rows
}
