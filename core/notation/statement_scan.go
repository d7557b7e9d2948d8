package notation

import (
	"strings"
	"unicode"
)

type tokenKind int

const (
	tokWord tokenKind = iota
	tokQuoted
	tokMark // one of [ ] { } , @ :: -- < ~ ? * ..
)

type token struct {
	kind tokenKind
	text string
}

// maxStatementTokens bounds the search of the forgiving reader.
const maxStatementTokens = 60

// maxStatementLength is in bytes.
const maxStatementLength = 4000

var marks = []string{"::", "--", "..", "[", "]", "{", "}", ",", "@", "<", "~", "?", "*"}

func tokenize(text string) ([]token, error) {
	if len(text) > maxStatementLength {
		return nil, syntaxf("the statement is too long")
	}
	if !validLine(text) {
		return nil, syntaxf("the statement contains a control character or is not UTF-8")
	}
	var out []token
	s := &scanner{text: []rune(text)}
	for {
		if s.blank(); s.done() {
			break
		}
		if s.peek() == '"' {
			q, err := s.quoted()
			if err != nil {
				return nil, err
			}
			out = append(out, token{tokQuoted, q})
			continue
		}
		if mark := markAt(s.rest()); mark != "" {
			s.pos += len(mark)
			out = append(out, token{tokMark, mark})
			continue
		}
		start := s.pos
		for !s.done() && !unicode.IsSpace(s.peek()) && s.peek() != '"' && markAt(s.rest()) == "" {
			s.next()
		}
		out = append(out, token{tokWord, string(s.text[start:s.pos])})
	}
	if len(out) > maxStatementTokens {
		return nil, syntaxf("the statement has more than %d words", maxStatementTokens)
	}
	return out, nil
}

func markAt(rest []rune) string {
	for _, m := range marks {
		if len(rest) >= len(m) && string(rest[:len(m)]) == m {
			return m
		}
	}
	return ""
}

func isNumber(t token) bool {
	return t.kind == tokWord && t.text != "" && strings.Trim(t.text, "0123456789") == ""
}
