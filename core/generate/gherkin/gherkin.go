// Package gherkin writes each use case as a feature: a scenario for its main flow and for each
// alternative, in the words of its steps. The steps are those of acceptance tests that somebody still
// has to write; nothing of what they say is decided here.
package gherkin

import (
	"embed"
	"fmt"
	"slices"
	"strings"
	"text/template"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/usecase"
	"lexeon/core/visible"
)

// Target is Gherkin: a file with a feature for each use case.
var Target = &generate.Target{
	Name: "gherkin", Title: "Gherkin", Group: "Texts", Download: "Download the features", Notes: "Settled, and not said by the use cases",
	Options: []generate.Option{generate.OfCases},
	Make: func(o *generate.Order) (generate.Output, error) {
		list, notes := generate.UseCases(o)
		out, err := write(o.Model, list)
		out.Notes = append(notes, out.Notes...)
		return out, err
	},
}

//go:embed templates
var files embed.FS

// templates print features: feature.tmpl of one. All texts are of one line.
var templates = template.Must(template.New("gherkin").ParseFS(files, "templates/*.tmpl"))

// Feature is a use case with its flows, as they are told in scenarios.
type Feature struct {
	Name      string
	Told      []Told
	Questions []string
	Scenarios []*Scenario // none: the use case has no steps
}

// Told is what is said of a use case, and what it is called.
type Told struct{ What, Text string }

// Scenario is a flow from its beginning to its end.
type Scenario struct {
	Name  string
	Steps []Step
}

// Step is what is given, done or come to in a scenario.
type Step struct {
	Kind string // given, when or then; empty: something is still to be written
	And  bool   // the one before is of the same kind
	Text string
}

func write(m *model.Model, list []*model.Element) (generate.Output, error) {
	var out generate.Output
	reader := usecase.NewReader(m)
	used := map[string]bool{}
	for _, u := range list {
		w := &writer{m: m, reader: reader}
		var b strings.Builder
		if err := templates.ExecuteTemplate(&b, "feature.tmpl", w.feature(u)); err != nil {
			return out, err
		}
		name := fileName(u.Name)
		path := name
		for n := 2; used[path]; n++ {
			path = fmt.Sprintf("%s-%d", name, n)
		}
		used[path] = true
		out.Files = append(out.Files, generate.File{Path: path + ".feature", Content: b.String(), Subject: u.ID})
		for _, note := range w.notes {
			out.Notes = append(out.Notes, generate.Note{Subject: u.ID, Message: note})
		}
	}
	if len(list) == 0 {
		out.Notes = append(out.Notes, generate.Note{Message: "There is no feature: the model has no use case."})
	}
	slices.SortFunc(out.Files, func(a, b generate.File) int { return strings.Compare(a.Path, b.Path) })
	return out, nil
}

// writer lays a use case out as a feature.
type writer struct {
	m      *model.Model
	reader *usecase.Reader
	notes  []string
	*Feature
}

func (w *writer) note(format string, args ...any) {
	w.notes = append(w.notes, fmt.Sprintf(format, args...))
}

func (w *writer) feature(u *model.Element) *Feature {
	d := u.UseCase()
	w.Feature = &Feature{Name: line(u.Name)}
	if w.Name == "" {
		w.Name = "(no name)"
	}
	tell := func(what, text string) {
		if text = line(text); text != "" {
			w.Told = append(w.Told, Told{what, text})
		}
	}
	tell("Definition", w.m.Definition(u))
	tell("Goal", d.Goal)
	tell("Actors", w.actors(u))
	tell("Scope", d.Scope)
	tell("Trigger", d.Trigger)
	tell("Rules", strings.Join(d.Rules, "; "))
	for _, q := range d.Questions {
		w.Questions = append(w.Questions, line(q))
	}
	f := usecase.Of(w.m, u.ID)
	if len(f.Steps) == 0 {
		w.note("%s has no steps: its feature has no scenario", w.Name)
		return w.Feature
	}
	w.scenario("Main flow")
	w.given(d)
	w.steps(f.Steps)
	w.success(d)
	for _, a := range f.Alternatives {
		w.alternative(u, f, a)
	}
	return w.Feature
}

