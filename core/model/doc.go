// Package model holds the application model of one project as an immutable
// value: classifiers with their parts, relationships, diagrams with their
// placements, and the terms of the lexicon.
//
// Everything stored is a Row. A Model never changes; Edit applies a list of
// changes to a draft and returns the next Model, the Delta (every row written,
// old and new) and the inverse changes. Whatever needs to know what a change
// did (the store, the checks, the scene, the rule of conflict) reads the
// delta; nothing else describes a change twice.
//
// The package imports nothing of the project, uses no clock, no randomness and
// no global state that changes.
package model
