package check

import "lexeon/core/model"

// isRenamed reports whether a row was there before and is of the same kind still. What a rule
// finds by which elements there are, it finds as before.
func isRenamed(old, next model.Row) bool {
	return old != nil && next != nil && kindOf(old) == kindOf(next) && kindOf(old) != ""
}
