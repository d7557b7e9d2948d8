package code

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"text/template"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/visible"
)

// java: names as in the Java Language Specification, 6.1.
var java = &Language{
	Name: "java", Title: "Java", ReadsByCalls: true,
	Type: UpperCamel, Member: LowerCamel, Parameter: LowerCamel, Literal: Screaming, File: UpperCamel, Space: Joined, OpensAcross: true,
	Patterns: Patterns{Get: "get {}", Is: "is {}", Set: "set {}", Field: "{}", Add: "add {}", Remove: "remove {}", Held: "held {}", Attach: "attach {}", Detach: "detach {}",
		Find: "find {}", Full: "has all {}", Short: "needs all {}", Validate: "validate", Dispose: "dispose", IsPart: "is part", AttributeField: "{}"},
	// Java Language Specification, 3.9.
	Keywords: words(`abstract assert boolean break byte case catch char class const continue default do double else enum extends final finally float for goto if
		implements import instanceof int interface long native new package private protected public return short static strictfp super switch synchronized
		this throw throws transient try void volatile while true false null _ var record yield sealed permits`),
	Types: words(`Array ArrayList Arrays BigDecimal Boolean Byte Character Class Collections Comparable Duration Enum Error Exception Instant Integer Iterable LinkedHashMap List Links
		LocalDate LocalTime Long Map Math Module NotWritten Number Object Objects Optional Override Package Record Refused Runnable RuntimeException Short String Thread Throwable Void`),
	Members:     words(`clone equals finalize getClass hashCode notify notifyAll toString wait one before other`),
	EnumMembers: words(`values valueOf ordinal name compareTo getDeclaringClass describeConstable code text`),
}

var javaSet = set("java", template.FuncMap{"comment": blockComment, "name": nameOf, "linked": linked, "part": isPart, "owned": ownedBy, "asks": asksForWholes, "constructs": constructs,
	"takesLinks": takesLinks, "several": severalLinks, "text": javaText, "imports": javaImports, "identifiers": identifiers, "visible": javaVisible, "constants": constants, "half": javaHalf, "held": javaHeld, "given": given("null", "null")})

// Java is a package with a class for each type.
var Java = &generate.Target{
	Name: "java", Title: "Java", Group: "Code", Download: "Download Java", Notes: "Settled, and not held by Java",
	Options: []generate.Option{generate.Of, javaPackage, generate.Packages, accessorsAs(generate.Choice{Value: "get", Title: "getName, setName"}, generate.Choice{Value: "plain", Title: "name, setName"}), listsOf("view"),
		noneAs("What is given where there can be none.", generate.Choice{Value: "optional", Title: "Optional"}, generate.Choice{Value: "null", Title: "null"}), generate.Comments},
	Rules: generate.RulesOfOneGeneral,
	Make: func(o *generate.Order) (generate.Output, error) {
		return chosen(o, printJava)
	},
}

func printJava(plan *generate.Plan, options map[string]string) (generate.Output, error) {
	return printJavaPackage(Layout(javaAs(options), plan), javaPackageOf(plan, options[javaPackage.Name]), options)
}

func javaAs(options map[string]string) *Language {
	return accessorsNamed(java, options, "plain", "{}", "{}")
}

// javaPackageOf is the package that is asked for, or that the project names.
func javaPackageOf(plan *generate.Plan, asked string) string {
	if asked != "" {
		return asked
	}
	return packageOf(plan.Project)
}

func javaFolder(name string) string { return "src/" + strings.ReplaceAll(name, ".", "/") + "/" }

func printJavaPackage(p *Package, name string, options map[string]string) (generate.Output, error) {
	folder := javaFolder(name)
	by := printing{of: javaSet, tidied: tidy, path: func(u *Unit) string { return folder + u.Folder() + u.Path + ".java" },
		each: map[string]string{"package": folder + "package-info.java"}, finished: javaNamesUsed(name),
		once: map[string]string{"notwritten": folder + "NotWritten.java", "refused": folder + "Refused.java", "links": folder + "Links.java", "info": folder + "package-info.java"}}
	return by.output(p, with(options, "package", name))
}

var javaPackage = generate.Option{
	Name: "package", Title: "Package", Doc: "The package of all types. Without one it is the name of the project.",
	Check: func(text string) error {
		for part := range strings.SplitSeq(text, ".") {
			if !plainPackage.MatchString(part) || java.Keywords[part] {
				return fmt.Errorf("%q is no package, such as org.example.lots", text)
			}
		}
		return nil
	},
}

var plainPackage = regexp.MustCompile(`^[a-z][a-z0-9_]*$`)

// packageOf makes a package of the name of a project.
func packageOf(project string) string {
	name := strings.Map(func(r rune) rune {
		if r >= 'a' && r <= 'z' || r >= '0' && r <= '9' {
			return r
		}
		return -1
	}, strings.ToLower(project))
	if name = name[:min(len(name), longest)]; !plainPackage.MatchString(name) || java.Keywords[name] || name == "java" || name == "javax" {
		return "model" + name
	}
	return name
}

