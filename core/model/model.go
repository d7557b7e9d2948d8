package model

import (
	"slices"
	"strings"
	"sync"
)

// Model is the immutable value of one project. The zero value is not usable;
// start from Empty.
type Model struct {
	rows      *sharded[Row]
	children  *sharded[[]*Element]      // owner -> parts, by order key
	uses      *sharded[[]ID]            // row -> rows that refer to it, owners' parts excepted; sorted
	lines     *sharded[[]*Relationship] // row -> relationships that refer to it, by id
	names     *sharded[[]ID]            // name -> elements found by their name; sorted
	typeNames *sharded[[]ID]            // normal form of a type as typed -> typed parts, of an attribute's name -> attributes, of a flow's name -> flows; sorted
	termForms *sharded[[]ID]            // normal form -> terms (by name or alias); sorted
	kinds     *sharded[[]ID]            // kind of relationship or diagram, or of an element that is listed -> rows, and subject -> placements; sorted

	listsOnce sync.Once
	lists     map[Table][]ID // every row by table, sorted by id; made on demand
}

// Empty returns the model of a new project.
func Empty(name string) *Model {
	m := &Model{
		rows: &sharded[Row]{}, children: &sharded[[]*Element]{}, uses: &sharded[[]ID]{}, lines: &sharded[[]*Relationship]{},
		names: &sharded[[]ID]{}, typeNames: &sharded[[]ID]{}, termForms: &sharded[[]ID]{}, kinds: &sharded[[]ID]{},
	}
	d := m.draft()
	d.put(&Project{ID: ProjectID, Name: name})
	return d.freeze()
}

// FromRows builds a model from stored rows and verifies every one of them. The
// error is the first fault.
func FromRows(rows []Row) (*Model, error) {
	m, faults := FromRowsAll(rows)
	if len(faults) > 0 {
		return nil, faults[0]
	}
	return m, nil
}

// FromRowsAll is FromRows that goes on after a fault and tells them all.
func FromRowsAll(rows []Row) (*Model, []*Fault) {
	var faults []*Fault
	seen := make(map[ID]bool, len(rows))
	unique := make([]Row, 0, len(rows)+1)
	for _, r := range rows {
		if seen[r.RowID()] {
			faults = append(faults, Faultf(CodeExists, "the id %q is used twice", r.RowID()).At(r.RowID(), "id"))
			continue
		}
		seen[r.RowID()] = true
		unique = append(unique, r)
	}
	if !seen[ProjectID] {
		unique = append(unique, &Project{ID: ProjectID})
	}
	m := build(unique)
	m.checkRows(unique, func(f *Fault) { faults = append(faults, f) })
	if len(faults) > 0 {
		return nil, faults
	}
	return m, nil
}

// Row finds any row by id, nil if there is none.
func (m *Model) Row(id ID) Row {
	r, _ := m.rows.get(id)
	return r
}

func rowAs[T Row](m *Model, id ID) (none T) {
	if r, ok := m.rows.get(id); ok {
		if t, ok := r.(T); ok {
			return t
		}
	}
	return none
}

// The following return nil where there is no such row.

func (m *Model) Element(id ID) *Element           { return rowAs[*Element](m, id) }
func (m *Model) Relationship(id ID) *Relationship { return rowAs[*Relationship](m, id) }
func (m *Model) Diagram(id ID) *Diagram           { return rowAs[*Diagram](m, id) }
func (m *Model) Placement(id ID) *Placement       { return rowAs[*Placement](m, id) }
func (m *Model) Term(id ID) *Term                 { return rowAs[*Term](m, id) }
func (m *Model) Picture(id ID) *Picture           { return rowAs[*Picture](m, id) }
func (m *Model) Project() *Project                { return rowAs[*Project](m, ProjectID) }

// Len is the number of rows.
func (m *Model) Len() int { return m.rows.len() }

// Children lists the parts of an owner, of the given kinds or of all, in order.
func (m *Model) Children(owner ID, kinds ...Kind) []*Element {
	parts, _ := m.children.get(owner)
	if len(parts) == 0 {
		return nil
	}
	out := make([]*Element, 0, len(parts))
	for _, e := range parts {
		if len(kinds) == 0 || slices.Contains(kinds, e.Kind) {
			out = append(out, e)
		}
	}
	return out
}

