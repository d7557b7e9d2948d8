package code

import (
	"strings"
	"testing"

	"lexeon/core/generate/generatetest"
	"lexeon/core/modeltest"
)

func TestPythonTakesWhatIsGenerated(t *testing.T) {
	demo, random := t.TempDir(), t.TempDir()
	packages := map[string][]string{}
	for i, m := range models(t, 200) {
		dir := apart(i, demo, random)
		written(t, dir, Python, m, otherwise(Python, i, map[string]string{"package": folder(i)}))
		packages[dir] = append(packages[dir], folder(i))
		if of, ok := partOf(m); ok {
			written(t, dir, Python, m, map[string]string{"package": folder(i) + "part", "of": of})
			packages[dir] = append(packages[dir], folder(i)+"part")
		}
	}
	imported(t, demo, packages[demo])
	generatetest.Once(t, "random models", random, []string{"python3", "mypy"}, func() { imported(t, random, packages[random]) })
}

// imported has packages imported, and their types checked.
func imported(t testing.TB, dir string, packages []string) {
	t.Helper()
	accepts(t, dir, "python3", "-W", "error", "-m", "compileall", "-q", ".")
	accepts(t, dir, "python3", "-W", "error", "-c", "import "+strings.Join(packages, ", "))
	typed := []string{"--strict", "--no-error-summary", "--no-color-output"}
	for _, p := range packages {
		typed = append(typed, "-p", p)
	}
	accepts(t, dir, "mypy", typed...)
}

func TestPythonKeepsLinks(t *testing.T) {
	behaves(t, pythonAs, Python, "behave.py", func(i int) map[string]string { return map[string]string{"package": folder(i)} }, []string{"python3"}, func(string) {}, "python3", "behave.py")
}

// What is under a key is found by it and stands in a map; that too many are under one, since an attribute changed, is told.
func TestKeysInPython(t *testing.T) {
	m := modeltest.Build(t, "class Bank", "class Account", "  number: Text", "  sort: Integer", `Bank [number] has 0..1 Account`, `Bank [sort] closes 0..* Account`)
	dir := t.TempDir()
	written(t, dir, Python, m, map[string]string{"package": "lots"})
	accepts(t, dir, "python3", "-W", "error", "-c", `
from lots import Account, Bank, Refused
bank = Bank()
one, two, three = (Account(number=n, sort=s) for n, s in [("1", 7), ("2", 7), ("1", 8)])
assert bank.add_account(one) and bank.add_account(two)
assert bank.accounts_by_number() == {"1": one, "2": two}
assert bank.find_account("2") is two and bank.find_account("3") is None
try:
    bank.add_account(three)
    raise AssertionError("there may be no more under this key")
except Refused:
    pass
bank.add_closed_account(one), bank.add_closed_account(three), bank.add_closed_account(two)
assert bank.closed_accounts_by_sort() == {7: [one, two], 8: [three]}
assert bank.validate() == []
two.number = "1"
assert bank.validate() == ["Bank.Account: more than 1 under one key"], bank.validate()
`)
}
