#!/usr/bin/env bash
# Makes sure that what the project needs is there: Go and Node by hand, PostgreSQL and Chromium from
# Debian's packages; with "tests" also what the tests prove its output with: MariaDB, SQLite, Java, C#, C++,
# mypy and xmllint.
set -euo pipefail

need_version() { # name, found, wanted
    if [ "$(printf '%s\n%s\n' "$3" "$2" | sort -V | head -n 1)" != "$3" ]; then
        echo "$1 $3 or newer is needed; here is ${2:-none}." >&2
        exit 1
    fi
}
need_version Go "$(go env GOVERSION 2>/dev/null | sed 's/^go//')" 1.26
need_version Node "$(node --version 2>/dev/null | sed 's/^v//')" 20.19

missing=()
ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 || missing+=(postgresql)
[ -x "${CHROMIUM:-/usr/bin/chromium-headless-shell}" ] || missing+=(chromium-headless-shell)
if [ "${1:-}" = tests ]; then
    command -v mariadbd >/dev/null || [ -x /usr/sbin/mariadbd ] || missing+=(mariadb-server-core mariadb-client-core)
    command -v sqlite3 >/dev/null || missing+=(sqlite3)
    command -v javac >/dev/null || missing+=(default-jdk-headless)
    command -v mypy >/dev/null || missing+=(mypy)
    command -v mcs >/dev/null && command -v mono >/dev/null || missing+=(mono-mcs mono-runtime)
    command -v g++ >/dev/null || missing+=(g++)
    command -v clang-tidy >/dev/null || missing+=(clang-tidy)
    command -v xmllint >/dev/null || missing+=(libxml2-utils)
fi
command -v curl >/dev/null || missing+=(curl)
[ ${#missing[@]} = 0 ] && exit 0

if [ "$(id -u)" != 0 ]; then
    echo "These Debian packages are missing: ${missing[*]}" >&2
    echo "Install them as root: apt-get install ${missing[*]}" >&2
    exit 1
fi
echo "Installing ${missing[*]} …"
export DEBIAN_FRONTEND=noninteractive
# The project starts a server of its own; Debian need not start another one.
mkdir -p /etc/postgresql-common
[ -e /etc/postgresql-common/createcluster.conf ] || echo "create_main_cluster = false" >/etc/postgresql-common/createcluster.conf
apt-get update -qq
apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
