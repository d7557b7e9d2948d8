package scene

// cutMargin is what stays around a drawing without its frame.
const cutMargin = 8

// Cut is a drawing cut to what is on it, for a picture: with the frame close around it, or
// without. Where flows cross the frame it stays, since they end there; where nothing is drawn
// there is nothing to cut to.
func (s *Scene) Cut(frame bool) *Scene {
	if len(s.Groups) < 2 || s.Groups[0].ID != "frame" {
		return s
	}
	content := contentBounds(s.Groups[1:])
	for i := range s.Groups {
		frame = frame || s.Groups[i].Free != nil
	}
	out := *s
	if !frame {
		out.Groups = s.Groups[1:]
		out.Bounds = content.Inflate(cutMargin)
		return &out
	}
	g := s.Groups[0]
	box := *g.Box
	heading := 0 // its width
	if len(g.Shapes) > 1 && g.Shapes[1].Path != nil {
		for _, p := range g.Shapes[1].Path.Points {
			heading = max(heading, p.X-box.X)
		}
	}
	box.W = min(box.W, max(content.Right()+frameMargin-box.X, heading+frameMargin))
	box.H = min(box.H, content.Bottom()+frameMargin-box.Y)
	g.Box = &box
	g.Shapes = append([]Primitive{{Role: RoleFrame, Rect: &box}}, g.Shapes[1:]...)
	out.Groups = append([]Group{g}, s.Groups[1:]...)
	out.Bounds = box.Union(content)
	return &out
}
