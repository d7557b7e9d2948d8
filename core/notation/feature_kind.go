package notation

import (
	"strings"

	"lexeon/core/model"
)

// featureKind is a kind of line among the features of a classifier: what it takes from a
// part, how it is printed, and which fields it sets.
type featureKind struct {
	kind model.Kind
	// below: in the compartment of operations.
	below bool
	take  func(m *model.Model, e *model.Element, f *Feature)
	// print writes the line before its braces, and gives what stands in these.
	print  func(b *strings.Builder, ctx Context, f Feature, style Style) (props []string)
	fields func(f Feature) model.Patch
}

// featureKinds in the order in which features are written.
var featureKinds = []featureKind{
	{kind: model.Literal, take: takeLiteral, print: printLiteral, fields: func(f Feature) model.Patch {
		return model.P("name", f.Name, "value", f.Literal.Value)
	}},
	{kind: model.Attribute, take: takeAttribute, print: printAttribute, fields: func(f Feature) model.Patch {
		a := f.Attribute
		return model.P("name", f.Name, "typeName", f.Type, "visibility", a.Visibility, "multiplicity", a.Multiplicity,
			"default", a.Default, "static", a.Static, "derived", a.Derived, "readOnly", a.ReadOnly, "ordered", a.Ordered,
			"nonUnique", a.NonUnique, "identifier", a.Identifier, "redefines", a.Redefines)
	}},
	{kind: model.UnreadLine, take: takeUnread, print: printUnread, fields: func(f Feature) model.Patch {
		return model.P("text", f.Text)
	}},
	{kind: model.Operation, below: true, take: takeOperation, print: printOperation, fields: func(f Feature) model.Patch {
		o := f.Operation
		return model.P("name", f.Name, "typeName", f.Type, "visibility", o.Visibility, "multiplicity", o.Multiplicity,
			"static", o.Static, "abstract", o.Abstract, "query", o.Query, "constructor", o.Constructor)
	}},
	{kind: model.Reception, below: true, take: takeReception, print: printReception, fields: func(f Feature) model.Patch {
		return model.P("typeName", f.Type)
	}},
}

// featureKindOf is nil for what is no feature.
func featureKindOf(k model.Kind) *featureKind {
	for i := range featureKinds {
		if featureKinds[i].kind == k {
			return &featureKinds[i]
		}
	}
	return nil
}

// FeatureOf gives the feature that a part of a classifier is.
func FeatureOf(m *model.Model, e *model.Element) Feature {
	f := Feature{Kind: e.Kind, Name: e.Name, Type: m.TypeText(e)}
	if k := featureKindOf(e.Kind); k != nil {
		k.take(m, e, &f)
	}
	return f
}

// PrintFeature writes a part as one line.
func PrintFeature(ctx Context, f Feature, style Style) string {
	var b strings.Builder
	if props := featureKindOf(f.Kind).print(&b, ctx, f, style); len(props) > 0 {
		b.WriteString(" {" + strings.Join(props, ", ") + "}")
	}
	return b.String()
}

// featureFields lists the fields a line carries, as they are set on a part.
func featureFields(f Feature) model.Patch { return featureKindOf(f.Kind).fields(f) }

// FeatureParts lists the parts of a classifier in the order in which they are
// written: literals, attributes and unread lines, then operations and receptions.
func FeatureParts(m *model.Model, classifier model.ID) (first, below []*model.Element) {
	parts := m.Children(classifier)
	for _, k := range featureKinds {
		for _, e := range parts {
			switch {
			case e.Kind != k.kind:
			case k.below:
				below = append(below, e)
			default:
				first = append(first, e)
			}
		}
	}
	return first, below
}

func takeLiteral(_ *model.Model, e *model.Element, f *Feature) { f.Literal = e.Literal() }

func printLiteral(b *strings.Builder, _ Context, f Feature, _ Style) []string {
	b.WriteString(plainOrQuoted(f.Name))
	writeDefault(b, f.Literal.Value)
	return nil
}

func takeUnread(_ *model.Model, e *model.Element, f *Feature) { f.Text = e.Unread().Text }

func printUnread(b *strings.Builder, _ Context, f Feature, _ Style) []string {
	b.WriteString(f.Text)
	return nil
}

func takeAttribute(_ *model.Model, e *model.Element, f *Feature) {
	f.Attribute = e.Attribute()
	f.Attribute.TypeName = ""
}

// modifiers gathers what stands in braces.
type modifiers []string

func (p *modifiers) add(on bool, word string) {
	if on {
		*p = append(*p, word)
	}
}

