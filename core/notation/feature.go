package notation

import (
	"strings"

	"lexeon/core/model"
)

// Feature is one line of a classifier's features, read.
type Feature struct {
	Kind      model.Kind // attribute, operation, literal, reception or unread line
	Name      string
	Type      string
	Attribute model.AttributeData
	Operation model.OperationData
	Literal   model.LiteralData
	Params    []Param // of an operation; of a reception, what its signal carries
	Text      string  // of an unread line
	Problem   string  // why it could not be read
}

// own are the parameters that a part of this feature has itself.
func (f Feature) own() []Param {
	if f.Kind == model.Operation {
		return f.Params
	}
	return nil
}

// Param is one parameter of an operation.
type Param struct {
	Name string
	Type string
	Data model.ParameterData
}

// Context is what reading a feature depends on.
type Context struct {
	Owner       model.Kind             // kind of the classifier
	OwnerName   string                 // an operation of this name is a constructor
	IsKnownType func(name string) bool // a known type alone is a nameless parameter
	// Carries are the attributes of a signal; ok is false where there is none of that name.
	Carries func(signal string) (params []Param, ok bool)
}

// ContextOf is the context of a classifier in a model.
func ContextOf(m *model.Model, e *model.Element) Context {
	return Context{Owner: e.Kind, OwnerName: e.Name, IsKnownType: func(name string) bool {
		if _, ok := model.Primitive(name); ok {
			return true
		}
		return len(m.ClassifiersNamed(name)) > 0
	}, Carries: func(name string) ([]Param, bool) {
		for _, c := range m.ClassifiersNamed(name) {
			if c.Kind == model.Signal {
				return carried(m, c), true
			}
		}
		return nil, false
	}}
}

// ReadFeatures reads a text line by line. Blank lines separate nothing and are
// skipped; a line that cannot be read becomes an unread line, never an error.
//
//	line       = feature | reception .
//	reception  = ( "«signal»" | "<<signal>>" ) name [ "(" params ")" ] .
//	feature    = [ visibility ] [ "/" ] name [ "(" params ")" ] [ ":" type ]
//	             [ "[" multiplicity "]" ] [ "=" default ] [ "{" props "}" ] .
//	visibility = "+" | "-" | "#" | "~" .
//	params     = [ param { "," param } ] .
//	param      = [ "in" | "out" | "inout" ] ( name [ ":" type ] | ":" type | known type )
//	             [ "[" multiplicity "]" ] [ "=" default ] .
//	props      = prop { "," prop } .
//	prop       = "attribute" | "id" | "readOnly" | "ordered" | "nonunique" | "unique" | "static"
//	             | "abstract" | "query" | "redefines" name .
//	name, type = plain text without : ( ) [ ] = { } , " or a quoted text .
//
// In an enumeration a name alone, or a name with "= value", is a literal; the
// modifier "attribute" makes such a line an attribute and says nothing else.
func ReadFeatures(ctx Context, text string) []Feature {
	var out []Feature
	for _, line := range strings.Split(text, "\n") {
		if line = strings.TrimSpace(line); line != "" {
			out = append(out, ReadFeature(ctx, line))
		}
	}
	return out
}

// ReadFeature reads one line.
func ReadFeature(ctx Context, line string) Feature {
	f, err := readFeature(ctx, line)
	if err != nil {
		return Feature{Kind: model.UnreadLine, Text: cleanLine(line), Problem: err.Error()}
	}
	return f
}

// cleanLine keeps an unread line storable: control characters become blanks.
func cleanLine(line string) string {
	line = strings.Map(func(r rune) rune {
		if r < ' ' || r >= 0x7f && r < 0xa0 {
			return ' '
		}
		return r
	}, strings.ToValidUTF8(line, "\uFFFD"))
	if r := []rune(line); len(r) > model.MaxNameLength {
		line = string(r[:model.MaxNameLength])
	}
	return strings.TrimSpace(line)
}

var visibilityBySign = map[rune]model.Visibility{'+': model.Public, '-': model.Private, '#': model.Protected, '~': model.Package}

