package propose

import (
	"strconv"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
)

// ConnectionRequest asks how two elements can be connected.
type ConnectionRequest struct {
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

// Connection lists, as sentences, how two elements can be connected. Without
// a second element a new class at the given place is meant.
func (pr *Proposer) Connection(m *model.Model, req ConnectionRequest) ([]Reading, error) {
	from := m.Element(req.From)
	if from == nil {
		return nil, model.Faultf(model.CodeMissing, "It does not exist any more.")
	}
	to := m.Element(req.To)
	if from.Kind.IsText() || to != nil && to.Kind.IsText() {
		out, err := pr.anchors(m, from, to, req)
		if err != nil {
			return nil, err
		}
		return out, nil
	}
	if from.Kind == model.Object || to != nil && to.Kind == model.Object {
		out, err := pr.examples(m, from, to, req)
		if err != nil {
			return nil, err
		}
		return out, nil
	}
	if isBuilt(from) || isBuilt(to) {
		out, err := pr.componentConnections(m, req)
		if err != nil {
			return nil, err
		}
		return out, nil
	}
	a := notation.Ref{Name: from.Name, Kind: from.Kind, ID: from.ID}
	scope := notation.ScopeOf(m, req.Diagram)
	b := notation.Ref{Name: req.Name, Kind: model.Class}
	if toPaper := gestureOf(from.Kind).toPaper; toPaper != nil {
		b.Kind = toPaper(scope)
	}
	var at *scene.Point
	if to != nil {
		b = notation.Ref{Name: to.Name, Kind: to.Kind, ID: to.ID}
	} else {
		at = &scene.Point{X: req.X, Y: req.Y}
		if b.Name == "" {
			b.Name = freeName(m, b.Kind)
		}
	}
	out := []Reading{}
	for _, o := range notation.Connections(m, a, b) {
		reading := notation.NewReading(o.Statement)
		reading.Scope = scope
		view, _, err := pr.reading(m, reading, req.Diagram, req.From, at, req.Seed)
		if err != nil {
			return nil, err
		}
		view.Title = o.Title
		out = append(out, view)
	}
	return out, nil
}

// anchors offers to anchor a note: to an element, whichever of the two was
// pulled, or nothing on empty paper.
func (pr *Proposer) anchors(m *model.Model, from, to *model.Element, req ConnectionRequest) ([]Reading, error) {
	line := m.Relationship(req.To)
	if to == nil && line == nil || from.ID == req.To {
		return []Reading{}, nil
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
	return []Reading{{Title: "This " + note.Kind.Title() + " " + verb + m.Describe(subject), Form: string(model.Anchor), Sentences: notation.ReadBack(next, next.Relationship(id)),
		New: []NewElement{}, Changes: model.EncodeChanges(changes), Row: id}}, nil
}

// freeName is the name of a new element that is to be named right away.
func freeName(m *model.Model, kind model.Kind) string {
	base := "New " + kind.Title()
	name := base
	for i := 2; len(m.Named(name, kind)) > 0; i++ {
		name = base + " " + strconv.Itoa(i)
	}
	return name
}
