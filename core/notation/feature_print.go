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
