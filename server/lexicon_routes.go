package server

import (
	"encoding/json"
	"net/http"

	"github.com/labstack/echo/v5"

	"lexeon/core/brief"
	"lexeon/core/lexicon"
	"lexeon/core/model"
)

// termUsesView is where a term is used, everywhere.
type termUsesView struct {
	Term      termView       `json:"term"`
	Plural    string         `json:"plural"`
	Rejected  []string       `json:"rejected"`
	Uses      []useView      `json:"uses"`
	Sentences []numberedView `json:"sentences"`
	Findings  []FindingView  `json:"findings"`
}

type useView struct {
	Row    model.ID `json:"row"`
	What   string   `json:"what"`
	Title  string   `json:"title"`
	Before string   `json:"before"`
	After  string   `json:"after"`
}

type numberedView struct {
	ID     model.ID `json:"id"`
	Number int      `json:"number"`
	Text   string   `json:"text"`
}

func (s *Server) termUses(c *echo.Context) error {
	id, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	t := m.Term(model.ID(c.Param("term")))
	if t == nil {
		return problem(http.StatusNotFound, "missing", "There is no such term any more.")
	}
	out := termUsesView{Term: viewTerm(m, t), Plural: t.Plural, Rejected: append([]string{}, t.Rejected...), Uses: []useView{}, Sentences: []numberedView{}, Findings: []FindingView{}}
	for _, u := range lexicon.Uses(m, t.ID, "") {
		out.Uses = append(out.Uses, useView{u.Row, u.What, u.Title, u.Before, u.After})
	}
	out.Sentences = sentencesNaming(m, t)
	state := s.checksOf(id, v, nil)
	for _, e := range m.Faces(t.ID) {
		out.Findings = append(out.Findings, viewFindings(m, state.Of(e.ID))...)
	}
	return c.JSON(http.StatusOK, out)
}

func viewTerm(m *model.Model, t *model.Term) termView {
	out := termView{ID: t.ID, Name: t.Name, Definition: t.Definition, Aliases: append([]string{}, t.Aliases...), Faces: []faceView{}}
	for _, e := range m.Faces(t.ID) {
		f := faceView{ID: e.ID, Kind: e.Kind.Title(), Name: e.Name, Diagrams: []model.ID{}}
		for _, p := range m.PlacementsOf(e.ID) {
			f.Diagrams = append(f.Diagrams, p.Diagram)
		}
		out.Faces = append(out.Faces, f)
		out.Sources += len(m.TracesOf(e.ID))
	}
	return out
}

// sentencesNaming lists the sentences of the brief in which a term, or one of its
// aliases, stands.
func sentencesNaming(m *model.Model, t *model.Term) []numberedView {
	out := []numberedView{}
	names := append([]string{t.Name}, t.Aliases...)
	for _, s := range brief.Sentences(m) {
		text := s.Sentence().Text
		if s.Number > 0 && lexicon.Names(text, names) {
			out = append(out, numberedView{s.ID, s.Number, text})
		}
	}
	return out
}

// renameRequest asks what renaming a term would change; Only restricts it to some
// uses.
type renameRequest struct {
	Term model.ID   `json:"term"`
	Name string     `json:"name"`
	Only []model.ID `json:"only"`
}

type renameReply struct {
	Uses    []useView       `json:"uses"` // before and after
	Changes json.RawMessage `json:"changes"`
}

func (s *Server) readRename(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req renameRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	changes, err := lexicon.RenameChanges(v.Model, req.Term, req.Name, req.Only)
	if err != nil {
		return err
	}
	if _, _, _, err := model.Edit(v.Model, changes); err != nil {
		return err
	}
	out := renameReply{Uses: []useView{}, Changes: model.EncodeChanges(changes)}
	for _, u := range lexicon.Uses(v.Model, req.Term, req.Name) {
		if len(u.Changes) > 0 {
			out.Uses = append(out.Uses, useView{u.Row, u.What, u.Title, u.Before, u.After})
		}
	}
	return c.JSON(http.StatusOK, out)
}

// glossary is the lexicon as a file.
func (s *Server) glossary(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	if c.Param("format") == "csv" {
		attach(c, v.Model.Project().Name, "-glossary.csv")
		return c.Blob(http.StatusOK, "text/csv; charset=utf-8", lexicon.GlossaryCSV(v.Model))
	}
	if c.Param("format") != "md" {
		return problem(http.StatusNotFound, "missing", "The glossary comes as csv or as md.")
	}
	attach(c, v.Model.Project().Name, "-glossary.md")
	return c.Blob(http.StatusOK, "text/markdown; charset=utf-8", lexicon.GlossaryMarkdown(v.Model))
}
