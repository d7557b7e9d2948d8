package activity

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"unicode/utf8"

	"lexeon/core/model"
)

// Limits of a table that is read.
const (
	MaxRows     = 2000
	MaxCSVBytes = 4 << 20
)

// Columns of the table in a file, in order.
var Columns = []string{"performer", "activity", "inputs", "outputs", "processing", "due in time", "sentences"}

var columnAliases = map[string]string{
	"who": "performer", "actor": "performer", "agent": "performer", "what": "activity", "action": "activity", "input": "inputs", "in": "inputs",
	"output": "outputs", "out": "outputs", "information processing": "processing", "processes information": "processing", "timed": "due in time",
	"sentence": "sentences", "source": "sentences",
}

// Row is a row of a table that was read.
type Row struct {
	Line      int
	Name      string
	Data      model.ActivityData
	Sentences []int // numbers of sentences of the brief
}

// Defuse makes a cell harmless that a spreadsheet would run as a formula.
func Defuse(cell string) string {
	if cell != "" && strings.ContainsRune("=+-@\t\r\n'", rune(cell[0])) {
		return "'" + cell
	}
	return cell
}

// fuse takes back what Defuse did.
func fuse(cell string) string {
	if len(cell) > 1 && cell[0] == '\'' && strings.ContainsRune("=+-@\t\r\n'", rune(cell[1])) {
		return cell[1:]
	}
	return cell
}

// WriteCSV writes the table with a heading; numbers gives the number of a
// sentence of the brief.
func WriteCSV(m *model.Model, numbers map[model.ID]int) []byte {
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	_ = w.Write(Columns) // to memory: it cannot fail
	for _, r := range m.OfKind(model.Activity) {
		a := r.Activity()
		var from []string
		for _, t := range m.TracesOf(r.ID) {
			if n := numbers[t.Target]; n > 0 {
				from = append(from, fmt.Sprint(n))
			}
		}
		due := ""
		if a.Timed {
			due = "yes"
		}
		cells := []string{a.Performer, r.Name, PrintData(a.Inputs, "from"), PrintData(a.Outputs, "to"), string(a.Processing), due, strings.Join(from, " ")}
		for i := range cells {
			cells[i] = Defuse(cells[i])
		}
		_ = w.Write(cells)
	}
	w.Flush()
	return b.Bytes()
}

// ReadCSV reads a table: with commas, semicolons or tabs between its cells, in
// any order of its columns, or, without a heading, in the order of Columns. The
// error names the line and what was expected; then nothing is taken.
func ReadCSV(data []byte) ([]Row, error) {
	if len(data) > MaxCSVBytes {
		return nil, model.Faultf(model.CodeTooLarge, "The table has %d bytes: at most %d are read.", len(data), MaxCSVBytes)
	}
	if bytes.HasPrefix(data, []byte{0xff, 0xfe}) || bytes.HasPrefix(data, []byte{0xfe, 0xff}) {
		return nil, model.Faultf(model.CodeSyntax, "The table is written in UTF-16. Save it as CSV in UTF-8.")
	}
	data = bytes.TrimPrefix(data, []byte("\xef\xbb\xbf"))
	if !utf8.Valid(data) {
		line := 1
		for len(data) > 0 {
			r, n := utf8.DecodeRune(data)
			if r == utf8.RuneError && n == 1 {
				break
			}
			if r == '\n' {
				line++
			}
			data = data[n:]
		}
		return nil, model.Faultf(model.CodeSyntax, "Line %d holds characters that are not UTF-8. Save the table as CSV in UTF-8.", line)
	}
	if bytes.ContainsRune(data, 0) {
		return nil, model.Faultf(model.CodeSyntax, "This is not a table: it holds null characters.")
	}
	r := csv.NewReader(bytes.NewReader(data))
	r.Comma = separator(data)
	r.FieldsPerRecord = -1
	r.LazyQuotes = r.Comma == '\t' // what is pasted from a spreadsheet quotes only some cells
	var out []Row
	var columns []string
	for {
		cells, err := r.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			var pe *csv.ParseError
			if errors.As(err, &pe) {
				return nil, model.Faultf(model.CodeSyntax, "Line %d cannot be read: %v.", pe.Line, pe.Err)
			}
			return nil, model.Faultf(model.CodeSyntax, "The table cannot be read: %v.", err)
		}
		line, _ := r.FieldPos(0)
		if blank(cells) {
			continue
		}
		if columns == nil {
			heading, is, err := readHeading(cells)
			if err != nil {
				return nil, err
			}
			columns = heading
			if is {
				continue
			}
		}
		if len(out) == MaxRows {
			return nil, model.Faultf(model.CodeTooLarge, "The table has more than %d rows: no more are read.", MaxRows)
		}
		row, err := readRow(columns, cells, line)
		if err != nil {
			return nil, err
		}
		out = append(out, row)
	}
	if len(out) == 0 {
		return nil, model.Faultf(model.CodeSyntax, "The table has no rows. Expected the columns %s.", strings.Join(Columns, ", "))
	}
	return out, nil
}

