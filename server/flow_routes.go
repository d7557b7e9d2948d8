package server

import (
	"encoding/json"
	"net/http"
	"slices"
	"strings"

	"github.com/labstack/echo/v5"

	"lexeon/core/brief"
	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/matrix"
	"lexeon/core/model"
	"lexeon/core/specification"
)

// diagramTitle is a diagram as it is spoken of.
func diagramTitle(m *model.Model, d *model.Diagram) string {
	switch d.Kind {
	case model.ContextDiagram:
		return "Context"
	case model.LevelDiagram:
		title := dataflow.Label(m, d.About)
		if e := m.Element(d.About); e != nil && e.Owner == "" {
			title = "First level"
		}
		if d.View == model.Physical {
			title += ", physical"
		}
		return title
	}
	return d.Name
}

// processView is what the entry of a process tells beyond that of others.
type processView struct {
	Number        string               `json:"number"`
	View          model.View           `json:"view"`
	Parent        *rowView             `json:"parent,omitempty"`
	Levels        []levelView          `json:"levels"`   // that it is opened into
	Siblings      []rowView            `json:"siblings"` // that it could be moved into
	Up            *rowView             `json:"up,omitempty"`
	Specification string               `json:"specification"`
	Decision      *model.DecisionTable `json:"decision"`
	Problems      []string             `json:"problems"` // of the specification
	Flows         []processFlow        `json:"flows"`
}

type levelView struct {
	Diagram   model.ID   `json:"diagram"`
	View      model.View `json:"view"`
	Processes int        `json:"processes"`
}

type processFlow struct {
	ID   model.ID `json:"id"`
	Name string   `json:"name"`
	In   bool     `json:"in"`
	With string   `json:"with"`
}

func viewProcess(m *model.Model, e *model.Element) *processView {
	d := e.Process()
	out := &processView{Number: dataflow.Number(m, e.ID), View: d.View, Levels: []levelView{}, Siblings: []rowView{}, Specification: d.Specification, Decision: d.Decision, Problems: []string{}, Flows: []processFlow{}}
	if p := m.Element(e.Owner); p != nil {
		out.Parent = &rowView{p.ID, dataflow.Label(m, p.ID)}
		if p.Owner != "" {
			up := m.Element(p.Owner)
			out.Up = &rowView{up.ID, dataflow.Label(m, up.ID)}
		}
		for _, o := range m.Level(e.Owner, d.View) {
			if o.ID != e.ID {
				out.Siblings = append(out.Siblings, rowView{o.ID, dataflow.Label(m, o.ID)})
			}
		}
	}
	for _, view := range []model.View{model.Logical, model.Physical} {
		if level := m.LevelOf(e.ID, view); level != nil {
			out.Levels = append(out.Levels, levelView{level.ID, view, len(m.Level(e.ID, view))})
		}
	}
	for _, p := range specification.Of(d) {
		out.Problems = append(out.Problems, p.Text)
	}
	for _, end := range dataflow.EndsOf(m, e.ID) {
		f := processFlow{ID: end.Flow.ID, Name: dataflow.FlowName(m, end.Flow), In: end.Direction == dataflow.Into, With: "the frame"}
		if o := m.Element(end.Partner); o != nil {
			f.With = o.Name
		}
		out.Flows = append(out.Flows, f)
	}
	return out
}

// owedView is what waits at the edge of a level.
type owedView struct {
	Flow model.ID `json:"flow"`
	Name string   `json:"name"`
	In   bool     `json:"in"`
	With string   `json:"with"` // what it is exchanged with above
}

func (s *Server) owed(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	out := []owedView{}
	if d := m.Diagram(model.ID(c.Param("diagram"))); d != nil && d.Kind == model.LevelDiagram {
		for _, o := range dataflow.Owed(m, dictionary.Of(m), dataflow.Level{Process: d.About, View: d.View}) {
			view := owedView{Flow: o.Flow.ID, Name: dataflow.FlowName(m, o.Flow), In: o.Direction == dataflow.Into, With: "the frame"}
			other := o.Flow.Target
			if view.In {
				other = o.Flow.Source
			}
			if e := m.Element(other); e != nil {
				view.With = e.Name
			}
			out = append(out, view)
		}
	}
	return c.JSON(http.StatusOK, out)
}

