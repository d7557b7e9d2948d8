package interchange

import (
	"bytes"
	"encoding/json"
	"slices"

	"lexeon/core/model"
)

// Format and Version stand at the head of every model file.
const (
	Format  = "lexeon"
	Version = 1
)

// WriteFile writes a model as a model file: UTF-8, LF, keys in fixed order,
// sorted by id, one line per row, so that a text diff shows what changed.
func WriteFile(m *model.Model) []byte {
	w := &fileWriter{m: m}
	w.b.WriteString("{\n  \"format\": \"" + Format + "\",\n  \"version\": 1,\n  \"project\": ")
	project := m.Project()
	w.b.Write(model.EncodeFields(slices.DeleteFunc(model.Fields(project), func(f model.Field) bool {
		return f.Name == "file" || f.Name == "id"
	})))
	w.list("terms", m.IDs(model.TableTerms), "", nil)
	if ids := m.IDs(model.TablePictures); len(ids) > 0 {
		w.list("pictures", ids, "", nil)
	}
	var roots []model.ID
	for _, e := range m.Elements() {
		if e.Owner == "" {
			roots = append(roots, e.ID)
		}
	}
	w.list("elements", roots, "parts", func(id model.ID) []model.Row { return w.parts(id) })
	w.list("relationships", m.IDs(model.TableRelationships), "ends", func(id model.ID) []model.Row { return w.parts(id) })
	w.list("diagrams", m.IDs(model.TableDiagrams), "placements", func(id model.ID) []model.Row {
		var out []model.Row
		for _, p := range m.PlacementsOn(id) {
			out = append(out, p)
		}
		return out
	})
	unknown := make([]string, 0, len(project.File))
	for k := range project.File {
		unknown = append(unknown, k)
	}
	slices.Sort(unknown)
	for _, k := range unknown {
		w.b.WriteString(",\n  ")
		w.b.Write(jsonString(k))
		w.b.WriteString(": ")
		w.b.Write(project.File[k])
	}
	w.b.WriteString("\n}\n")
	return w.b.Bytes()
}

type fileWriter struct {
	m *model.Model
	b bytes.Buffer
}

// parts lists the parts below an owner, parameters after their operation.
func (w *fileWriter) parts(owner model.ID) []model.Row {
	var out []model.Row
	for _, p := range w.m.Children(owner) {
		out = append(out, p)
		out = append(out, w.parts(p.ID)...)
	}
	return out
}

func (w *fileWriter) list(name string, ids []model.ID, inner string, rows func(model.ID) []model.Row) {
	w.b.WriteString(",\n  \"" + name + "\": [")
	for i, id := range ids {
		if i > 0 {
			w.b.WriteByte(',')
		}
		w.b.WriteString("\n    ")
		line := model.EncodeRow(w.m.Row(id))
		var below []model.Row
		if rows != nil {
			below = rows(id)
		}
		if len(below) == 0 {
			w.b.Write(line)
			continue
		}
		w.b.Write(line[:len(line)-1])
		w.b.WriteString(", \"" + inner + "\": [")
		for j, r := range below {
			if j > 0 {
				w.b.WriteByte(',')
			}
			w.b.WriteString("\n      ")
			w.b.Write(model.EncodeFields(slices.DeleteFunc(model.Fields(r), func(f model.Field) bool {
				return (f.Name == "owner" || f.Name == "diagram") && string(f.Value) == string(jsonString(string(id)))
			})))
		}
		w.b.WriteString("\n    ]}")
	}
	if len(ids) > 0 {
		w.b.WriteString("\n  ")
	}
	w.b.WriteByte(']')
}

func jsonString(s string) []byte {
	line := model.EncodeFields([]model.Field{{Name: s, Value: json.RawMessage("0")}})
	return bytes.TrimSuffix(line[1:], []byte(": 0}"))
}
