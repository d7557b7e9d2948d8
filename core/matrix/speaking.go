package matrix

import (
	"slices"
	"strings"

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
	items  *Items
	known  map[string]*spoken // of a name of data, or of the contents of a store
}

// spoken are the classes that data are of, with what that was read from.
type spoken struct {
	classes []model.ID
	forms   []string // names that might have been terms, in normal form
	atoms   []string // items that might have been attributes
	keys    []string // of data that were opened
}

func newSpeaking(m *model.Model, reader *usecase.Reader, d *dictionary.Dictionary, items *Items) *speaking {
	return &speaking{m: m, d: d, reader: reader, items: items, known: map[string]*spoken{}}
}

// contentsOf is the name under which the contents of a store are known.
func contentsOf(store model.ID) string { return "\x00" + string(store) }

// classesOf lists the classes that are faces of a term, by id.
func (s *speaking) classesOf(term model.ID) []model.ID {
	var out []model.ID
	for _, e := range s.m.Faces(term) {
		if e.Kind == model.Class {
			out = append(out, e.ID)
		}
	}
	return out
}

// named lists the classes that a name is the term of.
func (s *speaking) named(name string) []model.ID {
	var out []model.ID
	for _, t := range s.m.TermsNamed(name) {
		out = append(out, s.classesOf(t.ID)...)
	}
	return out
}

// identifiers are the words that make a key of a term.
var identifiers = []string{"number", "id", "code", "key", "identifier", "no"}

// ofData lists the classes that data are of, by what they hold.
func (s *speaking) ofData(name string) []model.ID {
	out := s.known[name]
	if out == nil {
		out = s.read(name)
		s.known[name] = out
	}
	return out.classes
}

// read finds what is known by a name of data or by the contents of a store; nil where
// nothing is written down of these.
func (s *speaking) read(name string) *spoken {
	r := &spokenReader{s: s, out: &spoken{}, seen: map[string]bool{}}
	if store, ok := strings.CutPrefix(name, "\x00"); ok {
		e := s.m.Element(model.ID(store))
		if e == nil {
			return nil
		}
		contents, err := dictionary.Parsed(e.Store().Contents)
		if err != nil || contents == nil {
			return nil
		}
		r.out.keys = append(r.out.keys, name)
		r.contents(contents)
	} else {
		r.named(name)
		r.record(name)
		r.open(name)
	}
	r.out.classes = unique(r.out.classes)
	return r.out
}

// ofStore lists the classes that the contents of a store are of.
func (s *speaking) ofStore(store model.ID) []model.ID {
	name := contentsOf(store)
	out := s.known[name]
	if out == nil {
		if out = s.read(name); out == nil {
			return nil
		}
		s.known[name] = out
	}
	return out.classes
}

// readStores reads what all stores hold.
func (s *speaking) readStores() {
	for _, e := range s.m.OfKind(model.Store) {
		s.ofStore(e.ID)
	}
}

// spokenReader reads data down to what they consist of.
type spokenReader struct {
	s    *speaking
	out  *spoken
	seen map[string]bool // data that were opened, by key
}

func (r *spokenReader) named(name string) {
	r.out.forms = append(r.out.forms, model.NormalForm(name))
	r.out.classes = append(r.out.classes, r.s.named(name)...)
}

// record: what is one of many that are kept is called an entry or a line of what it is about.
func (r *spokenReader) record(name string) {
	words := model.Words(name)
	if last := len(words) - 1; last > 0 && slices.Contains(records, words[last]) {
		r.named(strings.Join(words[:last], " "))
	}
}

// records are words for one of many that add nothing to the name of what it is of.
var records = []string{"entry", "record", "line", "row"}

// open reads what data are made of.
func (r *spokenReader) open(name string) {
	key := r.s.d.Key(name)
	if r.seen[key] {
		return
	}
	r.seen[key] = true
	r.out.keys = append(r.out.keys, key)
	if e := r.s.d.Entry(name); e != nil && e.Parsed != nil {
		r.contents(e.Parsed)
	}
}

func (r *spokenReader) contents(e *dictionary.Expression) {
	e.Names(func(n *dictionary.Expression) {
		r.named(n.Text)
		r.record(n.Text)
		words := model.Words(n.Text)
		if last := len(words) - 1; n.Key && last > 0 && slices.Contains(identifiers, words[last]) {
			r.named(strings.Join(words[:last], " "))
		}
		r.open(n.Text)
	})
	atoms := r.s.d.ItemsOf(e)
	for a := range atoms {
		r.out.atoms = append(r.out.atoms, a)
	}
	if best := r.s.sharing(atoms); best != "" {
		r.out.classes = append(r.out.classes, best)
	}
}

