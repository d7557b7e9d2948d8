package notation

import (
	"reflect"
	"strings"

	"lexeon/core/model"
)

// PrintStatement writes a relationship as a statement: '@' and a kind exactly
// where a name is not unique in the model. It then reads its own output to be
// sure; the error says why the relationship cannot be written.
func PrintStatement(m *model.Model, r *model.Relationship) (string, error) {
	s, ok := StatementOf(m, r)
	if !ok {
		return "", model.Faultf(model.CodeRefused, "an association with more than two ends cannot be written as a statement").At(r.ID, "")
	}
	text := printStatement(m, s)
	back, err := ParseStatement(m, text)
	if err != nil {
		return "", model.Faultf(model.CodeRefused, "%s cannot be written as a statement: %v", m.Describe(r.ID), err).At(r.ID, "")
	}
	if !reflect.DeepEqual(back, s) {
		return "", model.Faultf(model.CodeRefused, "%s cannot be written as a statement that means only it", m.Describe(r.ID)).At(r.ID, "")
	}
	return text, nil
}

// StatementText writes a relationship as a statement for people to read. It is
// not proved to read back as the same one; PrintStatement does that.
func StatementText(m *model.Model, r *model.Relationship) (text string, ok bool) {
	s, ok := StatementOf(m, r)
	if !ok {
		return "", false
	}
	return printStatement(m, s), true
}

func printThrough(m *model.Model, s Statement) string {
	if s.Through.Name == "" && s.Through.ID == "" {
		return ""
	}
	return " through " + printRef(m, s.Through)
}

func printStatement(m *model.Model, s Statement) string { return forms[s.Form].print(m, s) }

// printEnds writes both ends with a verb between.
func printEnds(m *model.Model, s Statement, verb string) string {
	return printEnd(m, s.Ends[0]) + " " + verb + " " + printEnd(m, s.Ends[1])
}

func printAssociation(m *model.Model, s Statement) string {
	return printEnds(m, s, printVerb(s.Verb, s.Reading)) + printThrough(m, s)
}

func printWhole(m *model.Model, s Statement) string {
	verb := "is made of"
	if s.Shared {
		verb = "brings together"
	}
	out := printEnds(m, s, verb)
	if s.Verb != "" {
		out += " named " + printVerb(s.Verb, s.Reading)
	}
	return out + printThrough(m, s)
}

func printGeneralization(m *model.Model, s Statement) string {
	out := printKind(m, s.Ends[0].Ref) + " is a kind of " + printKind(m, s.Ends[1].Ref)
	if s.Set.Name != "" {
		out += " in " + PrintName(s.Set.Name)
		if words := setWords(s.Set); len(words) > 0 {
			out += " {" + strings.Join(words, ", ") + "}"
		}
	}
	return out
}

func printRealization(m *model.Model, s Statement) string { return printEnds(m, s, "realizes") }

func printDependency(m *model.Model, s Statement) string {
	verb := "depends on"
	if s.Kind == model.Usage {
		verb = "uses"
	}
	out := printEnds(m, s, verb)
	if s.Verb != "" {
		out += " as " + PrintName(s.Verb)
	}
	return out
}

func setWords(s Set) []string {
	var words []string
	switch s.Disjoint {
	case model.Yes:
		words = append(words, "disjoint")
	case model.No:
		words = append(words, "overlapping")
	}
	switch s.Complete {
	case model.Yes:
		words = append(words, "complete")
	case model.No:
		words = append(words, "incomplete")
	}
	return words
}

func printVerb(verb string, r model.Reading) string {
	if verb == "" {
		return "--"
	}
	switch r {
	case model.Backward:
		return "<" + PrintName(verb)
	case model.NoDirection:
		return "~" + PrintName(verb)
	}
	return PrintName(verb)
}

func printRef(m *model.Model, r Ref) string {
	out := PrintName(r.Name)
	if r.ID != "" && len(m.ClassifiersNamed(r.Name))+len(m.Named(r.Name, model.PackageKind, model.Component)) > 1 {
		out += "@" + string(r.Kind)
	}
	return out
}

func printEnd(m *model.Model, e StatementEnd) string {
	var b strings.Builder
	if s := e.Multiplicity.String(); s != "" {
		b.WriteString(s + " ")
	}
	b.WriteString(printRef(m, e.Ref))
	if len(e.Qualifiers) > 0 {
		b.WriteString(" [" + printNames(e.Qualifiers) + "]")
	}
	if e.Role != "" {
		b.WriteString(" as " + PrintName(e.Role))
	}
	if words := propWords(e.Props); len(words) > 0 {
		b.WriteString(" {" + strings.Join(words, ", ") + "}")
	}
	return b.String()
}

func printNames(names []string) string {
	out := make([]string, len(names))
	for i, n := range names {
		out[i] = PrintName(n)
	}
	return strings.Join(out, ", ")
}

func propWords(p EndProps) []string {
	var words []string
	add := func(on bool, word string) {
		if on {
			words = append(words, word)
		}
	}
	add(p.Identifier, "id")
	add(p.Ordered, "ordered")
	add(p.NonUnique, "nonunique")
	add(p.ReadOnly, "readOnly")
	add(p.Derived, "derived")
	add(p.Navigable == model.Yes, "navigable")
	add(p.Navigable == model.No, "nonnavigable")
	add(p.InClass, "inClass")
	for _, s := range p.Subsets {
		words = append(words, "subsets "+PrintName(s))
	}
	for _, s := range p.Redefines {
		words = append(words, "redefines "+PrintName(s))
	}
	return words
}
