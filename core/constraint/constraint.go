// Package constraint reads the conditions that people write in braces, as far as they compare
// attributes and values with each other: "mass > 0 and (moisture < 21 or grade = 'bakery')". What is
// said in any other way is a text for people.
//
//	condition  = term { "or" term } .
//	term       = factor { "and" factor } .
//	factor     = "not" factor | "(" condition ")" | comparison .
//	comparison = operand relation operand { relation operand } .     0 < mass <= 40 is two
//	relation   = "=" | "==" | "<>" | "!=" | "≠" | "<" | "<=" | "≤" | ">" | ">=" | "≥" .
//	operand    = name | number | text | "true" | "false" .
//	text       = "'" … "'" | '"' … '"' .
//
// A name is one of those that are known, also where it has several words.
package constraint

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"lexeon/core/model"
)

// Condition is a comparison, or joins others: exactly one is set.
type Condition struct {
	All, Any []Condition
	Not      *Condition
	Compare  *Comparison
}

// Comparison relates two operands: =, <>, <, <=, > or >=.
type Comparison struct {
	Left     Operand
	Relation string
	Right    Operand
}

// Operand is a name, or a value.
type Operand struct {
	Name   string // as it is known
	Number string
	Text   string
	Kind   OperandKind
}

// OperandKind tells which.
type OperandKind int

const (
	Name OperandKind = iota
	Number
	Text
	Truth // Text is true or false
)

// Parse reads a condition; braces around it are left out. names are those that may stand in it.
// The error says where reading stopped.
func Parse(text string, names []string) (Condition, error) {
	text = strings.TrimSpace(text)
	if strings.HasPrefix(text, "{") && strings.HasSuffix(text, "}") {
		text = text[1 : len(text)-1]
	}
	p := &parser{toks: scan(text), names: map[string]string{}}
	for _, n := range names {
		if words := model.Words(n); len(words) > 0 {
			p.names[strings.Join(words, " ")] = n
			p.longest = max(p.longest, len(words))
		}
	}
	c, ok := p.condition()
	if ok && p.i == len(p.toks) {
		return c, nil
	}
	at := "the end"
	if p.far < len(p.toks) {
		at = fmt.Sprintf("%q", p.toks[p.far].text)
	}
	return Condition{}, model.Faultf(model.CodeSyntax, "reading stopped at %s: a condition compares attributes and values, joined by and, or, not", at)
}

type tokenKind int

const (
	word tokenKind = iota
	number
	quoted
	mark
)

type token struct {
	kind tokenKind
	text string
}

var marks = []string{"<=", ">=", "<>", "!=", "==", "≤", "≥", "≠", "=", "<", ">", "(", ")"}

func scan(s string) (out []token) {
	for s != "" {
		r := []rune(s)[0]
		size := len(string(r))
		switch {
		case unicode.IsSpace(r):
			s = s[size:]
			continue
		case r == '\'' || r == '"':
			end := strings.IndexRune(s[1:], r)
			if end < 0 {
				return append(out, token{mark, s})
			}
			out = append(out, token{quoted, s[1 : 1+end]})
			s = s[end+2:]
			continue
		case unicode.IsDigit(r) || r == '-' && len(s) > 1 && s[1] >= '0' && s[1] <= '9':
			n := 1
			for n < len(s) && (s[n] >= '0' && s[n] <= '9' || s[n] == '.' && n+1 < len(s) && s[n+1] >= '0' && s[n+1] <= '9') {
				n++
			}
			out = append(out, token{number, s[:n]})
			s = s[n:]
			continue
		case unicode.IsLetter(r) || r == '_':
			n := strings.IndexFunc(s, func(r rune) bool {
				return !unicode.IsLetter(r) && !unicode.IsDigit(r) && !unicode.IsMark(r) && r != '_'
			})
			if n < 0 {
				n = len(s)
			}
			out = append(out, token{word, s[:n]})
			s = s[n:]
			continue
		}
		i := slices.IndexFunc(marks, func(m string) bool { return strings.HasPrefix(s, m) })
		if i < 0 {
			return append(out, token{mark, string(r)})
		}
		out = append(out, token{mark, marks[i]})
		s = s[len(marks[i]):]
	}
	return out
}

type parser struct {
	toks    []token
	i, far  int
	names   map[string]string // as known, by their words
	longest int
	depth   int
}

func (p *parser) at() token {
	p.far = max(p.far, p.i)
	if p.i < len(p.toks) {
		return p.toks[p.i]
	}
	return token{mark, ""}
}

func (p *parser) says(kind tokenKind, texts ...string) bool {
	t := p.at()
	return t.kind == kind && slices.Contains(texts, strings.ToLower(t.text))
}

func (p *parser) condition() (Condition, bool) { return p.joined("or", p.term) }
func (p *parser) term() (Condition, bool)      { return p.joined("and", p.factor) }

func (p *parser) joined(by string, inner func() (Condition, bool)) (Condition, bool) {
	c, ok := inner()
	list := []Condition{c}
	for ok && p.says(word, by) {
		p.i++
		c, ok = inner()
		list = append(list, c)
	}
	switch {
	case !ok || len(list) == 1:
		return c, ok
	case by == "or":
		return Condition{Any: list}, true
	}
	return Condition{All: list}, true
}

const deepest = 50 // brackets within brackets

func (p *parser) factor() (Condition, bool) {
	if p.depth++; p.depth > deepest {
		return Condition{}, false
	}
	defer func() { p.depth-- }()
	switch {
	case p.says(word, "not"):
		p.i++
		c, ok := p.factor()
		return Condition{Not: &c}, ok
	case p.says(mark, "("):
		p.i++
		c, ok := p.condition()
		if !ok || !p.says(mark, ")") {
			return c, false
		}
		p.i++
		return c, true
	}
	return p.comparison()
}

var relations = map[string]string{"=": "=", "==": "=", "<>": "<>", "!=": "<>", "≠": "<>", "<": "<", "<=": "<=", "≤": "<=", ">": ">", ">=": ">=", "≥": ">="}

func (p *parser) comparison() (Condition, bool) {
	left, ok := p.operand()
	if !ok {
		return Condition{}, false
	}
	var list []Condition
	for {
		relation, is := relations[p.at().text]
		if p.at().kind != mark || !is {
			break
		}
		p.i++
		right, ok := p.operand()
		if !ok {
			return Condition{}, false
		}
		list = append(list, Condition{Compare: &Comparison{left, relation, right}})
		left = right
	}
	switch len(list) {
	case 0:
		return Condition{}, false
	case 1:
		return list[0], true
	}
	return Condition{All: list}, true
}

func (p *parser) operand() (Operand, bool) {
	t := p.at()
	switch {
	case t.kind == number:
		p.i++
		return Operand{Number: t.text, Kind: Number}, true
	case t.kind == quoted:
		p.i++
		return Operand{Text: t.text, Kind: Text}, true
	case t.kind != word:
		return Operand{}, false
	}
	for n := min(p.longest, len(p.toks)-p.i); n > 0; n-- {
		var words []string
		for _, t := range p.toks[p.i : p.i+n] {
			if t.kind == mark || t.kind == quoted {
				words = nil
				break
			}
			words = append(words, model.Words(t.text)...)
		}
		if name, ok := p.names[strings.Join(words, " ")]; ok && len(words) > 0 {
			p.i += n
			return Operand{Name: name, Kind: Name}, true
		}
	}
	if w := strings.ToLower(t.text); w == "true" || w == "false" {
		p.i++
		return Operand{Text: w, Kind: Truth}, true
	}
	return Operand{}, false
}
