package propose

import (
	"encoding/json"
	"fmt"
	"slices"

	"lexeon/core/dataflow"
	"lexeon/core/model"
)

// LevelRequest asks what doing something with a process, a level or a store would
// change.
type LevelRequest struct {
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

// LevelReply tells what doing something with a level would change.
type LevelReply struct {
	Changes json.RawMessage `json:"changes"`
	Diagram model.ID        `json:"diagram,omitempty"` // to be opened then
	Gone    []string        `json:"gone,omitempty"`    // how much of what goes with it: "4 processes"
}

// Level tells what doing something with a process, a level or a store would change.
func (pr *Proposer) Level(m *model.Model, req LevelRequest) (LevelReply, error) {
	changes, diagram, err := pr.levelChanges(m, req)
	if err != nil {
		return LevelReply{}, err
	}
	_, delta, _, err := model.Edit(m, changes)
	if err != nil {
		return LevelReply{}, err
	}
	return LevelReply{model.EncodeChanges(changes), diagram, goneBy(delta)}, nil
}

// goneBy counts what a delta takes out of the model, by kinds: levels, then elements, then lines.
func goneBy(delta model.Delta) []string {
	count := map[model.Kind]int{}
	for _, c := range delta {
		if c.New != nil {
			continue
		}
		switch r := c.Old.(type) {
		case *model.Diagram:
			count[r.Kind]++
		case *model.Element:
			count[r.Kind]++
		case *model.Relationship:
			count[r.Kind]++
		}
	}
	var out []string
	for _, k := range []model.Kind{model.LevelDiagram, model.Process, model.Store, model.Entity, model.DataFlow} {
		if n := count[k]; n > 0 {
			title := k.Title()
			if k == model.LevelDiagram {
				title = "level"
			}
			if n > 1 {
				title = model.Plural(title)
			}
			out = append(out, fmt.Sprintf("%d %s", n, title))
		}
	}
	return out
}

func (pr *Proposer) levelChanges(m *model.Model, req LevelRequest) ([]model.Change, model.ID, error) {
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
			changes, err = pr.PlaceEach(m, req.Diagram, changes)
		}
		return changes, "", err
	case "move":
		return pr.moveProcess(m, req)
	case "again":
		changes, err := pr.showAgain(m, req)
		return changes, "", err
	case "other":
		changes, err := otherPlacement(m, req.Placed)
		return changes, "", err
	}
	return nil, "", model.Faultf(model.CodeInvalid, "%q is nothing that can be done with a level", req.Do).At("", "do")
}

// moveProcess moves a process to another level and shows it there, with its flows,
// if that level is drawn.
func (pr *Proposer) moveProcess(m *model.Model, req LevelRequest) ([]model.Change, model.ID, error) {
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
	w, h := pr.drawer.SizeOfElement(next, next.Element(req.Process))
	at := pr.drawer.FreePlace(next, diagram, "", w, h)
	place := &model.Place{ID: model.DeriveID("moved", req.Seed, "process"), Diagram: diagram, Subject: req.Process, X: at.X, Y: at.Y}
	if next, _, _, err = model.Edit(next, []model.Change{place}); err != nil {
		return nil, "", err
	}
	changes = append(changes, place)
	return append(changes, model.ShowRelations(next, diagram, req.Process, req.Seed)...), diagram, nil
}

// showAgain shows an entity or a store once more beside itself; its flows stay
// where they are.
func (pr *Proposer) showAgain(m *model.Model, req LevelRequest) ([]model.Change, error) {
	p := m.Placement(req.Placed)
	if p == nil || m.Element(p.Subject) == nil {
		return nil, model.Faultf(model.CodeMissing, "It is not on this diagram any more.").At(req.Placed, "")
	}
	e := m.Element(p.Subject)
	w, h := pr.drawer.SizeOfElement(m, e)
	at := pr.drawer.FreePlace(m, p.Diagram, e.ID, w, h)
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
