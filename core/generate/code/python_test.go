package code

import (
	"testing"
)

func TestPythonTakesWhatIsGenerated(t *testing.T) {
	dir := t.TempDir()
	var parts []string
	for i, m := range models(t, 60) {
		written(t, dir, Python, m, otherwise(Python, i, map[string]string{"package": folder(i)}))
		if of, ok := partOf(m); ok {
			written(t, dir, Python, m, map[string]string{"package": folder(i) + "part", "of": of})
			parts = append(parts, folder(i)+"part")
		}
	}
	accepts(t, dir, "python3", "-W", "error", "-m", "compileall", "-q", ".")
	all := "import "
	typed := []string{"--strict", "--no-error-summary", "--no-color-output"}
	for i := range 61 {
		if i > 0 {
			all += ", "
		}
		all += folder(i)
		typed = append(typed, "-p", folder(i))
	}
	for _, p := range parts {
		all += ", " + p
		typed = append(typed, "-p", p)
	}
	accepts(t, dir, "python3", "-W", "error", "-c", all)
	accepts(t, dir, "mypy", typed...)
}

func TestPythonKeepsLinks(t *testing.T) {
	behaves(t, pythonAs, Python, "behave.py", func(i int) map[string]string { return map[string]string{"package": folder(i)} }, func(string) {}, "python3", "behave.py")
}
