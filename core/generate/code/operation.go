package code

import (
	"regexp"
	"slices"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
)

var decimal = regexp.MustCompile(`^-?[0-9]{1,15}(\.[0-9]{1,9})?$`)

// like reports whether two operations can stand for each other.
func (o *Operation) like(p *Operation) bool {
	same := func(x, y *Param) bool { return x.Ref == y.Ref }
	return o.Static == p.Static && slices.EqualFunc(o.Params, p.Params, same) &&
		(o.Result == nil) == (p.Result == nil) && (o.Result == nil || *o.Result == *p.Result)
}

func (b *builder) operation(u *Unit, o *generate.Operation) *Operation {
	x := &Operation{ID: o.ID, Label: u.Type.Name + "." + o.Name, Doc: o.Definition, Static: o.Data.Static, Visibility: b.seenIn(u, visibility(o.Data.Visibility), u.Type.Name+"."+o.Name), of: o, owner: u}
	x.Abstract = o.Data.Abstract && !x.Static && x.Visibility != "private" && u.Type.Abstract
	names := scope{}
	var out []Ref
	for _, p := range o.Params {
		name := b.Language.Parameter(wordsOf(p.Name, "value"))
		if b.Language.Keywords[name] || b.cannotBe(name) {
			name += "_"
		}
		if p.Direction != model.Out {
			x.Params = append(x.Params, &Param{Name: names.take(name), Ref: b.ref(p.Type)})
		}
		if p.Direction != model.In {
			out = append(out, b.ref(p.Type))
		}
	}
	if o.HasResult {
		out = append([]Ref{b.ref(o.Result)}, out...)
	}
	if len(out) > 0 {
		x.Result = &out[0]
	}
	if len(out) > 1 {
		b.note(u.Type.ID, "%s gives %d things: a method of %s gives one, the first", x.Label, len(out), b.Language.Title)
		x.Doc = strings.TrimSpace(x.Doc + "\nTODO: what else it gives has no place in its result.")
	}
	for _, e := range o.Data.Exceptions {
		x.Doc = strings.TrimSpace(x.Doc + "\nMay fail with " + e + ".")
	}
	return x
}

// operations names those of a type. One that a general or an interface has under the same name and with
// the same types takes its place; any other gets a name of its own.
func (b *builder) operations(u *Unit) {
	own := map[string]bool{}
	for _, o := range u.Type.Operations {
		if o.Data.Constructor {
			b.note(u.Type.ID, "%s.%s is listed as a constructor: the one that is there takes what the class cannot be without", u.Type.Name, o.Name)
			continue
		}
		x := b.operation(u, o)
		if u.Kind == "interface" {
			if x.Static {
				b.note(u.Type.ID, "%s belongs to the interface itself: that is not written", x.Label)
				continue
			}
			x.Visibility = "public"
		}
		name := b.member("{}", o.Name, "operation")
		if x.Static && b.Language.Statics[name] {
			name += "_"
		}
		if b.Language.SharesNames && b.typeNames[name] && b.isBelow(name, u) {
			name += "_"
		}
		if u.Kind == "class" && (x.Visibility == "private" || x.Visibility == "protected") {
			name = b.Language.HiddenPrefix + name
		}
		if known := u.methods[name]; known != nil && !own[name] && known.like(x) && !x.Static && known.Visibility != "private" {
			// What the general has it has by itself, though an interface asked for it.
			inherited := slices.ContainsFunc(u.Generals, func(g *Unit) bool { return g.methods[name] != nil })
			x.Name, x.Override, x.Offered, x.Visibility = name, inherited, known.Offered, known.Visibility
		} else {
			if x.Name = u.takes(name, x); x.Name != name {
				b.note(u.Type.ID, "%s became %s, since there is %s already", x.Label, x.Name, name)
			}
		}
		own[x.Name] = true
		u.methods[x.Name] = x
		u.Operations = append(u.Operations, x)
	}
}

// takes finds a name for an operation: one that is free, and that a class beside has for nothing else.
func (u *Unit) takes(want string, x *Operation) string {
	private := string(model.Private)
	differs := func(o *Operation) bool {
		return !o.like(x) || x.Static || o.Visibility == private || x.Visibility == private
	}
	name := want
	for i := 2; u.names[name] || slices.ContainsFunc(u.apart[name], differs); i++ {
		name = want + itoa(i)
	}
	u.names[name] = true
	return name
}

