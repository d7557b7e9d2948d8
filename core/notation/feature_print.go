package notation

import (
	"strings"

	"lexeon/core/model"
)

var signByVisibility = map[model.Visibility]string{model.Public: "+", model.Private: "-", model.Protected: "#", model.Package: "~"}

// Style says for whom a feature is printed.
type Style int

const (
	Typed Style = iota // to be edited as text: everything, static and abstract as braces
	Drawn              // on a diagram: static is underlined and abstract slanted there
)

// FeatureOf gives the feature that a part of a classifier is.
func FeatureOf(m *model.Model, e *model.Element) Feature {
	f := Feature{Kind: e.Kind, Name: e.Name, Type: m.TypeText(e)}
	switch e.Kind {
	case model.Attribute:
		f.Attribute = e.Attribute()
		f.Attribute.TypeName = ""
	case model.Operation:
		f.Operation = e.Operation()
		f.Operation.TypeName, f.Operation.Exceptions = "", nil
		for _, p := range m.Children(e.ID, model.Parameter) {
			d := p.Parameter()
			d.TypeName = ""
			f.Params = append(f.Params, Param{Name: p.Name, Type: m.TypeText(p), Data: d})
		}
	case model.Literal:
		f.Literal = e.Literal()
	case model.UnreadLine:
		f.Text = e.Unread().Text
	}
	return f
}

// PrintFeature writes a part as one line.
func PrintFeature(ctx Context, f Feature, style Style) string {
	var b strings.Builder
	sign := func(v model.Visibility) {
		if s := signByVisibility[v]; s != "" {
			b.WriteString(s + " ")
		}
	}
	var props []string
	add := func(on bool, word string) {
		if on {
			props = append(props, word)
		}
	}
	switch f.Kind {
	case model.UnreadLine:
		return f.Text
	case model.Literal:
		b.WriteString(plainOrQuoted(f.Name))
		writeDefault(&b, f.Literal.Value)
	case model.Attribute:
		a := f.Attribute
		sign(a.Visibility)
		if a.Derived {
			b.WriteByte('/')
		}
		b.WriteString(plainOrQuoted(f.Name))
		writeType(&b, f.Type, a.Multiplicity)
		writeDefault(&b, a.Default)
		add(a.Identifier, "id")
		add(a.ReadOnly, "readOnly")
		add(a.Ordered, "ordered")
		add(a.NonUnique, "nonunique")
		add(a.Static && style == Typed, "static")
		// A bare attribute of an enumeration would read as a literal.
		bare := a.Visibility == "" && !a.Derived && f.Type == "" && a.Multiplicity.State == model.Absent && a.Redefines == ""
		add(style == Typed && ctx.Owner == model.Enumeration && bare && len(props) == 0, "attribute")
		if a.Redefines != "" {
			props = append(props, "redefines "+plainOrQuoted(a.Redefines))
		}
	case model.Operation:
		o := f.Operation
		sign(o.Visibility)
		b.WriteString(plainOrQuoted(f.Name))
		b.WriteByte('(')
		for i, p := range f.Params {
			if i > 0 {
				b.WriteString(", ")
			}
			writeParam(&b, ctx, p)
		}
		b.WriteByte(')')
		writeType(&b, f.Type, o.Multiplicity)
		add(o.Static && style == Typed, "static")
		add(o.Abstract && style == Typed, "abstract")
		add(o.Query, "query")
	}
	if len(props) > 0 {
		b.WriteString(" {" + strings.Join(props, ", ") + "}")
	}
	return b.String()
}

func writeType(b *strings.Builder, typ string, mult model.Multiplicity) {
	if typ != "" {
		b.WriteString(": " + plainOrQuoted(typ))
	}
	if s := mult.String(); s != "" {
		b.WriteString(" [" + s + "]")
	}
}

func writeDefault(b *strings.Builder, def string) {
	if def != "" {
		b.WriteString(" = " + def)
	}
}

func writeParam(b *strings.Builder, ctx Context, p Param) {
	if p.Data.Direction != model.In {
		b.WriteString(string(p.Data.Direction) + " ")
	}
	name := plainOrQuoted(p.Name)
	first, _, _ := strings.Cut(p.Name, " ")
	if first == "in" || first == "out" || first == "inout" ||
		p.Type == "" && ctx.IsKnownType != nil && ctx.IsKnownType(p.Name) {
		name = quote(p.Name) // else it would be read as a direction or as a type
	}
	if p.Name != "" {
		b.WriteString(name)
	}
	writeType(b, p.Type, p.Data.Multiplicity)
	writeDefault(b, p.Data.Default)
}

// plainOrQuoted writes a name as it is where it reads back as itself.
func plainOrQuoted(name string) string {
	if name == "" || strings.ContainsAny(name, `:()[]={},"\`) || strings.ContainsAny(name[:1], "+-#~/") ||
		strings.Join(strings.Fields(name), " ") != name {
		return quote(name)
	}
	return name
}

// FeatureParts lists the parts of a classifier in the order in which they are
// written: literals, attributes, unread lines, then operations.
func FeatureParts(m *model.Model, classifier model.ID) (first, operations []*model.Element) {
	var attributes, unread []*model.Element
	for _, e := range m.Children(classifier) {
		switch e.Kind {
		case model.Literal:
			first = append(first, e)
		case model.Attribute:
			attributes = append(attributes, e)
		case model.UnreadLine:
			unread = append(unread, e)
		case model.Operation:
			operations = append(operations, e)
		}
	}
	return append(append(first, attributes...), unread...), operations
}

// FeatureText writes all features of a classifier, operations after a blank line.
func FeatureText(m *model.Model, e *model.Element) string {
	ctx := ContextOf(m, e)
	first, operations := FeatureParts(m, e.ID)
	lines := func(parts []*model.Element) []string {
		out := make([]string, len(parts))
		for i, p := range parts {
			out[i] = PrintFeature(ctx, FeatureOf(m, p), Typed)
		}
		return out
	}
	return JoinFeatures(lines(first), lines(operations))
}

// JoinFeatures puts lines of features together as FeatureText does.
func JoinFeatures(first, operations []string) string {
	var b strings.Builder
	for _, l := range first {
		b.WriteString(l + "\n")
	}
	if len(first) > 0 && len(operations) > 0 {
		b.WriteByte('\n')
	}
	for _, l := range operations {
		b.WriteString(l + "\n")
	}
	return b.String()
}
