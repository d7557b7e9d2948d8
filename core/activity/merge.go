package activity

import (
	"fmt"
	"slices"

	"lexeon/core/dataflow"
	"lexeon/core/model"
)

// State of a piece of a derivation against the model.
type State string

const (
	Same    State = "same"    // there as derived
	New     State = "new"     // the table has it, the diagram not yet
	Removed State = "removed" // somebody took it off: offered, not expected
	Gone    State = "gone"    // derived once, and the table has it no more
	Renamed State = "renamed" // the table names it otherwise now
	Kept    State = "kept"    // somebody named it otherwise: it stays so
)

// Piece is one shape or flow of a derivation, with what taking it over would do.
type Piece struct {
	ID    model.ID // derived; tells pieces apart
	At    model.ID // the element or flow in the model; empty where there is none
	Kind  model.Kind
	Title string
	Why   string
	Rows  []model.ID
	State State
	// Wanted: it is expected to be taken over, unless somebody says otherwise.
	Wanted bool
	needs  []model.ID // pieces that it cannot be without
	name   string
	ends   [2]model.ID
}

// Difference is a derivation against the model, piece by piece. What a person
// drew is never touched: only what is missing is added, and only what was
// derived before and left as it was is taken away.
type Difference struct {
	Derivation
	Diagram model.ID // it shows on; to be made where IsNew
	IsNew   bool
	System  model.ID // the context process in the model, or to be made
	Pieces  []Piece
	m       *model.Model
	at      map[model.ID]model.ID // derived id to id in the model
	derived map[model.ID]string   // what was derived before, with its name then
}

// Compare tells what taking over a derivation would do.
func (t *Table) Compare(view View) *Difference {
	m := t.m
	d := &Difference{Derivation: t.Derive(view), m: m, at: map[model.ID]model.ID{}}
	d.System = dataflow.SystemID
	if system := dataflow.System(m); system != "" {
		d.System = system
	}
	d.findDiagram()
	d.derived = map[model.ID]string{}
	if row := m.Diagram(d.Diagram); row != nil {
		for _, p := range row.Derived {
			d.derived[p.ID] = p.Name
		}
	}
	for _, n := range d.Nodes {
		d.Pieces = append(d.Pieces, d.nodePiece(n))
	}
	for _, f := range d.Flows {
		d.Pieces = append(d.Pieces, d.flowPiece(f))
	}
	wanted := map[model.ID]bool{}
	for i := range d.Pieces {
		wanted[d.Pieces[i].ID], wanted[d.Pieces[i].At] = true, true
	}
	if row := m.Diagram(d.Diagram); row != nil {
		for _, p := range row.Derived {
			if !wanted[p.ID] && m.Row(p.ID) != nil && m.PlacementOn(d.Diagram, p.ID) != nil {
				d.Pieces = append(d.Pieces, d.gonePiece(p))
			}
		}
	}
	return d
}

func (d *Difference) findDiagram() {
	m := d.m
	if d.View == Context {
		for _, row := range m.Diagrams() {
			if row.Kind == model.ContextDiagram {
				d.Diagram = row.ID
				return
			}
		}
	} else if row := m.LevelOf(d.System, d.modelView()); row != nil {
		d.Diagram = row.ID
		return
	}
	d.Diagram, d.IsNew = model.DeriveID("table", string(d.View), "diagram"), true
}

func (d *Difference) modelView() model.View {
	if d.View == Physical {
		return model.Physical
	}
	return model.Logical
}

// find looks for what a node stands for in the model: the row of its own id, or
// one of the same name that a person made.
func (d *Difference) find(n Node) model.ID {
	m := d.m
	if n.Kind == model.Process && d.View == Context {
		if m.Row(d.System) != nil {
			return d.System
		}
		return ""
	}
	if m.Element(n.ID) != nil {
		return n.ID
	}
	if n.Kind == model.Note {
		return ""
	}
	if n.Kind != model.Process {
		for _, e := range m.ByTerm(n.Name, n.Kind) {
			return e.ID
		}
		return ""
	}
	for _, e := range m.Level(d.System, d.modelView()) {
		if model.NormalForm(e.Name) == model.NormalForm(n.Name) {
			return e.ID
		}
	}
	return ""
}

// before tells under which name a piece was derived before. The lexicon may have
// changed its words since, and with them the id.
func (d *Difference) before(id, at model.ID) (name string, was bool) {
	if name, was = d.derived[id]; was {
		return name, true
	}
	name, was = d.derived[at]
	return name, was && at != ""
}

