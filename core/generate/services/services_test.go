package services_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/services"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/usecase"
)

// In each language there is an interface for each use case, and every step of it stands there.
func TestEveryStepStandsInItsInterface(t *testing.T) {
	demo := modeltest.Demo(t)
	for _, m := range []*model.Model{demo, modeltest.Mixed(400, true)} {
		for language, says := range map[string]string{"go": "interface {", "java": "public interface ", "csharp": "public interface ", "typescript": "export interface ", "python": "(Protocol):", "cpp": " = 0;"} {
			out, err := services.Target.Run(m, map[string]string{"language": language}, nil)
			require.NoError(t, err)
			found := map[model.ID]string{}
			for _, f := range out.Files {
				found[f.Subject] = f.Content
			}
			steps := 0
			for _, u := range m.OfKind(model.UseCase) {
				require.Contains(t, found[u.ID], says, "%s in %s", u.Name, language)
				for _, s := range usecase.Of(m, u.ID).All() {
					text := strings.Join(strings.Fields(usecase.StepText(m, s)), " ")
					require.Contains(t, strings.Join(strings.Fields(found[u.ID]), " "), text, language)
					steps++
				}
			}
			require.Greater(t, steps, 20)
		}
	}
}
