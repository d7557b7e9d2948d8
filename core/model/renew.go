package model

import (
	"slices"
	"strings"
)

// Keys of a list are renewed where they have grown long: those around are spread anew, as
// few of them as it takes. Nobody wrote anything then: what was renewed is no reason for a
// conflict and is not taken back.

// orderAt finds a key at a place of a list that is kept under an id: before the i-th of
// it, or at its end.
func (d *draft) orderAt(under ID, list []*Element, i int) OrderKey {
	low, high := keysAround(list, i, i)
	if high == "" || low < high {
		if k := Between(low, high); len(k) <= longOrderKey {
			return k
		}
	}
	return d.renew(under, list, i)
}

// keysAround are the keys before one place of a list and at another.
func keysAround(list []*Element, from, to int) (low, high OrderKey) {
	if from > 0 {
		low = list[from-1].Order
	}
	if to < len(list) {
		high = list[to].Order
	}
	return low, high
}

// renew spreads the keys around a place anew, and gives the one that is free there then.
func (d *draft) renew(under ID, list []*Element, i int) OrderKey {
	for reach := 16; ; reach *= 2 {
		from, to := max(0, i-reach), min(len(list), i+reach)
		low, high := keysAround(list, from, to)
		keys, ok := spread(low, high, to-from+1)
		if !ok && (from > 0 || to < len(list)) {
			continue
		}
		free := keys[i-from]
		d.giveKeys(under, list[from:to], slices.Delete(keys, i-from, i-from+1))
		return free
	}
}

// giveKeys gives elements of a list new keys. Their order stays, and so does whatever else
// they are found by.
func (d *draft) giveKeys(under ID, window []*Element, keys []OrderKey) {
	given := make(map[ID]*Element, len(window))
	for k, e := range window {
		if keys[k] == e.Order {
			continue
		}
		n := *e
		n.Order = keys[k]
		written := !d.renewed[e.ID] && d.orderWritten(e)
		d.remember(e.ID)
		d.rowsD.set(e.ID, &n)
		d.renewed[e.ID] = !written
		given[e.ID] = &n
	}
	list := d.ownChildren(under)
	for i, e := range list {
		if n := given[e.ID]; n != nil {
			list[i] = n
		}
	}
	d.childrenD.set(under, list)
}

// orderWritten reports whether this edit gave an element the key that it has.
func (d *draft) orderWritten(e *Element) bool {
	was, ok := d.old[e.ID].(*Element)
	return ok && was.Order != e.Order
}

// siblings lists what an element is ordered among, in order, and the id under which that
// list is kept: nothing where it has no order.
func (m *Model) siblings(e *Element) (under ID, list []*Element) {
	switch {
	case e.Order == "":
		return "", nil
	case elementInfo[e.Kind].Ordered:
		under = inOrder(e.Kind)
		list, _ = m.children.get(under)
		return under, list
	}
	return e.Owner, m.parts(e.Owner)
}

// parts lists what stands in order below an owner; what has no order there is left out.
func (m *Model) parts(owner ID) []*Element {
	list, _ := m.children.get(owner)
	i := slices.IndexFunc(list, func(e *Element) bool { return e.Order != "" })
	if i < 0 {
		return nil
	}
	return list[i:]
}

// neighbours tells between what an element stands; nothing of what has no order.
func (m *Model) neighbours(r Row) (after, before ID) {
	e, ok := r.(*Element)
	if !ok {
		return "", ""
	}
	_, list := m.siblings(e)
	i, found := slices.BinarySearchFunc(list, e, compareParts)
	if !found {
		return "", ""
	}
	if i > 0 {
		after = list[i-1].ID
	}
	if i+1 < len(list) {
		before = list[i+1].ID
	}
	return after, before
}

// backBetween gives elements that were led back a key between their former neighbours,
// where the key that they had does not lead there any more.
func (d *draft) backBetween(states []RowState) {
	var back []*Element
	between := map[ID]RowState{}
	for _, s := range states {
		if e := d.Element(s.ID); e != nil && (s.After != "" || s.Before != "") {
			back = append(back, e)
			between[s.ID] = s
		}
	}
	slices.SortFunc(back, compareParts)
	for _, e := range back {
		e = d.Element(e.ID) // its key may have been renewed for the one before it
		s := between[e.ID]
		under, all := d.siblings(e)
		list := slices.DeleteFunc(slices.Clone(all), func(o *Element) bool { return o.ID == e.ID })
		low, high := indexOf(list, s.After), indexOf(list, s.Before)
		if (low == len(list) || compareParts(list[low], e) < 0) && (high == len(list) || compareParts(e, list[high]) < 0) {
			continue
		}
		if high == len(list) {
			high = low + 1
		}
		n := *e
		d.drop(e.ID)
		n.Order = d.orderAt(under, list, high)
		d.put(&n)
	}
}

// mostSpread is how many digits beyond what two keys share are looked at: as many as fit
// into 64 bits.
const mostSpread = 10

// spread gives n keys above low and below high, evenly and with room between them; false
// where there is no room without long keys.
func spread(low, high OrderKey, n int) ([]OrderKey, bool) {
	shared := 0
	if high != "" {
		for shared < len(high) && digitAt(low, shared) == digitAt(high, shared) {
			shared++
		}
	}
	prefix := low[:min(shared, len(low))] + zeros(shared-min(shared, len(low)))
	for width := 1; width <= mostSpread; width++ {
		from, to := number(low, shared, width), number(high, shared, width)
		if high == "" {
			to = power(width)
		}
		room := (to - from) / uint64(n+1)
		if room < uint64(orderBase) && width < mostSpread {
			continue
		}
		if room < 2 || shared+width > longOrderKey/2 {
			return nil, false
		}
		keys := make([]OrderKey, n)
		for i := range keys {
			keys[i] = prefix + digits(from+room*uint64(i+1), width)
		}
		return keys, true
	}
	return nil, false
}

// number reads so many digits of a key as a number.
func number(k OrderKey, from, width int) uint64 {
	var n uint64
	for i := range width {
		n = n*uint64(orderBase) + uint64(digitAt(k, from+i))
	}
	return n
}

func power(width int) uint64 {
	n := uint64(1)
	for range width {
		n *= uint64(orderBase)
	}
	return n
}

// digits writes a number that is not 0 as a key: without the zeros at its end.
func digits(n uint64, width int) OrderKey {
	out := make([]byte, width)
	for i := width - 1; i >= 0; i-- {
		out[i] = orderDigits[n%uint64(orderBase)]
		n /= uint64(orderBase)
	}
	return OrderKey(strings.TrimRight(string(out), "0"))
}

// indexOf tells where an element stands in a list; its length where it does not.
func indexOf(list []*Element, id ID) int {
	if i := slices.IndexFunc(list, func(e *Element) bool { return e.ID == id }); i >= 0 {
		return i
	}
	return len(list)
}
