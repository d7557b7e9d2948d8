// Package generate turns a model into a plan: types, members and ends in a
// neutral shape that every target prints in its own language. Output is decided
// by the model alone.
package generate

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
)

// Plan is what is to be generated, free of any language.
type Plan struct {
	Project    string
	Definition string
	Types      []*Type // sorted by name, then id
	// Split: packages of the model become such of the code.
	Split bool
}

// Type is a classifier, or an association with a class or more than two ends.
type Type struct {
	ID         model.ID
	Kind       model.Kind
	Name       string
	Package    *Package // nil: it is in none
	Definition string
	Abstract   bool
	Accessors  bool
	Generals   []*Type // cycles are cut
	Specifics  []*Type
	Realizes   []*Type
	Attributes []*Member
	Operations []*Operation
	Literals   []Literal
	Ends       []*End // what instances are linked to
	// Constraints are conditions in braces about this type alone.
	Constraints []Constraint
	// Unheld is what is said of it and code does not look at, in sentences; members and ends have such of their own.
	Unheld []string
	called string
	// Hidden are ends of wholes and parts that cannot be navigated, and have to be known all the same.
	Hidden []*End
}

// Member is an attribute.
type Member struct {
	ID         model.ID
	Unheld     []string
	Name       string
	Definition string
	Type       TypeRef
	Data       model.AttributeData
}

// TypeRef is a type of the plan, a primitive type, or a name nobody knows.
type TypeRef struct {
	Type      *Type
	Primitive string // canonical name from the library
	Unknown   string
	Many      bool
	Optional  bool // at most one, and none is possible
}

// Operation with its parameters and result.
type Operation struct {
	ID         model.ID // of a signal that is received, that of the reception
	Name       string
	Definition string
	Params     []Param
	Result     TypeRef // empty: none
	HasResult  bool
	Data       model.OperationData
}

// Param is a parameter; its name may be empty.
type Param struct {
	Name      string
	Type      TypeRef
	Direction model.Direction
}

// Constraint is a condition as somebody wrote it, without its braces.
type Constraint struct {
	ID   model.ID
	Body string
}

// Literal of an enumeration.
type Literal struct {
	ID                      model.ID
	Name, Value, Definition string
}

// End is what an instance is linked to by an association.
type End struct {
	ID          model.ID // of the association
	Name        string   // the role, or the name of the type
	Type        *Type
	Association string // its name, for the documentation
	Sentence    string // the association read aloud from here; empty where it cannot be
	Unheld      []string
	Silent      bool // nothing is to be said of it but what is not decided
	Lower       int
	Upper       int // may be model.Many
	State       model.MultiplicityState
	Question    string
	Ordered     bool
	NonUnique   bool
	Owns        bool // composite: the instance owns what is at this end
	OwnedBy     bool // composite, the other way
	Afterwards  bool // mandatory, and set once both are made, since each needs the other
	// Qualifiers are keys by which the owner finds what is at the end; there are any number of them, and PerKey at most
	// under each (0: as many as there are).
	Qualifiers []string
	PerKey     int
	// Owner sees the end; Inverse is the owner as it is seen from here, nil where it is not.
	Owner   *Type
	Inverse *End
	First   bool   // of the two of an association
	Verbal  bool   // the name tells what happens by the association, for want of a role
	does    string // what could tell it from others, where nobody named it: supervised, supervising
}

// Bag: one can be there several times, at both sides.
func (e *End) Bag() bool {
	return e.Many() && e.NonUnique && (e.Inverse == nil || e.Inverse.Many() && e.Inverse.NonUnique)
}

// Mandatory: exactly one has to be there from the beginning.
func (e *End) Mandatory() bool {
	return e.State == model.Decided && e.Lower >= 1 && e.Upper == 1
}

// Many: more than one may be there.
func (e *End) Many() bool { return e.Upper == model.Many || e.Upper > 1 }

// Open: the multiplicity is undecided or not stated.
func (e *End) Open() bool { return e.State != model.Decided }

// NewPlan plans a whole model.
func NewPlan(m *model.Model) *Plan {
	p := &planner{m: m, types: map[model.ID]*Type{}}
	plan := &Plan{Project: m.Project().Name, Definition: m.Project().Definition}
	for _, e := range m.Classifiers() {
		c := e.Classifier()
		t := &Type{ID: e.ID, Kind: e.Kind, Name: e.Name, Definition: m.Definition(e), Abstract: c.Abstract, Accessors: c.Accessors}
		p.types[e.ID] = t
		plan.Types = append(plan.Types, t)
	}
	for _, t := range plan.Types {
		p.features(t)
	}
	p.hierarchy()
	p.unheldByKinds()
	p.constraints()
	plan.Types = append(plan.Types, p.associations()...)
	p.packages(plan.Types)
	roles(plan.Types)
	slices.SortFunc(plan.Types, func(a, b *Type) int {
		return cmp.Or(strings.Compare(a.Name, b.Name), strings.Compare(string(a.ID), string(b.ID)))
	})
	plan.construction()
	return plan
}