// Ends lists the ends of an association in order.
func (m *Model) Ends(association ID) []*Element { return m.Children(association, End) }

// Uses lists the rows that refer to id, sorted by id; parts do not count as
// referring to their owner.
func (m *Model) Uses(id ID) []Row {
	ids, _ := m.uses.get(id)
	out := make([]Row, len(ids))
	for i, u := range ids {
		out[i] = m.Row(u)
	}
	return out
}

// RelationshipsOf lists the relationships that an element is an end of, once
// each, sorted by id; traces are asked for by TracesOf and TracesTo.
func (m *Model) RelationshipsOf(element ID) []*Relationship {
	lines, _ := m.lines.get(element)
	ids, _ := m.uses.get(element)
	var out []*Relationship
	for _, r := range lines {
		if r.Kind != Trace && (r.Source == element || r.Target == element) {
			out = append(out, r)
		}
	}
	for i, u := range ids {
		if i < len(lines) && lines[i].ID == u { // where nothing else refers to it they are the same
			continue
		}
		if e := m.Element(u); e != nil && e.Kind == End {
			out = append(out, m.Relationship(e.Owner))
		}
	}
	slices.SortFunc(out, func(a, b *Relationship) int { return strings.Compare(string(a.ID), string(b.ID)) })
	return slices.CompactFunc(out, func(a, b *Relationship) bool { return a.ID == b.ID })
}

// Connected lists the elements that a relationship connects, in the order of
// its ends or from source to target; a self-relation lists the element twice.
func (m *Model) Connected(r *Relationship) []ID {
	switch r.Kind {
	case DataFlow: // an end may be the frame
		return slices.DeleteFunc([]ID{r.Source, r.Target}, func(id ID) bool { return id == "" })
	case Trace:
		if r.Traced != "" {
			return []ID{r.Target}
		}
		fallthrough
	default:
		return []ID{r.Source, r.Target}
	case Anchor:
		if r.Refers != "" {
			return []ID{r.Source}
		}
		return []ID{r.Source, r.Target}
	case Association:
	}
	var out []ID
	for _, e := range m.Ends(r.ID) {
		out = append(out, e.Type)
	}
	return out
}

// Generals lists the generalizations of which id is the specific.
func (m *Model) Generals(id ID) []*Relationship {
	return m.RelationshipsFrom(id, Generalization)
}

// Specifics lists the generalizations of which id is the general.
func (m *Model) Specifics(id ID) []*Relationship {
	return m.RelationshipsTo(id, Generalization)
}

// Realizes lists the realizations of which id is the realizing one.
func (m *Model) Realizes(id ID) []*Relationship {
	return m.RelationshipsFrom(id, Realization)
}

// RelationshipsFrom lists the relationships of a kind with a source and a target that begin at
// an element, RelationshipsTo those that lead to it; by id.
func (m *Model) RelationshipsFrom(element ID, kind Kind) []*Relationship {
	return m.bySide(element, kind, func(r *Relationship) bool { return r.Source == element })
}

func (m *Model) RelationshipsTo(element ID, kind Kind) []*Relationship {
	return m.bySide(element, kind, func(r *Relationship) bool { return r.Target == element })
}

func (m *Model) bySide(id ID, kind Kind, side func(*Relationship) bool) []*Relationship {
	lines, _ := m.lines.get(id)
	var out []*Relationship
	for _, r := range lines {
		if r.Kind == kind && side(r) {
			out = append(out, r)
		}
	}
	return out
}

// PlacementsOn lists what is placed on a diagram, sorted by id.
func (m *Model) PlacementsOn(diagram ID) []*Placement {
	ids, _ := m.uses.get(diagram)
	return m.placements(ids, func(p *Placement) bool { return p.Diagram == diagram })
}

// PlacementsOf lists where an element or relationship is placed, sorted by id.
func (m *Model) PlacementsOf(subject ID) []*Placement {
	ids, _ := m.kinds.get(placed(subject))
	return m.placements(ids, func(*Placement) bool { return true })
}

func (m *Model) placements(ids []ID, match func(*Placement) bool) []*Placement {
	var out []*Placement
	for _, u := range ids {
		if p := m.Placement(u); p != nil && match(p) {
			out = append(out, p)
		}
	}
	return out
}

