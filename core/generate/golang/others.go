package golang

import (
	"maps"
	"strconv"

	"lexeon/core/generate"
	"lexeon/core/model"
)

type constant struct {
	ID              model.ID
	Name, Text, Doc string
	Value           any  // string or int64
	First           bool // the first of its value: only it can stand in a switch
}

type enumerationFile struct {
	Package, Name, Doc, Base string
	Receiver                 string
	Constants                []constant
	Methods                  []*method
	Imports                  []string
}

// enumeration lays out typed constants. If every literal has a coded value that
// is a whole number, the constants have these; if some have other values, the
// type is a string; without any values they count from 1.
func (g *generator) enumeration(t *generate.Type) enumerationFile {
	im := imports{"fmt": true}
	f := enumerationFile{Package: g.pkg, Name: g.ref[t], Receiver: g.receiver(t)}
	f.Doc = sentence(f.Name, t.Definition, "is an enumeration of the model.")
	f.Base = g.baseOf(t)
	f.Constants = g.constants(t)
	for _, mt := range g.methods[t] {
		if mt.Static || mt.Name == "String" {
			continue
		}
		im.methods(mt)
		f.Methods = append(f.Methods, mt)
	}
	f.Imports = im.list()
	return f
}

// codes reports whether the literals of an enumeration have values, and whether all are whole numbers.
func codes(t *generate.Type) (coded, whole bool) {
	whole = true
	for _, l := range t.Literals {
		coded = coded || l.Value != ""
		if n, err := strconv.ParseInt(l.Value, 10, 32); err != nil || strconv.FormatInt(n, 10) != l.Value {
			whole = false
		}
	}
	return coded, whole
}

func (g *generator) baseOf(t *generate.Type) string {
	if coded, whole := codes(t); coded && !whole || !coded && g.texts {
		return "string"
	}
	return "int"
}

// constants are those of an enumeration, named once.
func (g *generator) constants(t *generate.Type) []constant {
	if known, ok := g.literal[t]; ok {
		return known
	}
	coded, _ := codes(t)
	base := g.baseOf(t)
	seen := map[any]bool{}
	var out []constant
	for i, l := range t.Literals {
		c := constant{ID: l.ID, Name: g.used.take(g.ref[t] + exported(l.Name, "Literal")), Text: l.Name, Doc: l.Definition}
		g.renamed(t, t.Name+"."+l.Name, c.Name, g.ref[t]+exported(l.Name, "Literal"))
		switch {
		case base == "string" && l.Value != "":
			c.Value = l.Value
		case base == "string":
			c.Value = l.Name
		case coded:
			c.Value, _ = strconv.ParseInt(l.Value, 10, 32)
		default:
			c.Value = int64(i + 1)
		}
		c.First = !seen[c.Value]
		seen[c.Value] = true
		out = append(out, c)
	}
	g.literal[t] = out
	return out
}

type interfaceFile struct {
	Package, Name, Doc string
	Embeds             []string
	Methods            []*method
	Imports            []string
}

func (g *generator) interfaceOf(t *generate.Type) interfaceFile {
	im := imports{}
	f := interfaceFile{Package: g.pkg, Name: g.ref[t]}
	f.Doc = sentence(f.Name, t.Definition, "is an interface of the model.")
	inherited := map[string]*method{}
	for _, gen := range t.Generals {
		fits := true
		for name, mt := range g.demanded(gen) {
			if other, ok := inherited[name]; ok && !other.like(mt) {
				fits = false
			}
		}
		for _, mt := range g.methods[t] {
			if other, ok := g.demanded(gen)[mt.Name]; ok && !other.like(mt) {
				fits = false
			}
		}
		if !fits || gen.Kind != t.Kind {
			g.note(t, "%s cannot embed %s: they ask for different operations of one name", t.Name, gen.Name)
			continue
		}
		maps.Copy(inherited, g.demanded(gen))
		f.Embeds = append(f.Embeds, g.ref[gen])
	}
	for _, mt := range g.methods[t] {
		if mt.Static {
			continue
		}
		im.methods(mt)
		f.Methods = append(f.Methods, mt)
	}
	f.Imports = im.list()
	return f
}
