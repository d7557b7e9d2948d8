package rework

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
)

// Line is one line of what a rework takes away or adds.
type Line struct {
	Added bool   `json:"added"`
	Of    string `json:"of,omitempty"` // the classifier that a feature belongs to
	Text  string `json:"text"`
}

// Preview tells what leads from one model to the other: features, classifiers and
// relations that go and that come, each as it would be typed. Both models come
// from the same edit, so that what is told is what happens.
func Preview(before, after *model.Model, delta model.Delta) []Line {
	owners, relations := map[model.ID]bool{}, map[model.ID]bool{}
	for _, c := range delta {
		for m, r := range map[*model.Model]model.Row{before: c.Old, after: c.New} {
			switch r := r.(type) {
			case *model.Element:
				for e := r; e != nil; e = m.Element(e.Owner) {
					if e.Kind == model.End {
						relations[e.Owner] = true
						break
					}
					if e.Kind.IsClassifier() {
						owners[e.ID] = true
						break
					}
				}
			case *model.Relationship:
				relations[r.ID] = r.Kind == model.Association || relationVerbs[r.Kind] != ""
			}
		}
	}
	var was, is []Line
	for id := range owners {
		was = append(was, cardLines(before, id)...)
		is = append(is, cardLines(after, id)...)
	}
	for id, counts := range relations {
		if counts {
			was = append(was, relationLines(before, id)...)
			is = append(is, relationLines(after, id)...)
		}
	}
	gone, come := without(was, is), without(is, was)
	for i := range come {
		come[i].Added = true
	}
	return append(gone, come...)
}

// without lists what is in a and not in b, each as often as it is in excess,
// sorted.
func without(a, b []Line) []Line {
	count := map[Line]int{}
	for _, l := range b {
		count[l]++
	}
	var out []Line
	for _, l := range a {
		if count[l] > 0 {
			count[l]--
			continue
		}
		out = append(out, l)
	}
	slices.SortFunc(out, func(x, y Line) int {
		return strings.Compare(x.Of+"\x00"+x.Text, y.Of+"\x00"+y.Text)
	})
	return out
}

// cardLines tell a classifier: its head, then its features.
func cardLines(m *model.Model, id model.ID) []Line {
	e := m.Element(id)
	if e == nil {
		return nil
	}
	head := e.Kind.Title() + " " + nameOf(m, id)
	if e.Classifier().Abstract {
		head = "abstract " + head
	}
	if len(e.Stereotypes) > 0 {
		head += " «" + strings.Join(e.Stereotypes, ", ") + "»"
	}
	out := []Line{{Text: head}}
	for text := range strings.Lines(notation.FeatureText(m, e)) {
		if text = strings.TrimSpace(text); text != "" {
			out = append(out, Line{Of: nameOf(m, id), Text: text})
		}
	}
	return out
}

func nameOf(m *model.Model, id model.ID) string {
	if e := m.Element(id); e != nil && strings.TrimSpace(e.Name) != "" {
		return e.Name
	}
	return "(unnamed)"
}

// relationVerbs are the relations that are told, beside associations; notes and
// traces follow silently.
var relationVerbs = map[model.Kind]string{model.Generalization: "is a kind of", model.Realization: "realizes", model.Usage: "uses", model.Dependency: "depends on",
	model.Include: "includes", model.Extend: "extends", model.Provides: "provides", model.Requires: "requires"}

// relationLines tell a relationship in one line, with what each end says.
func relationLines(m *model.Model, id model.ID) []Line {
	r := m.Relationship(id)
	if r == nil {
		return nil
	}
	if r.Kind != model.Association {
		text := nameOf(m, r.Source) + " " + relationVerbs[r.Kind] + " " + nameOf(m, r.Target)
		if r.Name != "" {
			text += " as " + r.Name
		}
		return []Line{{Text: text}}
	}
	ends := m.Ends(id)
	a := r.Association()
	verb := r.Name
	if len(ends) == 2 && ends[1].ID == a.Whole {
		ends = []*model.Element{ends[1], ends[0]}
	}
	switch a.Aggregation {
	case model.Composite:
		verb = strings.TrimSpace("is made of " + named(r.Name))
	case model.Shared:
		verb = strings.TrimSpace("brings together " + named(r.Name))
	default:
		if verb == "" {
			verb = "–"
		}
	}
	var texts []string
	for _, e := range ends {
		texts = append(texts, endText(m, e))
	}
	text := texts[0] + " " + verb + " " + strings.Join(texts[1:], ", ")
	if r.Class != "" {
		text += " through " + nameOf(m, r.Class)
	}
	return []Line{{Text: text}}
}

func named(name string) string {
	if name == "" {
		return ""
	}
	return "(" + name + ")"
}

func endText(m *model.Model, e *model.Element) string {
	d := e.End()
	text := strings.TrimSpace(d.Multiplicity.String() + " " + nameOf(m, e.Type))
	if len(d.Qualifiers) > 0 {
		text += fmt.Sprintf(" [%s]", strings.Join(d.Qualifiers, ", "))
	}
	if e.Name != "" {
		text += " as " + e.Name
	}
	return text
}
