package code

import (
	"bytes"
	"fmt"
	"slices"
	"strings"
	"text/template"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// Made is a component as a class, or the wiring of those that stand by themselves.
type Made struct {
	*Unit    // name, file, and what its file uses
	ID       model.ID
	Of       string // the component, as it is called
	Requires []*Need
	Inside   []*Instance
	Provides []*Offer
}

// Need is an interface that has to be given.
type Need struct {
	Unit         *Unit
	Field, Param string
	Set          string // where it is given afterwards, since the two need each other
}

// Offer is an interface that is provided: by what is in the component, or by a stub of its own.
type Offer struct {
	Unit    *Unit
	Get     string
	Stub    string
	By      string // the call at what is in the component
	Methods []*Operation
}

// Instance is a component in another one.
type Instance struct {
	Field string
	Class *Made
	Args  []string
	Late  []string // calls that give it what was not there yet
	Open  []string // interfaces that several provide: the model does not say which
}

// components lays out the components of a plan as classes, those that are made elsewhere left out.
func (b *builder) components(plan *generate.Components) (list []*Made, wiring *Made) {
	made := map[*generate.Component]*Made{}
	files := scope{}
	for _, u := range b.Units {
		files[strings.ToLower(u.Path)] = true
	}
	named := func(name, fallback string) *Unit {
		u := &Unit{Kind: "component", Primitives: map[string]bool{}, names: scope{"one": true}, Type: &generate.Type{}}
		words := append(wordsOf(name, "unnamed"), fallback)
		if fallback == "wiring" {
			words = []string{fallback}
		}
		first := words
		for i := 2; ; i++ {
			u.Name = b.Language.Type(words)
			u.Path = b.Language.File(words)
			if b.Language.filesAsTypes() {
				u.Path = u.Name
			}
			if !b.typeNames[u.Name] && !files[strings.ToLower(u.Path)] && !b.Language.Types[u.Name] {
				break
			}
			words = append(slices.Clone(first), itoa(i))
		}
		b.typeNames[u.Name], files[strings.ToLower(u.Path)] = true, true
		return u
	}
	for _, k := range plan.List {
		if k.External {
			continue
		}
		c := &Made{Unit: named(k.Name, "component"), ID: k.ID, Of: k.Name}
		c.Doc = k.Definition
		made[k] = c
		list = append(list, c)
		for _, t := range k.Requires {
			n := &Need{Unit: b.units[t], Field: c.names.take(b.member("{}", t.Name, "required"))}
			n.Param = n.Field
			if slices.Contains(k.Late, t) {
				n.Set = c.names.take(b.member("set {}", t.Name, "required"))
			}
			c.Requires = append(c.Requires, n)
			c.use(b.units[t])
		}
		for _, t := range k.Provides {
			o := &Offer{Unit: b.units[t], Get: c.names.take(b.member("give {}", t.Name, "provided"))}
			c.Provides = append(c.Provides, o)
			c.use(o.Unit)
		}
	}
	for _, k := range plan.List {
		c := made[k]
		if c == nil {
			continue
		}
		fields := b.inside(c, k.Inside, k.Requires, made)
		for i, t := range k.Provides {
			b.offered(c, c.Provides[i], t, k.Inside, fields)
		}
	}
	if len(plan.Wiring.Steps) > 0 {
		wiring = &Made{Unit: named("", "wiring"), Of: "all components"}
		for _, t := range plan.Wiring.Params {
			n := &Need{Unit: b.units[t], Param: wiring.names.take(b.member("{}", t.Name, "required"))}
			wiring.Requires = append(wiring.Requires, n)
			wiring.use(b.units[t])
		}
		b.inside(wiring, plan.Wiring, plan.Wiring.Params, made)
	}
	return list, wiring
}

func (c *Made) use(u *Unit) {
	if u != nil && !slices.Contains(c.Uses, u) {
		c.Uses = append(c.Uses, u)
	}
}

// later is given where something is given afterwards, never where nothing that fits can be.
const later, never = "\x00later", "\x00never"

// inside makes what is in a component, in the order in which each is there before what needs it.
func (b *builder) inside(c *Made, w generate.Wiring, params []*generate.Type, made map[*generate.Component]*Made) (fields map[*generate.Step]string) {
	fields = map[*generate.Step]string{}
	for _, s := range w.Steps {
		if made[s.Component] != nil {
			fields[s] = c.names.take(b.member("{}", s.Name, "inner"))
		}
	}
	for _, s := range w.Steps {
		class := made[s.Component]
		if class == nil {
			continue
		}
		x := &Instance{Field: fields[s], Class: class}
		c.use(class.Unit)
		for i, a := range s.Args {
			given := ""
			switch {
			case a.From == nil:
				given = c.Requires[slices.Index(params, a.Needs)].Param
			case !reaches(b.units[a.Provides], b.units[a.Needs]):
				b.note(s.Component.ID, "%s gets %s from %s, which does not extend it in code: it is given nothing", s.Component.Name, a.Needs.Name, a.From.Component.Name)
				given = never
			default:
				from := made[a.From.Component]
				given = "this." + fields[a.From] + "." + from.Provides[slices.Index(a.From.Component.Provides, a.Provides)].Get + "()"
			}
			if a.Late && given != never {
				x.Late = append(x.Late, fmt.Sprintf("this.%s.%s(%s)", x.Field, class.Requires[i].Set, given))
				given = later
			}
			x.Args = append(x.Args, given)
			if a.Choice {
				x.Open = append(x.Open, a.Needs.Name)
			}
		}
		c.Inside = append(c.Inside, x)
	}
	return fields
}

// reaches: an interface is another one, or extends it.
func reaches(from, to *Unit) bool {
	return from == to || slices.ContainsFunc(from.Offers, func(u *Unit) bool { return reaches(u, to) })
}

// offered finds who provides an interface: somebody inside, or a stub.
func (b *builder) offered(c *Made, o *Offer, t *generate.Type, w generate.Wiring, fields map[*generate.Step]string) {
	for _, s := range w.Steps {
		if at := slices.Index(s.Component.Provides, t); at >= 0 && fields[s] != "" {
			i := slices.IndexFunc(c.Inside, func(x *Instance) bool { return x.Field == fields[s] })
			o.By = "this." + fields[s] + "." + c.Inside[i].Class.Provides[at].Get + "()"
			return
		}
	}
	o.Stub = b.Language.Type(append(wordsOf(t.Name, "provided"), "stub"))
	for i := 2; b.typeNames[o.Stub] || c.names[o.Stub]; i++ {
		o.Stub = b.Language.Type(append(wordsOf(t.Name, "provided"), "stub", itoa(i)))
	}
	c.names[o.Stub] = true
	for _, name := range sortedNames(o.Unit.methods) {
		m := *o.Unit.methods[name]
		m.Label = c.Of + ": " + o.Unit.Type.Name + "." + m.of.Name
		m.Visibility, m.Offered, m.Override, m.Abstract = "public", true, false, false
		o.Methods = append(o.Methods, &m)
		c.Operations = append(c.Operations, &m)
		for _, p := range m.Params {
			c.use(p.Ref.Unit)
			c.Primitives[p.Ref.Primitive] = true
		}
		if m.Result != nil {
			c.use(m.Result.Unit)
			c.Primitives[m.Result.Primitive] = true
		}
	}
}

// component is what a template prints a component of.
type component struct {
	*Made
	Package *Package
	Options map[string]string
	Wires   bool
}

// PackageOfComponents is where they stand, for the languages of PrintComponents.
var PackageOfComponents = generate.Option{
	Name: "package", Title: "Package", Doc: "The package of Java, or the name in package.json. Without one it is the name of the project.",
	Check: func(text string) error {
		inJava, inTypeScript := javaPackage.Check(text), npmPackage.Check(text)
		if inJava != nil && inTypeScript != nil {
			return fmt.Errorf("%q is no package, such as org.example.lots or @example/lots", text)
		}
		return nil
	},
}

// PrintComponents prints the components of a model as classes beside its types. There are such for Java and TypeScript; a
// package that the language cannot have is an error.
func PrintComponents(language, in string, m *model.Model) (generate.Output, error) {
	plan := generate.NewComponents(m)
	refused := func(check func(string) error) error {
		if in == "" {
			return nil
		}
		if err := check(in); err != nil {
			return model.Faultf(model.CodeInvalid, "the option package of Components: %v", err)
		}
		return nil
	}
	switch language {
	case "java":
		if err := refused(javaPackage.Check); err != nil {
			return generate.Output{}, err
		}
		b := layOut(java, plan.Plan)
		name := javaPackageOf(plan.Plan, in)
		folder := javaFolder(name)
		out, err := printJavaPackage(b.Package, name, nil)
		return b.withComponents(out, err, plan, javaSet, map[string]string{"package": name}, func(u *Unit) string { return folder + u.Path + ".java" })
	case "typescript":
		if err := refused(npmPackage.Check); err != nil {
			return generate.Output{}, err
		}
		b := layOut(typeScript, plan.Plan)
		out, err := printTypeScriptPackage(b.Package, map[string]string{enumerations.Name: enumerations.Default, npmPackage.Name: in})
		return b.withComponents(out, err, plan, typeScriptSet, nil, func(u *Unit) string { return "src/" + u.Path + ".ts" })
	}
	return generate.Output{}, fmt.Errorf("there are no components in %q", language)
}

// withComponents prints components beside the types.
func (b *builder) withComponents(types generate.Output, failed error, plan *generate.Components, of *template.Template, options map[string]string, path func(*Unit) string) (generate.Output, error) {
	if failed != nil {
		return types, failed
	}
	list, wiring := b.components(plan)
	if wiring != nil {
		list = append(list, wiring)
	}
	types.Notes = b.Notes
	for _, c := range list {
		var text bytes.Buffer
		if err := of.ExecuteTemplate(&text, "component.tmpl", component{c, b.Package, options, c == wiring}); err != nil {
			return types, fmt.Errorf("component %s: %w", c.Of, err)
		}
		types.Files = append(types.Files, generate.File{Path: path(c.Unit), Content: tidy(text.String()), Subject: c.ID})
	}
	slices.SortFunc(types.Files, func(a, b generate.File) int { return strings.Compare(a.Path, b.Path) })
	return types, nil
}

// given writes an argument.
func given(nothing, noSuch string) func(string) string {
	return func(arg string) string {
		switch arg {
		case later:
			return nothing
		case never:
			return noSuch
		}
		return arg
	}
}
