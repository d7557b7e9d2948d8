package server

import (
	"encoding/json"
	"net/http"
	"slices"
	"strings"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
)

type readingView struct {
	Statement string              `json:"statement"`
	Title     string              `json:"title,omitempty"`
	Form      string              `json:"form"` // what kind of statement it is
	Sentences []notation.Sentence `json:"sentences"`
	New       []newElement        `json:"new"`
	Changes   json.RawMessage     `json:"changes"`
	Row       model.ID            `json:"row"` // the relationship that it makes
}

type newElement struct {
	Name string `json:"name"`
	Kind string `json:"kind"`
}

type jumpView struct {
	ID      model.ID `json:"id"`
	Title   string   `json:"title"`
	Diagram model.ID `json:"diagram,omitempty"`
	IsSheet bool     `json:"isDiagram,omitempty"`
	Stage   string   `json:"stage,omitempty"`
}

type statementReply struct {
	Readings []readingView `json:"readings"`
	Jumps    []jumpView    `json:"jumps"`
	Problem  string        `json:"problem,omitempty"`
}

// statementRequest asks how a text can be understood.
type statementRequest struct {
	Text    string   `json:"text"`
	Diagram model.ID `json:"diagram"`
	Near    model.ID `json:"near"`
	Seed    string   `json:"seed"`
}

// readStatement tells how a text can be understood, with the changes that each
// reading would make, and what it could be the name of. It changes nothing.
func (s *Server) readStatement(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req statementRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	out := statementReply{Readings: []readingView{}, Jumps: s.jumps(v.Model, req.Text)}
	readings, err := notation.ReadStatementIn(v.Model, req.Text, notation.ScopeOf(v.Model, req.Diagram))
	if f, ok := model.AsFault(err); ok {
		out.Problem = f.Message
	} else if err != nil {
		return err
	}
	for _, r := range readings {
		view, err := s.viewReading(v.Model, r, req.Diagram, req.Near, nil, req.Seed)
		if err != nil {
			out.Problem = err.Error()
			continue
		}
		out.Readings = append(out.Readings, view)
	}
	return c.JSON(http.StatusOK, out)
}

// viewReading previews a reading on a draft that is dropped: the sentences are
// those of the model as it would be.
func (s *Server) viewReading(m *model.Model, r notation.Reading, diagram, near model.ID, at *scene.Point, seed string) (readingView, error) {
	changes, elements, rel := notation.StatementChanges(m, r, seed)
	placing := s.placing(m, r, diagram, near, at, elements, rel, seed)
	next, _, _, err := model.Edit(m, append(slices.Clone(changes), placing...))
	if err != nil && len(placing) > 0 { // it belongs elsewhere: said, but not drawn here
		placing = nil
		next, _, _, err = model.Edit(m, changes)
	}
	changes = append(changes, placing...)
	if err != nil {
		return readingView{}, err
	}
	view := readingView{Statement: r.Text(m), Form: formOf(r.Statement), Sentences: notation.ReadBack(next, next.Relationship(rel)), New: []newElement{}, Changes: model.EncodeChanges(changes), Row: rel}
	for _, n := range r.New {
		view.New = append(view.New, newElement{n.Name, n.Kind.Title()})
	}
	return view, nil
}

