package model

import "strings"

// OrderKey orders parts below their owner: a fraction in base 62, written
// without the leading "0.", compared as text. Between always finds room, so
// moving one part rewrites no other, unless keys have grown long: then those
// around are renewed.
type OrderKey string

const (
	orderDigits = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz"
	orderBase   = len(orderDigits)
	// maxOrderKey is how long a key may be that is read. What is made here stays below
	// longOrderKey.
	maxOrderKey  = 200
	longOrderKey = 24
)

// Valid: not empty, only digits of base 62, no trailing zero (there would be no
// room before it).
func (k OrderKey) Valid() bool {
	if k == "" || len(k) > maxOrderKey || strings.HasSuffix(string(k), "0") {
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
// empty b the end. It expects a < b. One after the other, in either direction and
// wherever they begin, keys grow by the logarithm of the logarithm of their number.
func Between(a, b OrderKey) OrderKey {
	switch {
	case a == "" && b == "":
		return "1"
	case b == "":
		return after(a)
	}
	for i := 0; ; i++ {
		if i >= len(a) {
			return b[:i] + before(b[i:])
		}
		low, high := digitAt(a, i), digitAt(b, i)
		switch mid := (low + high) / 2; {
		case low == high:
		case mid > low:
			return a[:i] + digit(mid)
		case i+1 < len(a): // neighbours: anything above the rest of a
			return a[:i+1] + after(a[i+1:])
		case i+1 < len(b): // or the digit of b, and anything below its rest
			return b[:i+1] + before(b[i+1:])
		default:
			return a[:i+1] + digit(orderBase/2)
		}
	}
}

// after counts on: the next number of the same length, or of more than twice that
// length where none is left.
func after(a OrderKey) OrderKey {
	for i := len(a) - 1; i >= 0; i-- {
		d := digitAt(a, i)
		if d == orderBase-1 {
			continue
		}
		next := a[:i] + digit(d+1)
		if rest := len(a) - i - 1; rest > 0 {
			next += zeros(rest-1) + "1"
		}
		return next
	}
	return a + zeros(len(a)) + "1"
}

// before counts back: the number before it of the same length, or of more than twice
// that length where none is left.
func before(b OrderKey) OrderKey {
	n := []byte(b)
	for i := len(n) - 1; i >= 0; i-- {
		d := digitAt(b, i)
		if d > 1 || d == 1 && i < len(n)-1 {
			n[i] = orderDigits[d-1]
			for k := i + 1; k < len(n); k++ {
				n[k] = orderDigits[orderBase-1]
			}
			return OrderKey(n)
		}
	}
	return zeros(len(b)) + OrderKey(strings.Repeat(orderDigits[orderBase-1:], len(b)+1))
}

func zeros(n int) OrderKey { return OrderKey(strings.Repeat("0", n)) }

func digit(d int) OrderKey { return OrderKey(orderDigits[d : d+1]) }

func digitAt(k OrderKey, i int) int {
	if i >= len(k) {
		return 0
	}
	return strings.IndexByte(orderDigits, k[i])
}
