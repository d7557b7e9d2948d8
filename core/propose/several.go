package propose

import (
	"slices"

	"lexeon/core/model"
	"lexeon/core/view"
)

// SeveralRequest sets something for several rows at once. Those that it does not fit are left
// as they are.
type SeveralRequest struct {
	Rows []model.ID `json:"rows"`
	Set  SharedKind `json:"set"`
	// Name of the stereotype that all bear from then on, or none with Off.
	Name string `json:"name,omitempty"`
	Off  bool   `json:"off,omitempty"`
	// Visibility of all attributes and operations.
	Visibility model.Visibility `json:"visibility,omitempty"`
	// Into is the package or component; empty for out of all of them.
	Into model.ID `json:"into,omitempty"`
	Seed string   `json:"seed,omitempty"`
}

// SharedKind is what is set for several.
type SharedKind string

const (
	SetStereotype SharedKind = "stereotype"
	SetVisibility SharedKind = "visibility"
	SetPackage    SharedKind = "package"
	SetComponent  SharedKind = "component"
)

// Several tells the changes.
func (pr *Proposer) Several(m *model.Model, req SeveralRequest) (ChangesReply, error) {
	var changes []model.Change
	for _, id := range req.Rows {
		e := m.Element(id)
		if e == nil {
			continue
		}
		switch req.Set {
		case SetStereotype:
			changes = append(changes, withStereotype(e, req.Name, !req.Off)...)
		case SetVisibility:
			for _, f := range view.FeaturesOf(m, id) {
				changes = append(changes, &model.SetPart{ID: f.ID, Set: model.P("visibility", req.Visibility)})
			}
		case SetPackage:
			if e.Kind.IsPackaged() && e.Owner != req.Into && (e.Owner == "" || m.Element(e.Owner).Kind == model.PackageKind) {
				changes = append(changes, &model.MoveInto{ID: id, Package: req.Into})
			}
		case SetComponent:
			changes = append(changes, intoComponent(m, e, req.Into, req.Seed)...)
		default:
			return ChangesReply{}, model.Faultf(model.CodeInvalid, "%q cannot be set for several", string(req.Set)).At("", "set")
		}
	}
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return ChangesReply{}, err
	}
	return replyOf(changes), nil
}

func withStereotype(e *model.Element, name string, on bool) []model.Change {
	if !view.BearsStereotypes(e.Kind) || name == "" || slices.Contains(e.Stereotypes, name) == on {
		return nil
	}
	list := slices.DeleteFunc(append([]string{}, e.Stereotypes...), func(s string) bool { return s == name })
	if on {
		list = append(list, name)
	}
	set := model.P("stereotypes", list)
	switch {
	case e.Kind.IsClassifier():
		return []model.Change{&model.SetClassifier{ID: e.ID, Set: set}}
	case e.Kind == model.ComponentPart:
		return []model.Change{&model.SetPart{ID: e.ID, Set: set}}
	}
	return []model.Change{&model.SetElement{ID: e.ID, Set: set}}
}

// intoComponent puts a component into another one, or says that a class is in one and in no
// other.
func intoComponent(m *model.Model, e *model.Element, into model.ID, seed string) []model.Change {
	at, can := view.ComponentOf(m, e)
	if !can || at == into {
		return nil
	}
	if e.Kind == model.Component {
		return []model.Change{&model.MoveInto{ID: e.ID, Package: into}}
	}
	var out []model.Change
	for _, r := range m.RelationshipsTo(e.ID, model.Holds) {
		out = append(out, &model.Delete{ID: r.ID})
	}
	if into != "" {
		out = append(out, &model.Connect{ID: model.DeriveID("holds", seed, string(e.ID)), Kind: model.Holds, Source: into, Target: e.ID})
	}
	return out
}

// SharedRequest asks what several rows have in common.
type SharedRequest struct {
	Rows []model.ID `json:"rows"`
}

// Shared tells what they have in common, and what can be set for all of them.
func (pr *Proposer) Shared(m *model.Model, req SharedRequest) (view.Shared, error) {
	return view.SharedOf(m, req.Rows)
}
