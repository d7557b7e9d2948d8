package geometry_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/geometry"
)

// Pieces cross inside of both: one that ends at the other, or lies on it, does not.
func TestCross(t *testing.T) {
	p := func(x, y int) geometry.Point { return geometry.Point{X: x, Y: y} }
	require.True(t, geometry.Cross(p(0, 10), p(20, 10), p(10, 0), p(10, 20)))
	require.True(t, geometry.Cross(p(0, 0), p(20, 20), p(0, 20), p(20, 0)))
	require.False(t, geometry.Cross(p(0, 10), p(20, 10), p(10, 10), p(10, 20)), "it ends there")
	require.False(t, geometry.Cross(p(0, 10), p(20, 10), p(5, 10), p(30, 10)), "along it")
	require.False(t, geometry.Cross(p(0, 10), p(20, 10), p(30, 0), p(30, 20)), "beside it")
}
