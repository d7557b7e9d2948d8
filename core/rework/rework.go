// Package rework changes a class model in one step where a person would need many:
// an attribute becomes a class, two classes become one, a feature moves up. Every
// rework is a list of changes that is applied as a whole, and undone as a whole.
// What can stay keeps its identity, so that relations, traces and placements stay
// with it. A rework that would lose something says what, and is refused.
package rework

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// Kind of a rework.
type Kind string

const (
	AttributeToClass       Kind = "attribute-to-class"       // with an association
	AttributeToAssociation Kind = "attribute-to-association" // its type is a classifier
	AssociationToAttribute Kind = "association-to-attribute" // With: the end that becomes the attribute
	ClassToAttribute       Kind = "class-to-attribute"       // a text attribute of those it is associated with
	Merge                  Kind = "merge"                    // With: the class that goes into the subject
	Split                  Kind = "split"                    // Features move to a new class
	PullUp                 Kind = "pull-up"                  // Features go to the general class With
	PushDown               Kind = "push-down"                // Features go to all specifics
	ExtractInterface       Kind = "extract-interface"        // of the operations among Features
	AddOperations          Kind = "add-operations"           // that interfaces and abstract generals ask for
	Reverse                Kind = "reverse"
	ChangeKind             Kind = "change-kind"  // To: the form
	ManyToMany             Kind = "many-to-many" // into a class with two associations
	AddEnd                 Kind = "add-end"      // With: one more class that an association connects
)

// Request asks for a rework. Which fields count depends on the kind.
type Request struct {
	Kind     Kind       `json:"kind"`
	Subject  model.ID   `json:"subject"`
	Features []model.ID `json:"features,omitempty"`
	With     model.ID   `json:"with,omitempty"`
	Name     string     `json:"name,omitempty"`
	To       Form       `json:"to,omitempty"`
	Seed     string     `json:"seed"` // new ids are derived from it
}

// Result is what a rework does. New relations are shown wherever what they connect
// is.
type Result struct {
	Changes []model.Change
	// Shown lists new elements, which have no place on a diagram yet.
	Shown []Shown
}

// Shown is a new element that wants to be shown on the diagrams that show Near,
// with its relations.
type Shown struct {
	ID   model.ID
	Near model.ID
}

// work is a rework being put together. Each step is tried on a draft, so that the
// next one sees it.
type work struct {
	m   *model.Model // as it is by now
	req Request
	out Result
	err error
	n   int
}

// Changes puts a rework together. Errors are model.Fault values: what is missing,
// or what stands in the way.
func Changes(m *model.Model, req Request) (Result, error) {
	w := &work{m: m, req: req}
	f, ok := map[Kind]func(){
		AttributeToClass: w.attributeToClass, AttributeToAssociation: w.attributeToAssociation, AssociationToAttribute: w.associationToAttribute,
		ClassToAttribute: w.classToAttribute, Merge: w.merge, Split: w.split, PullUp: w.pullUp, PushDown: w.pushDown,
		ExtractInterface: w.extractInterface, AddOperations: w.addOperations, Reverse: w.reverse, ChangeKind: w.changeKind, ManyToMany: w.manyToMany, AddEnd: w.addEnd,
	}[req.Kind]
	if !ok {
		return Result{}, model.Faultf(model.CodeInvalid, "%q is no kind of rework.", string(req.Kind)).At(req.Subject, "kind")
	}
	f()
	if w.err == nil && w.m.Equal(m) {
		w.refuse("There is nothing to do.")
	}
	if w.err != nil {
		return Result{}, w.err
	}
	return w.out, nil
}

// do tries changes and keeps them.
func (w *work) do(changes ...model.Change) {
	if w.err != nil || len(changes) == 0 {
		return
	}
	next, _, _, err := model.Edit(w.m, changes)
	if err != nil {
		w.err = err
		return
	}
	w.m = next
	w.out.Changes = append(w.out.Changes, changes...)
}

func (w *work) refuse(format string, args ...any) {
	if w.err == nil {
		w.err = model.Faultf(model.CodeRefused, format, args...).At(w.req.Subject, "")
	}
}

func (w *work) id(key ...string) model.ID {
	w.n++
	return model.DeriveID(append([]string{"rework", w.req.Seed, fmt.Sprint(w.n)}, key...)...)
}

func (w *work) show(id, near model.ID) { w.out.Shown = append(w.out.Shown, Shown{ID: id, Near: near}) }

// showLine shows a relation on the class diagrams that show both its sides.
func (w *work) showLine(id model.ID) {
	if w.err != nil {
		return
	}
	ids := w.m.Connected(w.m.Relationship(id))
	for _, p := range w.m.PlacementsOf(ids[0]) {
		all := w.m.PlacementOn(p.Diagram, id) == nil && w.m.Diagram(p.Diagram).Kind == model.ClassDiagram
		for _, other := range ids {
			all = all && w.m.PlacementOn(p.Diagram, other) != nil
		}
		if all {
			w.do(&model.Place{ID: w.id("line", string(p.Diagram)), Diagram: p.Diagram, Subject: id})
		}
	}
}

// newClassifier makes a classifier of the asked name, in the package of another one
// and shown beside it. The name must be given, and nobody may bear it.
func (w *work) newClassifier(kind model.Kind, near *model.Element) model.ID {
	name := strings.TrimSpace(w.req.Name)
	if name == "" {
		w.refuse("The new %s needs a name.", kind.Title())
		return ""
	}
	if len(w.m.ClassifiersNamed(name)) > 0 {
		w.refuse("%s is there already. Choose another name.", name)
		return ""
	}
	id := w.id(string(kind))
	w.do(&model.AddElement{ID: id, Kind: kind, Name: name}, &model.MoveInto{ID: id, Package: packageOf(w.m, near)})
	w.show(id, near.ID)
	return id
}

// element finds the subject, which has to be of one of the kinds.
func (w *work) element(id model.ID, kinds ...model.Kind) *model.Element {
	e := w.m.Element(id)
	if e == nil || !slices.Contains(kinds, e.Kind) {
		var titles []string
		for _, k := range kinds {
			titles = append(titles, k.Title())
		}
		w.err = model.Faultf(model.CodeMissing, "There is no such %s.", strings.Join(titles, " or ")).At(id, "subject")
		return nil
	}
	return e
}

func (w *work) association(id model.ID) (*model.Relationship, []*model.Element) {
	r := w.m.Relationship(id)
	if r == nil || r.Kind != model.Association {
		w.err = model.Faultf(model.CodeMissing, "There is no such association.").At(id, "subject")
		return nil, nil
	}
	ends := w.m.Ends(id)
	if len(ends) != 2 {
		w.refuse("%s has more than two ends.", w.m.Describe(id))
		return nil, nil
	}
	return r, ends
}

// repoint leads everything that refers to a row, by the given field or any where
// it is empty, to another row. skip leaves rows alone.
func (w *work) repoint(from, to model.ID, skip func(model.Row) bool) {
	w.do(model.Repoint(w.m, from, to, skip)...)
}

// traces leads the traces of an element to a relationship.
func (w *work) traces(from, to model.ID) {
	for _, t := range w.m.TracesOf(from) {
		w.do(&model.LeadTrace{ID: t.ID, From: to})
	}
}

func decapital(s string) string {
	r := []rune(s)
	if len(r) > 1 && strings.ToUpper(string(r[:2])) == string(r[:2]) {
		return s // URL stays
	}
	return strings.ToLower(string(r[:min(1, len(r))])) + string(r[min(1, len(r)):])
}
