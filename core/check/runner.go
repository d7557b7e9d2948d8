package check

import (
	"runtime"
	"slices"
	"strings"
	"sync"
	"sync/atomic"

	"lexeon/core/halt"
	"lexeon/core/model"
	"lexeon/core/parallel"
)

// State is the findings of one model, immutable like the model.
type State struct {
	m         *model.Model
	analyzers []*Analyzer
	facts     *facts
	// found holds the findings of each rule by the unit they came from: the
	// subject of Each, the key of Group, "" for Whole.
	found []*units
	// late are the findings of rules that are off by themselves: they are looked for when
	// somebody asks, on the whole model. nil for others.
	late []func() *units
	// ends of all associations, while everything is checked: many rules ask for them.
	ends map[model.ID][]*model.Element
}

// Run checks a whole model with the given rules.
func Run(m *model.Model, analyzers []*Analyzer) *State { return RunUntil(nil, m, analyzers) }

// RunUntil is Run for a computation that may end before: see halt.Within.
func RunUntil(sign *halt.Sign, m *model.Model, analyzers []*Analyzer) *State {
	s := &State{m: m, analyzers: analyzers, found: make([]*units, len(analyzers))}
	byKind := map[model.Kind][]model.Row{}
	m.Each(func(r model.Row) {
		if k := kindOf(r); k != "" {
			byKind[k] = append(byKind[k], r)
		}
	})
	s.facts = newFacts(m)
	s.ends = make(map[model.ID][]*model.Element, len(byKind[model.Association]))
	for _, r := range byKind[model.Association] {
		s.ends[r.RowID()] = m.Ends(r.RowID())
	}
	for i := range analyzers {
		s.found[i] = &units{}
	}
	s.facts.ends, s.facts.byKind = s.ends, byKind
	s.runAll(sign, byKind)
	s.ends, s.facts.ends, s.facts.byKind = nil, nil, nil
	s.putOff()
	return s
}

// Update checks what a delta reaches. s belongs to the model before it, next is
// the model after it.
func (s *State) Update(next *model.Model, delta model.Delta) *State {
	return s.UpdateUntil(nil, next, delta)
}

// UpdateUntil is Update for a computation that may end before: see halt.Within.
func (s *State) UpdateUntil(sign *halt.Sign, next *model.Model, delta model.Delta) *State {
	n := &State{m: next, analyzers: s.analyzers, found: slices.Clone(s.found)}
	var changed map[Requirement]extent
	var around map[model.ID]bool
	parallel.Run(2, func(worker int) {
		if worker == 0 {
			n.facts, changed = s.facts.after(next, delta)
		} else {
			around = aroundAll(s.m, next, delta)
		}
	})
	near := s.nearTo(next, changed, around)
	order := wholeFirst(s.analyzers)
	var taken atomic.Int64
	parallel.Run(runtime.GOMAXPROCS(0), func(int) {
		for at := int(taken.Add(1)) - 1; at < len(order) && !sign.Over(); at = int(taken.Add(1)) - 1 {
			i := order[at]
			if units := s.unitsReached(i, next, delta, changed, near); len(units) > 0 {
				n.found[i] = n.rerun(sign, i, s.found[i], units)
			}
		}
	})
	sign.LookNow()
	n.putOff()
	return n
}

// wholeFirst are the numbers of all rules, those that look at the whole model before others:
// they take longest, and one that came last would keep one processor busy and the others idle.
func wholeFirst(analyzers []*Analyzer) []int {
	var whole, others []int
	for i, a := range analyzers {
		if _, is := a.Scope.(Whole); is {
			whole = append(whole, i)
		} else {
			others = append(others, i)
		}
	}
	return append(whole, others...)
}

// putOff leaves the rules that are off by themselves for later.
func (s *State) putOff() {
	s.late = make([]func() *units, len(s.analyzers))
	for i, a := range s.analyzers {
		if a.OnRequest {
			s.late[i] = sync.OnceValue(func() *units { return s.runAlone(i) })
		}
	}
}

// near are rows that rules may have to look at again, by their kind: rules ask for few kinds,
// and there are many rules.
type near struct {
	around map[model.Kind][]model.ID
	facts  map[Requirement]map[model.Kind][]model.ID // for which a fact says something else
}

