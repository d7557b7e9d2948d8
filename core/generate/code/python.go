package code

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"text/template"

	"lexeon/core/generate"
)

// python: names as in PEP 8.
var python = &Language{
	Name: "python", Title: "Python", SeveralGenerals: true, InOneOrder: true,
	Type: UpperCamel, Member: Snake, Parameter: Snake, Literal: Screaming, File: Snake, Space: Snake, FilesBesideSpaces: true,
	Patterns: Patterns{Get: "{}", Is: "{}", Set: "set {}", Field: "_{}", Add: "add {}", Remove: "remove {}", Attach: "_attach {}", Detach: "_detach {}",
		Find: "find {}", Full: "_has all {}", Short: "_needs all {}", Validate: "validate", Dispose: "dispose", IsPart: "_is part", AttributeField: "{}"},
	HiddenPrefix: "_",
	// The Python Language Reference, 2.3.1, with the soft keywords.
	Keywords: words(`False None True and as assert async await break case class continue def del elif else except finally for from global if import in is lambda
		match nonlocal not or pass raise return try type while with yield _`),
	Types:       words(`ABC Any ClassVar Enum Exception None Protocol Sequence True False TYPE_CHECKING`),
	Members:     words(`self super str int bool bytes list object property any abstractmethod datetime decimal support before other one out`),
	EnumMembers: words(`name value mro code text`),
}

var pythonSet = set("python", template.FuncMap{"doc": docString, "name": nameOf, "linked": linked, "part": isPart, "owned": ownedBy, "asks": asksForWholes, "constructs": constructs,
	"takesLinks": takesLinks, "linkedAbove": linkedAbove, "linksBySeveral": linksBySeveral, "firstField": firstField, "several": severalLinks, "text": pythonText, "bases": pythonBases, "modules": modules, "primitives": primitives, "kinds": isKind, "abstractions": abstractions, "checked": checkedUses, "leadsToMany": leadsToMany, "codes": pythonCodes, "identifiers": identifiers, "plain": isPlain, "typing": typingNames, "supports": pythonSupports})

// Python is a package with a module for each type.
var Python = &generate.Target{
	Name: "python", Title: "Python", Group: "Code", Download: "Download Python", Notes: "Settled, and not held by Python",
	Options: []generate.Option{generate.Of, pythonPackage, generate.Packages, pythonEnumerations, listsOf("copy"), generate.Files, generate.Comments},
	Rules:   generate.RulesOfCode,
	Make: func(o *generate.Order) (generate.Output, error) {
		return chosen(o, printPython)
	},
}

func printPython(plan *generate.Plan, options map[string]string) (generate.Output, error) {
	p := Layout(pythonAs(options), plan)
	basesOf(p)
	name := options[pythonPackage.Name]
	if name == "" {
		name = packageOf(plan.Project)
	}
	by := printing{of: pythonSet, tidied: tidyPython, path: func(u *Unit) string { return name + "/" + u.Folder() + u.Path + ".py" },
		once: map[string]string{"support": name + "/_support.py", "init": name + "/__init__.py", "typed": name + "/py.typed"},
		each: map[string]string{"package": name + "/__init__.py"}, all: name + "/model.py", before: loadedFirst}
	return by.output(p, options)
}

var pythonPackage = generate.Option{
	Name: "package", Title: "Package", Doc: "The folder of all modules. Without one it is the name of the project.",
	Check: func(text string) error {
		if !plainPackage.MatchString(text) || python.Keywords[text] {
			return fmt.Errorf("%q is no package, such as honey_lots", text)
		}
		return nil
	},
}

// tidyPython leaves two blank lines before what stands at the left, and one before anything else.
func tidyPython(text string) string {
	var out []string
	blank, header := false, true
	for line := range strings.Lines(text) {
		line = strings.TrimRight(line, " \n")
		if line == "" {
			blank = true
			continue
		}
		top := strings.HasPrefix(line, "class ") || strings.HasPrefix(line, "def ")
		opened := len(out) > 0 && strings.HasSuffix(out[len(out)-1], ":") && !strings.HasPrefix(strings.TrimSpace(out[len(out)-1]), `"""`)
		switch {
		case len(out) == 0 || opened:
		case top:
			out = append(out, "", "")
			header = false
		case blank && !(header && strings.HasPrefix(line, "from ") && strings.HasPrefix(out[len(out)-1], "from .")):
			out = append(out, "")
		}
		out, blank = append(out, line), false
	}
	return strings.Join(out, "\n") + "\n"
}

