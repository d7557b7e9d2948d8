#!/usr/bin/env bash
# A MariaDB server for the tests, on loopback, with its own port and password, which keeps nothing
# worth keeping: it does not wait for the disk. The server is Debian's without the service; as root it runs as nobody.
#
#   scripts/mariadb.sh start DIR PORT   make the server if need be, start it, print the file that clients read
#   scripts/mariadb.sh stop DIR         stop it
#   scripts/mariadb.sh remove DIR       stop it and delete everything
set -euo pipefail

command=${1:?start, stop or remove}
dir=${2:?the folder of the server}
mkdir -p "$dir"
dir=$(cd "$dir" && pwd)
server=$(command -v mariadbd || ls /usr/sbin/mariadbd 2>/dev/null) || { echo "MariaDB is not installed: run scripts/setup.sh" >&2; exit 1; }
# A socket has a short name: the data lie where that is short, and where the server may enter; in memory where there is
# enough of it, since a table that is made waits for the disk whatever is set.
parent=/var/tmp
free=$(df --output=avail -k /dev/shm 2>/dev/null | tail -n 1) || free=0
[ "${free:-0}" -gt 2000000 ] && [ -w /dev/shm ] && parent=/dev/shm
data="$parent/lexeon-$(printf %s "$dir" | sha256sum | cut -c1-12)"
# Where it was started before counts, whatever is free now.
for at in /dev/shm /var/tmp; do
    [ -f "$at/${data##*/}/pid" ] && data="$at/${data##*/}" && break
done

running() { [ -f "$data/pid" ] && kill -0 "$(cat "$data/pid")" 2>/dev/null && ! grep -q '^State:[[:space:]]*Z' "/proc/$(cat "$data/pid")/status"; }

start() {
    local port=$1 user=() password try
    if [ "$(id -u)" = 0 ]; then user=(--user=nobody); fi
    if running; then echo "$dir/client.cnf"; return; fi
    for _ in $(seq 20); do # another program may hold the port
        (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null || break
        port=$((port + 1))
    done
    if [ ! -f "$dir/client.cnf" ] || [ ! -d "$data/mysql" ]; then
        rm -rf "$data"
        install -d -m 700 "$data"
        [ "$(id -u)" = 0 ] && chown nobody: "$data"
        mariadb-install-db --no-defaults "${user[@]}" --datadir="$data" --auth-root-authentication-method=normal --skip-test-db >"$dir/install.log" 2>&1 ||
            { tail -n 20 "$dir/install.log" >&2; exit 1; }
        password=$(od -An -N24 -tx1 /dev/urandom | tr -d ' \n')
        (umask 077 && printf '%s\n' "create user 'lexeon'@'127.0.0.1' identified by '$password';" "grant all on *.* to 'lexeon'@'127.0.0.1' with grant option;" \
            "drop user 'root'@'localhost';" "create database lexeon character set utf8mb4 collate utf8mb4_bin;" >"$data/first.sql") # each on a line of its own
        [ "$(id -u)" = 0 ] && chown nobody: "$data/first.sql"
        (umask 077 && printf '[client]\nuser=lexeon\npassword=%s\nhost=127.0.0.1\nprotocol=tcp\nport=%s\ndefault-character-set=utf8mb4\n' "$password" "$port" >"$dir/client.cnf")
    fi
    sed -i "s/^port=.*/port=$port/" "$dir/client.cnf"
    local first=()
    [ -f "$data/first.sql" ] && first=(--init-file="$data/first.sql")
    setsid "$server" --no-defaults "${user[@]}" "${first[@]}" --datadir="$data" --socket="$data/s" --pid-file="$data/pid" --port="$port" --bind-address=127.0.0.1 \
        --skip-log-bin --innodb-flush-log-at-trx-commit=0 --innodb-doublewrite=0 --innodb-fast-shutdown=2 --innodb-buffer-pool-size=64M --performance-schema=off \
        --skip-name-resolve >"$dir/mariadb.log" 2>&1 </dev/null &
    for try in $(seq 150); do
        mariadb --defaults-file="$dir/client.cnf" lexeon -e 'select 1' >/dev/null 2>&1 && break
        [ "$try" = 150 ] && { tail -n 20 "$dir/mariadb.log" >&2; exit 1; }
        sleep 0.2
    done
    rm -f "$data/first.sql"
    echo "$dir/client.cnf"
}

stop() {
    running || return 0
    local pid
    pid=$(cat "$data/pid")
    kill "$pid"
    for _ in $(seq 100); do
        running || return 0
        sleep 0.1
    done
    kill -9 "$pid"
}

case $command in
start) start "${3:?port}" ;;
stop) stop ;;
remove)
    stop
    rm -rf "$data" "$dir"
    ;;
*)
    echo "start, stop or remove?" >&2
    exit 2
    ;;
esac
