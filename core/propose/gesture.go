package propose

import (
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
)

// gesture is what the hands mean with elements of one kind.
type gesture struct {
	// typed takes what was typed for a new one into it, where that is more than its name.
	typed func(*Proposer, *model.Model, PlacementRequest, *model.AddElement) error
	// homes are the boundaries that take up one which is put into them, the first that
	// fits first.
	homes []home
	// toPaper is what a line that ends on empty paper makes there; empty: a class.
	toPaper func(notation.Scope) model.Kind
}

// home is a boundary and what puts an element into it.
type home struct {
	boundary model.Kind
	put      func(element, boundary model.ID, seed string) model.Change
	alone    bool // what it takes up goes into no other
	// single: where a new one stands in none, the only one of the diagram takes it up.
	single bool
}

var (
	inSubject = home{boundary: model.Subject, single: true, put: func(element, boundary model.ID, seed string) model.Change {
		return &model.Connect{ID: model.DeriveID("within", seed, string(element)), Kind: model.Within, Source: element, Target: boundary}
	}}
	inPackage = home{boundary: model.PackageKind, put: moveInto}
	// A component owns components, and holds classes.
	inComponent = home{boundary: model.Component, alone: true, put: moveInto}
	held        = home{boundary: model.Component, alone: true, put: func(element, boundary model.ID, seed string) model.Change {
		return &model.Connect{ID: model.DeriveID("into", seed, string(element)), Kind: model.Holds, Source: boundary, Target: element}
	}}
)

func moveInto(element, boundary model.ID, _ string) model.Change {
	return &model.MoveInto{ID: element, Package: boundary}
}

// gestures is keyed by kind; what is not there has a name, and packages take it up.
var gestures = map[model.Kind]gesture{
	model.Class:         {homes: []home{held, inPackage}},
	model.Component:     {homes: []home{inComponent, inPackage}},
	model.UseCase:       {homes: []home{inSubject, inPackage}, toPaper: always(model.UseCase)},
	model.Actor:         {homes: []home{inPackage}, toPaper: always(model.UseCase)},
	model.Process:       {toPaper: outsideOrProcess},
	model.Entity:        {toPaper: always(model.Process)},
	model.Store:         {toPaper: always(model.Process)},
	model.Note:          {typed: typedText},
	model.Constraint:    {typed: typedText},
	model.ComponentPart: {typed: (*Proposer).partInto},
	model.Object:        {typed: typedObject},
}

func gestureOf(kind model.Kind) gesture {
	g, ok := gestures[kind]
	if !ok && kind.IsPackaged() {
		g.homes = []home{inPackage}
	}
	return g
}

func always(kind model.Kind) func(notation.Scope) model.Kind {
	return func(notation.Scope) model.Kind { return kind }
}

// outsideOrProcess: on the context diagram the rest is outside.
func outsideOrProcess(scope notation.Scope) model.Kind {
	if scope.Parent == "" {
		return model.Entity
	}
	return model.Process
}

// typedText: what is typed for a note is its text.
func typedText(_ *Proposer, _ *model.Model, _ PlacementRequest, add *model.AddElement) error {
	add.Name, add.Set = "", model.P("body", add.Name)
	return nil
}

// typedObject: what is typed for an object tells its classifier and values too.
func typedObject(_ *Proposer, _ *model.Model, _ PlacementRequest, add *model.AddElement) error {
	o, err := notation.ReadObject(add.Name)
	if err != nil {
		return err
	}
	add.Name, add.Set = o.Name, model.P("typeName", o.Type, "slots", o.Slots)
	return nil
}

// partInto makes a new part one of the component whose inside is shown, or of the one
// it stands in; "left : Pump" tells its name and what it is an instance of.
func (pr *Proposer) partInto(m *model.Model, req PlacementRequest, add *model.AddElement) error {
	if d := m.Diagram(req.Diagram); d != nil {
		add.Owner = d.About
	}
	if drawn := pr.drawer.Of(m, req.Diagram); drawn != nil && add.Owner == "" && req.X != nil && req.Y != nil {
		add.Owner = drawn.Holder(model.Component, scene.Point{X: *req.X, Y: *req.Y})
	}
	if add.Owner == "" {
		return model.Faultf(model.CodeRefused, "A part is inside of a component: open a component, or click into one.")
	}
	name, of, typed := strings.Cut(add.Name, ":")
	add.Name = strings.TrimSpace(name)
	if !typed {
		return nil
	}
	found := m.Named(strings.TrimSpace(of), model.Component)
	if len(found) == 0 {
		return model.Faultf(model.CodeRefused, "There is no component called %s yet. Make it first, or leave the part without one.", strings.TrimSpace(of))
	}
	add.Set = model.P("component", found[0].ID)
	return nil
}