func (s *State) nearTo(next *model.Model, changed map[Requirement]extent, around map[model.ID]bool) near {
	byKind := func(rows map[model.ID]bool) map[model.Kind][]model.ID {
		out := map[model.Kind][]model.ID{}
		for id := range rows {
			kind := kindIn(s.m, next, id)
			out[kind] = append(out[kind], id)
		}
		return out
	}
	n := near{byKind(around), map[Requirement]map[model.Kind][]model.ID{}}
	for fact, x := range changed {
		n.facts[fact] = byKind(x.rows)
	}
	return n
}

// unitsReached are the units of a rule that have to be run again after a change. changed
// are the facts that are not what they were.
func (s *State) unitsReached(rule int, next *model.Model, delta model.Delta, changed map[Requirement]extent, near near) map[string]bool {
	a := s.analyzers[rule]
	if a.OnRequest {
		return nil
	}
	units := reached(s.m, next, a, delta)
	switch scope := a.Scope.(type) {
	case Whole:
		if slices.ContainsFunc(a.Requires, func(r Requirement) bool { return changed[r].any() }) {
			units[""] = true
		}
		if s.staysSilent(rule, a, delta) {
			return nil
		}
	case Each:
		reach := func(rows map[model.Kind][]model.ID) {
			for _, kind := range scope.Kinds {
				for _, id := range rows[kind] {
					units[string(id)] = true
				}
			}
		}
		if scope.Around {
			reach(near.around)
		}
		for _, r := range a.Requires {
			if changed[r].all {
				eachOf(next, scope.Kinds, func(id model.ID) { units[string(id)] = true })
			}
			reach(near.facts[r])
		}
	}
	return units
}

// eachOf calls f for all rows of some kinds.
func eachOf(m *model.Model, kinds []model.Kind, f func(id model.ID)) {
	for _, k := range kinds {
		if k.IsRelationship() {
			for _, r := range m.Relationships(k) {
				f(r.ID)
			}
			continue
		}
		for _, e := range m.Elements(k) {
			f(e.ID)
		}
	}
}

// rerun runs a rule again on some units.
func (s *State) rerun(sign *halt.Sign, rule int, before *units, again map[string]bool) *units {
	a, writer := s.analyzers[rule], before.writer()
	for unit := range again {
		if sign.Over() { // whoever started this looks at it too, and ends
			break
		}
		var found []Finding
		switch scope := a.Scope.(type) {
		case Each:
			if r := s.m.Row(model.ID(unit)); r != nil && slices.Contains(scope.Kinds, kindOf(r)) {
				found = s.runEach(s.m, a, scope, r)
			}
		case Group:
			found = s.runGroup(s.m, a, scope, unit)
		case Whole:
			found = s.runWhole(s.m, a, scope)
		}
		writer.set(unit, found)
	}
	return &writer.units
}

// staysSilent: a rule that found nothing finds nothing after these changes either.
func (s *State) staysSilent(rule int, a *Analyzer, delta model.Delta) bool {
	scope, ok := a.Scope.(Whole)
	return ok && scope.Silent != nil && s.found[rule].count == 0 && !slices.ContainsFunc(delta, func(c model.RowChange) bool {
		touched := c.Old != nil && scope.Touched(c.Old) || c.New != nil && scope.Touched(c.New)
		return touched && !scope.Silent(c.Old, c.New)
	})
}

// kindIn is the kind of a row before or after a change.
func kindIn(old, next *model.Model, id model.ID) model.Kind {
	if r := next.Row(id); r != nil {
		return kindOf(r)
	}
	return kindOf(old.Row(id))
}

func reached(old, next *model.Model, a *Analyzer, delta model.Delta) map[string]bool {
	units := map[string]bool{}
	both := func(f func(m *model.Model, r model.Row)) {
		for _, c := range delta {
			if c.Old != nil {
				f(old, c.Old)
			}
			if c.New != nil {
				f(next, c.New)
			}
		}
	}
	switch scope := a.Scope.(type) {
	case Each:
		both(func(m *model.Model, r model.Row) {
			for _, reach := range scope.Reach {
				reach(m, r, func(id model.ID) { units[string(id)] = true })
			}
		})
		// A row written may also matter to what refers to it by its new or old
		// name in the other model.
		for _, c := range delta {
			for _, reach := range scope.Reach {
				if c.Old != nil {
					reach(next, c.Old, func(id model.ID) { units[string(id)] = true })
				}
			}
		}
	case Group:
		both(func(m *model.Model, r model.Row) {
			if !slices.Contains(scope.Kinds, kindOf(r)) {
				return
			}
			if key := scope.Key(m, r); key != "" {
				units[key] = true
			}
		})
	case Whole:
		both(func(m *model.Model, r model.Row) {
			if scope.Touched != nil && scope.Touched(r) && (scope.Concerns == nil || scope.Concerns(m, r)) {
				units[""] = true
			}
		})
	}
	return units
}

