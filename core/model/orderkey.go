package model

import "strings"

// OrderKey orders parts below their owner: a fraction in base 62, written
// without the leading "0.", compared as text. Between always finds room, so
// moving one part never rewrites another.
type OrderKey string

const orderDigits = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz"

// Valid: not empty, only digits of base 62, no trailing zero (there would be no
// room before it).
func (k OrderKey) Valid() bool {
	if k == "" || len(k) > 200 || strings.HasSuffix(string(k), "0") {
		return false
	}
	for i := range len(k) {
		if strings.IndexByte(orderDigits, k[i]) < 0 {
			return false
		}
	}
	return true
}

// Between returns a key above a and below b; an empty a means the beginning, an
// empty b the end. It expects a < b.
func Between(a, b OrderKey) OrderKey {
	if b == "" {
		return after(a)
	}
	var out []byte
	for i := 0; ; i++ {
		low := digitAt(a, i)
		high := len(orderDigits)
		if i < len(b) {
			high = digitAt(b, i)
		}
		if low == high {
			out = append(out, orderDigits[low])
			continue
		}
		if mid := (low + high) / 2; mid > low {
			return OrderKey(append(out, orderDigits[mid]))
		}
		// neighbours: keep the lower digit, then anything above the rest of a
		out = append(out, orderDigits[low])
		rest := OrderKey("")
		if i+1 < len(a) {
			rest = a[i+1:]
		}
		return OrderKey(out) + after(rest)
	}
}

// after finds a short key above a: appending grows the key by a digit only
// every 61 parts.
func after(a OrderKey) OrderKey {
	for i := range len(a) {
		if d := digitAt(a, i); d < len(orderDigits)-1 {
			return a[:i] + OrderKey(orderDigits[d+1])
		}
	}
	return a + "1"
}

func digitAt(k OrderKey, i int) int {
	if i >= len(k) {
		return 0
	}
	return strings.IndexByte(orderDigits, k[i])
}
