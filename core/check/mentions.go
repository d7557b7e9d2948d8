package check

import (
	"cmp"
	"maps"
	"slices"
	"sync"

	"lexeon/core/model"
)

// outsideMentions is what texts of the outside and names of anything but classes say.
var outsideMentions = &Fact[*mentions]{
	name: "mentions", needs: []Requirement{textIndexes},
	rests: rowsOf(model.Entity, model.Process, model.Store, model.DataItem, model.Actor, model.UseCase, model.Activity, model.DataFlow).has,
	find:  func(f *facts) *mentions { return newMentions(f.m, textIndexes.in(f)) },
	carry: func(at *carrying, x *mentions) (*mentions, outcome) {
		texts := textIndexes.in(at.next)
		if texts == x.texts && !slices.ContainsFunc(at.delta, mentionsOtherwise) {
			return x, kept
		}
		return x.after(texts, at.delta), updated
	},
}

// mentions finds whether words stand together in a text of the outside or in a
// name of anything but classes.
type mentions struct {
	texts *textIndex
	names map[string][]int     // as in textIndex, of names
	at    map[model.ID][]named // of a row
	last  int                  // number of a name
	flows int                  // how many of the rows are flows
	asked memo                 // of names of classes, whether a text has all of their words
}

// named is a name that is mentioned.
type named struct {
	number int
	stems  []string
}

func newMentions(m *model.Model, texts *textIndex) *mentions {
	x := &mentions{texts: texts, names: map[string][]int{}, at: map[model.ID][]named{}}
	for _, kind := range []model.Kind{model.Entity, model.Process, model.Store, model.DataItem, model.Actor, model.UseCase, model.Activity} {
		for _, e := range m.OfKind(kind) {
			x.add(e, index)
		}
	}
	for _, f := range m.Relationships(model.DataFlow) {
		x.add(f, index)
	}
	return x
}

// mentionedIn are the names in a row that count as mentions.
func mentionedIn(r model.Row) []string {
	switch r := r.(type) {
	case *model.Relationship:
		if r.Kind == model.DataFlow {
			return []string{r.Name}
		}
	case *model.Element:
		switch r.Kind {
		case model.Entity, model.Process, model.Store, model.DataItem, model.Actor, model.UseCase:
			return []string{r.Name + " " + r.Store().Contents}
		case model.Activity:
			return activityNames(r)
		}
	}
	return nil
}

// mentionsOtherwise reports whether a row mentions something else than before. A row that comes
// or goes counts by what it is, even if it says nothing.
func mentionsOtherwise(c model.RowChange) bool {
	return kindOf(c.Old) != kindOf(c.New) || !slices.Equal(mentionedIn(c.Old), mentionedIn(c.New))
}

func (x *mentions) add(r model.Row, index func(where map[string][]int, stems []string, number int)) {
	for _, text := range mentionedIn(r) {
		stems := stemsOf(text)
		if len(stems) == 0 {
			continue
		}
		x.last++
		index(x.names, stems, x.last)
		x.at[r.RowID()] = append(x.at[r.RowID()], named{x.last, stems})
	}
	if kindOf(r) == model.DataFlow && len(x.at[r.RowID()]) > 0 {
		x.flows++
	}
}

func (x *mentions) remove(r model.Row) {
	for _, n := range x.at[r.RowID()] {
		unindex(x.names, n.stems, n.number)
	}
	if kindOf(r) == model.DataFlow && len(x.at[r.RowID()]) > 0 {
		x.flows--
	}
	delete(x.at, r.RowID())
}

// after is the same with other texts and with the names that a delta has written.
func (x *mentions) after(texts *textIndex, delta model.Delta) *mentions {
	next := &mentions{texts: texts, names: x.names, at: x.at, last: x.last, flows: x.flows}
	if !slices.ContainsFunc(delta, mentionsOtherwise) {
		return next
	}
	next.names, next.at = maps.Clone(x.names), maps.Clone(x.at)
	for _, c := range delta {
		if !mentionsOtherwise(c) {
			continue
		}
		if len(mentionedIn(c.Old)) > 0 {
			next.remove(c.Old)
		}
		if len(mentionedIn(c.New)) > 0 {
			next.add(c.New, reindex)
		}
	}
	return next
}

// empty: flows come with what they connect, and say nothing by themselves.
func (x *mentions) empty() bool { return len(x.at) == x.flows && len(x.texts.texts) == 0 }

// all reports whether one text or name has all words of a name.
func (x *mentions) all(name string) bool {
	return x.asked.of(name, func() bool {
		stems := stemsOf(name)
		return together(x.texts.where, stems) || together(x.names, stems)
	})
}

// memo remembers answers about names; it is forgotten with what they are about.
type memo struct {
	mu    sync.Mutex
	known map[string]bool
}

func (o *memo) of(name string, find func() bool) bool {
	o.mu.Lock()
	defer o.mu.Unlock()
	answer, known := o.known[name]
	if !known {
		if o.known == nil {
			o.known = map[string]bool{}
		}
		answer = find()
		o.known[name] = answer
	}
	return answer
}

// together reports whether one text has all of some words: one of those that have the rarest
// of them.
func together(where map[string][]int, stems []string) bool {
	if len(stems) == 0 {
		return false
	}
	rarest := slices.MinFunc(stems, func(a, b string) int { return cmp.Compare(len(where[a]), len(where[b])) })
	return slices.ContainsFunc(where[rarest], func(text int) bool {
		return !slices.ContainsFunc(stems, func(s string) bool {
			_, has := slices.BinarySearch(where[s], text)
			return !has
		})
	})
}

// ask reports whether something asks for a class.
func (x *mentions) ask(m *model.Model, c *model.Element) bool {
	if len(m.TracesOf(c.ID)) > 0 || x.all(c.Name) {
		return true
	}
	t := m.Term(c.Term)
	if t == nil {
		return false
	}
	if slices.ContainsFunc(namesOfTerm(t), x.all) {
		return true
	}
	return slices.ContainsFunc(m.Faces(t.ID), func(e *model.Element) bool { return !e.Kind.IsClassifier() })
}
