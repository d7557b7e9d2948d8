package code

import (
	"slices"
	"strings"
)

// basesOf finds what each class of Python names as what it extends: generals, then the interfaces that none of them
// has. Where interfaces stand in no order that holds for a whole hierarchy, its classes name none of them: what has all
// that a Protocol asks for is one all the same (PEP 544).
func basesOf(p *Package) {
	order := map[*Unit][]*Unit{}
	without := map[*Unit]bool{} // hierarchies, by their roots
	var visit func(u *Unit) []*Unit
	visit = func(u *Unit) []*Unit {
		if order[u] != nil {
			return order[u]
		}
		u.Bases = slices.Clone(u.Generals)
		for _, i := range u.Offers {
			has := func(other *Unit) bool { return other != i && slices.Contains(visit(other), i) }
			if !slices.ContainsFunc(u.Generals, has) && !slices.ContainsFunc(u.Offers, has) {
				u.Bases = append(u.Bases, i)
			}
		}
		for order[u] = inOneOrder(u, u.Bases, visit); order[u] == nil; order[u] = inOneOrder(u, u.Bases, visit) {
			without[u.root] = true
			u.Bases = u.Bases[:len(u.Bases)-1]
		}
		return order[u]
	}
	for _, u := range p.Units {
		visit(u)
	}
	for _, u := range p.Units {
		if u.Kind == "class" && without[u.root] {
			u.Bases = u.Generals
		}
	}
}

// pythonBases are those bases as they are written. What merges has no ABC among them, which would have to stand in the
// same order everywhere.
func pythonBases(u *Unit) string {
	var out []string
	for _, b := range u.Bases {
		out = append(out, b.Name)
	}
	switch {
	case u.Kind == "interface":
		out = append(out, "Protocol")
	case u.Type.Abstract && u.Merges:
		out = append(out, "metaclass=ABCMeta")
	case u.Type.Abstract:
		out = append(out, "ABC")
	}
	if len(out) == 0 {
		return ""
	}
	return "(" + strings.Join(out, ", ") + ")"
}

// abstractions are what a file needs of the module abc.
func abstractions(units []*Unit) (out []string) {
	for _, merges := range []bool{false, true} {
		if slices.ContainsFunc(units, func(u *Unit) bool { return u.Kind == "class" && u.Type.Abstract && u.Merges == merges }) {
			out = append(out, map[bool]string{false: "ABC", true: "ABCMeta"}[merges])
		}
	}
	if len(out) > 0 {
		out = append(out, "abstractmethod")
	}
	return out
}