// docString is a text between three quotes, which nothing in it ends.
func docString(indent int, parts ...string) string {
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
	clean := strings.NewReplacer(`\`, `\\`, `"""`, `\"\"\"`)
	for i := range all {
		all[i] = clean.Replace(all[i])
	}
	before := strings.Repeat(" ", indent)
	if len(all) == 1 {
		if strings.HasSuffix(all[0], `"`) {
			all[0] = all[0][:len(all[0])-1] + `\"`
		}
		return before + `"""` + all[0] + `"""` + "\n"
	}
	for i := range all[1:] {
		if all[i+1] != "" {
			all[i+1] = before + all[i+1]
		}
	}
	return before + `"""` + strings.Join(all, "\n") + "\n" + before + `"""` + "\n"
}

func pythonText(s string) string { return quoted(s) }

// loadedFirst are the units that a file needs when it is read: what it extends, and those of defaults.
func loadedFirst(u *Unit) []*Unit {
	out := slices.Clone(u.Values)
	for _, of := range slices.Concat(u.Offers, u.Generals) {
		if !slices.Contains(out, of) {
			out = append(out, of)
		}
	}
	slices.SortFunc(out, func(a, b *Unit) int { return strings.Compare(a.Path, b.Path) })
	return out
}

// modules are those that a file needs when it is read.
func modules(units []*Unit) (out []*Unit) {
	for _, u := range units {
		for _, of := range loadedFirst(u) {
			if !slices.Contains(units, of) && !slices.Contains(out, of) {
				out = append(out, of)
			}
		}
	}
	return out
}

// checkedUses are those that only types speak of.
func checkedUses(units []*Unit) (out []*Unit) {
	if len(units) > 1 {
		return nil // all stand in one file
	}
	loaded := modules(units)
	for _, u := range units {
		for _, of := range u.Uses {
			if !slices.Contains(loaded, of) {
				out = append(out, of)
			}
		}
	}
	return out
}

func leadsToMany(units []*Unit) bool {
	return slices.ContainsFunc(units, func(u *Unit) bool {
		return slices.ContainsFunc(u.Ends, func(e *End) bool { return e.Many() && !e.Hidden })
	})
}

// pythonEnumerations: PEP 435, "Derived Enumerations".
var pythonEnumerations = generate.Option{
	Name: "enumerations", Title: "Enumerations", Doc: "What a literal is.", Default: "enum",
	Choices: []generate.Choice{{Value: "enum", Title: "A member of an Enum"}, {Value: "mixed", Title: "A text or a number, too"}},
}

// pythonAs is Python with what enumerations have of texts and numbers.
func pythonAs(options map[string]string) *Language {
	if options[pythonEnumerations.Name] != "mixed" {
		return python
	}
	c := *python
	c.EnumMembers = maps.Clone(python.EnumMembers)
	maps.Copy(c.EnumMembers, pythonValues)
	return &c
}

// pythonValues are what texts and numbers have (The Python Standard Library, "Built-in Types").
var pythonValues = words(`capitalize casefold center count encode endswith expandtabs find format format_map index isalnum isalpha isascii isdecimal isdigit isidentifier
	islower isnumeric isprintable isspace istitle isupper join ljust lower lstrip maketrans partition removeprefix removesuffix replace rfind rindex rjust rpartition rsplit
	rstrip split splitlines startswith strip swapcase title translate upper zfill
	as_integer_ratio bit_count bit_length conjugate denominator from_bytes imag is_integer numerator real to_bytes`)

// pythonCodes is what the codes of an enumeration are.
func pythonCodes(u *Unit) string {
	if constants(u) == "int" {
		return "int"
	}
	return "str"
}

// primitives reports whether some of these stand in a file.
func primitives(units []*Unit, names ...string) bool {
	return slices.ContainsFunc(units, func(u *Unit) bool {
		return slices.ContainsFunc(names, func(n string) bool { return u.Primitives[n] })
	})
}

func isKind(units []*Unit, kind string) bool {
	return slices.ContainsFunc(units, func(u *Unit) bool { return u.Kind == kind })
}

// isPlain: nothing stands in the constructor.
func isPlain(u *Unit) bool {
	return len(u.Generals) == 0 && len(u.Ends) == 0 && !slices.ContainsFunc(u.Attributes, func(a *Attribute) bool { return !a.Data.Static && !a.Data.Derived })
}

// typingNames are what a file needs of the module typing.
func typingNames(units []*Unit) (out []string) {
	if len(checkedUses(units)) > 0 {
		out = append(out, "TYPE_CHECKING")
	}
	if slices.ContainsFunc(units, func(u *Unit) bool {
		return slices.ContainsFunc(u.Attributes, func(a *Attribute) bool { return a.Data.Static && !a.Data.Derived })
	}) {
		out = append(out, "ClassVar")
	}
	if isKind(units, "interface") {
		out = append(out, "Protocol")
	}
	return out
}

// pythonSupports reports whether a file needs what stands beside all classes.
func pythonSupports(units []*Unit) bool {
	return slices.ContainsFunc(units, func(u *Unit) bool {
		return u.Kind != "interface" && len(u.Operations) > 0 || takesLinks(u) || linksBySeveral(u) || slices.ContainsFunc(u.Attributes, func(a *Attribute) bool { return a.Data.Derived }) ||
			slices.ContainsFunc(u.Ends, func(e *End) bool { return e.Many() || !e.Hidden && refuses(e) })
	})
}

// linksBySeveral: what one of several generals has linked has to be taken back where another one, or the class itself,
// is refused.
func linksBySeveral(u *Unit) bool { return len(u.Generals) > 1 && severalLinks(u) }

// firstField is what the constructor of a class gives a value first, of what it has itself.
func firstField(u *Unit) string {
	if len(u.Ends) > 0 {
		return u.Ends[0].Field
	}
	for _, a := range u.Attributes {
		if !a.Data.Static && !a.Data.Derived {
			return a.Field
		}
	}
	return ""
}
