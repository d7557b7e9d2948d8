// Package render turns a scene into pictures. It knows primitives and colours,
// no notation.
package render

import (
	"encoding/base64"
	"fmt"
	"math"
	"strconv"
	"strings"

	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// SVG writes a scene as a document of its own: the fonts are embedded, and each
// run of text carries its measured length. Everything from the model is escaped.
func SVG(s *scene.Scene) ([]byte, error) {
	var b strings.Builder
	r := s.Bounds
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" viewBox="%d %d %d %d" width="%d" height="%d" role="img">`+"\n",
		r.X-pageMargin, r.Y-pageMargin, r.W+2*pageMargin, r.H+2*pageMargin, r.W+2*pageMargin, r.H+2*pageMargin)
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
	b.WriteString(styleSheet())
	b.WriteString("</style>\n")
	fmt.Fprintf(&b, `<rect class="paper" x="%d" y="%d" width="%d" height="%d"/>`+"\n", r.X-pageMargin, r.Y-pageMargin, r.W+2*pageMargin, r.H+2*pageMargin)
	for i := range s.Groups {
		g := &s.Groups[i]
		fmt.Fprintf(&b, `<g id="%s"><title>%s</title>`+"\n", escape(string(g.ID)), escape(g.Title))
		for _, p := range g.Shapes {
			writePrimitive(&b, s, p)
		}
		b.WriteString("</g>\n")
	}
	b.WriteString("</svg>\n")
	return []byte(b.String()), nil
}

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

func writePrimitive(b *strings.Builder, s *scene.Scene, p scene.Primitive) {
	class := string(p.Role)
	if _, ok := tints[p.Tint]; ok {
		class += " tint-" + string(p.Tint)
	}
	switch {
	case p.Rect != nil:
		fmt.Fprintf(b, `<rect class="%s" x="%d" y="%d" width="%d" height="%d"/>`+"\n", class, p.Rect.X, p.Rect.Y, p.Rect.W, p.Rect.H)
	case p.Path != nil:
		fmt.Fprintf(b, `<path class="%s" d="%s"/>`+"\n", class, pathData(p.Path))
	case p.Image != nil:
		fmt.Fprintf(b, `<image x="%d" y="%d" width="%d" height="%d" href="data:image/png;base64,%s"/>`+"\n", p.Image.X, p.Image.Y, p.Image.W, p.Image.H,
			base64.StdEncoding.EncodeToString(s.Pictures[p.Image.Picture]))
	case p.Text != nil:
		t := p.Text
		class += " " + string(t.Face)
		if t.Underline {
			class += " underline"
		}
		length := ""
		// Where the length is given, browsers paint letter by letter, and the halo of
		// each would cover the one before.
		if t.Width > 0 && p.Role != scene.RoleLabel {
			length = fmt.Sprintf(` textLength="%s"`, hundredths(t.Width))
		}
		fmt.Fprintf(b, `<text class="%s" x="%d" y="%d" font-size="%d"%s>%s</text>`+"\n", class, t.X, t.Y, t.Size, length, escape(t.Text))
	}
}

func pathData(p *scene.Path) string {
	var b strings.Builder
	x, y, steps := p.Steps()
	fmt.Fprintf(&b, "M%s %s", short(x), short(y))
	for _, s := range steps {
		if s.Curved {
			fmt.Fprintf(&b, "Q%s %s %s %s", short(s.CornerX), short(s.CornerY), short(s.EndX), short(s.EndY))
		} else {
			fmt.Fprintf(&b, "L%s %s", short(s.EndX), short(s.EndY))
		}
	}
	if p.Closed {
		b.WriteByte('Z')
	}
	return b.String()
}

func short(v float64) string { return strconv.FormatFloat(math.Round(v*100)/100, 'f', -1, 64) }

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
