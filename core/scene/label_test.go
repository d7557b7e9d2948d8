package scene_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/scene"
)

// texts lists the boxes of a line's labels by what they say.
func texts(g scene.Group) map[string]scene.Rect {
	out := map[string]scene.Rect{}
	for _, p := range g.Shapes {
		if p.Text != nil {
			out[p.Text.Text] = scene.Rect{X: p.Text.X, Y: p.Text.Y - 14, W: (p.Text.Width + 99) / 100, H: 18}
		}
	}
	return out
}

// Where there is room, the multiplicity is on one side of the line and the role
// on the other, both close to the shape, and the name is at the middle.
func TestLabelsTakeTheirUsualPlaces(t *testing.T) {
	m, s := draw(t, 2, "class Left", "class Right", "1 Left as giver sees 0..* Right as taker")
	line := groupOf(t, s, "association: 1 Left as giver sees 0..* Right as taker")
	left := groupOf(t, s, "class Left").Box
	y := line.Route[0].Y
	at := texts(line)
	require.Less(t, at["giver"].Bottom(), y+1, "the role above")
	require.Greater(t, at["1"].Y, y-1, "the multiplicity below")
	require.Less(t, at["1"].X-left.Right(), 12)
	require.Less(t, at["giver"].X-left.Right(), 12)
	middle := (line.Route[0].X + line.Route[1].X) / 2
	require.InDelta(t, middle, at["sees"].X+at["sees"].W/2, 40)
	_ = m
}

// A label gives way to a shape that stands where it would go.
func TestLabelsGiveWayToShapes(t *testing.T) {
	for dy := -40; dy <= 40; dy += 4 {
		m, _ := draw(t, 2, "class Left", "class Right", "class Block", "1 Left as giver sees 0..* Right as taker")
		m, _, _, err := model.Edit(m, []model.Change{&model.Move{ID: placementOf(m, "Block"), X: 112, Y: dy}})
		require.NoError(t, err)
		q := judge(m, drawer.Of(m, "d"))
		require.Zero(t, q.labelOnShape+q.labelOnLabel+q.through, "at %d: %v", dy, q.what)
	}
}

// Every visible text of a line is a slot that can be written and moved; a place
// without text can be written.
func TestEveryLabelIsASlot(t *testing.T) {
	_, s := draw(t, 2, "class Left", "class Right", "Left -- 0..* Right")
	line := groupOf(t, s, "association: Left -- 0..* Right")
	fields := map[string]int{}
	for _, slot := range line.Slots {
		fields[slot.Field]++
		require.NotEmpty(t, slot.Title)
		require.NotEmpty(t, slot.Label)
		require.NotNil(t, slot.Anchor)
		require.Positive(t, slot.Rect.W)
	}
	require.Equal(t, map[string]int{"multiplicity": 2, "role": 2, "name": 1}, fields)
}

// The sign beside a name points the way it is read, wherever the shapes stand.
func TestTheReadingSignPointsToTheSecondEnd(t *testing.T) {
	for _, to := range []scene.Point{{X: 400, Y: 0}, {X: -400, Y: 0}, {X: 0, Y: 300}, {X: 0, Y: -300}} {
		m, _ := draw(t, 2, "class Left", "class Right", "1 Left sees 1 Right")
		m, _, _, err := model.Edit(m, []model.Change{&model.Move{ID: placementOf(m, "Left"), X: 0, Y: 0}, &model.Move{ID: placementOf(m, "Right"), X: to.X, Y: to.Y}})
		require.NoError(t, err)
		line := groupOf(t, drawer.Of(m, "d"), "association: 1 Left sees 1 Right")
		var sign *scene.Path
		for _, p := range line.Shapes {
			if p.Role == scene.RoleSolid {
				sign = p.Path
			}
		}
		require.NotNil(t, sign)
		// The tip is the corner farthest in the direction of reading.
		along := func(p scene.Point) int { return p.X*sgn(to.X) + p.Y*sgn(to.Y) }
		tips := 0
		best := along(sign.Points[0])
		for _, p := range sign.Points {
			best = max(best, along(p))
		}
		for _, p := range sign.Points {
			if along(p) == best {
				tips++
			}
		}
		require.Equal(t, 1, tips, fmt.Sprint("one tip towards ", to))
	}
}

func sgn(v int) int { return max(-1, min(1, v)) }

// A curved line starts and ends where the right-angled one does, and keeps off
// what that runs around.
func TestCurvedLinesKeepTheirWay(t *testing.T) {
	m, s := draw(t, 2, "class Left", "class Right", "class Third", "class Fourth", "1 Left sees 1 Fourth")
	plain := groupOf(t, s, "association: 1 Left sees 1 Fourth")
	m, _, _, err := model.Edit(m, []model.Change{&model.SetLine{ID: plain.ID, Line: model.LineCurved}})
	require.NoError(t, err)
	curved := groupOf(t, drawer.Of(m, "d"), plain.Title)
	require.Equal(t, plain.Route, curved.Route)
	path := curved.Shapes[0].Path
	x, y, steps := path.Steps()
	require.Equal(t, [2]float64{float64(plain.Route[0].X), float64(plain.Route[0].Y)}, [2]float64{x, y})
	last := steps[len(steps)-1]
	end := plain.Route[len(plain.Route)-1]
	require.Equal(t, [2]float64{float64(end.X), float64(end.Y)}, [2]float64{last.EndX, last.EndY})
	curves := 0
	for _, step := range steps {
		if step.Curved {
			curves++
		}
	}
	require.Equal(t, len(plain.Route)-2, curves, "one at each bend")
	_, _, none := (&scene.Path{}).Steps()
	require.Empty(t, none)
}
