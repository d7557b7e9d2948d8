package code

import (
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// Templates say of which element the lines are that follow: at an attribute, an end or an operation, and back at what
// belongs to the whole file. The marks are taken out of what is printed, see File.Lines.

const (
	markStart = "\x01"
	markEnd   = "\x02"
)

func at(id model.ID) string { return markStart + string(id) + markEnd }

func back() string { return markStart + markEnd }

// unmarked takes the marks out of a text, and tells of each line that is not blank of which element it is; of none
// where it is that of the file.
func unmarked(text string) (plain string, of []model.ID) {
	var b strings.Builder
	current := model.ID("")
	for line := range strings.Lines(text) {
		for {
			from := strings.Index(line, markStart)
			if from < 0 {
				break
			}
			to := strings.Index(line[from:], markEnd)
			if to < 0 {
				break
			}
			current = model.ID(line[from+1 : from+to])
			line = line[:from] + line[from+to+1:]
		}
		b.WriteString(line)
		if strings.TrimSpace(line) != "" {
			of = append(of, current)
		}
	}
	return b.String(), of
}

// spans are the runs of lines of one element, where printing has left as many lines that are not blank as were
// written; else none can be told.
func spans(content string, of []model.ID) (out []generate.Span) {
	number, next, last := 0, 0, model.ID("")
	for line := range strings.Lines(content) {
		number++
		if strings.TrimSpace(line) == "" {
			continue
		}
		if next == len(of) {
			return nil
		}
		id := of[next]
		next++
		switch {
		case id == "":
		case id == last:
			out[len(out)-1].To = number
		default:
			out = append(out, generate.Span{From: number, To: number, Element: id})
		}
		last = id
	}
	if next != len(of) {
		return nil
	}
	return out
}
