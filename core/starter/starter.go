// Package starter holds general class models to begin from. Each is text, as it
// could be typed or pasted, so that what it makes is adapted like everything else.
package starter

import (
	"lexeon/core/model"
	"lexeon/core/notation"
)

// Starter is a general class model.
type Starter struct {
	Key   string `json:"key"`
	Title string `json:"title"`
	About string `json:"about"`
	Text  string `json:"text"` // cards and statements, with blank lines between
}

// All lists the starters.
var All = []Starter{
	{Key: "resources-events-agents", Title: "Resources, events, agents",
		About: "What there is, what happens to it, and who is part of that: the ground of every business that takes in and gives out.",
		Text: `«resource»
Good
- code: String {id}
- name: String

«agent»
Partner
- number: Integer {id}
- name: String

«agent»
Worker
- number: Integer {id}
- name: String

«event»
abstract Movement
- number: Integer {id}
- happenedOn: Instant
- quantity: Decimal

«event»
Receipt
- checked: Boolean

«event»
Issue
- reason: String

Receipt is a kind of Movement in direction {disjoint, complete}

Issue is a kind of Movement in direction {disjoint, complete}

1 Good "goes through" 0..* Movement

1 Partner "takes part in" 0..* Movement

1 Worker attends 0..* Movement

0..* Issue as return "makes good" 0..1 Receipt as original
`},
	{Key: "document-with-lines", Title: "A document with lines",
		About: "A head, its lines in order, what each line is about, and the states that the document goes through.",
		Text: `enumeration DocumentState
draft = 1
sent = 2
settled = 3

Document
- number: Integer {id}
- writtenOn: Date
- state: DocumentState
- /total: Money = sum of the lines

DocumentLine
- position: Integer
- quantity: Decimal
- unitPrice: Money

CatalogueItem
- code: String {id}
- name: String

Recipient
- number: Integer {id}
- name: String

1 Document is made of 1..* DocumentLine {ordered}

0..* DocumentLine names 1 CatalogueItem

1 Recipient gets 0..* Document
`},
	{Key: "roles-of-a-party", Title: "Roles of a party",
		About: "A person or an organisation is one thing; what it is to us are roles, several at once and for some time only.",
		Text: `abstract Party
- number: Integer {id}
- name: String

Person
- bornOn: Date [0..1]

Organisation
- registeredAs: String [0..1]

abstract Role
- begin: Date
- end: Date [0..1]

Member
- level: String

Supplier
- deliversWithin: Duration

Person is a kind of Party in nature {disjoint, complete}

Organisation is a kind of Party in nature {disjoint, complete}

Member is a kind of Role

Supplier is a kind of Role

1 Party plays 0..* Role

0..* Organisation as employer employs 0..* Person as employee
`},
	{Key: "state-and-history", Title: "State and history",
		About: "What a thing is now and what it was before, since when, and who changed it.",
		Text: `enumeration Condition
planned = 1
active = 2
resting = 3
gone = 9

Thing
- code: String {id}
- name: String
- /condition: Condition = that of the last period

Period
- condition: Condition
- since: Instant
- remark: String [0..1]

Keeper
- number: Integer {id}
- name: String

1 Thing is made of 1..* Period as history {ordered}

1 Keeper enters 0..* Period
`},
}

// ByKey finds a starter.
func ByKey(key string) (Starter, bool) {
	for _, s := range All {
		if s.Key == key {
			return s, true
		}
	}
	return Starter{}, false
}

// Changes tells the changes that insert a starter, with the ids of what it is
// about. A class that is there under one of its names is used, and gets the
// features that it lacks.
func (s Starter) Changes(m *model.Model, seed string) (changes []model.Change, elements, relationships []model.ID, err error) {
	cards, err := notation.ReadCards(m, s.Text)
	if err != nil {
		return nil, nil, nil, err
	}
	return notation.CardChanges(m, cards, seed)
}
