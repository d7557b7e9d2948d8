package code

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"text/template"

	"lexeon/core/generate"
	"lexeon/core/visible"
)

// cSharp: version 7.2, names as in the design guidelines of .NET.
var cSharp = &Language{
	Name: "csharp", Title: "C#",
	Type: UpperCamel, Member: UpperCamel, Parameter: LowerCamel, Literal: UpperCamel, File: UpperCamel, Space: UpperCamel, Kept: LowerCamel, SharesNames: true,
	Patterns: Patterns{Get: "{}", Is: "{}", Set: "set {}", Field: "_{}", Add: "add {}", Remove: "remove {}", Attach: "attach {}", Detach: "detach {}",
		Find: "find {}", Full: "has all {}", Short: "needs all {}", Validate: "validate", Dispose: "dispose", IsPart: "is part", AttributeField: "{}"},
	// ECMA-334, 6.4.4.
	Keywords: words(`abstract as base bool break byte case catch char checked class const continue decimal default delegate do double else enum event explicit extern
		false finally fixed float for foreach goto if implicit in int interface internal is lock long namespace new null object operator out override params private
		protected public readonly ref return sbyte sealed short sizeof stackalloc static string struct switch this throw true try typeof uint ulong unchecked unsafe
		ushort using virtual void volatile while async await dynamic nameof var when where yield value`),
	Types:   words(`DateTime Decimal Dictionary Exception Func Action InvalidOperationException IList IReadOnlyList Links List NotWritten Object Refused String System TimeSpan Validate Dispose IsPart`),
	Members: words(`Equals Finalize GetHashCode GetType MemberwiseClone ReferenceEquals ToString`),
}

var cSharpSet = set("csharp", template.FuncMap{"comment": summary, "linked": linked, "owned": ownedBy, "asks": asksForWholes, "constructs": constructs, "takesLinks": takesLinks,
	"several": severalLinks, "text": cSharpText, "identifiers": identifiers, "visible": cSharpVisible, "bases": cSharpBases, "using": cSharpUsing, "structural": structural, "enum": func(u *Unit) bool { return u.Kind == "enumeration" },
	"sealed": func(u *Unit) bool { return !u.Specific }})

// CSharp is a namespace with a class for each type.
var CSharp = &generate.Target{
	Name: "csharp", Title: "C#", Group: "Code", Download: "Download C#", Notes: "Settled, and not held by C#",
	Options: []generate.Option{generate.Of, cSharpNamespace, generate.Packages, listsOf("view"), generate.Files, generate.Comments},
	Rules:   generate.RulesOfOneGeneral,
	Make: func(o *generate.Order) (generate.Output, error) {
		return chosen(o, printCSharp)
	},
}

func printCSharp(plan *generate.Plan, options map[string]string) (generate.Output, error) {
	p := Layout(cSharp, plan)
	for _, u := range p.Units {
		if u.Kind == "enumeration" && len(u.Operations) > 0 {
			p.Notes = append(p.Notes, generate.Note{Subject: u.Type.ID, Message: u.Type.Name + " has operations: an enumeration of C# has none"})
		}
	}
	name := options[cSharpNamespace.Name]
	if name == "" {
		if name = UpperCamel(wordsOf(plan.Project, "model")); !plainNamespace.MatchString(name) || name == "System" {
			name = "Model"
		}
	}
	options = with(options, "namespace", name)
	by := printing{of: cSharpSet, tidied: tidy, path: func(u *Unit) string { return "src/" + u.Folder() + u.Path + ".cs" }, once: map[string]string{"support": "src/Support.cs"}, all: "src/Model.cs"}
	return by.output(p, options)
}

var cSharpNamespace = generate.Option{
	Name: "namespace", Title: "Namespace", Doc: "The namespace of all types. Without one it is the name of the project.",
	Check: func(text string) error {
		for part := range strings.SplitSeq(text, ".") {
			if !plainNamespace.MatchString(part) || cSharp.Keywords[part] {
				return fmt.Errorf("%q is no namespace, such as Honey.Lots", text)
			}
		}
		return nil
	},
}

var plainNamespace = regexp.MustCompile(`^[A-Za-z][A-Za-z0-9_]*$`)

// summary is a text as a documentation comment, which is XML.
func summary(indent int, parts ...string) string {
	var all []string
	for _, p := range parts {
		all = append(all, lines(p)...)
	}
	if len(all) == 0 {
		return ""
	}
	before := strings.Repeat(" ", indent) + "/// "
	clean := strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;")
	for i := range all {
		all[i] = clean.Replace(all[i])
	}
	if len(all) == 1 {
		return before + "<summary>" + all[0] + "</summary>\n"
	}
	return before + "<summary>\n" + before + strings.Join(all, "\n"+before) + "\n" + before + "</summary>\n"
}

func cSharpText(s string) string {
	return `"` + strings.NewReplacer(`\`, `\\`, `"`, `\"`, "\n", `\n`, "\t", `\t`).Replace(visible.Text(s)) + `"`
}

func cSharpVisible(v string) string {
	if v == "package" {
		return "internal"
	}
	return v
}

func cSharpBases(u *Unit) string {
	var out []string
	if u.General != nil {
		out = append(out, u.General.Name)
	}
	for _, o := range u.Offers {
		out = append(out, o.Name)
	}
	if len(out) == 0 {
		return ""
	}
	return " : " + strings.Join(out, ", ")
}

// structural types have no null of their own.
func structural(r Ref) bool {
	switch r.Primitive {
	case "Integer", "Decimal", "Money", "Boolean", "Date", "Time", "Instant", "Duration":
		return true
	}
	return r.Unit != nil && r.Unit.Kind == "enumeration"
}

// cSharpUsing are the namespaces of what a file names, but for those that it stands in.
func cSharpUsing(u *Unit, root string) (out []string) {
	own := root + u.Inside(".") + "."
	for _, of := range u.Elsewhere() {
		if in := root + of.Inside("."); !strings.HasPrefix(own, in+".") && !slices.Contains(out, in) {
			out = append(out, in)
		}
	}
	slices.Sort(out)
	return out
}