func (d *Difference) nodePiece(n Node) Piece {
	title := n.Kind.Title() + " " + n.Name
	if n.Kind == model.Note {
		title = n.Name
	}
	p := Piece{ID: n.ID, Kind: n.Kind, Title: title, Why: n.Why, Rows: n.Rows, name: n.Name}
	p.At = d.find(n)
	was, before := d.before(n.ID, p.At)
	d.at[n.ID] = p.At
	switch e := d.m.Element(p.At); {
	case p.At == "" || d.m.PlacementOn(d.Diagram, p.At) == nil:
		p.State, p.Wanted = New, true
		if before {
			p.State, p.Wanted = Removed, false
		}
	case n.Kind == model.Note, !before || e.Name == n.Name || d.View == Context && n.Kind == model.Process:
		p.State = Same
	case e.Name == was:
		p.State, p.Wanted = Renamed, true
		p.Title = fmt.Sprintf("%s %s, now %s", n.Kind.Title(), was, n.Name)
	default:
		p.State = Kept
		p.Why = fmt.Sprintf("Somebody named it %s; the table says %s.", e.Name, n.Name)
	}
	return p
}

func (d *Difference) flowPiece(f Flow) Piece {
	from, to := d.nameOf(f.From), d.nameOf(f.To)
	p := Piece{ID: f.ID, Kind: model.DataFlow, Title: fmt.Sprintf("%s, from %s to %s", f.Name, from, to), Why: f.Why, Rows: f.Rows,
		needs: []model.ID{f.From, f.To}, name: f.Name, ends: [2]model.ID{f.From, f.To}}
	if f.Asks {
		p.Kind, p.Title = model.Anchor, "from the question to "+to
	}
	p.At = d.findFlow(f)
	_, before := d.before(f.ID, p.At)
	switch r := d.m.Relationship(p.At); {
	case p.At == "" || d.m.PlacementOn(d.Diagram, p.At) == nil:
		p.State, p.Wanted = New, true
		if before {
			p.State, p.Wanted = Removed, false
		}
	case f.Asks, r.Name == f.Name || d.m.TermKey(r.Name) == f.Key || !before:
		p.State = Same
	default:
		p.State = Kept
		p.Why = fmt.Sprintf("Somebody named it %s; the table says %s.", r.Name, f.Name)
	}
	return p
}

func (d *Difference) nameOf(id model.ID) string {
	for _, n := range d.Nodes {
		if n.ID == id {
			return n.Name
		}
	}
	return ""
}

func (d *Difference) findFlow(f Flow) model.ID {
	if r := d.m.Relationship(f.ID); r != nil {
		return f.ID
	}
	from, to := d.at[f.From], d.at[f.To]
	if from == "" || to == "" || f.Asks {
		return ""
	}
	for _, r := range d.m.Flows(from) {
		if r.Source == from && r.Target == to && d.m.TermKey(r.Name) == f.Key {
			return r.ID
		}
	}
	return ""
}

func (d *Difference) gonePiece(p model.DerivedPiece) Piece {
	out := Piece{ID: p.ID, At: p.ID, State: Gone, Wanted: true, Why: "The table does not have it any more."}
	name := ""
	switch r := d.m.Row(p.ID).(type) {
	case *model.Element:
		out.Kind, name = r.Kind, r.Name
		if r.Kind == model.Note {
			name = r.Note().Body
		}
		// A shape that a person has connected since stays unless asked for.
		for _, f := range d.m.RelationshipsOf(r.ID) {
			if d.m.PlacementOn(d.Diagram, f.ID) != nil && !slices.ContainsFunc(d.m.Diagram(d.Diagram).Derived, func(q model.DerivedPiece) bool { return q.ID == f.ID }) {
				out.Wanted = false
				out.Why += " Somebody has drawn more to it since."
				break
			}
		}
	case *model.Relationship:
		out.Kind, name = r.Kind, r.Name
		// Grouped anew: the table has it all the same.
		if slices.ContainsFunc(d.Flows, func(f Flow) bool {
			return f.Key == d.m.TermKey(r.Name) || model.NormalForm(f.Name) == model.NormalForm(r.Name)
		}) {
			out.Why = "It is now between other processes."
		}
	}
	if out.Kind == model.Process && len(d.Flows) > 0 {
		out.Why = "Its activities are in other processes now."
		if !slices.ContainsFunc(d.Nodes, func(n Node) bool { return n.Kind == model.Process }) {
			out.Why = "The table does not have it any more."
		}
	}
	out.Title = out.Kind.Title() + " " + name
	if name != p.Name {
		out.Wanted = false
		out.Why += fmt.Sprintf(" Somebody renamed it: it was %s.", p.Name)
	}
	return out
}