// placing shows what a statement speaks of on the open diagram: elements that
// are not there yet find a free place.
func (s *Server) placing(m *model.Model, r notation.Reading, diagram, near model.ID, at *scene.Point, elements []model.ID, rel model.ID, seed string) []model.Change {
	if m.Diagram(diagram) == nil {
		return nil
	}
	var out []model.Change
	draft := m
	refs := slices.DeleteFunc([]notation.Ref{r.Statement.Ends[0].Ref, r.Statement.Ends[1].Ref, r.Statement.Through}, func(ref notation.Ref) bool { return ref.Kind == notation.Frame })
	for _, ref := range refs { // a flow is not shown on a class diagram, nor a class on one of flows
		if ref.Kind != "" && !ref.Kind.IsDrawnOn(m.Diagram(diagram).Kind) {
			return nil
		}
	}
	placed := map[model.ID]bool{}
	for i, id := range elements {
		if placed[id] || m.PlacementOn(diagram, id) != nil {
			near = id
			continue
		}
		placed[id] = true
		w, h := s.drawer.SizeOf(m, refs[i].Kind, refs[i].Name)
		p := s.drawer.FreePlace(draft, diagram, near, w, h)
		if at != nil {
			p = scene.Point{X: at.X - w/2, Y: at.Y - h/2}
		}
		place := &model.Place{ID: model.DeriveID("place", seed, string(id)), Diagram: diagram, Subject: id, X: p.X, Y: p.Y}
		out = append(out, place)
		if refs[i].Kind == model.UseCase && m.Element(id) == nil {
			out = append(out, s.intoSubject(m, diagram, id, p.X+w/2, p.Y+h/2, seed)...)
		}
		// The next one must not take the same place.
		steps := []model.Change{place}
		if m.Element(id) == nil {
			steps = []model.Change{newElementFor(refs[i].Kind, id, refs[i].Name, r.Scope), place}
		}
		if next, _, _, err := model.Edit(draft, steps); err == nil {
			draft = next
		}
		near = id
	}
	if r.Statement.Form == notation.FormHolds { // seen by what is drawn around what
		return out
	}
	return append(out, &model.Place{ID: model.DeriveID("place", seed, string(rel)), Diagram: diagram, Subject: rel})
}

// jumps finds what a text may be the name of.
func (s *Server) jumps(m *model.Model, text string) []jumpView {
	out := []jumpView{}
	form := strings.ToLower(strings.TrimSpace(text))
	if form == "" {
		return out
	}
	matches := func(name string) bool { return strings.Contains(strings.ToLower(name), form) }
	for _, d := range m.Diagrams() {
		if matches(d.Name) {
			out = append(out, jumpView{ID: d.ID, Title: d.Kind.Title() + " " + jumpName(m, d), Diagram: d.ID, IsSheet: true})
		}
	}
	for _, e := range m.Elements(append(model.TermKinds(), model.Process, model.Component)...) {
		if len(out) >= 8 {
			break
		}
		if matches(e.Name) {
			j := jumpView{ID: e.ID, Title: e.Kind.Title() + " " + e.Name, Stage: stageOf[e.Kind]}
			if p := m.PlacementsOf(e.ID); len(p) > 0 {
				j.Diagram = p[0].Diagram
			}
			out = append(out, j)
		}
	}
	return out
}

type featuresReply struct {
	Changes  json.RawMessage `json:"changes"`
	Problems []lineProblem   `json:"problems"`
	Revision int64           `json:"revision"`
}

type lineProblem struct {
	Line    string `json:"line"`
	Problem string `json:"problem"`
}

// featuresRequest asks what a text of features would change.
type featuresRequest struct {
	Element model.ID `json:"element"`
	Text    string   `json:"text"`
	Seed    string   `json:"seed"`
}

// readFeatures tells the changes that a text of features would make.
func (s *Server) readFeatures(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req featuresRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	e := v.Model.Element(req.Element)
	if e == nil || !e.Kind.IsClassifier() && e.Kind != model.Object {
		return problem(http.StatusNotFound, "missing", "It does not exist any more.")
	}
	var changes []model.Change
	if e.Kind == model.Object {
		if changes, err = notation.EditObject(v.Model, e, req.Text); err != nil {
			return err
		}
		return c.JSON(http.StatusOK, featuresReply{model.EncodeChanges(changes), []lineProblem{}, v.Revision})
	}
	changes = notation.EditFeatures(v.Model, e, req.Text, req.Seed)
	if _, _, _, err := model.Edit(v.Model, changes); err != nil {
		return err
	}
	problems := []lineProblem{}
	for _, f := range notation.ReadFeatures(notation.ContextOf(v.Model, e), req.Text) {
		if f.Problem != "" {
			problems = append(problems, lineProblem{f.Text, f.Problem})
		}
	}
	return c.JSON(http.StatusOK, featuresReply{model.EncodeChanges(changes), problems, v.Revision})
}

// connectionRequest asks how two elements can be connected.
type connectionRequest struct {
	From    model.ID `json:"from"`
	To      model.ID `json:"to"`
	Name    string   `json:"name"`
	X       int      `json:"x"`
	Y       int      `json:"y"`
	Diagram model.ID `json:"diagram"`
	Seed    string   `json:"seed"`
	// FromAt and ToAt are the components or parts at whose edge ports are.
	FromAt model.ID `json:"fromAt,omitempty"`
	ToAt   model.ID `json:"toAt,omitempty"`
}

