package model

import "strings"

// shortestNear is the length from which on one letter is no difference between two names, but most
// likely a slip; shortestWord that of the word which the letter stands in: gate A and gate B are two.
const (
	shortestNear = 6
	shortestWord = 4
)

// OneOff reports whether two texts differ in one letter, or in two neighbours that changed
// places.
func OneOff(a, b string) bool {
	if len(a) > len(b) {
		a, b = b, a
	}
	i := 0
	for i < len(a) && a[i] == b[i] {
		i++
	}
	switch len(b) - len(a) {
	case 0:
		if i+1 < len(a) && a[i] == b[i+1] && a[i+1] == b[i] && a[i+2:] == b[i+2:] {
			return true
		}
		return i < len(a) && a[i+1:] == b[i+1:]
	case 1:
		return a[i:] == b[i+1:]
	}
	return false
}

// NearForms reports whether two names in normal form are most likely one, and one of them is
// misspelt: they differ in one word, and there in one letter or in two neighbours that changed
// places.
func NearForms(a, b string) bool {
	if a == b || min(len(a), len(b)) < shortestNear-1 || max(len(a), len(b)) < shortestNear || max(len(a), len(b))-min(len(a), len(b)) > 1 {
		return false
	}
	if !OneOff(a, b) || strings.ContainsAny(a+b, "0123456789") {
		return false
	}
	x, y := strings.Fields(a), strings.Fields(b)
	if len(x) != len(y) { // a space too many or too few
		return true
	}
	for i := range x {
		if x[i] != y[i] {
			return min(len(x[i]), len(y[i])) >= shortestWord
		}
	}
	return false
}
