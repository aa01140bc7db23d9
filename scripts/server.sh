# Starting and stopping the application; sourced by ./stratonomy.

data=${STRATONOMY_DATA:-$here/.stratonomy}

server_runs() {
  [ -f "$data/app.pid" ] && kill -0 "$(cat "$data/app.pid")" 2>/dev/null &&
    tr '\0' ' ' <"/proc/$(cat "$data/app.pid")/cmdline" 2>/dev/null | grep -q app-0.1.0
}

demo() {
  mkdir -p "$data" .stratonomy 2>/dev/null || fail "$data cannot be made. Set STRATONOMY_DATA to a directory that can."
  local port=${STRATONOMY_PORT:-8080} db dbport
  if server_runs; then
    fail "It runs already, at $(cat "$data/address"). To stop it: ./stratonomy stop"
  fi
  port_is_free "$port" ||
    fail "Port $port is in use by another program. Stop that, or choose another port: STRATONOMY_PORT=8090 ./stratonomy demo"
  require_space "$data"
  install_postgres
  build_application
  db=$(database_directory "$data/database" "/var/tmp/stratonomy-$(checkout_id)")
  echo "$db" >"$data/database-directory"
  if database_runs "$db"; then
    stop_database "$db"
  fi
  dbport=$(free_port 5433)
  start_database "$db" "$dbport" durable
  create_database "$dbport" stratonomy "$(as_postgres cat "$db/password")"
  say "Starting …"
  STRATONOMY_DB_URL=jdbc:postgresql://127.0.0.1:$dbport/stratonomy \
    STRATONOMY_DB_PASSWORD=$(as_postgres cat "$db/password") STRATONOMY_PORT=$port STRATONOMY_DEMO=true \
    nohup "$JAVA_HOME/bin/java" -Xmx6g -XX:+UseParallelGC --enable-native-access=ALL-UNNAMED \
    -jar app/target/app-0.1.0-SNAPSHOT.jar >"$data/app.log" 2>&1 &
  echo $! >"$data/app.pid"
  echo "http://127.0.0.1:$port" >"$data/address"
  await_server "$port"
  echo "Stratonomy runs at $(cat "$data/address")"
  say "To stop it: ./stratonomy stop"
}

await_server() {
  local i
  for i in $(seq 1 240); do
    if curl -fs "http://127.0.0.1:$1/actuator/health/readiness" >/dev/null 2>&1; then
      return
    fi
    # Not server_runs: until the shell has become the server, its command line is another one.
    kill -0 "$(cat "$data/app.pid")" 2>/dev/null || { tail -n 20 "$data/app.log" >&2; stop_database "$(cat "$data/database-directory")"; fail "The application did not start; $data/app.log says why."; }
    sleep 0.5
  done
  fail "The application does not answer after two minutes; $data/app.log may say why."
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
