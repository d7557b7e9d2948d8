package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"strings"

	"github.com/jmoiron/sqlx"

	"lexeon/core/model"
)

// column maps a field of a row to a column of its table. All other fields go to
// data, unknown members to extra.
type column struct {
	name  string
	field string
	// null: the column is NULL where the field is empty.
	null bool
	// only: the field goes here only if this holds for the row.
	only func(model.Row) bool
}

var columns = map[model.Table][]column{
	model.TableTerms:    {{name: "name", field: "name"}},
	model.TablePictures: {},
	model.TableElements: {
		{name: "kind", field: "kind"}, {name: "name", field: "name"},
		{name: "owner_id", field: "owner", null: true, only: func(r model.Row) bool { return r.(*model.Element).Kind != model.End }},
		{name: "relationship_id", field: "owner", null: true, only: func(r model.Row) bool { return r.(*model.Element).Kind == model.End }},
		{name: "sort_key", field: "order"},
		{name: "term_id", field: "term", null: true}, {name: "type_id", field: "type", null: true},
		{name: "picture_id", field: "picture", null: true},
	},
	model.TableRelationships: {
		{name: "kind", field: "kind"}, {name: "name", field: "name"},
		{name: "source_id", field: "source", null: true}, {name: "target_id", field: "target", null: true},
		{name: "class_id", field: "class", null: true}, {name: "set_id", field: "set", null: true},
	},
	model.TableDiagrams: {{name: "kind", field: "kind"}, {name: "name", field: "name"}},
	model.TablePlacements: {
		{name: "diagram_id", field: "diagram"},
		{name: "element_id", field: "subject", null: true},
		{name: "relationship_id", field: "subject", null: true},
	},
}

// stored is a row as its columns hold it; values match the table's columns,
// then data, then extra.
type stored struct {
	id     string
	values []*string
}

func store(m *model.Model, r model.Row) stored {
	unknown := model.ExtraOf(r)
	rest := []model.Field{}
	texts := map[string]string{}
	cols := columns[r.Table()]
	isColumn := map[string]bool{"id": true}
	for _, c := range cols {
		isColumn[c.field] = true
	}
	for _, f := range model.Fields(r) {
		if _, ok := unknown[f.Name]; ok {
			continue
		}
		if isColumn[f.Name] {
			var s string
			_ = json.Unmarshal(f.Value, &s) // columns hold texts only
			texts[f.Name] = s
			continue
		}
		rest = append(rest, f)
	}
	out := stored{id: string(r.RowID())}
	for _, c := range cols {
		v, ok := texts[c.field]
		holds := c.only == nil || c.only(r)
		if p, isPlacement := r.(*model.Placement); isPlacement && c.field == "subject" {
			holds = (m.Element(p.Subject) != nil) == (c.name == "element_id")
		}
		if c.null && (!ok || !holds) {
			out.values = append(out.values, nil)
		} else {
			out.values = append(out.values, &v)
		}
	}
	data := string(model.EncodeFields(rest))
	out.values = append(out.values, &data)
	if len(unknown) > 0 {
		x := string(model.EncodeExtra(unknown))
		out.values = append(out.values, &x)
	} else {
		out.values = append(out.values, nil)
	}
	return out
}

// writeDelta is the one writer: it upserts and deletes the rows of a delta. m is
// the model after it.
func writeDelta(ctx context.Context, tx *sqlx.Tx, id string, m *model.Model, delta model.Delta) error {
	put := map[model.Table][]model.Row{}
	drop := map[model.Table][]string{}
	for _, c := range delta {
		if c.New == nil {
			drop[c.Table()] = append(drop[c.Table()], string(c.ID))
		} else {
			put[c.Table()] = append(put[c.Table()], c.New)
		}
	}
	for _, t := range model.Tables {
		if t == model.TableProject {
			if len(put[t]) > 0 {
				if err := writeProject(ctx, tx, id, put[t][0].(*model.Project)); err != nil {
					return err
				}
			}
			continue
		}
		if len(drop[t]) > 0 {
			if _, err := tx.ExecContext(ctx, "DELETE FROM "+string(t)+" WHERE project_id = $1 AND id = ANY($2)", id, drop[t]); err != nil {
				return failed("delete "+string(t), err)
			}
		}
		if len(put[t]) > 0 {
			if err := upsert(ctx, tx, id, m, t, put[t]); err != nil {
				return err
			}
		}
	}
	return nil
}

// upsert writes any number of rows of a table in one statement.
func upsert(ctx context.Context, tx *sqlx.Tx, project string, m *model.Model, t model.Table, rows []model.Row) error {
	var names, sets, arrays []string
	for _, c := range columns[t] {
		names = append(names, c.name)
	}
	names = append(names, "data", "extra")
	ids := make([]string, len(rows))
	lists := make([][]*string, len(names))
	for i, r := range rows {
		s := store(m, r)
		ids[i] = s.id
		for j, v := range s.values {
			lists[j] = append(lists[j], v)
		}
	}
	args := []any{project, ids}
	selects := []string{"$1", "u.id"}
	for j, n := range names {
		args = append(args, lists[j])
		arrays = append(arrays, fmt.Sprintf("$%d::text[]", j+3))
		cast := ""
		switch n {
		case "data":
			cast = "::jsonb"
		case "extra":
			cast = "::json"
		}
		selects = append(selects, "u."+n+cast)
		sets = append(sets, n+" = EXCLUDED."+n)
	}
	// Names of tables and columns come from the list above, never from outside.
	query := fmt.Sprintf("INSERT INTO %s (project_id, id, %s) SELECT %s FROM unnest($2::text[], %s) AS u(id, %s) ON CONFLICT (project_id, id) DO UPDATE SET %s",
		t, strings.Join(names, ", "), strings.Join(selects, ", "), strings.Join(arrays, ", "), strings.Join(names, ", "), strings.Join(sets, ", "))
	if _, err := tx.ExecContext(ctx, query, args...); err != nil {
		return failed("write "+string(t), err)
	}
	return nil
}

