package propose

import (
	"encoding/json"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
	"lexeon/core/view"
)

// Reading is one way in which a text or a gesture can be understood, with what it would change.
type Reading struct {
	Statement string              `json:"statement"`
	Title     string              `json:"title,omitempty"`
	Form      string              `json:"form"` // what kind of statement it is
	Sentences []notation.Sentence `json:"sentences"`
	New       []NewElement        `json:"new"`
	Changes   json.RawMessage     `json:"changes"`
	Row       model.ID            `json:"row"` // the relationship that it makes
}

// NewElement is an element that a reading would make.
type NewElement struct {
	Name string `json:"name"`
	Kind string `json:"kind"`
}

// Jump is something that a text may be the name of.
type Jump struct {
	ID      model.ID `json:"id"`
	Title   string   `json:"title"`
	Diagram model.ID `json:"diagram,omitempty"`
	IsSheet bool     `json:"isDiagram,omitempty"`
	Stage   string   `json:"stage,omitempty"`
}

// StatementReply lists the readings of a text; Problem says why there is none.
type StatementReply struct {
	Readings []Reading `json:"readings"`
	Jumps    []Jump    `json:"jumps"`
	Problem  string    `json:"problem,omitempty"`
}

// StatementRequest asks how a text can be understood.
type StatementRequest struct {
	Text    string   `json:"text"`
	Diagram model.ID `json:"diagram"`
	Near    model.ID `json:"near"`
	Seed    string   `json:"seed"`
}

// Statement tells how a text can be understood, with the changes that each
// reading would make, and what it could be the name of. It changes nothing.
func (pr *Proposer) Statement(m *model.Model, req StatementRequest) (StatementReply, error) {
	out := StatementReply{Readings: []Reading{}, Jumps: pr.jumps(m, req.Text)}
	readings, err := notation.ReadStatementIn(m, req.Text, notation.ScopeOf(m, req.Diagram))
	if f, ok := model.AsFault(err); ok {
		out.Problem = f.Message
	} else if err != nil {
		return StatementReply{}, err
	}
	for _, r := range readings {
		view, err := pr.reading(m, r, req.Diagram, req.Near, nil, req.Seed)
		if err != nil {
			out.Problem = err.Error()
			continue
		}
		out.Readings = append(out.Readings, view)
	}
	return out, nil
}

// reading previews a reading on a draft that is dropped: the sentences are
// those of the model as it would be.
func (pr *Proposer) reading(m *model.Model, r notation.Reading, diagram, near model.ID, at *scene.Point, seed string) (Reading, error) {
	changes, elements, rel := notation.StatementChanges(m, r, seed)
	needed, err := neededBy(m, changes, rel, seed)
	if err != nil {
		return Reading{}, err
	}
	changes = append(changes, needed...)
	placing := pr.placing(m, r, diagram, near, at, elements, rel, seed)
	next, _, _, err := model.Edit(m, append(slices.Clone(changes), placing...))
	if err != nil && len(placing) > 0 { // it belongs elsewhere: said, but not drawn here
		placing = nil
		next, _, _, err = model.Edit(m, changes)
	}
	changes = append(changes, placing...)
	if err != nil {
		return Reading{}, err
	}
	sentences := notation.ReadBack(next, next.Relationship(rel))
	if rel == "" && len(elements) == 2 {
		sentences = notation.ReadInside(next, elements[0], elements[1])
		rel = elements[1]
	}
	for _, c := range needed {
		if line, is := c.(*model.Connect); is {
			sentences = append(sentences, notation.ReadBack(next, next.Relationship(line.ID))[0])
		}
	}
	view := Reading{Statement: r.Text(m), Form: formOf(r.Statement), Sentences: sentences, New: []NewElement{}, Changes: model.EncodeChanges(changes), Row: rel}
	for _, n := range r.New {
		view.New = append(view.New, NewElement{n.Name, n.Kind.Title()})
	}
	return view, nil
}

// placing shows what a statement speaks of on the open diagram: elements that
// are not there yet find a free place.
func (pr *Proposer) placing(m *model.Model, r notation.Reading, diagram, near model.ID, at *scene.Point, elements []model.ID, rel model.ID, seed string) []model.Change {
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
		w, h := pr.drawer.SizeOf(m, refs[i].Kind, refs[i].Name)
		p := pr.drawer.FreePlace(draft, diagram, near, w, h)
		if at != nil {
			p = scene.Point{X: at.X - w/2, Y: at.Y - h/2}
		}
		place := &model.Place{ID: model.DeriveID("place", seed, string(id)), Diagram: diagram, Subject: id, X: p.X, Y: p.Y}
		out = append(out, place)
		if refs[i].Kind == model.UseCase && m.Element(id) == nil {
			out = append(out, pr.IntoSubject(m, diagram, id, p.X+w/2, p.Y+h/2, seed)...)
		}
		// The next one must not take the same place.
		steps := []model.Change{place}
		if m.Element(id) == nil {
			steps = []model.Change{notation.NewElement(refs[i], id, r.Scope), place}
		}
		if next, _, _, err := model.Edit(draft, steps); err == nil {
			draft = next
		}
		near = id
	}
	if r.Statement.Form == notation.FormHolds { // seen by what is drawn around what
		if len(elements) == 2 && rel == "" {
			out = append(out, pr.besideOuter(draft, diagram, elements[0], elements[1])...)
		}
		return out
	}
	return append(out, &model.Place{ID: model.DeriveID("place", seed, string(rel)), Diagram: diagram, Subject: rel})
}

// jumps finds what a text may be the name of.
func (pr *Proposer) jumps(m *model.Model, text string) []Jump {
	out := []Jump{}
	form := strings.ToLower(strings.TrimSpace(text))
	if form == "" {
		return out
	}
	matches := func(name string) bool { return strings.Contains(strings.ToLower(name), form) }
	for _, d := range m.Diagrams() {
		if matches(d.Name) {
			out = append(out, Jump{ID: d.ID, Title: d.Kind.Title() + " " + jumpName(m, d), Diagram: d.ID, IsSheet: true})
		}
	}
	for _, e := range m.Elements(append(model.TermKinds(), model.Process, model.Component)...) {
		if len(out) >= 8 {
			break
		}
		if matches(e.Name) {
			j := Jump{ID: e.ID, Title: e.Kind.Title() + " " + e.Name, Stage: view.StageOf[e.Kind]}
			if p := m.PlacementsOf(e.ID); len(p) > 0 {
				j.Diagram = p[0].Diagram
			}
			out = append(out, j)
		}
	}
	return out
}

// jumpName is the name of a diagram where a text may mean it.
func jumpName(m *model.Model, d *model.Diagram) string {
	if title := view.DiagramTitle(m, d); title != d.Name {
		return d.Name + " (" + title + ")"
	}
	return d.Name
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
