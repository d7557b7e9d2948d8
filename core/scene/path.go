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
	closed := p.Closed && p.Round > 0
	corner := func(i int) (in, corner, out [2]float64) {
		// From some way before the corner to as far behind it.
		n := len(p.Points)
		at := p.Points[i]
		inX, inY, inLength := toward(at, p.Points[(i+n-1)%n])
		outX, outY, outLength := toward(at, p.Points[(i+1)%n])
		r := min(float64(p.Round), inLength/2, outLength/2)
		x, y := float64(at.X), float64(at.Y)
		return [2]float64{x + inX*r, y + inY*r}, [2]float64{x, y}, [2]float64{x + outX*r, y + outY*r}
	}
	startX, startY = float64(p.Points[0].X), float64(p.Points[0].Y)
	first := 1
	if closed { // its first corner is rounded like the others
		in, _, _ := corner(0)
		startX, startY, first = in[0], in[1], 0
	}
	for i := first; i < len(p.Points); i++ {
		at := p.Points[i]
		if p.Round == 0 || i == len(p.Points)-1 && !closed {
			steps = append(steps, Step{EndX: float64(at.X), EndY: float64(at.Y)})
			continue
		}
		in, mid, out := corner(i)
		steps = append(steps, Step{EndX: in[0], EndY: in[1]}, Step{Curved: true, CornerX: mid[0], CornerY: mid[1], EndX: out[0], EndY: out[1]})
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