func (s *State) pass(m *model.Model, a *Analyzer) *Pass {
	return &Pass{Model: m, analyzer: a, facts: s.facts, known: s.ends}
}

func (s *State) runEach(m *model.Model, a *Analyzer, scope Each, r model.Row) []Finding {
	p := s.pass(m, a)
	scope.Run(p, r)
	return p.found
}

func (s *State) runGroup(m *model.Model, a *Analyzer, scope Group, key string) []Finding {
	p := s.pass(m, a)
	scope.Run(p, key, scope.Members(m, key))
	return p.found
}

func (s *State) runWhole(m *model.Model, a *Analyzer, scope Whole) []Finding {
	p := s.pass(m, a)
	scope.Run(p)
	return p.found
}

// Off is the severity of a rule that a project does not want.
const Off = Severity(model.RuleOff)

// wantedBy tells the rules that a project wants with another severity, or not at all.
func wantedBy(m *model.Model) map[string]Severity {
	out := map[string]Severity{}
	for _, s := range m.Project().Rules {
		out[s.Rule] = Severity(s.Severity)
	}
	return out
}

// Findings lists all findings that the project wants, with the severity that it gives them,
// the gravest first, then by rule, subject and key. Rules that are off by themselves are left
// out, unless the project wants them.
func (s *State) Findings() []Finding {
	return s.list(func(a *Analyzer, wanted bool) bool { return wanted || !a.OnRequest })
}

// Everything lists what Findings does, and what rules found that are off by themselves.
func (s *State) Everything() []Finding {
	return s.list(func(*Analyzer, bool) bool { return true })
}

func (s *State) list(takes func(a *Analyzer, wanted bool) bool) []Finding {
	var out []Finding
	settings := wantedBy(s.m)
	for i, units := range s.found {
		severity, wanted := settings[s.analyzers[i].Name]
		if severity == Off || !takes(s.analyzers[i], wanted) {
			continue
		}
		if late := s.late[i]; late != nil {
			units = late()
		}
		units.each(func(_ string, found []Finding) {
			out = append(out, found...)
			for k := len(out) - len(found); wanted && k < len(out); k++ {
				out[k].Severity = severity
			}
		})
	}
	slices.SortFunc(out, func(a, b Finding) int {
		if c := a.Severity.Rank() - b.Severity.Rank(); c != 0 {
			return c
		}
		return strings.Compare(a.ID(), b.ID())
	})
	findCauses(out)
	return out
}

// Of lists the findings about a row: those whose subject it or one of its parts
// is, or, for a relationship, one of its ends; and those about several elements
// of which it is one.
func (s *State) Of(id model.ID) []Finding {
	var out []Finding
	for _, f := range s.Findings() {
		subject := s.m.Element(f.Subject)
		oneOfSeveral := subject != nil && !subject.Kind.IsPart() && slices.Contains(f.Related, id)
		if f.Subject == id || oneOfSeveral || ownedBy(s.m, f.Subject, id) {
			out = append(out, f)
		}
	}
	return out
}

func ownedBy(m *model.Model, part, owner model.ID) bool {
	for e := m.Element(part); e != nil && e.Owner != ""; e = m.Element(e.Owner) {
		if e.Owner == owner {
			return true
		}
	}
	return false
}

// Diff compares two lists of findings by identity and basis.
func Diff(old, next []Finding) (appeared, disappeared []Finding) {
	type key struct{ id, basis string }
	was, is := map[key]bool{}, map[key]bool{}
	for _, f := range old {
		was[key{f.ID(), f.Basis}] = true
	}
	for _, f := range next {
		is[key{f.ID(), f.Basis}] = true
		if !was[key{f.ID(), f.Basis}] {
			appeared = append(appeared, f)
		}
	}
	for _, f := range old {
		if !is[key{f.ID(), f.Basis}] {
			disappeared = append(disappeared, f)
		}
	}
	return appeared, disappeared
}
