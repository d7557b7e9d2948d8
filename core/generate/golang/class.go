package golang

import (
	"slices"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/generate/code"
	"lexeon/core/model"
)

type field struct {
	ID   model.ID
	Name string
	Type *typeExpr
	Doc  string
}

type accessor struct {
	ID    model.ID
	Name  string
	Type  *typeExpr
	Field string
	Doc   string
}

// derived is a method in the place of an attribute that is not kept.
type derived struct {
	ID    model.ID
	Name  string
	Type  *typeExpr
	Label string // as it is told when it is not written
	Doc   string
}

type classFile struct {
	Package    string
	Imports    []string
	Interface  string // name of the interface beside the struct, if any
	Contract   []*method
	InterDoc   string
	Struct     string
	Receiver   string
	Doc        string
	Embeds     []string
	Fields     []field
	Statics    []field
	New        string
	NewDoc     string
	Params     []parameter
	Shared     []assign // what embedded structs have in common, as variables of the constructor
	Joins      bool     // several of what is embedded have something in common
	Assign     []assign
	Getters    []accessor
	Setters    []accessor
	Derived    []derived
	Ends       []*end
	Linked     []linked
	LinkTypes  []*typeExpr // of the parameters of Linked
	Links      []string    // what the interface asks for besides
	Guards     []*code.Guard
	Forwards   []forward
	Self       string // the field for the object of which the struct is a part; and what gives it
	AsSelf     string
	Abstract   bool
	Selves     []string // ways to the fields for itself in what is embedded
	Disposes   []string // embedded structs that see to links
	Sees       bool     // it sees to links by itself
	PartOf     []string // embedded structs that know whether it is a part
	SaysPart   bool
	Methods    []*method
	Statical   []*method
	Makers     []*method
	Markers    []string
	OwnMarker  string
	Assertions []string
}

// class lays out the file of a class or data type, once.
func (g *generator) class(t *generate.Type) classFile {
	c, ok := g.classes[t]
	if !ok {
		c = g.layOut(t)
		g.classes[t] = c
	}
	return c
}

