// Package dictionary reads the data dictionary: what flows and stores hold, in
// the classical notation of structured analysis, and what follows from it: the
// items that a flow carries in the end, how often, and from what.
package dictionary

import (
	"strconv"
	"strings"
	"unicode"

	"lexeon/core/model"
)

// Op is what an expression does with its parts.
type Op string

const (
	Name     Op = "name"     // a name of the dictionary
	Literal  Op = "literal"  // a fixed value, which carries no data
	Sum      Op = "sum"      // a + b
	Choice   Op = "choice"   // [a | b]
	Repeated Op = "repeated" // l{a}u
	Optional Op = "optional" // (a)
)

// Many is an upper bound without limit.
const Many = -1

// Expression is what something is composed of (DeMarco 1978).
type Expression struct {
	Op    Op
	Text  string // of a name or literal
	Key   bool   // @: a part of the key
	Parts []*Expression
	Min   int // of a repetition
	Max   int // Many: no limit
}

const (
	maxDepth = 40
	maxNodes = 2000
)

// Parse reads contents:
//
//	contents = [ "=" ] sum .
//	sum      = part { "+" part } .
//	part     = [ "@" ] name | quoted | "(" sum ")" | "[" sum { "|" sum } "]" | [ nat ] "{" sum "}" [ nat ] .
//
// A name is a run of words; what stands between two * is a comment. The error
// says what was expected and where.
func Parse(text string) (*Expression, error) {
	p := &parser{}
	if err := p.tokenize(text); err != nil {
		return nil, err
	}
	if p.is("=") {
		p.at++
	}
	if p.at == len(p.toks) {
		return nil, nil
	}
	e, err := p.sum(0)
	if err != nil {
		return nil, err
	}
	if p.at < len(p.toks) {
		return nil, p.fault("expected + or the end")
	}
	return e, nil
}

type token struct {
	text   string
	kind   byte // 'm' mark, 'w' words, 'q' quoted, 'n' number
	column int
}

type parser struct {
	toks  []token
	at    int
	nodes int
}

func faultf(column int, format string, args ...any) error {
	f := model.Faultf(model.CodeSyntax, format, args...)
	f.Message += ", at character " + strconv.Itoa(column+1)
	return f
}

func (p *parser) tokenize(text string) error {
	runes := []rune(text)
	for i := 0; i < len(runes); {
		r := runes[i]
		switch {
		case unicode.IsSpace(r):
			i++
		case r == '*':
			end := indexFrom(runes, i+1, '*')
			if end < 0 {
				return faultf(i, "the comment has no second *")
			}
			i = end + 1
		case r == '"':
			end := indexFrom(runes, i+1, '"')
			if end < 0 {
				return faultf(i, "the quoted value has no second quote")
			}
			p.toks = append(p.toks, token{string(runes[i+1 : end]), 'q', i})
			i = end + 1
		case strings.ContainsRune("+[]|{}()@=", r):
			p.toks = append(p.toks, token{string(r), 'm', i})
			i++
		default:
			start := i
			for i < len(runes) && !strings.ContainsRune("+[]|{}()@=*\"", runes[i]) {
				i++
			}
			words := strings.Join(strings.Fields(string(runes[start:i])), " ")
			kind := byte('w')
			if strings.Trim(words, "0123456789") == "" {
				kind = 'n'
			}
			p.toks = append(p.toks, token{words, kind, start})
		}
	}
	return nil
}

func indexFrom(runes []rune, from int, r rune) int {
	for i := from; i < len(runes); i++ {
		if runes[i] == r {
			return i
		}
	}
	return -1
}

func (p *parser) is(mark string) bool {
	return p.at < len(p.toks) && p.toks[p.at].kind == 'm' && p.toks[p.at].text == mark
}

func (p *parser) fault(expected string) error {
	if p.at >= len(p.toks) {
		last := token{}
		if len(p.toks) > 0 {
			last = p.toks[len(p.toks)-1]
		}
		return faultf(last.column+len([]rune(last.text)), "%s, found the end", expected)
	}
	return faultf(p.toks[p.at].column, "%s, found %q", expected, p.toks[p.at].text)
}

