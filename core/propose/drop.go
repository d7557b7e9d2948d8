package propose

import (
	"encoding/json"
	"slices"

	"lexeon/core/model"
	"lexeon/core/scene"
	"lexeon/core/tableview"
)

// DropRequest asks what letting go of shapes means that were moved on a diagram.
type DropRequest struct {
	Diagram model.ID `json:"diagram"`
	// Placements are those that were taken hold of; what stands in them comes along.
	Placements []model.ID `json:"placements"`
	DX         int        `json:"dx"` // pixels to the right
	DY         int        `json:"dy"` // and down
	// X and Y are where the pointer was; a port goes to the side that is nearest.
	X int `json:"x"`
	Y int `json:"y"`
	// Nudged: with the arrow keys. What is nudged goes into nothing.
	Nudged bool   `json:"nudged,omitempty"`
	Seed   string `json:"seed"`
}

// DropReply tells what a drop changes.
type DropReply struct {
	Changes json.RawMessage `json:"changes"`
	Home    model.ID        `json:"home,omitempty"` // the component that holds a class by now
}

// Drop tells what letting go of shapes means: they stand elsewhere, the bends of lines
// between them too, and a boundary takes up what was let go within it. It fails with
// CodeMissing where the diagram or a placement is gone.
func (pr *Proposer) Drop(m *model.Model, req DropRequest) (DropReply, error) {
	drawn := pr.drawer.Of(m, req.Diagram)
	if drawn == nil {
		return DropReply{}, model.Faultf(model.CodeMissing, "There is no such diagram any more.").At(req.Diagram, "")
	}
	pulled := make([]*scene.Group, 0, len(req.Placements))
	for _, id := range req.Placements {
		i := slices.IndexFunc(drawn.Groups, func(g scene.Group) bool { return g.ID == id && g.Box != nil })
		if i < 0 {
			return DropReply{}, model.Faultf(model.CodeMissing, "What was moved is not on the diagram any more.").At(id, "")
		}
		pulled = append(pulled, &drawn.Groups[i])
	}
	if len(pulled) == 1 && pulled[0].Kind == model.Port {
		return DropReply{Changes: model.EncodeChanges(toSide(drawn, pulled[0], scene.Point{X: req.X, Y: req.Y}))}, nil
	}
	moved := withWhatTheyHold(drawn, pulled)
	changes := shifted(drawn, moved, req.DX, req.DY)
	var home model.ID
	if !req.Nudged {
		for _, g := range moved {
			put, owner := dropped(drawn, moved, g, req)
			changes = append(changes, put...)
			if home == "" && owner != "" && g.Kind == model.Class {
				home = owner
			}
		}
	}
	if shown := pr.drawer.Shown(m, req.Diagram); shown != m {
		var err error
		if changes, err = tableview.Changes(req.Diagram, shown, changes); err != nil {
			return DropReply{}, err
		}
	}
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return DropReply{}, err
	}
	return DropReply{model.EncodeChanges(changes), home}, nil
}

// withWhatTheyHold adds what stands in shapes, at any depth, and the ports at their edges.
func withWhatTheyHold(drawn *scene.Scene, pulled []*scene.Group) []*scene.Group {
	out := slices.Clone(pulled)
	for i := 0; i < len(out); i++ {
		for k := range drawn.Groups {
			g := &drawn.Groups[k]
			if (slices.Contains(out[i].Holds, g.ID) || g.At != "" && g.At == out[i].Subject) && !slices.Contains(out, g) {
				out = append(out, g)
			}
		}
	}
	return out
}

// shifted moves shapes; a person's bends go with lines between shapes that both move.
func shifted(drawn *scene.Scene, moved []*scene.Group, dx, dy int) (out []model.Change) {
	subjects := map[model.ID]bool{}
	for _, g := range moved {
		subjects[g.Subject] = true
		if g.Box != nil && g.Kind != model.Port { // ports are where their side is
			out = append(out, &model.Move{ID: g.ID, X: g.Box.X + dx, Y: g.Box.Y + dy})
		}
	}
	for i := range drawn.Groups {
		line := &drawn.Groups[i]
		if len(line.Bends) == 0 || len(line.Between) == 0 || slices.ContainsFunc(line.Between, func(id model.ID) bool { return !subjects[id] }) {
			continue
		}
		bends := slices.Clone(line.Bends)
		for k := range bends {
			bends[k] += [2]int{dx, dy}[k%2]
		}
		out = append(out, &model.SetLine{ID: line.ID, Line: line.Line, Bends: bends})
	}
	return out
}

// dropped puts a shape into the innermost boundary that its middle is let go in, unless
// it stands in one of that kind already.
func dropped(drawn *scene.Scene, moved []*scene.Group, g *scene.Group, req DropRequest) (out []model.Change, owner model.ID) {
	middle := g.Box.Center()
	at := scene.Point{X: middle.X + req.DX, Y: middle.Y + req.DY}
	for _, h := range gestureOf(g.Kind).homes {
		var in model.ID
		stands := false
		for i := range drawn.Groups { // outer ones are drawn before inner ones
			b := &drawn.Groups[i]
			if b.Kind != h.boundary || b.Box == nil {
				continue
			}
			stands = stands || slices.Contains(b.Holds, g.ID)
			if !slices.Contains(moved, b) && at.X >= b.Box.X && at.X <= b.Box.Right() && at.Y >= b.Box.Y && at.Y <= b.Box.Bottom() {
				in = b.Subject
			}
		}
		if stands || in == "" {
			continue
		}
		out = append(out, h.put(g.Subject, in, req.Seed))
		if h.alone {
			return out, in
		}
	}
	return out, ""
}

// toSide puts a port at the side of its component that is nearest to a point.
func toSide(drawn *scene.Scene, port *scene.Group, at scene.Point) []model.Change {
	for i := range drawn.Groups {
		owner := &drawn.Groups[i]
		if owner.Subject != port.At || owner.Box == nil {
			continue
		}
		b := owner.Box
		nearest, least := model.LeftSide, abs(at.X-b.X)
		for _, side := range []struct {
			side model.PortSide
			far  int
		}{{model.RightSide, abs(at.X - b.Right())}, {model.TopSide, abs(at.Y - b.Y)}, {model.BottomSide, abs(at.Y - b.Bottom())}} {
			if side.far < least {
				nearest, least = side.side, side.far
			}
		}
		return []model.Change{&model.SetPart{ID: port.Subject, Set: model.P("side", nearest)}}
	}
	return nil
}

func abs(v int) int {
	if v < 0 {
		return -v
	}
	return v
}
