package geometry

// Cross reports whether two pieces of lines meet inside of both.
func Cross(a, b, c, d Point) bool {
	return side(a, b, c)*side(a, b, d) < 0 && side(c, d, a)*side(c, d, b) < 0
}

// side tells on which side of a line a point lies: 1, -1, or 0 on it.
func side(a, b, p Point) int {
	switch v := (b.X-a.X)*(p.Y-a.Y) - (b.Y-a.Y)*(p.X-a.X); {
	case v > 0:
		return 1
	case v < 0:
		return -1
	}
	return 0
}
