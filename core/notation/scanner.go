package notation

import (
	"strings"
	"unicode"
	"unicode/utf8"

	"lexeon/core/model"
)

func syntaxf(format string, args ...any) *model.Fault {
	return model.Faultf(model.CodeSyntax, format, args...)
}

func validLine(line string) bool {
	if !utf8.ValidString(line) {
		return false
	}
	for _, r := range line {
		if unicode.IsControl(r) {
			return false
		}
	}
	return true
}

// scanner reads one line of features.
type scanner struct {
	text []rune
	pos  int
}

func (s *scanner) done() bool { return s.pos >= len(s.text) }

func (s *scanner) peek() rune {
	if s.done() {
		return 0
	}
	return s.text[s.pos]
}

func (s *scanner) next() { s.pos++ }

func (s *scanner) rest() []rune { return s.text[s.pos:] }

func (s *scanner) blank() {
	for !s.done() && unicode.IsSpace(s.peek()) {
		s.next()
	}
}

// take consumes the rune, and blanks around it, if it is next.
func (s *scanner) take(r rune) bool {
	s.blank()
	if s.peek() != r || s.done() {
		return false
	}
	s.next()
	s.blank()
	return true
}

func (s *scanner) until(end rune) (string, bool) {
	start := s.pos
	for !s.done() {
		if s.peek() == end {
			text := string(s.text[start:s.pos])
			s.next()
			s.blank()
			return text, true
		}
		s.next()
	}
	return "", false
}

// name reads a quoted text, or plain text up to one of the stops. Blanks within
// plain text become single spaces.
func (s *scanner) name(stops string) (string, error) {
	s.blank()
	if s.peek() == '"' {
		text, err := s.quoted()
		if err != nil {
			return "", err
		}
		s.blank()
		if !s.done() && !strings.ContainsRune(stops, s.peek()) {
			return "", syntaxf("did not expect %q after %q", string(s.peek()), text)
		}
		return text, nil
	}
	start := s.pos
	for !s.done() && !strings.ContainsRune(stops, s.peek()) && s.peek() != '"' {
		if strings.ContainsRune(":()[]={},", s.peek()) {
			return "", syntaxf("did not expect %q", string(s.peek()))
		}
		s.next()
	}
	return strings.Join(strings.Fields(string(s.text[start:s.pos])), " "), nil
}

// quoted reads "…" with \" and \\ inside.
func (s *scanner) quoted() (string, error) {
	s.next()
	var b strings.Builder
	for !s.done() {
		switch r := s.peek(); r {
		case '"':
			s.next()
			return b.String(), nil
		case '\\':
			s.next()
			if s.done() {
				return "", syntaxf("the quotes are not closed")
			}
			b.WriteRune(s.peek())
		default:
			b.WriteRune(r)
		}
		s.next()
	}
	return "", syntaxf("the quotes are not closed")
}

// expression reads a value as typed up to one of the stops outside quotes and
// brackets. Its quotes belong to it.
func (s *scanner) expression(stops string) (string, error) {
	s.blank()
	start := s.pos
	depth := 0
	for !s.done() {
		r := s.peek()
		switch {
		case r == '"':
			if _, err := s.quoted(); err != nil {
				return "", err
			}
			continue
		case depth == 0 && strings.ContainsRune(stops, r):
			return strings.TrimSpace(string(s.text[start:s.pos])), nil
		case strings.ContainsRune("([", r):
			depth++
		case strings.ContainsRune(")]", r):
			if depth--; depth < 0 {
				return "", syntaxf("did not expect %q", string(r))
			}
		}
		s.next()
	}
	if depth > 0 {
		return "", syntaxf("a bracket is not closed")
	}
	return strings.TrimSpace(string(s.text[start:s.pos])), nil
}

var quoteEscapes = strings.NewReplacer(`\`, `\\`, `"`, `\"`)

// quote writes a text in quotes.
func quote(text string) string { return `"` + quoteEscapes.Replace(text) + `"` }
