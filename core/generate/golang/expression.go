package golang

import "lexeon/core/generate"

// typeExpr is a type as Go has it: a name, perhaps of a package, or a list of or a pointer
// to another type.
type typeExpr struct {
	List, Pointer bool
	Of            *typeExpr // of what it is a list, to what it points
	Package       string    // that declares the name; empty: this one, or predeclared
	Import        string    // the path of that package
	Name          string
}

// String is the type as Go writes it.
func (t *typeExpr) String() string {
	switch {
	case t.List:
		return "[]" + t.Of.String()
	case t.Pointer:
		return "*" + t.Of.String()
	case t.Package != "":
		return t.Package + "." + t.Name
	}
	return t.Name
}

func named(name string) *typeExpr { return &typeExpr{Name: name} }

func pointerTo(t *typeExpr) *typeExpr { return &typeExpr{Pointer: true, Of: t} }

func listOf(t *typeExpr) *typeExpr { return &typeExpr{List: true, Of: t} }

// is reports whether two types are identical.
func (t *typeExpr) is(o *typeExpr) bool {
	if t == nil || o == nil {
		return t == o
	}
	return t.List == o.List && t.Pointer == o.Pointer && t.Import == o.Import && t.Name == o.Name && t.Of.is(o.Of)
}

// parameter of a function.
type parameter struct {
	Name string
	Type *typeExpr
}

// value is what a field is set to or an argument is: one of the following, nil without any.
type value struct {
	Param   string     // a parameter by its name
	Literal any        // string, int64 or bool
	Call    *call      // what a function returns
	Struct  *composite // a struct with its fields
}

// call of a function.
type call struct {
	On       []string // the package, or the way from a variable by its fields
	Import   string   // the path of the package
	Function string
	Args     []value
}

// composite is a struct of a type, with the fields that are set.
type composite struct {
	Type   string
	Fields []assign
}

// assign sets a field in a constructor: to a value, to a parameter, or, for an embedded
// general, to what that one needs itself.
type assign struct {
	Field   string
	Value   value
	Type    *typeExpr      // of the parameter that Value names
	General *generate.Type // whose struct Value is
}
