package check

import (
	"fmt"
	"slices"
	"sync"

	"lexeon/core/model"
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
	// were written that it rests on, and tells what became of it. It is not asked where
	// a fact that it needs has changed.
	carry func(value T, next *model.Model, delta model.Delta) (T, outcome)
}

// outcome is what became of a fact.
type outcome int

const (
	lost    outcome = iota // it has to be found anew
	updated                // it is another one, and up to date
	kept                   // nothing that a rule can see of it has changed
)

// Requirement is a fact of any type, as rules and facts name what they need.
type Requirement interface {
	title() string
	needed() []Requirement
	restsOn(model.Row) bool
	found(f *facts) any
	carried(value any, next *model.Model, delta model.Delta) (any, outcome)
}

func (t *Fact[T]) title() string            { return t.name }
func (t *Fact[T]) needed() []Requirement    { return t.needs }
func (t *Fact[T]) restsOn(r model.Row) bool { return t.rests(r) }
func (t *Fact[T]) found(f *facts) any       { return t.find(f) }
func (t *Fact[T]) in(f *facts) T            { return f.get(t).(T) }

func (t *Fact[T]) carried(value any, next *model.Model, delta model.Delta) (any, outcome) {
	if t.carry == nil {
		return nil, lost
	}
	return t.carry(value.(T), next, delta)
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
	nameBooks, termsBySound, operationNames, classWords, textIndexes, outsideMentions, namedStems, owingKinds, stepReaders, dictionaries, balances, storeUses, dataUses, activityTables, componentWebs, componentCallers, usesOfClasses,
}

// facts are those of one model.
type facts struct {
	m     *model.Model
	slots map[Requirement]*slot
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

func (f *facts) get(t Requirement) any {
	s := f.slots[t]
	s.mu.Lock()
	defer s.mu.Unlock()
	if !s.known {
		s.value, s.known = t.found(f), true // a computation that is given up leaves it unknown
	}
	return s.value
}

// after are the facts once a delta has led to the next model, and which of them are not
// what they were.
func (f *facts) after(next *model.Model, delta model.Delta) (out *facts, changed map[Requirement]bool) {
	out, changed = &facts{m: next, slots: make(map[Requirement]*slot, len(f.slots))}, map[Requirement]bool{}
	for _, t := range allFacts {
		s := f.slots[t]
		touched := slices.ContainsFunc(delta, func(c model.RowChange) bool {
			return c.Old != nil && t.restsOn(c.Old) || c.New != nil && t.restsOn(c.New)
		})
		needs := slices.ContainsFunc(t.needed(), func(n Requirement) bool { return changed[n] })
		switch {
		case !touched && !needs:
			out.slots[t] = s
		case needs:
			out.slots[t], changed[t] = &slot{}, true
		default:
			var became outcome
			out.slots[t], became = s.carried(t, next, delta)
			changed[t] = became != kept
		}
	}
	return out, changed
}

// carried is a slot of the next model.
func (s *slot) carried(t Requirement, next *model.Model, delta model.Delta) (*slot, outcome) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if !s.known {
		return &slot{}, lost
	}
	value, became := t.carried(s.value, next, delta)
	if became == lost {
		return &slot{}, lost
	}
	return &slot{known: true, value: value}, became
}
