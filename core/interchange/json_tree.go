package interchange

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"unicode/utf8"

	"lexeon/core/model"
)

// node is a JSON value with its place in the file.
type node struct {
	start, end int64 // byte offsets
	members    []member
	items      []*node
	isObject   bool
	isArray    bool
}

type member struct {
	name  string
	value *node
}

func (n *node) member(name string) *node {
	for _, m := range n.members {
		if m.name == name {
			return m.value
		}
	}
	return nil
}

const maxDepth = 64

// parseTree reads a JSON text. Duplicate names, values after the end, and
// nesting deeper than maxDepth are refused.
func parseTree(data []byte) (*node, error) {
	if !utf8.Valid(data) {
		at := 0
		for at < len(data) {
			r, size := utf8.DecodeRune(data[at:])
			if r == utf8.RuneError && size == 1 {
				break
			}
			at += size
		}
		return nil, faultAt(data, int64(at), "the file is not valid UTF-8")
	}
	p := &treeParser{data: data, dec: json.NewDecoder(bytes.NewReader(data))}
	p.dec.UseNumber()
	n, err := p.value(0)
	if err != nil {
		return nil, err
	}
	if _, err := p.dec.Token(); err != io.EOF {
		return nil, faultAt(data, p.dec.InputOffset(), "there is something after the end of the object")
	}
	return n, nil
}

type treeParser struct {
	data []byte
	dec  *json.Decoder
}

func (p *treeParser) token() (json.Token, error) {
	t, err := p.dec.Token()
	if err != nil {
		at := p.dec.InputOffset()
		if se, ok := err.(*json.SyntaxError); ok {
			at = max(se.Offset-1, 0)
			return nil, faultAt(p.data, at, "this is not JSON: "+se.Error())
		}
		return nil, faultAt(p.data, at, "the file ends too early")
	}
	return t, nil
}

// nextStart skips to the first byte of the next value.
func (p *treeParser) nextStart() int64 {
	at := p.dec.InputOffset()
	for at < int64(len(p.data)) && bytes.IndexByte([]byte(" \t\r\n,:"), p.data[at]) >= 0 {
		at++
	}
	return at
}

func (p *treeParser) value(depth int) (*node, error) {
	if depth > maxDepth {
		return nil, faultAt(p.data, p.dec.InputOffset(), fmt.Sprintf("nested deeper than %d levels", maxDepth))
	}
	n := &node{start: p.nextStart()}
	t, err := p.token()
	if err != nil {
		return nil, err
	}
	switch t {
	case json.Delim('{'):
		n.isObject = true
		seen := map[string]bool{}
		for p.dec.More() {
			at := p.nextStart()
			t, err := p.token()
			if err != nil {
				return nil, err
			}
			name, ok := t.(string)
			if !ok {
				return nil, faultAt(p.data, at, "expected the name of a member")
			}
			if seen[name] {
				return nil, faultAt(p.data, at, fmt.Sprintf("the member %q is given twice", name))
			}
			seen[name] = true
			v, err := p.value(depth + 1)
			if err != nil {
				return nil, err
			}
			n.members = append(n.members, member{name, v})
		}
		if _, err := p.token(); err != nil {
			return nil, err
		}
	case json.Delim('['):
		n.isArray = true
		for p.dec.More() {
			v, err := p.value(depth + 1)
			if err != nil {
				return nil, err
			}
			n.items = append(n.items, v)
		}
		if _, err := p.token(); err != nil {
			return nil, err
		}
	}
	n.end = p.dec.InputOffset()
	return n, nil
}

func faultAt(data []byte, offset int64, message string) *model.Fault {
	f := model.Faultf(model.CodeSyntax, "%s", message)
	f.Line = lineAt(data, offset)
	return f
}

func lineAt(data []byte, offset int64) int {
	if offset > int64(len(data)) {
		offset = int64(len(data))
	}
	return bytes.Count(data[:offset], []byte{'\n'}) + 1
}