// javaText is a text as Java writes it: characters that nobody sees are shown, and a backslash before a u
// would be read as a character before anything else is.
func javaText(s string) string {
	var b strings.Builder
	b.WriteByte('"')
	for _, r := range visible.Text(s) {
		switch {
		case r == '"' || r == '\\':
			b.WriteString(`\` + string(r))
		case r == '\n':
			b.WriteString(`\n`)
		case r == '\t':
			b.WriteString(`\t`)
		default:
			b.WriteRune(r)
		}
	}
	return strings.ReplaceAll(b.String(), `\\u`, `\134u`) + `"`
}

// javaImports are the packages of the library that a file needs.
func javaImports(u *Unit, options map[string]string) (out []string) {
	many := len(u.Ends)+len(u.Guards) > 0
	optional, keyed := false, false
	for _, e := range u.Ends {
		optional = optional || !e.Hidden && !e.Many() && (!e.Mandatory() || e.Afterwards) || len(e.Keys) > 0 && e.PerKey == 1
		keyed = keyed || len(e.Keys) > 0
	}
	lists := false
	for _, a := range u.Attributes {
		lists = lists || a.Ref.Many
		optional = optional || a.Ref.Optional && !a.Ref.Many && (a.Data.Derived || a.Visibility != "private" || a.Owner.Type.Accessors)
	}
	refs := func(r Ref) {
		lists = lists || r.Many
		optional = optional || r.Optional && !r.Many
	}
	for _, o := range u.Operations {
		for _, p := range o.Params {
			lists = lists || p.Ref.Many
		}
		if o.Result != nil {
			refs(*o.Result)
		}
	}
	add := func(is bool, path string) {
		if is {
			out = append(out, path)
		}
	}
	add(u.Primitives["Decimal"] || u.Primitives["Money"], "java.math.BigDecimal")
	add(u.Primitives["Duration"], "java.time.Duration")
	add(u.Primitives["Instant"], "java.time.Instant")
	add(u.Primitives["Date"], "java.time.LocalDate")
	add(u.Primitives["Time"], "java.time.LocalTime")
	ends := false
	for _, e := range u.Ends {
		ends = ends || e.Many()
	}
	fields := false
	for _, a := range u.Attributes {
		fields = fields || a.Ref.Many && !a.Data.Derived
	}
	add(ends || fields || u.Kind == "class" && u.Linked && many, "java.util.ArrayList")
	add(slices.ContainsFunc(u.Ends, (*End).CountsKeys), "java.util.Arrays")
	add(ends && options["collections"] != "copy", "java.util.Collections")
	byKey := slices.ContainsFunc(u.Ends, func(e *End) bool { return e.ByKey != "" })
	counted := slices.ContainsFunc(u.Ends, (*End).CountsKeys)
	byKey = byKey || counted
	add(byKey, "java.util.LinkedHashMap")
	add(ends || lists || u.Kind == "class" && u.Linked && many, "java.util.List")
	add(byKey, "java.util.Map")
	add(len(identifiers(u)) > 0 || keyed, "java.util.Objects")
	add(optional && options[nullability.Name] != "null", "java.util.Optional")
	for _, of := range u.Elsewhere() {
		out = append(out, options["package"]+of.Inside(".")+"."+of.Name)
	}
	if u.Depth() > 0 {
		for _, name := range javaSupports {
			out = append(out, options["package"]+"."+name)
		}
	}
	slices.Sort(out)
	return out
}

// javaSupports are the classes that stand beside all types.
var javaSupports = []string{"Links", "NotWritten", "Refused"}

// javaUses are the words with which they are used.
var javaUses = map[string][]string{"Links": {"Links."}, "NotWritten": {"new NotWritten("}, "Refused": {"new Refused(", "catch (Refused "}}

// javaNamesUsed takes away imports of what stands beside all types and is not needed in a file.
func javaNamesUsed(root string) func(text string) string {
	return func(text string) string {
		for _, name := range javaSupports {
			if !slices.ContainsFunc(javaUses[name], func(use string) bool { return hasWord(text, use) }) {
				text = strings.Replace(text, "import "+root+"."+name+";\n", "", 1)
			}
		}
		return text
	}
}

// hasWord tells whether a text has words which are not the end of a longer one.
func hasWord(text, words string) bool {
	for from := 0; ; {
		at := strings.Index(text[from:], words)
		if at < 0 {
			return false
		}
		at += from
		if at == 0 || !inName(text[at-1]) {
			return true
		}
		from = at + 1
	}
}

func inName(c byte) bool {
	return c == '_' || '0' <= c && c <= '9' || 'a' <= c && c <= 'z' || 'A' <= c && c <= 'Z'
}

// javaHalf begins an operation that keeps one half of a link, which classes of other packages have to call where the
// link leads from one to another.
func javaHalf(e *End) string {
	if !e.Across {
		return "    "
	}
	return "    /** For the classes that are linked alone: both ends stay in step. */\n    public "
}

// javaHeld reads what is at an end, from the class at the other one.
func javaHeld(e *End) string {
	if e.Held != "" {
		return e.Held + "()"
	}
	return e.Field
}

// identifiers are the attributes by which what is of a class is known, where no general says so already.
func identifiers(u *Unit) (out []*Attribute) {
	for _, g := range u.line()[1:] {
		if len(identifiedBy(g)) > 0 {
			return nil
		}
	}
	return identifiedBy(u)
}

// identifiedBy are the identifiers that a class has itself.
func identifiedBy(u *Unit) (out []*Attribute) {
	for _, a := range u.Attributes {
		if a.Data.Identifier && !a.Data.Derived && !a.Data.Static {
			out = append(out, a)
		}
	}
	return out
}

func javaVisible(v string) string {
	if v == string(model.Package) {
		return ""
	}
	return v + " "
}

// constants are the literals of an enumeration with their codes, as Java writes them.
func constants(u *Unit) string {
	if len(u.Literals) == 0 || !u.Literals[0].Number {
		return "String"
	}
	return "int"
}
