package golang

import (
	"maps"
	"slices"
	"strconv"
	"strings"

	"lexeon/core/generate"
)

// oneFile puts the types of a package into one file. Each is formatted by itself: what stands between declarations
// depends on nothing else.
func oneFile(pkg, path string, files []generate.File) generate.File {
	imported := map[string]bool{}
	var bodies []string
	for _, f := range files {
		body, paths := withoutImports(f.Content)
		bodies = append(bodies, body)
		for _, p := range paths {
			imported[p] = true
		}
	}
	var b strings.Builder
	b.WriteString("package " + pkg + "\n")
	if len(imported) > 0 {
		b.WriteString("\nimport (\n")
		for _, p := range slices.Sorted(maps.Keys(imported)) {
			b.WriteString("\t" + p + "\n")
		}
		b.WriteString(")\n")
	}
	out := generate.File{Path: path}
	line := strings.Count(b.String(), "\n")
	for i, body := range bodies {
		b.WriteString("\n" + body)
		n := strings.Count(body, "\n")
		before := strings.Count(files[i].Content, "\n") - n
		out.Lines = append(out.Lines, spansIn(files[i], before, n, line+1)...)
		line += n + 1
	}
	out.Content = b.String()
	return out
}

// withoutImports is what stands in a formatted file below its imports, and the paths of those in quotes.
func withoutImports(content string) (body string, paths []string) {
	_, body, _ = strings.Cut(content, "\n")
	body = strings.TrimPrefix(body, "\n")
	if rest, is := strings.CutPrefix(body, "import (\n"); is {
		list, after, _ := strings.Cut(rest, ")\n")
		for l := range strings.Lines(list) {
			if p := strings.TrimSpace(l); p != "" {
				if _, err := strconv.Unquote(p); err == nil {
					paths = append(paths, p)
				}
			}
		}
		body = strings.TrimPrefix(after, "\n")
	}
	return body, paths
}

// spansIn are the spans of a file of n lines that moves behind others: what is of none of its members is of the type.
func spansIn(f generate.File, before, n, after int) (out []generate.Span) {
	next := 1
	own := func(to int) {
		if to >= next {
			out = append(out, generate.Span{From: after + next, To: after + to, Element: f.Subject})
		}
	}
	for _, s := range f.Lines {
		s.From, s.To = s.From-before, s.To-before
		own(s.From - 1)
		out = append(out, generate.Span{From: after + s.From, To: after + s.To, Element: s.Element})
		next = s.To + 1
	}
	own(n)
	return out
}