// Changes tells the changes that take over the pieces of the given ids, with
// those that they cannot be without. Shapes that are placed anew stand at the
// origin; whoever asks finds places for them.
func (d *Difference) Changes(accepted []model.ID) []model.Change {
	m := d.m
	take := map[model.ID]bool{}
	byID := map[model.ID]*Piece{}
	for i := range d.Pieces {
		byID[d.Pieces[i].ID] = &d.Pieces[i]
	}
	for _, id := range accepted {
		if p := byID[id]; p != nil && p.State != Same && p.State != Kept {
			take[id] = true
			for _, need := range p.needs {
				if n := byID[need]; n != nil && (n.State == New || n.State == Removed) {
					take[need] = true
				}
			}
		}
	}
	if len(take) == 0 {
		return nil
	}
	var out []model.Change
	if d.View != Context && m.Element(d.System) == nil {
		out = append(out, &model.AddElement{ID: d.System, Kind: model.Process, Name: m.Project().Name})
	}
	if d.IsNew {
		c := &model.AddDiagram{ID: d.Diagram, Kind: model.ContextDiagram, Name: m.Project().Name}
		if d.View != Context {
			c.Kind, c.About, c.View = model.LevelDiagram, d.System, d.modelView()
		}
		out = append(out, c)
	}
	// A question goes with its line: the line first.
	for _, lines := range []bool{true, false} {
		for i := range d.Pieces {
			if p := &d.Pieces[i]; take[p.ID] && lines == (p.Kind == model.Anchor && p.State == Gone) {
				out = append(out, d.pieceChanges(p)...)
			}
		}
	}
	return append(out, &model.SetDerived{Diagram: d.Diagram, Pieces: d.derivedAfter(take)})
}

func (d *Difference) pieceChanges(p *Piece) []model.Change {
	m := d.m
	var out []model.Change
	switch {
	case p.State == Gone:
		if p.Kind == model.Entity || p.Kind == model.Store {
			// It may be drawn elsewhere: then only this diagram loses it.
			if len(m.PlacementsOf(p.At)) > 1 {
				for _, at := range m.PlacementsAt(d.Diagram, p.At) {
					out = append(out, &model.Unplace{ID: at.ID})
				}
				return out
			}
		}
		return []model.Change{&model.Delete{ID: p.At}}
	case p.State == Renamed:
		return []model.Change{&model.SetName{ID: p.At, Name: p.name}}
	case p.Kind == model.DataFlow || p.Kind == model.Anchor:
		at := p.At
		if at == "" {
			at = p.ID
			out = append(out, &model.Connect{ID: at, Kind: p.Kind, Name: p.name, Source: d.idOf(p.ends[0]), Target: d.idOf(p.ends[1])})
		}
		out = append(out, &model.Place{ID: model.DeriveID(string(d.Diagram), string(at)), Diagram: d.Diagram, Subject: at})
	default:
		at := d.idOf(p.ID)
		if p.At == "" {
			c := &model.AddElement{ID: at, Kind: p.Kind, Name: p.name}
			if p.Kind == model.Note {
				c.Name = ""
			}
			if p.Kind == model.Process && d.View != Context {
				c.Owner = d.System
				if d.View == Physical {
					c.Set = model.P("view", model.Physical)
				}
			}
			out = append(out, c)
			if p.Kind == model.Note {
				out = append(out, &model.SetNote{ID: at, Text: p.name})
			}
		}
		out = append(out, &model.Place{ID: model.DeriveID(string(d.Diagram), string(at)), Diagram: d.Diagram, Subject: at})
	}
	// Every row that it stems from is traced.
	if p.At == "" && p.Kind != model.Note && p.Kind != model.Anchor {
		for _, row := range p.Rows {
			c := &model.Connect{ID: model.DeriveID("trace", string(p.ID), string(row)), Kind: model.Trace, Target: row}
			if p.Kind == model.DataFlow {
				c.Traced = p.ID
			} else {
				c.Source = d.idOf(p.ID)
			}
			if m.Row(c.ID) == nil {
				out = append(out, c)
			}
		}
	}
	return out
}

// idOf is the id in the model of what a node stands for, once it is there.
func (d *Difference) idOf(derived model.ID) model.ID {
	if at := d.at[derived]; at != "" {
		return at
	}
	if derived == dataflow.SystemID {
		return d.System
	}
	return derived
}

// derivedAfter is what the diagram remembers: what is there as derived, what was
// taken away by somebody, and what was derived and left.
func (d *Difference) derivedAfter(take map[model.ID]bool) []model.DerivedPiece {
	out := []model.DerivedPiece{}
	for i := range d.Pieces {
		p := &d.Pieces[i]
		switch {
		case p.State == Gone && take[p.ID]:
			continue
		case p.State == New && !take[p.ID]:
			continue
		}
		id, name := p.ID, p.name
		was, before := d.before(p.ID, p.At)
		if p.At != "" && p.At != p.ID {
			if !before {
				continue // a person's own
			}
			id = p.At
		}
		if p.State == Gone || p.State == Kept || p.State == Renamed && !take[p.ID] {
			name = was
		}
		out = append(out, model.DerivedPiece{ID: id, Name: name})
	}
	return out
}