type planner struct {
	m     *model.Model
	types map[model.ID]*Type
}

func (p *planner) constraints() {
	for _, e := range p.m.OfKind(model.Constraint) {
		body := strings.TrimSpace(strings.Trim(strings.TrimSpace(e.Note().Body), "{}"))
		var about []*Type
		for _, a := range p.m.AnchorsFrom(e.ID) {
			if t := p.types[a.Target]; t != nil {
				about = append(about, t)
			}
		}
		if !model.IsXor(e) && body != "" && len(about) == 1 {
			about[0].Constraints = append(about[0].Constraints, Constraint{e.ID, body})
		}
	}
}

func (p *planner) ref(e *model.Element, mult model.Multiplicity) TypeRef {
	r := TypeRef{Type: p.types[e.Type]}
	if mult.State != model.Absent {
		r.Many = mult.IsMany()
		lower, _ := mult.Bounds()
		r.Optional = !r.Many && lower == 0
	}
	if name := e.TypeName(); r.Type == nil && name != "" {
		if canonical, ok := model.Primitive(name); ok {
			r.Primitive = canonical
		} else {
			r.Unknown = name
		}
	}
	return r
}

func (p *planner) features(t *Type) {
	for _, e := range p.m.Children(t.ID) {
		switch e.Kind {
		case model.Attribute:
			a := e.Attribute()
			t.Attributes = append(t.Attributes, &Member{ID: e.ID, Unheld: unheldByAttribute(a), Name: e.Name, Definition: e.Definition, Type: p.ref(e, a.Multiplicity), Data: a})
		case model.Operation:
			o := e.Operation()
			op := &Operation{ID: e.ID, Name: e.Name, Definition: e.Definition, Result: p.ref(e, o.Multiplicity), Data: o}
			op.HasResult = e.Type != "" || o.TypeName != ""
			for _, q := range p.m.Children(e.ID, model.Parameter) {
				d := q.Parameter()
				op.Params = append(op.Params, Param{Name: q.Name, Type: p.ref(q, d.Multiplicity), Direction: d.Direction})
			}
			t.Operations = append(t.Operations, op)
		case model.Reception: // who receives a signal has an operation for it
			name := p.m.TypeText(e)
			op := &Operation{ID: e.ID, Name: "receive " + name, Definition: "is called when " + name + " arrives.", Data: model.OperationData{Visibility: model.Public}}
			op.Params = []Param{{Name: name, Type: p.ref(e, model.Range(1, 1))}}
			t.Operations = append(t.Operations, op)
		case model.Literal:
			t.Literals = append(t.Literals, Literal{ID: e.ID, Name: e.Name, Value: e.Literal().Value, Definition: e.Definition})
		}
	}
}

// hierarchy links generals and realized interfaces. A generalization that would
// close a cycle is left out: a rule speaks of it, and nothing could be compiled.
func (p *planner) hierarchy() {
	for _, r := range p.m.Relationships(model.Generalization) {
		s, g := p.types[r.Source], p.types[r.Target]
		if s == g || !sameFamily(s, g) || slices.Contains(s.Generals, g) || reaches(g, s) {
			continue
		}
		s.Generals = append(s.Generals, g)
		g.Specifics = append(g.Specifics, s)
	}
	for _, r := range p.m.Relationships(model.Realization) {
		s, i := p.types[r.Source], p.types[r.Target]
		if s != i && i.Kind == model.Interface && !slices.Contains(s.Realizes, i) {
			s.Realizes = append(s.Realizes, i)
		}
	}
	for _, t := range p.types {
		for _, list := range [][]*Type{t.Generals, t.Specifics, t.Realizes} {
			slices.SortFunc(list, func(a, b *Type) int {
				return cmp.Or(strings.Compare(a.Name, b.Name), strings.Compare(string(a.ID), string(b.ID)))
			})
		}
	}
}

// sameFamily: only classes and data types inherit from each other, and
// interfaces from interfaces. Anything else contradicts the standard.
func sameFamily(a, b *Type) bool {
	structural := func(t *Type) bool { return t.Kind == model.Class || t.Kind == model.DataType }
	return a.Kind == b.Kind || structural(a) && structural(b)
}

func reaches(from, to *Type) bool {
	for _, t := range Ancestors(from) {
		if t == to {
			return true
		}
	}
	return from == to
}

