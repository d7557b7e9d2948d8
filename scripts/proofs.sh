#!/usr/bin/env bash
# Every proof of the core with all its random models, whether what it reads has changed or not. What compilers and
# databases accept is written down (testdata/accepted.txt beside the tests): `make test` proves it again when it changes.
set -euo pipefail
cd "$(dirname "$0")/.."
mkdir -p .run
export LEXEON_POSTGRES_OPTIONS="-c fsync=off"
LEXEON_TEST_DATABASE_URL=$(scripts/postgres.sh start .run/test-postgres "${TEST_PORT:-54990}")
export LEXEON_TEST_DATABASE_URL
LEXEON_TEST_MARIADB=$(scripts/mariadb.sh start .run/test-mariadb "${TEST_MARIADB_PORT:-54995}")
export LEXEON_TEST_MARIADB
finish() {
    scripts/postgres.sh remove .run/test-postgres
    scripts/mariadb.sh remove .run/test-mariadb
}
trap finish EXIT
LEXEON_EVERY_PROOF=1 GOGC=400 go test -count=1 -vet=off -timeout 60m ./core/...
