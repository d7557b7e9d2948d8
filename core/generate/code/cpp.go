package code

import (
	_ "embed"
	"fmt"
	"slices"
	"strings"
	"text/template"

	"lexeon/core/english"
	"lexeon/core/generate"
	"lexeon/core/visible"
)

// cpp: C++20, names as the C++ Core Guidelines have them (NL.8, NL.10), but for types, which begin with a capital.
var cpp = &Language{
	Name: "cpp", Title: "C++", SeveralGenerals: true, WholesKeep: true, ReadsByCalls: true,
	Type: UpperCamel, Member: Snake, Parameter: Snake, Literal: Snake, File: Snake, Space: Snake, Spaces: words(`text code links std`),
	Patterns: Patterns{Get: "{}", Is: "is {}", Set: "set {}", Field: "m {}", Add: "add {}", Remove: "remove {}", Take: "take {}", Attach: "attach {}", Detach: "detach {}",
		Find: "find {}", Full: "has all {}", Short: "needs all {}", Validate: "validate", Dispose: "unlink", IsPart: "is within", AttributeField: "m {}"},
	// ISO/IEC 14882:2020, 5.11 and 5.10, and macros of the standard headers.
	Keywords: words(`alignas alignof and and_eq asm auto bitand bitor bool break case catch char char8_t char16_t char32_t class compl concept const consteval constexpr
		constinit const_cast continue co_await co_return co_yield decltype default delete do double dynamic_cast else enum explicit export extern false float for friend goto
		if inline int long mutable namespace new noexcept not not_eq nullptr operator or or_eq private protected public register reinterpret_cast requires return short signed
		sizeof static static_assert static_cast struct switch template this thread_local throw true try typedef typeid typename union unsigned using virtual void volatile
		wchar_t while xor xor_eq final override import module std errno assert stdin stdout stderr unix linux major minor offsetof setjmp`),
	Types:   words(`Decimal NotWritten Refused Links Binary Date Instant Duration Clock`),
	Members: words(`one other before gone std`),
}

// cppGlobals are functions and types that the headers of the C library put where a namespace would stand (ISO/IEC 9899:2018,
// clause 7; IEEE Std 1003.1).
//
//go:embed cpp_globals.txt
var cppGlobalText string

var cppGlobals = words(cppGlobalText)

var cppSet = set("cpp", cppNaming(byName).functions(byName), template.FuncMap{"comment": slashComment, "constructs": constructs, "takesLinks": takesLinks, "linkedAbove": linkedAbove, "bases": cppBases, "several": severalLinks, "linked": linked, "asks": isWithinOthers, "text": cppText, "moved": moved,
	"identifiers": comparable, "kept": keptPart, "plain": plainEnd, "headers": cppHeaders, "forward": cppForward, "away": cppAway, "here": cppHere,
	"seen": seen, "asked": asked, "within": withins, "copied": copied, "links": unlinks, "codes": constants})

// Cpp is a header and a source for each class.
var Cpp = &generate.Target{
	Name: "cpp", Title: "C++", Group: "Code", Download: "Download C++", Notes: "Settled, and not held by C++",
	Options: []generate.Option{generate.Of, cppNamespace, generate.Packages, accessorsAs(generate.Choice{Value: "plain", Title: "name, set_name"}, generate.Choice{Value: "get", Title: "get_name, set_name"}), generate.Files, generate.Comments},
	Rules:   generate.RulesOfCode,
	Make:    func(o *generate.Order) (generate.Output, error) { return chosen(o, printCpp) },
}

func cppAs(options map[string]string) *Language {
	return accessorsNamed(cpp, options, "get", "get {}", "is {}")
}

