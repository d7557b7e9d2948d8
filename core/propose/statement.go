package propose

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
	"lexeon/core/view"
)

// Reading is one way in which a text or a gesture can be understood, with what it would change.
type Reading struct {
	Statement string `json:"statement"`
	// Statements are those of a sentence that says several things, one by one.
	Statements []string            `json:"statements,omitempty"`
	Title      string              `json:"title,omitempty"`
	Form       string              `json:"form"` // what kind of statement it is
	Sentences  []notation.Sentence `json:"sentences"`
	New        []NewElement        `json:"new"`
	// Near are new names that are one letter off a known one.
	Near    []notation.NearName `json:"near,omitempty"`
	Changes json.RawMessage     `json:"changes"`
	Row     model.ID            `json:"row"` // the relationship that it makes or adds to
	// Note says what it does to an association that stands; Said is told once it is done. Neither where a gesture is read.
	Note string `json:"note,omitempty"`
	Said string `json:"said,omitempty"`
}

// NewElement is an element that a reading would make, with the kinds that it may be of.
type NewElement struct {
	Name  string       `json:"name"`
	Kind  string       `json:"kind"`
	Kinds []KindOption `json:"kinds"`
}

// KindOption is a kind that something new may be of.
type KindOption struct {
	Kind  model.Kind `json:"kind"`
	Title string     `json:"title"`
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
	// Ambiguous: the first reading is no likelier than the second.
	Ambiguous bool   `json:"ambiguous,omitempty"`
	Jumps     []Jump `json:"jumps"`
	Problem   string `json:"problem,omitempty"`
}

// StatementRequest asks how a text can be understood.
type StatementRequest struct {
	Text    string   `json:"text"`
	Diagram model.ID `json:"diagram"`
	Near    model.ID `json:"near"`
	Seed    string   `json:"seed"`
	// Made says how what is new is to be called and of which kind it is to be.
	Made []notation.MadeAs `json:"made,omitempty"`
}

// Statement tells how a text can be understood, with the changes that each
// reading would make, and what it could be the name of. It changes nothing.
func (pr *Proposer) Statement(m *model.Model, req StatementRequest) (StatementReply, error) {
	if d := m.Diagram(req.Diagram); d != nil && d.Kind == model.TableDiagram {
		req.Diagram = "" // it is said of the classes, and nothing is placed among tables
	}
	out := StatementReply{Readings: []Reading{}, Jumps: pr.jumps(m, req.Text)}
	ways, err := notation.Understand(m, req.Text, notation.ScopeOf(m, req.Diagram))
	if f, ok := model.AsFault(err); ok {
		out.Problem = f.Message
	} else if err != nil {
		return StatementReply{}, err
	}
	out.Ambiguous = notation.Ambiguous(ways)
	for _, w := range ways {
		view, err := pr.understood(m, w, req)
		if err != nil {
			out.Problem = err.Error()
			continue
		}
		out.Readings = append(out.Readings, view)
	}
	return out, nil
}

