package generate

import (
	"strings"

	"lexeon/core/model"
)

// Templates say of which element the lines are that follow: At an attribute, an end or an operation, and Back at what
// belongs to the whole file. The marks are taken out of what is printed before it is formatted. Formatters move blanks
// and break lines, and leave everything else as it is: lines are found again by what stands in front of them that is
// not blank.

const (
	markStart = "\x01"
	markEnd   = "\x02"
)

// At marks that the lines that follow are those of an element.
func At(id model.ID) string { return markStart + string(id) + markEnd }

// Back marks that the lines that follow are those of the whole file.
func Back() string { return markStart + markEnd }

// Marks are where the lines of elements begin, in an unformatted text.
type Marks struct {
	before []int // how many bytes that are not blank stand in front of each
	of     []model.ID
	all    int
}

// Unmarked takes the marks out of a text.
func Unmarked(text string) (plain string, m Marks) {
	var b strings.Builder
	b.Grow(len(text))
	for text != "" {
		from := strings.Index(text, markStart)
		if from < 0 {
			from = len(text)
		}
		b.WriteString(text[:from])
		m.all += solid(text[:from])
		if text = text[from:]; text == "" {
			break
		}
		to := strings.Index(text, markEnd)
		if to < 0 {
			break
		}
		id := model.ID(text[1:to])
		if n := len(m.before); n > 0 && m.before[n-1] == m.all {
			m.of[n-1] = id
		} else {
			m.before, m.of = append(m.before, m.all), append(m.of, id)
		}
		text = text[to+1:]
	}
	return b.String(), m
}

func solid(text string) (n int) {
	for i := range len(text) {
		if c := text[i]; c != ' ' && c != '\t' && c != '\n' && c != '\r' {
			n++
		}
	}
	return n
}

// Spans are the runs of lines of one element in a formatted text. None are told where formatting has changed more than
// blanks.
func Spans(content string, m Marks) (out []Span) {
	number, before, next, last := 0, 0, 0, model.ID("")
	for line := range strings.Lines(content) {
		number++
		n := solid(line)
		if n == 0 {
			continue
		}
		id := last
		for next < len(m.before) && m.before[next] <= before {
			id = m.of[next]
			next++
		}
		switch {
		case id == "":
		case id == last:
			out[len(out)-1].To = number
		default:
			out = append(out, Span{From: number, To: number, Element: id})
		}
		last = id
		before += n
	}
	if before != m.all {
		return nil
	}
	return out
}
