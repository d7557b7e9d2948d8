package code

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// Each line of code leads back to what it was made from, and each member to its lines.
func TestLinesLeadToElements(t *testing.T) {
	m := modeltest.Demo(t)
	lot := m.Named("HoneyLot", model.Class)[0]
	mass := m.Children(lot.ID, model.Attribute)
	for _, target := range []*generate.Target{Java, CSharp, TypeScript, Python, Cpp} {
		out, err := target.Run(m, nil, nil)
		require.NoError(t, err)
		found := map[model.ID]string{}
		marked := 0
		for _, f := range out.Files {
			require.NotContains(t, f.Content, "\x01", f.Path)
			lines := strings.Split(f.Content, "\n")
			last := 0
			for _, s := range f.Lines {
				require.Greater(t, s.From, last, f.Path)
				require.GreaterOrEqual(t, s.To, s.From)
				require.LessOrEqual(t, s.To, len(lines))
				last = s.To
				text := strings.Join(lines[s.From-1:s.To], "\n")
				require.NotEmpty(t, strings.TrimSpace(lines[s.From-1]), "%s begins with a line that is not blank", f.Path)
				found[s.Element] += text + "\n"
				marked++
			}
		}
		require.Greater(t, marked, 100, target.Name)
		for _, a := range mass {
			name := strings.ToLower(strings.ReplaceAll(a.Name, " ", ""))
			require.Contains(t, strings.ToLower(strings.ReplaceAll(found[a.ID], "_", "")), name, "%s: %s", target.Name, a.Name)
		}
		for _, a := range m.Relationships(model.Association) {
			require.NotEmpty(t, found[a.ID], "%s: the association %s", target.Name, a.Name)
		}
	}
}

// In models with hostile names marks leave nothing behind, and lines are told all the same.
func TestLinesOfHostileNames(t *testing.T) {
	for seed := range uint64(12) {
		m := modeltest.Coded(seed, true)
		for _, target := range []*generate.Target{Java, CSharp, TypeScript, Python, Cpp} {
			out, err := target.Run(m, nil, nil)
			require.NoError(t, err)
			for _, f := range out.Files {
				require.NotContains(t, f.Content, "\x01")
				require.NotContains(t, f.Content, "\x02")
				u := m.Element(f.Subject)
				if u != nil && len(m.Children(u.ID, model.Attribute)) > 0 && (u.Kind == model.Class || u.Kind == model.DataType) {
					require.NotEmpty(t, f.Lines, "%s %s", target.Name, f.Path)
				}
			}
		}
	}
}
