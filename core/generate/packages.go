package generate

import (
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// Packages is whether packages of the model become such of the code.
var Packages = Option{Name: "packages", Group: "code", Title: "Packages", Doc: "Whether packages of the model become packages of the code; with one file for all types there is one.", Default: "each", Choices: []Choice{
	{Value: "each", Title: "As in the model"}, {Value: "one", Title: "One for all types"}}}

// Package is a package of the model that has types in it, or in packages in it.
type Package struct {
	ID         model.ID
	Name       string
	Definition string
	In         *Package // nil: it is in none
}

// packages says of each type in which package it is, and calls those that several packages have under one name by the
// name of their package too, so that they are told apart in the same way everywhere.
func (p *planner) packages(types []*Type) {
	made := map[model.ID]*Package{}
	at := func(id model.ID) (in *Package) {
		for _, e := range p.m.PackagePath(id) {
			if made[e.ID] == nil {
				made[e.ID] = &Package{ID: e.ID, Name: e.Name, Definition: p.m.Definition(e), In: in}
			}
			in = made[e.ID]
		}
		return in
	}
	alike := map[string][]*Type{}
	for _, t := range types {
		if t.Package = at(t.ID); p.m.Element(t.ID) == nil { // a link: where all is that it links
			t.Package = shared(t.Ends)
		}
		key := strings.ToLower(t.Name)
		alike[key] = append(alike[key], t)
	}
	for _, list := range alike {
		if !slices.ContainsFunc(list, func(t *Type) bool { return t.Package != list[0].Package }) {
			continue
		}
		for _, t := range list {
			if t.Package != nil {
				t.called = t.Package.Name + " " + t.Name
			}
		}
	}
}

// Called is what the name of a type in code is made of: its name, or, where several packages have it, that of its
// package before it.
func (t *Type) Called() string {
	if t.called != "" {
		return t.called
	}
	return t.Name
}

// CalledSince tells that a type could not be called by its name alone in a language, which may be empty.
func (t *Type) CalledSince(name, language string) string {
	if language != "" {
		language = " in " + language
	}
	return t.Name + " of " + t.Package.Name + " is called " + name + language + ", since another package has " + english.Article(t.Name) + " " + t.Name + " too"
}

// InPackages reports whether types stand in more than one package.
func (p *Plan) InPackages() bool {
	return slices.ContainsFunc(p.Types, func(t *Type) bool { return t.Package != p.Types[0].Package })
}

// Path lists a package with those that it is in, the outermost first.
func (p *Package) Path() (out []*Package) {
	for ; p != nil; p = p.In {
		out = append(out, p)
	}
	slices.Reverse(out)
	return out
}

// shared is the innermost package that holds all that some ends lead to; nil: there is none.
func shared(ends []*End) *Package {
	if len(ends) == 0 {
		return nil
	}
	common := ends[0].Type.Package.Path()
	for _, e := range ends[1:] {
		path := e.Type.Package.Path()
		n := 0
		for n < len(common) && n < len(path) && common[n] == path[n] {
			n++
		}
		common = common[:n]
	}
	if len(common) == 0 {
		return nil
	}
	return common[len(common)-1]
}
