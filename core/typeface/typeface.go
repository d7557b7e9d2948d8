// Package typeface measures text with the font files that the browser gets, so
// that what is laid out here fits there. Measured against Chromium the width of
// a run differs by a hundredth of a pixel on average.
package typeface

import (
	"bytes"
	"fmt"
	"sync"

	"github.com/go-text/typesetting/di"
	"github.com/go-text/typesetting/font"
	ot "github.com/go-text/typesetting/font/opentype"
	"github.com/go-text/typesetting/language"
	"github.com/go-text/typesetting/shaping"
	"golang.org/x/image/math/fixed"

	"lexeon/core/bounded"
)

// Face is one cut of the text face.
type Face string

const (
	Regular        Face = "regular"
	Italic         Face = "italic"
	Semibold       Face = "semibold"
	SemiboldItalic Face = "semiboldItalic"
)

// Faces lists all cuts.
var Faces = []Face{Regular, Italic, Semibold, SemiboldItalic}

// Family is the name under which page and exported pictures know the face.
const Family = "Source Sans 3"

var fileNames = map[Face]string{
	Regular: "SourceSans3-Regular", Italic: "SourceSans3-It",
	Semibold: "SourceSans3-Semibold", SemiboldItalic: "SourceSans3-SemiboldIt",
}

// WebFileName is the name of the face's web file, without its ending.
func WebFileName(f Face) string { return fileNames[f] }

// CSS tells weight and style of a face.
func CSS(f Face) (weight int, style string) {
	weight, style = 400, "normal"
	if f == Semibold || f == SemiboldItalic {
		weight = 600
	}
	if f == Italic || f == SemiboldItalic {
		style = "italic"
	}
	return weight, style
}

// Typesetter measures runs of text. It is safe for concurrent use and remembers
// what it measured.
type Typesetter struct {
	mu     sync.Mutex
	shaper shaping.HarfbuzzShaper
	faces  map[Face]*font.Face
	widths *bounded.Memory[run, float64] // in em
}

type run struct {
	face Face
	text string
}

// maxRemembered bounds the memory of a Typesetter; at some 150 bytes a run 15 MB.
const maxRemembered = 100_000

// New makes a Typesetter. Each of the embedded font files is read when its face is
// first needed.
func New() *Typesetter {
	return &Typesetter{faces: map[Face]*font.Face{}, widths: bounded.New[run, float64](maxRemembered)}
}

// face is one that is read; the lock is held.
func (t *Typesetter) face(f Face) *font.Face {
	face, ok := t.faces[f]
	if !ok {
		data, err := measured(f)
		if err == nil {
			face, err = font.ParseTTF(bytes.NewReader(data))
		}
		if err != nil {
			panic(fmt.Sprintf("typeface %s: %v", f, err)) // the files are part of the program, and a test reads them all
		}
		t.faces[f] = face
	}
	return face
}

// Width is the advance of a run in pixels at the given size in pixels. The run
// is shaped at units per em and scaled, since rounding at pixel size adds up.
// A character that the font lacks counts one em.
func (t *Typesetter) Width(f Face, size float64, text string) float64 {
	key := run{f, text}
	em, ok := t.widths.Get(key)
	if !ok {
		t.mu.Lock()
		defer t.mu.Unlock()
		em = t.measure(f, text)
		t.widths.Add(key, em)
	}
	return em * size
}

// featuresOf turns kerning off for the italic cuts, as CSS does where they are
// shown: the shaper here finds only some of the kerning pairs of their files, so
// that text would come out up to two pixels wider than the browser sets it.
func featuresOf(f Face) []shaping.FontFeature {
	if _, style := CSS(f); style == "italic" {
		return []shaping.FontFeature{{Tag: ot.MustNewTag("kern"), Value: 0}}
	}
	return nil
}

func (t *Typesetter) input(f Face, runes []rune) shaping.Input {
	face := t.face(f)
	return shaping.Input{
		Text: runes, RunStart: 0, RunEnd: len(runes), Direction: di.DirectionLTR,
		Face: face, Size: fixed.I(int(face.Upem())), Script: language.Latin, Language: language.NewLanguage("en"),
		FontFeatures: featuresOf(f),
	}
}

func (t *Typesetter) measure(f Face, text string) float64 {
	face := t.face(f)
	upem := float64(face.Upem())
	out := t.shaper.Shape(t.input(f, []rune(text)))
	width := float64(out.Advance) / 64 / upem
	for _, g := range out.Glyphs {
		if g.GlyphID == 0 {
			width += 1 - float64(g.Advance)/64/upem
		}
	}
	return width
}

// Glyph is one shaped character: where it stands in em from the start of the run,
// and its text. ID is 0 for a character that the font lacks.
type Glyph struct {
	ID   uint32
	X    float64
	Text string
}

// Glyphs shapes a run as Width measures it.
func (t *Typesetter) Glyphs(f Face, text string) []Glyph {
	t.mu.Lock()
	defer t.mu.Unlock()
	face := t.face(f)
	upem := float64(face.Upem())
	runes := []rune(text)
	out := t.shaper.Shape(t.input(f, runes))
	glyphs := make([]Glyph, 0, len(out.Glyphs))
	at := 0.0
	for _, g := range out.Glyphs {
		end := min(g.TextIndex()+g.RunesCount(), len(runes))
		glyphs = append(glyphs, Glyph{ID: uint32(g.GlyphID), X: at + float64(g.XOffset)/64/upem, Text: string(runes[g.TextIndex():end])})
		if g.GlyphID == 0 {
			at++
		} else {
			at += float64(g.Advance) / 64 / upem
		}
	}
	return glyphs
}

// Curve is a piece of an outline: a move, a line, or a curve with one or two
// control points, by the number of points; the last one is where it ends. The
// unit is em, y grows upwards.
type Curve struct {
	Move   bool
	Points [][2]float64
}

// Outline is the shape of a glyph.
func (t *Typesetter) Outline(f Face, id uint32) []Curve {
	t.mu.Lock()
	defer t.mu.Unlock()
	face := t.face(f)
	upem := float64(face.Upem())
	data, ok := face.GlyphDataOutline(font.GID(id))
	if !ok {
		return nil
	}
	var out []Curve
	for _, s := range data.Segments {
		c := Curve{Move: s.Op == ot.SegmentOpMoveTo}
		for _, p := range s.ArgsSlice() {
			c.Points = append(c.Points, [2]float64{float64(p.X) / upem, float64(p.Y) / upem})
		}
		out = append(out, c)
	}
	return out
}
