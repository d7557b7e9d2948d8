package notation

import (
	"maps"
	"slices"

	"lexeon/core/model"
)

// Features are attributes or literals that a classifier is said to have: "a lot has a number and
// a weight", "a grade is one of low and high".
type Features struct {
	Of    Ref
	Kind  model.Kind // Attribute or Literal
	Names []string
	Type  Ref // of the attributes; without a name: not said
	// Traits is what is said of attributes beside their names, by those; nil where nothing is.
	Traits map[string]Trait
}

// said are the names with what is said beside them.
func (f *Features) said() []string {
	out := make([]string, len(f.Names))
	for i, n := range f.Names {
		out[i] = f.Traits[n].said(n)
	}
	return out
}

// setTrait notes what is said of an attribute beside its name.
func (f *Features) setTrait(name string, t Trait) {
	if t == (Trait{}) {
		return
	}
	traits := maps.Clone(f.Traits)
	if traits == nil {
		traits = map[string]Trait{}
	}
	traits[name] = traits[name].with(t)
	f.Traits = traits
}

// featureChanges adds to a classifier the features that it does not have yet.
func featureChanges(m *model.Model, c Clause, seed string) (out ClauseChanges) {
	find := func(r Ref) model.ID {
		if r.ID != "" || r.Kind == "" {
			return r.ID
		}
		id := model.DeriveID("statement", seed, "element", refKey(r))
		out.Changes = append(out.Changes, NewElement(r, id, c.Scope))
		return id
	}
	owner := find(c.Features.Of)
	find(c.Features.Type)
	out.Elements = []model.ID{owner}
	for _, name := range c.Features.Names {
		out.Changes = append(out.Changes, c.Features.change(m, owner, name, seed)...)
	}
	return out
}

// change gives a classifier one of the features, or tells of one that it has what nobody said yet.
func (f *Features) change(m *model.Model, owner model.ID, name, seed string) []model.Change {
	set := f.Traits[name].fields()
	if f.Type.Name != "" {
		maps.Copy(set, model.P("typeName", f.Type.Name))
	}
	for _, e := range m.Children(owner, f.Kind) {
		if model.NormalForm(e.Name) == model.NormalForm(name) {
			return unsaid(e, set)
		}
	}
	add := &model.AddPart{ID: model.DeriveID("statement", seed, "feature", name), Owner: owner, Kind: f.Kind, Name: name}
	if len(set) > 0 {
		add.Set = set
	}
	return []model.Change{add}
}

// Missing are those features that say more than the model does.
func (f *Features) Missing(m *model.Model) *Features {
	out := *f
	out.Names = slices.DeleteFunc(slices.Clone(f.Names), func(name string) bool { return len(f.change(m, f.Of.ID, name, "")) == 0 })
	return &out
}

// unsaid sets of a feature that is there what nobody said of it yet.
func unsaid(e *model.Element, set model.Patch) []model.Change {
	if e.Kind != model.Attribute {
		return nil
	}
	data := e.Attribute()
	if data.TypeName != "" || e.Type != "" {
		delete(set, "typeName")
	}
	if data.Multiplicity.State == model.Decided {
		delete(set, "multiplicity")
	}
	if data.Identifier {
		delete(set, "identifier")
	}
	if e.Definition != "" {
		delete(set, "definition")
	}
	if len(set) == 0 {
		return nil
	}
	return []model.Change{&model.SetPart{ID: e.ID, Set: set}}
}