// isBelow reports whether a class of a name has what a type has: it could not have a member called as itself.
func (b *builder) isBelow(name string, u *Unit) bool {
	var has func(t *generate.Type) bool
	has = func(t *generate.Type) bool {
		return t == u.Type || slices.ContainsFunc(t.Generals, has) || slices.ContainsFunc(t.Realizes, has)
	}
	return slices.ContainsFunc(b.Units, func(x *Unit) bool { return x.Name == name && x != u && x.Kind == "class" && has(x.Type) })
}

// contract names the operations of an interface, those of its generals first. A general that asks for
// something else under a name is not extended.
func (b *builder) contract(u *Unit) {
	u.Offers = slices.DeleteFunc(u.Offers, func(g *Unit) bool {
		for name, o := range g.methods {
			if known := u.methods[name]; known != nil && !known.like(o) {
				b.note(u.Type.ID, "%s cannot extend %s: they ask for different operations named %s", u.Type.Name, g.Type.Name, name)
				return true
			}
		}
		for name, o := range g.methods {
			u.methods[name] = o
			u.names[name] = true
		}
		return false
	})
	b.operations(u)
	for _, o := range u.Operations {
		o.Abstract, o.Offered, o.Override = false, true, false
	}
	if len(u.Type.Attributes) > 0 {
		b.note(u.Type.ID, "the interface %s has attributes: its operations alone are written", u.Type.Name)
	}
}

// realized are the interfaces that a class can offer: nothing under their names is something else.
func (b *builder) realized(u *Unit) {
	for _, t := range u.Type.Realizes {
		i := b.units[t]
		fits := true
		for name, asked := range i.methods {
			known := u.methods[name]
			if known != nil && (!known.like(asked) || known.Visibility != "public") || known == nil && u.names[name] {
				fits = false
			}
			if slices.ContainsFunc(u.apart[name], func(o *Operation) bool { return !o.like(asked) }) {
				fits = false // a class with both could not offer it
			}
		}
		for _, o := range u.Type.Operations { // its own must be what is asked for
			if asked := i.methods[b.member("{}", o.Name, "operation")]; asked != nil && !o.Data.Constructor && !asked.like(b.silent(u, o)) {
				fits = false
			}
		}
		if !fits {
			b.note(u.Type.ID, "%s does not offer everything that %s asks for, so the code does not say that it does", u.Type.Name, i.Type.Name)
			continue
		}
		u.Offers = append(u.Offers, i)
		for name, o := range i.methods {
			if u.methods[name] == nil {
				asked := *o
				asked.Override = false
				u.methods[name], u.names[name] = &asked, true
			}
		}
	}
}

// silent is an operation as it would be, without a word.
func (b *builder) silent(u *Unit, o *generate.Operation) *Operation {
	told := len(b.Notes)
	x := b.operation(u, o)
	b.Notes = b.Notes[:told]
	return x
}

// missing adds what a class has to have of what its generals and interfaces ask for.
func (b *builder) missing(u *Unit) {
	for _, name := range u.both {
		if u.methods[name].owner != u {
			b.note(u.Type.ID, "%s has %s of several generals: its own is not written yet", u.Type.Name, name)
			b.stub(u, u.methods[name], true)
		}
	}
	has := map[string]bool{}
	for _, at := range u.line() {
		for _, o := range at.Operations {
			if !o.Abstract {
				has[o.Name] = true
			} else if !u.Type.Abstract && !has[o.Name] {
				has[o.Name] = true
				b.stub(u, o, true)
			}
		}
	}
	for _, i := range u.Offers {
		for _, name := range sortedNames(i.methods) {
			if !has[name] {
				has[name] = true
				b.stub(u, i.methods[name], false)
			}
		}
	}
}

func (b *builder) stub(u *Unit, o *Operation, override bool) {
	x := *o
	x.Abstract, x.Override, x.Offered, x.owner = false, override, !override, u
	x.Label = u.Type.Name + "." + o.of.Name
	u.Operations = append(u.Operations, &x)
	u.methods[x.Name] = &x
	u.names[x.Name] = true
}

func sortedNames(m map[string]*Operation) []string {
	out := make([]string, 0, len(m))
	for n := range m {
		out = append(out, n)
	}
	slices.Sort(out)
	return out
}
