package scene

import (
	"encoding/binary"
	"hash/fnv"
	"strconv"
)

// hashGroup hashes everything that a group shows, so that a reply can leave out
// what did not change.
func hashGroup(g *Group) string {
	h := fnv.New64a()
	var buf [8]byte
	num := func(values ...int) {
		for _, v := range values {
			binary.LittleEndian.PutUint64(buf[:], uint64(v))
			h.Write(buf[:])
		}
	}
	text := func(values ...string) {
		for _, s := range values {
			num(len(s))
			h.Write([]byte(s))
		}
	}
	rect := func(r *Rect) {
		if r != nil {
			num(1, r.X, r.Y, r.W, r.H)
		}
	}
	points := func(list []Point) {
		num(len(list))
		for _, p := range list {
			num(p.X, p.Y)
		}
	}
	text(string(g.ID), string(g.Subject), string(g.Kind), g.Title)
	rect(g.Box)
	points(g.Route)
	for _, p := range g.Shapes {
		text(string(p.Role))
		rect(p.Rect)
		if p.Path != nil {
			points(p.Path.Points)
			if p.Path.Closed {
				num(1)
			}
		}
		if t := p.Text; t != nil {
			num(t.X, t.Y, t.Width, t.Size)
			text(t.Text, string(t.Face))
			if t.Underline {
				num(1)
			}
		}
	}
	for i := range g.Slots {
		s := &g.Slots[i]
		text(string(s.Row), s.Field, s.Value, s.Title, string(s.Face))
		rect(&s.Rect)
	}
	return strconv.FormatUint(h.Sum64(), 36)
}
