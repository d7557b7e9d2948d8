#!/usr/bin/env bash
# A PostgreSQL server of the project's own, on loopback, with its own port and
# password. Works as root (PostgreSQL itself then runs as the user postgres) and
# as an ordinary user.
#
#   scripts/postgres.sh start DIR PORT   make the cluster if need be, start it, print its address
#   scripts/postgres.sh url DIR          print the address of the database
#   scripts/postgres.sh stop DIR         stop it
#   scripts/postgres.sh remove DIR       stop it and delete everything
set -euo pipefail

command=${1:?start, url, stop or remove}
dir=${2:?the folder of the server}
mkdir -p "$dir"
dir=$(cd "$dir" && pwd)
bin=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1)
[ -n "$bin" ] || { echo "PostgreSQL is not installed: run scripts/setup.sh" >&2; exit 1; }

# Where the data lies: below DIR, unless root keeps DIR where the user postgres
# cannot enter; then below /var/lib.
data_folder() {
    if [ -f "$dir/data-folder" ]; then cat "$dir/data-folder"; return; fi
    local data="$dir/data"
    if [ "$(id -u)" = 0 ]; then
        local probe=$dir
        while [ "$probe" != / ]; do
            if ! setpriv --reuid=postgres --regid=postgres --init-groups --reset-env test -x "$probe"; then
                data="/var/lib/lexeon-$(printf %s "$dir" | sha256sum | cut -c1-12)/data"
                echo "PostgreSQL cannot enter $probe; its data go to $data" >&2
                break
            fi
            probe=$(dirname "$probe")
        done
    fi
    mkdir -p "$(dirname "$data")"
    echo "$data" >"$dir/data-folder"
    echo "$data"
}

as_postgres() {
    if [ "$(id -u)" = 0 ]; then
        (cd / && setpriv --reuid=postgres --regid=postgres --init-groups --reset-env "$@")
    else
        "$@"
    fi
}

url() { echo "postgres://lexeon:$(cat "$dir/password")@127.0.0.1:$(cat "$dir/port")/lexeon?sslmode=disable"; }

make_cluster() {
    local data=$1
    local password
    password=$(od -An -N24 -tx1 /dev/urandom | tr -d ' \n')
    (umask 077 && printf %s "$password" >"$dir/password")
    if [ "$(id -u)" = 0 ]; then
        install -d -o postgres -g postgres -m 700 "$data"
    else
        install -d -m 700 "$data"
    fi
    local pwfile
    pwfile="$(dirname "$data")/initial-password"
    (umask 077 && printf %s "$password" >"$pwfile")
    [ "$(id -u)" = 0 ] && chown postgres: "$pwfile"
    as_postgres "$bin/initdb" -D "$data" -U lexeon --pwfile "$pwfile" -A scram-sha-256 -E UTF8 \
        --locale-provider=libc --locale=C.UTF-8 --data-checksums >"$dir/initdb.log"
    rm -f "$pwfile"
}

# running: pg_ctl takes a killed server for a running one until the system has
# reaped its process; such a process is dead, and its file must not stop a start.
running() {
    local data=$1 pid
    as_postgres "$bin/pg_ctl" -D "$data" status >/dev/null 2>&1 || return 1
    pid=$(head -n 1 "$data/postmaster.pid" 2>/dev/null) || return 1
    if grep -q '^State:[[:space:]]*Z' "/proc/$pid/status" 2>/dev/null; then
        rm -f "$data/postmaster.pid"
        return 1
    fi
}

start() {
    local port=$1 data
    data=$(data_folder)
    [ -f "$data/PG_VERSION" ] || make_cluster "$data"
    if running "$data"; then url; return; fi
    held() { (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null; }
    if [ -f "$dir/port" ]; then
        port=$(cat "$dir/port") # those who know the address find the server again
        for _ in $(seq 50); do held || break; sleep 0.2; done
    fi
    for _ in $(seq 20); do # another program may hold the port
        held || break
        port=$((port + 1))
    done
    echo "$port" >"$dir/port"
    local log
    log="$(dirname "$data")/postgres.log"
    touch "$log"
    [ "$(id -u)" = 0 ] && chown postgres: "$log"
    local try
    for try in $(seq 15); do # after a killed server its memory may be held for some seconds
        if as_postgres "$bin/pg_ctl" -D "$data" -l "$log" -w -t 30 \
            -o "-c listen_addresses=127.0.0.1 -c port=$port -c unix_socket_directories='' ${LEXEON_POSTGRES_OPTIONS:-}" start >/dev/null 2>&1; then
            break
        fi
        [ "$try" = 15 ] && { tail -n 20 "$log" >&2; exit 1; }
        sleep 1
    done
    PGPASSWORD=$(cat "$dir/password") "$bin/psql" -h 127.0.0.1 -p "$port" -U lexeon -d postgres -tAc "SELECT 1 FROM pg_database WHERE datname = 'lexeon'" | grep -q 1 ||
        PGPASSWORD=$(cat "$dir/password") "$bin/createdb" -h 127.0.0.1 -p "$port" -U lexeon lexeon
    url
}

stop() {
    local data
    data=$(data_folder)
    if [ -f "$data/PG_VERSION" ] && running "$data"; then
        as_postgres "$bin/pg_ctl" -D "$data" -m fast -w stop >/dev/null
    fi
}

case $command in
start) start "${3:?port}" ;;
url) url ;;
stop) stop ;;
remove)
    stop
    data=$(data_folder)
    rm -rf "$data" "$dir"
    case $data in /var/lib/lexeon-*) rm -rf "$(dirname "$data")" ;; esac
    ;;
*)
    echo "start, url, stop or remove?" >&2
    exit 2
    ;;
esac
