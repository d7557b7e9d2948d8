package scene

// Line ends as in UML 2.5.1, 9.2.4, 10.4.4, 11.5.4 and 7.7.4. Each is drawn at
// the point where the line meets the shape, away from it along the line.

const (
	triangleLength = 16
	diamondLength  = 20
	arrowLength    = 12
)

func triangle(at Point, along vector) Primitive {
	return Primitive{Role: RoleHollow, Path: &Path{Closed: true, Points: []Point{
		at, along.at(at, triangleLength, 8), along.at(at, triangleLength, -8)}}}
}

func diamond(at Point, along vector, solid bool) Primitive {
	role := RoleHollow
	if solid {
		role = RoleSolid
	}
	return Primitive{Role: role, Path: &Path{Closed: true, Points: []Point{
		at, along.at(at, diamondLength/2, 6), along.at(at, diamondLength, 0), along.at(at, diamondLength/2, -6)}}}
}

func arrow(at Point, along vector) Primitive {
	return Primitive{Role: RoleLine, Path: &Path{Points: []Point{
		along.at(at, arrowLength, 6), at, along.at(at, arrowLength, -6)}}}
}

func cross(at Point, along vector) []Primitive {
	return []Primitive{
		{Role: RoleLine, Path: &Path{Points: []Point{along.at(at, 5, 5), along.at(at, 13, -5)}}},
		{Role: RoleLine, Path: &Path{Points: []Point{along.at(at, 5, -5), along.at(at, 13, 5)}}},
	}
}

// readingSign is the small triangle beside a name, in a box of 10 by 10.
func readingSign(corner Point, along vector) Primitive {
	x, y := corner.X, corner.Y
	var points []Point
	switch {
	case along.mostlyHorizontal() && along.x >= 0:
		points = []Point{{x, y}, {x + 10, y + 5}, {x, y + 10}}
	case along.mostlyHorizontal():
		points = []Point{{x + 10, y}, {x, y + 5}, {x + 10, y + 10}}
	case along.y >= 0:
		points = []Point{{x, y}, {x + 10, y}, {x + 5, y + 10}}
	default:
		points = []Point{{x, y + 10}, {x + 10, y + 10}, {x + 5, y}}
	}
	return Primitive{Role: RoleSolid, Path: &Path{Closed: true, Points: points}}
}
