package golang

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// Components prints a package for each component beside the types of the model: its
// provided interfaces, with stubs to be written, the required ones taken in its
// constructor, and what is in it; and a package that wires those together that stand
// by themselves. A component that is made elsewhere has no package: what it provides
// is given to the wiring.
func Components(m *model.Model) (generate.Output, error) { return componentsAs(m, "") }

func componentsAs(m *model.Model, module string) (generate.Output, error) {
	plan := generate.NewComponents(m)
	g := newGenerator(plan.Plan, settings{module: module})
	out, err := g.types()
	if err != nil {
		return out, err
	}
	c := &componentPrinter{g: g, packages: map[*generate.Component]string{}, unwritten: map[*generate.Type]string{}}
	used := names{g.pkg: true, "wiring": true}
	for _, k := range plan.List {
		if !k.External {
			c.packages[k] = used.take(packageName(k.Name))
		}
	}
	stubs, err := c.stubs(plan)
	if err != nil {
		return out, err
	}
	if stubs != "" {
		out.Files = append(out.Files, generate.File{Path: "unwritten.go", Content: stubs})
	}
	for _, k := range plan.List {
		if k.External {
			continue
		}
		text, err := g.print("component.go.tmpl", c.file(k))
		if err != nil {
			return out, fmt.Errorf("go: component %s: %w", k.Name, err)
		}
		out.Files = append(out.Files, generate.File{Path: c.packages[k] + "/" + c.packages[k] + ".go", Content: text, Subject: k.ID})
	}
	if len(plan.Wiring.Steps) > 0 {
		text, err := g.print("wiring.go.tmpl", c.wiring(plan))
		if err != nil {
			return out, fmt.Errorf("go: wiring: %w", err)
		}
		out.Files = append(out.Files, generate.File{Path: "wiring/wiring.go", Content: text})
	}
	slices.SortFunc(out.Files, func(a, b generate.File) int { return strings.Compare(a.Path, b.Path) })
	out.Notes = g.notes
	return out, nil
}

type componentPrinter struct {
	g         *generator
	packages  map[*generate.Component]string
	unwritten map[*generate.Type]string // the stub of an interface
}

// typ is an interface as another package writes it.
func (c *componentPrinter) typ(t *generate.Type) *typeExpr {
	return &typeExpr{Package: c.g.pkg, Import: c.g.path, Name: c.g.ref[t]}
}

// component is a component as another package holds it.
func (c *componentPrinter) component(pkg string) *typeExpr {
	return pointerTo(&typeExpr{Package: pkg, Import: c.g.path + "/" + pkg, Name: "Component"})
}

type stubFile struct {
	Package string
	Imports []string
	Stubs   []stub
}

type stub struct {
	Name, Of string
	Embeds   []string
	Methods  []*method
}

// stubs are structs that offer all operations of an interface, none of them written:
// a component embeds them and writes its own over them.
func (c *componentPrinter) stubs(plan *generate.Components) (string, error) {
	f := stubFile{Package: c.g.pkg}
	im := imports{}
	var need func(t *generate.Type)
	need = func(t *generate.Type) {
		if _, done := c.unwritten[t]; done {
			return
		}
		name := c.g.used.take("Unwritten" + c.g.ref[t])
		c.unwritten[t] = name
		like := c.g.interfaceOf(t)
		s := stub{Name: name, Of: c.g.ref[t], Methods: like.Methods}
		for _, g := range t.Generals {
			if slices.Contains(like.Embeds, c.g.ref[g]) {
				need(g)
				s.Embeds = append(s.Embeds, c.unwritten[g])
			}
		}
		im.methods(s.Methods...)
		f.Stubs = append(f.Stubs, s)
	}
	for _, k := range plan.List {
		for _, t := range k.Provides {
			need(t)
		}
	}
	if len(f.Stubs) == 0 {
		return "", nil
	}
	f.Imports = im.list()
	return c.g.print("unwritten.go.tmpl", f)
}