// Ancestors lists all generals of a type, nearest first, each once.
func Ancestors(t *Type) []*Type {
	var out []*Type
	seen := map[*Type]bool{}
	queue := slices.Clone(t.Generals)
	for len(queue) > 0 {
		g := queue[0]
		queue = queue[1:]
		if !seen[g] {
			seen[g] = true
			out = append(out, g)
			queue = append(queue, g.Generals...)
		}
	}
	return out
}

// associations gives every participant its ends. An association with a class,
// or with more than two ends, has a type of its own that links the participants.
func (p *planner) associations() []*Type {
	var extra []*Type
	for _, r := range p.m.Relationships(model.Association) {
		ends := p.m.Ends(r.ID)
		link := p.types[r.Class]
		if link == nil && len(ends) > 2 {
			link = &Type{ID: r.ID, Kind: model.Class, Name: linkName(p.m, r), Definition: r.Definition}
			extra = append(extra, link)
		}
		if link != nil {
			for _, e := range ends {
				end := p.end(r, e)
				end.Lower, end.Upper, end.State, end.Question, end.Owner = 1, 1, model.Decided, "", link
				link.Ends = append(link.Ends, end)
			}
		}
		if len(ends) != 2 {
			continue
		}
		p.twoEnds(r, ends)
	}
	return extra
}

// twoEnds gives each participant of an association what it is linked to, where that can be navigated. What
// can be navigated both ways is known from both sides, and whole and part know each other in any case.
func (p *planner) twoEnds(r *model.Relationship, ends []*model.Element) {
	a := r.Association()
	var seen [2]*End
	does := sides(r)
	for i, e := range ends {
		owner := p.types[ends[1-i].Type]
		hidden := e.End().Navigable == model.No
		if owner == nil || hidden && a.Aggregation != model.Composite {
			continue
		}
		end := p.end(r, e)
		end.Owner, end.First = owner, i == 0
		if keys := ends[1-i].End().Qualifiers; len(keys) > 0 { // what is said of it counts for each key
			end.Qualifiers = keys
			if end.State == model.Decided && end.Upper != model.Many {
				end.PerKey = end.Upper
			}
			end.Lower, end.Upper = 0, model.Many
		}
		if a.Aggregation == model.Composite {
			end.Owns, end.OwnedBy = a.Whole == ends[1-i].ID, a.Whole == e.ID
		}
		if e.Name == "" {
			end.does = does[i]
		}
		if seen[i] = end; hidden {
			owner.Hidden = append(owner.Hidden, end)
		} else {
			owner.Ends = append(owner.Ends, end)
		}
	}
	if seen[0] != nil && seen[1] != nil && hasLinks(seen[0].Owner) && hasLinks(seen[1].Owner) {
		seen[0].Inverse, seen[1].Inverse = seen[1], seen[0]
	}
}

// hasLinks: what is linked to its instances can be kept with them.
func hasLinks(t *Type) bool { return t.Kind.HasInstances() }

func (p *planner) end(r *model.Relationship, e *model.Element) *End {
	d := e.End()
	t := p.types[e.Type]
	name := e.Name
	if name == "" {
		name = t.Name
	}
	lower, upper := d.Multiplicity.Bounds()
	return &End{ID: r.ID, Name: name, Type: t, Association: r.Name, Sentence: p.sentence(r, e), Lower: lower, Upper: upper, State: d.Multiplicity.State,
		Question: d.Question, Ordered: d.Ordered, NonUnique: d.NonUnique, Unheld: unheldByEnd(d)}
}

// sentence is how an association is read aloud for each of what sees an end.
func (p *planner) sentence(r *model.Relationship, e *model.Element) string {
	for _, s := range notation.ReadBack(p.m, r) {
		if slices.ContainsFunc(s, func(part notation.Segment) bool { return part.End == e.ID }) {
			return s.String()
		}
	}
	return ""
}

func linkName(m *model.Model, r *model.Relationship) string {
	if r.Name != "" {
		return r.Name
	}
	var names []string
	for _, id := range m.Connected(r) {
		names = append(names, m.Element(id).Name)
	}
	return strings.Join(names, " ")
}

// File is one generated file. Path uses '/' and never leaves its folder.
type File struct {
	Path    string   `json:"path"`
	Content string   `json:"content"`
	Subject model.ID `json:"subject,omitempty"` // the element it was made from
	// Lines are those of parts of the subject, in their order; the others are of the subject itself.
	Lines []Span `json:"lines,omitempty"`
}

// Span is a run of lines of a file, counted from 1, both included, and what they were made from.
type Span struct {
	From    int      `json:"from"`
	To      int      `json:"to"`
	Element model.ID `json:"element"`
}

// Note tells what a target could not hold, or how it settled it.
type Note struct {
	Subject model.ID `json:"subject,omitempty"`
	Message string   `json:"message"`
}

// Output of a target.
type Output struct {
	Files []File `json:"files"`
	Notes []Note `json:"notes"`
}
