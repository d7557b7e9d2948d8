package scene

import (
	"slices"

	"lexeon/core/geometry"
	"lexeon/core/halt"
)

// fitted is where a label is.
type fitted struct {
	at   place
	seen Rect // what was looked at to find it; nothing of it changed: it is there still
}

// fitting finds a place for every label of a drawing: first for those that a person
// moved, then for the ends, then for the names. No label covers a shape or another label
// as long as there is any room near its line; covering lines is avoided. A label stays
// where it was in the former drawing if nothing differs where it looked; so each is where
// it would be found at once.
type fitting struct {
	sign   *halt.Sign
	lines  []*drawnLine // in drawing order
	former *drawnLines
	now    *drawnLines

	changed []Rect // where anything differs from the former drawing
	boxes   []Rect // of the labels that have a place
	ground  *occupied
}

// mostChanged is how many differences there may be before every label looks for its
// place anew.
const mostChanged = 300

func (f *fitting) run() {
	f.compare()
	for _, l := range f.lines {
		l.fitted = make([]fitted, len(l.labels))
	}
	turns := [...]func(*label) bool{
		func(l *label) bool { return l.moved != nil },
		func(l *label) bool { return l.moved == nil && l.key != "name" },
		func(l *label) bool { return l.moved == nil && l.key == "name" },
	}
	for _, turn := range turns {
		for _, line := range f.lines {
			for k, l := range line.labels {
				if turn(l) {
					line.fitted[k] = f.fit(l, f.was(line, k))
				}
			}
		}
	}
}

// was is where the label k of a line was; nil where the label or its line is not as it
// was. What a screen reader is told of a label has no say in it.
func (f *fitting) was(line *drawnLine, k int) *fitted {
	if f.former == nil {
		return nil
	}
	was := f.former.lines[line.key]
	if was == nil || was.lineBase != line.lineBase && !(k < len(was.labels) && slices.Equal(was.points, line.points) && was.labels[k].looksLike(line.labels[k])) {
		return nil
	}
	return &was.fitted[k]
}

func (f *fitting) fit(l *label, was *fitted) fitted {
	if l.text == "" && l.moved == nil { // only a place to type in
		return fitted{at: l.places[0]}
	}
	if was != nil && len(f.changed) <= mostChanged && !slices.ContainsFunc(f.changed, was.seen.Overlaps) {
		f.take(l.box(was.at.Point))
		return *was
	}
	f.sign.Look()
	o := f.occupied()
	o.seen = bounder{}
	var out fitted
	if l.moved == nil {
		out.at = o.best(l)
	} else {
		out.at = place{Point{X: l.anchor.X + l.moved.X, Y: l.anchor.Y + l.moved.Y}, l.along}
		if o.onShape(l.box(out.at.Point)) { // a shape came to lie there: text is never covered
			out.at = o.around(l, out.at, 1<<30)
		}
	}
	out.seen = o.seen.rect()
	f.take(l.box(out.at.Point))
	switch {
	case was == nil:
		f.changed = append(f.changed, l.box(out.at.Point))
	case was.at.Point != out.at.Point:
		f.changed = append(f.changed, l.box(was.at.Point), l.box(out.at.Point))
	}
	return out
}

func (f *fitting) take(box Rect) {
	if f.boxes = append(f.boxes, box); f.ground != nil {
		f.ground.add(labelThing, box)
	}
}

// occupied is what stands where; it is not needed where every label stays.
func (f *fitting) occupied() *occupied {
	if f.ground == nil {
		f.ground = newOccupied(f.things)
		if f.former == nil {
			f.ground.fillAll()
		}
	}
	return f.ground
}

// things are all that a label may cover.
func (f *fitting) things(each func(thing, Rect)) {
	for _, r := range f.now.boxes {
		each(shapeThing, r)
	}
	for _, l := range f.lines {
		for _, r := range l.pieces {
			each(lineThing, r)
		}
		for _, r := range l.marks {
			each(markThing, r)
		}
	}
	for _, r := range f.now.ways {
		each(lineThing, r)
	}
	for _, r := range f.now.names {
		each(markThing, r)
	}
	for _, r := range f.boxes {
		each(labelThing, r)
	}
}

// compare lists where this drawing differs from the former one, labels aside that have
// not been looked at yet.
func (f *fitting) compare() {
	if f.former == nil {
		return
	}
	f.changed = append(geometry.Differing(f.former.boxes, f.now.boxes), geometry.Differing(f.former.names, f.now.names)...)
	if !slices.Equal(f.former.ways, f.now.ways) {
		f.changed = append(append(f.changed, f.former.ways...), f.now.ways...)
	}
	last := -1
	for _, l := range f.lines {
		was := f.former.lines[l.key]
		if was == nil {
			f.differs(l)
			continue
		}
		if was.order < last { // who is fitted first is not as it was
			f.former = nil
			return
		}
		last = was.order
		if was.lineBase == l.lineBase {
			continue
		}
		if !slices.Equal(was.points, l.points) || !slices.Equal(was.marks, l.marks) {
			f.differs(l)
			f.differs(was)
		}
		for k, label := range was.labels {
			if k >= len(l.labels) || f.was(l, k) == nil {
				f.left(label, was.fitted[k])
			}
		}
	}
	for key, was := range f.former.lines {
		if f.now.lines[key] == nil {
			f.differs(was)
			for k, label := range was.labels {
				f.left(label, was.fitted[k])
			}
		}
	}
}

// differs notes where a line lies, or lay.
func (f *fitting) differs(l *drawnLine) {
	f.changed = append(append(f.changed, l.pieces...), l.marks...)
}

// left notes where a label was.
func (f *fitting) left(l *label, was fitted) {
	if l.text != "" || l.moved != nil {
		f.changed = append(f.changed, l.box(was.at.Point))
	}
}
