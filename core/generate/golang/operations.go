package golang

import (
	"maps"
	"slices"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// method is an operation with its Go name, its parameters and its results, beside which it
// returns an error.
type method struct {
	ID       model.ID
	Name     string
	Params   []parameter
	Results  []*typeExpr
	Doc      string
	Label    string // as it is told when it is not written
	Static   bool
	abstract bool
	private  bool
}

// like reports whether two methods have identical types, which is what Go compares.
func (mt *method) like(o *method) bool {
	return slices.EqualFunc(mt.Params, o.Params, func(a, b parameter) bool { return a.Type.is(b.Type) }) &&
		slices.EqualFunc(mt.Results, o.Results, (*typeExpr).is)
}

// ownMethods names the operations of a type. Go has no overloads: of several
// operations of one name the later ones are numbered, and that is told. Embedded are fields of structs that have
// methods of several generals.
func (g *generator) ownMethods(t *generate.Type, embedded names) []*method {
	used := names{}
	if t.Kind.HasInstances() {
		used = g.reserved(t)
	}
	maps.Copy(used, embedded)
	var out []*method
	for _, o := range t.Operations {
		if o.Data.Constructor {
			continue
		}
		private := o.Data.Visibility == model.Private || o.Data.Visibility == model.Protected || o.Data.Visibility == model.Package
		want := exported(o.Name, "Operation")
		if private && t.Kind != model.Interface {
			want = unexported(o.Name, "operation")
		}
		name := used.take(want)
		if embedded[want] {
			g.renamed(t, t.Name+"."+o.Name, name, want)
		} else if name != want {
			g.note(t, "%s.%s is overloaded; Go has no overloads, so it became %s", t.Name, o.Name, name)
		}
		mt := g.signature(t, o)
		mt.Name, mt.private = name, private && t.Kind != model.Interface
		mt.Doc = sentence(name, o.Definition, "is not written yet.")
		if mt.Static {
			mt.Name = g.used.take(g.struct_[t] + exported(o.Name, "Operation"))
			mt.Doc = sentence(mt.Name, o.Definition, "is not written yet.")
		}
		out = append(out, mt)
	}
	return out
}

func (g *generator) signature(t *generate.Type, o *generate.Operation) *method {
	mt := &method{ID: o.ID, Label: t.Name + "." + o.Name, Static: o.Data.Static, abstract: o.Data.Abstract}
	if o.HasResult {
		mt.Results = append(mt.Results, g.typeOf(o.Result))
	}
	params := names{}
	for _, p := range o.Params {
		name := params.take(unexported(p.Name, "value"))
		typ := g.typeOf(p.Type)
		if p.Direction != model.Out {
			mt.Params = append(mt.Params, parameter{name, typ})
		}
		if p.Direction != model.In {
			mt.Results = append(mt.Results, typ)
		}
	}
	return mt
}

// inherited lists the methods of all generals that a struct does not define
// itself, nearest first, each name once.
func (g *generator) inherited(t *generate.Type) []*method {
	seen := map[string]bool{}
	for _, mt := range g.methods[t] {
		seen[mt.Name] = true
	}
	var out []*method
	for _, a := range generate.Ancestors(t) {
		for _, mt := range g.methods[a] {
			if !mt.Static && !seen[mt.Name] {
				seen[mt.Name] = true
				out = append(out, mt)
			}
		}
	}
	return out
}

// missing are the inherited methods that the struct has to define anew: those
// that are abstract above, and, below several generals, all of them, since Go
// would find them twice.
func (g *generator) missing(t *generate.Type) []*method {
	var out []*method
	for _, mt := range g.inherited(t) {
		if mt.abstract && !t.Abstract || len(t.Generals) > 1 && !mt.abstract {
			c := *mt
			c.Doc = c.Name + " is not written yet."
			c.abstract = false
			out = append(out, &c)
		}
	}
	return out
}

// offered is everything that can be called on a struct, by name.
func (g *generator) offered(t *generate.Type) map[string]*method {
	out := map[string]*method{}
	for _, mt := range g.inherited(t) {
		out[mt.Name] = mt
	}
	for _, mt := range g.methods[t] {
		if !mt.Static && !(mt.abstract && t.Abstract) {
			out[mt.Name] = mt
		}
	}
	return out
}

// demanded is what an interface asks for, its generals included, by name.
func (g *generator) demanded(t *generate.Type) map[string]*method {
	out := map[string]*method{}
	for _, i := range append([]*generate.Type{t}, generate.Ancestors(t)...) {
		for _, mt := range g.methods[i] {
			if _, ok := out[mt.Name]; !ok && !mt.Static {
				out[mt.Name] = mt
			}
		}
	}
	return out
}