// PlacementOn finds the placement of a subject on a diagram, nil if none.
func (m *Model) PlacementOn(diagram, subject ID) *Placement {
	for _, p := range m.PlacementsOf(subject) {
		if p.Diagram == diagram {
			return p
		}
	}
	return nil
}

// Faces lists the elements that point to a term, sorted by id.
func (m *Model) Faces(term ID) []*Element {
	ids, _ := m.uses.get(term)
	var out []*Element
	for _, u := range ids {
		if e := m.Element(u); e != nil && e.Term == term {
			out = append(out, e)
		}
	}
	return out
}

// Named lists the elements of the given kinds that bear exactly this name.
func (m *Model) Named(name string, kinds ...Kind) []*Element {
	ids, _ := m.names.get(ID(name))
	return slices.DeleteFunc(m.elements(ids), func(e *Element) bool { return !slices.Contains(kinds, e.Kind) })
}

// Naming is which elements bear which name, as it was once. It is the same, by ==, for
// models of one history whose names are the same: what follows from rows and from which
// names there are need not be worked out again.
type Naming struct{ names *sharded[[]ID] }

// Naming tells which elements bear which name.
func (m *Model) Naming() Naming { return Naming{m.names} }

// Alike reports whether the same elements bear a name in both.
func (n Naming) Alike(other Naming, name string) bool {
	if n == other {
		return true
	}
	if n.names == nil || other.names == nil {
		return false
	}
	a, _ := n.names.get(ID(name))
	b, _ := other.names.get(ID(name))
	return slices.Equal(a, b)
}

// ClassifiersNamed lists the classifiers that bear exactly this name.
func (m *Model) ClassifiersNamed(name string) []*Element {
	ids, _ := m.names.get(ID(name))
	return slices.DeleteFunc(m.elements(ids), func(e *Element) bool { return !e.Kind.IsClassifier() })
}

// OfKind lists the elements of a kind that is listed (those of data flow
// diagrams, dictionary, brief and activity table), in their order where they
// have one, else by id. It reads an index and costs no more than its result.
func (m *Model) OfKind(k Kind) []*Element {
	if elementInfo[k].Ordered {
		list, _ := m.children.get(inOrder(k))
		return slices.Clone(list)
	}
	ids, _ := m.kinds.get(ID(k))
	return m.elements(ids)
}

// Level lists the processes of a level, by ordinal: the parts of a process in
// one view.
func (m *Model) Level(parent ID, view View) []*Element {
	out := slices.DeleteFunc(m.Children(parent, Process), func(e *Element) bool { return e.Process().View != view })
	slices.SortStableFunc(out, func(a, b *Element) int { return a.Process().Ordinal - b.Process().Ordinal })
	return out
}

// LevelOf finds the diagram that shows what a process consists of, nil if it
// was not opened in that view.
func (m *Model) LevelOf(process ID, view View) *Diagram {
	ids, _ := m.uses.get(process)
	for _, u := range ids {
		if d := m.Diagram(u); d != nil && d.About == process && d.View == view && d.Kind == LevelDiagram {
			return d
		}
	}
	return nil
}

// Flows lists the data flows that begin or end at an element, sorted by id.
func (m *Model) Flows(element ID) []*Relationship {
	return m.bySide(element, DataFlow, func(r *Relationship) bool { return r.Source == element || r.Target == element })
}

// TracesOf lists the traces that start at an element or relationship.
func (m *Model) TracesOf(id ID) []*Relationship {
	return m.bySide(id, Trace, func(r *Relationship) bool { return r.Source == id || r.Traced == id })
}

// TracesTo lists the traces that lead to a sentence or an activity.
func (m *Model) TracesTo(id ID) []*Relationship {
	return m.bySide(id, Trace, func(r *Relationship) bool { return r.Target == id })
}

// ClassifiersByTerm lists the classifiers whose term meets the name in its
// normal form, aliases included.
func (m *Model) ClassifiersByTerm(name string) []*Element {
	var out []*Element
	for _, t := range m.TermsNamed(name) {
		for _, e := range m.Faces(t.ID) {
			if e.Kind.IsClassifier() {
				out = append(out, e)
			}
		}
	}
	return out
}

// TermsNamed lists the terms that a name means by its normal form.
func (m *Model) TermsNamed(name string) []*Term {
	ids, _ := m.termForms.get(ID(NormalForm(name)))
	out := make([]*Term, len(ids))
	for i, id := range ids {
		out[i] = m.Term(id)
	}
	return out
}