func blank(cells []string) bool {
	return !slices.ContainsFunc(cells, func(c string) bool { return strings.TrimSpace(c) != "" })
}

// separator is what stands most often in the first line that is not blank.
func separator(data []byte) rune {
	line := bytes.TrimLeft(data, "\r\n ")
	if i := bytes.IndexByte(line, '\n'); i >= 0 {
		line = line[:i]
	}
	if bytes.IndexByte(line, '\t') >= 0 {
		return '\t'
	}
	if bytes.Count(line, []byte(";")) > bytes.Count(line, []byte(",")) {
		return ';'
	}
	return ','
}

// readHeading: a first row in which any cell names a column is the heading.
func readHeading(cells []string) (columns []string, is bool, err error) {
	for _, c := range cells {
		name := strings.ToLower(strings.Join(strings.Fields(c), " "))
		if to, ok := columnAliases[name]; ok {
			name = to
		}
		if slices.Contains(Columns, name) {
			is = true
		} else {
			name = ""
		}
		columns = append(columns, name)
	}
	if !is {
		return Columns, false, nil
	}
	var missing []string
	for _, c := range []string{"performer", "activity"} {
		if !slices.Contains(columns, c) {
			missing = append(missing, c)
		}
	}
	if len(missing) > 0 {
		return nil, true, model.Faultf(model.CodeSyntax, "The heading lacks %s. Expected the columns %s; performer and activity are needed.", strings.Join(missing, " and "), strings.Join(Columns, ", "))
	}
	return columns, true, nil
}

func readRow(columns, cells []string, line int) (Row, error) {
	row := Row{Line: line}
	for i, c := range cells {
		if i >= len(columns) {
			if strings.TrimSpace(c) != "" {
				return row, model.Faultf(model.CodeSyntax, "Line %d has more cells than there are columns (%d).", line, len(columns))
			}
			continue
		}
		c = strings.TrimSpace(fuse(strings.TrimSpace(c)))
		switch columns[i] {
		case "performer":
			row.Data.Performer = c
		case "activity":
			row.Name = c
		case "inputs":
			row.Data.Inputs = ReadData(c, "from")
		case "outputs":
			row.Data.Outputs = ReadData(c, "to")
		case "processing", "due in time":
			truth, ok := ReadProcessing(c)
			if !ok {
				return row, model.Faultf(model.CodeSyntax, "Line %d, column %s: %q is neither yes nor no.", line, columns[i], c)
			}
			if columns[i] == "processing" {
				row.Data.Processing = truth
			} else {
				row.Data.Timed = truth == model.Yes
			}
		case "sentences":
			for _, f := range strings.FieldsFunc(c, func(r rune) bool { return r == ' ' || r == ',' || r == ';' }) {
				n := 0
				if _, err := fmt.Sscanf(f, "%d", &n); err == nil && n > 0 {
					row.Sentences = append(row.Sentences, n)
				}
			}
		}
	}
	if row.Name == "" && row.Data.Performer == "" {
		return row, model.Faultf(model.CodeSyntax, "Line %d has neither a performer nor an activity.", line)
	}
	return row, nil
}

// RowChanges tells the changes that append rows to the table; sentences are the
// ids of the brief's sentences by number.
func RowChanges(rows []Row, sentences map[int]model.ID, seed string) []model.Change {
	var out []model.Change
	for i, r := range rows {
		id := model.DeriveID("row", seed, fmt.Sprint(i))
		out = append(out, &model.AddElement{ID: id, Kind: model.Activity, Name: r.Name, Set: model.P("performer", r.Data.Performer,
			"inputs", r.Data.Inputs, "outputs", r.Data.Outputs, "processing", r.Data.Processing, "timed", r.Data.Timed)})
		for _, n := range r.Sentences {
			if s := sentences[n]; s != "" {
				out = append(out, &model.Connect{ID: model.DeriveID("row", "trace", seed, fmt.Sprint(i), fmt.Sprint(n)), Kind: model.Trace, Source: id, Target: s})
			}
		}
	}
	return out
}