// levelRequest asks what doing something with a process, a level or a store would
// change.
type levelRequest struct {
	Do      string     `json:"do"` // open, close, move, renumber, takeUp, again, other
	Process model.ID   `json:"process"`
	View    model.View `json:"view"`
	Parent  model.ID   `json:"parent"` // move: into which process
	Flow    model.ID   `json:"flow"`   // takeUp: which flow of the process above
	Diagram model.ID   `json:"diagram"`
	Order   []model.ID `json:"order"`  // renumber
	Placed  model.ID   `json:"placed"` // again: what is shown once more; other: the flow that is drawn elsewhere
	Seed    string     `json:"seed"`
}

type levelReply struct {
	Changes json.RawMessage `json:"changes"`
	Diagram model.ID        `json:"diagram,omitempty"` // to be opened then
}

func (s *Server) readLevel(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req levelRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	changes, diagram, err := s.levelChanges(v.Model, req)
	if err != nil {
		return err
	}
	if _, _, _, err := model.Edit(v.Model, changes); err != nil {
		return err
	}
	return c.JSON(http.StatusOK, levelReply{model.EncodeChanges(changes), diagram})
}

func (s *Server) levelChanges(m *model.Model, req levelRequest) ([]model.Change, model.ID, error) {
	switch req.Do {
	case "open":
		return dataflow.OpenChanges(m, req.Process, req.View, req.Seed)
	case "close":
		return dataflow.CloseChanges(m, req.Process, req.View), "", nil
	case "renumber":
		if d := m.Diagram(req.Diagram); d != nil && d.Kind == model.LevelDiagram {
			return dataflow.RenumberChanges(m, dataflow.Level{Process: d.About, View: d.View}, req.Order), "", nil
		}
		return nil, "", model.Faultf(model.CodeMissing, "There is no such level any more.").At(req.Diagram, "")
	case "takeUp":
		changes, err := dataflow.TakeUpChanges(m, req.Flow, req.Process, req.Diagram, req.Seed)
		if err == nil {
			changes, err = s.placeEach(m, req.Diagram, changes)
		}
		return changes, "", err
	case "move":
		return s.moveProcess(m, req)
	case "again":
		changes, err := s.showAgain(m, req)
		return changes, "", err
	case "other":
		changes, err := otherPlacement(m, req.Placed)
		return changes, "", err
	}
	return nil, "", model.Faultf(model.CodeInvalid, "%q is nothing that can be done with a level", req.Do).At("", "do")
}

// moveProcess moves a process to another level and shows it there, with its flows,
// if that level is drawn.
func (s *Server) moveProcess(m *model.Model, req levelRequest) ([]model.Change, model.ID, error) {
	changes, err := dataflow.MoveChanges(m, req.Process, req.Parent, req.Seed)
	if err != nil || len(changes) == 0 {
		return changes, "", err
	}
	opening, diagram, err := dataflow.OpenChanges(m, req.Parent, m.Element(req.Process).Process().View, req.Seed)
	if m.Element(m.Element(req.Process).Owner).Owner != req.Parent { // down: a level that may not be there yet
		opening, diagram, err = dataflow.OpenChanges(m, req.Parent, model.Logical, req.Seed)
	}
	if err != nil {
		return nil, "", err
	}
	changes = append(changes, opening...)
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return nil, "", err
	}
	w, h := s.drawer.SizeOfElement(next, next.Element(req.Process))
	at := s.drawer.FreePlace(next, diagram, "", w, h)
	place := &model.Place{ID: model.DeriveID("moved", req.Seed, "process"), Diagram: diagram, Subject: req.Process, X: at.X, Y: at.Y}
	if next, _, _, err = model.Edit(next, []model.Change{place}); err != nil {
		return nil, "", err
	}
	changes = append(changes, place)
	return append(changes, model.ShowRelations(next, diagram, req.Process, req.Seed)...), diagram, nil
}

