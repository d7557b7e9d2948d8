package english_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/english"
)

func TestRoles(t *testing.T) {
	for _, c := range []struct{ name, front, behind string }{
		{"supervises", "supervising", "supervised"},
		{"treats", "treating", "treated"},
		{"finds", "finding", "found"},
		{"carries", "carrying", "carried"},
		{"ships", "shipping", "shipped"},
		{"ties", "tying", "tied"},
		{"sees", "seeing", "seen"},
		{"Owns", "owning", "owned"},
		{"is supervised by", "supervised", "supervising"},
		{"is kept by", "kept", "keeping"},
		{"has", "", ""},
		{"is", "", ""},
		{"is kept in", "", ""},
		{"belongs to", "", ""},
		{"membership", "", ""},
		{"", "", ""},
		{"日本", "", ""},
	} {
		front, behind := english.Roles(c.name)
		require.Equal(t, [2]string{c.front, c.behind}, [2]string{front, behind}, c.name)
	}
}
