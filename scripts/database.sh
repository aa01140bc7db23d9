# A PostgreSQL server of our own on loopback; sourced by ./stratonomy.
#
# Three roles: the cluster's superuser, which only these scripts use; the owner, which changes the
# schema; and the application's, which reads and writes rows. Their passwords lie in files beside
# the data that nobody but the server's user can read.

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

# private_directory DIR USER: makes a directory that only a user can enter. What is there already
# must be that user's or one's own, and no link.
private_directory() {
  if [ -L "$1" ] || { [ -e "$1" ] && [ "$(stat -c %U "$1")" != "$2" ] && [ ! -O "$1" ]; }; then
    fail "$1 belongs to somebody else. Remove it, or set STRATONOMY_DATA to a directory elsewhere."
  fi
  mkdir -p "$1"
  if [ "$(id -u)" = 0 ]; then
    chown -h "$2": "$1"
  fi
  chmod 700 "$1"
}

# Where data goes that must not lie in the checkout: nowhere that others can write.
state_directory() {
  local dir=${XDG_STATE_HOME:-$HOME/.local/state}/stratonomy
  if [ "$(id -u)" = 0 ]; then
    dir=/var/lib/stratonomy
  fi
  [ -d "$dir" ] || install -d -m 755 "$dir"
  echo "$dir"
}

# database_directory WANTED FALLBACK: the first that the server's user can use.
database_directory() {
  local dir user
  user=$(as_postgres id -un)
  for dir in "$1" "$2"; do
    mkdir -p "$(dirname "$dir")" || continue
    private_directory "$dir" "$user"
    if as_postgres test -w "$dir" -a -x "$dir"; then
      echo "$dir"
      return
    fi
    rmdir "$dir" 2>/dev/null || true
  done
  fail "No directory for the database: neither $1 nor $2 can be used. Set STRATONOMY_DATA to one that can."
}

# write_password FILE: a new random password, as the server's user; a file that is there is kept.
write_password() {
  as_postgres test -s "$1" && return
  as_postgres sh -c 'umask 077 && set -C && head -c 24 /dev/urandom | base64 | tr -d "/+=\n" >"$1"' sh "$1" ||
    fail "The password file $1 cannot be written."
}

# password DIR ROLE: admin, owner or app.
password() {
  case $2 in
    # The first version had one role only.
    admin) as_postgres cat "$1/password" ;;
    *) as_postgres cat "$1/$2-password" ;;
  esac
}

# start_database DIR PORT durable|fast: a server in a directory, made if it is not there yet.
start_database() {
  local dir=$1 port=$2 kind=$3 bin options
  bin=$(postgres_bin)
  if ! as_postgres test -f "$dir/data/PG_VERSION"; then
    write_password "$dir/password"
    options=
    [ "$kind" = durable ] || options=--no-sync
    # shellcheck disable=SC2086
    as_postgres "$bin/initdb" -D "$dir/data" -U stratonomy -E UTF8 --locale=C \
      --auth=scram-sha-256 --pwfile="$dir/password" $options >/dev/null
  fi
  write_password "$dir/owner-password"
  write_password "$dir/app-password"
  options="-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories="
  [ "$kind" = durable ] || options="$options -c fsync=off -c full_page_writes=off"
  as_postgres "$bin/pg_ctl" -D "$dir/data" -l "$dir/postgres.log" -o "$options" -w -s start ||
    fail "The database did not start; $dir/postgres.log says why."
}

stop_database() {
  as_postgres "$(postgres_bin)/pg_ctl" -D "$1/data" -m fast -w -s stop 2>/dev/null || true
}

database_runs() {
  as_postgres test -f "$1/data/postmaster.pid" &&
    as_postgres "$(postgres_bin)/pg_ctl" -D "$1/data" status >/dev/null 2>&1
}

# as_admin DIR PORT DATABASE: SQL from standard input, as the superuser.
as_admin() {
  PGPASSWORD=$(password "$1" admin) "$(postgres_bin)/psql" -h 127.0.0.1 -p "$2" -U stratonomy -d "$3" \
    -v ON_ERROR_STOP=1 -v owner="$(password "$1" owner)" -v app="$(password "$1" app)" -qAt
}

# create_database DIR PORT NAME: the database and its roles, with no more rights than they need.
create_database() {
  local dir=$1 port=$2 name=$3
  as_admin "$dir" "$port" postgres <<'SQL' >/dev/null
select 'create role ' || role || ' login' from unnest(array['stratonomy_owner', 'stratonomy_app']) role
  where role not in (select rolname from pg_roles) \gexec
alter role stratonomy_owner password :'owner';
alter role stratonomy_app password :'app';
SQL
  if ! as_admin "$dir" "$port" postgres <<<"select 1 from pg_database where datname = '$name'" | grep -q 1; then
    as_admin "$dir" "$port" postgres <<<"create database \"$name\" owner stratonomy_owner"
  fi
  # What an older version made as superuser becomes the owner's.
  as_admin "$dir" "$port" "$name" <<SQL >/dev/null
alter database "$name" owner to stratonomy_owner;
alter schema public owner to stratonomy_owner;
select format('alter table %I owner to stratonomy_owner', tablename) from pg_tables where schemaname = 'public' \gexec
revoke all on database "$name" from public;
grant connect on database "$name" to stratonomy_app;
revoke all on schema public from public;
grant usage on schema public to stratonomy_app;
grant select, insert, update, delete on all tables in schema public to stratonomy_app;
alter default privileges for role stratonomy_owner in schema public
  grant select, insert, update, delete on tables to stratonomy_app;
SQL
}

# database_settings DIR PORT NAME: the settings of a database for the application, as NAME=VALUE lines.
database_settings() {
  echo "STRATONOMY_DB_URL=jdbc:postgresql://127.0.0.1:$2/$3"
  echo "STRATONOMY_DB_USER=stratonomy_app"
  echo "STRATONOMY_DB_PASSWORD=$(password "$1" app)"
  echo "STRATONOMY_DB_OWNER=stratonomy_owner"
  echo "STRATONOMY_DB_OWNER_PASSWORD=$(password "$1" owner)"
}
