package model

// Kind is the kind of an element, a relationship or a diagram.
type Kind string

// Kinds of elements that stand for themselves. Terms of UML 2.5.1.
const (
	Class             Kind = "class"
	Interface         Kind = "interface"
	Enumeration       Kind = "enumeration"
	DataType          Kind = "dataType"
	GeneralizationSet Kind = "generalizationSet"
	Note              Kind = "note" // UML: Comment
)

// Kinds of parts: rows with an owner and an order key.
const (
	Attribute  Kind = "attribute"
	Operation  Kind = "operation"
	Parameter  Kind = "parameter"
	Literal    Kind = "literal"
	UnreadLine Kind = "unreadLine" // a line of features that could not be read, kept as typed
	End        Kind = "end"        // an end of an association
)

// Kinds of relationships.
const (
	Association    Kind = "association"
	Generalization Kind = "generalization"
	Realization    Kind = "realization"
	Dependency     Kind = "dependency"
	Usage          Kind = "usage"
	Anchor         Kind = "anchor" // from a note to what it is about
)

// Kinds of diagrams.
const (
	ClassDiagram Kind = "classDiagram"
)

// KindInfo says what a kind is and what may own it. The table below is where a
// newcomer adds a kind.
type KindInfo struct {
	Kind       Kind
	Title      string // in running text, singular
	Plural     string
	Classifier bool   // has a term, a namespace and features
	Owners     []Kind // empty: stands at the root of the project
	Letter     string // the key that places it on a sheet; empty: it is never placed
}

var elementKinds = []KindInfo{
	{Kind: Class, Title: "class", Plural: "classes", Classifier: true, Letter: "c"},
	{Kind: Interface, Title: "interface", Plural: "interfaces", Classifier: true, Letter: "i"},
	{Kind: Enumeration, Title: "enumeration", Plural: "enumerations", Classifier: true, Letter: "e"},
	{Kind: DataType, Title: "data type", Plural: "data types", Classifier: true, Letter: "d"},
	{Kind: Note, Title: "note", Plural: "notes", Letter: "n"},
	{Kind: GeneralizationSet, Title: "generalization set", Plural: "generalization sets", Owners: []Kind{Class, Interface, DataType, Enumeration}},
	{Kind: Attribute, Title: "attribute", Plural: "attributes", Owners: []Kind{Class, Interface, DataType, Enumeration}},
	{Kind: Operation, Title: "operation", Plural: "operations", Owners: []Kind{Class, Interface, DataType, Enumeration}},
	{Kind: Parameter, Title: "parameter", Plural: "parameters", Owners: []Kind{Operation}},
	{Kind: Literal, Title: "literal", Plural: "literals", Owners: []Kind{Enumeration}},
	{Kind: UnreadLine, Title: "unread line", Plural: "unread lines", Owners: []Kind{Class, Interface, DataType, Enumeration}},
	{Kind: End, Title: "association end", Plural: "association ends", Owners: []Kind{Association}},
}

var relationshipKinds = []KindInfo{
	{Kind: Association, Title: "association", Plural: "associations"},
	{Kind: Generalization, Title: "generalization", Plural: "generalizations"},
	{Kind: Realization, Title: "realization", Plural: "realizations"},
	{Kind: Dependency, Title: "dependency", Plural: "dependencies"},
	{Kind: Usage, Title: "usage", Plural: "usages"},
	{Kind: Anchor, Title: "anchor", Plural: "anchors"},
}

var diagramKinds = []KindInfo{
	{Kind: ClassDiagram, Title: "class diagram", Plural: "class diagrams"},
}

var (
	elementInfo      = indexKinds(elementKinds)
	relationshipInfo = indexKinds(relationshipKinds)
	diagramInfo      = indexKinds(diagramKinds)
)

func indexKinds(list []KindInfo) map[Kind]KindInfo {
	m := make(map[Kind]KindInfo, len(list))
	for _, k := range list {
		m[k.Kind] = k
	}
	return m
}

// Info describes the kind; ok is false for a kind that does not exist.
func (k Kind) Info() (info KindInfo, ok bool) {
	for _, table := range []map[Kind]KindInfo{elementInfo, relationshipInfo, diagramInfo} {
		if info, ok = table[k]; ok {
			return info, true
		}
	}
	return KindInfo{}, false
}

// Title is the kind's name in running text.
func (k Kind) Title() string {
	if info, ok := k.Info(); ok {
		return info.Title
	}
	return string(k)
}

// IsClassifier reports whether elements of the kind are classifiers.
func (k Kind) IsClassifier() bool { return elementInfo[k].Classifier }

// IsPlaced reports whether elements of the kind stand on diagrams.
func (k Kind) IsPlaced() bool { return elementInfo[k].Letter != "" }

// IsPart reports whether elements of the kind have an owner and an order.
func (k Kind) IsPart() bool { return len(elementInfo[k].Owners) > 0 }

// ClassifierKinds lists the kinds of classifiers.
func ClassifierKinds() []Kind {
	var out []Kind
	for _, k := range elementKinds {
		if k.Classifier {
			out = append(out, k.Kind)
		}
	}
	return out
}

// KindsOn lists the element kinds that a diagram of the given kind offers.
func KindsOn(diagram Kind) []KindInfo {
	var out []KindInfo
	for _, k := range elementKinds {
		if diagram == ClassDiagram && k.Letter != "" {
			out = append(out, k)
		}
	}
	return out
}
