package dictionary

import "lexeon/core/model"

// derived is an entry that is worked out from others.
type derived struct {
	needs  []string // keys of the atoms that it is worked out from
	serves []string // keys of what is worked out from it
}

// derive notes what is worked out from what.
func (d *Dictionary) derive() {
	d.derived = map[string]*derived{}
	at := func(key string) *derived {
		if d.derived[key] == nil {
			d.derived[key] = &derived{}
		}
		return d.derived[key]
	}
	for key, e := range d.entries {
		switch e.Data.Source {
		case model.CreatedHere:
			d.created = append(d.created, key)
		case model.DerivedFrom:
			atoms := map[string]bool{}
			for _, from := range e.Data.From {
				for atom := range d.Items(from) {
					atoms[atom] = true
				}
			}
			if len(atoms) == 0 && len(e.Data.From) > 0 { // from nothing but fixed values
				d.created = append(d.created, key)
			}
			for atom := range atoms {
				at(key).needs = append(at(key).needs, atom)
				at(atom).serves = append(at(atom).serves, key)
			}
		}
	}
}

// Closure adds to a set of items what follows from it: what processes create, and what
// is worked out from items that are all there. The least superset, as definitions go. It
// takes as long as what it adds is long.
func (d *Dictionary) Closure(set map[string]bool) map[string]bool {
	out := make(map[string]bool, len(set)+len(d.created))
	todo := make([]string, 0, len(set)+len(d.created))
	add := func(key string) {
		if !out[key] {
			out[key] = true
			todo = append(todo, key)
		}
	}
	for key := range set {
		add(key)
	}
	for _, key := range d.created {
		add(key)
	}
	there := map[string]int{} // of what is worked out, how much of what it needs is there
	for len(todo) > 0 {
		key := todo[len(todo)-1]
		todo = todo[:len(todo)-1]
		if d.derived[key] == nil {
			continue
		}
		for _, next := range d.derived[key].serves {
			if there[next]++; there[next] == len(d.derived[next].needs) {
				add(next)
			}
		}
	}
	return out
}