// TermOfForm is the term that a name in normal form means, the first of several by id.
func (m *Model) TermOfForm(form string) (id ID, ok bool) {
	if ids, _ := m.termForms.get(ID(form)); len(ids) > 0 {
		return ids[0], true
	}
	return "", false
}

// TypedAs lists the parts whose type was typed as this name and is not an
// element of the model.
func (m *Model) TypedAs(name string) []*Element {
	return slices.DeleteFunc(m.TypedNear(name), func(e *Element) bool { return e.TypeName() != name })
}

// TypedNear lists the parts whose type was typed as a name that meets this one
// in its normal form.
func (m *Model) TypedNear(name string) []*Element {
	ids, _ := m.typeNames.get(ID(NormalForm(name)))
	return m.elements(ids)
}

// AttributesNear lists the attributes whose names meet a name in normal form.
func (m *Model) AttributesNear(name string) []*Element {
	ids, _ := m.typeNames.get(attributeForm(name))
	return m.elements(ids)
}

// FlowsNear lists the data flows whose names meet a name in normal form.
func (m *Model) FlowsNear(name string) []*Relationship {
	ids, _ := m.typeNames.get(flowForm(name))
	out := make([]*Relationship, len(ids))
	for i, id := range ids {
		out[i] = m.Relationship(id)
	}
	return out
}

func (m *Model) elements(ids []ID) []*Element {
	out := make([]*Element, len(ids))
	for i, id := range ids {
		out[i] = m.Element(id)
	}
	return out
}

// TypeText is the type of a typed part as it is written: the name of the
// element it points to, or the name as typed.
func (m *Model) TypeText(e *Element) string {
	if t := m.Element(e.Type); t != nil {
		return t.Name
	}
	return e.TypeName()
}

// ByTerm lists the elements of the given kinds whose term meets the name in its
// normal form, aliases included.
func (m *Model) ByTerm(name string, kinds ...Kind) []*Element {
	var out []*Element
	for _, t := range m.TermsNamed(name) {
		for _, e := range m.Faces(t.ID) {
			if slices.Contains(kinds, e.Kind) {
				out = append(out, e)
			}
		}
	}
	return out
}

// TermsRejecting lists the terms that reject words, sorted by id.
func (m *Model) TermsRejecting() []*Term {
	ids, _ := m.kinds.get(rejecting)
	out := make([]*Term, len(ids))
	for i, id := range ids {
		out[i] = m.Term(id)
	}
	return out
}

// TermKey is the form in which names of data meet: the id of the term that a
// name means, or its normal form where there is none.
func (m *Model) TermKey(name string) string {
	if terms := m.TermsNamed(name); len(terms) > 0 {
		return string(terms[0].ID)
	}
	return NormalForm(name)
}

// Definition of an element: its term's where it has one.
func (m *Model) Definition(e *Element) string {
	if t := m.Term(e.Term); t != nil {
		return t.Definition
	}
	return e.Definition
}

// IDs lists the ids of a table, sorted.
func (m *Model) IDs(t Table) []ID {
	m.listsOnce.Do(func() {
		m.lists = map[Table][]ID{}
		m.rows.each(func(id ID, r Row) {
			m.lists[r.Table()] = append(m.lists[r.Table()], id)
		})
		for _, l := range m.lists {
			slices.Sort(l)
		}
	})
	return m.lists[t]
}

// Elements lists the elements of the given kinds, or all, sorted by id.
func (m *Model) Elements(kinds ...Kind) []*Element {
	if len(kinds) > 0 && !slices.ContainsFunc(kinds, func(k Kind) bool { return !elementInfo[k].listed }) {
		var ids []ID
		for _, k := range kinds {
			of, _ := m.kinds.get(ID(k))
			ids = append(ids, of...)
		}
		if len(kinds) > 1 {
			slices.Sort(ids)
		}
		return m.elements(ids)
	}
	var out []*Element
	for _, id := range m.IDs(TableElements) {
		if e := m.Element(id); len(kinds) == 0 || slices.Contains(kinds, e.Kind) {
			out = append(out, e)
		}
	}
	return out
}

