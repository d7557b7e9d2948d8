package route

// limits finds how far a piece may move.
type limits struct {
	vertical bool
	rects    []Rect // turned so that pieces are vertical: positions are x
}

func newLimits(shapes []Rect, vertical bool) *limits {
	l := &limits{vertical: vertical}
	for _, r := range shapes {
		l.rects = append(l.rects, turned(r, vertical))
	}
	return l
}

// turned swaps x and y unless pieces are vertical already.
func turned(r Rect, vertical bool) Rect {
	if vertical {
		return r
	}
	return Rect{r.Y, r.X, r.H, r.W}
}

// tightAir is what lines keep from shapes and corners where it is very crowded.
const tightAir = 3

// farthest is how far a piece is moved at most from where phase 1 put it.
const farthest = 160

func (l *limits) set(s *segment) {
	s.ideal = s.at
	s.low, s.high, s.least, s.most = s.at, s.at, s.at, s.at
	if s.fixed {
		return
	}
	low, high := s.ideal-farthest, s.ideal+farthest
	lowAir, highAir := clear, clear
	for _, r := range l.rects {
		if r.Y >= s.to+3 || r.Bottom() <= s.from-3 {
			continue
		}
		// Of several edges in one line the one that wants most air decides.
		if edge := r.Right(); edge <= s.ideal && edge >= low && edge > s.ideal-farthest {
			if edge > low {
				low, lowAir = edge, 0
			}
			lowAir = max(lowAir, l.air(s, r, clear))
		}
		if edge := r.X; edge >= s.ideal && edge <= high && edge < s.ideal+farthest {
			if edge < high {
				high, highAir = edge, 0
			}
			highAir = max(highAir, l.air(s, r, clear))
		}
	}
	// Where it is narrow everybody keeps a little less.
	if width := high - low; lowAir+highAir > width*2/3 {
		total := lowAir + highAir
		lowAir, highAir = lowAir*width*2/(3*total), highAir*width*2/(3*total)
	}
	s.low, s.high = low+lowAir, high-highAir
	s.least, s.most = min(s.low, low+tightAir), max(s.high, high-tightAir)
	for _, p := range s.parts {
		if p.index == 0 {
			s.side(turned(p.path.a, l.vertical))
		}
		if p.index == len(p.points)-2 {
			s.side(turned(p.path.b, l.vertical))
		}
	}
	if s.low > s.high {
		s.low, s.high = s.ideal, s.ideal
	}
	s.least, s.most = min(s.least, s.low), max(s.most, s.high)
	s.ideal = max(s.low, min(s.ideal, s.high))
}

// air is what a piece keeps from a shape: more from one of its own, where its
// end has its marks.
func (l *limits) air(s *segment, r Rect, usual int) int {
	for _, p := range s.parts {
		if p.index == 1 && turned(p.path.a, l.vertical) == r {
			usual = max(usual, stub)
		}
		if p.index == len(p.points)-3 && turned(p.path.b, l.vertical) == r {
			usual = max(usual, stub)
		}
	}
	return usual
}

// side keeps an end on its side, off the corners.
func (s *segment) side(r Rect) {
	inset := min(margin, r.W/4)
	s.low, s.high = max(s.low, r.X+inset), min(s.high, r.Right()-inset)
	s.least, s.most = max(s.least, r.X+tightAir), min(s.most, r.Right()-tightAir)
}

// reaches reports whether a shape can have a say in how far a piece may move.
func (l *limits) reaches(s *segment, shape Rect) bool {
	r := turned(shape, l.vertical)
	return r.Y < s.to+3 && r.Bottom() > s.from-3 && r.Right() > s.at-farthest && r.X < s.at+farthest
}
