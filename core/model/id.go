package model

import (
	"crypto/sha256"
	"encoding/base32"
	"strings"
)

// ID identifies a row within one project: 1 to 64 letters, digits, '-' or '_'.
// The caller makes ids; the core only derives them (DeriveID).
type ID string

const maxIDLength = 64

// Valid reports whether id may be used for a row.
func (id ID) Valid() bool {
	if len(id) == 0 || len(id) > maxIDLength {
		return false
	}
	for i := range len(id) {
		c := id[i]
		if !(c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9' || c == '-' || c == '_') {
			return false
		}
	}
	return true
}

// DeriveID hashes its key to an id, so that deriving twice gives the same row.
func DeriveID(key ...string) ID {
	sum := sha256.Sum256([]byte(strings.Join(key, "\x00")))
	return ID(strings.ToLower(base32.StdEncoding.WithPadding(base32.NoPadding).EncodeToString(sum[:10])))
}
