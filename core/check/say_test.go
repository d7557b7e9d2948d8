package check

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// A finding is the same while its facts are, in whatever words it is told.
func TestRewordingChangesNoBasis(t *testing.T) {
	basis := func(says wording, facts ...string) (string, string) {
		p := &Pass{analyzer: &Analyzer{Name: "any/rule", Severity: Warning}}
		p.Report(Finding{Subject: "s", says: says}, facts...)
		return p.found[0].Basis, p.found[0].Message
	}
	one, told := basis(say("%s is part of %d wholes.", "Hive", 2))
	require.Equal(t, "Hive is part of 2 wholes.", told)
	other, told := basis(say("There are %[2]d wholes of %[1]s", "Hive", 2).and(", which is too many."))
	require.Equal(t, "There are 2 wholes of Hive, which is too many.", told)
	require.Equal(t, one, other)

	for _, says := range []wording{say("%s is part of %d wholes.", "Hive", 3), say("%s is part of %d wholes.", "Frame", 2), say("%s", "Hive"), say("Hive is part of 2 wholes.")} {
		basis, _ := basis(says)
		require.NotEqual(t, one, basis, says.text)
	}
	more, _ := basis(say("%s is part of %d wholes.", "Hive", 2), "Apiary")
	require.NotEqual(t, one, more, "further facts count")
	require.Equal(t, []string{"a"}, say("%s", "a").facts, "and what is said first is not written over")
	base := say("%s", "a")
	_ = base.and("%s", "b")
	require.Equal(t, []string{"a", "c"}, base.and("%s", "c").facts)
}
