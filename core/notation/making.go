package notation

import (
	"slices"

	"lexeon/core/model"
)

// making gathers the changes that make a statement true.
type making struct {
	m    *model.Model
	s    Statement
	a, b model.ID // the elements at the ends; "" is the frame of a level
	// line is the relationship that comes to be, nil where none does; before and after stand
	// around it.
	line          *model.Connect
	before, after []model.Change
	more          []model.ID // further elements that the statement speaks of
	find          func(Ref) model.ID
	id            func(key ...string) model.ID // ids of what is made, by their place in the statement
}

func (k *making) between(kind model.Kind, source, target model.ID) {
	k.line.Kind, k.line.Source, k.line.Target = kind, source, target
}

// set adds to the relationship what it is not made with.
func (k *making) set(p model.Patch) {
	if len(p) > 0 {
		k.after = append(k.after, &model.SetRelationship{ID: k.line.ID, Set: p})
	}
}

// makeLine is for lines that have nothing but their two ends.
func makeLine(kind model.Kind) func(*making) {
	return func(k *making) { k.between(kind, k.a, k.b) }
}

// StatementChanges gives the changes that make a reading true: the elements it
// names that do not exist, then the relationship. Ids are derived from seed. It
// also tells the ids, so that they can be placed; there is no relationship where a component
// is put into another one. Of an association that stands, they change what its ends say.
func StatementChanges(m *model.Model, r Reading, seed string) (changes []model.Change, elements []model.ID, relationship model.ID) {
	id := func(key ...string) model.ID { return model.DeriveID(append([]string{"statement", seed}, key...)...) }
	made := map[string]model.ID{}
	for _, n := range r.New {
		key := refKey(n)
		made[key] = id("element", key)
		changes = append(changes, NewElement(n, made[key], r.Scope))
	}
	find := func(ref Ref) model.ID {
		if ref.ID != "" || ref.Name == "" {
			return ref.ID
		}
		return made[refKey(ref)]
	}
	s := r.Statement
	if r.Again != "" {
		return againChanges(m, r, seed), []model.ID{s.Ends[0].Ref.ID, s.Ends[1].Ref.ID}, r.Again
	}
	k := &making{m: m, s: s, a: find(s.Ends[0].Ref), b: find(s.Ends[1].Ref), line: &model.Connect{ID: id("relationship")}, find: find, id: id}
	forms[s.Form].make(k)
	elements = slices.DeleteFunc([]model.ID{k.a, k.b}, func(id model.ID) bool { return id == "" })
	changes = append(changes, k.before...)
	if k.line == nil { // nothing comes to be between the two
		return append(changes, k.after...), append(elements, k.more...), ""
	}
	changes = append(changes, k.line)
	return append(changes, k.after...), append(elements, k.more...), k.line.ID
}

// NewElement adds what a statement names and nobody bears, where it is said.
func NewElement(n Ref, id model.ID, scope Scope) *model.AddElement {
	add := &model.AddElement{ID: id, Kind: n.Kind, Name: n.Name}
	if n.Kind == model.Component {
		add.Owner = scope.Inside
	}
	if n.Kind == model.Process && scope.Parent != "" {
		add.Owner = scope.Parent
		if scope.View != model.Logical {
			add.Set = model.P("view", scope.View)
		}
	}
	return add
}

// refKey tells new elements apart: an actor and a use case may bear one name.
func refKey(r Ref) string {
	if g := group(r.Kind); g != "" {
		return string(g) + " " + r.Name
	}
	return r.Name
}