func printCpp(plan *generate.Plan, options map[string]string) (generate.Output, error) {
	p := Layout(cppAs(options), plan)
	name := options[cppNamespace.Name]
	if name == "" {
		name = Snake(wordsOf(plan.Project, "model"))
		switch {
		case !plainPackage.MatchString(name):
			name = "model"
		case cpp.Keywords[name] || cppGlobals[name]:
			name += "_model"
		}
	}
	for _, u := range p.Units {
		if u.Kind == "enumeration" && len(u.Operations) > 0 {
			p.Notes = append(p.Notes, generate.Note{Subject: u.Type.ID, Message: u.Type.Name + " has operations: an enumeration of C++ has none"})
		}
		for _, e := range u.Ends {
			if e.OwnedBy && e.Inverse != nil && e.Mandatory() {
				p.Notes = append(p.Notes, generate.Note{Subject: u.Type.ID, Message: e.Label + " is there once " + english.Article(e.Unit.Type.Name) + " " + e.Unit.Type.Name + " has taken it in: the whole holds its parts"})
			}
		}
	}
	options = with(options, "namespace", name)
	inside := func(in *Space) template.FuncMap { return cppFrom(p, name, in).functions(cppFriend(name, in)) }
	headers, err := printing{of: cppSet, tidied: tidyCpp, path: func(u *Unit) string { return "include/" + u.Folder() + u.Path + ".hpp" },
		once: map[string]string{"support": "include/support_.hpp", "cmake": "CMakeLists.txt"}, all: "include/model.hpp", before: knownWhole, inside: inside}.output(p, options)
	if err != nil {
		return headers, err
	}
	sources := &Package{Language: p.Language, Plan: p.Plan, Spaces: p.Spaces}
	for _, u := range p.Units {
		if u.Kind == "class" {
			sources.Units = append(sources.Units, u)
		}
	}
	out, err := printing{of: cppSet, tidied: tidyCpp, as: func(*Unit) string { return "source" }, path: func(u *Unit) string { return "src/" + u.Folder() + u.Path + ".cpp" },
		all: "src/model.cpp", whole: "sources", inside: inside}.output(sources, options)
	headers.Files = append(headers.Files, out.Files...)
	slices.SortFunc(headers.Files, func(a, b generate.File) int { return strings.Compare(a.Path, b.Path) })
	return headers, err
}

var cppNamespace = generate.Option{
	Name: "namespace", Title: "Namespace", Doc: "The namespace of all types. Without one it is the name of the project.",
	Check: func(text string) error {
		if first, _, _ := strings.Cut(text, "::"); cppGlobals[first] {
			return fmt.Errorf("%q is a name of the C library: begin with another one, such as honey::lots", first)
		}
		for part := range strings.SplitSeq(text, "::") {
			if !plainPackage.MatchString(part) || cpp.Keywords[part] || strings.Contains(part, "__") {
				return fmt.Errorf("%q is no namespace, such as honey::lots", text)
			}
		}
		return nil
	},
}

