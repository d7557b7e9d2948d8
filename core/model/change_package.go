package model

import "slices"

// MoveInto puts an element into a package, or a component into another one; out of
// all of them where Package is empty.
type MoveInto struct {
	readsNothing
	ID      ID `json:"id"`
	Package ID `json:"package,omitempty"`
}

func (c *MoveInto) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || !e.Kind.IsPackaged() {
		return missing("element", c.ID)
	}
	if p := d.Element(c.Package); c.Package != "" && (p == nil || !slices.Contains(elementInfo[e.Kind].Owners, p.Kind)) {
		return missing("package", c.Package)
	}
	for p := d.Element(c.Package); p != nil; p = d.Element(p.Owner) {
		if p.ID == c.ID {
			return Faultf(CodeRefused, "%s cannot be in itself", d.Describe(c.ID)).At(c.ID, "package")
		}
	}
	d.moveInto(e, c.Package)
	return nil
}

func (c *MoveInto) says(before, after *Model) string {
	if c.Package == "" {
		return "Take " + after.Describe(c.ID) + " out of its package"
	}
	return "Put " + after.Describe(c.ID) + " into " + after.Describe(c.Package)
}

func (*MoveInto) weight() int { return decisive }

func (d *draft) moveInto(e *Element, owner ID) {
	n := *e
	n.Owner, n.Order = owner, ""
	if owner != "" {
		n.Order = d.orderBefore(owner, "")
	}
	d.put(&n)
}

// IsPackaged reports whether elements of the kind may be in packages.
func (k Kind) IsPackaged() bool {
	return slices.Contains(elementInfo[k].Owners, PackageKind)
}

// PackagePath lists the packages that an element is in, the outermost first, by way
// of components too.
func (m *Model) PackagePath(id ID) []*Element {
	var out []*Element
	for e := m.Element(id); e != nil; {
		e = m.Element(e.Owner)
		if e != nil && e.Kind == PackageKind {
			out = append([]*Element{e}, out...)
		}
	}
	return out
}

// verifyPackage: a package is not in itself, be it by way of others.
func (d *draft) verifyPackage(e *Element) error {
	seen := map[ID]bool{}
	for p := e; p != nil; p = d.Element(p.Owner) {
		if seen[p.ID] {
			return Faultf(CodeRefused, "%s cannot be in itself", d.Describe(e.ID)).At(e.ID, "owner")
		}
		seen[p.ID] = true
	}
	return nil
}
