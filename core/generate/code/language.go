// Package code lays out a plan for languages with classes: names in the manner of the language,
// what a constructor takes, which operations a class has to offer, and how the ends of
// associations are kept in step. It knows no language by itself: one is a Language and a
// set of templates, which alone write what stands in a file.
package code

import (
	"strconv"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// Language says how names are written and what cannot be one.
type Language struct {
	Name, Title string // of the target
	// Manners of names; Patterns put words around them: "{}" stands for the name.
	Type, Member, Parameter, Literal, File, Space Manner
	Patterns                                      Patterns
	// Keywords cannot be names at all; Types are taken at the top, Members in every class.
	Keywords, Types, Members map[string]bool
	// Spaces cannot be names of what packages become.
	Spaces map[string]bool
	// FilesBesideSpaces: a space cannot be called as a file.
	FilesBesideSpaces bool
	// OpensAcross: classes of one package see more of each other than those of several.
	OpensAcross bool
	// Statics are Members of what belongs to the class itself, EnumMembers those of enumerations.
	Statics, EnumMembers map[string]bool
	// HiddenPrefix stands before members that are not public, where the language has no word for it; what
	// can be read and not changed is kept under such a name, too.
	HiddenPrefix string
	// Kept is the manner of names that begin with an underscore, where it is another one.
	Kept Manner
	// SharesNames: a member can be called as a type is, but for its own.
	SharesNames bool
	// WholesKeep: a whole holds its parts, so that they are given to it and taken from it, and choose none themselves.
	WholesKeep bool
	// ReadsByCalls: attributes are read by operations, which can be called as what they read.
	ReadsByCalls bool
	// SeveralGenerals: a class can extend several others, InOneOrder: where there is one order for all that it extends.
	SeveralGenerals, InOneOrder bool
	// FreeMembers: members can be called by keywords, and so can what a constructor takes.
	FreeMembers bool
}

// Patterns are the names of what belongs to a member: an underscore before it stays.
type Patterns struct {
	Get, Is, Set      string // of attributes, and of ends that lead to one
	Field             string // of an end
	Add, Remove       string // of ends that lead to many
	Take              string // of wholes that keep their parts: from another whole
	Held              string // what is at an end that leads to one, for the class at the other end
	Attach, Detach    string // one half of a link, for the class at the other end
	Find              string // of ends under a key
	Full, Short       string // whether there can be none more, or none less
	Validate, Dispose string
	IsPart            string // whether it belongs to a whole
	AttributeField    string
}

// Package is a plan laid out for a language.
type Package struct {
	Language *Language
	Plan     *generate.Plan
	Units    []*Unit  // in the order of the plan
	Spaces   []*Space // what packages of the model become, each after the one it is in; none where all stands in one
	Notes    []generate.Note
	Unheld   []generate.Note // of Notes: what the model says and no language looks at
}

// Unit is a classifier with its names.
type Unit struct {
	Type       *generate.Type
	Name, Path string
	Space      *Space // nil: that of all
	Spread     bool   // its hierarchy stands in several
	Kind       string // class, interface or enumeration
	Doc        string
	General    *Unit   // of a class, the first of
	Generals   []*Unit // those that it extends: one, or several where the language can
	Bases      []*Unit // of these and of Offers, those that a class of Python names
	Shared     bool    // there is a class that comes to it by several of its generals
	Merges     bool    // there are classes with several generals in its hierarchy
	Offers     []*Unit // interfaces: of a class those that it realizes, of an interface its generals
	Attributes []*Attribute
	Ends       []*End
	Operations []*Operation
	Literals   []*Literal
	Guards     []*Guard
	Params     []*Param // of the constructor: those of the general first
	Uses       []*Unit  // whose names stand in the file, without itself
	Values     []*Unit  // enumerations that stand in defaults
	Primitives map[string]bool
	Linked     bool // it or a general of it has ends
	Specific   bool // there are kinds of it
	PartOf     bool // it or a general of it can belong to one of several wholes
	Remarks    []string

	root    *Unit          // one for all of its hierarchy: of one with one general each, the most general
	is      map[*Unit]bool // it, and all that it is a kind of, in a hierarchy that merges
	names   scope
	methods map[string]*Operation   // by name, those of generals and interfaces too
	apart   map[string][]*Operation // those of classes that can have something in common with it
	both    []string                // methods that it has of several generals
}

// Ref is a type: a unit, a primitive by its canonical name, or nothing that is known.
type Ref struct {
	Unit      *Unit
	Primitive string
	Many      bool
	Optional  bool
}

// Attribute with the names of what belongs to it.
type Attribute struct {
	*generate.Member
	Owner           *Unit
	Ref             Ref
	Field, Get, Set string
	Label, Doc      string
	Visibility      string // public, private, protected or package
	Guarded         bool   // it can be read under one name, and is kept under another
	Value           *Value // of its default
	Param           *Param // that it is set by; nil where it has a value or may be without
}

// Value of a default: a text, a whole number, a decimal in digits, a truth or a literal.
type Value struct {
	Kind, Text string
	Literal    *Literal
	Unit       *Unit
}

// End with the names of what belongs to it.
type End struct {
	*generate.End
	Owner, Unit          *Unit
	Inverse              *End
	Hidden               bool
	Contested            bool // what is a part by this association can be one by another
	Label, Doc           string
	Field, Get, Set      string
	Add, Remove, Take    string
	Recursive            bool   // what is a part by this association can be a whole of its own whole
	Across               bool   // what is not public of it has to be seen from other spaces
	Held                 string // what is there, for those
	Attach, Detach       string
	Full, Short          string
	Param                *Param
	LowerText, UpperText string
	Find                 string   // what is under a key
	ByKey                string   // all by their key, where it is one
	ByKeys               string   // a name for how many there are under each
	Keys                 []*Param // attributes of what is found
}

// Limited: there is a most that there may be, under a key or at all.
func (e *End) Limited() bool {
	return e.Many() && (e.Upper > 1 && !e.Open() || len(e.Keys) > 0 && e.PerKey > 0)
}

// FullOf calls what tells whether there may be no more; under a key, that of what is to be added.
func (e *End) FullOf(one string) string {
	if len(e.Keys) > 0 {
		return e.Full + "(" + one + ")"
	}
	return e.Full + "()"
}

// NoMore says that there may be no more.
func (e *End) NoMore() string {
	if len(e.Keys) > 0 {
		return e.Label + ": there may be no more under this key"
	}
	return e.Label + ": there may be no more than " + e.UpperText
}

// CountsKeys: there is a most that there may be under one key, which attributes that change can exceed.
func (e *End) CountsKeys() bool { return len(e.Keys) > 0 && e.PerKey > 0 }

// TooManyByKey says so.
func (e *End) TooManyByKey() string {
	return e.Label + ": more than " + itoa(e.PerKey) + " under one key"
}

// Needed: there is a least that has to be there.
func (e *End) Needed() bool { return e.Lower > 0 && !e.Open() }

// Operation with its names.
type Operation struct {
	Name       string
	Label, Doc string
	Params     []*Param
	Result     *Ref // nil: none
	Static     bool
	Abstract   bool
	Override   bool // a general has it
	Offered    bool // an interface asks for it
	Visibility string
	ID         model.ID
	of         *generate.Operation
	owner      *Unit
}

// Param of a constructor or an operation.
type Param struct {
	Name      string
	Ref       Ref
	Attribute *Attribute
	End       *End
}

// Literal of an enumeration: its name in code, as it is written, and its code.
type Literal struct {
	ID                    model.ID
	Name, Text, Code, Doc string
	Number                bool // the code is a whole number
}

func itoa(n int) string { return strconv.Itoa(n) }

// filesAsTypes: a file is called as the type in it.
func (l *Language) filesAsTypes() bool {
	two := []string{"honey", "lot"}
	return l.File(two) == l.Type(two)
}