func readFeature(ctx Context, line string) (Feature, error) {
	if !validLine(line) {
		return Feature{}, syntaxf("the line contains a control character or is not UTF-8")
	}
	if words, rest := leadingStereotypes(line); len(words) == 1 && strings.EqualFold(words[0], string(model.Signal)) {
		return readReception(ctx, &scanner{text: []rune(rest)})
	}
	s := &scanner{text: []rune(line)}
	var f Feature
	var vis model.Visibility
	s.blank()
	if v, ok := visibilityBySign[s.peek()]; ok {
		vis = v
		s.next()
	}
	s.blank()
	derived := s.take('/')
	name, err := s.name(":([={")
	if err != nil {
		return f, err
	}
	if name == "" {
		return f, syntaxf("expected a name")
	}
	f.Name = name
	isOperation := s.take('(')
	if isOperation {
		if f.Params, err = readParams(ctx, s); err != nil {
			return f, err
		}
	}
	hasType := s.take(':')
	if hasType {
		if f.Type, err = s.name("[={"); err != nil {
			return f, err
		}
		if f.Type == "" {
			return f, syntaxf("expected a type after ':'")
		}
	}
	mult, err := readBracketMultiplicity(s)
	if err != nil {
		return f, err
	}
	def := ""
	hasDefault := s.take('=')
	if hasDefault {
		if def, err = s.expression("{"); err != nil {
			return f, err
		}
		if def == "" {
			return f, syntaxf("expected a value after '='")
		}
	}
	props, err := readProps(s)
	if err != nil {
		return f, err
	}
	if s.blank(); !s.done() {
		return f, syntaxf("did not expect %q", string(s.rest()))
	}
	switch {
	case ctx.Owner == model.Component:
		return f, syntaxf("of its own a component receives signals, such as %s LotArrived; other features stand in what it holds", receptionKeyword)
	case isOperation && ctx.Owner == model.Signal:
		return f, syntaxf("a signal has attributes, and no operations")
	case isOperation:
		return finishOperation(ctx, f, vis, mult, derived, hasDefault, props)
	case ctx.Owner == model.Enumeration && !hasType && vis == "" && !derived && mult.State == model.Absent && len(props) == 0:
		f.Kind, f.Literal.Value = model.Literal, def
		return f, checkTexts(f)
	}
	return finishAttribute(f, vis, mult, derived, def, props)
}

func finishAttribute(f Feature, vis model.Visibility, mult model.Multiplicity, derived bool, def string, props []prop) (Feature, error) {
	f.Kind = model.Attribute
	a := model.AttributeData{Visibility: vis, Multiplicity: mult, Default: def, Derived: derived}
	for _, p := range props {
		switch p.word {
		case "id":
			a.Identifier = true
		case "readonly":
			a.ReadOnly = true
		case "ordered":
			a.Ordered = true
		case "nonunique":
			a.NonUnique = true
		case "unique", "attribute":
		case "static":
			a.Static = true
		case "derived":
			a.Derived = true
		case "redefines":
			a.Redefines = p.arg
		default:
			return f, syntaxf("%q says nothing about an attribute; possible are id, readOnly, ordered, nonunique, static, redefines …", p.word)
		}
	}
	f.Attribute = a
	return f, checkTexts(f)
}

func finishOperation(ctx Context, f Feature, vis model.Visibility, mult model.Multiplicity, derived, hasDefault bool, props []prop) (Feature, error) {
	f.Kind = model.Operation
	if derived {
		return f, syntaxf("an operation cannot be derived")
	}
	if hasDefault {
		return f, syntaxf("an operation has no default value")
	}
	o := model.OperationData{Visibility: vis, Multiplicity: mult}
	o.Constructor = ctx.OwnerName != "" && f.Name == ctx.OwnerName
	for _, p := range props {
		switch p.word {
		case "static":
			o.Static = true
		case "abstract":
			o.Abstract = true
		case "query":
			o.Query = true
		default:
			return f, syntaxf("%q says nothing about an operation; possible are static, abstract, query", p.word)
		}
	}
	f.Operation = o
	return f, checkTexts(f)
}

