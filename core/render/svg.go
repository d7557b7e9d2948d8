// Package render turns a scene into pictures. It knows primitives and colours,
// no notation.
package render

import (
	"encoding/base64"
	"fmt"
	"strings"

	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// SVG writes a scene as a document of its own: the fonts are embedded, and each
// run of text carries its measured length. Everything from the model is escaped.
func SVG(s *scene.Scene) ([]byte, error) {
	var b strings.Builder
	const margin = 8
	r := s.Bounds
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" viewBox="%d %d %d %d" width="%d" height="%d" role="img">`+"\n",
		r.X-margin, r.Y-margin, r.W+2*margin, r.H+2*margin, r.W+2*margin, r.H+2*margin)
	if len(s.Groups) > 0 {
		fmt.Fprintf(&b, "<title>%s</title>\n", escape(s.Groups[0].Title))
	}
	b.WriteString("<style>\n")
	for _, f := range usedFaces(s) {
		data, err := typeface.WebFile(typeface.WebFileName(f))
		if err != nil {
			return nil, fmt.Errorf("font %s: %w", f, err)
		}
		weight, style := typeface.CSS(f)
		fmt.Fprintf(&b, "@font-face{font-family:'%s';font-weight:%d;font-style:%s;src:url(data:font/woff2;base64,%s) format('woff2')}\n",
			typeface.Family, weight, style, base64.StdEncoding.EncodeToString(data))
	}
	b.WriteString(styleSheet)
	b.WriteString("</style>\n")
	fmt.Fprintf(&b, `<rect class="paper" x="%d" y="%d" width="%d" height="%d"/>`+"\n", r.X-margin, r.Y-margin, r.W+2*margin, r.H+2*margin)
	for i := range s.Groups {
		g := &s.Groups[i]
		fmt.Fprintf(&b, `<g id="%s"><title>%s</title>`+"\n", escape(string(g.ID)), escape(g.Title))
		for _, p := range g.Shapes {
			writePrimitive(&b, p)
		}
		b.WriteString("</g>\n")
	}
	b.WriteString("</svg>\n")
	return []byte(b.String()), nil
}

const styleSheet = `svg{font-kerning:normal}text{font-family:'` + typeface.Family + `',sans-serif;fill:#22262b;white-space:pre;text-rendering:geometricPrecision}
.regular{font-weight:400}.italic,.semiboldItalic{font-kerning:none}.italic{font-weight:400;font-style:italic}.semibold{font-weight:600}.semiboldItalic{font-weight:600;font-style:italic}
.underline{text-decoration:underline}
.paper{fill:#fff}
.frame{fill:none;stroke:#6a7076;stroke-width:1}
.shape{fill:#fff;stroke:#22262b;stroke-width:1.4}
.line,.dashed{fill:none;stroke:#22262b;stroke-width:1.4;stroke-linejoin:round}
.dashed{stroke-dasharray:7 5}
.hollow{fill:#fff;stroke:#22262b;stroke-width:1.4;stroke-linejoin:round}
.solid{fill:#22262b;stroke:#22262b;stroke-width:1.4;stroke-linejoin:round}
text.label{paint-order:stroke;stroke:#fff;stroke-width:4px;stroke-linejoin:round}
text.muted{fill:#5a6168}
text.unread{fill:#9a3a26}
`

func usedFaces(s *scene.Scene) []typeface.Face {
	used := map[typeface.Face]bool{}
	for i := range s.Groups {
		for _, p := range s.Groups[i].Shapes {
			if p.Text != nil {
				used[p.Text.Face] = true
			}
		}
	}
	var out []typeface.Face
	for _, f := range typeface.Faces {
		if used[f] {
			out = append(out, f)
		}
	}
	return out
}

func writePrimitive(b *strings.Builder, p scene.Primitive) {
	switch {
	case p.Rect != nil:
		fmt.Fprintf(b, `<rect class="%s" x="%d" y="%d" width="%d" height="%d"/>`+"\n", p.Role, p.Rect.X, p.Rect.Y, p.Rect.W, p.Rect.H)
	case p.Path != nil:
		fmt.Fprintf(b, `<path class="%s" d="%s"/>`+"\n", p.Role, pathData(p.Path))
	case p.Text != nil:
		t := p.Text
		class := string(p.Role) + " " + string(t.Face)
		if t.Underline {
			class += " underline"
		}
		length := ""
		if t.Width > 0 {
			length = fmt.Sprintf(` textLength="%s"`, hundredths(t.Width))
		}
		fmt.Fprintf(b, `<text class="%s" x="%d" y="%d" font-size="%d"%s>%s</text>`+"\n", class, t.X, t.Y, t.Size, length, escape(t.Text))
	}
}

func pathData(p *scene.Path) string {
	var b strings.Builder
	for i, q := range p.Points {
		command := "L"
		if i == 0 {
			command = "M"
		}
		fmt.Fprintf(&b, "%s%d %d", command, q.X, q.Y)
	}
	if p.Closed {
		b.WriteByte('Z')
	}
	return b.String()
}

func hundredths(n int) string { return strings.TrimSuffix(fmt.Sprintf("%d.%02d", n/100, n%100), ".00") }

// escape makes a text safe in XML, as content and in attributes. Characters
// that XML does not allow become U+FFFD.
func escape(s string) string {
	s = strings.Map(func(r rune) rune {
		if r < ' ' && r != '\t' && r != '\n' || r == 0xFFFE || r == 0xFFFF {
			return 0xFFFD
		}
		return r
	}, s)
	return strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;", `"`, "&quot;", "'", "&#39;").Replace(s)
}
