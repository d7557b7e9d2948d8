package server

import (
	"net/http"
	"sync"

	"github.com/labstack/echo/v5"

	"lexeon/core/follow"
	"lexeon/core/model"
)

// touchView is what an element touches, field by field.
type touchView struct {
	Of     followedView      `json:"of"`
	Fields []followFieldView `json:"fields"`
}

type followFieldView struct {
	Title string         `json:"title"`
	Own   bool           `json:"own,omitempty"` // the field that the element stands in
	Met   []followedView `json:"met"`
}

// followedView is a thing that can be followed, and where it is shown.
type followedView struct {
	ID       model.ID   `json:"id"`
	Kind     model.Kind `json:"kind"`
	Title    string     `json:"title"`
	OneOf    string     `json:"oneOf"`              // its kind, in words
	Kinds    string     `json:"kinds"`              // the same, of several
	Distance int        `json:"distance,omitempty"` // 1: touched directly
	Via      model.ID   `json:"via,omitempty"`      // what it is met from
	Words    []string   `json:"words,omitempty"`    // how it touches that

	Diagram model.ID `json:"diagram,omitempty"` // that shows it
	Shown   model.ID `json:"shown,omitempty"`   // what to choose there
	UseCase model.ID `json:"useCase,omitempty"` // in whose description it stands
	Item    string   `json:"item,omitempty"`    // under which the dictionary has it
}

func viewFollowed(m *model.Model, w *follow.Web, id model.ID) followedView {
	out := followedView{ID: id, Title: w.Title(id)}
	shown := id
	switch r := m.Row(id).(type) {
	case *model.Element:
		out.Kind = r.Kind
		switch r.Kind {
		case model.DataItem:
			out.Item = r.Name
		case model.UseCase:
			out.UseCase = id
		case model.Step, model.Alternative:
			for o := m.Element(r.Owner); o != nil; o = m.Element(o.Owner) {
				if o.Kind == model.UseCase {
					out.UseCase = o.ID
				}
			}
		case model.Attribute, model.Operation, model.Port:
			shown = r.Owner
		}
	case *model.Relationship:
		out.Kind = r.Kind
	}
	info, _ := out.Kind.Info()
	out.OneOf, out.Kinds = info.Title, info.Plural
	for _, p := range m.PlacementsOf(shown) {
		out.Diagram, out.Shown = p.Diagram, shown
		break
	}
	return out
}

// webs remembers what touches what in the model that was asked about last: who
// searches asks with every letter, who follows asks again and again. Models never
// change, so a web stays right for its model.
type webs struct {
	mu  sync.Mutex
	of  *model.Model
	web *follow.Web
}

func (x *webs) get(m *model.Model) *follow.Web {
	x.mu.Lock()
	defer x.mu.Unlock()
	if x.of != m {
		x.of, x.web = m, follow.Of(m)
	}
	return x.web
}

// follow tells what an element touches in all kinds of diagrams.
func (s *Server) touched(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	m, id := v.Model, model.ID(c.Param("row"))
	w := s.webs.get(m)
	own, ok := w.FieldOf(id)
	if !ok {
		return model.Faultf(model.CodeMissing, "There is nothing of that kind to follow any more.").At(id, "")
	}
	out := touchView{Of: viewFollowed(m, w, id)}
	for _, f := range follow.Fields {
		out.Fields = append(out.Fields, followFieldView{Title: f.String(), Own: f == own, Met: []followedView{}})
	}
	for _, x := range w.From(id) {
		view := viewFollowed(m, w, x.ID)
		view.Distance, view.Via, view.Words = x.Distance, x.Via, x.Words
		field := &out.Fields[x.Field]
		field.Met = append(field.Met, view)
	}
	return c.JSON(http.StatusOK, out)
}

// mostFound is how many things a search for what to follow lists.
const mostFound = 30

// findTouching lists what can be followed: what bears the words that are asked for,
// or, without any, where following leads furthest.
func (s *Server) findTouching(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	w := s.webs.get(v.Model)
	text := c.QueryParam("find")
	found := w.Find(text, mostFound)
	if text == "" {
		found = w.Most(12)
	}
	out := []followedView{}
	for _, id := range found {
		out = append(out, viewFollowed(v.Model, w, id))
	}
	return c.JSON(http.StatusOK, out)
}
