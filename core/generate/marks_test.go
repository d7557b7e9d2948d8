package generate_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
)

func TestMarks(t *testing.T) {
	text := "class A {\n\n" + generate.At("x") + "  int x;\n" + generate.At("y") + "\n  int y; void f() { g(); }\n" + generate.Back() + "}\n"
	plain, marks := generate.Unmarked(text)
	require.Equal(t, "class A {\n\n  int x;\n\n  int y; void f() { g(); }\n}\n", plain)
	for formatted, want := range map[string][]generate.Span{
		plain: {{From: 3, To: 3, Element: "x"}, {From: 5, To: 5, Element: "y"}},
		"class A {\n  int x;\n  int y;\n  void f() {\n    g();\n  }\n}\n": {{From: 2, To: 2, Element: "x"}, {From: 3, To: 6, Element: "y"}},
		strings.ReplaceAll(plain, "int x", "long x"):                      nil, // more than blanks
		"": nil,
	} {
		require.Equal(t, want, generate.Spans(formatted, marks), formatted)
	}
	_, none := generate.Unmarked("a\nb\n")
	require.Empty(t, generate.Spans("a\nb\n", none))
	_, cut := generate.Unmarked("a\n\x01never ended")
	require.Empty(t, generate.Spans("a\n", cut))
}
