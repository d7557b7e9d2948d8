package dataflow

import (
	"maps"
	"slices"
	"strings"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// Lack is an item that a process puts out and cannot have.
type Lack struct {
	Item      string
	Flow      model.ID // that carries it out
	Elsewhere bool     // it is known to come from elsewhere
}

// Sources are the items that come from the outside or lie in stores; they are
// made once for a model.
func Sources(m *model.Model, d *dictionary.Dictionary) map[string]bool {
	out := map[string]bool{}
	for _, e := range m.OfKind(model.Entity) {
		for _, f := range m.Flows(e.ID) {
			if f.Source == e.ID {
				maps.Copy(out, d.Items(nonEmpty(f.Name)...))
			}
		}
	}
	for _, s := range m.OfKind(model.Store) {
		if e, err := dictionary.Parsed(s.Store().Contents); err == nil && e != nil {
			maps.Copy(out, d.ItemsOf(e))
		}
	}
	return out
}

func nonEmpty(name string) []string {
	if strings.TrimSpace(name) == "" {
		return nil
	}
	return []string{name}
}

// LacksOf tells what a process that is not opened puts out although it neither
// comes in, nor is created, nor follows from what comes in. There is no verdict
// (judged is false) where something that comes in is not defined.
func LacksOf(m *model.Model, d *dictionary.Dictionary, sources map[string]bool, process model.ID) (lacks []Lack, judged bool) {
	have := map[string]bool{}
	var out []*model.Relationship
	for _, e := range EndsOf(m, process) {
		if e.Direction == OutOf {
			out = append(out, e.Flow)
			continue
		}
		items, ok := ItemsOf(m, d, e.Flow)
		if !ok || e.Flow.Name != "" && !d.IsDefined(e.Flow.Name) {
			return nil, false
		}
		maps.Copy(have, items)
	}
	follows := d.From(have)
	seen := map[string]bool{}
	for _, f := range out {
		if f.Name != "" && !d.IsDefined(f.Name) {
			continue // what it holds is not known
		}
		for k, r := range RangesOf(m, d, f) {
			if r.Min > 0 && !seen[k] && !follows.Has(k) {
				seen[k] = true
				lacks = append(lacks, Lack{d.NameOf(k), f.ID, sources[k]})
			}
		}
	}
	slices.SortFunc(lacks, func(a, b Lack) int { return strings.Compare(a.Item, b.Item) })
	return lacks, true
}
