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

// ReadBack reads a relationship as sentences, both ways: English that can be read aloud, and
// says of each multiplicity what it is "for each".
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

func join(before string, middle Sentence, after string) Sentence {
	out := append(Sentence{{Text: before}}, middle...)
	out[len(out)-1].Text += after
	return out
}
