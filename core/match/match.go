// Package match tells which pieces of an edited text are which pieces of the old
// one, so that what hangs on them stays.
package match

import "strings"

// similar is how much two texts have to share to count as one that was edited: at
// least this part of all their words.
const similar = 0.5

// Texts finds for every new text the old one that it is, -1 for none, and which of
// them stand elsewhere than before: equal ones in order first, then equal ones
// that stand elsewhere, then in the gaps between them those that were edited.
func Texts(a, b []string) (match []int, moved []bool) {
	match, moved = make([]int, len(b)), make([]bool, len(b))
	for j := range match {
		match[j] = -1
	}
	common(a, b, match)
	taken := make([]bool, len(a))
	for _, i := range match {
		if i >= 0 {
			taken[i] = true
		}
	}
	// Equal ones that stand elsewhere.
	spare := map[string][]int{}
	for i := range a {
		if !taken[i] {
			spare[a[i]] = append(spare[a[i]], i)
		}
	}
	for j := range b {
		if list := spare[b[j]]; match[j] < 0 && len(list) > 0 {
			match[j], moved[j] = list[0], true
			taken[list[0]] = true
			spare[b[j]] = list[1:]
		}
	}
	// Edited ones, between those that stayed where they were.
	from, j := 0, 0
	for j < len(b) {
		if match[j] >= 0 {
			if !moved[j] {
				from = match[j] + 1
			}
			j++
			continue
		}
		end := j
		for end < len(b) && (match[end] < 0 || moved[end]) {
			end++
		}
		to := len(a)
		if end < len(b) {
			to = match[end]
		}
		matchEdited(a, b, match, taken, from, to, j, end)
		j = end
	}
	return match, moved
}

// matchEdited pairs old texts from..to with new ones j..end in order, the most
// alike first come, where they are alike enough.
func matchEdited(a, b []string, match []int, taken []bool, from, to, j, end int) {
	const most = 60 // beyond that a text was replaced, not edited
	if to-from > most*10 || end-j > most*10 {
		return
	}
	next := from
	for ; j < end; j++ {
		if match[j] >= 0 {
			continue
		}
		best, at := similar, -1
		for i := next; i < to && i < next+most; i++ {
			if s := likeness(a[i], b[j]); !taken[i] && s >= best && (at < 0 || s > best) {
				best, at = s, i
			}
		}
		if at >= 0 {
			match[j], taken[at], next = at, true, at+1
		}
	}
}

// likeness is the part of all words that two texts share (Jaccard).
func likeness(a, b string) float64 {
	count := map[string]int{}
	all, both := 0, 0
	for w := range strings.FieldsSeq(strings.ToLower(a)) {
		count[strings.Trim(w, ".,;:!?")]++
		all++
	}
	for w := range strings.FieldsSeq(strings.ToLower(b)) {
		if w = strings.Trim(w, ".,;:!?"); count[w] > 0 {
			count[w]--
			both++
		} else {
			all++
		}
	}
	if all == 0 {
		return 0
	}
	return float64(both) / float64(all)
}

// common finds a longest common subsequence.
func common(a, b []string, match []int) {
	start := 0
	for start < len(a) && start < len(b) && a[start] == b[start] {
		match[start] = start
		start++
	}
	endA, endB := len(a), len(b)
	for endA > start && endB > start && a[endA-1] == b[endB-1] {
		endA--
		endB--
		match[endB] = endA
	}
	n, w := endA-start, endB-start
	if n == 0 || w == 0 {
		return
	}
	length := make([][]int32, n+1)
	for i := range length {
		length[i] = make([]int32, w+1)
	}
	for i := n - 1; i >= 0; i-- {
		for j := w - 1; j >= 0; j-- {
			if a[start+i] == b[start+j] {
				length[i][j] = length[i+1][j+1] + 1
			} else {
				length[i][j] = max(length[i+1][j], length[i][j+1])
			}
		}
	}
	for i, j := 0, 0; i < n && j < w; {
		switch {
		case a[start+i] == b[start+j]:
			match[start+j] = start + i
			i++
			j++
		case length[i+1][j] >= length[i][j+1]:
			i++
		default:
			j++
		}
	}
}
