package check

import "slices"

// follows tells of rules by which others what they find may be brought about: where the two
// speak of the same, the one stands below the other, and goes with it.
var follows = map[string][]string{
	"actor/idle":                 {"name/duplicate"},
	"class/unsatisfiable":        {"class/inheritance-cycle", "class/whole-multiplicity", "class/self-mandatory", "class/multiplicity-range"},
	"component/hollow":           {"realization/kind"},
	"cross/actor-unknown":        {"actor/is-subject", "actor/name"},
	"cross/lifecycle":            {"actor/is-subject", "actor/name", "name/missing"},
	"delegation/invalid":         {"realization/kind", "component/hollow"},
	"dictionary/undefined":       {"flow/entity-entity", "flow/entity-store", "flow/store-store", "flow/self"},
	"flow/untouched":             {"name/duplicate"},
	"interface/signature":        {"class/parameter-twice", "class/type-unknown"},
	"item/never-written":         {"flow/verb-name", "flow/entity-store", "process/no-output"},
	"level/unbalanced":           {"flow/self", "flow/unnamed", "flow/verb-name", "flow/entity-entity", "flow/store-store", "level/new-entity"},
	"object/abstract":            {"class/abstract-childless"},
	"process/insufficient-input": {"process/no-input", "flow/unnamed", "level/unbalanced", "dictionary/undefined"},
	"process/no-input":           {"name/duplicate"},
	"store/unknown-item":         {"flow/store-store", "flow/verb-name"},
	"store/write-only":           {"flow/unnamed"},
	"usecase/extend-reversed":    {"usecase/extend-cycle"},
	"usecase/include-unstepped":  {"usecase/include-cycle"},
	"usecase/step-actor":         {"usecase/unreached", "actor/is-subject", "name/duplicate", "actor/name"},
	"usecase/unreached":          {"name/duplicate"},
}

// findCauses notes in findings what they follow from. A cause that follows from something
// itself stands for that: what follows is told below the first.
func findCauses(list []Finding) {
	causes := map[string]bool{} // rules
	for _, of := range follows {
		for _, rule := range of {
			causes[rule] = true
		}
	}
	about := map[string][]int{} // of a row, the findings of such rules that speak of it
	for i, f := range list {
		if causes[f.Rule] {
			about[string(f.Subject)] = append(about[string(f.Subject)], i)
			for _, id := range f.Related {
				about[string(id)] = append(about[string(id)], i)
			}
		}
	}
	cause := map[int]int{}
	for i := range list {
		f := &list[i]
		rules := follows[f.Rule]
		if len(rules) == 0 || f.Rule == "dictionary/undefined" && len(f.Related) > 0 { // it is used elsewhere too
			continue
		}
		best := -1
		for _, row := range append([]string{string(f.Subject)}, idStrings(f.Related)...) {
			for _, k := range about[row] {
				if at := slices.Index(rules, list[k].Rule); k != i && at >= 0 && (best < 0 || at < slices.Index(rules, list[best].Rule)) {
					best = k
				}
			}
		}
		if best >= 0 {
			cause[i] = best
		}
	}
	for i, k := range cause {
		for n := 0; n < len(list); n++ { // to the first; never round and round
			next, more := cause[k]
			if !more || next == i {
				break
			}
			k = next
		}
		if k != i {
			list[i].Follows = list[k].ID()
		}
	}
}
