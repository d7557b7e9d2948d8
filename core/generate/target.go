package generate

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// Target is something that a model is made into: a language, documentation, a table. One
// value declares it; the page, the flags of the command line, the settings of projects and
// the description of the interface come from that.
type Target struct {
	Name     string // in addresses and flags: lower case
	Title    string // as people read it
	Group    string // what it stands with where all are offered
	Download string // what to press to take it away: a verb phrase
	Notes    string // the heading of what is told beside the files
	Options  []Option
	// Rules are those of the check that speak of what this target makes of a model, by name.
	Rules []string
	// Proofs are commands that accept all that it makes: run in its folder, they succeed and
	// write nothing. A test of all targets runs them.
	Proofs [][]string
	Make   func(*Order) (Output, error)
}

// Option is something that can be decided for a target.
type Option struct {
	Name    string   // in settings and flags: lower case
	Group   string   // several targets share it, and a project keeps it under this name
	Title   string   // of its field
	Doc     string   // what it decides, in a sentence
	Choices []Choice // none: a text
	Default string
	// Names are what can be named in a text, for somebody to choose from; nil: that is not said.
	Names func(m *model.Model) []Choice `json:"-"`
	// Check says what is wrong with a text; nil: any will do.
	Check func(text string) error `json:"-"`
}

// Choice is a value of an option.
type Choice struct {
	Value string `json:"value"`
	Title string `json:"title"`
}

// Order is what is to be made.
type Order struct {
	Model   *model.Model
	Options map[string]string // by name; every option of the target has a value
	// Draw gives a diagram as SVG.
	Draw func(diagram model.ID) (string, error)
}

// Run makes a target of a model. What is decided by over comes before what the project has
// decided, and that before the defaults. The error names an option that does not exist, or
// what is wrong with a value.
func (t *Target) Run(m *model.Model, over map[string]string, draw func(model.ID) (string, error)) (Output, error) {
	options, err := t.Decide(m, over)
	if err != nil {
		return Output{}, err
	}
	out, err := t.Make(&Order{Model: m, Options: options, Draw: draw})
	if out.Files == nil {
		out.Files = []File{}
	}
	if out.Notes == nil {
		out.Notes = []Note{}
	}
	return out, err
}

// Decide gives every option its value: see Run. What a project has set and this version
// does not know or take is left out of account, since it may come from another one.
func (t *Target) Decide(m *model.Model, over map[string]string) (map[string]string, error) {
	for name := range over {
		if !slices.ContainsFunc(t.Options, func(o Option) bool { return o.Name == name }) {
			return nil, model.Faultf(model.CodeInvalid, "%s has no option %q; %s", t.Title, name, t.told())
		}
	}
	out := map[string]string{}
	for _, o := range t.Options {
		out[o.Name] = o.Default
		if value := t.Decided(m, o); o.Accepts(value) == nil {
			out[o.Name] = value
		}
		if value, given := over[o.Name]; given {
			if err := o.Accepts(value); err != nil {
				return nil, model.Faultf(model.CodeInvalid, "the option %s of %s: %v", o.Name, t.Title, err)
			}
			out[o.Name] = value
		}
	}
	return out, nil
}

// Decided is what a project has decided for an option, whether it can be taken or not.
func (t *Target) Decided(m *model.Model, o Option) string {
	for _, s := range m.Project().Targets {
		if s.Target == t.KeepsUnder(o) && s.Option == o.Name {
			return s.Value
		}
	}
	return o.Default
}

// KeepsUnder is the name under which a project keeps what it has decided for an option.
func (t *Target) KeepsUnder(o Option) string {
	if o.Group != "" {
		return o.Group
	}
	return t.Name
}

// Accepts says what is wrong with a value; nil: nothing.
func (o Option) Accepts(value string) error {
	if len(o.Choices) == 0 {
		if o.Check == nil || value == o.Default {
			return nil
		}
		return o.Check(value)
	}
	var values []string
	for _, c := range o.Choices {
		if c.Value == value {
			return nil
		}
		values = append(values, c.Value)
	}
	return fmt.Errorf("%q is none of %s", value, strings.Join(values, ", "))
}

// told names the options that there are.
func (t *Target) told() string {
	if len(t.Options) == 0 {
		return "it has none"
	}
	var names []string
	for _, o := range t.Options {
		names = append(names, o.Name)
	}
	return "there are: " + strings.Join(names, ", ")
}
