package neatness_test

import (
	"os"
	"strings"
	"testing"

	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

func TestZZ(t *testing.T) {
	set := typeface.New()
	d := scene.NewDrawer(set)
	for _, s := range samples(t) {
		if strings.Contains(os.Getenv("WHICH"), strings.ReplaceAll(s.name, " ", "-")) {
			m := arranged(t, d, s.m)
			b, _ := render.PNG(d.Of(m, sampled), set, 1)
			os.WriteFile("/tmp/look-"+strings.ReplaceAll(s.name, " ", "-")+".png", b, 0o644)
		}
	}
}
