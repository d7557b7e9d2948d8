package model

import "encoding/json"

// Table names the set of rows a row belongs to, in the database as in files.
type Table string

const (
	TableProject       Table = "project"
	TableTerms         Table = "terms"
	TablePictures      Table = "pictures"
	TableElements      Table = "elements"
	TableRelationships Table = "relationships"
	TableDiagrams      Table = "diagrams"
	TablePlacements    Table = "placements"
)

// Tables lists the tables so that a row refers only to rows of its own or of
// earlier tables (an association class aside).
var Tables = []Table{TableProject, TableTerms, TablePictures, TableElements, TableRelationships, TableDiagrams, TablePlacements}

// Row is one stored row. Rows are never changed once they are in a model: to
// change one, put a changed copy.
type Row interface {
	RowID() ID
	Table() Table
	// refs calls f for every reference to another row, the owner excepted.
	refs(f func(field string, to ID))
	extra() *Extra
}

// Extra keeps members that this version does not know, as they were read, so
// that a newer version's file survives an older one.
type Extra map[string]json.RawMessage

// ProjectID is the id of the only row of TableProject.
const ProjectID ID = "project"

// Project is the project itself: name and settings.
type Project struct {
	ID         ID     `json:"id"`
	Name       string `json:"name"`
	Definition string `json:"definition,omitempty"`
	// Colours give the shapes of a stereotype a colour, on every diagram.
	Colours []StereotypeColour `json:"colours,omitempty"`
	// FlowNotation is the notation of data flow diagrams.
	FlowNotation FlowNotation `json:"flowNotation,omitempty"`
	// ContextZero: the context process bears the number 0, else none.
	ContextZero bool `json:"contextZero,omitempty"`
	// ContextStores: stores are allowed on the context diagram.
	ContextStores bool `json:"contextStores,omitempty"`
	// MostProcesses is into how many processes a level is derived; 0: nine.
	MostProcesses int `json:"mostProcesses,omitempty"`
	// MergePerformers: activities of different performers that the same events start become one
	// process, although there would be room for each.
	MergePerformers bool `json:"mergePerformers,omitempty"`
	// Performers of the activity table that somebody put inside or outside.
	Performers []PerformerSide `json:"performers,omitempty"`
	// Language is that of the project's names, a language tag (BCP 47); "" is English.
	Language string `json:"language,omitempty"`
	// Rules that the project wants otherwise than they are.
	Rules []RuleSetting `json:"rules,omitempty"`
	// Targets is what the project has decided for what it is made into.
	Targets []TargetSetting `json:"targets,omitempty"`
	// File keeps unknown members of the outermost object of a model file.
	File  Extra `json:"file,omitempty"`
	Extra Extra `json:"-"`
}

// FlowNotation is one of the two usual notations of data flow diagrams.
type FlowNotation string

const (
	Bubbles FlowNotation = ""      // processes are circles, stores two lines
	Boxes   FlowNotation = "boxes" // processes are rounded boxes with a strip on top, stores are open boxes
)

// Term is one concept of the domain, whatever it is drawn as. The definition is
// written here once and shown on every element that points to the term.
type Term struct {
	ID         ID       `json:"id"`
	Name       string   `json:"name"`
	Plural     string   `json:"plural,omitempty"` // only where the regular plural is wrong
	Definition string   `json:"definition,omitempty"`
	Aliases    []string `json:"aliases,omitempty"`
	Rejected   []string `json:"rejected,omitempty"`
	Extra      Extra    `json:"-"`
}

// StereotypeColour is the colour of the shapes that bear a stereotype.
type StereotypeColour struct {
	Stereotype string `json:"stereotype"`
	Colour     Colour `json:"colour"`
}

// Picture is a small PNG picture that elements show. Its id is made from its
// content, so that the same picture is kept once; it is never changed.
type Picture struct {
	ID    ID     `json:"id"`
	PNG   []byte `json:"png"` // base64 in JSON
	Extra Extra  `json:"-"`
}

// Element is a classifier or a part of one, or an end of an association.
type Element struct {
	ID          ID       `json:"id"`
	Kind        Kind     `json:"kind"`
	Owner       ID       `json:"owner,omitempty"`
	Order       OrderKey `json:"order,omitempty"`
	Name        string   `json:"name,omitempty"`
	Term        ID       `json:"term,omitempty"`
	Type        ID       `json:"type,omitempty"` // of an end, attribute, parameter, operation (its result)
	Stereotypes []string `json:"stereotypes,omitempty"`
	Picture     ID       `json:"picture,omitempty"`
	Definition  string   `json:"definition,omitempty"` // of elements that have no term
	Data        Data     `json:"-"`
	Extra       Extra    `json:"-"`
}

// Relationship connects elements. The ends of an association are elements of
// kind End owned by it; the other kinds have a source and a target.
type Relationship struct {
	ID     ID     `json:"id"`
	Kind   Kind   `json:"kind"`
	Name   string `json:"name,omitempty"`
	Source ID     `json:"source,omitempty"` // the specific, the realizing, the dependent
	Target ID     `json:"target,omitempty"` // the general, the realized, what is depended upon
	Class  ID     `json:"class,omitempty"`  // the association class
	Set    ID     `json:"set,omitempty"`    // the generalization set
	// Traced is the relationship that a trace starts at, where it is no element.
	Traced ID `json:"traced,omitempty"`
	// Refers is the relationship that an anchor leads to, where that is no element,
	// or the association that a link is an example of.
	Refers      ID       `json:"refers,omitempty"`
	Stereotypes []string `json:"stereotypes,omitempty"`
	Definition  string   `json:"definition,omitempty"`
	Data        Data     `json:"-"`
	Extra       Extra    `json:"-"`
}