func (g *generator) layOut(t *generate.Type) classFile {
	im := imports{}
	c := classFile{Package: g.pkg, Struct: g.struct_[t], Receiver: g.receiver(t)}
	c.Doc = strings.Join(append([]string{sentence(c.Struct, t.Definition, "is a "+t.Kind.Title()+" of the model.")}, t.Unheld...), "\n")
	if t.Polymorphic() {
		c.Interface = g.ref[t]
		c.InterDoc = c.Interface + " is any " + t.Name + ", whatever kind of it."
		c.OwnMarker = "is" + c.Interface
		c.Links = append(g.linkContract(t), meOf(c.Interface)+"() "+c.Interface)
		c.Self, c.AsSelf, c.Abstract = selfOf(c.Interface), meOf(c.Interface), t.Abstract
		seen := map[string]bool{}
		for _, mt := range append(g.publicMethods(t), g.inheritedPublic(t)...) {
			if !seen[mt.Name] {
				seen[mt.Name] = true
				c.Contract = append(c.Contract, mt)
			}
		}
	}
	// Methods are named before fields: interfaces are met by method names.
	members := g.reserved(t)
	for _, mt := range append(g.inherited(t), g.methods[t]...) {
		members[mt.Name] = true
	}
	for _, a := range append([]*generate.Type{t}, generate.Ancestors(t)...) {
		members[g.struct_[a]] = true // embedded structs are fields too
		if a.Polymorphic() {
			marker := "is" + g.ref[a]
			c.Markers = append(c.Markers, marker)
			members[marker] = true
		}
	}
	params := names{c.Receiver: true} // what is made is called as its methods call it
	making := im                      // what the constructor needs
	if t.Abstract {
		making = imports{} // there is none
	}
	param := func(name string, typ *typeExpr) value {
		p := params.take(name)
		c.Params = append(c.Params, parameter{p, making.typ(typ)})
		return value{Param: p}
	}
	done := map[*generate.Type]bool{}
	shares := &sharing{g: g, im: making, param: param, take: params.take, made: map[*generate.Type]string{}}
	embed := func(gen *generate.Type) {
		name := g.struct_[gen]
		if g.shared[gen] {
			c.Embeds = append(c.Embeds, "*"+name)
		} else {
			c.Embeds = append(c.Embeds, name)
		}
		if v, is := shares.embed(gen); is {
			c.Assign = append(c.Assign, assign{Field: name, Value: v, General: gen})
		}
	}
	besides := joined(t)
	selves := map[*generate.Type]bool{}
	for _, gen := range t.Generals {
		name := g.struct_[gen]
		c.Linked = append(c.Linked, g.embeddedLinks(gen, []string{name}, done, making, param)...)
		c.Selves = append(c.Selves, g.selves(t, gen, name, selves)...)
		if hasLinks(gen) {
			c.Disposes = append(c.Disposes, name)
		}
		if g.isPart(gen) {
			c.PartOf = append(c.PartOf, name)
		}
		embed(gen)
	}
	for _, gen := range besides {
		embed(gen)
	}
	if c.Shared = shares.Made; len(comeToTwice(t)) > 0 && len(c.Disposes) > 1 {
		c.Joins, im["slices"] = true, true
	}
	fields := g.attributes(t, &c, members, im, param)
	g.ends(t, &c, members, im, param)
	g.guards(t, &c, fields, im)
	c.Sees = len(c.Ends)+len(t.Constraints) > 0 || len(c.Disposes) > 1
	c.SaysPart = g.isPart(t) && (len(c.PartOf) > 1 || slices.ContainsFunc(c.Ends, func(e *end) bool { return e.OwnedBy }))
	c.Forwards = g.forwards(t, c.Receiver)
	if !t.Abstract { // nothing is made of an abstract class
		c.New = g.used.take("New" + c.Struct)
		c.NewDoc = c.New + " makes one, with what it cannot be without."
	}
	for _, mt := range append(g.methods[t], g.missing(t)...) {
		switch {
		case mt.Static:
			c.Statical = append(c.Statical, mt)
		case !mt.abstract || !t.Abstract:
			c.Methods = append(c.Methods, mt)
		default:
			continue // nothing is written of it here
		}
		im.methods(mt)
	}
	im.methods(c.Contract...)
	g.makers(t, &c, im)
	g.assertions(t, &c)
	c.Imports = im.list()
	return c
}

// newParam adds a parameter to a constructor, under a name of its own.
type newParam func(name string, typ *typeExpr) value

// embeddedLinks are the links that the constructor of a specific makes for a general, each once: what is given
// becomes a parameter.
func (g *generator) embeddedLinks(t *generate.Type, way []string, done map[*generate.Type]bool, im imports, param newParam) (out []linked) {
	if done[t] {
		return nil
	}
	done[t] = true
	c := g.class(t)
	for _, gen := range t.Generals {
		out = append(out, g.embeddedLinks(gen, append(slices.Clone(way), g.struct_[gen]), done, im, param)...)
	}
	own := c.Linked[len(c.Linked)-len(c.LinkTypes):]
	for i, l := range own {
		l.On, l.Param = way, param(l.Param, c.LinkTypes[i]).Param
		out = append(out, l)
	}
	return out
}

// selves are the ways to the fields for the object itself in a struct that is embedded in it: where it is
// what the general asks for.
func (g *generator) selves(of, t *generate.Type, way string, done map[*generate.Type]bool) (out []string) {
	if done[t] {
		return nil
	}
	done[t] = true
	if t.Polymorphic() && g.covers(of, g.contractOf(t)) {
		out = append(out, way+"."+selfOf(g.ref[t]))
	} else if t.Polymorphic() && !of.Abstract {
		g.note(of, "%s does not offer what %s asks for: what refers to any %s cannot refer to it", of.Name, t.Name, t.Name)
	}
	for _, gen := range t.Generals {
		out = append(out, g.selves(of, gen, way+"."+g.struct_[gen], done)...)
	}
	return out
}

