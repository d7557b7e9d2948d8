package model

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"image/png"
)

// Limits of a picture.
const (
	MaxPictureBytes = 64 << 10
	MaxPictureSide  = 256 // pixels
)

// PictureID is the id of a picture with that content.
func PictureID(data []byte) ID {
	sum := sha256.Sum256(data)
	return ID("picture-" + hex.EncodeToString(sum[:20]))
}

// verifyPicture makes sure that a picture is what it says: a whole PNG picture
// of a limited size, under the id of its content.
func verifyPicture(p *Picture) error {
	if len(p.PNG) > MaxPictureBytes {
		return Faultf(CodeTooLarge, "the picture has %d bytes: at most %d are taken", len(p.PNG), MaxPictureBytes).At(p.ID, "png")
	}
	if p.ID != PictureID(p.PNG) {
		return Faultf(CodeInvalid, "the picture's id is not that of its content").At(p.ID, "id")
	}
	// The size first: a small file may claim to be a huge picture.
	config, err := png.DecodeConfig(bytes.NewReader(p.PNG))
	if err != nil {
		return Faultf(CodeInvalid, "the picture is not a PNG picture: %v", err).At(p.ID, "png")
	}
	if config.Width > MaxPictureSide || config.Height > MaxPictureSide || config.Width < 1 || config.Height < 1 {
		return Faultf(CodeTooLarge, "the picture has %d by %d pixels: at most %d by %d are taken", config.Width, config.Height, MaxPictureSide, MaxPictureSide).At(p.ID, "png")
	}
	if _, err := png.Decode(bytes.NewReader(p.PNG)); err != nil {
		return Faultf(CodeInvalid, "the picture cannot be read: %v", err).At(p.ID, "png")
	}
	return nil
}

// SetPicture shows a picture on a classifier, or none without PNG. A picture that
// nothing shows any more is dropped.
type SetPicture struct {
	readsNothing
	ID  ID     `json:"id"`
	PNG []byte `json:"png,omitempty"`
}

func (c *SetPicture) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || !e.Kind.IsClassifier() {
		return missing("classifier", c.ID)
	}
	n := *e
	n.Picture = ""
	if len(c.PNG) > 0 {
		n.Picture = PictureID(c.PNG)
		if d.Picture(n.Picture) == nil {
			d.put(&Picture{ID: n.Picture, PNG: c.PNG})
		}
	}
	d.put(&n)
	if e.Picture != n.Picture {
		d.dropUnusedPicture(e.Picture)
	}
	return nil
}

func (c *SetPicture) says(before, after *Model) string {
	return "Change the picture of " + after.Describe(c.ID)
}

func (*SetPicture) weight() int { return altering }

func (d *draft) dropUnusedPicture(id ID) {
	if id != "" && len(d.Uses(id)) == 0 {
		d.drop(id)
	}
}
