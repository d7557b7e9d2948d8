package route

import "slices"

// part takes apart what still lies on each other after all rounds: where wishes
// contradict each other, or moving one direction brought pieces of the other
// together. The piece that may move goes to the nearest free place. Pieces are looked at
// in order; one is looked at again where anything near it is not as it was.
func (s *stage) part() sweep {
	s.begin()
	if len(s.fresh) > 0 || len(s.gone) > 0 || len(s.shapes) > 0 {
		p := &parting{stage: s, now: map[*segment]*segment{}, lies: newBuckets(func(s *segment) int { return s.at })}
		p.run()
		s.swap(p.now)
	}
	s.end()
	return s.pieces
}

// parting looks at the pieces one after the other.
type parting struct {
	*stage
	lies    *buckets
	place   map[*segment]int // of those that lie elsewhere by now
	changed []mark
	now     map[*segment]*segment
}

// mark is a piece of plane where a piece lies, or lay, that is not as it was.
type mark struct{ from, to, at int }

// sideways is how far a hidden piece is moved at most.
const sideways = farthest / 2

// mostMarks is how many differences there may be before everything is looked at.
const mostMarks = 400

func (p *parting) run() {
	p.place = map[*segment]int{}
	p.each(p.lies.add)
	news := map[*segment]bool{}
	for _, s := range p.fresh {
		news[s] = true
		p.differs(s, s.at)
	}
	for s := range p.gone {
		p.differs(s, s.at)
		p.differs(s, s.pos)
	}
	all := p.former == nil
	p.each(func(s *segment) {
		p.sign.Look()
		if !news[s] && !all && len(p.changed) <= mostMarks && !p.suspect(s) {
			if s.pos != s.at {
				p.place[s] = s.pos
			}
			return
		}
		at := p.free(s)
		if at != s.at {
			p.place[s] = at
		}
		switch {
		case news[s]:
			s.pos = at
			p.differs(s, at)
		case at != s.pos:
			p.differs(s, at)
			p.differs(s, s.pos)
			moved := *s
			moved.pos, moved.beside = at, nil
			p.now[s] = &moved
		}
	})
}

func (p *parting) differs(s *segment, at int) {
	p.changed = append(p.changed, mark{s.from, s.to, at})
}

// suspect reports whether anything near a piece is not as it was.
func (p *parting) suspect(s *segment) bool {
	for _, m := range p.changed {
		if abs(m.at-s.at) <= sideways+2 && meets(s.from, s.to, m.from, m.to, 0) {
			return true
		}
	}
	return slices.ContainsFunc(p.shapes, func(r Rect) bool { return p.limits.reaches(s, r) })
}

// free is the nearest place for a piece where no other hides it, or where it lies.
func (p *parting) free(s *segment) int {
	if s.fixed {
		return s.at
	}
	var others []*segment
	p.lies.near(s.at, 2*sideways+2, func(t *segment) {
		if t != s && min(s.to, t.to) > max(s.from, t.from) && s.path() != t.path() && !s.trunkWith(t) {
			others = append(others, t)
		}
	})
	hidden := func(at int) bool {
		return slices.ContainsFunc(others, func(t *segment) bool {
			lies, moved := p.place[t]
			if !moved {
				lies = t.at
			}
			return abs(lies-at) < 2
		})
	}
	if !hidden(s.at) {
		return s.at
	}
	limited := *s
	p.limits.set(&limited)
	for step := 2; step <= farthest; step++ {
		at := s.at + step/2
		if step%2 == 1 {
			at = s.at - step/2
		}
		if at >= limited.least && at <= limited.most && !hidden(at) {
			return at
		}
	}
	return s.at
}
