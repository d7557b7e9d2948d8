// Package visible tells characters that nobody sees, and shows them as what they are:
// control characters, marks of direction, which make a text look like another one, and
// what has no width. What letters of living scripts need (the joiners U+200C and U+200D)
// is not among them.
package visible

import (
	"fmt"
	"io"
	"strings"
	"unicode"
)

// hidden are the characters of general category Cf and others that look like nothing or
// change the order in which others are shown (Unicode Standard, chapters 9.9 and 23).
var hidden = &unicode.RangeTable{
	R16: []unicode.Range16{
		{Lo: 0x00ad, Hi: 0x00ad, Stride: 1}, // soft hyphen
		{Lo: 0x061c, Hi: 0x061c, Stride: 1}, // Arabic letter mark
		{Lo: 0x115f, Hi: 0x1160, Stride: 1}, // Hangul fillers
		{Lo: 0x180e, Hi: 0x180e, Stride: 1}, // Mongolian vowel separator
		{Lo: 0x200b, Hi: 0x200b, Stride: 1}, // zero width space
		{Lo: 0x200e, Hi: 0x200f, Stride: 1}, // marks of direction
		{Lo: 0x2028, Hi: 0x202e, Stride: 1}, // separators, embeddings and overrides
		{Lo: 0x2060, Hi: 0x206f, Stride: 1}, // word joiner, isolates, deprecated ones
		{Lo: 0x3164, Hi: 0x3164, Stride: 1}, // Hangul filler
		{Lo: 0xfeff, Hi: 0xfeff, Stride: 1}, // byte order mark
		{Lo: 0xffa0, Hi: 0xffa0, Stride: 1}, // halfwidth Hangul filler
		{Lo: 0xfff9, Hi: 0xfffb, Stride: 1}, // annotations
	},
	R32: []unicode.Range32{{Lo: 0xe0000, Hi: 0xe007f, Stride: 1}}, // tags
}

// Hidden reports whether a character is one that nobody sees. Line feed and tab are not.
func Hidden(r rune) bool {
	return r != '\n' && r != '\t' && (unicode.IsControl(r) || unicode.Is(hidden, r))
}

// Text shows hidden characters as ‹U+202E›; bytes that are no UTF-8 become U+FFFD.
func Text(s string) string {
	s = strings.ToValidUTF8(s, "\ufffd")
	if !strings.ContainsFunc(s, Hidden) {
		return s
	}
	var b strings.Builder
	for _, r := range s {
		if Hidden(r) {
			fmt.Fprintf(&b, "‹U+%04X›", r)
		} else {
			b.WriteRune(r)
		}
	}
	return b.String()
}

// Writer shows hidden characters of what is written to a terminal. Each call of Write must
// end with a whole character.
func Writer(w io.Writer) io.Writer { return writer{w} }

type writer struct{ to io.Writer }

func (w writer) Write(p []byte) (int, error) {
	if _, err := io.WriteString(w.to, Text(string(p))); err != nil {
		return 0, err
	}
	return len(p), nil
}

// LoneSurrogate finds an escape of half a character in JSON, as \ud800 is without the
// other half, which readers replace without a word. It gives the offset, or -1.
func LoneSurrogate(json []byte) int {
	for i := 0; i+1 < len(json); i++ {
		if json[i] != '\\' {
			continue
		}
		if json[i+1] != 'u' {
			i++ // an escaped backslash escapes nothing
			continue
		}
		high, ok := escape(json, i)
		switch {
		case !ok:
		case high >= 0xdc00 && high <= 0xdfff:
			return i
		case high >= 0xd800 && high <= 0xdbff:
			if low, ok := escape(json, i+6); !ok || low < 0xdc00 || low > 0xdfff {
				return i
			}
			i += 6
		}
		i += 5
	}
	return -1
}

// escape reads \uXXXX.
func escape(json []byte, at int) (n rune, ok bool) {
	if at+6 > len(json) || json[at] != '\\' || json[at+1] != 'u' {
		return 0, false
	}
	for _, c := range json[at+2 : at+6] {
		d := strings.IndexByte("0123456789abcdef", c|0x20)
		if c >= '0' && c <= '9' {
			d = int(c - '0')
		}
		if d < 0 {
			return 0, false
		}
		n = n<<4 | rune(d)
	}
	return n, true
}
