package golang

import (
	"bytes"
	"go/format"
	"regexp"
	"strings"
)

// Most of what the templates print are methods, and those they print as gofmt does. Only what gofmt would lay out
// anew goes through it: fields and constants are aligned with their neighbours, comments of users can hold lists, and
// long functions of one line are broken. A test holds that against gofmt for all text.

// block is a declaration with its comment, as a template prints it.
type block struct {
	lines    []string
	apart    bool // a blank line stands before it
	method   bool
	reformat bool // gofmt could lay it out anew
}

// formatted is a source file as gofmt has it. The error is that of the parser.
func formatted(source string) (string, error) {
	blocks := blocksOf(source)
	for i := range blocks {
		b := &blocks[i]
		b.reformat = !b.method || !b.settled()
		if i > 0 && !b.apart && !b.commented() { // gofmt aligns functions of one line that stand together
			b.reformat, blocks[i-1].reformat = true, true
		}
	}
	var out bytes.Buffer
	for i := 0; i < len(blocks); {
		if i > 0 {
			out.WriteByte('\n')
		}
		if !blocks[i].reformat {
			blocks[i].tidyInto(&out)
			i++
			continue
		}
		from := i
		for i++; i < len(blocks) && blocks[i].reformat; i++ {
		}
		text, err := reformatted(blocks[from:i], from == 0)
		if err != nil {
			return "", err
		}
		out.Write(text)
	}
	return out.String(), nil
}

// reformatted hands declarations to gofmt. What stands between them depends on nothing else.
func reformatted(blocks []block, first bool) ([]byte, error) {
	const clause = "package p\n\n"
	var b bytes.Buffer
	if !first {
		b.WriteString(clause)
	}
	for i := range blocks {
		if i > 0 && blocks[i].apart {
			b.WriteByte('\n')
		}
		for _, l := range blocks[i].lines {
			b.WriteString(l)
			b.WriteByte('\n')
		}
	}
	text, err := format.Source(b.Bytes())
	if err == nil && !first {
		text = text[len(clause):]
	}
	return text, err
}

// blocksOf splits a source file into its declarations. What stands at the left and is not closed there goes on until it is.
func blocksOf(source string) (out []block) {
	var open block
	ends := "" // the line that ends it
	apart := false
	done := func() {
		if len(open.lines) > 0 {
			out = append(out, open)
		}
		open = block{}
	}
	for line := range strings.Lines(source) {
		line = strings.TrimRight(line, " \t\n")
		if line == "" && ends == "" {
			done()
			apart = true
			continue
		}
		if len(open.lines) == 0 {
			open.apart, apart = apart, false
		}
		open.lines = append(open.lines, line)
		switch {
		case ends != "":
			if line != ends {
				continue
			}
			ends = ""
		case strings.HasPrefix(line, "//"):
			continue
		case strings.HasSuffix(line, "{"):
			open.method = strings.HasPrefix(line, "func (")
			ends = "}"
			continue
		case strings.HasSuffix(line, "("):
			ends = ")"
			continue
		default:
			open.method = strings.HasPrefix(line, "func (")
		}
		done()
	}
	done()
	return out
}

func (b *block) commented() bool { return strings.HasPrefix(b.lines[0], "//") }

// plainComment is a line that gofmt leaves as it is: no item of a list, no heading, no quote, no link.
var plainComment = regexp.MustCompile(`^// [A-Za-z][A-Za-z0-9 ,;:.()!?%/_+-]*$`)

// gofmt breaks a function of one line where its head and its body are longer than this together. How it counts is its
// own affair: what is near is left to it.
const brokenAfter, near = 100, 4

// oneLine is a function of one line, and how much longer it is than gofmt leaves it.
func oneLine(line string) (head, body string, over int) {
	if !strings.HasPrefix(line, "func (") || !strings.HasSuffix(line, "}") {
		return line, "", -brokenAfter
	}
	head, body, _ = strings.Cut(strings.TrimSuffix(line, "}"), " {")
	body = strings.TrimSpace(body)
	return head, body, len(head) + len(body) - brokenAfter
}

// settled: a method has nothing in it that gofmt could want otherwise.
func (b *block) settled() bool {
	comment := true
	for _, l := range b.lines {
		switch {
		case comment && strings.HasPrefix(l, "//"):
			if !plainComment.MatchString(l) {
				return false
			}
		case strings.Contains(l, "//") || strings.Contains(l, "/*"):
			return false
		case strings.HasPrefix(l, "func ("):
			if _, body, over := oneLine(l); over >= -near && (over <= near || body == "") {
				return false
			}
			comment = false
		case strings.HasPrefix(l, "\tif !("): // conditions of users
			return false
		}
	}
	return !comment
}

// tidyInto writes a method, of blank lines one.
func (b *block) tidyInto(out *bytes.Buffer) {
	for i, l := range b.lines {
		if l == "" && b.lines[i-1] == "" {
			continue
		}
		if head, body, over := oneLine(l); over > 0 {
			l = head + " {\n\t" + body + "\n}"
		}
		out.WriteString(l)
		out.WriteByte('\n')
	}
}
