#!/usr/bin/env bash
# The figures that matter, measured on this machine: a model of 2,000 classes
# and 3,000 relations, a diagram of 300 shapes, a change through HTTP, memory.
set -euo pipefail
cd "$(dirname "$0")/.."
LEXEON_TEST_DATABASE_URL=$(scripts/postgres.sh start .run/test-postgres "${TEST_PORT:-54990}")
export LEXEON_TEST_DATABASE_URL
trap 'scripts/postgres.sh remove .run/test-postgres' EXIT
go test -run '^$' -bench . -benchtime "${BENCHTIME:-20x}" ./core/... ./store
go test -count=1 -run 'PlantedMistakes|Harmless' -v ./core/check | grep -E 'tuned|changes,|FAIL'
go test -run '^Test(People|Import|Crowd|TwoServers)?Figures$' -v ./cmd/lexeon -args -figures | grep -E 'figure|FAIL|ok'
(cd e2e && FIGURES=1 npx --no-install playwright test --workers=1 figures) | grep -E 'figure|✓|✘|passed|failed'
