package golang

import (
	"go/token"
	"strconv"
	"strings"
	"unicode"

	"lexeon/core/model"
)

// initialisms that Go writes in capitals.
var initialisms = map[string]bool{"id": true, "url": true, "uri": true, "http": true, "xml": true, "json": true, "sql": true, "html": true, "uuid": true}

// exported makes an exported identifier of any name; fallback where nothing of
// it can be used.
func exported(name, fallback string) string {
	var b strings.Builder
	for _, w := range model.Words(name) {
		if initialisms[w] {
			b.WriteString(strings.ToUpper(w))
			continue
		}
		runes := []rune(letters(w))
		if len(runes) > 0 {
			b.WriteString(string(unicode.ToUpper(runes[0])) + string(runes[1:]))
		}
	}
	s := b.String()
	if s == "" {
		return fallback
	}
	if first := []rune(s)[0]; !unicode.IsUpper(first) {
		return "X" + s // a digit, or a script without capitals
	}
	return s
}

// unexported makes an unexported identifier that is no keyword and no
// predeclared name.
func unexported(name, fallback string) string {
	s := uncapitalized(name, fallback)
	if token.IsKeyword(s) || taken[s] {
		s += "Value"
	}
	return s
}

// uncapitalized makes an unexported identifier that could be one of those.
func uncapitalized(name, fallback string) string {
	var b strings.Builder
	for i, w := range model.Words(name) {
		runes := []rune(letters(w))
		if len(runes) == 0 {
			continue
		}
		switch {
		case i == 0 || b.Len() == 0:
			b.WriteString(string(runes))
		case initialisms[w]:
			b.WriteString(strings.ToUpper(w))
		default:
			b.WriteString(string(unicode.ToUpper(runes[0])) + string(runes[1:]))
		}
	}
	s := b.String()
	if s == "" {
		s = fallback
	}
	if !unicode.IsLetter([]rune(s)[0]) || unicode.IsUpper([]rune(s)[0]) {
		s = "x" + s
	}
	return s
}

// taken are names that a parameter or field must not hide in generated bodies.
var taken = map[string]bool{
	"any": true, "append": true, "bool": true, "byte": true, "error": true, "false": true, "int": true, "int64": true,
	"len": true, "nil": true, "string": true, "true": true, "time": true, "big": true, "errors": true, "fmt": true,
	"slices": true, "zero": true, "it": true, "init": true, "new": true, "result": true,
}

// letters keeps what Go allows in an identifier.
func letters(w string) string {
	return strings.Map(func(r rune) rune {
		if unicode.IsLetter(r) || unicode.IsDigit(r) {
			return r
		}
		return -1
	}, w)
}

// fileName makes a name for a source file: small ASCII letters and digits
// without separators, so that it can never end in _test or in the name of a
// system.
func fileName(name, fallback string) string {
	s := strings.Map(func(r rune) rune {
		switch {
		case r >= 'a' && r <= 'z' || r >= '0' && r <= '9':
			return r
		case r >= 'A' && r <= 'Z':
			return r + 'a' - 'A'
		}
		return -1
	}, name)
	if s == "" {
		return fallback
	}
	return s
}

// packageName of a project.
func packageName(project string) string {
	s := strings.Map(func(r rune) rune {
		if r >= 'a' && r <= 'z' || r >= '0' && r <= '9' {
			return r
		}
		return -1
	}, strings.ToLower(project))
	s = strings.TrimLeft(s, "0123456789")
	if s == "" || token.IsKeyword(s) || taken[s] || s == "main" {
		return "model" + s
	}
	return s
}

// standard are the first parts of the paths of Go's own packages: a module under one of them
// would hide behind these.
var standard = func() map[string]bool {
	out := map[string]bool{}
	for _, name := range strings.Fields(`archive arena bufio builtin bytes cmp compress container context crypto database debug
		embed encoding errors expvar flag fmt go hash html image index io iter log maps math mime net os path plugin reflect regexp
		runtime simd slices sort strconv strings structs sync syscall testing text time unicode unique unsafe weak cmd internal vendor`) {
		out[name] = true
	}
	return out
}()

// names hands out identifiers that are unique within a scope.
type names map[string]bool

func (n names) take(want string) string {
	name := want
	for i := 2; n[name]; i++ {
		name = want + strconv.Itoa(i)
	}
	n[name] = true
	return name
}
