package dataflow

import (
	"maps"
	"slices"
	"strings"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// OpenChanges tells the changes that open a process into a level of its own: its
// diagram. What crosses its edge is not copied: the level is drawn with what is
// still owed at its edge (Owed), until it is connected.
func OpenChanges(m *model.Model, process model.ID, view model.View, seed string) ([]model.Change, model.ID, error) {
	e := m.Element(process)
	if e == nil || e.Kind != model.Process {
		return nil, "", model.Faultf(model.CodeMissing, "There is no such process any more.").At(process, "")
	}
	if d := m.LevelOf(process, view); d != nil {
		return nil, d.ID, nil
	}
	id := model.DeriveID("level", string(process), string(view))
	if m.Row(id) != nil {
		id = model.DeriveID("level", seed, string(process), string(view))
	}
	return []model.Change{&model.AddDiagram{ID: id, Kind: model.LevelDiagram, Name: e.Name, About: process, View: view}}, id, nil
}

// CloseChanges tells the changes that close a process again: its level's
// processes, with their flows, and their diagrams are deleted.
func CloseChanges(m *model.Model, process model.ID, view model.View) []model.Change {
	var out []model.Change
	for _, p := range m.Level(process, view) {
		out = append(out, &model.Delete{ID: p.ID})
	}
	if d := m.LevelOf(process, view); d != nil {
		out = append(out, &model.Delete{ID: d.ID})
	}
	return out
}

// RenumberChanges gives the processes of a level the ordinals 1, 2, 3 … in the
// order of the ids given, the others after them as they are.
func RenumberChanges(m *model.Model, l Level, order []model.ID) []model.Change {
	list := m.Level(l.Process, l.View)
	at := func(e *model.Element) int {
		if i := slices.Index(order, e.ID); i >= 0 {
			return i
		}
		return len(order) + e.Process().Ordinal
	}
	slices.SortStableFunc(list, func(a, b *model.Element) int { return at(a) - at(b) })
	var out []model.Change
	for i, e := range list {
		if e.Process().Ordinal != i+1 {
			out = append(out, &model.SetElement{ID: e.ID, Set: model.P("ordinal", i+1)})
		}
	}
	return out
}

// Owing is a flow of a process that nothing at the edge of its level takes up.
type Owing struct {
	Flow      *model.Relationship // of the process
	Direction Direction
}

// Owed lists the flows of a process that the edge of its level does not take up
// yet, or not with all of their items, sorted by name.
func Owed(m *model.Model, d *dictionary.Dictionary, l Level) []Owing {
	var out []Owing
	for _, u := range BalanceOf(m, d, l).Mismatches {
		if u.Is == Missing || u.Is == Differs && len(u.Lacking) > 0 {
			for _, id := range u.Above {
				if f := m.Relationship(id); u.Is == Missing || lacks(m, d, f, u.Below) {
					out = append(out, Owing{f, u.Direction})
				}
			}
		}
	}
	slices.SortStableFunc(out, func(a, b Owing) int {
		if a.Direction != b.Direction {
			return strings.Compare(string(a.Direction), string(b.Direction))
		}
		return strings.Compare(FlowName(m, a.Flow)+string(a.Flow.ID), FlowName(m, b.Flow)+string(b.Flow.ID))
	})
	return out
}

// lacks reports whether a flow holds items that none of others does.
func lacks(m *model.Model, d *dictionary.Dictionary, f *model.Relationship, others []model.ID) bool {
	items, _ := ItemsOf(m, d, f)
	got := map[string]bool{}
	for _, id := range others {
		some, _ := ItemsOf(m, d, m.Relationship(id))
		maps.Copy(got, some)
	}
	return len(without(items, got)) > 0
}

// TakeUpChanges tells the changes that lead a flow of the level's process on to
// one of the level's processes, across the frame. The flow keeps its name while
// it is the same data. A store that the flow is with belongs on the level again:
// it is shown there below the rest, where it is not yet.
func TakeUpChanges(m *model.Model, flow, process, diagram model.ID, seed string) ([]model.Change, error) {
	f, p := m.Relationship(flow), m.Element(process)
	if f == nil || p == nil || p.Kind != model.Process {
		return nil, model.Faultf(model.CodeMissing, "There is no such flow or process any more.").At(flow, "")
	}
	id := model.DeriveID("taken", seed, string(flow), string(process))
	c := &model.Connect{ID: id, Kind: model.DataFlow, Name: f.Name}
	other := f.Source
	if f.Source == p.Owner {
		other = f.Target
	}
	// The frame stands for what is above; an entity is named by itself only where
	// it is drawn here already.
	partner := model.ID("")
	var out []model.Change
	switch e := m.Element(other); {
	case e == nil || e.Kind == model.Process:
	case m.PlacementOn(diagram, other) != nil:
		partner = other
	case e.Kind == model.Store && m.Diagram(diagram) != nil:
		partner = other
		place := &model.Place{ID: model.DeriveID("taken", "store", seed, string(other), string(diagram)), Diagram: diagram, Subject: other}
		for i, p := range m.PlacementsOn(diagram) {
			if m.Element(p.Subject) != nil {
				place.Y = max(place.Y, p.Y+max(p.H, roomBelow))
				if place.X = min(place.X, p.X); i == 0 {
					place.X = p.X
				}
			}
		}
		out = append(out, place)
	}
	if f.Target == p.Owner {
		c.Source, c.Target = partner, process
	} else {
		c.Source, c.Target = process, partner
	}
	out = append(out, c)
	if m.PlacementOn(diagram, process) != nil {
		out = append(out, &model.Place{ID: model.DeriveID("taken", "place", seed, string(flow)), Diagram: diagram, Subject: id})
	}
	return out, nil
}

// roomBelow a shape whose height is that of its content, in pixels.
const roomBelow = 180

// MoveChanges tells the changes that move a process to another level, one up or
// into a process beside it. What it exchanges crosses the frame then, under the
// same names, so that both levels stay in balance.
func MoveChanges(m *model.Model, process, parent model.ID, seed string) ([]model.Change, error) {
	p, to := m.Element(process), m.Element(parent)
	if p == nil || to == nil || p.Kind != model.Process || to.Kind != model.Process {
		return nil, model.Faultf(model.CodeMissing, "There is no such process any more.").At(process, "")
	}
	view := p.Process().View
	switch {
	case p.Owner == "":
		return nil, model.Faultf(model.CodeRefused, "%s is the system itself: it is no part of another process.", Label(m, process)).At(process, "")
	case parent == p.Owner:
		return nil, nil
	case IsWithin(m, parent, process):
		return nil, model.Faultf(model.CodeRefused, "%s cannot become a part of itself.", Label(m, process)).At(process, "")
	case to.Owner == p.Owner && to.Process().View == view:
		return moveDown(m, p, to, seed), nil
	case m.Element(p.Owner).Owner == parent && m.Element(p.Owner).Process().View == view:
		return moveUp(m, p, seed), nil
	}
	return nil, model.Faultf(model.CodeRefused, "%s moves one level at a time: up, or into a process beside it.", Label(m, process)).At(process, "")
}

// moveDown makes a process part of one beside it. Its flows with others become
// flows of that one; below they come from the frame. Flows between the two
// become flows with the frame that the level below has to take up.
func moveDown(m *model.Model, p, to *model.Element, seed string) []model.Change {
	var out []model.Change
	there := map[string]bool{} // flows that the new parent has already
	key := func(from, to model.ID, name string) string {
		return string(from) + "|" + string(to) + "|" + m.TermKey(name)
	}
	for _, f := range m.Flows(to.ID) {
		there[key(f.Source, f.Target, f.Name)] = true
	}
	for _, f := range m.Flows(p.ID) {
		source, target := f.Source, f.Target
		if source == to.ID || target == to.ID {
			out = append(out, &model.SetRelationship{ID: f.ID, Set: frameInstead(f, to.ID)})
			continue
		}
		if source == p.ID {
			source = to.ID
		}
		if target == p.ID {
			target = to.ID
		}
		if k := key(source, target, f.Name); source != target && !there[k] {
			there[k] = true
			id := model.DeriveID("moved", seed, string(f.ID))
			out = append(out, &model.Connect{ID: id, Kind: model.DataFlow, Name: f.Name, Source: source, Target: target})
			out = append(out, placeLike(m, f, id, to.ID, seed)...)
		}
		if other := m.Element(otherEnd(f, p.ID)); other != nil && other.Kind == model.Process {
			out = append(out, &model.SetRelationship{ID: f.ID, Set: frameInstead(f, other.ID)})
		}
	}
	return append(out, &model.MoveProcess{ID: p.ID, Parent: to.ID, View: model.Logical})
}

// moveUp takes a process out of its level, beside the process it was part of.
// What it exchanged with those that stay becomes a flow between it and that
// process, and crosses the frame below.
func moveUp(m *model.Model, p *model.Element, seed string) []model.Change {
	parent := m.Element(p.Owner)
	var out []model.Change
	for _, f := range m.Flows(p.ID) {
		other := m.Element(otherEnd(f, p.ID))
		switch {
		case other != nil && other.Kind == model.Process:
			id := model.DeriveID("moved", seed, string(f.ID))
			c := &model.Connect{ID: id, Kind: model.DataFlow, Name: f.Name, Source: p.ID, Target: parent.ID}
			if f.Target == p.ID {
				c.Source, c.Target = parent.ID, p.ID
			}
			out = append(out, &model.SetRelationship{ID: f.ID, Set: frameInstead(f, p.ID)}, c)
		case other == nil: // it goes on to what the parent exchanged this with
			out = append(out, joinPartner(m, f, p, parent)...)
		}
	}
	return append(out, &model.MoveProcess{ID: p.ID, Parent: parent.Owner, View: parent.Process().View})
}

// joinPartner leads a flow of the frame to the partner that the parent has for
// the same data, where there is exactly one that a flow may lead to.
func joinPartner(m *model.Model, f *model.Relationship, p, parent *model.Element) []model.Change {
	var partners []model.ID
	for _, g := range m.Flows(parent.ID) {
		if m.TermKey(g.Name) != m.TermKey(f.Name) || (g.Target == parent.ID) != (f.Target == p.ID) {
			continue
		}
		partners = append(partners, otherEnd(g, parent.ID))
	}
	if len(partners) != 1 || partners[0] == "" {
		return nil // it stays at the frame
	}
	if e := m.Element(partners[0]); e.Kind == model.Process {
		// Between two processes of one level only after the move: made anew.
		c := &model.Connect{ID: model.DeriveID("joined", string(f.ID)), Kind: model.DataFlow, Name: f.Name, Source: p.ID, Target: e.ID}
		if f.Target == p.ID {
			c.Source, c.Target = e.ID, p.ID
		}
		return []model.Change{&model.Delete{ID: f.ID}, c}
	}
	field := "source"
	if f.Source == p.ID {
		field = "target"
	}
	return []model.Change{&model.SetRelationship{ID: f.ID, Set: model.P(field, partners[0])}}
}

func otherEnd(f *model.Relationship, of model.ID) model.ID {
	if f.Source == of {
		return f.Target
	}
	return f.Source
}

// frameInstead replaces one end of a flow by the frame.
func frameInstead(f *model.Relationship, gone model.ID) model.Patch {
	if f.Source == gone {
		return model.P("source", "")
	}
	return model.P("target", "")
}

// placeLike draws a new flow of a process where the old one was drawn.
func placeLike(m *model.Model, old *model.Relationship, id, process model.ID, seed string) []model.Change {
	var out []model.Change
	for _, p := range m.PlacementsOf(old.ID) {
		if m.PlacementOn(p.Diagram, process) != nil {
			out = append(out, &model.Place{ID: model.DeriveID("moved", "place", seed, string(p.ID)), Diagram: p.Diagram, Subject: id})
		}
	}
	return out
}
