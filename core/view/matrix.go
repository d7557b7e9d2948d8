package view

import (
	"lexeon/core/dataflow"
	"lexeon/core/matrix"
	"lexeon/core/model"
)

// Matrix is who does what with which class. Cells are given by the places of
// their row and column.
type Matrix struct {
	Rows    []MatrixSide `json:"rows"`
	Columns []MatrixSide `json:"columns"` // classes, then components
	Cells   []MatrixCell `json:"cells"`
}

// MatrixSide is a row or a column of the matrix.
type MatrixSide struct {
	ID    model.ID   `json:"id"`
	Kind  model.Kind `json:"kind"`
	Title string     `json:"title"`
	// Gap says what is missing: nobody creates it, nobody reads it, it touches nothing.
	Gap string `json:"gap,omitempty"`
}

// MatrixCell is a mark of the matrix.
type MatrixCell struct {
	Row    int    `json:"row"`
	Column int    `json:"column"`
	Access string `json:"access"`
}

// MatrixOf is the whole matrix, without where its marks come from.
func MatrixOf(m *model.Model) (Matrix, error) {
	x := matrix.Of(m)
	gaps := map[model.ID]string{}
	for _, g := range x.Gaps(m) {
		switch g.Missing {
		case 0:
			gaps[g.Element.ID] = "touches no class"
		case matrix.Create:
			gaps[g.Element.ID] = "nobody creates it"
		case matrix.Read:
			gaps[g.Element.ID] = "nobody reads it"
		default:
			gaps[g.Element.ID] = "nobody creates or reads it"
		}
	}
	out := Matrix{Rows: []MatrixSide{}, Columns: []MatrixSide{}, Cells: []MatrixCell{}}
	side := func(e *model.Element) MatrixSide {
		title := e.Name
		if e.Kind == model.Process {
			title = dataflow.Label(m, e.ID)
		}
		return MatrixSide{e.ID, e.Kind, title, gaps[e.ID]}
	}
	for _, e := range x.Rows {
		out.Rows = append(out.Rows, side(e))
	}
	columns := append(append([]*model.Element{}, x.Classes()...), x.Components...)
	for _, e := range columns {
		out.Columns = append(out.Columns, side(e))
	}
	for i, r := range x.Rows {
		for k, col := range columns {
			if cell := x.At(r.ID, col.ID); cell != nil {
				out.Cells = append(out.Cells, MatrixCell{i, k, cell.Access.String()})
			}
		}
	}
	return out, nil
}

// MatrixSource is where a mark comes from.
type MatrixSource struct {
	Access  string   `json:"access"`
	Text    string   `json:"text"`
	Row     model.ID `json:"row"`
	Diagram model.ID `json:"diagram,omitempty"` // that shows it
	UseCase model.ID `json:"useCase,omitempty"` // whose description it stands in
}

// MatrixCellOf tells where the marks of one cell come from.
func MatrixCellOf(m *model.Model, row, column model.ID) ([]MatrixSource, error) {
	out := []MatrixSource{}
	if cell := matrix.Of(m).At(row, column); cell != nil {
		for _, src := range cell.Sources {
			view := MatrixSource{Access: src.Access.String(), Text: src.Text, Row: src.Row}
			if e := m.Element(src.Row); e != nil && e.Kind == model.Step {
				view.UseCase = row
			}
			for _, p := range m.PlacementsOf(src.Row) {
				view.Diagram = p.Diagram
				break
			}
			out = append(out, view)
		}
	}
	return out, nil
}
