package model

import "slices"

// Kind is the kind of an element, a relationship or a diagram.
type Kind string

// Kinds of elements that stand for themselves. Terms of UML 2.5.1.
const (
	Class       Kind = "class"
	Interface   Kind = "interface"
	Enumeration Kind = "enumeration"
	DataType    Kind = "dataType"
	// Signal is what objects send to each other: UML 2.5.1, 10.3. It has attributes, and no
	// operations.
	Signal            Kind = "signal"
	GeneralizationSet Kind = "generalizationSet"
	Note              Kind = "note" // UML: Comment
	Constraint        Kind = "constraint"
	Object            Kind = "object" // UML: InstanceSpecification; an example
	PackageKind       Kind = "package"
)

// Kinds of elements of data flow diagrams. Terms of structured analysis.
const (
	Entity  Kind = "entity"  // external entity: a source or sink of data outside the system
	Process Kind = "process" // owned by the process it is a part of, the context process by none
	Store   Kind = "store"   // data at rest
	// DataItem is an entry of the data dictionary. Flows and stores refer to it by
	// its name.
	DataItem Kind = "dataItem"
	Event    Kind = "event" // what the outside does that the system answers
)

// Kinds of elements of use case diagrams. Terms of UML 2.5.1, clause 18.
const (
	Actor   Kind = "actor"
	UseCase Kind = "useCase"
	// Subject is a boundary: what offers the use cases. It owns none of them; one
	// may be in several.
	Subject Kind = "subject"
)

// Kinds of elements of component diagrams. Terms of UML 2.5.1, clause 11.6.
const (
	// Component owns the components that it consists of; what it holds of classes is
	// told by Holds. A subsystem is a component with that stereotype.
	Component Kind = "component"
	// ComponentPart is a role in the inside of a component, typed by a component.
	ComponentPart Kind = "componentPart"
	Port          Kind = "port" // of a component: where it is spoken to
)

// Kinds of what comes before the model: the brief and the activity table.
const (
	Section  Kind = "section"  // of the brief
	Sentence Kind = "sentence" // of a section
	Activity Kind = "activity" // a row of the activity table
	// SetAside remembers a candidate of the brief that somebody rejected.
	SetAside Kind = "setAside"
)

// Kinds of parts: rows with an owner and an order key.
const (
	Attribute Kind = "attribute"
	Operation Kind = "operation"
	Parameter Kind = "parameter"
	// Reception says that a classifier is ready for a signal, which is its type: UML 2.5.1,
	// 10.3.
	Reception  Kind = "reception"
	Literal    Kind = "literal"
	UnreadLine Kind = "unreadLine" // a line of features that could not be read, kept as typed
	End        Kind = "end"        // an end of an association

	ExtensionPoint Kind = "extensionPoint" // of a use case
	Step           Kind = "step"           // of a use case, or of an alternative
	Alternative    Kind = "alternative"    // of a use case
)

// Kinds of relationships.
const (
	Association    Kind = "association"
	Generalization Kind = "generalization"
	Realization    Kind = "realization"
	Dependency     Kind = "dependency"
	Usage          Kind = "usage"
	Anchor         Kind = "anchor" // from a note or constraint to what it is about
	Link           Kind = "link"   // between objects: an example of an association
	// DataFlow leads from a source to a target; one of the two may be missing: then
	// it crosses the frame of its level.
	DataFlow Kind = "dataFlow"
	// Participation is the association of an actor and a use case.
	Participation Kind = "participation"
	Include       Kind = "include" // from the including use case
	Extend        Kind = "extend"  // from the extending use case
	Within        Kind = "within"  // a use case is in a subject
	// Provides and Requires lead from a component to an interface.
	Provides Kind = "provides"
	Requires Kind = "requires"
	// Assembly leads from who gets an interface to who provides it.
	Assembly Kind = "assembly"
	// Delegation leads from a port of a component to what in it answers, or asks.
	Delegation Kind = "delegation"
	// Holds: a classifier is in a component.
	Holds Kind = "holds"
	// Trace leads from an element or a relationship to the sentence or activity it
	// stems from.
	Trace Kind = "trace"
)

// Kinds of diagrams.
const (
	ClassDiagram Kind = "classDiagram"
	// ContextDiagram shows the system as one process among external entities.
	ContextDiagram Kind = "contextDiagram"
	// LevelDiagram shows what a process consists of. It is about that process.
	LevelDiagram   Kind = "levelDiagram"
	UseCaseDiagram Kind = "useCaseDiagram"
	// ComponentDiagram may be about a component: then it shows its inside.
	ComponentDiagram Kind = "componentDiagram"
	// What is drawn on it; these are kinds of nothing that is stored.
	TableShape    Kind = "table"
	ReferenceLine Kind = "reference"
	// TableDiagram shows the tables that are derived from classes.
	TableDiagram Kind = "tableDiagram"
)