// understood previews what a sentence says, clause by clause, each on what those before it have
// made.
func (pr *Proposer) understood(m *model.Model, w notation.Understood, req StatementRequest) (Reading, error) {
	out := Reading{New: []NewElement{}, Sentences: []notation.Sentence{}, Near: w.Near(m)}
	for _, n := range w.New() {
		made := NewElement{Name: n.Name, Kind: n.Kind.Title(), Kinds: []KindOption{}}
		for _, k := range w.KindsFor(n) {
			made.Kinds = append(made.Kinds, KindOption{k, k.Title()})
		}
		for _, as := range req.Made {
			if as.Name == n.Name && as.Kind != "" {
				made.Kind = as.Kind.Title()
			}
		}
		out.New = append(out.New, made)
	}
	w = w.With(req.Made)
	var changes []model.Change
	var texts, notes []string
	done := "Added: "
	draft := m
	for i, c := range w.Clauses {
		seed := req.Seed
		if i > 0 {
			seed = string(model.DeriveID("clause", req.Seed, fmt.Sprint(i)))
		}
		c = c.Settled(draft)
		texts = append(texts, c.Text(draft))
		switch line := draft.Relationship(c.Again); {
		case c.Further:
			notes = append(notes, "Another one, beside what stands already.")
		case line == nil:
		case c.Adds(draft):
			before, _ := notation.StatementText(draft, line)
			lead, said := "Adds to", "Completed: "
			if c.Instead {
				lead, said = "Instead of", "Changed: "
			}
			notes, done = append(notes, lead+" “"+before+"”."), said
		default:
			notes = append(notes, "Stands already.")
			done = "Stands already: "
		}
		part, err := pr.clause(draft, c, req, seed)
		if err != nil {
			return Reading{}, err
		}
		changes = append(changes, part.changes...)
		out.Sentences = append(out.Sentences, part.sentences...)
		if out.Row == "" {
			out.Row, out.Form = part.row, part.form
		}
		draft = part.next
	}
	out.Statement, out.Statements = strings.Join(texts, "; "), texts
	switch { // what a sentence of several clauses has done is told by all of them
	case len(changes) == 0:
		done = "Stands already: "
	case len(w.Clauses) > 1:
		done = "Added: "
	}
	out.Note, out.Said = strings.Join(notes, " "), done+out.Statement+"."
	out.Changes = model.EncodeChanges(changes)
	return out, nil
}

// clausePreview is what one clause would change.
type clausePreview struct {
	changes   []model.Change
	sentences []notation.Sentence
	row       model.ID
	form      string
	next      *model.Model
}

// clause previews a clause on a draft that is dropped: the sentences are those of the model as it
// would be.
func (pr *Proposer) clause(m *model.Model, c notation.Clause, req StatementRequest, seed string) (clausePreview, error) {
	if c.Features != nil {
		return pr.features(m, c, req, seed)
	}
	view, next, err := pr.reading(m, c.Reading, req.Diagram, req.Near, nil, seed)
	if err != nil {
		return clausePreview{}, err
	}
	changes, err := model.DecodeChanges(view.Changes)
	return clausePreview{changes, view.Sentences, view.Row, view.Form, next}, err
}

// features previews what is said of attributes and literals.
func (pr *Proposer) features(m *model.Model, c notation.Clause, req StatementRequest, seed string) (clausePreview, error) {
	of := c.ChangesOf(m, seed)
	changes := of.Changes
	if d := m.Diagram(req.Diagram); d != nil && c.Features.Of.ID == "" && c.Features.Of.Kind.IsDrawnOn(d.Kind) {
		w, h := pr.drawer.SizeOf(m, c.Features.Of.Kind, c.Features.Of.Name)
		p := pr.drawer.FreePlace(m, req.Diagram, req.Near, w, h)
		changes = append(changes, &model.Place{ID: model.DeriveID("place", seed, string(of.Elements[0])), Diagram: req.Diagram, Subject: of.Elements[0], X: p.X, Y: p.Y})
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return clausePreview{}, err
	}
	said := notation.Sentence{{Text: c.ReadAloud() + "."}}
	return clausePreview{changes, []notation.Sentence{said}, of.Elements[0], string(c.Features.Kind), next}, nil
}

// reading previews a reading on a draft that is dropped: the sentences are
// those of the model as it would be.
func (pr *Proposer) reading(m *model.Model, r notation.Reading, diagram, near model.ID, at *scene.Point, seed string) (Reading, *model.Model, error) {
	changes, elements, rel := notation.StatementChanges(m, r, seed)
	needed, err := neededBy(m, changes, rel, seed)
	if err != nil {
		return Reading{}, nil, err
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
		return Reading{}, nil, err
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
		view.New = append(view.New, NewElement{Name: n.Name, Kind: n.Kind.Title(), Kinds: []KindOption{}})
	}
	return view, next, nil
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
	if m.PlacementOn(diagram, rel) != nil { // it is spoken of again
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
