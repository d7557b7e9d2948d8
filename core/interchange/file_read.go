package interchange

import (
	"bytes"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/visible"
)

// MaxFileSize of a model file, in bytes.
const MaxFileSize = 64 << 20

// maxFaults is how many problems of a file are told.
const maxFaults = 50

// Faults is the error of ReadFile: every problem with its line and path.
type Faults []*model.Fault

func (f Faults) Error() string {
	lines := make([]string, len(f))
	for i, fault := range f {
		lines[i] = fault.Error()
	}
	return strings.Join(lines, "\n")
}

// ReadFile reads a model file. Members it does not know are kept at every level.
// On any problem nothing is taken; the error is Faults.
func ReadFile(data []byte) (*model.Model, error) {
	if len(data) > MaxFileSize {
		return nil, Faults{model.Faultf(model.CodeTooLarge, "the file has %d bytes: at most %d are read", len(data), MaxFileSize)}
	}
	data = bytes.TrimPrefix(data, []byte("\xef\xbb\xbf"))
	if f := tooLarge(data); f != nil {
		return nil, Faults{f}
	}
	if at := visible.LoneSurrogate(data); at >= 0 {
		f := model.Faultf(model.CodeSyntax, "%s is half of a character, which cannot be kept", data[at:min(len(data), at+6)])
		f.Line = lineAt(data, int64(at))
		return nil, Faults{f}
	}
	root, err := parseTree(data)
	if err != nil {
		f, _ := model.AsFault(err)
		return nil, Faults{f}
	}
	r := &fileReader{data: data, at: map[model.ID]place{}}
	r.file(root)
	if len(r.faults) > 0 {
		return nil, r.capped()
	}
	m, faults := model.FromRowsAll(r.rows)
	for _, f := range faults {
		r.faults = append(r.faults, r.locate(f))
	}
	if len(r.faults) > 0 {
		return nil, r.capped()
	}
	return m, nil
}

type place struct {
	node *node
	path string
}

type fileReader struct {
	data   []byte
	rows   []model.Row
	at     map[model.ID]place
	faults Faults
}

func (r *fileReader) capped() Faults {
	slices.SortStableFunc(r.faults, func(a, b *model.Fault) int { return a.Line - b.Line })
	if len(r.faults) > maxFaults {
		more := len(r.faults) - maxFaults
		return append(r.faults[:maxFaults:maxFaults], model.Faultf(model.CodeInvalid, "and %d more problems", more))
	}
	return r.faults
}

func (r *fileReader) fault(n *node, path, format string, args ...any) {
	f := model.Faultf(model.CodeInvalid, format, args...)
	f.Line, f.Path = lineAt(r.data, n.start), path
	r.faults = append(r.faults, f)
}

// locate gives a fault of the model the line and path of its row.
func (r *fileReader) locate(f *model.Fault) *model.Fault {
	p, ok := r.at[f.Subject]
	if !ok {
		return f
	}
	g := *f
	n := p.node
	g.Path = p.path
	if m := n.member(f.Field); m != nil {
		n = m
		g.Path += "." + f.Field
	}
	g.Line = lineAt(r.data, n.start)
	return &g
}