// slashComment is a text in lines of comment. A backslash at the end would join the next line to it.
func slashComment(indent int, parts ...string) string {
	var b strings.Builder
	before := strings.Repeat(" ", indent) + "///"
	for _, p := range parts {
		found := lines(p)
		if len(found) > 0 && b.Len() > 0 {
			b.WriteString(before + "\n")
		}
		for _, l := range found {
			l = strings.ReplaceAll(l, "??", "? ?") // the beginning of a trigraph
			if strings.HasSuffix(l, `\`) {
				l += "."
			}
			b.WriteString(strings.TrimRight(before+" "+l, " ") + "\n")
		}
	}
	return b.String()
}

var cppEscaped = strings.NewReplacer(`\`, `\\`, `"`, `\"`, "\n", `\n`, "\t", `\t`, "?", `\?`)

func cppText(s string) string { return `"` + cppEscaped.Replace(visible.Text(s)) + `"` }

var cppPrimitives = map[string]string{"Text": "std::string", "Identifier": "std::string", "Geometry": "std::string", "Integer": "std::int64_t", "Decimal": "Decimal", "Money": "Decimal", "Boolean": "bool",
	"Date": "Date", "Time": "Clock", "Instant": "Instant", "Duration": "Duration", "Binary": "Binary"}

// cppNaming is how a unit is called from the namespace that is written.
type cppNaming func(*Unit) string

func byName(u *Unit) string { return u.Name }

// cppFrom names units from a namespace: those of another one by their way from that of all, and where a way could
// be taken for another one, from the beginning.
func cppFrom(p *Package, root string, in *Space) cppNaming {
	starts := map[string]int{}
	for _, s := range p.Spaces {
		starts[s.Names[len(s.Names)-1]]++
	}
	return func(u *Unit) string {
		switch {
		case u.Space == in:
			return u.Name
		case u.Space == nil:
			return u.Name // it can be seen from all that are in it
		case starts[u.Space.Names[0]] > 1:
			return "::" + root + u.Inside("::") + "::" + u.Name
		}
		return strings.Join(u.Space.Names, "::") + "::" + u.Name
	}
}

// cppFriend names a class that is a friend: that of another namespace by its whole name, since a name alone
// would be one of this namespace (ISO/IEC 14882:2020, 9.8.1.2, 3).
func cppFriend(root string, in *Space) cppNaming {
	return func(u *Unit) string {
		if u.Space == in {
			return u.Name
		}
		return "::" + root + u.Inside("::") + "::" + u.Name
	}
}

// functions are those by which templates name types.
func (named cppNaming) functions(friend cppNaming) template.FuncMap {
	return template.FuncMap{"named": named, "type": named.kept, "param": named.param, "result": named.result, "endType": named.end, "friends": friend.friends}
}

// one is one of a type, as it is kept.
func (named cppNaming) one(r Ref) string {
	switch {
	case r.Unit != nil && r.Unit.Kind == "enumeration":
		return named(r.Unit)
	case r.Unit != nil:
		return "std::shared_ptr<" + named(r.Unit) + ">"
	case cppPrimitives[r.Primitive] != "":
		return cppPrimitives[r.Primitive]
	}
	return "std::any"
}

// cppType is a type as it is kept, with names alone.
func cppType(r Ref) string { return cppNaming(byName).kept(r) }

// kept is a type as it is kept.
func (named cppNaming) kept(r Ref) string {
	one := named.one(r)
	switch {
	case r.Many:
		return "std::vector<" + one + ">"
	case r.Optional && !strings.HasPrefix(one, "std::shared_ptr"):
		return "std::optional<" + one + ">"
	}
	return one
}

// small are types that are handed over as they are.
func small(r Ref) bool {
	if r.Many {
		return false
	}
	switch r.Primitive {
	case "Integer", "Boolean", "Date", "Time", "Instant", "Duration":
		return true
	}
	return r.Unit != nil && r.Unit.Kind == "enumeration"
}

// moved gives up what a variable holds, where that is more than a copy of it.
func moved(r Ref, variable string) string {
	if small(r) {
		return variable
	}
	return "std::move(" + variable + ")"
}

// param is a type as an operation takes it.
func (named cppNaming) param(r Ref) string {
	if small(r) {
		return named.kept(r)
	}
	return "const " + named.kept(r) + "&"
}

// result is a type as an operation gives it.
func (named cppNaming) result(r *Ref) string {
	if r == nil {
		return "void"
	}
	return named.kept(*r)
}

// keptPart: the object holds what is at an end.
func keptPart(e *End) bool { return e.Owns && e.Inverse != nil }

// plainEnd: what is at an end is another object, or a value, that belongs to nobody here.
func plainEnd(e *End) bool { return !keptPart(e) && !(e.OwnedBy && e.Inverse != nil) }

// end is the type of what an end keeps.
func (named cppNaming) end(e *End) string {
	one := named(e.Unit) + "*"
	switch {
	case e.Unit.Kind == "enumeration":
		one = named(e.Unit)
	case keptPart(e):
		one = "std::unique_ptr<" + named(e.Unit) + ">"
	}
	switch {
	case e.Many():
		return "std::vector<" + one + ">"
	case e.Unit.Kind == "enumeration":
		return "std::optional<" + one + ">"
	}
	return one
}

// friends are the classes at the other ends, which keep their halves of links in step.
func (named cppNaming) friends(u *Unit) (out []string) {
	for _, e := range u.Ends {
		if e.Inverse != nil && e.Unit != u && !slices.Contains(out, named(e.Unit)) {
			out = append(out, named(e.Unit))
		}
	}
	slices.Sort(out)
	return out
}

// needed are the units whose names stand in a file.
func needed(u *Unit) []*Unit {
	out := slices.Clone(u.Uses)
	for _, e := range u.Ends {
		if !slices.Contains(out, e.Unit) {
			out = append(out, e.Unit)
		}
	}
	return slices.DeleteFunc(out, func(of *Unit) bool { return of.Name == u.Name })
}

// knownWhole is what has to be known as a whole: what is extended, and enumerations.
func knownWhole(u *Unit) []*Unit {
	return slices.DeleteFunc(needed(u), func(of *Unit) bool {
		return of.Kind != "enumeration" && !slices.Contains(u.Generals, of) && !slices.Contains(u.Offers, of)
	})
}

// cppHeaders are those of what has to be known as a whole.
func cppHeaders(u *Unit) (out []string) {
	for _, of := range knownWhole(u) {
		out = append(out, of.Folder()+of.Path)
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// cppForward are those whose names are enough in a header; a source needs the rest of them.
func cppForward(u *Unit) []*Unit {
	headers := cppHeaders(u)
	out := slices.DeleteFunc(needed(u), func(of *Unit) bool { return slices.Contains(headers, of.Folder()+of.Path) })
	slices.SortFunc(out, func(a, b *Unit) int { return strings.Compare(a.Name, b.Name) })
	return out
}

// seen are the attributes of which something can be seen from a place.
func seen(u *Unit, from string) (out []*Attribute) {
	for _, a := range u.Attributes {
		v := a.Visibility
		if v == "package" || v == "private" && u.Type.Accessors {
			v = "public"
		}
		if v == from && (v != "private" || a.Data.Derived) {
			out = append(out, a)
		}
	}
	return out
}

// asked are the operations of a visibility.
func asked(u *Unit, from string) (out []*Operation) {
	for _, o := range u.Operations {
		if v := o.Visibility; v == from || from == "public" && v == "package" {
			out = append(out, o)
		}
	}
	return out
}

// hasVirtual: objects are spoken of by what their class extends, or is extended by.
func hasVirtual(u *Unit) bool {
	return len(u.Generals) > 0 || u.Specific || len(u.Offers) > 0 || u.Type.Abstract || u.Linked || u.PartOf
}

// unlinks: links have to be undone when an object of the class itself is gone.
func unlinks(u *Unit) bool {
	return slices.ContainsFunc(u.Ends, func(e *End) bool { return e.Inverse != nil })
}

// copied: a value without links, which can be copied as its parts can.
func copied(u *Unit) bool { return !hasVirtual(u) && len(u.Ends) == 0 }

// withins are the ends at which there is a whole that could be a part in turn.
func withins(u *Unit) (out []*End) {
	for _, e := range u.Ends {
		if e.OwnedBy && e.Recursive {
			out = append(out, e)
		}
	}
	return out
}

// isWithinOthers reports whether a class says by itself what it is in: the first of a hierarchy does in any case, and so
// do one with several generals and one that has wholes of its own.
func isWithinOthers(u *Unit) bool { return u.PartOf && (len(u.Generals) != 1 || len(withins(u)) > 0) }

// comparable are the identifiers that C++ can compare.
func comparable(u *Unit) []*Attribute {
	return slices.DeleteFunc(identifiers(u), func(a *Attribute) bool { return strings.Contains(cppType(a.Ref), "std::any") })
}

// cppAway are the units of other namespaces that are declared in a header, together by their namespaces.
func cppAway(u *Unit) (out [][]*Unit) {
	for _, of := range cppForward(u) {
		if of.Space == u.Space {
			continue
		}
		i := slices.IndexFunc(out, func(there []*Unit) bool { return there[0].Space == of.Space })
		if i < 0 {
			out = append(out, nil)
			i = len(out) - 1
		}
		out[i] = append(out[i], of)
	}
	return out
}

// cppHere are those of the same one.
func cppHere(u *Unit) []*Unit {
	return slices.DeleteFunc(cppForward(u), func(of *Unit) bool { return of.Space != u.Space })
}

// cppBase is what a class is made of, with what its constructor is given.
type cppBase struct {
	Name string
	Args []string
}

// cppBases are the generals that a constructor makes: what several ways lead to first, which the class of the object
// makes, whatever its generals would give it (ISO/IEC 14882:2020, 11.10.2, 13). What is given several times is copied
// until the last one; a part is given to the first, which alone takes it.
func cppBases(u *Unit) (out []cppBase) {
	var made []*Unit
	done := map[*Unit]bool{}
	var visit func(x *Unit)
	visit = func(x *Unit) {
		for _, g := range x.Generals {
			if done[g] {
				continue
			}
			done[g] = true
			visit(g)
			if g.Shared {
				made = append(made, g)
			}
		}
	}
	visit(u)
	for _, g := range u.Generals {
		if !g.Shared {
			made = append(made, g)
		}
	}
	left := map[*Param]int{}
	for _, g := range made {
		for _, p := range g.Params {
			left[p]++
		}
	}
	given := map[*Param]bool{}
	for _, g := range made {
		if len(g.Params) == 0 {
			continue
		}
		base := cppBase{Name: g.Name}
		for _, p := range g.Params {
			left[p]--
			arg := p.Name
			switch {
			case p.End != nil && keptPart(p.End):
				if arg = "std::move(" + p.Name + ")"; given[p] {
					arg = "nullptr"
				}
			case p.End == nil && left[p] == 0:
				arg = moved(p.Ref, p.Name)
			}
			given[p] = true
			base.Args = append(base.Args, arg)
		}
		out = append(out, base)
	}
	return out
}
