package model

// Data is what only one kind of row has. A nil Data means: none of it is set.
type Data interface{ data() }

// Visibility as in UML 2.5.1, 7.4. Empty means unspecified.
type Visibility string

const (
	Public    Visibility = "public"
	Private   Visibility = "private"
	Protected Visibility = "protected"
	Package   Visibility = "package"
)

// ClassifierData belongs to classes, interfaces, enumerations and data types.
type ClassifierData struct {
	Abstract  bool `json:"abstract,omitempty"`
	Final     bool `json:"final,omitempty"`     // UML: isFinalSpecialization
	Accessors bool `json:"accessors,omitempty"` // accessors are implied for every attribute
	Stored    bool `json:"stored,omitempty"`    // its instances are kept: it goes into tables
	// How it becomes tables, where that is not as the project has it.
	Inheritance TableInheritance `json:"inheritance,omitempty"` // of a class with its kinds
	RowKey      TableKey         `json:"rowKey,omitempty"`      // of a class
	Coding      TableCoding      `json:"coding,omitempty"`      // of an enumeration
}

// TableInheritance is how a class and its kinds become tables: a table for each class, with a shared
// key; one table for all; a table for each concrete class.
type TableInheritance string

const (
	JoinedTables   TableInheritance = "joined"
	SingleTable    TableInheritance = "single"
	ConcreteTables TableInheritance = "concrete"
)

// TableKey is what the rows of a table are known by: identifiers, a number or a UUID.
type TableKey string

const (
	NaturalKey  TableKey = "natural"
	IdentityKey TableKey = "identity"
	UUIDKey     TableKey = "uuid"
)

// TableCoding is what holds a column to the literals of an enumeration: a type of the database, a
// check, or a lookup table.
type TableCoding string

const (
	NativeCoding TableCoding = "native"
	CheckCoding  TableCoding = "check"
	LookupCoding TableCoding = "lookup"
)

// NoteData belongs to notes and constraints: UML 2.5.1, 7.2, Comment, and 7.6,
// Constraint, whose specification is the body, without the braces.
type NoteData struct {
	Body string `json:"body,omitempty"`
}

// GeneralizationSetData: UML 2.5.1, 9.7. Both default to unstated.
type GeneralizationSetData struct {
	Disjoint Truth `json:"disjoint,omitempty"` // no: overlapping
	Complete Truth `json:"complete,omitempty"` // no: incomplete
}

// Truth is yes, no, or not stated.
type Truth string

const (
	Unstated Truth = ""
	Yes      Truth = "yes"
	No       Truth = "no"
)

// AttributeData: UML 2.5.1, 9.5. TypeName is the type as typed where no element
// of the model bears that name; otherwise Element.Type points to it.
type AttributeData struct {
	Visibility   Visibility   `json:"visibility,omitempty"`
	TypeName     string       `json:"typeName,omitempty"`
	Multiplicity Multiplicity `json:"multiplicity,omitempty"`
	Default      string       `json:"default,omitempty"`
	Static       bool         `json:"static,omitempty"`
	Derived      bool         `json:"derived,omitempty"`
	ReadOnly     bool         `json:"readOnly,omitempty"`
	Ordered      bool         `json:"ordered,omitempty"`
	NonUnique    bool         `json:"nonUnique,omitempty"`
	Identifier   bool         `json:"identifier,omitempty"`
	Redefines    string       `json:"redefines,omitempty"`
}

// OperationData: UML 2.5.1, 9.6. The result's type is Element.Type or TypeName.
type OperationData struct {
	Visibility   Visibility   `json:"visibility,omitempty"`
	TypeName     string       `json:"typeName,omitempty"`
	Multiplicity Multiplicity `json:"multiplicity,omitempty"`
	Static       bool         `json:"static,omitempty"`
	Abstract     bool         `json:"abstract,omitempty"`
	Query        bool         `json:"query,omitempty"`
	Constructor  bool         `json:"constructor,omitempty"`
	Exceptions   []string     `json:"exceptions,omitempty"`
}

// Direction of a parameter; empty means in.
type Direction string

const (
	In    Direction = ""
	Out   Direction = "out"
	InOut Direction = "inout"
)

// ParameterData: a parameter may be nameless if its type is known.
type ParameterData struct {
	Direction    Direction    `json:"direction,omitempty"`
	TypeName     string       `json:"typeName,omitempty"`
	Multiplicity Multiplicity `json:"multiplicity,omitempty"`
	Default      string       `json:"default,omitempty"`
}

// LiteralData: the coded value of an enumeration literal, as typed.
type LiteralData struct {
	Value string `json:"value,omitempty"`
}

// UnreadData keeps a line as typed.
type UnreadData struct {
	Text string `json:"text"`
}

// EndData belongs to an end of an association: UML 2.5.1, 11.5. The role is
// Element.Name, the element at the end is Element.Type.
type EndData struct {
	Multiplicity Multiplicity `json:"multiplicity,omitempty"`
	Question     string       `json:"question,omitempty"` // what is to be decided
	Ask          string       `json:"ask,omitempty"`      // and who is to be asked
	Visibility   Visibility   `json:"visibility,omitempty"`
	Navigable    Truth        `json:"navigable,omitempty"`
	InClass      bool         `json:"inClass,omitempty"` // owned by the class, not by the association
	Ordered      bool         `json:"ordered,omitempty"`
	NonUnique    bool         `json:"nonUnique,omitempty"`
	ReadOnly     bool         `json:"readOnly,omitempty"`
	Derived      bool         `json:"derived,omitempty"`
	Subsets      []string     `json:"subsets,omitempty"`
	Redefines    []string     `json:"redefines,omitempty"`
	Qualifiers   []string     `json:"qualifiers,omitempty"`
	Identifier   bool         `json:"identifier,omitempty"` // what is at the other end is known by it
}

