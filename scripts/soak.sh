#!/usr/bin/env bash
# What takes long: servers and the database killed again and again, typing at every delay,
# three times in a row, and all browser tests five times in a row while another process
# keeps one core busy.
set -euo pipefail
cd "$(dirname "$0")/.."
LEXEON_TEST_DATABASE_URL=$(scripts/postgres.sh start .run/test-postgres "${TEST_PORT:-54990}")
export LEXEON_TEST_DATABASE_URL
busy=
finish() {
    if [ -n "$busy" ]; then kill "$busy" 2>/dev/null || true; fi
    scripts/postgres.sh remove .run/test-postgres
}
trap finish EXIT
go test -run '^TestKilledServersAndDatabase$' -timeout 60m -v ./cmd/lexeon -args -soak
(cd e2e && HANDS_DELAYS='0 150 400 1000' HANDS_ROUNDS=3 npx --no-install playwright test hands)
(while :; do :; done) &
busy=$!
for round in $(seq "${ROUNDS:-5}"); do
    echo "round $round"
    (cd e2e && npx --no-install playwright test)
done
