package main

import (
	"encoding/json"
	"runtime"

	"lexeon/core/model"
	"lexeon/core/replica"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// desk is what is called: nothing in it needs a browser, so that it is read by all tools.
type desk struct {
	*replica.Desk
	rehearsal *replica.Rehearsal
}

func newDesk() *desk {
	set := typeface.New()
	return &desk{replica.NewDesk(scene.NewDrawer(set)), replica.NewRehearsal(set)}
}

// problem is an error as the server writes it.
type problem struct {
	Code    model.Code `json:"code"`
	Detail  string     `json:"detail"`
	Subject model.ID   `json:"subject,omitempty"`
	Field   string     `json:"field,omitempty"`
}

// answer of a call: a value, or a problem; and what the page lacks.
type answer struct {
	Value   any            `json:"value,omitempty"`
	Problem *problem       `json:"problem,omitempty"`
	State   *replica.State `json:"state,omitempty"`
}

func (d *desk) call(name string, request, data []byte) (string, []byte) {
	var out answer
	value, bytes, err := d.handle(name, request, data)
	if err != nil {
		f, ok := model.AsFault(err)
		if !ok {
			f = model.Faultf(model.CodeInvalid, "%v", err)
		}
		out.Problem = &problem{f.Code, f.Message, f.Subject, f.Field}
	} else {
		out.Value = value
	}
	if d.Replica() != nil && name != "ask" && name != "pack" && name != "tidy" && name != "rehearse" {
		state := d.State()
		out.State = &state
	}
	text, err := json.Marshal(out)
	if err != nil {
		text, _ = json.Marshal(answer{Problem: &problem{Code: model.CodeInvalid, Detail: err.Error()}}) // texts always encode
	}
	return string(text), bytes
}

// Requests of the page.
type (
	openRequest struct {
		Project  string `json:"project"`
		Revision int64  `json:"revision"`
	}
	diagramRequest struct {
		Diagram model.ID `json:"diagram"`
		Whole   bool     `json:"whole"`
	}
	askRequest struct {
		Method string          `json:"method"`
		Path   string          `json:"path"`
		Body   json.RawMessage `json:"body"`
		Text   string          `json:"text"` // a body that is not JSON
	}
	doRequest struct {
		ClientID string          `json:"clientId"`
		Path     string          `json:"path"`
		Body     json.RawMessage `json:"body"`
		Text     string          `json:"text"`
	}
	pushRequest struct {
		ClientID string           `json:"clientId"`
		Changes  json.RawMessage  `json:"changes"`
		Restore  []model.RowState `json:"restore"` // an undo or redo, foreseen
		Resume   bool             `json:"resume"`
	}
	settleRequest struct {
		Log  []replica.Logged `json:"log"`
		Drop []string         `json:"drop"`
	}
)

// tidy collects garbage while nobody is waiting, so that it need not be done while
// somebody types.
func tidy() {
	var now runtime.MemStats
	runtime.ReadMemStats(&now)
	if now.HeapAlloc > 2*lastAlive+(32<<20) {
		runtime.GC()
		runtime.ReadMemStats(&now)
		lastAlive = now.HeapAlloc
	}
}

var lastAlive uint64

func (d *desk) handle(name string, request, data []byte) (any, []byte, error) {
	switch name {
	case "tidy":
		tidy()
		return nil, nil, nil
	case "rehearse":
		more, err := d.rehearsal.Next()
		return more, nil, err
	case "open":
		req, err := read[openRequest](request)
		if err != nil {
			return nil, nil, err
		}
		m, err := model.Unpack(data)
		if err != nil {
			return nil, nil, err
		}
		d.OpenProject(req.Project, m, req.Revision)
		return nil, nil, nil
	}
	if d.Replica() == nil {
		return nil, nil, model.Faultf(model.CodeMissing, "no project is open")
	}
	switch name {
	case "diagram":
		req, err := read[diagramRequest](request)
		if err == nil {
			d.OpenDiagram(req.Diagram, req.Whole)
		}
		return nil, nil, err
	case "ask":
		req, err := read[askRequest](request)
		if err != nil {
			return nil, nil, err
		}
		value, err := d.Ask(req.Method, req.Path, body(req.Body, req.Text))
		return value, nil, err
	case "do":
		req, err := read[doRequest](request)
		if err != nil {
			return nil, nil, err
		}
		value, err := d.Do(req.ClientID, req.Path, body(req.Body, req.Text))
		return value, nil, err
	case "push":
		req, err := read[pushRequest](request)
		if err != nil {
			return nil, nil, err
		}
		value, err := d.push(req)
		return value, nil, err
	case "settle":
		req, err := read[settleRequest](request)
		if err != nil {
			return nil, nil, err
		}
		rows, err := d.Replica().Settle(req.Log)
		if len(req.Drop) > 0 {
			d.Replica().Drop(req.Drop...)
		}
		return rows, nil, err
	case "pack": // what is confirmed, to be kept
		return map[string]int64{"revision": d.Replica().Revision()}, model.Pack(d.Replica().Confirmed()), nil
	}
	return nil, nil, model.Faultf(model.CodeInvalid, "there is no call %q", name)
}

func (d *desk) push(req pushRequest) (*replica.Effect, error) {
	changes := []model.Change{&model.Restore{Rows: req.Restore}}
	if req.Restore == nil {
		var err error
		if changes, err = model.DecodeChanges(req.Changes); err != nil {
			return nil, err
		}
	}
	if req.Resume {
		d.Replica().Resume(req.ClientID, changes)
		return nil, nil
	}
	push := d.Push
	if req.Restore != nil { // what is undone stands where it stood
		push = d.Replica().Push
	}
	effect, err := push(req.ClientID, changes)
	return &effect, err
}

func body(raw json.RawMessage, text string) []byte {
	if raw == nil {
		return []byte(text)
	}
	return raw
}

func read[T any](request []byte) (T, error) {
	var out T
	if err := json.Unmarshal(request, &out); err != nil {
		return out, model.Faultf(model.CodeSyntax, "the call cannot be read: %v", err)
	}
	return out, nil
}