func (r *fileReader) file(root *node) {
	if !root.isObject {
		r.fault(root, "$", "expected an object")
		return
	}
	var format string
	if n := root.member("format"); n == nil || json.Unmarshal(r.raw(n), &format) != nil || format != Format {
		r.fault(root, "format", "this is not a model file: expected \"format\": %q", Format)
		return
	}
	var version int
	if n := root.member("version"); n == nil || json.Unmarshal(r.raw(n), &version) != nil || version < 1 {
		r.fault(root, "version", "expected \"version\": %d", Version)
		return
	}
	if version > Version {
		r.fault(root.member("version"), "version", "the file has version %d; this program reads up to version %d", version, Version)
		return
	}
	project := &model.Project{ID: model.ProjectID}
	if n := root.member("project"); n == nil {
		r.fault(root, "project", "expected the project with its name")
	} else if row := r.row(model.TableProject, n, "project", map[string]json.RawMessage{"id": json.RawMessage(`"project"`)}, ""); row != nil {
		project = row.(*model.Project)
	}
	if project.File != nil {
		r.fault(root.member("project"), "project.file", "\"file\" does not stand here: unknown members stand beside the project")
		project.File = nil
	}
	r.list(root, "terms", model.TableTerms, "", "", "")
	r.list(root, "pictures", model.TablePictures, "", "", "")
	r.list(root, "elements", model.TableElements, "parts", model.TableElements, "owner")
	r.list(root, "relationships", model.TableRelationships, "ends", model.TableElements, "owner")
	r.list(root, "diagrams", model.TableDiagrams, "placements", model.TablePlacements, "diagram")
	known := []string{"format", "version", "project", "terms", "pictures", "elements", "relationships", "diagrams"}
	unknown := map[string]json.RawMessage{}
	for _, m := range root.members {
		if !slices.Contains(known, m.name) {
			unknown[m.name] = r.raw(m.value)
		}
	}
	if len(unknown) > 0 {
		holder, err := model.DecodeRow(model.TableProject, unknown)
		if err != nil {
			r.fault(root, "$", "%v", err)
		} else {
			// DecodeRow keeps what it does not know, in canonical form. A name that
			// the project's own row knows cannot stand out here.
			p := holder.(*model.Project)
			if p.ID != "" || p.Name != "" || p.Definition != "" || p.File != nil {
				r.fault(root, "$", "\"id\", \"name\", \"definition\" and \"file\" do not stand at the outermost level")
			}
			project.File = p.Extra
		}
	}
}

func (r *fileReader) raw(n *node) json.RawMessage { return json.RawMessage(r.data[n.start:n.end]) }

// list reads a list of rows; inner names the member that holds the rows below,
// which get the outer row's id as their owner field.
func (r *fileReader) list(root *node, name string, t model.Table, inner string, innerTable model.Table, ownerField string) {
	n := root.member(name)
	if n == nil {
		return
	}
	if !n.isArray {
		r.fault(n, name, "expected a list")
		return
	}
	for i, item := range n.items {
		path := fmt.Sprintf("%s[%d]", name, i)
		row := r.row(t, item, path, nil, inner)
		if row == nil || inner == "" {
			continue
		}
		below := item.member(inner)
		if below == nil {
			continue
		}
		if !below.isArray {
			r.fault(below, path+"."+inner, "expected a list")
			continue
		}
		owner, _ := json.Marshal(string(row.RowID()))
		for j, part := range below.items {
			r.row(innerTable, part, fmt.Sprintf("%s.%s[%d]", path, inner, j), map[string]json.RawMessage{ownerField: owner}, "")
		}
	}
}

// row reads one row; defaults are taken for members that are not given, and the
// member named skip is read elsewhere.
func (r *fileReader) row(t model.Table, n *node, path string, defaults map[string]json.RawMessage, skip string) model.Row {
	if !n.isObject {
		r.fault(n, path, "expected an object")
		return nil
	}
	members := map[string]json.RawMessage{}
	for k, v := range defaults {
		members[k] = v
	}
	for _, m := range n.members {
		if m.name != skip || skip == "" {
			members[m.name] = r.raw(m.value)
		}
	}
	row, err := model.DecodeRow(t, members)
	if err != nil {
		f, ok := model.AsFault(err)
		at := n
		if ok {
			if m := n.member(f.Field); m != nil {
				at, path = m, path+"."+f.Field
			}
		}
		r.fault(at, path, "%v", err)
		return nil
	}
	id := row.RowID()
	if first, twice := r.at[id]; twice {
		r.fault(n, path, "the id %q is used before, at %s in line %d", string(id), first.path, lineAt(r.data, first.node.start))
		return nil
	}
	r.at[id] = place{n, path}
	r.rows = append(r.rows, row)
	return row
}
