package route

import (
	"cmp"
	"slices"
)

// mostBeside is how many lines from one shape to another are drawn apart. There is no room
// for more; the further ones lie on the first ones, so that the work for thousands is that
// for these.
const mostBeside = 48

// crowds leaves out the lines for which there is no room, and tells by id on which line
// each of them lies. A line that a person bent, or that shares a trunk, goes its own way.
func crowds(lines []Line) (led []Line, by map[string]string) {
	type way struct{ from, to int }
	beside := map[way]int{}
	wayOf := func(l *Line) (way, bool) {
		return way{l.From, l.To}, l.Style == RightAngled && len(l.Bends) == 0 && l.Trunk == "" && l.From != l.To
	}
	crowded := false
	for i := range lines {
		if w, ok := wayOf(&lines[i]); ok {
			beside[w]++
			crowded = crowded || beside[w] > mostBeside
		}
	}
	if !crowded {
		return lines, nil
	}
	sorted := make([]*Line, len(lines))
	for i := range lines {
		sorted[i] = &lines[i]
	}
	slices.SortFunc(sorted, func(a, b *Line) int { return cmp.Compare(a.ID, b.ID) })
	leaders := map[way][]string{}
	next := map[way]int{}
	by = map[string]string{}
	for _, l := range sorted {
		w, ok := wayOf(l)
		switch {
		case !ok:
			led = append(led, *l)
		case len(leaders[w]) < mostBeside:
			leaders[w] = append(leaders[w], l.ID)
			led = append(led, *l)
		default:
			by[l.ID] = leaders[w][next[w]%mostBeside]
			next[w]++
		}
	}
	return led, by
}
