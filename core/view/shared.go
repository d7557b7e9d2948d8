package view

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/model"
)

// Shared is what several selected things have in common, and what can be set for all of them.
type Shared struct {
	Kinds       []string           `json:"kinds"` // "3 classes", the most frequent first
	Stereotypes []SharedStereotype `json:"stereotypes"`
	CanBear     int                `json:"canBear"`  // how many of them can bear stereotypes
	Features    int                `json:"features"` // attributes and operations of them
	// Visibility of the features, "" where it is not the same.
	Visibility model.Visibility `json:"visibility"`
	Packages   *SharedPlace     `json:"packages,omitempty"`   // nil where none of them can be in one
	Components *SharedPlace     `json:"components,omitempty"` // likewise
}

// SharedStereotype is a stereotype in use, or one that has a colour.
type SharedStereotype struct {
	Name   string       `json:"name"`
	Colour model.Colour `json:"colour"` // "" for none
	Borne  int          `json:"borne"`  // by how many of them
}

// SharedPlace is where things can be put, and where they are.
type SharedPlace struct {
	Can     int      `json:"can"`     // how many of them can be in one
	Options []Row    `json:"options"` // by their paths
	Common  model.ID `json:"common"`  // where all of them are; "" for nowhere
	Mixed   bool     `json:"mixed"`   // they are not all in the same
}

// SharedOf tells it of elements and relationships. Those that are not there are left out.
func SharedOf(m *model.Model, ids []model.ID) (Shared, error) {
	out := Shared{Stereotypes: []SharedStereotype{}}
	count := map[model.Kind]int{}
	borne := map[string]int{}
	visibilities := map[model.Visibility]bool{}
	var elements []*model.Element
	for _, id := range ids {
		switch r := m.Row(id).(type) {
		case *model.Relationship:
			count[r.Kind]++
		case *model.Element:
			count[r.Kind]++
			elements = append(elements, r)
			if BearsStereotypes(r.Kind) {
				out.CanBear++
			}
			for _, s := range r.Stereotypes {
				borne[s]++
			}
			for _, f := range FeaturesOf(m, r.ID) {
				out.Features++
				visibilities[visibilityOf(f)] = true
			}
		}
	}
	out.Kinds = counted(count)
	colours := map[string]model.Colour{}
	used := m.Stereotypes()
	for _, c := range m.Project().Colours {
		colours[c.Stereotype] = c.Colour
		used = append(used, c.Stereotype)
	}
	slices.Sort(used)
	for _, name := range slices.Compact(used) {
		out.Stereotypes = append(out.Stereotypes, SharedStereotype{name, colours[name], borne[name]})
	}
	if len(visibilities) == 1 {
		for v := range visibilities {
			out.Visibility = v
		}
	}
	out.Packages = sharedPlace(m, elements, model.PackageKind, func(e *model.Element) (model.ID, bool) {
		return e.Owner, e.Kind.IsPackaged() && (m.Element(e.Owner) == nil || m.Element(e.Owner).Kind == model.PackageKind)
	})
	out.Components = sharedPlace(m, elements, model.Component, func(e *model.Element) (model.ID, bool) {
		return ComponentOf(m, e)
	})
	return out, nil
}

// BearsStereotypes reports whether the entry of a kind has a place for stereotypes.
func BearsStereotypes(k model.Kind) bool {
	return k.IsClassifier() || slices.Contains([]model.Kind{model.Actor, model.UseCase, model.Entity, model.Process, model.Store, model.Component, model.ComponentPart}, k)
}

// FeaturesOf are the attributes and operations of an element.
func FeaturesOf(m *model.Model, id model.ID) []*model.Element {
	return m.Children(id, model.Attribute, model.Operation)
}

func visibilityOf(f *model.Element) model.Visibility {
	if f.Kind == model.Attribute {
		return f.Attribute().Visibility
	}
	return f.Operation().Visibility
}

// ComponentOf is the component that an element is in, if it can be in one: a class by being
// told so, a component by its owner.
func ComponentOf(m *model.Model, e *model.Element) (in model.ID, can bool) {
	switch {
	case e.Kind.IsClassifier():
		if by := m.HeldBy(e.ID); len(by) > 0 {
			in = by[0].ID
		}
		return in, true
	case e.Kind == model.Component:
		if o := m.Element(e.Owner); o != nil && o.Kind == model.Component {
			in = o.ID
		}
		return in, true
	}
	return "", false
}

// sharedPlace lists the places of a kind, without those among the elements themselves.
func sharedPlace(m *model.Model, elements []*model.Element, kind model.Kind, placeOf func(*model.Element) (model.ID, bool)) *SharedPlace {
	out := &SharedPlace{Options: []Row{}}
	first := true
	for _, e := range elements {
		at, can := placeOf(e)
		if !can {
			continue
		}
		out.Can++
		out.Mixed = out.Mixed || !first && at != out.Common
		if first {
			out.Common, first = at, false
		}
	}
	if out.Mixed {
		out.Common = ""
	}
	for _, p := range m.OfKind(kind) {
		if inside(m, p, elements) {
			continue
		}
		out.Options = append(out.Options, Row{p.ID, pathOf(m, p)})
	}
	if out.Can == 0 || len(out.Options) == 0 {
		return nil
	}
	slices.SortFunc(out.Options, func(a, b Row) int {
		return cmp.Or(strings.Compare(a.Title, b.Title), strings.Compare(string(a.ID), string(b.ID)))
	})
	return out
}

// inside reports whether an element is one of some, or in one of them.
func inside(m *model.Model, e *model.Element, of []*model.Element) bool {
	for ; e != nil; e = m.Element(e.Owner) {
		if slices.Contains(of, e) {
			return true
		}
	}
	return false
}

// pathOf is the name of an element after those of all that it is in.
func pathOf(m *model.Model, e *model.Element) string {
	var names []string
	for ; e != nil; e = m.Element(e.Owner) {
		names = append([]string{e.Name}, names...)
	}
	return strings.Join(names, "::")
}
