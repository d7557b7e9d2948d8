package notation

import (
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// How associations are read aloud. Forward: "Each Beekeeper keeps any number of Apiaries."
// Backward: "For each Apiary, exactly one Beekeeper keeps it." What is no verb phrase stands
// behind in brackets, and what is not decided or not stated is said to be so.

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

func (e endReader) multiplicity() model.Multiplicity { return e.end.End().Multiplicity }

func (e endReader) undecided() bool { return e.multiplicity().State == model.Undecided }

// several reports whether a verb behind the end stands in the plural.
func (e endReader) several() bool {
	mult := e.multiplicity()
	_, upper := mult.Bounds()
	return mult.State != model.Decided || upper != 1 && upper != 0
}

// many writes multiplicity and noun: "one or more Hives (as home)".
func (e endReader) many() Sentence {
	noun := e.name
	if e.several() {
		noun = e.plural()
	}
	mult := e.multiplicity()
	words := MultiplicityWords(mult)
	if e.undecided() {
		words = undecidedWords
	}
	return Sentence{{Text: words, End: e.end.ID, Value: mult.String()}, {Text: " " + noun + e.role()}}
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

// again speaks of the end once more: "it", or of a person, "that Beekeeper".
func (e endReader) again() string {
	if isPerson(e.m, e.end.Type) {
		return "that " + e.name
	}
	return "it"
}

// isPerson reports whether an element stands for people: actors, external entities, and what
// bears the term of one.
func isPerson(m *model.Model, id model.ID) bool {
	e := m.Element(id)
	if e == nil {
		return false
	}
	if e.Kind == model.Actor || e.Kind == model.Entity {
		return true
	}
	if e.Term == "" {
		return false
	}
	for _, face := range m.Faces(e.Term) {
		if face.Kind == model.Actor || face.Kind == model.Entity {
			return true
		}
	}
	return false
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
		out = []Sentence{forward(a, "is made of", b), forward(b, "belongs to", a)}
		with := "it"
		if a.several() {
			with = "them"
		}
		end := &out[1][len(out[1])-1]
		if a.undecided() {
			end.Text = strings.TrimSuffix(end.Text, ".") + " and goes with."
		} else {
			end.Text = strings.TrimSuffix(end.Text, ".") + ", and goes with " + with + "."
		}
	case model.Shared:
		out = []Sentence{forward(a, "brings together", b), forward(b, "is in", a)}
	default:
		out = readPlain(r, data, reading, a, b)
	}
	if r.Name != "" && data.Aggregation != model.NoAggregation {
		out = append(out, plain("This is called "+r.Name+"."))
	}
	if c := m.Element(r.Class); c != nil {
		out = append(out, plain("Each such link is one "+name(c.ID)+"."))
	}
	return out
}

func readPlain(r *model.Relationship, data model.AssociationData, reading model.Reading, a, b endReader) []Sentence {
	if r.Name == "" {
		return []Sentence{forward(a, "is related to", b), forward(b, "is related to", a)}
	}
	verb, ok := english.ReadVerbPhrase(r.Name)
	switch {
	case reading == model.NoDirection:
		return []Sentence{bracketed(a, b, r.Name), bracketed(b, a, r.Name)}
	case reading == model.Backward:
		a, b = b, a
	}
	there, back := bracketed(a, b, r.Name), bracketed(b, a, r.Name)
	if ok {
		there, back = forward(a, verb.Singular(), b), backward(b, verb, a)
	}
	if data.Inverse != "" {
		back = bracketed(b, a, data.Inverse)
		if inverse, ok := english.ReadVerbPhrase(data.Inverse); ok {
			back = forward(b, inverse.Singular(), a)
		}
	}
	return []Sentence{there, back}
}

// forward: "Each A keeps one or more Bs."
func forward(a endReader, verb string, b endReader) Sentence {
	if b.undecided() { // For each A, it is not decided how many Bs it keeps.
		subject := a.again()
		return join("For each "+a.singular()+", ", b.many(), " "+subject+" "+verb+".")
	}
	return join("Each "+a.singular()+" "+verb+" ", b.many(), ".")
}

// backward: "For each B, two or more As keep it."
func backward(b endReader, verb english.VerbPhrase, a endReader) Sentence {
	phrase := verb.Singular()
	if a.several() {
		phrase = verb.Plural()
	}
	return join("For each "+b.singular()+", ", a.many(), " "+verb.With(phrase, b.again())+".")
}

// bracketed: "For each A: one or more Bs (membership)."
func bracketed(a, b endReader, name string) Sentence {
	return join("For each "+a.singular()+": ", b.many(), " ("+name+").")
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
		out = append(out, join("For "+strings.Join(others, " and ")+" together: ", e.many(), " ("+verb+")."))
	}
	return out
}
