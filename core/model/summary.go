package model

import (
	"fmt"
	"strings"
)

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
		if weight(c) > weight(main) {
			main = c
		}
	}
	text := summaryOf(before, after, main)
	if n := alike(changes, main); n > 1 {
		if many := summaryOfMany(main, n, text); many != "" {
			text = many
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

// summaryOfMany names a list of changes of one type; "" where the first of them
// says enough.
func summaryOfMany(main Change, n int, first string) string {
	switch main.(type) {
	case *Move:
		return fmt.Sprintf("Move %d shapes", n)
	case *SetDetail:
		return fmt.Sprintf("Change how much is shown of %d shapes", n)
	case *Resize:
		return fmt.Sprintf("Resize %d shapes", n)
	case *SetLine:
		return fmt.Sprintf("Bend %d lines", n)
	case *Unplace:
		return fmt.Sprintf("Remove %d things from a diagram", n)
	case *Delete:
		return fmt.Sprintf("Delete %d things", n)
	case *Place:
		return fmt.Sprintf("Show %d things", n)
	case *AddElement:
		return fmt.Sprintf("%s and %d more", first, n-1)
	}
	return ""
}

// weight: what a list of changes is named for. Making a class and placing it is
// named for the class; pasting many lines for the first.
func weight(c Change) int {
	switch c.(type) {
	case *Delete, *Connect, *Restore, *Reverse, *MergeTerms, *MoveProcess, *MoveInto:
		return 4
	case *AddElement, *AddDiagram, *AddTerm:
		return 3
	case *SetName, *SetDefinition, *SetEnd, *SetRelationship, *SetClassifier, *SetProject, *SetTerm, *Unplace, *SetPicture, *SetNote, *SetObject, *SetElement, *SetFace:
		return 2
	case *AddPart, *SetPart, *MovePart:
		return 1
	}
	return 0
}

func summaryOf(before, after *Model, change Change) string {
	switch c := change.(type) {
	case *SetProject:
		return "Change the project"
	case *AddElement:
		return "Add " + after.Describe(c.ID)
	case *SetName:
		if strings.TrimSpace(c.Name) == "" {
			return "Take away the name of " + before.Describe(c.ID)
		}
		return fmt.Sprintf("Rename %s to %s", before.Describe(c.ID), c.Name)
	case *SetDefinition:
		return "Define " + after.Describe(c.ID)
	case *SetClassifier:
		return "Change " + after.Describe(c.ID)
	case *SetTerm:
		return "Change " + after.Describe(c.ID)
	case *Delete:
		return "Delete " + before.Describe(c.ID)
	case *AddPart:
		if c.Kind == ExtensionPoint {
			return "Add " + after.Describe(c.ID)
		}
		return "Edit the features of " + after.Describe(c.Owner)
	case *SetPart:
		return "Edit " + describePart(after, before, c.ID)
	case *MovePart:
		return "Reorder " + describePart(after, before, c.ID)
	case *Connect:
		return "Add " + after.Describe(c.ID)
	case *SetEnd:
		return "Change " + after.Describe(c.ID)
	case *SetRelationship:
		return "Change " + after.Describe(c.ID)
	case *Reverse:
		return "Reverse " + before.Describe(c.ID)
	case *AddDiagram:
		return "Add " + after.Describe(c.ID)
	case *Place:
		return "Show " + after.Describe(c.ID)
	case *Move:
		return "Move " + describePlaced(after, c.ID)
	case *Resize:
		return "Resize " + describePlaced(after, c.ID)
	case *MoveLabel:
		return "Move a label of " + describePlaced(after, c.ID)
	case *SetDetail:
		if after.Diagram(c.ID) != nil {
			return "Change how much " + after.Describe(c.ID) + " shows"
		}
		return "Change how much is shown of " + describePlaced(after, c.ID)
	case *SetPicture:
		return "Change the picture of " + after.Describe(c.ID)
	case *SetObject:
		return "Write " + after.Describe(c.ID)
	case *SetNote:
		return "Write " + after.Describe(c.ID)
	case *SetLine:
		return "Bend " + describePlaced(after, c.ID)
	case *Unplace:
		return "Remove " + before.Describe(c.ID)
	case *SetElement:
		return "Change " + after.Describe(c.ID)
	case *MoveInto:
		if c.Package == "" {
			return "Take " + after.Describe(c.ID) + " out of its package"
		}
		return "Put " + after.Describe(c.ID) + " into " + after.Describe(c.Package)
	case *MoveProcess:
		return "Move " + after.Describe(c.ID) + " to another level"
	case *DrawBetween:
		return "Draw " + describePlaced(after, c.ID) + " elsewhere"
	case *SetDerived:
		return "Derive " + after.Describe(c.Diagram)
	case *AddTerm:
		return "Add " + after.Describe(c.ID)
	case *SetFace:
		return "Change the term of " + after.Describe(c.ID)
	case *MergeTerms:
		return "Merge " + before.Describe(c.From) + " into " + before.Describe(c.Into)
	case *Restore:
		return "Restore what was there"
	}
	return "Change the model"
}

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
