package scene

import "math"

// Step is a piece of a path: a straight line to End, or, where Curved, a
// quadratic curve to it with the corner as its control point.
type Step struct {
	Curved     bool
	CornerX    float64
	CornerY    float64
	EndX, EndY float64
}

// Steps walks a path from its first point, with its corners rounded where it
// asks for it.
func (p *Path) Steps() (startX, startY float64, steps []Step) {
	if len(p.Points) == 0 {
		return 0, 0, nil
	}
	startX, startY = float64(p.Points[0].X), float64(p.Points[0].Y)
	for i := 1; i < len(p.Points); i++ {
		at := p.Points[i]
		if p.Round == 0 || i == len(p.Points)-1 {
			steps = append(steps, Step{EndX: float64(at.X), EndY: float64(at.Y)})
			continue
		}
		// From some way before the corner to as far behind it.
		inX, inY, inLength := toward(at, p.Points[i-1])
		outX, outY, outLength := toward(at, p.Points[i+1])
		r := min(float64(p.Round), inLength/2, outLength/2)
		steps = append(steps,
			Step{EndX: float64(at.X) + inX*r, EndY: float64(at.Y) + inY*r},
			Step{Curved: true, CornerX: float64(at.X), CornerY: float64(at.Y), EndX: float64(at.X) + outX*r, EndY: float64(at.Y) + outY*r})
	}
	return startX, startY, steps
}

func toward(from, to Point) (x, y, length float64) {
	dx, dy := float64(to.X-from.X), float64(to.Y-from.Y)
	if length = math.Hypot(dx, dy); length == 0 {
		return 0, 0, 0
	}
	return dx / length, dy / length, length
}
