package tables

// Condition is a condition on one row: exactly one of its forms is set.
type Condition struct {
	// In: the column has one of the values, or none.
	In *In
	// Compare: two operands in a relation.
	Compare *Compare
	// Present: the column has a value. Absent: it has none.
	Present, Missing *Column
	// All, Any and Not join others.
	All, Any []Condition
	Not      *Condition
	// Count: so many of the columns have a value.
	Count *Count
}

// In is a column with the values that it may have.
type In struct {
	Column *Column
	Values []Value
}

// Compare relates a column to a value or to another column: =, <>, <, <=, >, >=.
type Compare struct {
	Left, Right Operand
	Relation    string
}

// Operand is a column or a value.
type Operand struct {
	Column *Column
	Value  *Value
}

// Count is how many of some columns have a value: at most one, or exactly one.
type Count struct {
	Columns []*Column
	Exactly bool
}

// Columns are all that a condition speaks of, each once, in order.
func (c Condition) Columns() []*Column {
	var out []*Column
	add := func(col *Column) {
		if col == nil {
			return
		}
		for _, o := range out {
			if o == col {
				return
			}
		}
		out = append(out, col)
	}
	if c.In != nil {
		add(c.In.Column)
	}
	if c.Compare != nil {
		add(c.Compare.Left.Column)
		add(c.Compare.Right.Column)
	}
	add(c.Present)
	add(c.Missing)
	if c.Count != nil {
		for _, col := range c.Count.Columns {
			add(col)
		}
	}
	for _, list := range [][]Condition{c.All, c.Any} {
		for _, inner := range list {
			for _, col := range inner.Columns() {
				add(col)
			}
		}
	}
	if c.Not != nil {
		for _, col := range c.Not.Columns() {
			add(col)
		}
	}
	return out
}
