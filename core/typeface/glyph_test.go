package typeface_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/typeface"
)

// Glyphs stand where the width of the run says: the last one ends there, and
// together they spell the text.
func TestGlyphsSpellTheRun(t *testing.T) {
	set := typeface.New()
	for _, f := range typeface.Faces {
		for _, text := range []string{"HoneyLot", "AV To fi 0..*", "Wärme", "日本 x", ""} {
			spelled, last := "", -1.0
			for _, g := range set.Glyphs(f, text) {
				spelled += g.Text
				require.Greater(t, g.X, last, "%s %q", f, text)
				last = g.X
			}
			require.Equal(t, text, spelled, "%s", f)
			if text != "" {
				require.Less(t, last, set.Width(f, 1, text))
			}
		}
	}
}

// Outlines are closed figures about as high as the letter.
func TestOutlines(t *testing.T) {
	set := typeface.New()
	glyphs := set.Glyphs(typeface.Regular, "H ")
	curves := set.Outline(typeface.Regular, glyphs[0].ID)
	require.True(t, curves[0].Move)
	top := 0.0
	for _, c := range curves {
		for _, p := range c.Points {
			top = max(top, p[1])
		}
	}
	require.InDelta(t, 0.66, top, 0.05, "the height of a capital")
	require.Empty(t, set.Outline(typeface.Regular, glyphs[1].ID), "a space has none")
	for _, f := range typeface.Faces {
		data, err := typeface.FontFile(f)
		require.NoError(t, err)
		require.NotEmpty(t, data)
	}
}