func (w *writer) actors(u *model.Element) string {
	var names []string
	for _, r := range usecase.Participants(w.m, u.ID) {
		names = append(names, w.m.Element(r.Source).Name)
	}
	slices.Sort(names)
	return strings.Join(names, ", ")
}

// alternative is the main flow as far as it is left, what happens then, and where it leads.
func (w *writer) alternative(u *model.Element, f *usecase.Flow, a usecase.Alternative) {
	d := u.UseCase()
	condition := line(a.Name)
	if condition == "" {
		condition = "(no condition)"
		w.note("%s: the alternative %s has no condition", line(u.Name), a.Label)
	}
	w.scenario(a.Label + " " + condition)
	w.given(d)
	if a.From > 1 {
		w.steps(f.Steps[:a.From-1])
	}
	w.step("when", condition)
	w.steps(a.Steps)
	switch x := a.Alternative(); {
	case x.Rejoin != "":
		at := slices.IndexFunc(f.Steps, func(s *model.Element) bool { return s.ID == x.Rejoin })
		if at >= 0 {
			w.steps(f.Steps[at:])
			w.success(d)
		}
	case x.Ends == model.Succeed:
		w.success(d)
	case x.Ends == model.Fail:
		w.step("then", "the goal is not reached")
		if s := line(d.Minimal); s != "" {
			w.step("then", s)
		}
	default:
		w.note("%s: the alternative %s does not say how it ends", line(u.Name), a.Label)
		w.open("the use case does not say how this ends.")
	}
}

func (w *writer) scenario(name string) {
	w.Scenarios = append(w.Scenarios, &Scenario{Name: name})
}

func (w *writer) given(d model.UseCaseData) {
	if s := line(d.Before); s != "" {
		w.step("given", s)
	}
}

// success is what holds in the end.
func (w *writer) success(d model.UseCaseData) {
	switch s := line(d.Success); {
	case s != "":
		w.step("then", s)
	case line(d.Goal) != "":
		w.step("then", "the goal is reached: "+line(d.Goal))
	default:
		w.step("then", "the goal is reached")
	}
}

// steps are what somebody does, and what the system then does: a step whose doer is not known is done as
// the one before was.
func (w *writer) steps(list []*model.Element) {
	for _, s := range list {
		text := line(usecase.StepText(w.m, s))
		if included := w.m.Element(s.Step().Includes); included != nil {
			text = "the use case " + line(included.Name) + " is carried out"
		}
		if text == "" {
			w.open("a step without words.")
			continue
		}
		kind := "when"
		switch doer := w.reader.DoerOf(text); {
		case doer.System:
			kind = "then"
		case doer.Actor == nil && w.last() == "then":
			kind = "then"
		}
		w.step(kind, text)
	}
}

// step adds one to the last scenario.
func (w *writer) step(kind, text string) {
	to := w.Scenarios[len(w.Scenarios)-1]
	to.Steps = append(to.Steps, Step{kind, kind == w.last(), text})
}

// open adds what is still to be written.
func (w *writer) open(what string) { w.step("", what) }

// last is the kind of the last step, past what is open.
func (w *writer) last() string {
	for _, s := range slices.Backward(w.Scenarios[len(w.Scenarios)-1].Steps) {
		if s.Kind != "" {
			return s.Kind
		}
	}
	return ""
}

// line is a text on one line, without what nobody sees. Nothing in it begins a line, so that nothing is
// taken for a keyword, a tag, a table or a comment.
func line(text string) string {
	return strings.Join(strings.Fields(visible.Text(strings.NewReplacer("\n", " ", "\t", " ").Replace(text))), " ")
}

// fileName is made of small letters and digits, with hyphens between words.
func fileName(name string) string {
	var words []string
	length := 0
	for _, w := range model.Words(name) {
		w = strings.Map(func(r rune) rune {
			if r >= 'a' && r <= 'z' || r >= '0' && r <= '9' {
				return r
			}
			return -1
		}, strings.ToLower(w))
		if length += len(w); w != "" && length <= 80 {
			words = append(words, w)
		}
	}
	if len(words) == 0 {
		return "feature"
	}
	return strings.Join(words, "-")
}
