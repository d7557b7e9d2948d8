package model

import (
	"slices"
	"strings"
)

// draft is a model that is being edited. Its read methods are the Model's and
// see what was written. It keeps the first old row of everything it writes.
type draft struct {
	Model
	rowsD      *shardedDraft[Row]
	childrenD  *shardedDraft[[]*Element]
	usesD      *shardedDraft[[]ID]
	linesD     *shardedDraft[[]*Relationship]
	namesD     *shardedDraft[[]ID]
	typeNamesD *shardedDraft[[]ID]
	termFormsD *shardedDraft[[]ID]
	kindsD     *shardedDraft[[]ID]

	touched []ID
	old     map[ID]Row
	renewed map[ID]bool // whose order key was renewed, and not written
	owned   map[ID]bool // whose list of children is this draft's own
}

func (m *Model) draft() *draft {
	d := &draft{
		rowsD: m.rows.draft(), childrenD: m.children.draft(), usesD: m.uses.draft(), linesD: m.lines.draft(),
		namesD: m.names.draft(), typeNamesD: m.typeNames.draft(), termFormsD: m.termForms.draft(), kindsD: m.kinds.draft(),
		old: map[ID]Row{}, renewed: map[ID]bool{}, owned: map[ID]bool{},
	}
	d.rows, d.children, d.uses, d.lines = &d.rowsD.sharded, &d.childrenD.sharded, &d.usesD.sharded, &d.linesD.sharded
	d.names, d.typeNames, d.termForms = &d.namesD.sharded, &d.typeNamesD.sharded, &d.termFormsD.sharded
	d.kinds = &d.kindsD.sharded
	return d
}

func (d *draft) freeze() *Model {
	return &Model{
		rows: d.rowsD.freeze(), children: d.childrenD.freeze(), uses: d.usesD.freeze(), lines: d.linesD.freeze(),
		names: d.namesD.freeze(), typeNames: d.typeNamesD.freeze(), termForms: d.termFormsD.freeze(), kinds: d.kindsD.freeze(),
	}
}

// put writes a row, new or changed.
func (d *draft) put(r Row) {
	id := r.RowID()
	d.remember(id)
	if old := d.Row(id); old != nil {
		d.unindex(old)
		if d.renewed[id] && r.(*Element).Order != old.(*Element).Order {
			delete(d.renewed, id)
		}
	} else {
		delete(d.renewed, id)
	}
	d.rowsD.set(id, r)
	d.index(r)
}

// drop removes a row if it is there.
func (d *draft) drop(id ID) {
	old := d.Row(id)
	if old == nil {
		return
	}
	d.remember(id)
	d.unindex(old)
	d.rowsD.remove(id)
}

func (d *draft) remember(id ID) {
	if _, ok := d.old[id]; !ok {
		d.old[id] = d.Row(id)
		d.touched = append(d.touched, id)
	}
}

// indexer takes notes of where a row is to be found.
type indexer interface {
	noteUse(to, by ID)
	noteLine(to ID, r *Relationship)
	noteName(name, id ID)
	noteType(form, id ID)
	noteTermForm(form, id ID)
	noteKind(kind, id ID)
	noteChild(under ID, e *Element)
}

// indexRow says under what a row is found: once, for adding, for removing and for
// building a model at once.
func indexRow(x indexer, r Row) {
	r.refs(func(_ string, to ID) { x.noteUse(to, r.RowID()) })
	switch r := r.(type) {
	case *Element:
		if r.Owner != "" {
			x.noteChild(r.Owner, r)
		}
		if elementInfo[r.Kind].Ordered {
			x.noteChild(inOrder(r.Kind), r)
		}
		if r.Kind.IsNamed() {
			x.noteName(ID(r.Name), r.ID)
		}
		if elementInfo[r.Kind].listed {
			x.noteKind(ID(r.Kind), r.ID)
		}
		if n := r.TypeName(); n != "" {
			x.noteType(ID(NormalForm(n)), r.ID)
		}
		if r.Kind == Attribute {
			x.noteType(attributeForm(r.Name), r.ID)
		}
	case *Term:
		for _, f := range termForms(r) {
			x.noteTermForm(f, r.ID)
		}
		if len(r.Rejected) > 0 {
			x.noteKind(rejecting, r.ID)
		}
	case *Placement:
		x.noteKind(placed(r.Subject), r.ID)
	case *Relationship:
		r.refs(func(_ string, to ID) { x.noteLine(to, r) })
		x.noteKind(ID(r.Kind), r.ID)
		if r.Kind == DataFlow && r.Name != "" {
			x.noteType(flowForm(r.Name), r.ID)
		}
	case *Diagram:
		x.noteKind(ID(r.Kind), r.ID)
	}
}

func (d *draft) index(r Row)   { indexRow(adding{d}, r) }
func (d *draft) unindex(r Row) { indexRow(removing{d}, r) }

type adding struct{ d *draft }

