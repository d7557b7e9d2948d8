package notation

import (
	"fmt"
	"slices"

	"lexeon/core/model"
)

// EditFeatures gives the changes that turn the features of a classifier into
// those of a text: add, set, move and remove, part by part. Lines that did not
// change keep their part untouched; a changed line keeps its part by name, then
// by place. New ids are derived from seed.
func EditFeatures(m *model.Model, e *model.Element, text, seed string) []model.Change {
	ctx := ContextOf(m, e)
	lines := ReadFeatures(ctx, text)
	d := featureDiff{m: m, ctx: ctx, owner: e.ID, seed: seed}
	for _, k := range featureKinds {
		d.kind(k.kind, lines)
	}
	return append(d.removes, d.changes...)
}

type featureDiff struct {
	m       *model.Model
	ctx     Context
	owner   model.ID
	seed    string
	fresh   int
	removes []model.Change
	changes []model.Change
}

func (d *featureDiff) newID() model.ID {
	d.fresh++
	return model.DeriveID("part", d.seed, string(d.owner), fmt.Sprint(d.fresh))
}

func (d *featureDiff) kind(kind model.Kind, all []Feature) {
	old := d.m.Children(d.owner, kind)
	var lines []Feature
	for _, f := range all {
		if f.Kind == kind {
			lines = append(lines, f)
		}
	}
	oldText := make([]string, len(old))
	for i, p := range old {
		oldText[i] = PrintFeature(d.ctx, FeatureOf(d.m, p), Typed)
	}
	newText := make([]string, len(lines))
	for i, f := range lines {
		newText[i] = PrintFeature(d.ctx, f, Typed)
	}
	match := matchLines(len(old), len(lines),
		func(i, j int) bool { return oldText[i] == newText[j] },
		func(i, j int) bool { return old[i].Name == lines[j].Name && old[i].Name != "" },
	)
	used := make([]bool, len(old))
	for _, i := range match {
		if i >= 0 {
			used[i] = true
		}
	}
	for i, p := range old {
		if !used[i] {
			d.removes = append(d.removes, &model.Delete{ID: p.ID})
		}
	}
	stays := longestIncreasing(match)
	next := model.ID("")
	for j := len(lines) - 1; j >= 0; j-- {
		if i := match[j]; i >= 0 {
			p := old[i]
			if oldText[i] != newText[j] {
				d.set(p, lines[j])
			}
			if !stays[j] {
				d.changes = append(d.changes, &model.MovePart{ID: p.ID, Before: next})
			}
			next = p.ID
			continue
		}
		next = d.add(lines[j], next)
	}
}

func (d *featureDiff) add(f Feature, before model.ID) model.ID {
	id := d.newID()
	d.changes = append(d.changes, &model.AddPart{ID: id, Owner: d.owner, Kind: f.Kind, Name: f.Name, Before: before,
		Set: nonEmpty(featureFields(f))})
	for _, p := range f.own() {
		d.changes = append(d.changes, &model.AddPart{ID: d.newID(), Owner: id, Kind: model.Parameter, Name: p.Name, Set: nonEmpty(paramFields(p))})
	}
	return id
}

func (d *featureDiff) set(p *model.Element, f Feature) {
	was := FeatureOf(d.m, p)
	if patch := changedFields(featureFields(was), featureFields(f)); len(patch) > 0 {
		d.changes = append(d.changes, &model.SetPart{ID: p.ID, Set: patch})
	}
	if p.Kind != model.Operation {
		return
	}
	old := d.m.Children(p.ID, model.Parameter)
	match := matchLines(len(old), len(f.Params),
		func(i, j int) bool { return was.Params[i] == f.Params[j] },
		func(i, j int) bool { return was.Params[i].Name == f.Params[j].Name },
	)
	for i, o := range old {
		if !slices.Contains(match, i) {
			d.changes = append(d.changes, &model.Delete{ID: o.ID})
		}
	}
	stays := longestIncreasing(match)
	next := model.ID("")
	for j := len(f.Params) - 1; j >= 0; j-- {
		q := f.Params[j]
		if i := match[j]; i >= 0 {
			if patch := changedFields(paramFields(was.Params[i]), paramFields(q)); len(patch) > 0 {
				d.changes = append(d.changes, &model.SetPart{ID: old[i].ID, Set: patch})
			}
			if !stays[j] {
				d.changes = append(d.changes, &model.MovePart{ID: old[i].ID, Before: next})
			}
			next = old[i].ID
			continue
		}
		id := d.newID()
		d.changes = append(d.changes, &model.AddPart{ID: id, Owner: p.ID, Kind: model.Parameter, Name: q.Name, Before: next, Set: nonEmpty(paramFields(q))})
		next = id
	}
}

func paramFields(p Param) model.Patch {
	return model.P("name", p.Name, "typeName", p.Type, "direction", p.Data.Direction,
		"multiplicity", p.Data.Multiplicity, "default", p.Data.Default)
}

func changedFields(was, is model.Patch) model.Patch {
	out := model.Patch{}
	for k, v := range is {
		if string(was[k]) != string(v) {
			out[k] = v
		}
	}
	return out
}

// nonEmpty drops the name (it is given apart) and fields with their zero value.
func nonEmpty(p model.Patch) model.Patch {
	out := model.Patch{}
	for k, v := range p {
		if s := string(v); k != "name" && s != `""` && s != "false" {
			out[k] = v
		}
	}
	return out
}

// matchLines pairs each new line with an old one or -1: same text first, then
// same name, then what is left between the same neighbours.
func matchLines(old, lines int, same, named func(i, j int) bool) []int {
	match := make([]int, lines)
	used := make([]bool, old)
	for j := range match {
		match[j] = -1
	}
	for _, test := range []func(i, j int) bool{same, named} {
		for j := range lines {
			for i := 0; match[j] < 0 && i < old; i++ {
				if !used[i] && test(i, j) {
					match[j], used[i] = i, true
				}
			}
		}
	}
	for j := range lines {
		if match[j] >= 0 {
			continue
		}
		want := 0 // the old line after the one that the line above pairs with
		if j > 0 {
			if match[j-1] < 0 {
				continue
			}
			want = match[j-1] + 1
		}
		if want < old && !used[want] {
			match[j], used[want] = want, true
		}
	}
	return match
}

// longestIncreasing marks the lines whose parts can stay where they are.
func longestIncreasing(match []int) []bool {
	stays := make([]bool, len(match))
	best := make([]int, len(match))
	prev := make([]int, len(match))
	last := -1
	for j, i := range match {
		prev[j] = -1
		if i < 0 {
			continue
		}
		best[j] = 1
		for k := range j {
			if match[k] >= 0 && match[k] < i && best[k]+1 > best[j] {
				best[j], prev[j] = best[k]+1, k
			}
		}
		if last < 0 || best[j] > best[last] {
			last = j
		}
	}
	for ; last >= 0; last = prev[last] {
		stays[last] = true
	}
	return stays
}