// KindInfo says what a kind is and what may own it. The table below is where a
// newcomer adds a kind.
type KindInfo struct {
	Kind       Kind
	Title      string // in running text, singular
	Plural     string
	Classifier bool        // has a namespace and features, and is a type
	Term       bool        // is a face of a term
	Named      bool        // is found by its name, though it is a face of none
	Owners     []Kind      // empty: stands at the root of the project
	Rootless   bool        // has owners, and may stand at the root too
	Ordered    bool        // stands at the root and has an order there
	Letter     string      // the key that places it on a sheet; empty: it is never placed
	On         []Kind      // kinds of diagrams it stands on, or is drawn on
	listed     bool        // elements of it are found by their kind
	data       func() Data // makes what only this kind has, empty; nil: it has nothing of its own
}

var (
	inPackages    = []Kind{PackageKind}
	classDiagrams = []Kind{ClassDiagram}
	flowDiagrams  = []Kind{ContextDiagram, LevelDiagram}
	caseDiagrams  = []Kind{UseCaseDiagram}
	partDiagrams  = []Kind{ComponentDiagram}
	builtDiagrams = []Kind{ClassDiagram, ComponentDiagram}
	allDiagrams   = []Kind{ClassDiagram, ContextDiagram, LevelDiagram, UseCaseDiagram, ComponentDiagram}
)

