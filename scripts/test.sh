#!/usr/bin/env bash
# Everything: the core and the store against a real PostgreSQL, then the page in
# a real browser.
set -euo pipefail
cd "$(dirname "$0")/.."
mkdir -p .run
started=0
if [ -z "${LEXEON_TEST_DATABASE_URL:-}" ]; then
    LEXEON_TEST_DATABASE_URL=$(scripts/postgres.sh start .run/test-postgres "${TEST_PORT:-54990}")
    started=1
fi
export LEXEON_TEST_DATABASE_URL
finish() {
    [ "$started" = 1 ] && scripts/postgres.sh remove .run/test-postgres
    true
}
trap finish EXIT
go test ./...
(
    cd e2e
    npx --no-install tsc --noEmit
    npx --no-install playwright test
)
