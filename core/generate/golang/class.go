package golang

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/graph"
	"lexeon/core/model"
)

type field struct {
	Name, Type, Doc string
}

type accessor struct {
	Name, Type, Field, Doc string
}

type list struct {
	Field, Type       string
	All, Add, Remove  string
	Doc               string
	Unique            bool
	AddDoc, RemoveDoc string
}

// assign sets a field in a constructor: to a value, to a parameter, or, for an
// embedded general, to what that one needs itself.
type assign struct {
	Field, Value string
	Type         string         // of the parameter that Value names
	General      *generate.Type // instead of Value
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
	Params     string
	Assign     []assign
	Getters    []accessor
	Setters    []accessor
	Derived    []accessor
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
	if polymorphic(t) {
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
		if polymorphic(a) {
			marker := "is" + g.ref[a]
			c.Markers = append(c.Markers, marker)
			members[marker] = true
		}
	}
	params := names{}
	var paramList []string
	param := func(name, typ string) string {
		p := params.take(name)
		paramList = append(paramList, p+" "+im.typ(typ))
		return p
	}
	for _, gen := range t.Generals {
		name := g.struct_[gen]
		c.Embeds = append(c.Embeds, name)
		if value := g.literal(gen, im, param); value != name+"{}" {
			c.Assign = append(c.Assign, assign{Field: name, Value: value, General: gen})
		}
	}
	g.attributes(t, &c, members, im, param)
	g.ends(t, &c, members, im, param)
	if !t.Abstract { // nothing is made of an abstract class
		c.New = g.used.take("New" + c.Struct)
		c.NewDoc = c.New + " makes one, with what it cannot be without."
	}
	c.Params = strings.Join(paramList, ", ")
	for _, mt := range append(g.methods[t], g.missing(t)...) {
		im.typ(mt.Signature)
		switch {
		case mt.Static:
			c.Statical = append(c.Statical, mt)
		case !mt.abstract || !t.Abstract:
			c.Methods = append(c.Methods, mt)
		}
	}
	for _, mt := range c.Contract {
		im.typ(mt.Signature)
	}
	g.makers(t, &c, im)
	g.assertions(t, &c)
	c.Imports = im.list()
	return c
}

// literal is what an embedded general is initialized with; what it cannot be
// without becomes a parameter of the specific's constructor.
func (g *generator) literal(t *generate.Type, im imports, param func(name, typ string) string) string {
	c := g.class(t)
	var parts []string
	for _, a := range c.Assign {
		value := a.Value
		switch {
		case a.General != nil:
			value = g.literal(a.General, im, param)
		case a.Type != "":
			value = param(a.Value, a.Type)
		default:
			im.typ(value)
		}
		parts = append(parts, a.Field+": "+value)
	}
	return c.Struct + "{" + strings.Join(parts, ", ") + "}"
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

func (g *generator) attributes(t *generate.Type, c *classFile, members names, im imports, param func(name, typ string) string) {
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
			c.Derived = append(c.Derived, accessor{Name: name, Type: typ, Field: t.Name + "." + a.Name, Doc: sentence(name, a.Definition, "is derived, and not written yet.")})
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
		switch value, ok := defaultValue(d.Default, a.Type, typ); {
		case ok:
			im.typ(value)
			c.Assign = append(c.Assign, assign{Field: name, Value: value})
		case d.Default != "":
			c.Fields[len(c.Fields)-1].Doc = strings.TrimSpace(doc + "\nTODO: the model gives the default " + d.Default)
		case !a.Type.Many && !a.Type.Optional:
			c.Assign = append(c.Assign, assign{Field: name, Value: param(unexported(a.Name, "value"), typ), Type: typ})
		}
	}
}

func (g *generator) ends(t *generate.Type, c *classFile, members names, im imports, param func(name, typ string) string) {
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
			if e.Mandatory() && g.inConstructor(t, e) {
				c.Assign = append(c.Assign, assign{Field: name, Value: param(unexported(e.Name, "other"), typ), Type: typ})
			}
			continue
		}
		plural := model.Plural(e.Name)
		if e.Name != e.Type.Name && model.NormalForm(e.Name) != model.NormalForm(e.Type.Name) {
			plural = e.Name // a role is written as it is: novice, samples
		}
		name := members.take(unexported(plural, "others"))
		doc = append(doc, bounds(e))
		c.Fields = append(c.Fields, field{name, "[]" + typ, strings.Join(doc, "\n")})
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

func bounds(e *generate.End) string {
	switch {
	case e.Open() || e.Lower == 0 && e.Upper == model.Many:
		return "Any number of them."
	case e.Upper == model.Many:
		return fmt.Sprintf("At least %d of them.", e.Lower)
	}
	return fmt.Sprintf("Between %d and %d of them.", e.Lower, e.Upper)
}

// inConstructor: a mandatory end is a parameter of the constructor, unless that
// would need the two objects before each other; then it is set afterwards,
// never the part's end to its whole.
func (g *generator) inConstructor(t *generate.Type, e *generate.End) bool {
	if e.OwnedBy {
		return true
	}
	if g.cycle[e.Type] != 0 && g.cycle[e.Type] == g.cycle[t] {
		g.note(t, "%s and %s need each other from the beginning; %s.%s is set after construction", t.Name, e.Type.Name, t.Name, e.Name)
		return false
	}
	return true
}

// findCycles numbers the groups of types that need each other from the
// beginning: the strongly connected components of the mandatory ends.
func (g *generator) findCycles() {
	next := func(t *generate.Type) []*generate.Type {
		var out []*generate.Type
		for _, e := range t.Ends {
			if e.Mandatory() {
				out = append(out, e.Type)
			}
		}
		return out
	}
	for i, component := range graph.Components(g.plan.Types, next) {
		if len(component) > 1 || slices.Contains(next(component[0]), component[0]) {
			for _, t := range component {
				g.cycle[t] = i + 1
			}
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
		mt.Signature = strings.TrimSuffix(mt.Signature, " error") + " (*" + c.Struct + ", error)"
		mt.Name = g.used.take("Make" + c.Struct)
		mt.Doc = sentence(mt.Name, o.Definition, "is a constructor that the model lists; it is not written yet.")
		im.typ(mt.Signature)
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
		if polymorphic(a) && g.covers(t, g.contractOf(a)) {
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

func (g *generator) contractOf(t *generate.Type) map[string]string {
	out := map[string]string{}
	for _, mt := range append(g.publicMethods(t), g.inheritedPublic(t)...) {
		if _, ok := out[mt.Name]; !ok {
			out[mt.Name] = mt.types
		}
	}
	return out
}

func (g *generator) covers(t *generate.Type, demanded map[string]string) bool {
	offered := g.offered(t)
	for name, types := range demanded {
		if got, ok := offered[name]; !ok || got != types {
			return false
		}
	}
	return true
}
