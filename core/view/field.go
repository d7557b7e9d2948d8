package view

import (
	"encoding/json"
	"strings"

	"lexeon/core/model"
)

// FieldType is how a field is filled in.
type FieldType string

const (
	TextField   FieldType = "text"
	SwitchField FieldType = "switch"
	ChoiceField FieldType = "choice" // one of many, in a list that opens
	OneField    FieldType = "one"    // one of a few, all in sight
)

// Field is something of an entry that can be changed where it is read. The page shows it
// without knowing what it is about: the change that a new value makes is part of it.
type Field struct {
	Label   string    `json:"label"`
	Type    FieldType `json:"type"`
	Value   string    `json:"value"` // a switch has "yes" or ""
	Rows    int       `json:"rows,omitempty"`
	Code    bool      `json:"code,omitempty"`    // written in signs of even width
	Example string    `json:"example,omitempty"` // shown while it is empty
	Problem string    `json:"problem,omitempty"` // why what stands in it cannot be read
	Choices []Option  `json:"choices,omitempty"`
	// Change is what a new value makes, a single change, once the value is put into Member, a
	// path of names with dots between; As is how it is written there. A field without Member
	// has changes of its own for On and Off.
	Change json.RawMessage `json:"change,omitempty"`
	Member string          `json:"member,omitempty"`
	As     Writing         `json:"as,omitempty"`
	On     json.RawMessage `json:"on,omitempty"`
	Off    json.RawMessage `json:"off,omitempty"`
}

// Option is one of the values of a field.
type Option struct {
	Value string `json:"value"`
	Title string `json:"title"`
	// Changes are what choosing it makes, where a field has no change of its own.
	Changes json.RawMessage `json:"changes,omitempty"`
}

// optionsOf are options of values with their titles behind them.
func optionsOf(pairs ...string) []Option {
	var out []Option
	for i := 0; i+1 < len(pairs); i += 2 {
		out = append(out, Option{Value: pairs[i], Title: pairs[i+1]})
	}
	return out
}

// Writing is how the value of a field stands in its change.
type Writing string

const (
	AsText  Writing = ""
	AsList  Writing = "list"  // names with commas between
	AsTruth Writing = "truth" // true or false
)

// EntryPart is a piece of an entry: fields, or a tool that the page knows by its name.
type EntryPart struct {
	Title  string     `json:"title,omitempty"`
	Lead   bool       `json:"lead,omitempty"` // it stands above the sentences: what it is called and what it is
	Fields []Field    `json:"fields,omitempty"`
	Tool   string     `json:"tool,omitempty"`
	More   *EntryPart `json:"more,omitempty"` // folded, unless something of it is stated
	Stated bool       `json:"stated,omitempty"`
}

func fields(list ...Field) EntryPart { return EntryPart{Fields: list} }

// lead lets a part stand above the sentences.
func (p EntryPart) lead() EntryPart { p.Lead = true; return p }

func tool(name string) EntryPart { return EntryPart{Tool: name} }

// changed writes one change, of which a member is left open.
func changed(c model.Change) json.RawMessage { return model.EncodeChanges([]model.Change{c}) }

func text(label, value string, c model.Change, member string) Field {
	return Field{Label: label, Type: TextField, Value: value, Change: changed(c), Member: member}
}

func (f Field) rows(n int) Field          { f.Rows = n; return f }
func (f Field) code() Field               { f.Code = true; return f }
func (f Field) example(text string) Field { f.Example = text; return f }
func (f Field) list() Field               { f.As = AsList; return f }
func (f Field) problem(text string) Field { f.Problem = text; return f }

func names(label string, values []string, c model.Change, member string) Field {
	return text(label, strings.Join(values, ", "), c, member).list()
}

func switched(label string, on bool, c model.Change, member string) Field {
	f := Field{Label: label, Type: SwitchField, Change: changed(c), Member: member, As: AsTruth}
	if on {
		f.Value = "yes"
	}
	return f
}

// toggled is a switch whose two ways are changes of their own.
func toggled(label string, isOn bool, on, off []model.Change) Field {
	f := Field{Label: label, Type: SwitchField, On: model.EncodeChanges(on), Off: model.EncodeChanges(off)}
	if isOn {
		f.Value = "yes"
	}
	return f
}

func choice(label, value string, options []Option, c model.Change, member string) Field {
	return Field{Label: label, Type: ChoiceField, Value: value, Choices: options, Change: changed(c), Member: member}
}