// Aggregation is the kind of aggregation of an association.
type Aggregation string

const (
	NoAggregation Aggregation = ""
	Shared        Aggregation = "shared"
	Composite     Aggregation = "composite"
)

// Reading is the direction in which an association's name is read. Forward is
// from the first end to the second.
type Reading string

const (
	Forward     Reading = ""
	Backward    Reading = "backward"
	NoDirection Reading = "none"
)

// AssociationData: Whole names the end that is the whole; it is set exactly if
// there is an aggregation.
type AssociationData struct {
	Aggregation Aggregation `json:"aggregation,omitempty"`
	Whole       ID          `json:"whole,omitempty"`
	Reading     Reading     `json:"reading,omitempty"`
	Inverse     string      `json:"inverse,omitempty"` // the name read in the other direction
}

func (*ClassifierData) data()        {}
func (*NoteData) data()              {}
func (*GeneralizationSetData) data() {}
func (*AttributeData) data()         {}
func (*OperationData) data()         {}
func (*ParameterData) data()         {}
func (*LiteralData) data()           {}
func (*UnreadData) data()            {}
func (*EndData) data()               {}
func (*AssociationData) data()       {}

// giveData gives a row that was just made the empty data of its kind; nil where it has
// none.
func giveData(row Row) (d Data) {
	switch r := row.(type) {
	case *Element:
		d = newData(r.Kind)
		r.Data = d
	case *Relationship:
		d = newData(r.Kind)
		r.Data = d
	}
	return d
}

// newData makes the empty data of a kind; nil: it has none.
func newData(k Kind) Data {
	info, _ := k.Info()
	if info.data == nil {
		return nil
	}
	return info.data()
}

// Typed access to an element's data. Each returns the zero value where the
// element is of another kind, so that callers need no second check.

func (e *Element) Classifier() ClassifierData { return dataOf[ClassifierData](e.Data) }
func (e *Element) Attribute() AttributeData   { return dataOf[AttributeData](e.Data) }
func (e *Element) Operation() OperationData   { return dataOf[OperationData](e.Data) }
func (e *Element) Parameter() ParameterData   { return dataOf[ParameterData](e.Data) }
func (e *Element) Reception() ReceptionData   { return dataOf[ReceptionData](e.Data) }
func (e *Element) Literal() LiteralData       { return dataOf[LiteralData](e.Data) }
func (e *Element) Unread() UnreadData         { return dataOf[UnreadData](e.Data) }
func (e *Element) End() EndData               { return dataOf[EndData](e.Data) }
func (e *Element) Note() NoteData             { return dataOf[NoteData](e.Data) }
func (e *Element) GeneralizationSet() GeneralizationSetData {
	return dataOf[GeneralizationSetData](e.Data)
}
func (r *Relationship) Association() AssociationData { return dataOf[AssociationData](r.Data) }

func dataOf[T any](d Data) (zero T) {
	if p, ok := any(d).(*T); ok && p != nil {
		return *p
	}
	return zero
}

// Visibility of an attribute, an operation or an end; empty where it is not stated.
func (e *Element) Visibility() Visibility {
	if d, ok := e.Data.(interface{ visibility() Visibility }); ok {
		return d.visibility()
	}
	return ""
}

func (d *AttributeData) visibility() Visibility { return d.Visibility }
func (d *OperationData) visibility() Visibility { return d.Visibility }
func (d *EndData) visibility() Visibility       { return d.Visibility }

// Multiplicity of an end, an attribute, a parameter, or of what an operation gives.
func (e *Element) Multiplicity() Multiplicity {
	if d, ok := e.Data.(interface{ multiplicity() Multiplicity }); ok {
		return d.multiplicity()
	}
	return Multiplicity{}
}

func (d *AttributeData) multiplicity() Multiplicity { return d.Multiplicity }
func (d *OperationData) multiplicity() Multiplicity { return d.Multiplicity }
func (d *EndData) multiplicity() Multiplicity       { return d.Multiplicity }
func (d *ParameterData) multiplicity() Multiplicity { return d.Multiplicity }

// typed is what parts have that are of a type: its name as typed, where no element bears it.
type typed interface {
	typeName() string
	withTypeName(name string) Data
}

// TypeName is the type of a typed part as typed, where no element bears it.
func (e *Element) TypeName() string {
	if d, ok := e.Data.(typed); ok {
		return d.typeName()
	}
	return ""
}

// withType returns a copy of a typed part with its type set.
func (e *Element) withType(to ID, name string) *Element {
	c := *e
	c.Type = to
	if d, ok := e.Data.(typed); ok {
		c.Data = d.withTypeName(name)
	}
	return &c
}

func (d *AttributeData) typeName() string { return d.TypeName }
func (d *OperationData) typeName() string { return d.TypeName }
func (d *ParameterData) typeName() string { return d.TypeName }

func (d AttributeData) withTypeName(name string) Data { d.TypeName = name; return &d }
func (d OperationData) withTypeName(name string) Data { d.TypeName = name; return &d }
func (d ParameterData) withTypeName(name string) Data { d.TypeName = name; return &d }
