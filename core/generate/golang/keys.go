package golang

import "lexeon/core/generate"

// key is an attribute of what is at a qualified end, by which it is found.
type key struct {
	Name, Field string
	Type        *typeExpr
}

// keysOf are the attributes by which what is at an end is found: those of its own, where no interface stands for it.
func keysOf(e *generate.End) []*generate.Member {
	if e.Type.Polymorphic() {
		return nil
	}
	return e.Keys(func(owner *generate.Type, _ *generate.Member) bool { return owner == e.Type })
}

// limited: there is a most that there may be, under a key or at all.
func limited(e *generate.End) bool {
	return e.Many() && (e.Upper > 1 && !e.Open() || e.PerKey > 0 && len(keysOf(e)) > 0)
}

// keyed names the attributes by which is found, once all fields have their names.
func (g *generator) keyed(c classFile) {
	for _, x := range c.Ends {
		names := names{"one": true, "out": true, c.Receiver: true}
		for _, a := range keysOf(x.of) {
			x.Keys = append(x.Keys, key{names.take(unexported(a.Name, "value")), g.fields[a], g.typeOf(a.Type)})
		}
	}
}
