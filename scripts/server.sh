# Starting and stopping the application; sourced by ./stratonomy.

data=${STRATONOMY_DATA:-$here/.stratonomy}

server_runs() {
  [ -f "$data/app.pid" ] && kill -0 "$(cat "$data/app.pid")" 2>/dev/null &&
    tr '\0' ' ' <"/proc/$(cat "$data/app.pid")/cmdline" 2>/dev/null | grep -q app-0.1.0
}

# The user that the application runs as: one of its own if it is started as root.
server_user() {
  if [ "$(id -u)" != 0 ]; then
    id -un
    return
  fi
  if ! id stratonomy >/dev/null 2>&1; then
    useradd --system --no-create-home --home-dir /nonexistent --shell /usr/sbin/nologin stratonomy ||
      fail "A user for the application cannot be made. Run: useradd --system stratonomy"
    say "Made the system user 'stratonomy'; the application runs as it."
  fi
  echo stratonomy
}

# Becomes a command, as the application's user.
become_server() {
  if [ "$(id -u)" = 0 ]; then
    cd /
    exec setpriv --reuid=stratonomy --regid=stratonomy --init-groups --no-new-privs -- "$@"
  else
    exec "$@"
  fi
}

# Where the application and its log lie: a checkout of root's may be closed to the application's user.
server_directory() {
  if [ "$(id -u)" = 0 ]; then
    echo "$(state_directory)/app-$(checkout_id)"
  else
    echo "$data"
  fi
}

# The application, unpacked where its user can read it: classes in one archive inside of another are
# loaded slowly, and cannot be kept loaded (train_server).
server_jar() {
  local packed=$here/app/target/app-0.1.0-SNAPSHOT.jar dir stamp
  dir=$(server_directory)
  stamp=$(stat -c '%s %Y' "$packed") || return
  if [ "$(id -u)" = 0 ]; then
    private_directory "$dir" stratonomy
  fi
  if [ "$(cat "$dir/server/stamp" 2>/dev/null)" != "$stamp" ]; then
    rm -rf "$dir/server" "$dir/app-0.1.0-SNAPSHOT.jar"
    "$JAVA_HOME/bin/java" -Djarmode=tools -jar "$packed" extract --destination "$dir/server" >&2 ||
      fail "The application cannot be unpacked into $dir/server. Is there room on the disk?"
    echo "$stamp" >"$dir/server/stamp"
    if [ "$(id -u)" = 0 ]; then
      chown -R stratonomy: "$dir/server"
    fi
  fi
  echo "$dir/server/app-0.1.0-SNAPSHOT.jar"
}

# The application's virtual machine with the options given, as its user. A small young generation:
# everybody waits while it is collected.
run_server() {
  become_server nohup "$JAVA_HOME/bin/java" -Xmx6g -Xmn700m -XX:+UseParallelGC \
    --enable-native-access=ALL-UNNAMED -Dspring.aot.enabled=true "$@"
}

# server_environment DATABASE PORT: exports where its database is and where it logs.
server_environment() {
  set -a
  eval "$(database_settings "$1" "$2" stratonomy)"
  LOGGING_FILE_NAME=$(server_directory)/app.log LOGGING_THRESHOLD_CONSOLE=error
  set +a
}

# Starts the application once up to where it would answer, so that the virtual machine keeps loaded
# classes in a file: later starts take less than half the time. Without the file they work all the same.
train_server() {
  local kept
  kept=$(dirname "$1")/app.aot
  if [ -f "$kept" ]; then
    return
  fi
  say "Preparing faster starts … (once)"
  rm -f "$kept".*
  (run_server -XX:AOTCacheOutput="$kept.new" -Xlog:disable -Dspring.context.exit=onRefresh \
    -Dserver.port=0 -jar "$1") >>"$data/start.log" 2>&1 || true
  # What does not work with this build is not tried again with it.
  mv "$kept.new" "$kept" 2>/dev/null || : >"$kept"
}

# Where a database would lie that is not in the data directory; an older version's is moved there.
database_fallback() {
  local dir old
  dir=$(state_directory)/database-$(checkout_id)
  old=/var/tmp/stratonomy-$(checkout_id)
  if [ "$(id -u)" = 0 ] && [ ! -e "$dir" ] && [ -d "$old" ] && [ ! -L "$old" ] &&
    [ "$(stat -c %U "$old")" = postgres ] && [ -f "$old/data/PG_VERSION" ]; then
    ! database_runs "$old" || stop_database "$old"
    mv -T "$old" "$dir"
  fi
  echo "$dir"
}

demo() {
  mkdir -p "$data" .stratonomy 2>/dev/null || fail "$data cannot be made. Set STRATONOMY_DATA to a directory that can."
  local port=${STRATONOMY_PORT:-8080} db dbport jar
  if server_runs; then
    fail "It runs already, at $(cat "$data/address"). To stop it: ./stratonomy stop"
  fi
  port_is_free "$port" ||
    fail "Port $port is in use by another program. Stop that, or choose another port: STRATONOMY_PORT=8090 ./stratonomy demo"
  require_space "$data"
  install_postgres
  build_application
  umask 077
  # Started as root, the database's user must get through to its directory.
  [ "$(id -u)" = 0 ] && chmod 711 "$data" || chmod 700 "$data"
  server_user >/dev/null
  jar=$(server_jar)
  db=$(database_directory "$data/database" "$(database_fallback)")
  echo "$db" >"$data/database-directory"
  if database_runs "$db"; then
    stop_database "$db"
  fi
  dbport=$(free_port 5433)
  start_database "$db" "$dbport" durable
  create_database "$db" "$dbport" stratonomy
  : >"$data/start.log"
  (
    server_environment "$db" "$dbport"
    train_server "$jar"
  )
  say "Starting …"
  (
    server_environment "$db" "$dbport"
    export STRATONOMY_PORT=$port STRATONOMY_DEMO=true
    run_server -XX:AOTCache="$(dirname "$jar")/app.aot" -Xlog:aot=off,cds=off -jar "$jar"
  ) >>"$data/start.log" 2>&1 &
  echo $! >"$data/app.pid"
  echo "http://127.0.0.1:$port" >"$data/address"
  await_server "$port"
  echo "Stratonomy runs at $(cat "$data/address")"
  say "Its log: $(server_directory)/app.log"
  say "To stop it: ./stratonomy stop"
}

await_server() {
  local i
  for i in $(seq 1 240); do
    if curl -fs "http://127.0.0.1:$1/actuator/health/readiness" >/dev/null 2>&1; then
      return
    fi
    # Not server_runs: until the shell has become the server, its command line is another one.
    kill -0 "$(cat "$data/app.pid")" 2>/dev/null || { tail -n 20 "$data/start.log" >&2; stop_database "$(cat "$data/database-directory")"; fail "The application did not start; $(server_directory)/app.log says why."; }
    sleep 0.5
  done
  fail "The application does not answer after two minutes; $(server_directory)/app.log may say why."
}

stop() {
  local i
  if server_runs; then
    kill "$(cat "$data/app.pid")"
    for i in $(seq 1 60); do
      server_runs || break
      sleep 0.25
    done
    server_runs && kill -9 "$(cat "$data/app.pid")"
    rm -f "$data/app.pid"
    say "The application is stopped."
  else
    say "The application was not running."
  fi
  if [ -f "$data/database-directory" ] && database_runs "$(cat "$data/database-directory")"; then
    stop_database "$(cat "$data/database-directory")"
    say "The database is stopped."
  fi
}