// Diagram is a view of the model.
type Diagram struct {
	ID    ID     `json:"id"`
	Kind  Kind   `json:"kind"`
	Name  string `json:"name"`
	About ID     `json:"about,omitempty"` // the process that a level shows
	View  View   `json:"view,omitempty"`
	// Derived is what the last derivation from the activity table put here.
	Derived []DerivedPiece `json:"derived,omitempty"`
	// Detail is how much of classifiers it shows, Inherited whether what they inherit
	// is shown too, Accessors whether those that are implied stand in one line.
	Detail    Detail `json:"detail,omitempty"`
	Inherited bool   `json:"inherited,omitempty"`
	Accessors bool   `json:"accessors,omitempty"`
	// Places are those of tables and references on a diagram of tables, Ends how the ends of
	// references are drawn there.
	Places []DerivedPlace `json:"places,omitempty"`
	Ends   TableEnds      `json:"ends,omitempty"`
	// Tables: what stands on it was derived for it and is nobody's row. It is never stored.
	Tables bool  `json:"-"`
	Extra  Extra `json:"-"`
}

// Placement shows an element or a relationship on a diagram. Lengths are in
// whole pixels at 100 %; a width or height of 0 means: as large as its content.
type Placement struct {
	ID      ID   `json:"id"`
	Diagram ID   `json:"diagram"`
	Subject ID   `json:"subject"`
	X       int  `json:"x,omitempty"`
	Y       int  `json:"y,omitempty"`
	W       int  `json:"w,omitempty"`
	H       int  `json:"h,omitempty"`
	Line    Line `json:"line,omitempty"` // of a relationship
	// Bends are the bend points of a relationship as x, y, x, y …
	Bends []int `json:"bends,omitempty"`
	// Way is how an arrangement leads a line without bends, from end to end: as x, y, x, y …
	// to the right of and below the upper left corner of the shape where it starts. It is
	// drawn as long as both shapes are where they were to each other and nothing else stands
	// in it.
	Way []int `json:"way,omitempty"`
	// Labels that a person moved, sorted by their key.
	Labels []LabelOffset `json:"labels,omitempty"`
	// From and To are the placements that a data flow is drawn between, where its
	// source or target is shown more than once; empty: the first.
	From ID `json:"from,omitempty"`
	To   ID `json:"to,omitempty"`
	// Detail and Inherited: as on a diagram, for this one alone.
	Detail    Detail `json:"detail,omitempty"`
	Inherited bool   `json:"inherited,omitempty"`
	Extra     Extra  `json:"-"`
}

// Line is the shape of a line.
type Line string

const (
	LineRightAngled Line = "" // the default
	LineStraight    Line = "straight"
	LineCurved      Line = "curved"
)

// LabelOffset says where a label of a line stands: so many pixels to the right of
// and below what it belongs to, the end of the line or its middle. Label is
// "name", or the end's id with "multiplicity" or "role" after a colon.
type LabelOffset struct {
	Label string `json:"label"`
	DX    int    `json:"dx"`
	DY    int    `json:"dy"`
}

func (r *Project) RowID() ID      { return r.ID }
func (r *Term) RowID() ID         { return r.ID }
func (r *Picture) RowID() ID      { return r.ID }
func (r *Element) RowID() ID      { return r.ID }
func (r *Relationship) RowID() ID { return r.ID }
func (r *Diagram) RowID() ID      { return r.ID }
func (r *Placement) RowID() ID    { return r.ID }

func (*Project) Table() Table      { return TableProject }
func (*Term) Table() Table         { return TableTerms }
func (*Picture) Table() Table      { return TablePictures }
func (*Element) Table() Table      { return TableElements }
func (*Relationship) Table() Table { return TableRelationships }
func (*Diagram) Table() Table      { return TableDiagrams }
func (*Placement) Table() Table    { return TablePlacements }

func (*Project) refs(func(string, ID)) {}
func (*Term) refs(func(string, ID))    {}
func (*Picture) refs(func(string, ID)) {}

func (r *Element) refs(f func(string, ID)) {
	ref(f, "term", r.Term)
	ref(f, "type", r.Type)
	ref(f, "picture", r.Picture)
	if r.Kind == Event {
		ref(f, "process", r.Event().Process)
	}
	useCaseRefs(r.Data, f)
	componentRefs(r.Data, f)
}

func (r *Diagram) refs(f func(string, ID)) { ref(f, "about", r.About) }

func (r *Relationship) refs(f func(string, ID)) {
	ref(f, "source", r.Source)
	ref(f, "target", r.Target)
	ref(f, "class", r.Class)
	ref(f, "set", r.Set)
	ref(f, "traced", r.Traced)
	ref(f, "refers", r.Refers)
	useCaseRefs(r.Data, f)
	componentRefs(r.Data, f)
}

func (r *Placement) refs(f func(string, ID)) {
	ref(f, "diagram", r.Diagram)
	ref(f, "subject", r.Subject)
	ref(f, "from", r.From)
	ref(f, "to", r.To)
}

func ref(f func(string, ID), field string, to ID) {
	if to != "" {
		f(field, to)
	}
}

func (r *Project) extra() *Extra      { return &r.Extra }
func (r *Term) extra() *Extra         { return &r.Extra }
func (r *Picture) extra() *Extra      { return &r.Extra }
func (r *Element) extra() *Extra      { return &r.Extra }
func (r *Relationship) extra() *Extra { return &r.Extra }
func (r *Diagram) extra() *Extra      { return &r.Extra }
func (r *Placement) extra() *Extra    { return &r.Extra }

// ExtraOf returns the members of a row that this version does not know.
func ExtraOf(r Row) Extra { return *r.extra() }

// EncodeExtra writes unknown members as one JSON object with sorted keys.
func EncodeExtra(x Extra) json.RawMessage { return encodeExtra(x) }
