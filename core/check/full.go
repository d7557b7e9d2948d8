package check

import (
	"runtime"
	"slices"
	"sync"
	"sync/atomic"

	"lexeon/core/halt"
	"lexeon/core/model"
	"lexeon/core/parallel"
)

// batch is some rows that stand close together: classifiers, which are visited with all
// of their parts, or relationships. All rules visit one batch before they go on to the
// next, so that what one has read is still at hand for the others.
type batch struct {
	kind model.Kind
	rows []model.Row
}

const batchSize = 24 // classifiers, or ten times as many rows of other kinds

// inClassifiers are the kinds that only classifiers and their parts own.
var inClassifiers = map[model.Kind]bool{
	model.Attribute: true, model.Operation: true, model.Parameter: true, model.Literal: true, model.UnreadLine: true, model.GeneralizationSet: true,
}

// batches divides rows; no row is in two, parts of classifiers come with these.
func batches(byKind map[model.Kind][]model.Row) []batch {
	var out []batch
	for kind, rows := range byKind {
		size := 10 * batchSize
		if kind.IsClassifier() {
			size = batchSize
		}
		if inClassifiers[kind] {
			continue
		}
		for chunk := range slices.Chunk(rows, size) {
			out = append(out, batch{kind, chunk})
		}
	}
	return out
}

// all are the rows of a batch by kind, with the parts of classifiers.
func (b batch) all(m *model.Model) map[model.Kind][]model.Row {
	out := map[model.Kind][]model.Row{b.kind: b.rows}
	if !b.kind.IsClassifier() {
		return out
	}
	var add func(owner model.ID)
	add = func(owner model.ID) {
		for _, part := range m.Children(owner) {
			if inClassifiers[part.Kind] {
				out[part.Kind] = append(out[part.Kind], part)
				add(part.ID)
			}
		}
	}
	for _, r := range b.rows {
		add(r.RowID())
	}
	return out
}

// result is what a rule found in one unit.
type result struct {
	rule  int
	unit  string
	found []Finding
}

// runAll runs all rules on everything. They share nothing but the model, which does
// not change, so they run side by side.
func (s *State) runAll(sign *halt.Sign, byKind map[model.Kind][]model.Row) {
	list := batches(byKind)
	var whole []int // rules that do not visit row by row
	each := map[model.Kind][]int{}
	for i, a := range s.analyzers {
		if a.OnRequest {
			continue
		}
		if scope, ok := a.Scope.(Each); ok {
			for _, k := range scope.Kinds {
				each[k] = append(each[k], i)
			}
		} else {
			whole = append(whole, i)
		}
	}
	needed := s.required(byKind)
	writers := make([]*unitWriter, len(s.analyzers))
	for i := range writers {
		writers[i] = (&units{}).writer()
	}
	var taken atomic.Int64
	var keeping sync.Mutex
	parallel.Run(runtime.GOMAXPROCS(0), func(int) {
		var results []result
		for {
			job := int(taken.Add(1)) - 1
			switch {
			case sign.Over():
				return
			case job < len(needed): // first, since rules would wait for each other's
				s.facts.get(needed[job])
			case job < len(needed)+len(whole):
				results = s.runOther(whole[job-len(needed)], byKind, results)
			case job < len(needed)+len(whole)+len(list):
				results = s.runBatch(list[job-len(needed)-len(whole)], each, results)
			default:
				keeping.Lock()
				defer keeping.Unlock()
				for _, r := range results {
					writers[r.rule].set(r.unit, r.found)
				}
				return
			}
		}
	})
	for i, w := range writers {
		s.found[i] = &w.units
	}
	sign.LookNow()
}

// required are the facts that rules read which visit rows, where there are such rows. Those
// that others of them are found from are left out: they come with these, and whoever asked
// for one that is on its way would wait. Those behind most others come first.
func (s *State) required(byKind map[model.Kind][]model.Row) []Requirement {
	named := map[Requirement]bool{}
	for _, a := range s.analyzers {
		scope, ok := a.Scope.(Each)
		if !ok || a.OnRequest || !slices.ContainsFunc(scope.Kinds, func(k model.Kind) bool { return len(byKind[k]) > 0 }) {
			continue
		}
		for _, r := range a.Requires {
			named[r] = true
		}
	}
	var out []Requirement
	comes := map[Requirement]bool{} // with another
	for _, t := range slices.Backward(allFacts) {
		if named[t] && !comes[t] {
			out = append(out, t)
		}
		for _, n := range t.needed() {
			comes[n] = comes[n] || comes[t] || named[t]
		}
	}
	return out
}

func (s *State) runBatch(b batch, each map[model.Kind][]int, results []result) []result {
	for kind, list := range b.all(s.m) {
		for _, i := range each[kind] {
			p := s.pass(s.m, s.analyzers[i])
			run := s.analyzers[i].Scope.(Each).Run
			for _, r := range list {
				if run(p, r); p.found != nil {
					results = append(results, result{i, string(r.RowID()), p.found})
					p.found = nil
				}
			}
		}
	}
	return results
}

// runOther runs a rule on groups or on the whole.
func (s *State) runOther(i int, byKind map[model.Kind][]model.Row, results []result) []result {
	m, a := s.m, s.analyzers[i]
	keep := func(unit string, found []Finding) {
		if len(found) > 0 {
			results = append(results, result{i, unit, found})
		}
	}
	switch scope := a.Scope.(type) {
	case Group:
		size := map[string]int{}
		for _, k := range scope.Kinds {
			for _, r := range byKind[k] {
				if key := scope.Key(m, r); key != "" {
					size[key]++
				}
			}
		}
		for key, n := range size {
			if n > 1 || !scope.Several {
				keep(key, s.runGroup(m, a, scope, key))
			}
		}
	case Whole:
		keep("", s.runWhole(m, a, scope))
	}
	return results
}

// runAlone runs one rule on everything.
func (s *State) runAlone(i int) *units {
	byKind := map[model.Kind][]model.Row{}
	s.m.Each(func(r model.Row) {
		if k := kindOf(r); k != "" {
			byKind[k] = append(byKind[k], r)
		}
	})
	var results []result
	if scope, ok := s.analyzers[i].Scope.(Each); ok {
		for _, k := range scope.Kinds {
			for _, r := range byKind[k] {
				if found := s.runEach(s.m, s.analyzers[i], scope, r); len(found) > 0 {
					results = append(results, result{i, string(r.RowID()), found})
				}
			}
		}
	} else {
		results = s.runOther(i, byKind, results)
	}
	w := (&units{}).writer()
	for _, r := range results {
		w.set(r.unit, r.found)
	}
	return &w.units
}
