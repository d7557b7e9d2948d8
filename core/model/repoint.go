package model

// Repoint tells the changes that lead every reference to a row to another one:
// types, ends, sides of relationships, traces, placements. Rows that skip accepts
// are left as they are. Parts of the row, and what belongs to its term, stay.
func Repoint(m *Model, from, to ID, skip func(Row) bool) []Change {
	var rows []RowState
	for _, u := range m.Uses(from) {
		if skip != nil && skip(u) {
			continue
		}
		set := Patch{}
		u.refs(func(field string, id ID) {
			if id == from {
				set[field] = encodeValue(to)
			}
		})
		for field := range set {
			if !isPlainRef(field) {
				delete(set, field)
			}
		}
		if len(set) > 0 {
			rows = append(rows, RowState{Table: u.Table(), ID: u.RowID(), Set: set})
		}
	}
	if len(rows) == 0 {
		return nil
	}
	return []Change{&Restore{Rows: rows}}
}

// isPlainRef: a field that holds one id; lists of ids are no references of classes.
func isPlainRef(field string) bool {
	switch field {
	case "term", "type", "source", "target", "class", "set", "traced", "refers", "subject", "picture", "process", "about", "from", "to":
		return true
	}
	return false
}
