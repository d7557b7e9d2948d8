package matrix

import (
	"slices"
	"strings"

	"lexeon/core/classifier"
	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// speaking knows which classes names and contents speak of.
type speaking struct {
	m      *model.Model
	d      *dictionary.Dictionary
	reader *usecase.Reader
	byTerm map[model.ID][]model.ID // of a term, the classes that are faces of it
	items  map[model.ID]int        // of a class, how many items its attributes are
	having map[string][]model.ID   // of an item, the classes with an attribute that it is; by id
	known  map[string][]model.ID   // of a name of data
}

func newSpeaking(m *model.Model, classes []*model.Element, reader *usecase.Reader, d *dictionary.Dictionary) *speaking {
	s := &speaking{m: m, d: d, reader: reader, byTerm: map[model.ID][]model.ID{}, items: map[model.ID]int{}, having: map[string][]model.ID{}, known: map[string][]model.ID{}}
	for _, c := range slices.SortedFunc(slices.Values(classes), func(a, b *model.Element) int { return strings.Compare(string(a.ID), string(b.ID)) }) {
		s.byTerm[c.Term] = append(s.byTerm[c.Term], c.ID)
		items := map[string]bool{}
		for _, a := range classifier.Features(m, c.ID, model.Attribute) {
			items[s.d.Key(a.Name)] = true
		}
		s.items[c.ID] = len(items)
		for item := range items {
			s.having[item] = append(s.having[item], c.ID)
		}
	}
	return s
}

// named lists the classes that a name is the term of.
func (s *speaking) named(name string) []model.ID {
	var out []model.ID
	for _, t := range s.m.TermsNamed(name) {
		out = append(out, s.byTerm[t.ID]...)
	}
	return out
}

// identifiers are the words that make a key of a term.
var identifiers = []string{"number", "id", "code", "key", "identifier", "no"}

// ofData lists the classes that data are of, by what they hold.
func (s *speaking) ofData(name string) []model.ID {
	if out, ok := s.known[name]; ok {
		return out
	}
	var out []model.ID
	s.known[name] = nil // data that contain themselves
	if e := s.d.Entry(name); e != nil && e.Parsed != nil {
		out = s.ofContents(e.Parsed)
	}
	out = unique(append(out, s.named(name)...))
	s.known[name] = out
	return out
}

// ofContents likewise reads contents.
func (s *speaking) ofContents(e *dictionary.Expression) []model.ID {
	var out []model.ID
	e.Names(func(n *dictionary.Expression) {
		out = append(out, s.named(n.Text)...)
		words := model.Words(n.Text)
		if last := len(words) - 1; n.Key && last > 0 && slices.Contains(identifiers, words[last]) {
			out = append(out, s.named(strings.Join(words[:last], " "))...)
		}
		if sub := s.d.Entry(n.Text); sub != nil && sub.Parsed != nil {
			out = append(out, s.ofData(n.Text)...)
		}
	})
	atoms := s.d.ItemsOf(e)
	if best := s.sharing(atoms); best != "" {
		out = append(out, best)
	}
	return unique(out)
}

// sharing is the class that has most of some items, two at least, and half of what it or
// they have; of several the first by id.
func (s *speaking) sharing(atoms map[string]bool) model.ID {
	if len(atoms) < 2 {
		return ""
	}
	shared := map[model.ID]int{}
	for a := range atoms {
		for _, id := range s.having[a] {
			shared[id]++
		}
	}
	best, most := model.ID(""), 1
	for id, n := range shared {
		if n*2 >= min(len(atoms), s.items[id]) && (n > most || n == most && best != "" && id < best) {
			best, most = id, n
		}
	}
	return best
}

// speakOf reports whether contents name something, or a key of it, themselves or by what
// they are made of.
func (s *speaking) speakOf(e *dictionary.Expression, name string) bool {
	form := model.NormalForm(name)
	terms := s.m.TermsNamed(name)
	is := func(text string) bool {
		return model.NormalForm(text) == form || slices.ContainsFunc(s.m.TermsNamed(text), func(t *model.Term) bool { return slices.Contains(terms, t) })
	}
	return s.d.Holds(e, func(n *dictionary.Expression) bool {
		words := model.Words(n.Text)
		last := len(words) - 1
		return is(n.Text) || n.Key && last > 0 && slices.Contains(identifiers, words[last]) && is(strings.Join(words[:last], " "))
	})
}

func sorted[V any](of map[model.ID]V) []model.ID {
	var out []model.ID
	for id := range of {
		out = append(out, id)
	}
	slices.Sort(out)
	return out
}

func unique(list []model.ID) []model.ID {
	list = slices.Clone(list)
	slices.Sort(list)
	return slices.Compact(list)
}

// verbs of steps, in their base form.
var verbs = func() map[string]Access {
	out := map[string]Access{}
	for access, words := range map[Access]string{
		Create: "create make add register record enter open issue draw write file store save note print produce generate start place submit hand deliver receive",
		Update: "update change correct assign give grade confirm accept exchange mark adjust approve reject set complete close move put fill mix bottle pack weigh measure enrich",
		Delete: "delete remove cancel discard erase withdraw destroy",
		Read:   "read show list see look check find search ask name tell follow compare choose select send display open view work know identify propose",
	} {
		for _, w := range strings.Fields(words) {
			out[w] = access
		}
	}
	out["set"] |= Create // what is set for the first time comes to be
	return out
}()

// toAnother are the verbs of giving: what is given leaves one and comes to the other.
var toAnother = map[string]bool{"send": true, "hand": true, "deliver": true, "submit": true, "issue": true, "return": true}

// forOutside are the verbs whose outcome is for somebody outside.
var forOutside = map[string]bool{"print": true, "produce": true, "generate": true}

// accessOf is what a verb does, by who acts.
func accessOf(verb string, who usecase.Doer) (a Access, ok bool) {
	a, ok = verbs[verb]
	switch {
	case toAnother[verb] && who.Actor != nil:
		return Create | Hand, true
	case verb == "issue": // what is issued comes to be, whoever gets it
		return Create | Hand, true
	case toAnother[verb] && who.System:
		return Read | Hand, true
	case toAnother[verb] || forOutside[verb]:
		return a | Hand, ok
	}
	return a, ok
}

// steps marks the classes that the steps of a use case name.
func (x *Matrix) steps(m *model.Model, s *speaking, u *model.Element) {
	f := usecase.Of(m, u.ID)
	for _, step := range f.All() {
		if step.Step().Includes != "" {
			continue // what the other one does stands in its own row
		}
		who, what := s.reader.Told(step.Step().Text)
		marks := s.reader.Marks(what)
		if who.Words > 0 {
			marks = s.reader.ActionMarks(what)
		}
		access := Read
		var last []model.ID
		for _, mark := range marks {
			if mark.Term == "" {
				for _, w := range strings.Fields(mark.Text) {
					w = strings.ToLower(strings.Trim(w, ".,;:()\"'"))
					if a, ok := accessOf(baseForm(w), who); ok {
						access = a
					} else if (w == "it" || w == "them") && last != nil {
						x.mark(u.ID, last, step, f, access)
					}
				}
				continue
			}
			classes := append(slices.Clone(s.byTerm[mark.Term]), s.ofData(mark.Text)...)
			if classes = unique(classes); len(classes) > 0 {
				last = classes
				x.mark(u.ID, classes, step, f, access)
			}
		}
	}
	x.conditions(s, u, f)
}

// conditions marks the classes that the conditions of alternatives name: who asks for them
// looks at them.
func (x *Matrix) conditions(s *speaking, u *model.Element, f *usecase.Flow) {
	for _, a := range f.Alternatives {
		for _, mark := range s.reader.Marks(a.Name) {
			if mark.Term == "" {
				continue
			}
			for _, c := range unique(append(slices.Clone(s.byTerm[mark.Term]), s.ofData(mark.Text)...)) {
				x.add(u.ID, c, Source{a.ID, Read, a.Label + ": " + a.Name})
			}
		}
	}
}

func (x *Matrix) mark(row model.ID, classes []model.ID, step *model.Element, f *usecase.Flow, access Access) {
	for _, c := range classes {
		x.add(row, c, Source{step.ID, access, "step " + f.Number(step.ID) + ": " + step.Step().Text})
	}
}

// baseForm takes a verb in the third person back to its base form.
func baseForm(w string) string {
	for _, end := range []struct{ is, was string }{{"ies", "y"}, {"shes", "sh"}, {"ches", "ch"}, {"sses", "ss"}, {"xes", "x"}, {"s", ""}} {
		if base, ok := strings.CutSuffix(w, end.is); ok && len(base) > 1 && !strings.HasSuffix(w, "ss") {
			return base + end.was
		}
	}
	return w
}

// flows marks the classes of what a process reads from stores and writes to them.
func (x *Matrix) flows(m *model.Model, s *speaking, p *model.Element) {
	reads := map[model.ID]bool{}
	var flows []*model.Relationship
	for _, f := range m.Flows(p.ID) {
		if from, to := m.Element(f.Source), m.Element(f.Target); from != nil && to != nil && (from.Kind == model.Store || to.Kind == model.Store) {
			flows = append(flows, f)
		}
	}
	classesOf := func(f *model.Relationship) []model.ID {
		if strings.TrimSpace(f.Name) != "" {
			return s.ofData(f.Name)
		}
		if e := dataflow.ContentsOf(m, f); e != nil {
			return s.ofContents(e)
		}
		return nil
	}
	for _, f := range flows {
		if m.Element(f.Source).Kind == model.Store {
			for _, c := range classesOf(f) {
				reads[c] = true
				x.add(p.ID, c, Source{f.ID, Read, "reads " + dataflow.FlowName(m, f) + " from " + m.Element(f.Source).Name})
			}
		}
	}
	for _, f := range flows {
		if m.Element(f.Target).Kind == model.Store {
			for _, c := range classesOf(f) {
				access := Create
				if reads[c] {
					access = Update
				}
				x.add(p.ID, c, Source{f.ID, access, "writes " + dataflow.FlowName(m, f) + " to " + m.Element(f.Target).Name})
			}
		}
	}
}

// traces marks the classes that stem from the same sentences.
func (x *Matrix) traces(m *model.Model, row *model.Element) {
	for _, t := range m.TracesOf(row.ID) {
		e := m.Element(t.Target)
		if e == nil || e.Kind != model.Sentence {
			continue
		}
		for _, o := range m.TracesTo(e.ID) {
			if c := m.Element(o.Source); c != nil && c.Kind == model.Class {
				x.add(row.ID, c.ID, Source{e.ID, Mention, "both stem from: " + e.Sentence().Text})
			}
		}
	}
}

// lowest lists the processes that are not opened, in the logical view, by number.
func lowest(m *model.Model) []*model.Element {
	var out []*model.Element
	for _, p := range m.OfKind(model.Process) {
		if p.Process().View == model.Logical && p.Owner != "" && !dataflow.IsOpened(m, p.ID) {
			out = append(out, p)
		}
	}
	number := map[model.ID][]string{}
	for _, p := range out {
		number[p.ID] = strings.Split(dataflow.Number(m, p.ID), ".")
	}
	slices.SortFunc(out, func(a, b *model.Element) int {
		return slices.CompareFunc(number[a.ID], number[b.ID], func(x, y string) int {
			if len(x) != len(y) {
				return len(x) - len(y)
			}
			return strings.Compare(x, y)
		})
	})
	return out
}
