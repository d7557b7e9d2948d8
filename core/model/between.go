package model

// Between lists the relationships that lead from one element to another, by id. It looks at
// the lines of the one that has fewer.
func (m *Model) Between(source, target ID) []*Relationship {
	from, _ := m.lines.get(source)
	if to, _ := m.lines.get(target); len(to) < len(from) {
		from = to
	}
	var out []*Relationship
	for _, r := range from {
		if r.Source == source && r.Target == target {
			out = append(out, r)
		}
	}
	return out
}

// HasAny reports whether there is a relationship of a kind.
func (m *Model) HasAny(kind Kind) bool {
	ids, _ := m.kinds.get(ID(kind))
	return len(ids) > 0
}

// Count tells how many elements of a kind there are that is listed.
func (m *Model) Count(kind Kind) int {
	if elementInfo[kind].Ordered {
		list, _ := m.children.get(inOrder(kind))
		return len(list)
	}
	ids, _ := m.kinds.get(ID(kind))
	return len(ids)
}