func (p *parser) expect(mark string) error {
	if !p.is(mark) {
		return p.fault("expected " + mark)
	}
	p.at++
	return nil
}

func (p *parser) sum(depth int) (*Expression, error) {
	first, err := p.part(depth)
	if err != nil || !p.is("+") {
		return first, err
	}
	out := &Expression{Op: Sum, Parts: []*Expression{first}}
	for p.is("+") {
		p.at++
		next, err := p.part(depth)
		if err != nil {
			return nil, err
		}
		out.Parts = append(out.Parts, next)
	}
	return out, nil
}

func (p *parser) part(depth int) (*Expression, error) {
	if p.nodes++; depth > maxDepth || p.nodes > maxNodes {
		return nil, model.Faultf(model.CodeTooLarge, "the contents are nested deeper than %d or have more than %d parts", maxDepth, maxNodes)
	}
	if p.at >= len(p.toks) {
		return nil, p.fault("expected a name")
	}
	t := p.toks[p.at]
	switch {
	case t.kind == 'q':
		p.at++
		return &Expression{Op: Literal, Text: t.text}, nil
	case t.kind == 'w':
		p.at++
		return &Expression{Op: Name, Text: t.text}, nil
	case p.is("@"):
		p.at++
		if p.at >= len(p.toks) || p.toks[p.at].kind != 'w' {
			return nil, p.fault("expected the name of a key")
		}
		p.at++
		return &Expression{Op: Name, Text: p.toks[p.at-1].text, Key: true}, nil
	case p.is("("):
		p.at++
		e, err := p.sum(depth + 1)
		if err != nil {
			return nil, err
		}
		return &Expression{Op: Optional, Parts: []*Expression{e}}, p.expect(")")
	case p.is("["):
		p.at++
		out := &Expression{Op: Choice}
		for {
			e, err := p.sum(depth + 1)
			if err != nil {
				return nil, err
			}
			out.Parts = append(out.Parts, e)
			if !p.is("|") {
				return out, p.expect("]")
			}
			p.at++
		}
	case t.kind == 'n' || p.is("{"):
		return p.repetition(depth)
	}
	return nil, p.fault("expected a name")
}

func (p *parser) repetition(depth int) (*Expression, error) {
	out := &Expression{Op: Repeated, Max: Many}
	if n, ok := p.number(); ok {
		out.Min = n
	}
	if err := p.expect("{"); err != nil {
		return nil, err
	}
	e, err := p.sum(depth + 1)
	if err != nil {
		return nil, err
	}
	out.Parts = []*Expression{e}
	if err := p.expect("}"); err != nil {
		return nil, err
	}
	at := p.at
	if n, ok := p.number(); ok {
		if out.Max = n; n < out.Min || n == 0 {
			p.at = at
			return nil, p.fault("expected an upper bound of at least the lower one")
		}
	}
	return out, nil
}

func (p *parser) number() (int, bool) {
	if p.at >= len(p.toks) || p.toks[p.at].kind != 'n' || len(p.toks[p.at].text) > 6 {
		return 0, false
	}
	n, err := strconv.Atoi(p.toks[p.at].text)
	p.at++
	return n, err == nil
}

// String prints an expression in the classical notation.
func (e *Expression) String() string {
	if e == nil {
		return ""
	}
	join := func(sep string) string {
		parts := make([]string, len(e.Parts))
		for i, p := range e.Parts {
			parts[i] = p.String()
		}
		return strings.Join(parts, sep)
	}
	switch e.Op {
	case Name:
		if e.Key {
			return "@" + e.Text
		}
		return e.Text
	case Literal:
		return `"` + e.Text + `"`
	case Sum:
		return join(" + ")
	case Choice:
		return "[" + join(" | ") + "]"
	case Optional:
		return "(" + join("") + ")"
	}
	text := "{" + join("") + "}"
	if e.Min > 0 {
		text = strconv.Itoa(e.Min) + text
	}
	if e.Max != Many {
		text += strconv.Itoa(e.Max)
	}
	return text
}

// Names calls f for every name in the expression, from left to right.
func (e *Expression) Names(f func(name *Expression)) {
	if e == nil {
		return
	}
	if e.Op == Name {
		f(e)
	}
	for _, p := range e.Parts {
		p.Names(f)
	}
}
