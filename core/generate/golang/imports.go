package golang

import (
	"maps"
	"slices"
)

// imports collects the paths of the packages that a file needs.
type imports map[string]bool

func (im imports) add(path string) {
	if path != "" {
		im[path] = true
	}
}

// typ notes what a type needs, and returns it.
func (im imports) typ(t *typeExpr) *typeExpr {
	for of := t; of != nil; of = of.Of {
		im.add(of.Import)
	}
	return t
}

// value notes what a value needs, and returns it.
func (im imports) value(v value) value {
	if v.Call != nil {
		im.add(v.Call.Import)
		for _, a := range v.Call.Args {
			im.value(a)
		}
	}
	return v
}

// methods notes what the parameters and results of methods need.
func (im imports) methods(list ...*method) {
	for _, mt := range list {
		for _, p := range mt.Params {
			im.typ(p.Type)
		}
		for _, r := range mt.Results {
			im.typ(r)
		}
	}
}

func (im imports) list() []string { return slices.Sorted(maps.Keys(im)) }
