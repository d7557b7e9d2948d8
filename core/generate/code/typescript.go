package code

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"text/template"

	"lexeon/core/generate"
)

// typeScript: names as in its own handbook and standard library.
var typeScript = &Language{
	Name: "typescript", Title: "TypeScript",
	Type: UpperCamel, Member: LowerCamel, Parameter: LowerCamel, Literal: LowerCamel, File: Kebab, Space: Kebab,
	Patterns: Patterns{Get: "{}", Is: "{}", Set: "set {}", Field: "_{}", Add: "add {}", Remove: "remove {}", Attach: "_attach {}", Detach: "_detach {}",
		Find: "find {}", Full: "_has all {}", Short: "_needs all {}", Validate: "validate", Dispose: "dispose", IsPart: "_is part", AttributeField: "{}"},
	// ECMAScript 2022, 12.7.2: reserved words, and what is one in strict code.
	Keywords: words(`arguments await break case catch class const continue debugger default delete do else enum eval export extends false finally for function
		if implements import in instanceof interface let new null package private protected public return static super switch this throw true try typeof
		undefined var void while with yield`),
	FreeMembers: true,
	Types:       words(`Array BigInt Boolean Date Decimal Error Function JSON Map Math NotWritten Number Object Promise Proxy Readonly Record Refused Reflect RegExp Set String Symbol Uint8Array WeakMap WeakSet Iterator`),
	Members:     words(`constructor toString valueOf toLocaleString hasOwnProperty isPrototypeOf propertyIsEnumerable`),
	Statics:     words(`prototype name length caller arguments apply bind call`),
}

var typeScriptSet = set("typescript", template.FuncMap{"given": given("undefined", "undefined as never"), "needs": componentNeeds, "comment": blockComment, "name": nameOf, "linked": linked, "strict": strictly, "part": isPart, "owned": ownedBy, "asks": asksForWholes, "constructs": constructs, "takesLinks": takesLinks, "several": severalLinks, "supports": supports})

func nameOf(u *Unit) string {
	if u == nil {
		return ""
	}
	return u.Name
}

// strictly: JavaScript converts what it compares with two signs.
func strictly(relation string) string {
	if relation == "==" || relation == "!=" {
		return relation + "="
	}
	return relation
}

func linked(u *Unit) bool { return u != nil && u.Linked }

func isPart(u *Unit) bool { return u != nil && u.PartOf }

// asksForWholes reports whether a class says by itself whether it is a part: the first of a hierarchy does in
// any case, and so does one with several generals, of which each has an answer.
func asksForWholes(u *Unit) bool { return u.PartOf && (len(u.Generals) != 1 || len(ownedBy(u)) > 0) }

// ownedBy are the ends of a class itself at which there is a whole.
func ownedBy(u *Unit) (out []*End) {
	for _, e := range u.Ends {
		if e.OwnedBy && e.Contested {
			out = append(out, e)
		}
	}
	return out
}

// constructs reports whether a class needs a constructor of its own.
func constructs(u *Unit) bool {
	return slices.ContainsFunc(u.Params, func(p *Param) bool {
		return p.Attribute != nil && p.Attribute.Owner == u || p.End != nil && p.End.Owner == u
	})
}

// takesLinks reports whether the constructor links to what it is given, of what the class has itself.
func takesLinks(u *Unit) bool {
	return slices.ContainsFunc(u.Params, func(p *Param) bool { return p.End != nil && p.End.Owner == u })
}

// severalLinks: where the second is refused, the first has to be taken back.
func severalLinks(u *Unit) bool {
	n := 0
	for _, p := range u.Params {
		if p.End != nil {
			n++
		}
	}
	return n > 1
}

// supports are the names that a file needs of what stands beside all types.
func supports(units []*Unit) (out []string) {
	for _, name := range []string{"Decimal", "NotWritten", "Refused"} {
		if slices.ContainsFunc(units, func(u *Unit) bool { return slices.Contains(supportsOf(u), name) }) {
			out = append(out, name)
		}
	}
	return out
}

