package modeltest_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/classifier"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// What Coded says it has, it has: a change that a model refuses would be left out in silence.
func TestCodedModelsHaveWhatTheySay(t *testing.T) {
	seen := map[string]int{}
	for seed := range uint64(60) {
		m := modeltest.Coded(seed, false)
		for _, e := range m.Classifiers() {
			if e.Classifier().Abstract {
				seen["abstract"]++
				below, above := len(m.Specifics(e.ID)) > 0, false
				for _, r := range m.Relationships(model.Generalization) {
					above = above || r.Source == e.ID
				}
				if below && above {
					seen["abstract in the middle"]++
				}
			}
			for _, c := range m.Children(e.ID) {
				seen[string(c.Kind)+" of "+string(e.Kind)]++
				if c.Kind == model.Operation {
					for _, p := range m.Children(c.ID, model.Parameter) {
						seen["parameter "+string(p.Parameter().Direction)]++
					}
					if c.Operation().Abstract {
						seen["abstract operation"]++
					}
				}
			}
		}
		for _, e := range m.OfKind(model.Class) {
			ways := map[model.ID]int{}
			for _, g := range m.Generals(e.ID) {
				for _, above := range append(classifier.Generals(m, g.Target), g.Target) {
					ways[above]++
				}
			}
			if len(m.Generals(e.ID)) > 1 {
				seen["several generals"]++
			}
			for _, n := range ways {
				if n > 1 {
					seen["several ways to a general"]++
				}
			}
		}
		seen["realization"] += len(m.Relationships(model.Realization))
		for _, r := range m.Relationships(model.Generalization) {
			if m.Element(r.Source).Kind == model.Interface {
				seen["general interface"]++
			}
		}
	}
	for _, what := range []string{"abstract", "abstract in the middle", "operation of class", "operation of interface", "operation of enumeration", "attribute of class", "reception of class",
		"parameter ", "parameter out", "parameter inout", "abstract operation", "realization", "general interface", "several generals", "several ways to a general"} {
		require.Greater(t, seen[what], 2, "%s: %v", what, seen)
	}
}
