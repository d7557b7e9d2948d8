// Package answer is the table of what can be asked of a model: every view and every
// proposal, each with its address, so that the page asks the core beside it in the
// same words in which a program asks the server. Nothing here changes a model.
package answer

import (
	"bytes"
	"encoding/json"
	"net/url"
	"strings"

	"lexeon/core/halt"
	"lexeon/core/model"
	"lexeon/core/propose"
	"lexeon/core/scene"
	"lexeon/core/view"
)

// Asked is a question with the model that it is asked of.
type Asked struct {
	Project  string
	Model    *model.Model
	Revision int64
	// Params are the parts of the address that a colon marks in its pattern.
	Params map[string]string
	Query  url.Values
	Body   []byte
}

// Question is one thing that can be asked. Body and Answer are examples of their
// types, for descriptions; nil: none.
type Question struct {
	Method, Path string // the path below a project, such as "/entries/:row"
	Name         string // unique
	Summary      string
	Query        []Parameter
	Body, Answer any
	BodyType     string // other than JSON
	Large        bool   // takes a large body
	Of           func(*Desk, *Asked) (any, error)
}

// Parameter is a parameter of a query.
type Parameter struct {
	Name, About string
	Required    bool
	Many        bool
}

// Desk answers questions. It is safe for concurrent use.
type Desk struct {
	Drawer  *scene.Drawer
	Propose *propose.Proposer
	webs    *view.Webs
}

// NewDesk makes a Desk that draws with a drawer.
func NewDesk(drawer *scene.Drawer) *Desk {
	return &Desk{Drawer: drawer, Propose: propose.New(drawer), webs: &view.Webs{}}
}

// Until is the Desk for answers that may end before they are found: see halt.Within.
func (d *Desk) Until(sign *halt.Sign) *Desk {
	drawer := d.Drawer.Until(sign)
	return &Desk{Drawer: drawer, Propose: propose.New(drawer), webs: d.webs}
}

// Answer finds the question that a method and a path below a project mean, and
// answers it. ok is false where there is no such question. Errors are *model.Fault.
func (d *Desk) Answer(method, path string, a *Asked) (answer any, ok bool, err error) {
	path, query, _ := strings.Cut(path, "?")
	for i := range Questions {
		q := &Questions[i]
		params, fits := match(q.Path, path)
		if q.Method != method || !fits {
			continue
		}
		a.Params = params
		if a.Query, err = url.ParseQuery(query); err != nil {
			return nil, true, model.Faultf(model.CodeSyntax, "The address cannot be read: %v", err)
		}
		answer, err = q.Of(d, a)
		return answer, true, err
	}
	return nil, false, nil
}

// match compares a path with a pattern and tells what stands at its colons.
func match(pattern, path string) (map[string]string, bool) {
	want, got := strings.Split(pattern, "/"), strings.Split(path, "/")
	if len(want) != len(got) {
		return nil, false
	}
	params := map[string]string{}
	for i, w := range want {
		name, param := strings.CutPrefix(w, ":")
		if !param {
			if w != got[i] {
				return nil, false
			}
			continue
		}
		value, err := url.PathUnescape(got[i])
		if err != nil || value == "" {
			return nil, false
		}
		params[name] = value
	}
	return params, true
}

// read decodes a body as T. Unknown members are refused, so that a misspelt one is
// not lost silently.
func read[T any](a *Asked) (T, error) {
	var out T
	dec := json.NewDecoder(bytes.NewReader(a.Body))
	dec.DisallowUnknownFields()
	if err := dec.Decode(&out); err != nil {
		return out, model.Faultf(model.CodeSyntax, "The request cannot be read: %v", err)
	}
	return out, nil
}

// proposal makes a question of a method of the Proposer: its body is the request.
func proposal[Q, R any](name, path, summary string, of func(*propose.Proposer, *model.Model, Q) (R, error)) Question {
	var body Q
	var example R
	return Question{Method: "POST", Path: path, Name: name, Summary: summary + "; changes nothing", Body: body, Answer: example,
		Of: func(d *Desk, a *Asked) (any, error) {
			req, err := read[Q](a)
			if err != nil {
				return nil, err
			}
			return of(d.Propose, a.Model, req)
		}}
}

// shown makes a question of a view.
func shown[R any](name, path, summary string, of func(*Desk, *Asked) (R, error), query ...Parameter) Question {
	var example R
	return Question{Method: "GET", Path: path, Name: name, Summary: summary, Answer: example, Query: query,
		Of: func(d *Desk, a *Asked) (any, error) { return of(d, a) }}
}

func (a *Asked) id(param string) model.ID { return model.ID(a.Params[param]) }
