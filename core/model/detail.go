package model

import "fmt"

// Detail is how much of a classifier a diagram shows.
type Detail string

const (
	DetailDefault    Detail = ""           // on a diagram: all; of a placement: as its diagram says
	DetailAll        Detail = "all"        // of a placement on a diagram that shows less
	DetailNames      Detail = "names"      // the name with its stereotypes
	DetailAttributes Detail = "attributes" // and attributes or literals
	DetailOperations Detail = "operations" // and operations
	DetailBall       Detail = "ball"       // of an interface: a ball, UML 2.5.1, 10.4.4
)

var (
	diagramDetails   = []string{"", string(DetailNames), string(DetailAttributes), string(DetailOperations)}
	placementDetails = append([]string{"", string(DetailAll), string(DetailBall)}, diagramDetails[1:]...)
)

// SetDetail sets how much a diagram or a placement shows: detail, inherited; of a diagram
// accessors too.
type SetDetail struct {
	readsNothing
	ID  ID    `json:"id"`
	Set Patch `json:"set"`
}

func (c *SetDetail) apply(d *draft) error {
	r, fields := d.Row(c.ID), []string{"detail", "inherited"}
	switch r.(type) {
	case *Diagram:
		fields = append(fields, "accessors")
	case *Placement:
	default:
		return missing("diagram", c.ID)
	}
	n, err := patched(r, c.Set, fields)
	if err != nil {
		return err
	}
	d.put(n)
	return nil
}

func (c *SetDetail) says(before, after *Model) string {
	if after.Diagram(c.ID) != nil {
		return "Change how much " + after.Describe(c.ID) + " shows"
	}
	return "Change how much is shown of " + describePlaced(after, c.ID)
}

func (*SetDetail) weight() int { return arranging }

func (*SetDetail) several(n int, first string) string {
	return fmt.Sprintf("Change how much is shown of %d shapes", n)
}

// DetailOf tells how much a placement shows, and whether inherited features are
// shown too.
func (m *Model) DetailOf(p *Placement) (detail Detail, inherited bool) {
	row := m.Diagram(p.Diagram)
	if row == nil {
		return DetailAll, false
	}
	detail, inherited = row.Detail, row.Inherited || p.Inherited
	if e := m.Element(p.Subject); row.Kind == ComponentDiagram && e != nil && e.Kind == Interface && detail == DetailDefault {
		detail = DetailBall
	}
	if e := m.Element(p.Subject); row.Kind == ComponentDiagram && e != nil && e.Kind == Class && detail == DetailDefault {
		detail = DetailNames // what is in it is told elsewhere
	}
	if p.Detail != DetailDefault {
		detail = p.Detail
	}
	if detail == DetailDefault {
		detail = DetailAll
	}
	return detail, inherited
}

func verifyDetail(id ID, detail Detail, allowed []string) error {
	return verifyWords(id, "detail", string(detail), allowed)
}
