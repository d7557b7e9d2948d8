package route

import "slices"

// stage is one sweep while it is done.
type stage struct {
	*difference
	k        int
	vertical bool
	limits   *limits
	pieces   sweep // of each path
	former   sweep // of each path in the former run
	fresh    []*segment
	gone     map[*segment]bool // pieces of the former run that are no more
}

// begin takes over the pieces of lines that are as they were, and collects those of the
// others anew.
func (s *stage) begin() {
	paths := s.run.paths
	s.pieces = make(sweep, len(paths))
	if s.difference.former != nil {
		s.former = s.difference.former.sweeps[s.k]
	}
	var fresh []int
	for i, other := range s.different() {
		if other {
			fresh = append(fresh, i)
			s.leave(s.was[i])
		} else {
			s.pieces[i] = s.former[s.was[i]]
		}
	}
	for _, k := range s.difference.gone {
		s.leave(k)
	}
	s.fresh = collect(paths, fresh, s.k, s.vertical, s.pieces)
}

// leave marks the pieces that the path k had.
func (s *stage) leave(k int) {
	if k < 0 {
		return
	}
	if s.gone == nil {
		s.gone = map[*segment]bool{}
	}
	for _, old := range s.former[k] {
		s.gone[old] = true
	}
}

// different tells which paths this sweep does not see as it saw them: those that lie
// elsewhere, and all that share a trunk with one of them.
func (s *stage) different() []bool {
	paths := s.run.paths
	out := make([]bool, len(paths))
	trunks := map[string]bool{}
	for i, p := range paths {
		was := s.path(i)
		if was != nil && sweepsAlike(was, p) && same(was.at[s.k], p.at[s.k]) {
			continue
		}
		out[i] = true
		if p.Trunk != "" {
			trunks[p.Trunk] = true
		}
		if was != nil && was.Trunk != "" {
			trunks[was.Trunk] = true
		}
	}
	for _, k := range s.difference.gone {
		if trunk := s.difference.former.paths[k].Trunk; trunk != "" {
			trunks[trunk] = true
		}
	}
	if len(trunks) > 0 {
		for i, p := range paths {
			out[i] = out[i] || trunks[p.Trunk]
		}
	}
	return out
}

// each calls f for every piece once, in order.
func (s *stage) each(f func(*segment)) {
	for i, p := range s.run.paths {
		for _, piece := range s.pieces[i] {
			if piece.path().ID == p.ID {
				f(piece)
			}
		}
	}
}

// swap puts pieces in the place of former ones, in the lists of all their lines.
func (s *stage) swap(by map[*segment]*segment) {
	if len(by) == 0 {
		return
	}
	for i, list := range s.pieces {
		if !slices.ContainsFunc(list, func(old *segment) bool { return by[old] != nil }) {
			continue
		}
		list = slices.Clone(list) // the former run has it too
		for k, old := range list {
			if now := by[old]; now != nil {
				list[k] = now
			}
		}
		s.pieces[i] = list
	}
}

// end moves the lines to where their pieces are now.
func (s *stage) end() {
	for i, p := range s.run.paths {
		points, moved := p.at[s.k], false
		for _, piece := range s.pieces[i] {
			if piece.pos == piece.at {
				continue
			}
			if !moved {
				points, moved = slices.Clone(points), true
			}
			piece.move(points, p.ID, s.vertical)
		}
		if was := s.path(i); was != nil && same(was.at[s.k+1], points) {
			points = was.at[s.k+1]
		}
		p.at[s.k+1] = points
	}
}

// move puts the part of one line of a piece where the piece is now.
func (s *segment) move(points []Point, id string, vertical bool) {
	for _, part := range s.parts {
		if part.path.ID != id {
			continue
		}
		for q := part.index; q <= part.index+1; q++ {
			if vertical {
				points[q].X = s.pos
			} else {
				points[q].Y = s.pos
			}
		}
	}
}
