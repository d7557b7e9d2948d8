#!/usr/bin/env bash
# Ends what was started for the demo and for tests; what was stored stays.
set -uo pipefail
cd "$(dirname "$0")/.."
if [ -f .run/pid ]; then
    pid=$(cat .run/pid)
    # Only the program that was started here, not another one with its number.
    if [ "$(readlink "/proc/$pid/exe" 2>/dev/null | sed 's/ (deleted)$//')" = "$PWD/bin/lexeon" ]; then
        kill "$pid" 2>/dev/null
        for _ in $(seq 100); do kill -0 "$pid" 2>/dev/null || break; sleep 0.1; done
    fi
    rm -f .run/pid
fi
for dir in .run/postgres .run/test-postgres; do
    [ -d "$dir" ] && scripts/postgres.sh stop "$dir"
done
exit 0
