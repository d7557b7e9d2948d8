package model

import (
	"bytes"
	"encoding/json"
	"reflect"
	"slices"

	"lexeon/core/visible"
)

// Change is one small, semantic step of editing. There is one Go type for each;
// this is where a newcomer adds one: write the type with its apply method and
// list it in changeTypes.
type Change interface {
	apply(*draft) error
	// Reads lists the fields whose value the change relies on beyond those it
	// writes. They count in the rule of conflict.
	Reads() []Key
	// says tells in a few words what it does, for undo and for the history; before and
	// after are the models around the change that it is part of. A change that says
	// something else where there are several of its kind has a method several.
	says(before, after *Model) string
	// weight: a list of changes is named for the heaviest.
	weight() int
}

// readsNothing is embedded by changes that rely on nothing but what they write.
type readsNothing struct{}

func (readsNothing) Reads() []Key { return nil }

// ChangeVersion is logged with every change.
const ChangeVersion = 1

var changeTypes = map[string]func() Change{
	"setProject":      func() Change { return &SetProject{} },
	"decideTarget":    func() Change { return &DecideTarget{} },
	"decidePerformer": func() Change { return &DecidePerformer{} },
	"setColour":       func() Change { return &SetColour{} },
	"addElement":      func() Change { return &AddElement{} },
	"setName":         func() Change { return &SetName{} },
	"setDefinition":   func() Change { return &SetDefinition{} },
	"setClassifier":   func() Change { return &SetClassifier{} },
	"setTerm":         func() Change { return &SetTerm{} },
	"delete":          func() Change { return &Delete{} },
	"addPart":         func() Change { return &AddPart{} },
	"setPart":         func() Change { return &SetPart{} },
	"movePart":        func() Change { return &MovePart{} },
	"connect":         func() Change { return &Connect{} },
	"setEnd":          func() Change { return &SetEnd{} },
	"setRelationship": func() Change { return &SetRelationship{} },
	"reverse":         func() Change { return &Reverse{} },
	"setKind":         func() Change { return &SetKind{} },
	"addEnd":          func() Change { return &AddEnd{} },
	"leadTrace":       func() Change { return &LeadTrace{} },
	"copyPart":        func() Change { return &CopyPart{} },
	"addDiagram":      func() Change { return &AddDiagram{} },
	"place":           func() Change { return &Place{} },
	"move":            func() Change { return &Move{} },
	"resize":          func() Change { return &Resize{} },
	"setLine":         func() Change { return &SetLine{} },
	"setDetail":       func() Change { return &SetDetail{} },
	"setTableView":    func() Change { return &SetTableView{} },
	"moveLabel":       func() Change { return &MoveLabel{} },
	"setPicture":      func() Change { return &SetPicture{} },
	"setObject":       func() Change { return &SetObject{} },
	"setNote":         func() Change { return &SetNote{} },
	"setElement":      func() Change { return &SetElement{} },
	"moveProcess":     func() Change { return &MoveProcess{} },
	"moveInto":        func() Change { return &MoveInto{} },
	"drawBetween":     func() Change { return &DrawBetween{} },
	"setDerived":      func() Change { return &SetDerived{} },
	"addTerm":         func() Change { return &AddTerm{} },
	"setFace":         func() Change { return &SetFace{} },
	"mergeTerms":      func() Change { return &MergeTerms{} },
	"unplace":         func() Change { return &Unplace{} },
	"restore":         func() Change { return &Restore{} },
}

var changeNames = func() map[reflect.Type]string {
	m := map[reflect.Type]string{}
	for name, make := range changeTypes {
		m[reflect.TypeOf(make())] = name
	}
	return m
}()

// ChangeTypes lists the names of all types of changes that can be sent, sorted.
func ChangeTypes() []string {
	out := sortedKeys(changeTypes)
	return slices.DeleteFunc(out, func(name string) bool { return name == "restore" }) // undo only
}

// NewChange makes an empty change of a type, nil if there is none of that name.
func NewChange(name string) Change {
	if make, ok := changeTypes[name]; ok {
		return make()
	}
	return nil
}

// TypeOf is the name under which a change is sent and logged.
func TypeOf(c Change) string { return changeNames[reflect.TypeOf(c)] }

// MaxChanges is how many changes one call of Edit takes.
const MaxChanges = 5000

// Edit applies the changes in order, all or none. It returns the next model,
// everything that was written, and the changes that lead back exactly. The
// error is a *Fault; m is never touched.
func Edit(m *Model, changes []Change) (next *Model, delta Delta, inverse []Change, err error) {
	if len(changes) > MaxChanges {
		return nil, nil, nil, Faultf(CodeTooLarge, "%d changes at once: at most %d are taken", len(changes), MaxChanges)
	}
	d := m.draft()
	for _, c := range changes {
		if err := c.apply(d); err != nil {
			return nil, nil, nil, err
		}
	}
	delta = d.delta()
	if err := d.verify(delta); err != nil {
		return nil, nil, nil, err
	}
	return d.freeze(), delta, []Change{&Restore{Rows: delta.inverse(m)}}, nil
}

// EncodeChanges writes changes as a JSON array, each with its type.
func EncodeChanges(changes []Change) json.RawMessage {
	var b bytes.Buffer
	b.WriteByte('[')
	for i, c := range changes {
		if i > 0 {
			b.WriteByte(',')
		}
		b.WriteString(`{"type":`)
		b.Write(encodeValue(TypeOf(c)))
		if body := encodeValue(c); len(body) > 2 {
			b.WriteByte(',')
			b.Write(body[1:])
		} else {
			b.WriteByte('}')
		}
	}
	b.WriteByte(']')
	return b.Bytes()
}

// DecodeChanges reads what EncodeChanges wrote. Unknown types and unknown
// members are refused, so that a misspelt member is not lost silently.
func DecodeChanges(raw json.RawMessage) ([]Change, error) {
	if at := visible.LoneSurrogate(raw); at >= 0 {
		return nil, Faultf(CodeSyntax, "changes, at byte %d: half of a character (%s), which cannot be kept", at, raw[at:min(len(raw), at+6)])
	}
	var list []json.RawMessage
	if err := json.Unmarshal(raw, &list); err != nil {
		return nil, Faultf(CodeSyntax, "changes: expected a list: %v", err)
	}
	out := make([]Change, 0, len(list))
	for i, item := range list {
		var members map[string]json.RawMessage
		if err := json.Unmarshal(item, &members); err != nil {
			return nil, Faultf(CodeSyntax, "changes[%d]: expected an object", i)
		}
		var name string
		if err := json.Unmarshal(members["type"], &name); err != nil {
			return nil, Faultf(CodeSyntax, "changes[%d]: expected a type", i)
		}
		make, ok := changeTypes[name]
		if !ok {
			return nil, Faultf(CodeInvalid, "changes[%d]: there is no change of type %q", i, name)
		}
		delete(members, "type")
		body, err := json.Marshal(members)
		if err != nil {
			return nil, Faultf(CodeSyntax, "changes[%d]: %v", i, err)
		}
		c := make()
		dec := json.NewDecoder(bytes.NewReader(body))
		dec.DisallowUnknownFields()
		if err := dec.Decode(c); err != nil {
			return nil, Faultf(CodeSyntax, "changes[%d] (%s): %v", i, name, err)
		}
		out = append(out, c)
	}
	return out, nil
}