func readParams(ctx Context, s *scanner) ([]Param, error) {
	var out []Param
	for {
		s.blank()
		if s.take(')') {
			if len(out) > 0 {
				return nil, syntaxf("expected a parameter after ','")
			}
			return out, nil
		}
		p, err := readParam(ctx, s)
		if err != nil {
			return nil, err
		}
		out = append(out, p)
		switch {
		case s.take(','):
		case s.take(')'):
			return out, nil
		case s.done():
			return nil, syntaxf("the parameters are not closed: expected ')'")
		default:
			return nil, syntaxf("did not expect %q among the parameters", string(s.peek()))
		}
	}
}

func readParam(ctx Context, s *scanner) (Param, error) {
	var p Param
	quoted := s.peek() == '"'
	name, err := s.name(":[=,)")
	if err != nil {
		return p, err
	}
	if !quoted {
		name, p.Data.Direction = splitDirection(name)
		if name == "" && s.peek() == '"' { // out "a name": Type
			if name, err = s.name(":[=,)"); err != nil {
				return p, err
			}
			quoted = true
		}
	}
	p.Name = name
	if s.take(':') {
		if p.Type, err = s.name("[=,)"); err != nil {
			return p, err
		}
		if p.Type == "" {
			return p, syntaxf("expected a type after ':'")
		}
	} else if !quoted && ctx.IsKnownType != nil && ctx.IsKnownType(name) {
		p.Name, p.Type = "", name
	}
	if p.Name == "" && p.Type == "" {
		return p, syntaxf("expected a parameter: name: Type")
	}
	if p.Data.Multiplicity, err = readBracketMultiplicity(s); err != nil {
		return p, err
	}
	if s.take('=') {
		if p.Data.Default, err = s.expression(",)"); err != nil {
			return p, err
		}
		if p.Data.Default == "" {
			return p, syntaxf("expected a value after '='")
		}
	}
	return p, nil
}

func splitDirection(name string) (string, model.Direction) {
	first, rest, _ := strings.Cut(name, " ")
	switch first {
	case "in":
		if rest != "" {
			return strings.TrimSpace(rest), model.In
		}
	case "out":
		return strings.TrimSpace(rest), model.Out
	case "inout":
		return strings.TrimSpace(rest), model.InOut
	}
	return name, model.In
}

func readBracketMultiplicity(s *scanner) (model.Multiplicity, error) {
	if !s.take('[') {
		return model.Multiplicity{}, nil
	}
	text, ok := s.until(']')
	if !ok {
		return model.Multiplicity{}, syntaxf("the multiplicity is not closed: expected ']'")
	}
	if strings.TrimSpace(text) == "" {
		return model.Multiplicity{}, syntaxf("expected a multiplicity between [ and ]")
	}
	return model.ParseMultiplicity(text)
}

type prop struct{ word, arg string }

func readProps(s *scanner) ([]prop, error) {
	if !s.take('{') {
		return nil, nil
	}
	var out []prop
	for {
		word, err := s.name(",}")
		if err != nil {
			return nil, err
		}
		first, rest, _ := strings.Cut(word, " ")
		p := prop{word: strings.ToLower(first), arg: strings.TrimSpace(rest)}
		if p.word == "redefines" {
			if p.arg == "" && s.peek() == '"' {
				if p.arg, err = s.name(",}"); err != nil {
					return nil, err
				}
			}
			if p.arg == "" {
				return nil, syntaxf("expected a name after redefines")
			}
		} else if p.arg != "" || p.word == "" {
			return nil, syntaxf("%q is not a modifier", word)
		}
		out = append(out, p)
		switch {
		case s.take(','):
		case s.take('}'):
			return out, nil
		default:
			return nil, syntaxf("the braces are not closed: expected '}'")
		}
	}
}

// checkTexts keeps texts that the model would refuse out of features.
func checkTexts(f Feature) error {
	texts := []string{f.Name, f.Type, f.Attribute.Default, f.Attribute.Redefines, f.Literal.Value}
	for _, p := range f.Params {
		texts = append(texts, p.Name, p.Type, p.Data.Default)
	}
	for _, t := range texts {
		if len([]rune(t)) > model.MaxNameLength {
			return syntaxf("a name, type or value of more than %d characters", model.MaxNameLength)
		}
	}
	return nil
}
