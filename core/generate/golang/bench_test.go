package golang_test

import (
	"go/format"
	"runtime"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"golang.org/x/sync/errgroup"

	"lexeon/core/generate"
	"lexeon/core/generate/golang"
	"lexeon/core/modeltest"
)

// Go skeletons of 2,000 classes and 3,000 relations: under 2 s, and at most 1.5 times what gofmt needs for the same text.
func BenchmarkGenerate(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	var gofmt time.Duration
	for b.Loop() {
		out, err := golang.Generate(m)
		if err != nil || len(out.Files) != 2003 {
			b.Fatal(err, len(out.Files))
		}
		b.StopTimer() // the machine can change its pace: both are timed in turns
		began := time.Now()
		formatAll(b, out)
		gofmt += time.Since(began)
		b.StartTimer()
	}
	b.ReportMetric(float64(b.Elapsed())/float64(gofmt), "times-gofmt")
}

// formatAll does what gofmt does, on all cores.
func formatAll(b *testing.B, out generate.Output) {
	var work errgroup.Group
	work.SetLimit(runtime.GOMAXPROCS(0))
	for _, f := range out.Files {
		if !strings.HasSuffix(f.Path, ".go") {
			continue
		}
		work.Go(func() error {
			_, err := format.Source([]byte(f.Content))
			return err
		})
	}
	require.NoError(b, work.Wait())
}