func (x adding) noteUse(to, by ID)               { insertSorted(x.d.usesD, to, by) }
func (x adding) noteLine(to ID, r *Relationship) { x.d.insertLine(to, r) }
func (x adding) noteName(name, id ID)            { insertSorted(x.d.namesD, name, id) }
func (x adding) noteType(form, id ID)            { insertSorted(x.d.typeNamesD, form, id) }
func (x adding) noteTermForm(form, id ID)        { insertSorted(x.d.termFormsD, form, id) }
func (x adding) noteKind(kind, id ID)            { insertSorted(x.d.kindsD, kind, id) }
func (x adding) noteChild(under ID, e *Element)  { x.d.insertChild(under, e) }

type removing struct{ d *draft }

func (x removing) noteUse(to, by ID)               { removeSorted(x.d.usesD, to, by) }
func (x removing) noteLine(to ID, r *Relationship) { x.d.removeLine(to, r) }
func (x removing) noteName(name, id ID)            { removeSorted(x.d.namesD, name, id) }
func (x removing) noteType(form, id ID)            { removeSorted(x.d.typeNamesD, form, id) }
func (x removing) noteTermForm(form, id ID)        { removeSorted(x.d.termFormsD, form, id) }
func (x removing) noteKind(kind, id ID)            { removeSorted(x.d.kindsD, kind, id) }
func (x removing) noteChild(under ID, e *Element)  { x.d.removeChild(under, e) }

// attributeForm is the key under which attributes are listed by the normal form of
// their names, beside the types as typed.
func attributeForm(name string) ID { return ID("attribute\x00" + NormalForm(name)) }

// flowForm is the key under which data flows are listed by the normal form of their names,
// beside the types as typed.
func flowForm(name string) ID { return ID("flow\x00" + NormalForm(name)) }

// placed is the key under which the placements of a subject are listed: it may have
// thousands of other uses.
func placed(subject ID) ID { return "placed\x00" + subject }

// rejecting is the key under which terms with rejected words are listed.
const rejecting ID = "term with rejected words"

func termForms(t *Term) []ID {
	forms := []ID{ID(NormalForm(t.Name))}
	for _, a := range t.Aliases {
		if f := ID(NormalForm(a)); !slices.Contains(forms, f) {
			forms = append(forms, f)
		}
	}
	return forms
}

func (d *draft) insertChild(under ID, e *Element) {
	list := d.ownChildren(under)
	i, _ := slices.BinarySearchFunc(list, e, compareParts)
	d.childrenD.set(under, slices.Insert(list, i, e))
}

func (d *draft) removeChild(under ID, e *Element) {
	list, _ := d.children.get(under)
	i, found := slices.BinarySearchFunc(list, e, compareParts)
	switch {
	case !found:
	case len(list) == 1:
		d.childrenD.remove(under)
	default:
		d.childrenD.set(under, slices.Delete(d.ownChildren(under), i, i+1))
	}
}

// ownChildren is a list that only this draft has: it may be written in place. Whoever
// keeps a list while rows are put copies it.
func (d *draft) ownChildren(under ID) []*Element {
	list, _ := d.children.get(under)
	if !d.owned[under] {
		d.owned[under] = true
		list = append(make([]*Element, 0, len(list)+8), list...)
	}
	return list
}

func (d *draft) insertLine(to ID, r *Relationship) {
	list, _ := d.lines.get(to)
	if i, found := slices.BinarySearchFunc(list, r, compareLines); !found {
		next := make([]*Relationship, 0, len(list)+1)
		d.linesD.set(to, append(append(append(next, list[:i]...), r), list[i:]...))
	}
}

func (d *draft) removeLine(to ID, r *Relationship) {
	list, _ := d.lines.get(to)
	i, found := slices.BinarySearchFunc(list, r, compareLines)
	switch {
	case !found:
	case len(list) == 1:
		d.linesD.remove(to)
	default:
		d.linesD.set(to, slices.Delete(slices.Clone(list), i, i+1))
	}
}

func compareLines(a, b *Relationship) int { return strings.Compare(string(a.ID), string(b.ID)) }

// inOrder is the key under which elements are listed that have an order at the root.
func inOrder(k Kind) ID { return ID("in order\x00" + string(k)) }

func compareParts(a, b *Element) int {
	if c := strings.Compare(string(a.Order), string(b.Order)); c != 0 {
		return c
	}
	return strings.Compare(string(a.ID), string(b.ID))
}

func insertSorted(s *shardedDraft[[]ID], key, id ID) {
	list, _ := s.get(key)
	if i, found := slices.BinarySearch(list, id); !found {
		s.set(key, slices.Insert(slices.Clone(list), i, id))
	}
}

func removeSorted(s *shardedDraft[[]ID], key, id ID) {
	list, _ := s.get(key)
	if i, found := slices.BinarySearch(list, id); found {
		setOrRemove(s, key, slices.Delete(slices.Clone(list), i, i+1))
	}
}

func setOrRemove(s *shardedDraft[[]ID], key ID, list []ID) {
	if len(list) == 0 {
		s.remove(key)
	} else {
		s.set(key, list)
	}
}

// delta lists what the draft wrote, in the order of Tables, then by id. Rows
// written back to what they were are left out.
func (d *draft) delta() Delta {
	var out Delta
	for _, id := range d.touched {
		was, is := d.old[id], d.Row(id)
		if EqualRows(was, is) {
			continue
		}
		out = append(out, RowChange{ID: id, Old: was, New: is, Renewed: d.renewed[id] && was != nil && is != nil})
	}
	out.sort()
	return out
}
