package check

import "hash/maphash"

// units are the findings of one rule by the unit they came from. They are shared from
// check to check: one that is written to copies only the part of it that it writes.
type units struct {
	parts [unitParts]map[string][]Finding
	count int
}

const unitParts = 64

var unitSeed = maphash.MakeSeed()

func partOf(unit string) int { return int(maphash.String(unitSeed, unit) % unitParts) }

func (u *units) each(f func(unit string, found []Finding)) {
	for _, part := range u.parts {
		for unit, found := range part {
			f(unit, found)
		}
	}
}

// unitWriter writes to a copy of units.
type unitWriter struct {
	units
	own [unitParts]bool
}

func (u *units) writer() *unitWriter { return &unitWriter{units: *u} }

// set puts the findings of a unit; none takes it away.
func (w *unitWriter) set(unit string, found []Finding) {
	i := partOf(unit)
	_, known := w.parts[i][unit]
	if !known && len(found) == 0 {
		return
	}
	if !w.own[i] {
		next := make(map[string][]Finding, len(w.parts[i])+1)
		for k, v := range w.parts[i] {
			next[k] = v
		}
		w.parts[i], w.own[i] = next, true
	}
	switch {
	case len(found) == 0:
		delete(w.parts[i], unit)
		w.count--
	default:
		w.parts[i][unit] = found
		if !known {
			w.count++
		}
	}
}
