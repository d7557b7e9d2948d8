package specification

import (
	"fmt"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/model"
)

// opening are the words that begin a block: what belongs to it is indented below
// (DeMarco 1978, ch. 13: structured English).
var opening = []string{"if ", "for each ", "while ", "until ", "case ", "otherwise", "else"}

// Text checks structured text: every "if", "for each", "while", "until" and
// "otherwise" that ends with a colon has something indented below it, "otherwise"
// follows an "if" or a "case", and indentation returns to where a block began.
func Text(text string) []Problem {
	var out []Problem
	type line struct {
		indent int
		text   string
		number int
	}
	var lines []line
	for i, l := range strings.Split(text, "\n") {
		l = strings.ReplaceAll(l, "\t", "    ")
		trimmed := strings.TrimSpace(l)
		if trimmed != "" {
			lines = append(lines, line{len(l) - len(strings.TrimLeft(l, " ")), trimmed, i + 1})
		}
	}
	stack := []int{0}
	last := map[int]string{} // the block that was last begun at an indentation
	for i, l := range lines {
		lower := strings.ToLower(l.text)
		back := i > 0 && l.indent < lines[i-1].indent
		for len(stack) > 1 && l.indent < stack[len(stack)-1] {
			delete(last, stack[len(stack)-1])
			stack = stack[:len(stack)-1]
		}
		switch {
		case l.indent > stack[len(stack)-1] && back:
			out = append(out, Problem{Kind: "structure", Line: l.number, Text: fmt.Sprintf("Line %d goes back to where no block began.", l.number)})
			stack = append(stack, l.indent)
		case l.indent > stack[len(stack)-1]:
			if i > 0 && !begins(lines[i-1].text) {
				out = append(out, Problem{Kind: "structure", Line: l.number, Text: fmt.Sprintf("Line %d is indented, but line %d begins nothing.", l.number, lines[i-1].number)})
			}
			stack = append(stack, l.indent)
		}
		if isOtherwise(lower) && last[l.indent] != "if" {
			out = append(out, Problem{Kind: "structure", Line: l.number, Text: fmt.Sprintf("Line %d says otherwise, but there is no if before it.", l.number)})
		}
		last[l.indent] = ""
		if strings.HasPrefix(lower, "if ") || strings.HasPrefix(lower, "case ") || strings.HasPrefix(lower, "otherwise if ") || strings.HasPrefix(lower, "else if ") {
			last[l.indent] = "if"
		}
		if begins(l.text) && (i+1 == len(lines) || lines[i+1].indent <= l.indent) {
			out = append(out, Problem{Kind: "structure", Line: l.number, Text: fmt.Sprintf("Line %d begins %q, but nothing is indented below it.", l.number, strings.TrimSuffix(l.text, ":"))})
		}
	}
	return out
}

func isOtherwise(lower string) bool {
	return strings.HasPrefix(lower, "otherwise") || strings.HasPrefix(lower, "else")
}

// mostOpening is of how many words a line may be that only begins a block: a longer one may
// say by itself what is to be done, without a comma.
const mostOpening = 7

// begins reports whether a line begins a block: it ends with a colon, or is one of
// the opening words with nothing said after a comma or "then".
func begins(text string) bool {
	if strings.HasSuffix(text, ":") {
		return true
	}
	if len(strings.Fields(text)) > mostOpening {
		return false
	}
	lower := strings.ToLower(text)
	for _, w := range opening {
		if strings.HasPrefix(lower+" ", w) && !strings.ContainsAny(text, ",:") && !strings.Contains(lower, " then ") && !strings.Contains(lower, "otherwise ") && !strings.Contains(lower, "else ") {
			return true
		}
	}
	return false
}

// Unmentioned lists the outputs of a process that its specification does not speak
// of.
func Unmentioned(m *model.Model, process *model.Element) []string {
	d := process.Process()
	text := d.Specification
	if d.Decision != nil {
		text += " " + strings.Join(d.Decision.Actions, " ")
		for _, c := range d.Decision.Conditions {
			text += " " + c.Text
		}
	}
	said := " " + model.Stems(text) + " "
	var out []string
	for _, e := range dataflow.EndsOf(m, process.ID) {
		if e.Direction == dataflow.OutOf && strings.TrimSpace(e.Flow.Name) != "" && !strings.Contains(said, " "+model.Stems(e.Flow.Name)+" ") {
			out = append(out, e.Flow.Name)
		}
	}
	return out
}

// Of checks what a process says of itself.
func Of(p model.ProcessData) []Problem {
	var out []Problem
	if strings.TrimSpace(p.Specification) != "" {
		out = append(out, Text(p.Specification)...)
	}
	if p.Decision != nil {
		out = append(out, Decision(p.Decision)...)
	}
	return out
}
