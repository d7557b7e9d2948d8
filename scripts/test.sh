#!/usr/bin/env bash
# Everything: the core and the store against a real PostgreSQL, the drawings compiled
# for the page, the logic of the page, then the page in a real browser. The typing on
# slow lines waits most of its time: it runs beside the others, on a machine that is
# busy, as it should hold there too.
set -euo pipefail
cd "$(dirname "$0")/.."
mkdir -p .run
started=0
mariadb=0
if [ -z "${LEXEON_TEST_DATABASE_URL:-}" ]; then
    export LEXEON_POSTGRES_OPTIONS="-c fsync=off" # what a killed process wrote is there; the machine is not switched off
    LEXEON_TEST_DATABASE_URL=$(scripts/postgres.sh start .run/test-postgres "${TEST_PORT:-54990}")
    started=1
fi
export LEXEON_TEST_DATABASE_URL
if [ -z "${LEXEON_TEST_MARIADB:-}" ]; then
    LEXEON_TEST_MARIADB=$(scripts/mariadb.sh start .run/test-mariadb "${TEST_MARIADB_PORT:-54995}")
    mariadb=1
fi
export LEXEON_TEST_MARIADB
mkdir -p .run
(cd e2e && WORKERS=1 npx --no-install playwright test --retries=1 --output=../.run/hands hands >../.run/hands.log 2>&1) &
hands=$!
finish() { # what fails here would be taken for a test that failed
    kill "$hands" ${compilers:+"$compilers"} ${in_page:+"$in_page"} 2>/dev/null || true
    if [ "$started" = 1 ]; then scripts/postgres.sh remove .run/test-postgres; fi
    if [ "$mariadb" = 1 ]; then scripts/mariadb.sh remove .run/test-mariadb; fi
}
trap finish EXIT
more_heap=400 # percent: the tests make and drop many models, and there is room for them; vet is run by lint
# What compilers of other languages prove gives way a little to all the rest, and takes what that leaves of the machine.
GOGC=$more_heap nice -n 4 go test -vet=off -timeout 60m -p 1 $(go list ./core/generate/... | grep -v /core/generate/sql) >.run/compilers.log 2>&1 &
compilers=$!
GOGC=$more_heap go test -vet=off -timeout 60m $(go list ./... | grep -v /core/generate/)
# What is proven in three databases keeps them busy: nothing that waits for them runs beside it.
GOGC=$more_heap go test -vet=off -timeout 60m -parallel 6 ./core/generate/sql # the databases are waited for
GOOS=js GOARCH=wasm go test -exec "$(go env GOROOT)/lib/wasm/go_js_wasm_exec" -run InThePage ./core/scene >.run/in-page.log 2>&1 &
in_page=$!
(cd ui && npm run --silent test)
(cd e2e && npx --no-install tsc --noEmit)
# A machine that stands still for a moment is no fault: what fails is tried once more, and told as flaky.
(cd e2e && npx --no-install playwright test --retries=1 $(ls ./*.spec.ts | grep -v -e hands -e screenshots -e figures))
if ! wait "$compilers"; then
    cat .run/compilers.log
    exit 1
fi
cat .run/compilers.log
if ! wait "$in_page"; then
    cat .run/in-page.log
    exit 1
fi
cat .run/in-page.log
if ! wait "$hands"; then
    cat .run/hands.log
    exit 1
fi
grep -E 'passed|flaky' .run/hands.log
