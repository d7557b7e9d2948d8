package model

// ActorData: UML 2.5.1, 18.2, Actor.
type ActorData struct {
	Abstract bool `json:"abstract,omitempty"`
}

// GoalLevel is how large the goal of a use case is.
type GoalLevel string

const (
	UserGoal    GoalLevel = "" // what somebody wants to have done when they get up again
	SummaryGoal GoalLevel = "summary"
	Subfunction GoalLevel = "subfunction"
)

// UseCaseData describes a use case: UML 2.5.1, 18.1, UseCase, with the customary
// description. Steps and alternatives are elements of their own.
type UseCaseData struct {
	Abstract     bool          `json:"abstract,omitempty"`
	Goal         string        `json:"goal,omitempty"`
	Scope        string        `json:"scope,omitempty"`
	Level        GoalLevel     `json:"level,omitempty"`
	Trigger      string        `json:"trigger,omitempty"`
	Before       string        `json:"before,omitempty"`  // what must hold
	Minimal      string        `json:"minimal,omitempty"` // what holds afterwards in any case
	Success      string        `json:"success,omitempty"` // what holds when the goal is reached
	Frequency    string        `json:"frequency,omitempty"`
	Stakeholders []Stakeholder `json:"stakeholders,omitempty"`
	Rules        []string      `json:"rules,omitempty"`     // of the business
	Questions    []string      `json:"questions,omitempty"` // that are open
}

// Stakeholder is somebody who has an interest in a use case.
type Stakeholder struct {
	Name     string `json:"name"`
	Interest string `json:"interest,omitempty"`
}

// ExtensionPointData: UML 2.5.1, 18.1, ExtensionPoint. Step is where it lies.
type ExtensionPointData struct {
	Step ID `json:"step,omitempty"`
}

// StepData is a step of a use case, or of one of its alternatives. A step that
// includes another use case says so by its reference; the text is then kept only
// for when that use case is gone.
type StepData struct {
	Text     string `json:"text,omitempty"`
	Includes ID     `json:"includes,omitempty"`
}

// AlternativeData is what happens otherwise: from step From to step To, where
// there is a range, or anywhere where From is empty. Its name is the condition.
// It goes on at Rejoin, or ends.
type AlternativeData struct {
	From   ID     `json:"from,omitempty"`
	To     ID     `json:"to,omitempty"`
	Rejoin ID     `json:"rejoin,omitempty"`
	Ends   Ending `json:"ends,omitempty"`
}

// Ending is how a use case ends when an alternative does not lead back.
type Ending string

const (
	NotSaid Ending = ""
	Succeed Ending = "success" // the goal is reached all the same
	Fail    Ending = "failure"
)

// Part is what an actor does in a use case.
type Part string

const (
	Unspecified Part = ""
	Primary     Part = "primary"    // it starts the use case, whose goal is its own
	Supporting  Part = "supporting" // it is asked for something
)

// ParticipationData belongs to the association of an actor and a use case.
type ParticipationData struct {
	Part Part `json:"part,omitempty"`
}

// ExtendData: UML 2.5.1, 18.1, Extend. The points belong to the extended use case.
type ExtendData struct {
	Points    []ID   `json:"points,omitempty"`
	Condition string `json:"condition,omitempty"`
}

func (*ActorData) data()          {}
func (*UseCaseData) data()        {}
func (*ExtensionPointData) data() {}
func (*StepData) data()           {}
func (*AlternativeData) data()    {}
func (*ParticipationData) data()  {}
func (*ExtendData) data()         {}

func (e *Element) Actor() ActorData                      { return dataOf[ActorData](e.Data) }
func (e *Element) UseCase() UseCaseData                  { return dataOf[UseCaseData](e.Data) }
func (e *Element) ExtensionPoint() ExtensionPointData    { return dataOf[ExtensionPointData](e.Data) }
func (e *Element) Step() StepData                        { return dataOf[StepData](e.Data) }
func (e *Element) Alternative() AlternativeData          { return dataOf[AlternativeData](e.Data) }
func (r *Relationship) Participation() ParticipationData { return dataOf[ParticipationData](r.Data) }
func (r *Relationship) Extend() ExtendData               { return dataOf[ExtendData](r.Data) }

// Subjects lists the subjects that a use case is in, sorted by id.
func (m *Model) Subjects(useCase ID) []*Element {
	var out []*Element
	for _, r := range m.RelationshipsFrom(useCase, Within) {
		out = append(out, m.Element(r.Target))
	}
	return out
}

// UseCasesIn lists the use cases of a subject, sorted by id.
func (m *Model) UseCasesIn(subject ID) []*Element {
	var out []*Element
	for _, r := range m.RelationshipsTo(subject, Within) {
		out = append(out, m.Element(r.Source))
	}
	return out
}

// useCaseRefs tells what the data of the kinds above refer to.
func useCaseRefs(d Data, f func(string, ID)) {
	switch d := d.(type) {
	case *ExtensionPointData:
		ref(f, "step", d.Step)
	case *StepData:
		ref(f, "includes", d.Includes)
	case *AlternativeData:
		ref(f, "from", d.From)
		ref(f, "to", d.To)
		ref(f, "rejoin", d.Rejoin)
	case *ExtendData:
		for _, p := range d.Points {
			ref(f, "points", p)
		}
	}
}

// withoutUseCaseRef is data that refers to by where it referred to id; a gap
// where by is empty.
func withoutUseCaseRef(d Data, id, by ID) (Data, bool) {
	swap := func(ref *ID) {
		if *ref == id {
			*ref = by
		}
	}
	switch d := d.(type) {
	case *ExtensionPointData:
		n := *d
		swap(&n.Step)
		return &n, true
	case *StepData:
		n := *d
		swap(&n.Includes)
		return &n, true
	case *AlternativeData:
		n := *d
		swap(&n.From)
		swap(&n.To)
		swap(&n.Rejoin)
		return &n, true
	case *ExtendData:
		n := *d
		n.Points = nil
		for _, p := range d.Points {
			if p != id {
				n.Points = append(n.Points, p)
			}
		}
		return &n, true
	}
	return nil, false
}
