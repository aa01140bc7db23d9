# A PostgreSQL server of our own on loopback; sourced by ./stratonomy.

postgres_bin() {
  local bin
  bin=$(find /usr/lib/postgresql/*/bin -maxdepth 1 -name postgres 2>/dev/null | sort -V | tail -n 1)
  [ -n "$bin" ] && dirname "$bin"
}

install_postgres() {
  [ -n "$(postgres_bin)" ] || install_if_missing postgres-of-our-own postgresql
  [ -n "$(postgres_bin)" ] || fail "PostgreSQL's server is not under /usr/lib/postgresql. Install Debian's package postgresql."
}

# Runs a command as the user that may run the server: it refuses to run as root.
as_postgres() {
  if [ "$(id -u)" = 0 ]; then
    (cd / && runuser -u postgres -- "$@")
  else
    "$@"
  fi
}

# database_directory WANTED FALLBACK: the first that the server's user can use.
database_directory() {
  local dir
  for dir in "$1" "$2"; do
    mkdir -p "$dir"
    if [ "$(id -u)" = 0 ]; then
      chown postgres: "$dir"
    fi
    if as_postgres test -w "$dir" -a -x "$dir"; then
      echo "$dir"
      return
    fi
    rmdir "$dir" 2>/dev/null || true
  done
  fail "No directory for the database: neither $1 nor $2 can be used. Set STRATONOMY_DATA to one that can."
}

# start_database DIR PORT durable|fast: a server in a directory, made if it is not there yet.
start_database() {
  local dir=$1 port=$2 kind=$3 bin options
  bin=$(postgres_bin)
  if [ ! -f "$dir/data/PG_VERSION" ]; then
    if [ "$kind" = durable ]; then
      (umask 077 && head -c 24 /dev/urandom | base64 | tr -d '/+=\n' >"$dir/password")
      [ "$(id -u)" = 0 ] && chown postgres: "$dir/password"
      as_postgres "$bin/initdb" -D "$dir/data" -U stratonomy -E UTF8 --locale=C \
        --auth=scram-sha-256 --pwfile="$dir/password" >/dev/null
    else
      as_postgres "$bin/initdb" -D "$dir/data" -U stratonomy -E UTF8 --locale=C \
        --auth=trust --no-sync >/dev/null
    fi
  fi
  options="-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories="
  [ "$kind" = durable ] || options="$options -c fsync=off -c full_page_writes=off"
  as_postgres "$bin/pg_ctl" -D "$dir/data" -l "$dir/postgres.log" -o "$options" -w -s start ||
    fail "The database did not start; $dir/postgres.log says why."
}

stop_database() {
  as_postgres "$(postgres_bin)/pg_ctl" -D "$1/data" -m fast -w -s stop 2>/dev/null || true
}

database_runs() {
  [ -f "$1/data/postmaster.pid" ] && as_postgres "$(postgres_bin)/pg_ctl" -D "$1/data" status >/dev/null 2>&1
}

# create_database PORT NAME PASSWORD
create_database() {
  PGPASSWORD=$3 "$(postgres_bin)/psql" -h 127.0.0.1 -p "$1" -U stratonomy -d postgres -tAq \
    -c "select 1 from pg_database where datname = '$2'" | grep -q 1 ||
    PGPASSWORD=$3 "$(postgres_bin)/createdb" -h 127.0.0.1 -p "$1" -U stratonomy "$2"
}