// sharing is the class that has most of some items, two at least, and half of what it or
// they have; of several the first by id.
func (s *speaking) sharing(atoms map[string]bool) model.ID {
	if len(atoms) < 2 {
		return ""
	}
	shared := map[model.ID]int{}
	for a := range atoms {
		for _, id := range s.items.having[a] {
			shared[id]++
		}
	}
	best, most := model.ID(""), 1
	for id, n := range shared {
		if n*2 >= min(len(atoms), len(s.items.of[id])) && (n > most || n == most && best != "" && id < best) {
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
			out[w] |= access // what is opened may come to be by that, or be looked at
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

// lineOf fills a row of the matrix.
func (s *speaking) lineOf(row *model.Element) *line {
	l := &line{data: map[string]bool{}}
	if row.Kind == model.UseCase {
		s.steps(l, row)
	} else {
		s.flows(l, row)
	}
	s.traces(l, row)
	s.held(l)
	return l
}

// data are the classes of data for a line, which hangs on what is known of them.
func (s *speaking) data(l *line, name string) []model.ID {
	l.data[name] = true
	return s.ofData(name)
}

// marked are the classes of a piece of a text that names a term.
func (s *speaking) marked(l *line, mark usecase.Mark) []model.ID {
	return unique(append(s.classesOf(mark.Term), s.data(l, mark.Text)...))
}

// steps marks the classes that the steps of a use case name.
func (s *speaking) steps(l *line, u *model.Element) {
	f := usecase.Of(s.m, u.ID)
	for _, step := range f.All() {
		if step.Step().Includes != "" {
			continue // what the other one does stands in its own row
		}
		who, what := s.reader.Told(step.Step().Text)
		marks := s.reader.Marks(what)
		if who.Words > 0 {
			marks = s.reader.ActionMarks(what)
		}
		mark := func(classes []model.ID, access Access) {
			for _, c := range classes {
				l.add(c, Source{step.ID, access, "step " + f.Number(step.ID) + ": " + step.Step().Text})
			}
		}
		access := Read
		var last []model.ID
		for _, k := range marks {
			if k.Term == "" {
				for _, w := range strings.Fields(k.Text) {
					w = strings.ToLower(strings.Trim(w, ".,;:()\"'"))
					if a, ok := accessOf(baseForm(w), who); ok {
						access = a
					} else if (w == "it" || w == "them") && last != nil {
						mark(last, access)
					}
				}
				continue
			}
			if classes := s.marked(l, k); len(classes) > 0 {
				last = classes
				mark(classes, access)
			}
		}
	}
	s.conditions(l, f)
}

// conditions marks the classes that the conditions of alternatives name: who asks for them
// looks at them.
func (s *speaking) conditions(l *line, f *usecase.Flow) {
	for _, a := range f.Alternatives {
		for _, mark := range s.reader.Marks(a.Name) {
			if mark.Term == "" {
				continue
			}
			for _, c := range s.marked(l, mark) {
				l.add(c, Source{a.ID, Read, a.Label + ": " + a.Name})
			}
		}
	}
}

// held marks what is done with what components hold.
func (s *speaking) held(l *line) {
	by := map[model.ID]bool{}
	for _, class := range l.columns {
		for _, c := range s.m.HeldBy(class) {
			by[c.ID] = true
		}
	}
	if len(by) == 0 {
		return
	}
	var list []*model.Element
	for id := range by {
		list = append(list, s.m.Element(id))
	}
	SortByName(list)
	for _, c := range list {
		for _, class := range s.m.Held(c.ID) {
			if cell := l.cells[class.ID]; cell != nil {
				for _, src := range cell.Sources {
					src.Text = class.Name + ": " + src.Text
					l.add(c.ID, src)
				}
			}
		}
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
func (s *speaking) flows(l *line, p *model.Element) {
	m := s.m
	reads := map[model.ID]bool{}
	var flows []*model.Relationship
	for _, f := range m.Flows(p.ID) {
		if from, to := m.Element(f.Source), m.Element(f.Target); from != nil && to != nil && (from.Kind == model.Store || to.Kind == model.Store) {
			flows = append(flows, f)
		}
	}
	classesOf := func(f *model.Relationship) []model.ID {
		if strings.TrimSpace(f.Name) != "" {
			return s.data(l, f.Name)
		}
		for _, id := range []model.ID{f.Source, f.Target} {
			if e := m.Element(id); e != nil && e.Kind == model.Store {
				l.data[contentsOf(id)] = true
				return s.ofStore(id)
			}
		}
		return nil
	}
	for _, f := range flows {
		if m.Element(f.Source).Kind == model.Store {
			for _, c := range classesOf(f) {
				reads[c] = true
				l.add(c, Source{f.ID, Read, "reads " + dataflow.FlowName(m, f) + " from " + m.Element(f.Source).Name})
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
				l.add(c, Source{f.ID, access, "writes " + dataflow.FlowName(m, f) + " to " + m.Element(f.Target).Name})
			}
		}
	}
}

// traces marks the classes that stem from the same sentences.
func (s *speaking) traces(l *line, row *model.Element) {
	m := s.m
	for _, t := range m.TracesOf(row.ID) {
		e := m.Element(t.Target)
		if e == nil || e.Kind != model.Sentence {
			continue
		}
		for _, o := range m.TracesTo(e.ID) {
			if c := m.Element(o.Source); c != nil && c.Kind == model.Class {
				l.add(c.ID, Source{e.ID, Mention, "both stem from: " + e.Sentence().Text})
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
