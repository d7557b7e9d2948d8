package notation

import (
	"strings"

	"lexeon/core/model"
)

// Segment is a piece of a sentence. A segment with an End is the multiplicity of
// that end in words, and can be chosen anew in place.
type Segment struct {
	Text  string   `json:"text"`
	End   model.ID `json:"end,omitempty"`
	Value string   `json:"value,omitempty"` // the multiplicity in notation
}

// Sentence is a relationship read aloud in one direction.
type Sentence []Segment

func (s Sentence) String() string {
	var b strings.Builder
	for _, seg := range s {
		b.WriteString(seg.Text)
	}
	return b.String()
}

// ReadBack reads a relationship as sentences, both ways. The shapes are fixed so
// that no verb needs bending: backwards the verb stays as it was typed, unless
// the association keeps an inverse name.
func ReadBack(m *model.Model, r *model.Relationship) []Sentence {
	name := func(id model.ID) string {
		if e := m.Element(id); e != nil && strings.TrimSpace(e.Name) != "" {
			return e.Name
		}
		return "(unnamed)"
	}
	if r == nil {
		return nil
	}
	read := relations[r.Kind].read
	if read == nil {
		return nil
	}
	return read(m, r, name)
}

func readGeneralization(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	out := []Sentence{
		plain("Each " + name(r.Source) + " is a kind of " + name(r.Target) + "."),
		plain("One kind of " + name(r.Target) + " is " + name(r.Source) + "."),
	}
	if set := m.Element(r.Set); set != nil {
		out = append(out, SetSentences(set, name(r.Target))...)
	}
	return out
}

func readRealization(_ *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	return []Sentence{
		plain(name(r.Source) + " realizes " + name(r.Target) + ": it offers all of its operations."),
		plain("What " + name(r.Target) + " asks for is offered by " + name(r.Source) + "."),
	}
}

func readDependency(_ *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	verb, as := " depends on ", ""
	if r.Kind == model.Usage {
		verb = " uses "
	}
	if r.Name != "" {
		as = " as " + r.Name
	}
	return []Sentence{
		plain(name(r.Source) + verb + name(r.Target) + as + "."),
		plain("When " + name(r.Target) + " changes, " + name(r.Source) + " may have to change."),
	}
}

func readAnchor(m *model.Model, r *model.Relationship, _ func(model.ID) string) []Sentence {
	about := " is about "
	if m.Element(r.Source).Kind == model.Constraint {
		about = " holds for "
	}
	to := r.Target
	if to == "" {
		to = r.Refers
	}
	return []Sentence{plain("The " + m.Describe(r.Source) + about + m.Describe(to) + ".")}
}

func plain(text string) Sentence { return Sentence{{Text: text}} }

// SetSentences tells of a generalization set what it says of the kinds of a general one:
// whether they are disjoint first, then whether they are complete.
func SetSentences(set *model.Element, general string) []Sentence {
	d := set.GeneralizationSet()
	var out []Sentence
	switch d.Disjoint {
	case model.Yes:
		out = append(out, plain("By "+set.Name+", no "+general+" is of two kinds at once."))
	case model.No:
		out = append(out, plain("By "+set.Name+", one "+general+" may be of several kinds at once."))
	}
	switch d.Complete {
	case model.Yes:
		out = append(out, plain("By "+set.Name+", every "+general+" is of one of its kinds."))
	case model.No:
		out = append(out, plain("By "+set.Name+", there may be "+model.Plural(general)+" of no kind named here."))
	}
	return out
}

// endReader says what one end needs for its sentences.
type endReader struct {
	m    *model.Model
	end  *model.Element
	name string
}

func (e endReader) singular() string { return e.name + e.role() }

func (e endReader) role() string {
	if e.end.Name == "" {
		return ""
	}
	return " (as " + e.end.Name + ")"
}

// many writes multiplicity and noun: "one or more Hives (as home)".
func (e endReader) many() Sentence {
	mult := e.end.End().Multiplicity
	noun := e.name
	if _, upper := mult.Bounds(); mult.State == model.Decided && upper != 1 || mult.State != model.Decided {
		noun = e.plural()
	}
	return Sentence{{Text: MultiplicityWords(mult), End: e.end.ID, Value: mult.String()}, {Text: " " + noun + e.role()}}
}

func (e endReader) plural() string {
	if el := e.m.Element(e.end.Type); el != nil {
		if t := e.m.Term(el.Term); t != nil && t.Plural != "" {
			return t.Plural
		}
	}
	if e.name == "(unnamed)" {
		return e.name
	}
	return model.Plural(e.name)
}

func readAssociation(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	return append(readEnds(m, r, name), readXor(m, r)...)
}

func readEnds(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	ends := m.Ends(r.ID)
	read := make([]endReader, len(ends))
	for i, e := range ends {
		read[i] = endReader{m, e, name(e.Type)}
	}
	if len(ends) != 2 {
		return readNary(r, read)
	}
	a, b := read[0], read[1]
	data := r.Association()
	reading := data.Reading
	if data.Aggregation != model.NoAggregation && ends[1].ID == data.Whole {
		a, b, reading = b, a, flip(reading)
	}
	var out []Sentence
	switch data.Aggregation {
	case model.Composite:
		out = []Sentence{
			join("Each "+a.singular()+" is made of ", b.many(), "."),
			join("Each "+b.singular()+" belongs to ", a.many(), ", and goes with it."),
		}
	case model.Shared:
		out = []Sentence{
			join("Each "+a.singular()+" brings together ", b.many(), "."),
			join("Each "+b.singular()+" is in ", a.many(), "."),
		}
	}
	if r.Name != "" && len(out) > 0 {
		out = append(out, plain("This is called "+r.Name+"."))
	}
	if len(out) == 0 {
		out = readPlain(r, data, reading, a, b)
	}
	if c := m.Element(r.Class); c != nil {
		out = append(out, plain("Each such link is one "+name(c.ID)+"."))
	}
	return out
}

func readPlain(r *model.Relationship, data model.AssociationData, reading model.Reading, a, b endReader) []Sentence {
	switch {
	case r.Name == "":
		return []Sentence{
			join("Each "+a.singular()+" is related to ", b.many(), "."),
			join("Each "+b.singular()+" is related to ", a.many(), "."),
		}
	case reading == model.NoDirection:
		return []Sentence{
			join("For each "+a.singular()+": ", b.many(), " — "+r.Name+"."),
			join("For each "+b.singular()+": ", a.many(), " — "+r.Name+"."),
		}
	case reading == model.Backward:
		a, b = b, a
	}
	back := join("For each "+b.singular()+": ", a.many(), " — "+r.Name+".")
	if data.Inverse != "" {
		back = join("Each "+b.singular()+" "+data.Inverse+" ", a.many(), ".")
	}
	return []Sentence{join("Each "+a.singular()+" "+r.Name+" ", b.many(), "."), back}
}

func readNary(r *model.Relationship, ends []endReader) []Sentence {
	verb := r.Name
	if verb == "" {
		verb = "are related"
	}
	var out []Sentence
	for i, e := range ends {
		var others []string
		for j, o := range ends {
			if j != i {
				others = append(others, "one "+o.singular())
			}
		}
		out = append(out, join("For "+strings.Join(others, " and ")+" together: ", e.many(), " — "+verb+"."))
	}
	return out
}

func join(before string, middle Sentence, after string) Sentence {
	out := append(Sentence{{Text: before}}, middle...)
	out[len(out)-1].Text += after
	return out
}
