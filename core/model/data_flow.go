package model

// View is how a level is looked at: logical (what happens) or physical (who or
// what does it). A process is opened once in each.
type View string

const (
	Logical  View = "" // the default
	Physical View = "physical"
)

// ProcessData belongs to processes. The number of a process is computed from the
// ordinals of it and of the processes it is a part of.
type ProcessData struct {
	View          View           `json:"view,omitempty"`    // of the level it stands on
	Ordinal       int            `json:"ordinal,omitempty"` // 1, 2 … within its level; the context process has none
	Specification string         `json:"specification,omitempty"`
	Decision      *DecisionTable `json:"decision,omitempty"`
}

// DecisionTable specifies a process by what it does in which case.
type DecisionTable struct {
	Conditions []Condition    `json:"conditions,omitempty"`
	Actions    []string       `json:"actions,omitempty"`
	Rules      []DecisionRule `json:"rules,omitempty"`
}

// Condition is a question with the answers it may have.
type Condition struct {
	Text   string   `json:"text"`
	Values []string `json:"values"`
}

// DecisionRule is a column of a decision table: for each condition a value, or
// "-" where it does not matter, and the actions that are taken, by their index.
type DecisionRule struct {
	When []string `json:"when"`
	Do   []int    `json:"do"`
}

// AnyValue stands in a decision rule where a condition does not matter.
const AnyValue = "-"

// StoreData belongs to data stores.
type StoreData struct {
	Contents string `json:"contents,omitempty"` // in the notation of the dictionary
	Archive  bool   `json:"archive,omitempty"`  // kept for later, read by nobody here
	Outside  bool   `json:"outside,omitempty"`  // written by somebody outside
}

// ItemSource says where a data item comes from.
type ItemSource string

const (
	Unsourced   ItemSource = ""
	Elementary  ItemSource = "elementary" // it has no parts
	CreatedHere ItemSource = "created"    // a process makes it: a number, a date, a decision
	DerivedFrom ItemSource = "derived"    // worked out from other items
)

// DataItemData is an entry of the data dictionary. Contents is its composition in
// the classical notation; what has contents is not elementary.
type DataItemData struct {
	Contents string     `json:"contents,omitempty"`
	Source   ItemSource `json:"source,omitempty"`
	From     []string   `json:"from,omitempty"` // names of the items it is derived from
	Type     string     `json:"type,omitempty"`
	Unit     string     `json:"unit,omitempty"`
	Range    string     `json:"range,omitempty"`
	Values   string     `json:"values,omitempty"`
	Goods    bool       `json:"goods,omitempty"` // a thing that is handed over, and no data
}

// EventData is a row of the event list: what the outside does, or what is due in
// time, and what the system answers.
type EventData struct {
	Timed    bool     `json:"timed,omitempty"`    // it is due in time; nothing comes from outside
	By       string   `json:"by,omitempty"`       // the external entity
	Stimulus string   `json:"stimulus,omitempty"` // the flow that tells the system
	Response []string `json:"response,omitempty"` // the flows with which it answers
	Process  ID       `json:"process,omitempty"`  // that answers
}

// SentenceData is a sentence of the brief as typed.
type SentenceData struct {
	Text  string `json:"text"`
	Break Break  `json:"break,omitempty"` // how it begins
	// Irrelevant sentences need no trace: somebody said that they ask for nothing.
	Irrelevant bool `json:"irrelevant,omitempty"`
}

// Break is what stands before a sentence.
type Break string

const (
	Running   Break = ""          // it goes on in the same line
	Paragraph Break = "paragraph" // after an empty line
	Heading   Break = "heading"   // it is a heading
	ListEntry Break = "entry"     // it begins an entry of a list
)

// ActivityData is a row of the activity table; its name is the activity.
type ActivityData struct {
	Performer  string  `json:"performer,omitempty"`
	Inputs     []Datum `json:"inputs,omitempty"`
	Outputs    []Datum `json:"outputs,omitempty"`
	Processing Truth   `json:"processing,omitempty"` // data are transformed, filed or looked up
	Timed      bool    `json:"timed,omitempty"`      // it is due in time
}

// Datum is one input or output of an activity. A missing counterparty is a
// question, not a flow.
type Datum struct {
	Data  string `json:"data"`
	With  string `json:"with,omitempty"`  // whom or what it comes from or goes to
	Store bool   `json:"store,omitempty"` // that is a store
}

// SetAsideData: Name is the normal form of what was rejected.
type SetAsideData struct {
	Role string `json:"role,omitempty"` // noun, verb, statement
}

// PerformerSide overrides whether a performer of the activity table is inside.
type PerformerSide struct {
	Name   string `json:"name"`
	Inside bool   `json:"inside,omitempty"`
	Reason string `json:"reason,omitempty"`
}

// DerivedPiece is what a derivation last put into the model for a diagram.
type DerivedPiece struct {
	ID   ID     `json:"id"`
	Name string `json:"name,omitempty"` // as it was derived
}

func (*ProcessData) data()  {}
func (*StoreData) data()    {}
func (*DataItemData) data() {}
func (*EventData) data()    {}
func (*SentenceData) data() {}
func (*ActivityData) data() {}
func (*SetAsideData) data() {}

func (e *Element) Process() ProcessData   { return dataOf[ProcessData](e.Data) }
func (e *Element) Store() StoreData       { return dataOf[StoreData](e.Data) }
func (e *Element) DataItem() DataItemData { return dataOf[DataItemData](e.Data) }
func (e *Element) Event() EventData       { return dataOf[EventData](e.Data) }
func (e *Element) Sentence() SentenceData { return dataOf[SentenceData](e.Data) }
func (e *Element) Activity() ActivityData { return dataOf[ActivityData](e.Data) }
func (e *Element) SetAside() SetAsideData { return dataOf[SetAsideData](e.Data) }
