package server_test

import (
	"encoding/json"
	"net/http"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/server"
)

type touched struct {
	ID, Kind, OneOf, Kinds, Title, Via, Diagram, Shown, UseCase, Item string
	Distance                                                          int
	Words                                                             []string
}

func TestTraceOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	var view struct {
		Of     touched
		Fields []struct {
			Title string
			Own   bool
			Met   []touched
		}
	}
	c.get("/api/projects/p/trace/honey-lot", &view)
	require.Equal(t, "HoneyLot", view.Of.Title)
	require.Equal(t, "class", view.Of.OneOf)
	met := map[string]touched{}
	var titles []string
	for _, f := range view.Fields {
		titles = append(titles, f.Title)
		require.Equal(t, f.Title == "Classes", f.Own)
		for _, x := range f.Met {
			met[x.ID] = x
		}
	}
	require.Equal(t, []string{"Brief", "Activities", "Data flow", "Use cases", "Classes", "Components"}, titles)
	use := met["use-register-delivery"]
	require.Equal(t, 1, use.Distance)
	require.Contains(t, use.Words, "step 1 creates it")
	require.Equal(t, "use-register-delivery", use.UseCase)

	// Whatever it leads to says where it is shown, and can be followed itself.
	fields := view.Fields
	for _, f := range fields {
		for _, x := range f.Met {
			require.NotEmpty(t, x.Kinds, x.Title)
			require.NotEmpty(t, x.Words, x.Title)
			switch x.Kind {
			case "sentence", "activity", "event":
			case "dataItem":
				require.Equal(t, x.Title, x.Item)
			case "step", "alternative", "useCase":
				require.NotEmpty(t, x.UseCase, x.Title)
			default:
				require.NotEmpty(t, x.Diagram, x.Title)
			}
			if x.Distance == 1 {
				other := view
				other.Fields = nil
				c.get("/api/projects/p/trace/"+x.ID, &other)
				back := false
				for _, g := range other.Fields {
					for _, y := range g.Met {
						back = back || y.ID == "honey-lot" && y.Distance == 1
					}
				}
				require.True(t, back, "from %s back", x.Title)
			}
		}
	}

	var found []touched
	c.get("/api/projects/p/trace?find=trace%20recall", &found)
	require.NotEmpty(t, found)
	for _, x := range found {
		require.Regexp(t, "(?i)trace", x.Title)
		require.Regexp(t, "(?i)recall", x.Title)
	}
	c.get("/api/projects/p/trace", &found)
	require.Len(t, found, 12)
	require.Equal(t, "honey-lot", found[0].ID, "it touches most")
	c.get("/api/projects/p/trace?find=walrus", &found)
	require.Empty(t, found)
	status, _, body := c.do(http.MethodGet, "/api/projects/p/trace/nobody", nil)
	require.Equal(t, http.StatusNotFound, status)
	require.Contains(t, string(body), "nothing of that kind to trace")
}

// A class that is dropped into a component goes into it; elsewhere it is only shown.
func TestDroppedIntoAComponent(t *testing.T) {
	c, _ := start(t, server.Options{})
	type placed struct {
		Changes []struct{ Type, Kind, Source, Target string }
		Home    string
	}
	drop := func(subject string, x, y int) placed {
		status, _, body := c.do(http.MethodPost, "/api/projects/p/previews/placement", map[string]any{"subject": subject, "diagram": "components", "seed": "drop" + subject, "x": x, "y": y})
		require.Equal(t, http.StatusOK, status, string(body))
		var out placed
		require.NoError(t, json.Unmarshal(body, &out))
		return out
	}
	var drawn struct {
		Groups []struct {
			Subject string
			Box     *struct{ X, Y, W, H int }
		}
	}
	c.get("/api/projects/p/diagrams/components/scene", &drawn)
	for _, g := range drawn.Groups {
		if g.Subject != "c-intake" {
			continue
		}
		x, y := g.Box.X+g.Box.W/2, g.Box.Y+g.Box.H/2
		in := drop("recipe", x, y)
		require.Equal(t, "c-intake", in.Home)
		require.Len(t, in.Changes, 2)
		require.Equal(t, "holds", in.Changes[1].Kind)
		require.Equal(t, "recipe", in.Changes[1].Target)
		held := drop("honey-lot", x, y) // it is there already
		require.Equal(t, "c-intake", held.Home)
		require.Len(t, held.Changes, 1)
		beside := drop("recipe", x+5000, y)
		require.Empty(t, beside.Home)
		require.Len(t, beside.Changes, 1)
		require.Empty(t, drop("trace-query", x, y).Home, "an interface is not held by dropping")
		return
	}
	require.Fail(t, "the component is not drawn")
}
