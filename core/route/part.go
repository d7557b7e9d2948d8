package route

// part takes apart what still lies on each other after all rounds: where wishes
// contradict each other, or moving one direction brought pieces of the other
// together. The piece that may move goes to the nearest free place.
func part(paths []*path, shapes []Rect) {
	for _, vertical := range [2]bool{false, true} {
		segments := collect(paths, vertical)
		limits := newLimits(shapes, vertical)
		for _, s := range segments {
			s.pos = s.ideal
		}
		for i, s := range segments {
			if s.fixed || !s.hidden(segments, i, s.pos) {
				continue
			}
			limits.set(s)
			for step := 2; step <= farthest; step++ {
				at := s.pos + step/2
				if step%2 == 1 {
					at = s.pos - step/2
				}
				if at >= s.least && at <= s.most && !s.hidden(segments, i, at) {
					s.move(at, vertical)
					break
				}
			}
		}
	}
}

// hidden reports whether a piece at a place would lie on another one, or so close
// that both look like one.
func (s *segment) hidden(list []*segment, own, at int) bool {
	for i, t := range list {
		if i != own && abs(t.pos-at) < 2 && min(s.to, t.to) > max(s.from, t.from) && s.paths[0] != t.paths[0] && !s.trunkWith(t) {
			return true
		}
	}
	return false
}

// move puts a piece, and what is one with it, elsewhere.
func (s *segment) move(at int, vertical bool) {
	s.pos = at
	for k, p := range s.paths {
		for _, q := range [2]int{s.index[k], s.index[k] + 1} {
			if vertical {
				p.points[q].X = at
			} else {
				p.points[q].Y = at
			}
		}
	}
}