// showAgain shows an entity or a store once more beside itself; its flows stay
// where they are.
func (s *Server) showAgain(m *model.Model, req levelRequest) ([]model.Change, error) {
	p := m.Placement(req.Placed)
	if p == nil || m.Element(p.Subject) == nil {
		return nil, model.Faultf(model.CodeMissing, "It is not on this diagram any more.").At(req.Placed, "")
	}
	e := m.Element(p.Subject)
	w, h := s.drawer.SizeOfElement(m, e)
	at := s.drawer.FreePlace(m, p.Diagram, e.ID, w, h)
	return []model.Change{&model.Place{ID: model.DeriveID("again", req.Seed), Diagram: p.Diagram, Subject: e.ID, X: at.X, Y: at.Y, W: p.W, H: p.H}}, nil
}

// otherPlacement draws a flow to the next placement of what is shown more than
// once at one of its ends.
func otherPlacement(m *model.Model, placed model.ID) ([]model.Change, error) {
	p := m.Placement(placed)
	if p == nil || m.Relationship(p.Subject) == nil {
		return nil, model.Faultf(model.CodeMissing, "It is not on this diagram any more.").At(placed, "")
	}
	f := m.Relationship(p.Subject)
	c := &model.DrawBetween{ID: p.ID, From: p.From, To: p.To}
	next := func(element, at model.ID) (model.ID, bool) {
		all := m.PlacementsAt(p.Diagram, element)
		if element == "" || len(all) < 2 {
			return "", false
		}
		i := slices.IndexFunc(all, func(o *model.Placement) bool { return o.ID == at })
		return all[(max(i, 0)+1)%len(all)].ID, true
	}
	if to, ok := next(f.Target, p.To); ok {
		c.To = to
	} else if from, ok := next(f.Source, p.From); ok {
		c.From = from
	} else {
		return nil, model.Faultf(model.CodeRefused, "Neither of its ends is shown more than once here.").At(placed, "")
	}
	return []model.Change{c}, nil
}

type dictionaryView struct {
	Revision int64      `json:"revision"`
	Items    []itemView `json:"items"`
	Stores   []itemView `json:"stores"`
	Missing  []string   `json:"missing"` // names that are used and have no entry
}

type itemView struct {
	ID         model.ID         `json:"id"`
	Name       string           `json:"name"`
	Definition string           `json:"definition"`
	Contents   string           `json:"contents"`
	Parts      []partView       `json:"parts"` // the contents in pieces, names linked
	Problem    string           `json:"problem,omitempty"`
	Source     model.ItemSource `json:"source"`
	From       []string         `json:"from"`
	Type       string           `json:"type"`
	Unit       string           `json:"unit"`
	Range      string           `json:"range"`
	Values     string           `json:"values"`
	Goods      bool             `json:"goods"`
	Archive    bool             `json:"archive"`
	Outside    bool             `json:"outside"`
	Flows      []string         `json:"flows"` // that bear its name
	In         []rowView        `json:"in"`    // entries and stores that contain it
	Sentences  []int            `json:"sentences"`
}

type partView struct {
	Text string   `json:"text"`
	Item model.ID `json:"item,omitempty"`
	Name bool     `json:"name,omitempty"` // a name, with or without an entry
}

