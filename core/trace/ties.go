package trace

import (
	"fmt"
	"maps"
	"slices"
	"strconv"
	"strings"

	"lexeon/core/activity"
	"lexeon/core/brief"
	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/matrix"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// terms: faces of one term.
func (w *Web) terms() {
	for _, id := range w.m.IDs(model.TableTerms) {
		faces := w.m.Faces(id)
		for i, a := range faces {
			for _, b := range faces[i+1:] {
				if a.Kind != b.Kind {
					w.tie(a.ID, b.ID, "one term: "+w.m.Term(id).Name)
				}
			}
		}
	}
}

// named ties a text to the faces of the terms that it names.
func (w *Web) named(text model.ID, marks []usecase.Mark, words string) {
	for _, k := range marks {
		if k.Term == "" {
			continue
		}
		for _, face := range w.m.Faces(k.Term) {
			// What a use case does with a class the matrix tells, step by step.
			if face.Kind != model.Class || kindOf(w.m, text) != model.UseCase {
				w.tie(text, face.ID, words+" "+k.Text)
			}
		}
	}
}

// brief: sentences, what stems from them, and the terms that they name.
func (w *Web) brief() {
	m := w.m
	reader := usecase.NewReader(m)
	for i, s := range brief.Sentences(m) {
		w.order[s.ID] = i
		w.titles[s.ID] = strings.TrimSpace(s.Sentence().Text)
		if s.Number == 0 || s.Sentence().Irrelevant {
			continue
		}
		w.titles[s.ID] = strconv.Itoa(s.Number) + " " + w.titles[s.ID]
		var stems []model.ID
		for _, t := range m.TracesTo(s.ID) {
			from := origin(t)
			w.tie(from, s.ID, "stems from the sentence")
			stems = append(stems, from)
		}
		for k, a := range stems {
			for _, b := range stems[k+1:] {
				if kindOf(m, a) != kindOf(m, b) {
					w.tie(a, b, fmt.Sprintf("both stem from sentence %d", s.Number))
				}
			}
		}
		w.named(s.ID, reader.Marks(s.Sentence().Text), "names")
	}
}

// origin is what a trace is drawn from.
func origin(t *model.Relationship) model.ID {
	if t.Traced != "" {
		return t.Traced
	}
	return t.Source
}

// activities: rows of the table, with who and what they name, and the flows that show
// them.
func (w *Web) activities() {
	m := w.m
	faces := func(row model.ID, name, words string) {
		for _, t := range m.TermsNamed(name) {
			for _, face := range m.Faces(t.ID) {
				w.tie(row, face.ID, words)
			}
		}
	}
	for i, row := range m.OfKind(model.Activity) {
		w.order[row.ID] = i
		a := row.Activity()
		faces(row.ID, a.Performer, "performs it")
		for _, d := range a.Inputs {
			faces(row.ID, d.Data, "takes in "+d.Data)
			faces(row.ID, d.With, "gives "+d.Data)
		}
		for _, d := range a.Outputs {
			faces(row.ID, d.Data, "gives out "+d.Data)
			faces(row.ID, d.With, "gets "+d.Data)
		}
		for _, t := range m.TracesTo(row.ID) {
			w.tie(origin(t), row.ID, "stems from the activity")
		}
	}
	shown := activity.Of(m).Coverage().Flows
	for _, row := range slices.Sorted(maps.Keys(shown)) {
		for _, f := range shown[row] {
			w.tie(row, f, "shows what the activity says")
		}
	}
}

// flows: their ends and what they carry; what stores hold; what data are those of a
// class, and the attributes that keep them.
func (w *Web) flows(x *matrix.Matrix) {
	m := w.m
	d := dictionary.Of(m)
	items := map[string]model.ID{}
	for _, e := range m.OfKind(model.DataItem) {
		items[d.Key(e.Name)] = e.ID
		for _, c := range x.ClassesOfData(e.Name) {
			w.tie(e.ID, c, "data of "+m.Element(c).Name)
		}
	}
	contents := func(of model.ID, parsed *dictionary.Expression, words string) {
		if parsed != nil {
			parsed.Names(func(n *dictionary.Expression) { w.tie(of, items[d.Key(n.Text)], words+" "+n.Text) })
		}
	}
	for _, e := range m.OfKind(model.DataItem) {
		if entry := d.Entry(e.Name); entry != nil {
			contents(e.ID, entry.Parsed, "has")
		}
	}
	for _, f := range m.Relationships(model.DataFlow) {
		name := dataflow.FlowName(m, f)
		w.tie(f.ID, f.Source, "sends "+name)
		w.tie(f.ID, f.Target, "receives "+name)
		w.tie(f.ID, items[d.Key(f.Name)], "carries "+f.Name)
		for _, c := range x.ClassesOfData(f.Name) {
			w.tie(f.ID, c, "data of "+m.Element(c).Name)
		}
	}
	for _, s := range m.OfKind(model.Store) {
		if parsed, err := dictionary.Parse(s.Store().Contents); err == nil {
			contents(s.ID, parsed, "keeps")
		}
	}
	for _, store := range m.Elements(model.Store) {
		kept, _ := x.StoreClasses(store.ID)
		for _, c := range kept {
			w.tie(store.ID, c, "keeps "+m.Element(c).Name)
		}
	}
	for _, a := range m.Elements(model.Attribute) {
		if item := items[d.Key(a.Name)]; item != "" {
			w.tie(item, a.ID, "keeps "+a.Name)
			w.tie(item, a.Owner, "kept in "+a.Name)
		}
	}
	for _, e := range m.OfKind(model.Event) {
		v := e.Event()
		w.tie(e.ID, v.Process, "answers "+e.Name)
		if item := items[d.Key(v.Stimulus)]; item != "" {
			w.tie(e.ID, item, "told by "+v.Stimulus)
		}
	}
}

// cases: actors, steps, and what the steps name.
func (w *Web) cases(x *matrix.Matrix) {
	m := w.m
	reader := usecase.NewReader(m)
	at := 0
	for _, u := range m.OfKind(model.UseCase) {
		for _, p := range usecase.Participants(m, u.ID) {
			words := "takes part"
			switch p.Participation().Part {
			case model.Primary:
				words = "starts it"
			case model.Supporting:
				words = "supports it"
			}
			w.tie(p.Source, u.ID, words)
		}
		f := usecase.Of(m, u.ID)
		w.number(f, at)
		read := func(e *model.Element, number, text string) {
			w.tie(u.ID, e.ID, number)
			marks := reader.Marks(text)
			w.named(e.ID, marks, "names")
			w.named(u.ID, marks, number+" names")
			for _, k := range marks {
				if k.Term == "" {
					continue
				}
				for _, c := range x.ClassesOfData(k.Text) {
					w.tie(e.ID, c, "names "+k.Text)
				}
			}
		}
		for _, s := range f.All() {
			if other := s.Step().Includes; other != "" {
				w.tie(u.ID, s.ID, "step "+f.Number(s.ID))
				w.tie(s.ID, other, "includes it")
				continue
			}
			read(s, "step "+f.Number(s.ID), s.Step().Text)
		}
		for _, a := range f.Alternatives {
			read(a.Element, "alternative "+a.Label, a.Name)
		}
		at += len(f.All()) + len(f.Alternatives) + 1
	}
}

// matrix: what use cases and processes do with classes.
func (w *Web) matrix(x *matrix.Matrix) {
	for _, row := range x.Rows {
		for _, class := range x.Classes() {
			cell := x.At(row.ID, class.ID)
			if cell == nil {
				continue
			}
			for _, source := range cell.Sources {
				switch kindOf(w.m, source.Row) {
				case model.Step:
					number, _, _ := strings.Cut(w.titles[source.Row], " ")
					w.tie(row.ID, class.ID, "step "+number+" "+done(source.Access)+" it")
				case model.DataFlow:
					w.tie(row.ID, class.ID, source.Text)
				}
			}
		}
	}
}

// done says what is done with the objects of a class.
func done(a matrix.Access) string {
	var out []string
	for _, v := range []struct {
		access matrix.Access
		verb   string
	}{{matrix.Create, "creates"}, {matrix.Read, "reads"}, {matrix.Update, "updates"}, {matrix.Delete, "deletes"}} {
		if a&v.access != 0 {
			out = append(out, v.verb)
		}
	}
	return strings.Join(out, ", ")
}

// classes: their attributes and operations, where these touch anything else.
func (w *Web) classes() {
	for _, e := range w.m.Elements(model.Attribute, model.Operation) {
		if len(w.ties[e.ID]) > 0 {
			w.tie(e.ID, e.Owner, "has "+e.Name)
		}
	}
	for _, r := range w.m.Relationships(model.Association, model.Generalization) {
		if len(w.ties[r.ID]) == 0 {
			continue
		}
		for _, c := range w.m.Connected(r) {
			w.tie(r.ID, c, "joins "+w.m.Element(c).Name)
		}
	}
}

// components: what they hold and are made of, and the interfaces between them.
func (w *Web) components() {
	m := w.m
	words := map[model.Kind]string{model.Holds: "holds it", model.Provides: "provides it", model.Requires: "requires it", model.Usage: "uses it", model.Dependency: "depends on it"}
	for _, r := range m.Relationships(model.Holds, model.Provides, model.Requires, model.Usage, model.Dependency) {
		from, to := m.Element(r.Source), m.Element(r.Target)
		if from == nil || to == nil {
			continue
		}
		if from.Kind == model.Component && to.Kind.IsClassifier() || r.Kind == model.Holds {
			w.tie(r.Source, r.Target, words[r.Kind])
		}
		if o := r.Offer(); o.Port != "" {
			w.tie(o.Port, r.Target, words[r.Kind])
		}
	}
	for _, r := range m.Relationships(model.Realization) {
		if to := m.Element(r.Target); to != nil && to.Kind == model.Component {
			w.tie(r.Source, r.Target, "realizes it")
		}
	}
	for _, c := range m.OfKind(model.Component) {
		for _, p := range m.Children(c.ID, model.Port, model.ComponentPart) {
			w.tie(c.ID, p.ID, "has "+p.Name)
			if of := m.Element(p.ComponentPart().Component); of != nil {
				w.tie(p.ID, of.ID, "is a "+of.Name)
			}
		}
	}
}