// readConnection lists, as sentences, how two elements can be connected. Without
// a second element a new class at the given place is meant.
func (s *Server) readConnection(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req connectionRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	from := v.Model.Element(req.From)
	if from == nil {
		return problem(http.StatusNotFound, "missing", "It does not exist any more.")
	}
	to := v.Model.Element(req.To)
	if from.Kind.IsText() || to != nil && to.Kind.IsText() {
		out, err := s.anchors(v.Model, from, to, req)
		if err != nil {
			return err
		}
		return c.JSON(http.StatusOK, out)
	}
	if from.Kind == model.Object || to != nil && to.Kind == model.Object {
		out, err := s.examples(v.Model, from, to, req)
		if err != nil {
			return err
		}
		return c.JSON(http.StatusOK, out)
	}
	if isBuilt(from) || isBuilt(to) {
		out, err := s.componentConnections(v.Model, req)
		if err != nil {
			return err
		}
		return c.JSON(http.StatusOK, out)
	}
	a := notation.Ref{Name: from.Name, Kind: from.Kind, ID: from.ID}
	scope := notation.ScopeOf(v.Model, req.Diagram)
	b := notation.Ref{Name: req.Name, Kind: model.Class}
	switch from.Kind {
	case model.Process: // on the context diagram the rest is outside
		b.Kind = model.Entity
		if scope.Parent != "" {
			b.Kind = model.Process
		}
	case model.Entity, model.Store:
		b.Kind = model.Process
	case model.Actor, model.UseCase:
		b.Kind = model.UseCase
	}
	var at *scene.Point
	if to != nil {
		b = notation.Ref{Name: to.Name, Kind: to.Kind, ID: to.ID}
	} else {
		at = &scene.Point{X: req.X, Y: req.Y}
		if b.Name == "" {
			b.Name = freeName(v.Model, b.Kind)
		}
	}
	out := []readingView{}
	for _, o := range notation.Connections(v.Model, a, b) {
		reading := notation.NewReading(o.Statement)
		reading.Scope = scope
		view, err := s.viewReading(v.Model, reading, req.Diagram, req.From, at, req.Seed)
		if err != nil {
			return err
		}
		view.Title = o.Title
		out = append(out, view)
	}
	return c.JSON(http.StatusOK, out)
}

// anchors offers to anchor a note: to an element, whichever of the two was
// pulled, or nothing on empty paper.
func (s *Server) anchors(m *model.Model, from, to *model.Element, req connectionRequest) ([]readingView, error) {
	line := m.Relationship(req.To)
	if to == nil && line == nil || from.ID == req.To {
		return []readingView{}, nil
	}
	note, about := from, to
	if !note.Kind.IsText() {
		note, about = to, from
	}
	c := &model.Connect{Kind: model.Anchor, Source: note.ID, Refers: req.To}
	subject := req.To
	if line == nil {
		c.Target, c.Refers, subject = about.ID, "", about.ID
	}
	verb := "is about "
	if note.Kind == model.Constraint {
		verb = "holds for "
	}
	id := model.DeriveID("anchor", req.Seed)
	c.ID = id
	changes := []model.Change{
		c,
		&model.Place{ID: model.DeriveID("place", req.Seed), Diagram: req.Diagram, Subject: id},
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return nil, err
	}
	return []readingView{{Title: "This " + note.Kind.Title() + " " + verb + m.Describe(subject), Form: string(model.Anchor), Sentences: notation.ReadBack(next, next.Relationship(id)),
		New: []newElement{}, Changes: model.EncodeChanges(changes), Row: id}}, nil
}

// freeName is the name of a new element that is to be named right away.
func freeName(m *model.Model, kind model.Kind) string {
	base := "New " + kind.Title()
	name := base
	for i := 2; len(m.Named(name, kind)) > 0; i++ {
		name = base + " " + itoa(i)
	}
	return name
}

// newElementFor makes an element; a process becomes part of the level that is
// spoken of.
func newElementFor(kind model.Kind, id model.ID, name string, scope notation.Scope) *model.AddElement {
	add := &model.AddElement{ID: id, Kind: kind, Name: name}
	if kind == model.Component {
		add.Owner = scope.Inside
	}
	if kind == model.Process && scope.Parent != "" {
		add.Owner = scope.Parent
		if scope.View != model.Logical {
			add.Set = model.P("view", scope.View)
		}
	}
	return add
}

