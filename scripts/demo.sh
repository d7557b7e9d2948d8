#!/usr/bin/env bash
# Starts the database and the program with the demo project, in the background.
set -euo pipefail
cd "$(dirname "$0")/.."
mkdir -p .run
if [ -z "${LEXEON_DATABASE_URL:-}" ]; then
    LEXEON_DATABASE_URL=$(scripts/postgres.sh start .run/postgres "${PORT:-54980}")
fi
export LEXEON_DATABASE_URL
if [ -f .run/pid ] && kill -0 "$(cat .run/pid)" 2>/dev/null; then
    kill "$(cat .run/pid)" # an older one: the new build takes over
    while kill -0 "$(cat .run/pid)" 2>/dev/null; do sleep 0.1; done
fi
setsid bin/lexeon serve --demo demo/heatherfold.lexeon.json >.run/server.log 2>&1 </dev/null &
echo $! >.run/pid
for _ in $(seq 150); do
    if address=$(grep -o 'http://.*' .run/server.log); then
        cat <<TEXT

Lexeon is running. Open   $address
The demo project is there, and keeps what you do.
To stop:                  make stop
To start the demo over:   make demo-reset
TEXT
        exit 0
    fi
    kill -0 "$(cat .run/pid)" 2>/dev/null || break
    sleep 0.2
done
cat .run/server.log >&2
exit 1
