package model

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
