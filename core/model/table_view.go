package model

import (
	"slices"
	"strings"
)

// TableEnds is how the ends of references are drawn on a diagram of tables.
type TableEnds string

const (
	MultiplicityEnds TableEnds = ""         // as multiplicities: UML 2.5.1, 7.5
	CrowFootEnds     TableEnds = "crowfoot" // as signs: Everest 1976
)

var tableEnds = []string{"", string(CrowFootEnds)}

// DerivedPlace is where a person, or an arrangement, put something that is derived from the model
// and is no row of it: a table, or a reference between two. Its members are those of a Placement.
type DerivedPlace struct {
	Of     ID            `json:"of"`
	X      int           `json:"x,omitempty"`
	Y      int           `json:"y,omitempty"`
	W      int           `json:"w,omitempty"`
	H      int           `json:"h,omitempty"`
	Line   Line          `json:"line,omitempty"`
	Bends  []int         `json:"bends,omitempty"`
	Way    []int         `json:"way,omitempty"`
	Labels []LabelOffset `json:"labels,omitempty"`
}

// maxPlaces bounds the list of a diagram.
const maxPlaces = 20_000

// SetTableView puts tables and references elsewhere on their diagram, and says how ends are drawn.
// Places take those of the same tables and references over, and leave the others as they are.
type SetTableView struct {
	readsNothing
	ID     ID             `json:"id"`
	Places []DerivedPlace `json:"places,omitempty"`
	Ends   *TableEnds     `json:"ends,omitempty"`
}

func (c *SetTableView) apply(d *draft) error {
	row := d.Diagram(c.ID)
	if row == nil || row.Kind != TableDiagram {
		return missing("diagram of tables", c.ID)
	}
	n := *row
	if c.Ends != nil {
		n.Ends = *c.Ends
	}
	if len(c.Places) > 0 {
		n.Places = slices.DeleteFunc(slices.Clone(row.Places), func(p DerivedPlace) bool {
			return slices.ContainsFunc(c.Places, func(o DerivedPlace) bool { return o.Of == p.Of })
		})
		n.Places = append(n.Places, c.Places...)
		slices.SortStableFunc(n.Places, func(a, b DerivedPlace) int { return strings.Compare(string(a.Of), string(b.Of)) })
	}
	d.put(&n)
	return nil
}

func (c *SetTableView) says(before, after *Model) string {
	if c.Ends != nil {
		return "Change how ends are drawn on " + after.Describe(c.ID)
	}
	return "Move tables on " + after.Describe(c.ID)
}

func (*SetTableView) weight() int { return arranging }

// verifyTableView: only a diagram of tables has places of what is derived.
func verifyTableView(r *Diagram) error {
	if r.Kind != TableDiagram {
		if len(r.Places) > 0 || r.Ends != "" {
			return Faultf(CodeRefused, "only a diagram of tables has places for them").At(r.ID, "places")
		}
		return nil
	}
	if len(r.Places) > maxPlaces {
		return Faultf(CodeTooLarge, "there are more than %d places", maxPlaces).At(r.ID, "places")
	}
	for _, p := range r.Places {
		if !p.Of.Valid() {
			return Faultf(CodeInvalid, "%q is no id", string(p.Of)).At(r.ID, "places")
		}
		if err := verifyWords(r.ID, "line", string(p.Line), lines); err != nil {
			return err
		}
	}
	return verifyWords(r.ID, "ends", string(r.Ends), tableEnds)
}

// Trusted makes a model of rows that a program has made and that need no verification. Ids must be
// unique.
func Trusted(rows []Row) *Model { return build(rows) }
