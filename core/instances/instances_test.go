package instances_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/instances"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// told writes a verdict: each class that can have no instances, those that go with
// it, and how many facts prove it.
func told(m *model.Model, v instances.Verdict) string {
	var out []string
	name := func(id model.ID) string { return m.Element(id).Name }
	for _, c := range v.Contradictions {
		all := []string{name(c.Class)}
		for _, id := range c.Also {
			all = append(all, name(id))
		}
		slices.Sort(all)
		line := strings.Join(all, "+")
		if c.Endless {
			line += " without end"
		}
		out = append(out, fmt.Sprintf("%s by %d", line, len(c.Facts)))
	}
	slices.Sort(out)
	return strings.Join(out, "; ")
}

func TestJudge(t *testing.T) {
	for _, c := range []struct{ title, lines, want string }{
		{"nothing said", "Apiary -- Hive", ""},
		{"one to many", "1 Apiary is made of 1..* Hive", ""},
		{"many to many", "1..* Apiary -- 2..5 Hive", ""},
		{"ratios that agree", "1 Lot has 2 Sample\n2 Sample -- 1 Lot", ""},
		{"a ratio above one, in a circle of two", "1 Lot has 2 Sample\n1 Sample tests 1 Lot", "Lot+Sample by 4"},
		{"and with room", "1 Lot has 2 Sample\n1 Sample tests 0..1 Lot", ""},
		{"with optional ones", "1 Lot has 0..2 Sample\n1 Sample tests 1 Lot", ""},
		{"undecided says nothing", "? Lot has 2 Sample\n1 Sample tests 1 Lot", ""},
		{"a circle of three", "1 Hive has 2 Frame\n1 Frame has 2 Cell\n1 Cell keeps 1 Hive", "Cell+Frame+Hive by 6"},
		{"a circle of three that fits", "1 Hive has 2 Frame\n2 Frame has 1 Cell\n1 Cell keeps 1 Hive", ""},
		{"to itself, two for one", "1 Hive follows 2 Hive as next", "Hive by 2"},
		{"to itself, one for one", "1 Hive follows 1 Hive as next", ""},
		{"more needed than there can be, through a kind", "class Sample\nclass Lot\nSample is a kind of Lot\n1 Lot has 2 Sample", "Lot+Sample by 3"},
		{"as many as there can be, through a kind", "class Sample\nclass Lot\nSample is a kind of Lot\n1 Lot has 1 Sample", ""},
		{"an abstract class of one kind", "class Sample\nabstract Lot\nSample is a kind of Lot\n2 Lot has 1 Sample", "Lot+Sample by 3"},
		{"a class of one kind that is not abstract", "class Sample\nclass Lot\nSample is a kind of Lot\n2 Lot has 1 Sample", ""},
		{"an abstract class without kinds is open", "abstract Lot\n1 Lot has 2 Sample", ""},
		{"two kinds, each as many as all", "class Raw\nclass Fine\nclass Lot\nRaw is a kind of Lot\nFine is a kind of Lot\n1 Lot has 1 Raw\n1 Lot keeps 1 Fine", "Fine+Lot+Raw by 4"},
		{"two kinds, each half of all", "class Raw\nclass Fine\nclass Lot\nRaw is a kind of Lot\nFine is a kind of Lot\n2 Lot has 1 Raw\n2 Lot keeps 1 Fine", ""},
		{"a complete set leaves nothing of its own", "class Raw\nclass Lot\nclass Can\nRaw is a kind of Lot in state {complete}\n1 Can keeps 2 Lot\n1 Can has 1 Raw", "Can+Lot+Raw by 5"},
		{"an incomplete set does not", "class Raw\nclass Lot\nclass Can\nRaw is a kind of Lot in state {incomplete}\n1 Can keeps 1 Lot\n1 Can has 2 Raw", "Can+Lot+Raw by 5"},
		{"an incomplete set with room", "class Raw\nclass Lot\nclass Can\nRaw is a kind of Lot in state {incomplete}\n1 Can keeps 2 Lot\n1 Can has 1 Raw", ""},
		{"of two disjoint kinds", "class Odd\nclass Raw\nclass Fine\nclass Lot\nRaw is a kind of Lot in state {disjoint}\nFine is a kind of Lot in state {disjoint}\nOdd is a kind of Raw\nOdd is a kind of Fine", "Odd by 5"},
		{"an association class", "class Stay\n* Lot kept in * Store through Stay\n1 Stay has 1 Lot\n1 Lot has 3 Stay", "Lot+Stay by 4"},
		{"an association class, one for each", "class Stay\n1 Lot kept in 1 Store through Stay\n1 Stay has 2 Lot", "Lot+Stay+Store by 4"},
		{"keys count per key", "1 Lot [day] has 2 Sample\n1 Sample tests 1 Lot", ""},
		{"a data type has values without end", "dataType Colour\n1 Lot has 2 Colour\n1 Colour tints 1 Lot", ""},
		{"a part of two wholes that it takes turns in", "class Hive\n0..1 Apiary is made of 1 Hive\n0..1 Trailer is made of 1 Hive", ""},
		{"a part of two wholes that are as many as the parts", "class Hive\n0..1 Apiary is made of 1 Hive\n0..1 Trailer is made of 1 Hive\n1 Apiary keeps 1 Hive\n1 Trailer keeps 1 Hive", "Apiary+Hive+Trailer by 5"},
		{"the same, where the wholes are one", "class Hive\nclass Trailer\nclass Apiary\nTrailer is a kind of Apiary\n0..1 Apiary is made of 1 Hive\n0..1 Trailer is made of 1 Hive", ""},
		{"folders in folders", "0..1 Folder is made of 0..* Folder", ""},
		{"parts without end", "class File\nabstract Item\nclass Folder\nFile is a kind of Item\nFolder is a kind of Item\n0..1 Folder is made of 1..* Item", ""},
		{"parts without end, by one kind only", "abstract Item\nclass Folder\nFolder is a kind of Item\n0..1 Folder is made of 1..* Item", "Folder+Item without end by 3"},
		{"wholes without end", "class Box\nclass Crate\nBox is a kind of Crate\n1 Box is made of 0..* Crate", "Box+Crate without end by 2"},
		{"parts in a circle", "0..1 Frame is made of 1..* Cell\n0..1 Cell is made of 1..* Frame", "Cell+Frame without end by 2"},
		{"kinds by two sets, each complete", "class Raw\nclass Fine\nclass Own\nclass Lot\nRaw is a kind of Lot in state {disjoint, complete}\nFine is a kind of Lot in state {disjoint, complete}\nOwn is a kind of Lot in origin {complete}\n1 Raw has 1 Fine", ""},
		{"kinds by two sets, one too many", "class Raw\nclass Fine\nclass Own\nclass Lot\nRaw is a kind of Lot in state {disjoint, complete}\nFine is a kind of Lot in state {disjoint, complete}\nOwn is a kind of Lot in origin {complete}\n1 Lot has 1 Raw\n1 Lot keeps 1 Fine", "Fine+Lot+Own+Raw by 5"},
		{"kinds that overlap", "class Raw\nclass Fine\nclass Lot\nRaw is a kind of Lot in state {overlapping}\nFine is a kind of Lot in state {overlapping}\n1 Lot has 1 Raw\n1 Lot keeps 1 Fine", ""},
		{"a kind with more than there can be, wholly", "class Sample\nclass Lot\nSample is a kind of Lot in state {incomplete}\n1 Can keeps 1 Lot\n1 Can has 2 Sample", "Can+Lot+Sample by 5"},
		{"needs one that cannot be", "1 Lot has 2 Sample\n1 Sample tests 1 Lot\n* Jar holds 1 Lot", "Jar+Lot+Sample by 4"},
		{"two causes", "1 Lot has 2 Sample\n1 Sample tests 1 Lot\n1 Hive has 2 Frame\n1 Frame rests 1 Hive", "Frame+Hive by 4; Lot+Sample by 4"},
	} {
		t.Run(c.title, func(t *testing.T) {
			m := built(t, c.lines)
			require.Equal(t, c.want, told(m, instances.Judge(m, instances.Apart, instances.Live)))
		})
	}
}

// built builds a model; "abstract X" makes an abstract class.
func built(t testing.TB, text string) *model.Model {
	var lines, abstract []string
	for line := range strings.SplitSeq(text, "\n") {
		if name, is := strings.CutPrefix(line, "abstract "); is {
			abstract = append(abstract, name)
			line = "class " + name
		}
		lines = append(lines, line)
	}
	m := modeltest.Build(t, lines...)
	for _, name := range abstract {
		next, _, _, err := model.Edit(m, []model.Change{&model.SetClassifier{ID: m.ClassifiersNamed(name)[0].ID, Set: model.P("abstract", true)}})
		require.NoError(t, err)
		m = next
	}
	return m
}