var elementKinds = []KindInfo{
	{Kind: Class, Title: "class", Plural: "classes", Classifier: true, Term: true, Owners: inPackages, Rootless: true, Letter: "c", On: builtDiagrams, listed: true, data: func() Data { return &ClassifierData{} }},
	{Kind: Interface, Title: "interface", Plural: "interfaces", Classifier: true, Term: true, Owners: inPackages, Rootless: true, Letter: "i", On: builtDiagrams, listed: true, data: func() Data { return &ClassifierData{} }},
	{Kind: Enumeration, Title: "enumeration", Plural: "enumerations", Classifier: true, Term: true, Owners: inPackages, Rootless: true, Letter: "e", On: classDiagrams, listed: true, data: func() Data { return &ClassifierData{} }},
	{Kind: DataType, Title: "data type", Plural: "data types", Classifier: true, Term: true, Owners: inPackages, Rootless: true, Letter: "d", On: classDiagrams, listed: true, data: func() Data { return &ClassifierData{} }},
	{Kind: Signal, Title: "signal", Plural: "signals", Classifier: true, Term: true, Owners: inPackages, Rootless: true, Letter: "g", On: classDiagrams, listed: true, data: func() Data { return &ClassifierData{} }},
	{Kind: Process, Title: "process", Plural: "processes", Owners: []Kind{Process}, Rootless: true, Letter: "p", On: flowDiagrams, listed: true, Named: true, data: func() Data { return &ProcessData{} }},
	{Kind: Entity, Title: "external entity", Plural: "external entities", Term: true, Letter: "x", On: flowDiagrams, listed: true},
	{Kind: Store, Title: "data store", Plural: "data stores", Term: true, Letter: "s", On: flowDiagrams, listed: true, data: func() Data { return &StoreData{} }},
	{Kind: Actor, Title: "actor", Plural: "actors", Term: true, Owners: inPackages, Rootless: true, Letter: "a", On: caseDiagrams, listed: true, data: func() Data { return &ActorData{} }},
	{Kind: UseCase, Title: "use case", Plural: "use cases", Owners: inPackages, Rootless: true, Letter: "u", On: caseDiagrams, listed: true, Named: true, data: func() Data { return &UseCaseData{} }},
	{Kind: Subject, Title: "system boundary", Plural: "system boundaries", Letter: "b", On: caseDiagrams, listed: true, Named: true},
	{Kind: Component, Title: "component", Plural: "components", Owners: []Kind{PackageKind, Component}, Rootless: true, Letter: "m", On: partDiagrams, listed: true, Named: true, data: func() Data { return &ComponentData{} }},
	{Kind: ComponentPart, Title: "part", Plural: "parts", Owners: []Kind{Component}, Letter: "r", On: partDiagrams, listed: true, Named: true, data: func() Data { return &ComponentPartData{} }},
	{Kind: PackageKind, Title: "package", Plural: "packages", Owners: inPackages, Rootless: true, Letter: "k", On: []Kind{ClassDiagram, UseCaseDiagram, ComponentDiagram}, listed: true, Named: true},
	{Kind: Object, Title: "object", Plural: "objects", Owners: inPackages, Rootless: true, Letter: "o", On: classDiagrams, listed: true, data: func() Data { return &ObjectData{} }},
	{Kind: Constraint, Title: "constraint", Plural: "constraints", Letter: "t", On: allDiagrams, listed: true, data: func() Data { return &NoteData{} }},
	{Kind: Note, Title: "note", Plural: "notes", Letter: "n", On: allDiagrams, data: func() Data { return &NoteData{} }},
	{Kind: DataItem, Title: "data item", Plural: "data items", Term: true, listed: true, data: func() Data { return &DataItemData{} }},
	{Kind: Event, Title: "event", Plural: "events", Ordered: true, listed: true, data: func() Data { return &EventData{} }},
	{Kind: Section, Title: "section", Plural: "sections", Ordered: true, listed: true},
	{Kind: Sentence, Title: "sentence", Plural: "sentences", Owners: []Kind{Section}, data: func() Data { return &SentenceData{} }},
	{Kind: Activity, Title: "activity", Plural: "activities", Ordered: true, listed: true, data: func() Data { return &ActivityData{} }},
	{Kind: SetAside, Title: "rejected candidate", Plural: "rejected candidates", listed: true, data: func() Data { return &SetAsideData{} }},
	{Kind: GeneralizationSet, listed: true, Title: "generalization set", Plural: "generalization sets", Owners: []Kind{Class, Interface, DataType, Enumeration, Signal}, data: func() Data { return &GeneralizationSetData{} }},
	{Kind: Attribute, Title: "attribute", Plural: "attributes", Owners: []Kind{Class, Interface, DataType, Enumeration, Signal}, data: func() Data { return &AttributeData{} }},
	{Kind: Operation, Title: "operation", Plural: "operations", Owners: []Kind{Class, Interface, DataType, Enumeration}, data: func() Data { return &OperationData{} }},
	{Kind: Parameter, Title: "parameter", Plural: "parameters", Owners: []Kind{Operation}, data: func() Data { return &ParameterData{} }},
	{Kind: Reception, Title: "reception", Plural: "receptions", Owners: []Kind{Class, Interface, Component}, data: func() Data { return &ReceptionData{} }},
	{Kind: Literal, Title: "literal", Plural: "literals", Owners: []Kind{Enumeration}, data: func() Data { return &LiteralData{} }},
	{Kind: UnreadLine, Title: "unread line", Plural: "unread lines", Owners: []Kind{Class, Interface, DataType, Enumeration, Signal, Component}, data: func() Data { return &UnreadData{} }},
	{Kind: Port, Title: "port", Plural: "ports", Owners: []Kind{Component}, data: func() Data { return &PortData{} }},
	{Kind: ExtensionPoint, Title: "extension point", Plural: "extension points", Owners: []Kind{UseCase}, data: func() Data { return &ExtensionPointData{} }},
	{Kind: Step, Title: "step", Plural: "steps", Owners: []Kind{UseCase, Alternative}, data: func() Data { return &StepData{} }},
	{Kind: Alternative, Title: "alternative", Plural: "alternatives", Owners: []Kind{UseCase}, data: func() Data { return &AlternativeData{} }},
	{Kind: End, Title: "association end", Plural: "association ends", Owners: []Kind{Association}, data: func() Data { return &EndData{} }},
}

var relationshipKinds = []KindInfo{
	{Kind: Association, Title: "association", Plural: "associations", On: classDiagrams, data: func() Data { return &AssociationData{} }},
	{Kind: Generalization, Title: "generalization", Plural: "generalizations", On: []Kind{ClassDiagram, UseCaseDiagram}},
	{Kind: Realization, Title: "realization", Plural: "realizations", On: builtDiagrams},
	{Kind: Dependency, Title: "dependency", Plural: "dependencies", On: builtDiagrams},
	{Kind: Usage, Title: "usage", Plural: "usages", On: builtDiagrams},
	{Kind: Provides, Title: "provided interface", Plural: "provided interfaces", On: partDiagrams, data: func() Data { return &OfferData{} }},
	{Kind: Requires, Title: "required interface", Plural: "required interfaces", On: partDiagrams, data: func() Data { return &OfferData{} }},
	{Kind: Assembly, Title: "assembly", Plural: "assemblies", On: partDiagrams, data: func() Data { return &ConnectorData{} }},
	{Kind: Delegation, Title: "delegation", Plural: "delegations", On: partDiagrams, data: func() Data { return &ConnectorData{} }},
	{Kind: Holds, Title: "class held by a component", Plural: "classes held by components"},
	{Kind: Anchor, Title: "anchor", Plural: "anchors", On: allDiagrams},
	{Kind: Link, Title: "link", Plural: "links", On: classDiagrams},
	{Kind: DataFlow, Title: "data flow", Plural: "data flows", On: flowDiagrams},
	{Kind: Participation, Title: "participation", Plural: "participations", On: caseDiagrams, data: func() Data { return &ParticipationData{} }},
	{Kind: Include, Title: "include", Plural: "includes", On: caseDiagrams},
	{Kind: Extend, Title: "extend", Plural: "extends", On: caseDiagrams, data: func() Data { return &ExtendData{} }},
	{Kind: Within, Title: "membership in a system boundary", Plural: "memberships in system boundaries"},
	{Kind: Trace, Title: "trace", Plural: "traces"},
}