type componentField struct {
	Name   string
	Type   *typeExpr
	Doc    string
	Setter string
}

// offered is an interface that a component provides: by a stub of its own, or by what is
// in it.
type offered struct {
	Method    string
	Type      *typeExpr
	Doc       string
	Struct    string    // the stub, which embeds
	Unwritten *typeExpr // the operations that are not written
	From      *value    // who in it provides it
}

type componentFile struct {
	Package, PackageDoc, Doc string
	Imports                  []string
	Requires                 []componentField
	Late                     []componentField
	Inside                   []componentField
	Provides                 []offered
	Making                   making // of what is in it
}

func (c *componentPrinter) file(k *generate.Component) componentFile {
	f := componentFile{Package: c.packages[k], PackageDoc: sentence("Package "+c.packages[k]+" is the component "+strings.Join(strings.Fields(k.Name), " "), k.Definition, "of the model."),
		Doc: "Component is " + strings.Join(strings.Fields(k.Name), " ") + ", with what it requires and what is in it."}
	local, methods := names{"c": true, c.g.pkg: true}, names{"New": true, "Component": true}
	im := imports{}
	param := map[*generate.Type]string{}
	for _, t := range k.Requires {
		name := local.take(unexported(t.Name, "required"))
		param[t] = name
		field := componentField{Name: name, Type: im.typ(c.typ(t)), Doc: fmt.Sprintf("what it gets %s by", c.g.ref[t])}
		f.Requires = append(f.Requires, field)
		if slices.Contains(k.Late, t) {
			field.Setter = methods.take("Set" + exported(t.Name, "Required"))
			f.Late = append(f.Late, field)
		}
	}
	steps := map[*generate.Step]string{}
	for _, s := range k.Inside.Steps {
		pkg := c.packages[s.Component]
		if pkg == "" {
			continue
		}
		steps[s] = local.take(unexported(s.Name, "inner"))
		f.Inside = append(f.Inside, componentField{Name: steps[s], Type: im.typ(c.component(pkg))})
	}
	f.Making = c.making(k.Inside, steps, param, "c")
	types := names{"Component": true}
	for _, t := range k.Provides {
		o := offered{Method: methods.take(exported(t.Name, "Provided")), Type: im.typ(c.typ(t))}
		for _, s := range k.Inside.Steps {
			if i := slices.IndexFunc(s.Component.Provides, func(x *generate.Type) bool { return x == t }); i >= 0 && steps[s] != "" {
				o.From = &value{Call: &call{On: []string{"c", steps[s]}, Function: c.offer(s.Component, t)}}
				break
			}
		}
		if o.From == nil {
			o.Struct, o.Unwritten = types.take(unexported(t.Name, "provided")), &typeExpr{Package: c.g.pkg, Import: c.g.path, Name: c.unwritten[t]}
			o.Doc = o.Struct + " is the " + c.g.ref[t] + " of the component: write its operations here."
		}
		f.Provides = append(f.Provides, o)
	}
	f.Imports = im.list()
	return f
}

type wiringFile struct {
	Project   string
	Imports   []string
	Params    []componentField
	Instances []componentField
	Making    making
}

func (c *componentPrinter) wiring(plan *generate.Components) wiringFile {
	f := wiringFile{Project: plan.Project}
	fields, local := names{}, names{"s": true, c.g.pkg: true}
	im := imports{}
	param := map[*generate.Type]string{}
	for _, t := range plan.Wiring.Params {
		param[t] = local.take(unexported(t.Name, "required"))
		f.Params = append(f.Params, componentField{Name: param[t], Type: im.typ(c.typ(t))})
	}
	steps := map[*generate.Step]string{}
	for _, s := range plan.Wiring.Steps {
		pkg := c.packages[s.Component]
		steps[s] = fields.take(exported(s.Name, "Component"))
		f.Instances = append(f.Instances, componentField{Name: steps[s], Type: im.typ(c.component(pkg))})
	}
	f.Imports = im.list()
	f.Making = c.making(plan.Wiring, steps, param, "s")
	return f
}