func printAttribute(b *strings.Builder, ctx Context, f Feature, style Style) []string {
	var props modifiers
	a := f.Attribute
	writeVisibility(b, a.Visibility)
	if a.Derived {
		b.WriteByte('/')
	}
	b.WriteString(plainOrQuoted(f.Name))
	writeType(b, f.Type, a.Multiplicity)
	writeDefault(b, a.Default)
	props.add(a.Identifier, "id")
	props.add(a.ReadOnly, "readOnly")
	props.add(a.Ordered, "ordered")
	props.add(a.NonUnique, "nonunique")
	props.add(a.Static && style == Typed, "static")
	// A bare attribute of an enumeration would read as a literal.
	bare := a.Visibility == "" && !a.Derived && f.Type == "" && a.Multiplicity.State == model.Absent && a.Redefines == ""
	props.add(style == Typed && ctx.Owner == model.Enumeration && bare && len(props) == 0, "attribute")
	if a.Redefines != "" {
		props = append(props, "redefines "+plainOrQuoted(a.Redefines))
	}
	return props
}

func takeOperation(m *model.Model, e *model.Element, f *Feature) {
	f.Operation = e.Operation()
	f.Operation.TypeName, f.Operation.Exceptions = "", nil
	for _, p := range m.Children(e.ID, model.Parameter) {
		d := p.Parameter()
		d.TypeName = ""
		f.Params = append(f.Params, Param{Name: p.Name, Type: m.TypeText(p), Data: d})
	}
}

func printOperation(b *strings.Builder, ctx Context, f Feature, style Style) []string {
	var props modifiers
	o := f.Operation
	writeVisibility(b, o.Visibility)
	b.WriteString(plainOrQuoted(f.Name))
	writeParams(b, ctx, f.Params)
	writeType(b, f.Type, o.Multiplicity)
	props.add(o.Static && style == Typed, "static")
	props.add(o.Abstract && style == Typed, "abstract")
	props.add(o.Query, "query")
	return props
}

// takeReception: what is received is told by the attributes of the signal.
func takeReception(m *model.Model, e *model.Element, f *Feature) {
	if s := m.Element(e.Type); s != nil {
		f.Params = carried(m, s)
	}
}

// carried are the attributes of a signal as parameters of those who receive it.
func carried(m *model.Model, signal *model.Element) []Param {
	var out []Param
	for _, a := range m.Children(signal.ID, model.Attribute) {
		out = append(out, Param{Name: a.Name, Type: m.TypeText(a), Data: model.ParameterData{Multiplicity: a.Attribute().Multiplicity}})
	}
	return out
}

// receptionKeyword stands before a reception: UML 2.5.1, 10.3.4.
const receptionKeyword = "«signal»"

func printReception(b *strings.Builder, ctx Context, f Feature, _ Style) []string {
	b.WriteString(receptionKeyword + " " + plainOrQuoted(f.Type))
	writeParams(b, ctx, f.Params)
	return nil
}

// readReception reads what follows the keyword. Parameters may be left out; others than
// those of the signal are refused, since the signal says what it carries.
func readReception(ctx Context, s *scanner) (Feature, error) {
	f := Feature{Kind: model.Reception}
	if ctx.Owner == model.Enumeration || ctx.Owner == model.DataType || ctx.Owner == model.Signal {
		return f, syntaxf("classes, interfaces and components receive signals")
	}
	s.blank()
	named := s.peek() == '"' // "" is what a reception without a signal is printed as
	var err error
	if f.Type, err = s.name("("); err != nil {
		return f, err
	}
	if f.Type == "" && !named {
		return f, syntaxf("expected the name of a signal")
	}
	bare := true
	if s.take('(') {
		if f.Params, err = readParams(ctx, s); err != nil {
			return f, err
		}
		bare = len(f.Params) == 0
	}
	if s.blank(); !s.done() {
		return f, syntaxf("did not expect %q", string(s.rest()))
	}
	var known []Param
	found := false
	if ctx.Carries != nil {
		known, found = ctx.Carries(f.Type)
	}
	if !bare && (!found || textOfParams(ctx, known) != textOfParams(ctx, f.Params)) {
		return f, syntaxf("what a signal carries is said by its attributes: write %s %s alone", receptionKeyword, plainOrQuoted(f.Type))
	}
	f.Params = known
	return f, checkTexts(f)
}

func textOfParams(ctx Context, params []Param) string {
	var b strings.Builder
	writeParams(&b, ctx, params)
	return b.String()
}

func writeParams(b *strings.Builder, ctx Context, params []Param) {
	b.WriteByte('(')
	for i, p := range params {
		if i > 0 {
			b.WriteString(", ")
		}
		writeParam(b, ctx, p)
	}
	b.WriteByte(')')
}

func writeVisibility(b *strings.Builder, v model.Visibility) {
	if s := signByVisibility[v]; s != "" {
		b.WriteString(s + " ")
	}
}
