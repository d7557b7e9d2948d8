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
	flag := func(on bool) {
		if on {
			num(1)
		} else {
			num(0)
		}
	}
	text(string(g.ID), string(g.Subject), string(g.Kind), g.Title, string(g.Line))
	num(g.Bends...)
	flag(g.Larger)
	text(string(g.Detail), string(g.At))
	for _, id := range g.Holds {
		text(string(id))
	}
	rect(g.Box)
	points(g.Route)
	if g.Free != nil {
		points([]Point{*g.Free})
	}
	for _, p := range g.Shapes {
		text(string(p.Role), string(p.Tint))
		rect(p.Rect)
		if p.Path != nil {
			points(p.Path.Points)
			flag(p.Path.Closed)
			num(p.Path.Round)
		}
		if i := p.Image; i != nil {
			text(string(i.Picture))
			rect(&i.Rect)
		}
		if t := p.Text; t != nil {
			num(t.X, t.Y, t.Width, t.Size)
			text(t.Text, string(t.Face))
			flag(t.Underline)
		}
	}
	for i := range g.Slots {
		s := &g.Slots[i]
		text(string(s.Row), s.Field, s.Value, s.Title, string(s.Face), s.Label)
		if s.Anchor != nil {
			num(s.Anchor.X, s.Anchor.Y)
		}
		rect(&s.Rect)
	}
	return strconv.FormatUint(h.Sum64(), 36)
}
