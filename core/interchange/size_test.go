package interchange

import (
	"bytes"
	"fmt"
	"runtime"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// A file with too much in it is refused before any of it is built.
func TestFilesWithTooMuchInThem(t *testing.T) {
	rows := func(n int) []byte {
		var b bytes.Buffer
		b.WriteString(`{"format": "lexeon", "version": 1, "project": {"name": "X"}, "terms": [`)
		for i := range n {
			if i > 0 {
				b.WriteString(",\n")
			}
			fmt.Fprintf(&b, `{"id" : "t%d", "name": "Thing \"id\": %d"}`, i, i)
		}
		b.WriteString(`]}`)
		return b.Bytes()
	}
	var before, after runtime.MemStats
	many := rows(model.MaxRows + 1)
	runtime.ReadMemStats(&before)
	_, err := ReadFile(many)
	runtime.ReadMemStats(&after)
	require.ErrorContains(t, err, fmt.Sprintf("line %d: the file holds more than %d rows", model.MaxRows+1, model.MaxRows))
	require.Less(t, after.TotalAlloc-before.TotalAlloc, uint64(1<<20), "nothing was built")
	require.Nil(t, tooLarge(rows(model.MaxRows)), "a model of the largest size is read")

	_, err = ReadFile([]byte(`{"format": "lexeon", "zz": [` + strings.Repeat("0,", maxValues) + `0]}`))
	require.ErrorContains(t, err, "values: at most so many are read")
	for _, cut := range []string{`{"a`, `{"a\`, `"`, `{"id"`, `{"id" `, ``} {
		require.Nil(t, tooLarge([]byte(cut)))
	}
}
