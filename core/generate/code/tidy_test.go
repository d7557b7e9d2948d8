package code

import (
	"testing"

	"github.com/stretchr/testify/require"
)

func TestBlanksThatTemplatesLeave(t *testing.T) {
	for _, c := range []struct{ name, written, left string }{
		{"nothing", "\n \n", "\n"},
		{"around all", "\n\n  a\n\n", "a\n"},
		{"at ends of lines", "a \t\n\tb  \r\n", "a\n\tb\n"},
		{"several blank lines", "a\n\n \n\nb\n\nc\nd", "a\n\nb\n\nc\nd\n"},
		{"beside braces", "a {\n\n\n  b\n\n  }\n\n}\n", "a {\n  b\n  }\n}\n"},
		{"braces within a line", "a { b }\n\nc", "a { b }\n\nc\n"},
	} {
		require.Equal(t, c.left, tidy(c.written), c.name)
	}
	for _, c := range []struct{ name, written, left string }{
		{"the name of a section", "class A {\npublic:\n\n\n    A();\n\nprivate:\n\n    int b;\n};", "class A {\npublic:\n    A();\n\nprivate:\n    int b;\n};\n"},
		{"an empty section", "class A {\npublic:\n    A();\n\nprivate:\n\n};", "class A {\npublic:\n    A();\n};\n"},
		{"nothing but an empty section", "class A {\nprivate:\n};", "class A {\n};\n"},
		{"a namespace", "namespace a::b {\nclass C {\n};\n} // namespace a::b", "namespace a::b {\n\nclass C {\n};\n\n} // namespace a::b\n"},
		{"an empty namespace", "namespace a {\n} // namespace a", "namespace a {\n\n} // namespace a\n"},
	} {
		require.Equal(t, c.left, tidyCpp(c.written), c.name)
	}
}
