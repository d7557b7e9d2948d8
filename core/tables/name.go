package tables

import (
	"crypto/sha256"
	"encoding/hex"
	"strings"
	"unicode"
	"unicode/utf8"

	"golang.org/x/text/unicode/norm"

	"lexeon/core/model"
)

// namer gives names that are written as the options say, as long as the database takes, and
// different from each other where they must be, whatever the case and the accents.
type namer struct {
	options Options
	taken   map[string]bool
}

func newNamer(o Options) *namer { return &namer{options: o, taken: map[string]bool{}} }

// written is a name of the model as the options write it, with what comes before and behind it;
// empty parts are left out.
func (n *namer) written(parts ...string) string {
	var out []string
	for _, part := range parts {
		if n.options.Names == "written" {
			part = strings.TrimSpace(plane(part))
		} else {
			part = strings.Join(model.Words(plane(part)), "_")
			part = strings.ToLower(part)
		}
		if part != "" {
			out = append(out, part)
		}
	}
	return strings.Join(out, "_")
}

// plane leaves out of a name what not every database takes in one: characters beyond the basic plane
// (MariaDB, Identifier Names), and such as are not seen.
func plane(s string) string {
	return strings.Map(func(r rune) rune {
		switch {
		case r > 0xFFFF, r == utf8.RuneError, unicode.Is(unicode.Cf, r), unicode.IsControl(r):
			return '_'
		}
		return r
	}, s)
}

// take makes a name one that nothing else here has. where names the place in which names differ; "" is
// everywhere.
func (n *namer) take(where, name, otherwise string) string {
	if strings.Trim(name, "_ ") == "" {
		name = otherwise
	}
	name = n.options.Limit.shorten(name)
	for i, unique := 1, name; ; i++ {
		if i > 1 {
			unique = n.options.Limit.shortenWith(name, "_"+itoa(i))
		}
		key := where + "\x00" + fold(unique)
		if !n.taken[key] && !systemColumns[fold(unique)] {
			n.taken[key] = true
			return unique
		}
	}
}

// systemColumns are names that PostgreSQL gives to every table: PostgreSQL 17, 5.6.
var systemColumns = map[string]bool{"tableoid": true, "xmin": true, "cmin": true, "xmax": true, "cmax": true, "ctid": true}

func (n *namer) isFree(where, name string) bool {
	return !n.taken[where+"\x00"+fold(n.options.Limit.shorten(name))]
}

func itoa(i int) string {
	if i < 10 {
		return string(rune('0' + i))
	}
	return itoa(i/10) + string(rune('0'+i%10))
}

// fold is a name without case and accents: some databases compare names so.
func fold(s string) string {
	var b strings.Builder
	for _, r := range norm.NFD.String(strings.ToLower(s)) {
		switch {
		case unicode.Is(unicode.Mn, r):
		case r == 'ß':
			b.WriteByte('s')
		default:
			b.WriteRune(r)
		}
	}
	return strings.TrimRight(b.String(), " ")
}

// shorten cuts a name that is too long, and puts a hash of all of it at the end, so that names which
// begin alike stay different.
func (l Limit) shorten(name string) string { return l.shortenWith(name, "") }

func (l Limit) shortenWith(name, ending string) string {
	if l.fits(name + ending) {
		return name + ending
	}
	sum := sha256.Sum256([]byte(name))
	ending = "_" + hex.EncodeToString(sum[:3]) + ending
	for name != "" && !l.fits(name+ending) {
		_, size := utf8.DecodeLastRuneInString(name)
		name = name[:len(name)-size]
	}
	return strings.TrimRight(name, "_ ") + ending
}

func (l Limit) fits(name string) bool {
	return (l.Bytes == 0 || len(name) <= l.Bytes) && (l.Characters == 0 || utf8.RuneCountInString(name) <= l.Characters)
}

// hasPrefix reports whether a name begins with another one and a line.
func hasPrefix(name, prefix string) bool {
	return prefix != "" && strings.HasPrefix(fold(name), fold(prefix)+"_")
}
