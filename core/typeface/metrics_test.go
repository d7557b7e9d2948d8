package typeface

import (
	"bytes"
	"encoding/binary"
	"flag"
	"os"
	"path/filepath"
	"testing"

	"github.com/go-text/typesetting/font"
	"github.com/stretchr/testify/require"
)

var update = flag.Bool("update", false, "write the files that the page measures with")

// withoutOutlines leaves of a TrueType file what measuring takes.
func withoutOutlines(t *testing.T, file []byte) []byte {
	t.Helper()
	left := map[string]bool{"GDEF": true, "GPOS": true, "GSUB": true, "OS/2": true, "cmap": true, "head": true, "hhea": true, "hmtx": true, "maxp": true}
	type table struct {
		tag  string
		data []byte
	}
	var tables []table
	for i := range int(binary.BigEndian.Uint16(file[4:])) {
		record := file[12+16*i:]
		if tag := string(record[:4]); left[tag] {
			from, size := binary.BigEndian.Uint32(record[8:]), binary.BigEndian.Uint32(record[12:])
			tables = append(tables, table{tag, file[from : from+size]})
		}
	}
	require.Len(t, tables, len(left))
	out := append([]byte{}, file[:4]...)
	out = binary.BigEndian.AppendUint16(out, uint16(len(tables)))
	out = append(out, make([]byte, 6)...)
	at := uint32(12 + 16*len(tables))
	for _, x := range tables {
		out = append(out, x.tag...)
		out = binary.BigEndian.AppendUint32(out, 0)
		out = binary.BigEndian.AppendUint32(out, at)
		out = binary.BigEndian.AppendUint32(out, uint32(len(x.data)))
		at += uint32((len(x.data) + 3) &^ 3)
	}
	for _, x := range tables {
		out = append(out, x.data...)
		for len(out)%4 != 0 {
			out = append(out, 0)
		}
	}
	return out
}

// The page measures with files without outlines; they are those of the full files,
// and every text is as wide.
func TestMetricFiles(t *testing.T) {
	texts := []string{"", "HoneyLot", "AVATAR Type fi ffl WAY To", "- mass: Decimal = 0 {readOnly}", "Größe, Ærøskøbing, naïveté, Łódź", "0..* «resource» 1 234,56 %", "日本 ☃ 🐝", "→ ≥ ½"}
	for _, f := range Faces {
		full, err := FontFile(f)
		require.NoError(t, err)
		name := filepath.Join("metrics", fileNames[f]+".ttf")
		if *update {
			require.NoError(t, os.WriteFile(name, withoutOutlines(t, full), 0o644))
		}
		data, err := os.ReadFile(name)
		require.NoError(t, err)
		require.True(t, bytes.Equal(withoutOutlines(t, full), data), "%s: run go test ./core/typeface -update", name)
		face, err := font.ParseTTF(bytes.NewReader(data))
		require.NoError(t, err)
		want, got := New(), New()
		got.faces[f] = face
		for _, text := range texts {
			require.Equal(t, want.Glyphs(f, text), got.Glyphs(f, text), "%s %q", f, text)
			require.InDelta(t, want.Width(f, 14, text), got.Width(f, 14, text), 0, "%s %q", f, text)
		}
	}
}
