package typeface_test

import (
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/typeface"
)

func TestWidths(t *testing.T) {
	set := typeface.New()
	for _, f := range typeface.Faces {
		require.Zero(t, set.Width(f, 14, ""))
		one := set.Width(f, 14, "Hive")
		require.InDelta(t, 26, one, 5)
		require.InDelta(t, 2*one, set.Width(f, 28, "Hive"), 1e-9, "widths grow with the size, without rounding")
		web, err := typeface.WebFile(typeface.WebFileName(f))
		require.NoError(t, err)
		require.Equal(t, "wOF2", string(web[:4]))
	}
	require.Less(t, set.Width(typeface.Regular, 14, "AV"), set.Width(typeface.Regular, 14, "A")+set.Width(typeface.Regular, 14, "V"), "pairs are kerned")
	require.Greater(t, set.Width(typeface.Semibold, 14, "Hive"), set.Width(typeface.Regular, 14, "Hive"))
	require.InDelta(t, 28, set.Width(typeface.Regular, 14, "日本"), 1e-9, "a character that the font lacks counts one em")
	_, err := typeface.WebFile("../typeface")
	require.Error(t, err)
}

func TestConcurrentUse(t *testing.T) {
	set := typeface.New()
	var wg sync.WaitGroup
	for range 8 {
		wg.Go(func() {
			for i := range 200 {
				set.Width(typeface.Regular, 14, string(rune('a'+i%26)))
			}
		})
	}
	wg.Wait()
}
