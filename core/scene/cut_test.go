package scene_test

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// A picture has no blank paper, with or without the frame; the drawing itself stays as it was.
func TestCut(t *testing.T) {
	_, s := draw(t, 2, "class Crew", "class Boat", "1 Crew sails 0..* Boat")
	before := s.Bounds
	content := boxOf(t, s, "Crew").Union(boxOf(t, s, "Boat"))
	bare := s.Cut(false)
	require.Len(t, bare.Groups, len(s.Groups)-1)
	require.LessOrEqual(t, bare.Bounds.W, content.W+60)
	require.Equal(t, bare.Bounds, bare.Bounds.Union(content))
	framed := s.Cut(true)
	require.Less(t, framed.Bounds.W, before.W)
	require.Less(t, framed.Bounds.H, before.H)
	require.Equal(t, *framed.Groups[0].Box, framed.Groups[0].Box.Union(content))
	require.Equal(t, *framed.Groups[0].Shapes[0].Rect, *framed.Groups[0].Box)
	require.Equal(t, before, s.Bounds)
	require.Equal(t, before, *s.Groups[0].Box)
}
