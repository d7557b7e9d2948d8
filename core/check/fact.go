package check

import (
	"fmt"
	"slices"
	"sync"

	"lexeon/core/model"
	"lexeon/core/parallel"
)

// A Fact is something that rules read of a model and that takes work to find: the
// dictionary, the matrix, what texts say. It is found when the first rule of a check asks
// for it, shared by all that name it among what they require, and kept from check to check
// until a row is written that it rests on.
type Fact[T any] struct {
	name  string
	needs []Requirement        // other facts that it is found from
	rests func(model.Row) bool // the rows of the model that it is found from
	find  func(f *facts) T
	// carry, where it is there, brings a value from one model to the next, after rows
	// were written that it rests on, or a fact has changed that it needs, and tells what
	// became of it.
	carry func(at *carrying, value T) (T, outcome)
}

// outcome is what became of a fact.
type outcome int

const (
	lost    outcome = iota // it has to be found anew
	updated                // it is another one, and up to date
	patched                // likewise, and it is told for which rows it says something else
	kept                   // nothing that a rule can see of it has changed
)

// extent is for which rows a fact says something else than before.
type extent struct {
	all  bool
	rows map[model.ID]bool
}

func (x extent) any() bool { return x.all || len(x.rows) > 0 }

// carrying is the way of a fact from one model to the next.
type carrying struct {
	was     *model.Model
	delta   model.Delta
	next    *facts // those that it needs are there
	changed map[Requirement]extent
	rows    map[model.ID]bool // told by a fact that is patched
}

// reaches tells that the fact says something else for a row.
func (c *carrying) reaches(id model.ID) {
	if c.rows == nil {
		c.rows = map[model.ID]bool{}
	}
	c.rows[id] = true
}

// Requirement is a fact of any type, as rules and facts name what they need.
type Requirement interface {
	title() string
	needed() []Requirement
	restsOn(model.Row) bool
	found(f *facts) any
	carried(at *carrying, value any) (any, outcome)
}

func (t *Fact[T]) title() string            { return t.name }
func (t *Fact[T]) needed() []Requirement    { return t.needs }
func (t *Fact[T]) restsOn(r model.Row) bool { return t.rests(r) }
func (t *Fact[T]) found(f *facts) any       { return t.find(f) }
func (t *Fact[T]) in(f *facts) T            { return f.get(t).(T) }

func (t *Fact[T]) carried(at *carrying, value any) (any, outcome) {
	if t.carry == nil {
		return nil, lost
	}
	return t.carry(at, value.(T))
}

// of is the fact as a rule reads it. The rule requires it.
func (t *Fact[T]) of(p *Pass) T {
	if !slices.Contains(p.analyzer.Requires, Requirement(t)) {
		panic(fmt.Sprintf("rule %s reads the fact %q without requiring it", p.analyzer.Name, t.name))
	}
	return t.in(p.facts)
}

// allFacts, each behind those that it is found from.
var allFacts = []Requirement{
	nameBooks, boundsOfClasses, boundaryKeys, termsBySound, nearNames, operationNames, classWords, textIndexes, outsideMentions, askedClasses, namedStems, owingKinds, stepReadings, dictionaries, classItems, balances, storeUses, itemSources, dataUses, activityTables, componentWebs, componentCallers, askedInterfaces, usesOfClasses, homes,
}

// facts are those of one model.
type facts struct {
	m      *model.Model
	ends   map[model.ID][]*model.Element // of all associations, where they are known
	byKind map[model.Kind][]model.Row    // all elements and relationships, where they are known
	slots  map[Requirement]*slot
}

// slot holds a fact once somebody has asked for it.
type slot struct {
	mu    sync.Mutex
	known bool
	value any
}

func newFacts(m *model.Model) *facts {
	f := &facts{m: m, slots: make(map[Requirement]*slot, len(allFacts))}
	for _, t := range allFacts {
		f.slots[t] = &slot{}
	}
	return f
}

// endsOf are the ends of an association.
func (f *facts) endsOf(association model.ID) []*model.Element {
	if f.ends != nil {
		return f.ends[association]
	}
	return f.m.Ends(association)
}

// each calls f for the elements and relationships of some kinds.
func (f *facts) each(kinds rowKinds, do func(model.Row)) {
	if f.byKind == nil {
		f.m.Each(func(r model.Row) {
			if kinds.kinds[kindOf(r)] {
				do(r)
			}
		})
		return
	}
	for k := range kinds.kinds {
		for _, r := range f.byKind[k] {
			do(r)
		}
	}
}

func (f *facts) get(t Requirement) any {
	s := f.slots[t]
	s.mu.Lock()
	defer s.mu.Unlock()
	if !s.known {
		s.value, s.known = t.found(f), true // a computation that is given up leaves it unknown
	}
	return s.value
}

// after are the facts once a delta has led to the next model, and those that are not what
// they were. Facts that do not need each other are brought on side by side.
func (f *facts) after(next *model.Model, delta model.Delta) (out *facts, changed map[Requirement]extent) {
	out, changed = &facts{m: next, slots: make(map[Requirement]*slot, len(f.slots))}, map[Requirement]extent{}
	var doubtful []Requirement
	touched := map[Requirement]bool{}
	for _, t := range allFacts {
		touched[t] = slices.ContainsFunc(delta, func(c model.RowChange) bool {
			return c.Old != nil && t.restsOn(c.Old) || c.New != nil && t.restsOn(c.New)
		})
		out.slots[t] = f.slots[t]
		if touched[t] || slices.ContainsFunc(t.needed(), func(n Requirement) bool { return slices.Contains(doubtful, n) }) {
			doubtful = append(doubtful, t)
			out.slots[t] = &slot{}
		}
	}
	ready := make(map[Requirement]chan struct{}, len(doubtful))
	for _, t := range doubtful {
		ready[t] = make(chan struct{})
	}
	var mu sync.Mutex
	parallel.Run(len(doubtful), func(i int) {
		t := doubtful[i]
		defer close(ready[t])
		at, needs := &carrying{was: f.m, delta: delta, next: out, changed: map[Requirement]extent{}}, false
		for _, n := range t.needed() {
			if wait, is := ready[n]; is {
				<-wait
			}
			mu.Lock()
			at.changed[n] = changed[n]
			mu.Unlock()
			needs = needs || at.changed[n].any()
		}
		if !touched[t] && !needs {
			f.slots[t].copyTo(out.slots[t])
		} else if became := f.slots[t].carried(t, at, out.slots[t]); became.any() {
			mu.Lock()
			changed[t] = became
			mu.Unlock()
		}
	})
	return out, changed
}

// copyTo makes a slot hold the same.
func (s *slot) copyTo(to *slot) {
	s.mu.Lock()
	defer s.mu.Unlock()
	to.mu.Lock()
	defer to.mu.Unlock()
	to.known, to.value = s.known, s.value
}

// carried brings a slot on to one of the next model.
func (s *slot) carried(t Requirement, at *carrying, to *slot) extent {
	s.mu.Lock()
	defer s.mu.Unlock()
	if !s.known {
		return extent{all: true}
	}
	value, became := t.carried(at, s.value)
	if became == lost {
		return extent{all: true}
	}
	to.mu.Lock()
	defer to.mu.Unlock()
	if to.value, to.known = value, true; became == updated {
		return extent{all: true}
	}
	return extent{rows: at.rows}
}
