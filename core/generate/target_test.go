package generate_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// What is asked for comes before what the project has decided, and that before the
// default; what is not taken is told.
func TestOptionsOfATarget(t *testing.T) {
	made := map[string]string{}
	target := &generate.Target{Name: "list", Title: "List", Options: []generate.Option{
		{Name: "order", Choices: []generate.Choice{{Value: "name", Title: "by name"}, {Value: "kind", Title: "by kind"}}, Default: "name"},
		{Name: "title", Check: func(text string) error {
			if text == "bad" {
				return model.Faultf(model.CodeInvalid, "bad is bad")
			}
			return nil
		}},
	}, Make: func(o *generate.Order) (generate.Output, error) {
		made = o.Options
		return generate.Output{}, nil
	}}
	with := func(settings ...model.TargetSetting) *model.Model {
		m, _, _, err := model.Edit(model.Empty("x"), []model.Change{&model.SetProject{Set: model.P("targets", settings)}})
		require.NoError(t, err)
		return m
	}
	for _, c := range []struct {
		name    string
		set     []model.TargetSetting
		over    map[string]string
		options map[string]string
		fault   string
	}{
		{name: "nothing decided", options: map[string]string{"order": "name", "title": ""}},
		{name: "by the project", set: []model.TargetSetting{{Target: "list", Option: "order", Value: "kind"}, {Target: "other", Option: "title", Value: "x"}}, options: map[string]string{"order": "kind", "title": ""}},
		{name: "by whoever asks", set: []model.TargetSetting{{Target: "list", Option: "order", Value: "kind"}}, over: map[string]string{"order": "name", "title": "All"}, options: map[string]string{"order": "name", "title": "All"}},
		{name: "of another version", set: []model.TargetSetting{{Target: "list", Option: "order", Value: "colour"}, {Target: "list", Option: "width", Value: "7"}, {Target: "list", Option: "title", Value: "bad"}}, options: map[string]string{"order": "name", "title": ""}},
		{name: "an unknown one", over: map[string]string{"width": "7"}, fault: `List has no option "width"; there are: order, title`},
		{name: "a wrong choice", over: map[string]string{"order": "colour"}, fault: `the option order of List: "colour" is none of name, kind`},
		{name: "a wrong text", over: map[string]string{"title": "bad"}, fault: "the option title of List: bad is bad"},
	} {
		t.Run(c.name, func(t *testing.T) {
			out, err := target.Run(with(c.set...), c.over, nil)
			if c.fault != "" {
				require.EqualError(t, err, c.fault)
				return
			}
			require.NoError(t, err)
			require.Equal(t, c.options, made)
			require.NotNil(t, out.Files)
			require.NotNil(t, out.Notes)
		})
	}
}

// A project cannot say what is no setting at all, and keeps what it does not know.
func TestSettingsOfTargets(t *testing.T) {
	for fault, settings := range map[string][]model.TargetSetting{
		`"../x y" is not the option of a target, such as go module`: {{Target: "../x", Option: "y"}},
		"the option module of go is set twice":                      {{Target: "go", Option: "module", Value: "a"}, {Target: "go", Option: "module", Value: "b"}},
		"":                                                          {{Target: "not-known-yet", Option: "width", Value: "7"}},
	} {
		_, _, _, err := model.Edit(model.Empty("x"), []model.Change{&model.SetProject{Set: model.P("targets", settings)}})
		if fault == "" {
			require.NoError(t, err)
			continue
		}
		require.ErrorContains(t, err, fault)
	}
}
