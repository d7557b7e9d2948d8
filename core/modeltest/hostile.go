package modeltest

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// hostileNames are names that would break out of a comment, a text, a path or a name, that are words of a language, and
// that are alike.
var hostileNames = []string{"*/", "/*", "//", "#", `"`, `'`, `"""`, "`", "..", "../../etc/passwd", `C:\x`, "a/b", "${x}", "{{.}}", "%s", `\u002a/`, `\`, "<b>&amp;", "]]>", "--", "??/", "@Deprecated",
	"class", "def", "func", "interface", "namespace", "function", "self", "this", "None", "null", "String", "Object", "Error", "System", "std", "operator", "new", "delete", "True", "async", "record", "value",
	"😀", "Ωmega", "שלום", "مرحبا", "日本語", "Ñandú", "lot", "Lot", "LOT", "lOt", "l o t", "l-o-t", "1", "007", "x 1", "", "validate", "dispose", "equals", "toString", "con", "aux", "nul", strings.Repeat("long name ", 50)}

// HostileModel is a model that bears them all: as classes, attributes, operations, parameters, literals, roles, associations
// and in definitions, conditions and defaults.
func HostileModel(t testing.TB) *model.Model {
	m := model.Empty(`*/ "Hostile" \ ..`)
	did, refused := 0, 0
	do := func(changes ...model.Change) bool {
		next, _, _, err := model.Edit(m, changes)
		if err != nil {
			refused++
			return false
		}
		m = next
		did++
		return true
	}
	text := func(name string) string { return name + "\n*/ \"\"\" ]]> */\n\\\n" + name + "\\" }
	var classes []model.ID
	for i, name := range hostileNames {
		id := model.ID(fmt.Sprintf("c%d", i))
		if !do(&model.AddElement{ID: id, Kind: model.Class, Name: name}) {
			continue
		}
		classes = append(classes, id)
		do(&model.SetDefinition{ID: id, Text: text(name)})
		for k := range 4 {
			other := hostileNames[(i*7+k*5)%len(hostileNames)]
			part := model.ID(fmt.Sprintf("p%d-%d", i, k))
			switch k {
			case 0, 1:
				do(&model.AddPart{ID: part, Owner: id, Kind: model.Attribute, Name: other, Set: model.P("typeName", []string{"Text", "Integer"}[k], "default", []string{fmt.Sprintf("%q", other), "7"}[k])})
				do(&model.SetDefinition{ID: part, Text: text(other)})
			default:
				if do(&model.AddPart{ID: part, Owner: id, Kind: model.Operation, Name: other}) {
					do(&model.AddPart{ID: part + "x", Owner: part, Kind: model.Parameter, Name: hostileNames[(i+k)%len(hostileNames)], Set: model.P("typeName", "Text")})
					do(&model.SetDefinition{ID: part, Text: text(other)})
				}
			}
		}
	}
	do(&model.AddElement{ID: "e", Kind: model.Enumeration, Name: "*/ kinds"})
	for i, name := range hostileNames {
		do(&model.AddPart{ID: model.ID(fmt.Sprintf("l%d", i)), Owner: "e", Kind: model.Literal, Name: name})
	}
	for i := range classes {
		a, b := classes[i], classes[(i*5+1)%len(classes)]
		do(&model.Connect{ID: model.ID(fmt.Sprintf("r%d", i)), Kind: model.Association, Name: hostileNames[i], Ends: []model.NewEnd{
			{ID: model.ID(fmt.Sprintf("r%da", i)), Type: a, Set: model.P("multiplicity", "0..1")},
			{ID: model.ID(fmt.Sprintf("r%db", i)), Type: b, Role: hostileNames[(i+3)%len(hostileNames)], Set: model.P("multiplicity", "0..*", "question", text(hostileNames[i]))}}})
	}
	require.Greater(t, did, 500)
	require.Less(t, refused, did/8)
	return m
}