func (s *Server) dictionary(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	d := dictionary.Of(m)
	numbers := brief.Numbers(m)
	out := dictionaryView{Revision: v.Revision, Items: []itemView{}, Stores: []itemView{}, Missing: []string{}}
	in := map[string][]rowView{}
	missing := map[string]bool{}
	note := func(name string) {
		if d.Entry(name) == nil && strings.TrimSpace(name) != "" {
			missing[strings.TrimSpace(name)] = true
		}
	}
	for _, e := range append(m.OfKind(model.DataItem), m.OfKind(model.Store)...) {
		parsed, _ := dictionary.Parse(e.DataItem().Contents + e.Store().Contents)
		seen := map[string]bool{}
		parsed.Names(func(n *dictionary.Expression) {
			note(n.Text)
			if k := d.Key(n.Text); !seen[k] {
				seen[k] = true
				in[k] = append(in[k], rowView{e.ID, e.Name})
			}
		})
	}
	flows := map[string][]string{}
	for _, f := range m.Relationships(model.DataFlow) {
		if strings.TrimSpace(f.Name) != "" {
			note(f.Name)
			flows[d.Key(f.Name)] = append(flows[d.Key(f.Name)], m.Describe(f.ID)+between(m, f))
		}
	}
	for _, e := range m.OfKind(model.DataItem) {
		data := e.DataItem()
		item := viewItem(m, d, e, data.Contents, numbers)
		item.Source, item.From, item.Type, item.Unit, item.Range, item.Values, item.Goods = data.Source, append([]string{}, data.From...), data.Type, data.Unit, data.Range, data.Values, data.Goods
		item.Flows, item.In = append([]string{}, flows[d.Key(e.Name)]...), append([]rowView{}, in[d.Key(e.Name)]...)
		out.Items = append(out.Items, item)
	}
	for _, e := range m.OfKind(model.Store) {
		item := viewItem(m, d, e, e.Store().Contents, numbers)
		item.Archive, item.Outside = e.Store().Archive, e.Store().Outside
		for _, f := range m.Flows(e.ID) {
			item.Flows = append(item.Flows, dataflow.FlowName(m, f)+between(m, f))
		}
		out.Stores = append(out.Stores, item)
	}
	byName := func(a, b itemView) int { return strings.Compare(strings.ToLower(a.Name), strings.ToLower(b.Name)) }
	slices.SortFunc(out.Items, byName)
	slices.SortFunc(out.Stores, byName)
	for name := range missing {
		out.Missing = append(out.Missing, name)
	}
	slices.Sort(out.Missing)
	return c.JSON(http.StatusOK, out)
}

func between(m *model.Model, f *model.Relationship) string {
	place := func(id model.ID) string {
		switch e := m.Element(id); {
		case e == nil:
			return "the frame"
		case e.Kind == model.Process:
			return dataflow.Label(m, id)
		default:
			return e.Name
		}
	}
	return ", " + place(f.Source) + " → " + place(f.Target)
}

func viewItem(m *model.Model, d *dictionary.Dictionary, e *model.Element, contents string, numbers map[model.ID]int) itemView {
	out := itemView{ID: e.ID, Name: e.Name, Definition: m.Definition(e), Contents: contents, Parts: []partView{}, From: []string{}, Flows: []string{}, In: []rowView{}, Sentences: []int{}}
	parsed, err := dictionary.Parse(contents)
	if err != nil {
		out.Problem = err.Error()
	} else if parsed != nil {
		out.Parts = partsOf(d, parsed)
	}
	for _, t := range m.TracesOf(e.ID) {
		if n := numbers[t.Target]; n > 0 {
			out.Sentences = append(out.Sentences, n)
		}
	}
	return out
}

// partsOf cuts printed contents into names and what stands between them.
func partsOf(d *dictionary.Dictionary, e *dictionary.Expression) []partView {
	text := e.String()
	var out []partView
	at := 0
	e.Names(func(n *dictionary.Expression) {
		i := strings.Index(text[at:], n.Text)
		if i < 0 {
			return
		}
		if i > 0 {
			out = append(out, partView{Text: text[at : at+i]})
		}
		p := partView{Text: n.Text, Name: true}
		if entry := d.Entry(n.Text); entry != nil {
			p.Item = entry.Item.ID
		}
		out = append(out, p)
		at += i + len(n.Text)
	})
	if at < len(text) {
		out = append(out, partView{Text: text[at:]})
	}
	return out
}

