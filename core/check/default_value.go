package check

import (
	"regexp"
	"slices"
	"strings"

	"lexeon/core/model"
)

var defaultValue = &Analyzer{
	Name: "class/default-value", Title: "A default value is none of its type", Severity: Warning,
	Doc:    "The value that is there from the beginning is no value of the type: a word where a number is expected, a name that is no literal of the enumeration. Only values that can be read as plain ones are judged; what is computed is left out.",
	Source: "UML 2.5.1, 9.5.3: the default of a property is a value of its type.",
	Finds:  "jars: Integer = many; grade: Grade = finest, where Grade has no such literal",
	Leaves: "jars: Integer = 12; grade: Grade = table; due: Date = today(); count: Integer = LIMIT",
	Scope: Each{Kinds: []model.Kind{model.Attribute, model.Parameter}, Reach: []Neighbourhood{Self, Parts, TypedParts, typedByOwner}, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		value := strings.TrimSpace(e.Attribute().Default + e.Parameter().Default)
		if mult := e.Multiplicity(); value == "" || mult.State == model.Decided && mult.Upper != 1 {
			return
		}
		if t := m.Element(e.Type); t != nil {
			if t.Kind != model.Enumeration || !plainName.MatchString(value) {
				return
			}
			name := value[strings.LastIndexAny(value, ".:")+1:]
			literals := m.Children(t.ID, model.Literal)
			if len(literals) == 0 || slices.ContainsFunc(literals, func(l *model.Element) bool {
				return model.NormalForm(l.Name) == model.NormalForm(name) || l.Literal().Value == value
			}) {
				return
			}
			p.Report(Finding{Subject: e.ID, Related: []model.ID{t.ID}, says: say("%s begins as %s, and %s has no such literal.", whereOf(m, e), value, t.Name)}, value)
			return
		}
		primitive, _ := model.Primitive(e.TypeName())
		if fits, judged := valueForms[primitive]; judged && plainValue.MatchString(value) && !fits.MatchString(value) {
			p.Report(Finding{Subject: e.ID, says: say("%s begins as %s, which is no %s.", whereOf(m, e), value, primitive)}, value)
		}
	}},
}

var (
	plainName = regexp.MustCompile(`^[\pL_][\pL\d_]*([.:]+[\pL_][\pL\d_]*)?$`)
	// plainValue: a number, a text in quotes, or a word in small letters; constants and calls
	// may give anything.
	plainValue = regexp.MustCompile(`^(-?[\d.,]+|"[^"]*"|'[^']*'|[a-z]+)$`)
	valueForms = map[string]*regexp.Regexp{
		"Integer": regexp.MustCompile(`^-?\d+$`),
		"Decimal": regexp.MustCompile(`^-?\d+([.,]\d+)?$`),
		"Boolean": regexp.MustCompile(`^(true|false|yes|no)$`),
		// What is read off a clock or a calendar is no plain value, but stands for one.
		"Date":     regexp.MustCompile(`^(today|now|tomorrow|yesterday|current|never|["']?\d[\d.\-/]*["']?)$`),
		"Time":     regexp.MustCompile(`^(now|noon|midnight|current|["']?\d[\d:.]*["']?)$`),
		"DateTime": regexp.MustCompile(`^(now|today|current|never|["']?\d[\d:.\-/T ]*["']?)$`),
	}
)

// typedByOwner: from a literal to what its enumeration is the type of.
func typedByOwner(m *model.Model, r model.Row, reach func(model.ID)) {
	if e, ok := r.(*model.Element); ok && e.Kind == model.Literal {
		if owner := m.Element(e.Owner); owner != nil {
			TypedParts(m, owner, reach)
		}
	}
}
