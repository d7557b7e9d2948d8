// Package tables derives the tables of a relational database from a class model: which tables there
// are, their columns, keys and references, what happens when a row is deleted, and what of the model
// no table can hold. A plan is decided by the model and the options alone. Everything in it knows
// the element that it comes from and says in a sentence why it is so.
package tables

import "lexeon/core/model"

// Plan is a whole database.
type Plan struct {
	Options Options
	// Tables in the order of creation: a table follows those that it refers to, but for the
	// references that are Late.
	Tables []*Table
	// Bounds are counted by triggers, where the options want it.
	Bounds []*Bound
	// Enumerations that are types of their own, in the order of their names.
	Enumerations []*Enumeration
	// Schemas of the tables, in order; none where all stand in the one that is current.
	Schemas []string
	Notes   []Note
	Held    []Held

	schemaOf  []schema
	mandatory []mandatoryAt
}

// mandatoryAt is a reference that must lead somewhere, with where that is said among what is held.
type mandatoryAt struct {
	reference *Reference
	held      int
}

// Sort is where a table comes from.
type Sort string

const (
	FromClass       Sort = "class"
	FromHierarchy   Sort = "hierarchy"   // one table for all kinds of something
	FromLink        Sort = "link"        // an association, perhaps with a class
	FromValues      Sort = "values"      // the values of an attribute that has several
	FromEnumeration Sort = "enumeration" // a lookup table
)

// Table of the plan.
type Table struct {
	// ID is that of the table: it hashes what the table comes from, so it stays the same while
	// names and columns change.
	ID         model.ID
	Schema     string
	Name       string
	Sort       Sort
	From       model.ID // the class, association, attribute or enumeration
	Why        string   // a sentence
	Definition string
	Columns    []*Column
	Primary    *Key
	Uniques    []*Key
	Checks     []*Check
	References []*Reference
	Indexes    []*Index
	Rows       [][]Value // of a lookup table

	weight int // of its sort, for the order
}

// Column of a table.
type Column struct {
	ID        model.ID // stays the same while the name changes
	Name      string
	Type      Type
	Mandatory bool // NOT NULL
	Generated Generated
	Default   *Value
	From      model.ID
	Why       string
	// Definition of the attribute; Question is what is undecided.
	Definition, Question string
	// Facts are what a reader of the database needs to find the model again and the database
	// does not hold: "multiplicity absent".
	Facts []string
	// Later: two tables need each other. A database that cannot defer leaves it open at first.
	Later bool
}

// Generated is how a value comes about that nobody gives.
type Generated string

const (
	GivenValue Generated = ""
	Identity   Generated = "identity" // the next whole number
	UUID       Generated = "uuid"     // a random UUID, RFC 9562
)

// Type of a column: a primitive one of the library, or an enumeration.
type Type struct {
	Primitive   string // Text, Integer, Decimal, Money, Boolean, Date, Time, Instant, Duration, Identifier, Binary, Geometry
	Enumeration *Enumeration
	// Keyed: values stand in a key or in an index, which some databases limit in length.
	Keyed bool
}

// Enumeration with the values that stand in columns.
type Enumeration struct {
	ID         model.ID
	Schema     string
	Name       string
	Definition string
	Values     []Value // the coded values where all have one, else the names
	Names      []string
	Native     bool // a type of its own, where the database has such
	Whole      bool // the coded values are whole numbers
}

// Value is a text, or the text of a number, a truth or a function of the database.
type Value struct {
	Text string
	Kind ValueKind
}

// ValueKind is what a Value is written as.
type ValueKind string

const (
	TextValue   ValueKind = "text"
	NumberValue ValueKind = "number"
	TruthValue  ValueKind = "truth" // true or false
	NowValue    ValueKind = "now"   // today or now, as the type of the column has it
)

// Key is a primary or unique key.
type Key struct {
	ID      model.ID
	Name    string
	Columns []*Column
	From    model.ID
	Why     string
}

// Check is a condition on the columns of one row.
type Check struct {
	ID        model.ID
	Name      string
	Condition Condition
	From      model.ID
	Why       string
	// Except are the dialects that cannot have it.
	Except []string
}

// Action is what becomes of a row when the one that it refers to is deleted.
type Action string

const (
	Cascade  Action = "cascade"  // it is deleted too
	SetNull  Action = "set null" // it stays, and refers to nothing
	Restrict Action = "restrict" // the other row cannot be deleted
)

// Reference is a foreign key.
type Reference struct {
	ID       model.ID
	Name     string
	Columns  []*Column
	Table    *Table
	Target   []*Column
	OnDelete Action
	// Late: made when all tables are there, since two refer to each other.
	Late bool
	// Deferred: looked at when the transaction ends, since two rows need each other.
	Deferred bool
	From     model.ID
	Why      string
	Facts    []string
	// Others is how many rows refer to one, as the model has it; Unheld: no table holds it to that.
	Others model.Multiplicity
	Unheld bool
}

// Index on columns that no key begins with.
type Index struct {
	ID      model.ID
	Name    string
	Columns []*Column
	From    model.ID
	Why     string
}

// Note tells how something was settled, or what has no table.
type Note struct {
	Subject model.ID
	Message string
}

// Means is by what something of the model is held.
type Means string

const (
	ByColumn    Means = "column"    // the type of a column, or NOT NULL
	ByKey       Means = "key"       // a primary or unique key
	ByReference Means = "reference" // a foreign key
	ByCheck     Means = "check"
	ByTrigger   Means = "trigger" // PostgreSQL alone, if asked for
	ByNothing   Means = "nothing"
)

// Held tells by what a multiplicity or a constraint of the model is held.
type Held struct {
	Subject model.ID
	What    string // in a sentence: "Each Hive belongs to exactly one Apiary."
	By      Means
	Table   *Table // nil: by nothing
	Name    string // of the column, key, reference or check
	// Except are the dialects that do not hold it, though others do.
	Except []string
	Why    string // where it is held by nothing

	check *Check
}