func (g *generator) publicMethods(t *generate.Type) []*method {
	var out []*method
	for _, mt := range g.methods[t] {
		if !mt.Static && !mt.private {
			out = append(out, mt)
		}
	}
	return out
}

func (g *generator) inheritedPublic(t *generate.Type) []*method {
	var out []*method
	for _, mt := range g.inherited(t) {
		if !mt.private {
			out = append(out, mt)
		}
	}
	return out
}

// attributes lays out the fields, and gives their names.
func (g *generator) attributes(t *generate.Type, c *classFile, members names, im imports, param newParam) map[*generate.Member]string {
	fields := map[*generate.Member]string{}
	for _, a := range t.Attributes {
		typ := im.typ(g.typeOf(a.Type))
		d := a.Data
		doc := a.Definition
		if a.Type.Unknown != "" {
			doc = strings.TrimSpace(doc + "\nTODO: its type " + a.Type.Unknown + " is not known in the model.")
		}
		if d.Identifier {
			doc = strings.TrimSpace("Identifies the " + t.Name + ".\n" + doc)
		}
		doc = strings.TrimSpace(doc + "\n" + strings.Join(a.Unheld, "\n"))
		if d.Multiplicity.State == model.Undecided {
			doc = strings.TrimSpace(doc + "\nTODO: it is not decided how many there are.")
		}
		public := d.Visibility == model.Public || d.Visibility == ""
		switch {
		case d.Derived:
			name := members.take(exported(a.Name, "Value"))
			c.Derived = append(c.Derived, derived{ID: a.ID, Name: name, Type: typ, Label: t.Name + "." + a.Name, Doc: sentence(name, a.Definition, "is derived, and not written yet.")})
			continue
		case d.Static:
			name := g.used.take(g.struct_[t] + exported(a.Name, "Value"))
			c.Statics = append(c.Statics, field{a.ID, name, typ, sentence(name, doc, "belongs to all of "+t.Name+".")})
			continue
		}
		name := exported(a.Name, "Value")
		hidden := !public || d.ReadOnly || t.Accessors || g.byMethods
		if hidden {
			name = unexported(a.Name, "value")
		}
		want := name
		if hidden {
			want = uncapitalized(a.Name, "value")
		}
		name = members.take(name)
		g.renamed(t, t.Name+"."+a.Name, name, want)
		c.Fields = append(c.Fields, field{a.ID, name, typ, doc})
		fields[a], g.fields[a] = name, name
		if hidden && (public || t.Accessors) {
			getter := members.take(exported(a.Name, "Value"))
			c.Getters = append(c.Getters, accessor{a.ID, getter, typ, name, getter + " of the " + t.Name + "."})
			if !d.ReadOnly {
				setter := members.take("Set" + exported(a.Name, "Value"))
				c.Setters = append(c.Setters, accessor{a.ID, setter, typ, name, setter + " changes the " + a.Name + "."})
			}
		}
		switch v, ok := defaultValue(d.Default, typ); {
		case ok:
			c.Assign = append(c.Assign, assign{Field: name, Value: im.value(v)})
		case d.Default != "":
			c.Fields[len(c.Fields)-1].Doc = strings.TrimSpace(doc + "\nTODO: the model gives the default " + d.Default)
		case !a.Type.Many && !a.Type.Optional:
			c.Assign = append(c.Assign, assign{Field: name, Value: param(unexported(a.Name, "value"), typ), Type: typ})
		}
	}
	return fields
}