func supportsOf(u *Unit) (out []string) {
	if u.Primitives["Decimal"] || u.Primitives["Money"] {
		out = append(out, "Decimal")
	}
	stub := slices.ContainsFunc(u.Operations, func(o *Operation) bool { return !o.Abstract && u.Kind == "class" }) ||
		slices.ContainsFunc(u.Attributes, func(a *Attribute) bool { return a.Data.Derived })
	if stub {
		out = append(out, "NotWritten")
	}
	if slices.ContainsFunc(u.Ends, func(e *End) bool { return !e.Hidden && refuses(e) }) {
		out = append(out, "Refused")
	}
	return out
}

// refuses reports whether what is done at an end can be refused.
func refuses(e *End) bool { return e.Many() || e.Inverse != nil || e.Mandatory() && !e.Afterwards }

// TypeScript is a module for each type.
var TypeScript = &generate.Target{
	Name: "typescript", Title: "TypeScript", Group: "Code", Download: "Download TypeScript", Notes: "Settled, and not held by TypeScript",
	Options: []generate.Option{generate.Of, npmPackage, generate.Packages, enumerations, listsOf("view"),
		noneAs("What stands where there can be none.", generate.Choice{Value: "undefined", Title: "undefined"}, generate.Choice{Value: "null", Title: "null"}), generate.Files, generate.Comments},
	Rules: generate.RulesOfOneGeneral,
	Make: func(o *generate.Order) (generate.Output, error) {
		return chosen(o, printTypeScript)
	},
}

func printTypeScript(plan *generate.Plan, options map[string]string) (generate.Output, error) {
	return printTypeScriptPackage(Layout(typeScript, plan), options)
}

func printTypeScriptPackage(p *Package, options map[string]string) (generate.Output, error) {
	by := printing{of: typeScriptSet, tidied: tidy, path: func(u *Unit) string { return "src/" + u.Folder() + u.Path + ".ts" },
		once: map[string]string{"support": "src/_support.ts", "index": "src/_index.ts", "tsconfig": "tsconfig.json", "package": "package.json"},
		all:  "src/model.ts", before: loadedFirst}
	if options[npmPackage.Name] == "" {
		options = with(options, npmPackage.Name, npmNameOf(p.Plan.Project))
	}
	return by.output(p, options)
}

// npmPackage is the name in package.json (npm, package.json, "name").
var npmPackage = generate.Option{
	Name: "package", Title: "Package", Doc: "The name in package.json. Without one it is the name of the project.",
	Check: func(text string) error {
		if !plainNpm.MatchString(text) || len(text) > 214 {
			return fmt.Errorf("%q is no name of a package, such as lots or @example/lots", text)
		}
		return nil
	},
}

var plainNpm = regexp.MustCompile(`^(@[a-z0-9~-][a-z0-9._~-]*/)?[a-z0-9~-][a-z0-9._~-]*$`)

// npmNameOf makes a name for package.json of the name of a project.
func npmNameOf(project string) string {
	if name := Kebab(wordsOf(project, "model")); plainNpm.MatchString(name) {
		return name
	}
	return "model"
}

// enumerations in TypeScript.
var enumerations = generate.Option{
	Name: "enumerations", Title: "Enumerations", Doc: "How an enumeration is written.", Default: "union",
	Choices: []generate.Choice{{Value: "union", Title: "A union of its values"}, {Value: "enum", Title: "An enum"}},
}

// blockComment is a text as a comment that nothing in it ends: Java reads \u anywhere as a character.
func blockComment(indent int, parts ...string) string {
	var all []string
	for _, p := range parts {
		if found := lines(p); len(found) > 0 {
			if len(all) > 0 {
				all = append(all, "")
			}
			all = append(all, found...)
		}
	}
	if len(all) == 0 {
		return ""
	}
	before := strings.Repeat(" ", indent)
	clean := strings.NewReplacer("*/", "* /", "/*", "/ *", `\u`, `\ u`, "@", "&#64;")
	for i := range all {
		all[i] = clean.Replace(all[i])
	}
	if len(all) == 1 {
		return before + "/** " + all[0] + " */\n"
	}
	return before + "/**\n" + before + " * " + strings.Join(all, "\n"+before+" * ") + "\n" + before + " */\n"
}

// componentNeeds are the names that a component needs of what stands beside all types.
func componentNeeds(u *Unit) (out []string) {
	if u.Primitives["Decimal"] || u.Primitives["Money"] {
		out = append(out, "Decimal")
	}
	if len(u.Operations) > 0 {
		out = append(out, "NotWritten")
	}
	return out
}
