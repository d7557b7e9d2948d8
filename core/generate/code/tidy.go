package code

import "strings"

// tidy takes away what templates leave: blanks at ends of lines, blank lines after and before braces, and all but one of
// several blank lines. It goes through a text once, as there are thousands of them.
func tidy(text string) string { return spaced(text, nil) }

// gap is how many lines stay blank between two lines.
type gap int

const (
	asWritten gap = iota // one if any were, none beside braces
	none
	one
)

// spaced tidies a text; between says where there are blank lines whatever the templates wrote.
func spaced(text string, between func(before, line string) gap) string {
	var b strings.Builder
	b.Grow(len(text))
	before, blank := "", false
	for line := range strings.SplitSeq(text, "\n") {
		line = strings.TrimRight(line, " \t\r")
		if line == "" {
			blank = true
			continue
		}
		if b.Len() == 0 {
			line = strings.TrimSpace(line)
		} else {
			g := asWritten
			if between != nil {
				g = between(before, line)
			}
			b.WriteByte('\n')
			if g == one || g == asWritten && blank && before[len(before)-1] != '{' && strings.TrimLeft(line, " \t")[0] != '}' {
				b.WriteByte('\n')
			}
		}
		b.WriteString(line)
		before, blank = line, false
	}
	b.WriteByte('\n')
	return b.String()
}

// tidyCpp leaves blank lines as people have them: none behind the name of a section, one at both ends of a namespace.
// A section in which nothing stands is left out.
func tidyCpp(text string) string {
	text = spaced(text, func(before, line string) gap {
		switch {
		case strings.HasPrefix(line, "} // namespace"), strings.HasPrefix(before, "namespace ") && strings.HasSuffix(before, "{"):
			return one
		case before == "public:", before == "protected:", before == "private:":
			return none
		}
		return asWritten
	})
	text = strings.ReplaceAll(text, "\n\nprivate:\n};", "\n};")
	return strings.ReplaceAll(text, "\nprivate:\n};", "\n};")
}