func writeProject(ctx context.Context, tx *sqlx.Tx, id string, p *model.Project) error {
	var rest []model.Field
	unknown := model.ExtraOf(p)
	for _, f := range model.Fields(p) {
		if _, ok := unknown[f.Name]; !ok && f.Name != "id" && f.Name != "name" && f.Name != "file" {
			rest = append(rest, f)
		}
	}
	optional := func(x model.Extra) *string {
		if len(x) == 0 {
			return nil
		}
		s := string(model.EncodeExtra(x))
		return &s
	}
	if _, err := tx.ExecContext(ctx, "UPDATE projects SET name = $2, data = $3::jsonb, extra = $4::json, file = $5::json WHERE id = $1",
		id, p.Name, string(model.EncodeFields(rest)), optional(unknown), optional(p.File)); err != nil {
		return failed("write project", err)
	}
	return nil
}

// loadRows reads all rows of a project, and the revision that they make. It holds
// off writers meanwhile: the tables are read one after the other, and would not
// fit each other if a change came in between.
func loadRows(ctx context.Context, tx *sqlx.Tx, id string) (*model.Model, int64, error) {
	var rows []model.Row
	var p struct {
		Name  string
		Data  string
		Extra sql.NullString
		File  sql.NullString
		// Revision is read under the lock.
		Revision int64
	}
	if err := tx.GetContext(ctx, &p, "SELECT name, data::text AS data, extra::text AS extra, file::text AS file, revision FROM projects WHERE id = $1 FOR SHARE", id); err != nil {
		return nil, 0, failed("read project", err)
	}
	members := map[string]json.RawMessage{"id": quoted(string(model.ProjectID)), "name": quoted(p.Name)}
	if p.File.Valid {
		members["file"] = json.RawMessage(p.File.String)
	}
	row, err := decode(model.TableProject, members, p.Data, p.Extra)
	if err != nil {
		return nil, 0, err
	}
	rows = append(rows, row)
	for _, t := range model.Tables[1:] {
		loaded, err := loadTable(ctx, tx, id, t)
		if err != nil {
			return nil, 0, err
		}
		rows = append(rows, loaded...)
	}
	m, err := model.FromRows(rows)
	if err != nil {
		return nil, 0, fmt.Errorf("project %s: its rows are not a model: %w", id, err)
	}
	return m, p.Revision, nil
}

func loadTable(ctx context.Context, tx *sqlx.Tx, id string, t model.Table) ([]model.Row, error) {
	cols := columns[t]
	var names []string
	for _, c := range cols {
		names = append(names, c.name)
	}
	names = append([]string{"id", "data::text", "extra::text"}, names...)
	result, err := tx.QueryContext(ctx, fmt.Sprintf("SELECT %s FROM %s WHERE project_id = $1", strings.Join(names, ", "), t), id)
	if err != nil {
		return nil, failed("read "+string(t), err)
	}
	defer func() { _ = result.Close() }() // an error shows in Err
	var out []model.Row
	for result.Next() {
		var rowID, data string
		var extra sql.NullString
		values := make([]sql.NullString, len(cols))
		targets := []any{&rowID, &data, &extra}
		for i := range values {
			targets = append(targets, &values[i])
		}
		if err := result.Scan(targets...); err != nil {
			return nil, failed("read "+string(t), err)
		}
		members := map[string]json.RawMessage{"id": quoted(rowID)}
		for i, c := range cols {
			if values[i].Valid {
				members[c.field] = quoted(values[i].String)
			}
		}
		row, err := decode(t, members, data, extra)
		if err != nil {
			return nil, err
		}
		out = append(out, row)
	}
	if err := result.Err(); err != nil {
		return nil, failed("read "+string(t), err)
	}
	return out, nil
}

func decode(t model.Table, members map[string]json.RawMessage, data string, extra sql.NullString) (model.Row, error) {
	parts := []string{data}
	if extra.Valid {
		parts = append(parts, extra.String)
	}
	for _, part := range parts {
		var m map[string]json.RawMessage
		if err := json.Unmarshal([]byte(part), &m); err != nil {
			return nil, fmt.Errorf("%s: stored data: %w", t, err)
		}
		for k, v := range m {
			members[k] = v
		}
	}
	row, err := model.DecodeRow(t, members)
	if err != nil {
		return nil, fmt.Errorf("%s: stored row: %w", t, err)
	}
	return row, nil
}

func quoted(s string) json.RawMessage {
	b, _ := json.Marshal(s) // a string always encodes
	return b
}