// jumpName is the name of a diagram where a text may mean it.
func jumpName(m *model.Model, d *model.Diagram) string {
	if title := diagramTitle(m, d); title != d.Name {
		return d.Name + " (" + title + ")"
	}
	return d.Name
}

// placementRequest asks how an element is placed.
type placementRequest struct {
	Kind    model.Kind `json:"kind"`
	Name    string     `json:"name"`
	Subject model.ID   `json:"subject"` // an element that exists, instead of a new one
	Diagram model.ID   `json:"diagram"`
	Beside  model.ID   `json:"beside"`
	X       *int       `json:"x"`
	Y       *int       `json:"y"`
	// Relations: what connects it with elements of the diagram is shown too.
	Relations bool   `json:"relations"`
	Seed      string `json:"seed"`
}

// readPlacement tells the changes that place a new element: beside another, or
// with its middle at a point.
func (s *Server) readPlacement(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req placementRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	var changes []model.Change
	subject, kind, name := req.Subject, req.Kind, req.Name
	if e := v.Model.Element(subject); e != nil {
		kind, name = e.Kind, e.Name
	} else {
		subject = model.DeriveID("new", req.Seed)
		add := newElementFor(kind, subject, name, notation.ScopeOf(v.Model, req.Diagram))
		switch {
		case kind.IsText(): // what is typed is its text
			add.Name, add.Set = "", model.P("body", name)
		case kind == model.ComponentPart:
			if err := s.partInto(v.Model, req, add); err != nil {
				return err
			}
		case kind == model.Object: // and here its classifier too
			o, err := notation.ReadObject(name)
			if err != nil {
				return err
			}
			add.Name, add.Set = o.Name, model.P("typeName", o.Type, "slots", o.Slots)
		}
		changes = append(changes, add)
	}
	if v.Model.PlacementOn(req.Diagram, subject) != nil { // there already: only its relations are missing
		changes = nil
		if req.Relations {
			changes = model.ShowRelations(v.Model, req.Diagram, subject, req.Seed)
		}
		return c.JSON(http.StatusOK, placementReply{Changes: model.EncodeChanges(changes), Element: subject})
	}
	w, h := s.drawer.SizeOf(v.Model, kind, name)
	if e := v.Model.Element(subject); e != nil {
		w, h = s.drawer.SizeOfElement(v.Model, e)
	}
	p := s.drawer.FreePlace(v.Model, req.Diagram, req.Beside, w, h)
	if req.X != nil && req.Y != nil {
		p = scene.Point{X: *req.X - w/2, Y: *req.Y - h/2}
	}
	changes = append(changes, &model.Place{ID: model.DeriveID("place", req.Seed), Diagram: req.Diagram, Subject: subject, X: p.X, Y: p.Y})
	if kind == model.UseCase && req.Subject == "" {
		changes = append(changes, s.intoSubject(v.Model, req.Diagram, subject, p.X+w/2, p.Y+h/2, req.Seed)...)
	}
	if kind.IsPackaged() && req.Subject == "" && req.X != nil {
		changes = append(changes, s.intoPackage(v.Model, req.Diagram, subject, kind, *req.X, *req.Y)...)
	}
	var home model.ID
	if req.X != nil && req.Y != nil && (kind == model.Class || req.Subject != "") {
		var into []model.Change
		into, home = s.intoComponent(v.Model, req.Diagram, subject, kind, *req.X, *req.Y, req.Seed)
		changes = append(changes, into...)
	}
	if req.Relations {
		changes = append(changes, model.ShowRelations(v.Model, req.Diagram, subject, req.Seed)...)
	}
	if _, _, _, err := model.Edit(v.Model, changes); err != nil {
		return err
	}
	return c.JSON(http.StatusOK, placementReply{model.EncodeChanges(changes), subject, home})
}

type placementReply struct {
	Changes json.RawMessage `json:"changes"`
	Element model.ID        `json:"element"`
	Home    model.ID        `json:"home,omitempty"` // the component that it is put into
}

// formOf tells the kinds of statements apart, as the page remembers which one
// was used last.
func formOf(st notation.Statement) string {
	switch {
	case st.Form == notation.FormWhole && st.Shared:
		return "shared"
	case st.Form == notation.FormDependency:
		return string(st.Kind)
	}
	return string(st.Form)
}