type followView struct {
	Item  string     `json:"item"`
	Items []string   `json:"items"` // what it is opened into
	Steps []stepView `json:"steps"`
	// Stores it rests in, attributes that keep it, and where its way breaks off.
	Stores     []rowView  `json:"stores"`
	Attributes []keptView `json:"attributes"`
	Breaks     []string   `json:"breaks"`
}

// keptView is an attribute, with its class.
type keptView struct {
	ID    model.ID `json:"id"`
	Title string   `json:"title"`
	Class model.ID `json:"class"`
}

type stepView struct {
	Flow    model.ID `json:"flow"`
	Name    string   `json:"name"`
	From    string   `json:"from"`
	To      string   `json:"to"`
	Level   string   `json:"level"`
	Diagram model.ID `json:"diagram,omitempty"`
	Step    int      `json:"step"`
	Reached bool     `json:"reached"`
}

// follow tells the way of an item of data through all levels.
func (s *Server) follow(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	name := strings.TrimSpace(c.QueryParam("item"))
	if name == "" {
		return problem(http.StatusBadRequest, "invalid", "Say which item of data to follow.")
	}
	d := dictionary.Of(m)
	out := followView{Item: name, Items: []string{}, Steps: []stepView{}, Stores: []rowView{}, Attributes: []keptView{}, Breaks: []string{}}
	for k := range d.Items(name) {
		out.Items = append(out.Items, d.NameOf(k))
	}
	slices.Sort(out.Items)
	for _, st := range dataflow.Follow(m, d, name) {
		level := st.Level
		if st.View == model.Physical {
			level += ", physical"
		}
		out.Steps = append(out.Steps, stepView{st.Flow, st.Name, st.From, st.To, level, st.Diagram, st.Depth + 1, st.Reached})
	}
	kept := matrix.KeptBy(m, d, name)
	for _, e := range kept.Stores {
		out.Stores = append(out.Stores, rowView{e.ID, e.Name})
	}
	for _, a := range kept.Attributes {
		out.Attributes = append(out.Attributes, keptView{a.ID, m.Element(a.Owner).Name + "." + a.Name, a.Owner})
	}
	out.Breaks = append(out.Breaks, kept.Breaks...)
	return c.JSON(http.StatusOK, out)
}

type eventsView struct {
	Revision int64       `json:"revision"`
	Events   []eventView `json:"events"`
	// Missing are flows into the system that no event tells of, with the event that
	// each would be.
	Missing []missingEvent `json:"missing"`
	Others  []rowView      `json:"processes"`
}

type eventView struct {
	ID       model.ID `json:"id"`
	Name     string   `json:"name"`
	Timed    bool     `json:"timed"`
	By       string   `json:"by"`
	Stimulus string   `json:"stimulus"`
	Response []string `json:"response"`
	Process  model.ID `json:"process"`
	Answered string   `json:"answered"` // the process, as it is spoken of
	Problems []string `json:"problems"`
}

type missingEvent struct {
	Name    string          `json:"name"`
	Changes json.RawMessage `json:"changes"`
}

func (s *Server) eventList(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	out := eventsView{Revision: v.Revision, Events: []eventView{}, Missing: []missingEvent{}, Others: []rowView{}}
	for _, e := range m.OfKind(model.Event) {
		d := e.Event()
		view := eventView{ID: e.ID, Name: e.Name, Timed: d.Timed, By: d.By, Stimulus: d.Stimulus, Response: append([]string{}, d.Response...), Process: d.Process, Problems: append([]string{}, dataflow.EventProblems(m, e)...)}
		if d.Process != "" {
			view.Answered = dataflow.Label(m, d.Process)
		}
		out.Events = append(out.Events, view)
	}
	for _, e := range dataflow.ProposedEvents(m) {
		out.Missing = append(out.Missing, missingEvent{e.Name, model.EncodeChanges([]model.Change{e})})
	}
	for _, system := range dataflow.Contexts(m) {
		for _, p := range m.Level(system.ID, model.Logical) {
			out.Others = append(out.Others, rowView{p.ID, dataflow.Label(m, p.ID)})
		}
	}
	return c.JSON(http.StatusOK, out)
}
