package golang

import (
	"strconv"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
)

type field struct {
	Name string
	Type *typeExpr
	Doc  string
}

type accessor struct {
	Name  string
	Type  *typeExpr
	Field string
	Doc   string
}

// derived is a method in the place of an attribute that is not kept.
type derived struct {
	Name  string
	Type  *typeExpr
	Label string // as it is told when it is not written
	Doc   string
}

// list is a field that holds many, with what reads and changes it.
type list struct {
	Field             string
	Type              *typeExpr // of one
	All, Add, Remove  string
	Doc               string
	Unique            bool
	AddDoc, RemoveDoc string
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
	Assign     []assign
	Getters    []accessor
	Setters    []accessor
	Derived    []derived
	Lists      []list
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
	c.Doc = sentence(c.Struct, t.Definition, "is a "+t.Kind.Title()+" of the model.")
	if t.Polymorphic() {
		c.Interface = g.ref[t]
		c.InterDoc = c.Interface + " is any " + t.Name + ", whatever kind of it."
		c.OwnMarker = "is" + c.Interface
		seen := map[string]bool{}
		for _, mt := range append(g.publicMethods(t), g.inheritedPublic(t)...) {
			if !seen[mt.Name] {
				seen[mt.Name] = true
				c.Contract = append(c.Contract, mt)
			}
		}
	}
	// Methods are named before fields: interfaces are met by method names.
	members := names{}
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
	params := names{}
	making := im // what the constructor needs
	if t.Abstract {
		making = imports{} // there is none
	}
	param := func(name string, typ *typeExpr) value {
		p := params.take(name)
		c.Params = append(c.Params, parameter{p, making.typ(typ)})
		return value{Param: p}
	}
	for _, gen := range t.Generals {
		name := g.struct_[gen]
		c.Embeds = append(c.Embeds, name)
		if fields := g.embedded(gen, making, param); len(fields) > 0 {
			c.Assign = append(c.Assign, assign{Field: name, Value: value{Struct: &composite{name, fields}}, General: gen})
		}
	}
	g.attributes(t, &c, members, im, param)
	g.ends(t, &c, members, im, param)
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

// embedded is what an embedded general is initialized with; what it cannot be without
// becomes a parameter of the specific's constructor.
func (g *generator) embedded(t *generate.Type, im imports, param newParam) []assign {
	var out []assign
	for _, a := range g.class(t).Assign {
		switch {
		case a.General != nil:
			a.Value = value{Struct: &composite{a.Field, g.embedded(a.General, im, param)}}
		case a.Type != nil:
			a.Value = param(a.Value.Param, a.Type)
		default:
			im.value(a.Value)
		}
		out = append(out, a)
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

func (g *generator) attributes(t *generate.Type, c *classFile, members names, im imports, param newParam) {
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
		if d.Multiplicity.State == model.Undecided {
			doc = strings.TrimSpace(doc + "\nTODO: it is not decided how many there are.")
		}
		public := d.Visibility == model.Public || d.Visibility == ""
		switch {
		case d.Derived:
			name := members.take(exported(a.Name, "Value"))
			c.Derived = append(c.Derived, derived{Name: name, Type: typ, Label: t.Name + "." + a.Name, Doc: sentence(name, a.Definition, "is derived, and not written yet.")})
			continue
		case d.Static:
			name := g.used.take(g.struct_[t] + exported(a.Name, "Value"))
			c.Statics = append(c.Statics, field{name, typ, sentence(name, doc, "belongs to all of "+t.Name+".")})
			continue
		}
		name := exported(a.Name, "Value")
		hidden := !public || d.ReadOnly || t.Accessors
		if hidden {
			name = unexported(a.Name, "value")
		}
		name = members.take(name)
		c.Fields = append(c.Fields, field{name, typ, doc})
		if hidden && (public || t.Accessors) {
			getter := members.take(exported(a.Name, "Value"))
			c.Getters = append(c.Getters, accessor{getter, typ, name, getter + " of the " + t.Name + "."})
			if !d.ReadOnly {
				setter := members.take("Set" + exported(a.Name, "Value"))
				c.Setters = append(c.Setters, accessor{setter, typ, name, setter + " changes the " + a.Name + "."})
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
}

func (g *generator) ends(t *generate.Type, c *classFile, members names, im imports, param newParam) {
	for _, e := range t.Ends {
		typ := g.single(generate.TypeRef{Type: e.Type})
		var doc []string
		if e.Association != "" {
			doc = append(doc, "By the association "+strconv.Quote(e.Association)+".")
		}
		if e.Owns {
			doc = append(doc, "What is here goes with its "+t.Name+".")
		}
		if e.Open() {
			question := e.Question
			if question == "" {
				question = "how many " + model.Plural(e.Name) + " for each " + t.Name + "?"
			}
			doc = append(doc, "TODO: not decided: "+question)
		}
		if !e.Many() {
			name := members.take(unexported(e.Name, "other"))
			if !e.Mandatory() {
				doc = append(doc, "There may be none.")
			}
			c.Fields = append(c.Fields, field{name, typ, strings.Join(doc, "\n")})
			getter := members.take(exported(e.Name, "Other"))
			c.Getters = append(c.Getters, accessor{getter, typ, name, getter + " of the " + t.Name + "."})
			setter := members.take("Set" + exported(e.Name, "Other"))
			c.Setters = append(c.Setters, accessor{setter, typ, name, setter + " changes the " + e.Name + "."})
			switch {
			case e.Afterwards:
				g.note(t, "%s and %s need each other from the beginning; %s.%s is set after construction", t.Name, e.Type.Name, t.Name, e.Name)
			case e.Mandatory():
				c.Assign = append(c.Assign, assign{Field: name, Value: param(unexported(e.Name, "other"), typ), Type: typ})
			}
			continue
		}
		plural := e.Plural()
		name := members.take(unexported(plural, "others"))
		doc = append(doc, e.Told())
		c.Fields = append(c.Fields, field{name, listOf(typ), strings.Join(doc, "\n")})
		l := list{Field: name, Type: typ, All: members.take(exported(plural, "Others")), Add: members.take("Add" + exported(e.Name, "Other")),
			Remove: members.take("Remove" + exported(e.Name, "Other")), Unique: !e.NonUnique}
		l.Doc = l.All + " lists them in the order in which they were added."
		l.AddDoc = l.Add + " adds one."
		if l.Unique {
			l.AddDoc = l.Add + " adds one; it reports false if that one is there already."
		}
		im["slices"] = true
		l.RemoveDoc = l.Remove + " removes one; it reports whether that one was there."
		c.Lists = append(c.Lists, l)
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