func (g *generator) ends(t *generate.Type, c *classFile, members names, im imports, param newParam) {
	for i, e := range allEnds(t) {
		x := g.end(t, e, i >= len(t.Ends), members, c.Receiver)
		doc := e.Doc(t.Name)
		if e.Open() {
			question := e.Question
			if question == "" {
				question = "how many " + model.Plural(e.Name) + " for each " + t.Name + "?"
			}
			doc = append(doc, "TODO: not decided: "+question)
		}
		if len(e.Qualifiers) > 0 && len(keysOf(e)) == 0 {
			doc = append(doc, "TODO: found by "+strings.Join(e.Qualifiers, ", ")+", which is not kept here.")
			g.note(t, "%s.%s is found by %s, which is no attribute of %s that can be compared: that is not kept", t.Name, e.Name, strings.Join(e.Qualifiers, ", "), e.Type.Name)
		}
		x.Doc = strings.Join(append(doc, e.Unheld...), "\n")
		typ := x.Type
		if x.Many {
			typ = listOf(typ)
			im["slices"] = true
			if x.Iterates = g.iterators; x.Iterates && !x.Hidden {
				im["iter"] = true
			}
		}
		c.Fields = append(c.Fields, field{e.ID, x.Field, typ, x.Doc})
		c.Ends = append(c.Ends, x)
		switch {
		case x.Hidden || x.Many:
		case e.Afterwards:
			g.note(t, "%s and %s need each other from the beginning; %s.%s is set after construction", t.Name, e.Type.Name, t.Name, e.Name)
		case e.Mandatory() && x.Inverse == nil:
			c.Assign = append(c.Assign, assign{Field: x.Field, Value: param(unexported(e.Name, "other"), x.Type), Type: x.Type})
		case e.Mandatory():
			l := linked{Set: x.Set, Param: param(unexported(e.Name, "other"), x.Type).Param, Unlink: x.Unlink, InverseUnlink: x.Inverse.Unlink, Me: g.me(t, ""), Fails: x.SetFails}
			c.Linked = append(c.Linked, l)
			c.LinkTypes = append(c.LinkTypes, x.Type)
		}
	}
}

// makers are the constructors that the model lists.
func (g *generator) makers(t *generate.Type, c *classFile, im imports) {
	if t.Abstract {
		return
	}
	for _, o := range t.Operations {
		if !o.Data.Constructor {
			continue
		}
		mt := g.signature(t, &generate.Operation{Name: o.Name, Params: o.Params})
		mt.Name, mt.Results = g.used.take("Make"+c.Struct), nil // what is made is the result
		mt.Doc = sentence(mt.Name, o.Definition, "is a constructor that the model lists; it is not written yet.")
		im.methods(mt)
		c.Makers = append(c.Makers, mt)
	}
}

// assertions prove at compile time that the struct is what the model says.
func (g *generator) assertions(t *generate.Type, c *classFile) {
	if t.Abstract {
		return
	}
	if c.Interface != "" {
		c.Assertions = append(c.Assertions, c.Interface)
	}
	for _, a := range generate.Ancestors(t) {
		if a.Polymorphic() && g.covers(t, g.contractOf(a)) {
			c.Assertions = append(c.Assertions, g.ref[a])
		}
	}
	for _, i := range t.Realizes {
		if g.covers(t, g.demanded(i)) {
			c.Assertions = append(c.Assertions, g.ref[i])
		} else {
			g.note(t, "%s does not offer everything that %s asks for, so it is not asserted in the code", t.Name, i.Name)
		}
	}
}

func (g *generator) contractOf(t *generate.Type) map[string]*method {
	out := map[string]*method{}
	for _, mt := range append(g.publicMethods(t), g.inheritedPublic(t)...) {
		if _, ok := out[mt.Name]; !ok {
			out[mt.Name] = mt
		}
	}
	return out
}

func (g *generator) covers(t *generate.Type, demanded map[string]*method) bool {
	offered := g.offered(t)
	for name, mt := range demanded {
		if got, ok := offered[name]; !ok || !got.like(mt) {
			return false
		}
	}
	return true
}
