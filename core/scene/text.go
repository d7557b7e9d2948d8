package scene

import (
	"math"
	"strings"
	"unicode"

	"lexeon/core/typeface"
)

const (
	textSize   = 14
	lineHeight = 20
	smallSize  = 12
	smallLine  = 16
	ascent     = 15 // from the top of a line to its baseline, at textSize
	smallUp    = 12 // the same at smallSize
)

// width in whole pixels, rounded up: what is laid out with it always fits.
func (d *Drawer) width(face typeface.Face, size int, text string) int {
	return int(math.Ceil(d.set.Width(face, float64(size), text)))
}

// run makes a run of text at a left edge and baseline.
func (d *Drawer) run(x, y int, text string, face typeface.Face, size int) *Text {
	return &Text{X: x, Y: y, Text: text, Face: face, Size: size,
		Width: int(math.Round(d.set.Width(face, float64(size), text) * 100))}
}

// wrap breaks a text into lines that are at most limit pixels wide: at spaces,
// else before a capital letter or after punctuation within a word, else
// anywhere.
func (d *Drawer) wrap(text string, face typeface.Face, size, limit int) []string {
	if d.width(face, size, text) <= limit {
		return []string{text}
	}
	var lines []string
	line := ""
	for _, piece := range breakable(text) {
		if line != "" && d.width(face, size, strings.TrimRight(line+piece, " ")) > limit {
			lines = append(lines, strings.TrimRight(line, " "))
			line = ""
			piece = strings.TrimLeft(piece, " ")
		}
		for d.width(face, size, strings.TrimRight(piece, " ")) > limit {
			n := d.fitting(piece, face, size, limit)
			lines = append(lines, piece[:n])
			piece = piece[n:]
		}
		line += piece
	}
	if strings.TrimSpace(line) != "" || len(lines) == 0 {
		lines = append(lines, strings.TrimRight(line, " "))
	}
	return lines
}

// breakable cuts a text where a line may end; spaces stay with the piece before.
func breakable(text string) []string {
	var out []string
	start := 0
	runes := []rune(text)
	for i := 1; i < len(runes); i++ {
		before, at := runes[i-1], runes[i]
		if unicode.IsSpace(before) && !unicode.IsSpace(at) ||
			unicode.IsLower(before) && unicode.IsUpper(at) ||
			strings.ContainsRune(",-_/.", before) && unicode.IsLetter(at) {
			out = append(out, string(runes[start:i]))
			start = i
		}
	}
	return append(out, string(runes[start:]))
}

// fitting is how many bytes of a piece fit into limit, at least one character.
func (d *Drawer) fitting(piece string, face typeface.Face, size, limit int) int {
	last := 0
	for i := range piece {
		if i > 0 && d.width(face, size, piece[:i]) > limit {
			break
		}
		last = i
	}
	if last == 0 {
		for i := range piece {
			if i > 0 {
				return i
			}
		}
		return len(piece)
	}
	return last
}