var diagramKinds = []KindInfo{
	{Kind: ClassDiagram, Title: "class diagram", Plural: "class diagrams"},
	{Kind: ContextDiagram, Title: "context diagram", Plural: "context diagrams"},
	{Kind: LevelDiagram, Title: "data flow diagram", Plural: "data flow diagrams"},
	{Kind: UseCaseDiagram, Title: "use case diagram", Plural: "use case diagrams"},
	{Kind: ComponentDiagram, Title: "component diagram", Plural: "component diagrams"},
	{Kind: TableDiagram, Title: "diagram of tables", Plural: "diagrams of tables"},
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

// HasFeatures reports whether elements of the kind can own lines of features.
func (k Kind) HasFeatures() bool { return slices.Contains(elementInfo[UnreadLine].Owners, k) }

// HasInstances reports whether elements of the kind are classifiers whose instances bear
// values: classes, data types and signals.
func (k Kind) HasInstances() bool { return k == Class || k == DataType || k == Signal }

// IsText reports whether elements of the kind are a text on the sheet.
func (k Kind) IsText() bool { return k == Note || k == Constraint }

// IsRelationship reports whether rows of the kind are relationships.
func (k Kind) IsRelationship() bool { _, is := relationshipInfo[k]; return is }

// IsClassifier reports whether elements of the kind are classifiers.
func (k Kind) IsClassifier() bool { return elementInfo[k].Classifier }

// HasTerm reports whether elements of the kind are faces of terms.
func (k Kind) HasTerm() bool { return elementInfo[k].Term }

// IsNamed reports whether elements of the kind are found by their name:
// classifiers, and what stands on data flow and use case diagrams or in the
// dictionary.
func (k Kind) IsNamed() bool {
	return elementInfo[k].Term || elementInfo[k].Named
}

// IsPlaced reports whether elements of the kind stand on diagrams.
func (k Kind) IsPlaced() bool { return elementInfo[k].Letter != "" }

// IsPart reports whether elements of the kind always have an owner and an order.
func (k Kind) IsPart() bool { return len(elementInfo[k].Owners) > 0 && !elementInfo[k].Rootless }

// IsDrawnOn reports whether elements or relationships of the kind may be shown
// on diagrams of the given kind.
func (k Kind) IsDrawnOn(diagram Kind) bool {
	return slices.Contains(elementInfo[k].On, diagram) || slices.Contains(relationshipInfo[k].On, diagram)
}

// IsFlowDiagram reports whether a kind of diagram shows data flows.
func (k Kind) IsFlowDiagram() bool { return slices.Contains(flowDiagrams, k) }

// ClassifierKinds lists the kinds of classifiers.
func ClassifierKinds() []Kind { return kindsWhere(func(k KindInfo) bool { return k.Classifier }) }

// TermKinds lists the kinds whose elements are faces of terms.
func TermKinds() []Kind { return kindsWhere(func(k KindInfo) bool { return k.Term }) }

// ElementKinds lists the kinds of elements.
func ElementKinds() []KindInfo { return elementKinds }

// RelationshipKinds lists the kinds of relationships.
func RelationshipKinds() []KindInfo { return relationshipKinds }

// DiagramKinds lists the kinds of diagrams.
func DiagramKinds() []KindInfo { return diagramKinds }

func kindsWhere(holds func(KindInfo) bool) []Kind {
	var out []Kind
	for _, k := range elementKinds {
		if holds(k) {
			out = append(out, k.Kind)
		}
	}
	return out
}

// KindsOn lists the element kinds that a diagram of the given kind offers. On a
// context diagram there are no stores, unless the project allows them.
func KindsOn(diagram Kind) []KindInfo {
	var out []KindInfo
	for _, k := range elementKinds {
		if k.Letter != "" && slices.Contains(k.On, diagram) {
			out = append(out, k)
		}
	}
	return out
}
