package model

// Summary says in a few words what a list of changes does, for undo and for the
// history: "Rename Hive to Colony". before is the model they were applied to,
// after the one they made.
func Summary(before, after *Model, changes []Change) string {
	if len(changes) == 0 {
		return "Nothing"
	}
	if text := stepSummary(before, after, changes); text != "" {
		return text
	}
	main := changes[0]
	for _, c := range changes {
		if c.weight() > main.weight() {
			main = c
		}
	}
	text := main.says(before, after)
	if n := alike(changes, main); n > 1 {
		if many, ok := main.(interface{ several(int, string) string }); ok {
			text = many.several(n, text)
		}
	}
	return truncate(text, 160)
}

// stepSummary names changes that are all about the steps of one use case; "" where
// there is anything else among them.
func stepSummary(before, after *Model, changes []Change) string {
	useCase := func(id ID) ID {
		for _, m := range []*Model{before, after} {
			for e := m.Element(id); e != nil && (e.Kind == Step || e.Kind == Alternative); e = m.Element(e.Owner) {
				if o := m.Element(e.Owner); o != nil && o.Kind == UseCase {
					return o.ID
				}
			}
		}
		return ""
	}
	of, moved := ID(""), true
	for _, c := range changes {
		id := ID("")
		switch c := c.(type) {
		case *AddPart:
			id, moved = c.ID, false
		case *SetPart:
			id, moved = c.ID, false
		case *Delete:
			id, moved = c.ID, false
		case *MovePart:
			id = c.ID
		case *Connect, *Place: // an include that a step asks for
			continue
		}
		u := useCase(id)
		if u == "" || of != "" && u != of {
			return ""
		}
		of = u
	}
	switch {
	case of == "":
		return ""
	case moved:
		return truncate("Reorder the steps of "+after.Describe(of), 160)
	}
	return truncate("Edit the steps of "+after.Describe(of), 160)
}

// alike counts the changes of the same type.
func alike(changes []Change, main Change) int {
	n := 0
	for _, c := range changes {
		if TypeOf(c) == TypeOf(main) {
			n++
		}
	}
	return n
}

// Weights of changes: a list of changes is named for the heaviest. Making a class and
// placing it is named for the class; pasting many lines for the first.
const (
	arranging = iota // where and how something is shown
	detailing        // parts of something
	altering         // what something is
	making           // something new
	decisive         // what takes away, connects or turns around
)

func describePart(after, before *Model, id ID) string {
	for _, m := range []*Model{after, before} {
		if e := m.Element(id); e != nil {
			return m.Describe(e.Owner)
		}
	}
	return "a part"
}

func describePlaced(m *Model, placement ID) string {
	if p := m.Placement(placement); p != nil {
		return m.Describe(p.Subject)
	}
	return "something"
}

func truncate(s string, n int) string {
	if r := []rune(s); len(r) > n {
		return string(r[:n-1]) + "…"
	}
	return s
}
