package dictionary

import "lexeon/core/model"

// derived is an entry that is worked out from others.
type derived struct {
	needs  []string // keys of the atoms that it is worked out from
	serves []string // keys of what is worked out from it
}

// derive notes what is worked out from what.
func (d *Dictionary) derive() {
	d.derived, d.created = map[string]*derived{}, map[string]bool{}
	at := func(key string) *derived {
		if d.derived[key] == nil {
			d.derived[key] = &derived{}
		}
		return d.derived[key]
	}
	for key, e := range d.entries {
		switch e.Data.Source {
		case model.CreatedHere:
			d.created[key] = true
		case model.DerivedFrom:
			atoms := map[string]bool{}
			for _, from := range e.Data.From {
				for atom := range d.Items(from) {
					atoms[atom] = true
				}
			}
			if len(atoms) == 0 && len(e.Data.From) > 0 { // from nothing but fixed values
				d.created[key] = true
			}
			for atom := range atoms {
				at(key).needs = append(at(key).needs, atom)
				at(atom).serves = append(at(atom).serves, key)
			}
		}
	}
}

// Following tells what follows from a set of items: what processes create, and what is
// worked out from items that are all there. It looks only at what it is asked for.
type Following struct {
	d       *Dictionary
	set     map[string]bool
	settled map[string]bool // of what is worked out, whether it follows
}

// From is what follows from a set of items.
func (d *Dictionary) From(set map[string]bool) *Following {
	return &Following{d: d, set: set, settled: map[string]bool{}}
}

// Has reports whether an item is in the set or follows from it. The least set is meant, as
// definitions go: what is only worked out from itself does not follow.
func (f *Following) Has(key string) bool {
	if f.set[key] || f.d.created[key] {
		return true
	}
	if e := f.d.derived[key]; e == nil || len(e.needs) == 0 {
		return false
	}
	if _, known := f.settled[key]; !known {
		f.settle(key)
	}
	return f.settled[key]
}

// settle decides a key with all that it is worked out from, from the bottom up.
func (f *Following) settle(key string) {
	open := map[string]bool{key: true}
	var todo []string // what is there, and may make something else follow
	for list := []string{key}; len(list) > 0; {
		k := list[len(list)-1]
		list = list[:len(list)-1]
		for _, need := range f.d.derived[k].needs {
			follows, decided := f.settled[need]
			switch {
			case follows || f.set[need] || f.d.created[need]:
				todo = append(todo, need)
			case !decided && !open[need] && len(f.d.derived[need].needs) > 0:
				open[need] = true
				list = append(list, need)
			}
		}
	}
	there, counted := map[string]int{}, map[string]bool{}
	for len(todo) > 0 {
		k := todo[len(todo)-1]
		todo = todo[:len(todo)-1]
		if counted[k] {
			continue
		}
		counted[k] = true
		for _, next := range f.d.derived[k].serves {
			if there[next]++; open[next] && there[next] == len(f.d.derived[next].needs) {
				f.settled[next] = true
				todo = append(todo, next)
			}
		}
	}
	for k := range open {
		if !f.settled[k] {
			f.settled[k] = false
		}
	}
}
