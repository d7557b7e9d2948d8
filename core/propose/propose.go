// Package propose tells what a gesture means: where a new thing goes, into which
// package, component or level, what is offered when two are connected, what a drop,
// a paste, an arrangement, a statement changes. It answers with changes and changes
// nothing; page, server and command line ask it alike.
//
// Ids of new rows derive from the seed of a request, so that asking twice gives the
// same changes.
package propose

import "lexeon/core/scene"

// Proposer proposes changes. It is safe for concurrent use.
type Proposer struct {
	drawer *scene.Drawer
}

// New makes a Proposer that places what it proposes as the drawer draws it.
func New(drawer *scene.Drawer) *Proposer { return &Proposer{drawer: drawer} }