// Classifiers lists all classifiers, sorted by id.
func (m *Model) Classifiers() []*Element { return m.Elements(classifierKinds...) }

var classifierKinds = ClassifierKinds()

// Relationships lists the relationships of the given kinds, or all, sorted by id.
func (m *Model) Relationships(kinds ...Kind) []*Relationship {
	var out []*Relationship
	if len(kinds) == 0 {
		for _, id := range m.IDs(TableRelationships) {
			out = append(out, m.Relationship(id))
		}
		return out
	}
	for _, k := range kinds {
		ids, _ := m.kinds.get(ID(k))
		for _, id := range ids {
			out = append(out, m.Relationship(id))
		}
	}
	if len(kinds) > 1 {
		slices.SortFunc(out, func(a, b *Relationship) int { return strings.Compare(string(a.ID), string(b.ID)) })
	}
	return out
}

// Diagrams lists the diagrams by name, then id.
func (m *Model) Diagrams() []*Diagram {
	var out []*Diagram
	for _, k := range diagramKinds {
		ids, _ := m.kinds.get(ID(k.Kind))
		for _, id := range ids {
			out = append(out, m.Diagram(id))
		}
	}
	slices.SortFunc(out, func(a, b *Diagram) int {
		if c := strings.Compare(strings.ToLower(a.Name), strings.ToLower(b.Name)); c != 0 {
			return c
		}
		return strings.Compare(string(a.ID), string(b.ID))
	})
	return out
}

// Each goes through every row, in no particular order.
func (m *Model) Each(visit func(Row)) { m.rows.each(func(_ ID, r Row) { visit(r) }) }

// Rows lists every row, by table in the order of Tables, then by id.
func (m *Model) Rows() []Row {
	out := make([]Row, 0, m.Len())
	for _, t := range Tables {
		for _, id := range m.IDs(t) {
			out = append(out, m.Row(id))
		}
	}
	return out
}

// Equal reports whether two models hold the same rows.
func (m *Model) Equal(o *Model) bool {
	if m.Len() != o.Len() {
		return false
	}
	same := true
	m.rows.each(func(id ID, r Row) {
		if same && !EqualRows(r, o.Row(id)) {
			same = false
		}
	})
	return same
}

// Describe names a row for a person: "class Hive", "association delivers".
func (m *Model) Describe(id ID) string {
	switch r := m.Row(id).(type) {
	case *Project:
		return "the project"
	case *Term:
		return "term " + quoteName(r.Name)
	case *Picture:
		return "a picture"
	case *Element:
		if r.Kind == End {
			if t := m.Element(r.Type); t != nil {
				return "the end at " + quoteName(t.Name)
			}
		}
		switch r.Kind {
		case Note, Constraint:
			return r.Kind.Title() + " " + quoteName(firstWords(r.Note().Body))
		case Reception:
			return "reception " + quoteName(m.TypeText(r))
		case Object:
			return "object " + m.ObjectTitle(r)
		case Sentence:
			return "sentence " + quoteName(firstWords(r.Sentence().Text))
		case Step:
			return "step " + quoteName(firstWords(r.Step().Text))
		}
		return r.Kind.Title() + " " + quoteName(r.Name)
	case *Relationship:
		if r.Name != "" {
			return r.Kind.Title() + " " + quoteName(r.Name)
		}
		var names []string
		for _, c := range m.Connected(r) {
			if e := m.Element(c); e != nil {
				name := quoteName(e.Name)
				if e.Kind.IsText() || e.Kind == Object {
					name = m.Describe(e.ID)
				}
				names = append(names, name)
			}
		}
		if r.Kind == Anchor && r.Refers != "" {
			names = append(names, m.Describe(r.Refers))
		}
		if len(names) == 1 {
			return r.Kind.Title() + " at " + names[0]
		}
		return r.Kind.Title() + " between " + strings.Join(names, " and ")
	case *Diagram:
		return "diagram " + quoteName(r.Name)
	case *Placement:
		return m.Describe(r.Subject) + " on " + m.Describe(r.Diagram)
	}
	return "something that does not exist"
}

// firstWords is as much of a text as makes a name.
func firstWords(text string) string {
	return truncate(strings.Join(strings.Fields(text), " "), 40)
}

func quoteName(name string) string {
	if strings.TrimSpace(name) == "" {
		return "without a name"
	}
	return name
}
