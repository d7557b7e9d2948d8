package view_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/view"
)

// The files of a folder stand together, before those of folders in it.
func TestFilesStandInTheirFolders(t *testing.T) {
	var made generate.Output
	for _, path := range []string{"src/Links.java", "src/lots/Lot.java", "src/package-info.java", "src/lots/jars/Jar.java", "src/lots/package-info.java", "README"} {
		made.Files = append(made.Files, generate.File{Path: path})
	}
	var paths []string
	for _, f := range view.OutputOf(model.Empty("Honey"), made).Files {
		paths = append(paths, f.Path)
	}
	require.Equal(t, []string{"README", "src/Links.java", "src/package-info.java", "src/lots/Lot.java", "src/lots/package-info.java", "src/lots/jars/Jar.java"}, paths)
}
