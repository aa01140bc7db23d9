# Kills application and database at random moments while a plan is edited, and looks whether every
# edit that was acknowledged is still there; sourced by ./stratonomy.

kills() {
  local rounds=${1:-10} dir dbport port base version acknowledged lost=0 round id victim status now
  install_postgres
  build_application
  dir=$(mktemp -d "${TMPDIR:-/tmp}/stratonomy-kills.XXXXXX")
  [ "$(id -u)" = 0 ] && chown postgres: "$dir"
  dbport=$(free_port 16433)
  port=$(free_port 18080)
  base=http://127.0.0.1:$port
  # shellcheck disable=SC2064
  trap "kill -9 \$kills_app 2>/dev/null; stop_database '$dir'; rm -rf '$dir' '$dir.log' '$dir.stl'" EXIT
  start_database "$dir" "$dbport" durable
  create_database "$dir" "$dbport" stratonomy
  start_kills_app "$dir" "$dbport" "$port"
  tetrahedron >"$dir.stl"
  id=$(curl -fs -H 'X-Stratonomy: 1' -F "files=@$dir.stl;filename=s.stl" "$base/api/plans" |
    sed 's/.*"id":"\([0-9a-f-]\{36\}\)".*/\1/')
  [ ${#id} = 36 ] || fail "No plan could be made."
  for round in $(seq 1 "$rounds"); do
    version=$(plan_version "$base" "$id")
    acknowledged=$version
    victim=$([ $((RANDOM % 2)) = 0 ] && echo application || echo database)
    (
      sleep "$(awk -v r=$RANDOM 'BEGIN { print 0.3 + r / 32768 * 2.5 }')"
      if [ "$victim" = database ]; then
        as_postgres sh -c "kill -9 \$(head -n 1 '$dir/data/postmaster.pid')"
      else
        kill -9 "$kills_app"
      fi
    ) &
    while status=$(curl -s -m 5 -o /dev/null -w '%{http_code}' -X POST "$base/api/plans/$id/edits" \
      -H 'Content-Type: application/json' \
      -d "{\"version\": $acknowledged, \"action\": \"SET\", \"where\": {\"pieces\": [\"s\"]}, \"setting\": \"walls\", \"value\": \"$((1 + acknowledged % 9))\"}") &&
      [ "$status" = 200 ]; do
      acknowledged=$((acknowledged + 1))
    done
    wait $! || true
    if [ "$victim" = database ]; then
      rm -f "$dir/data/postmaster.pid"
      until (start_database "$dir" "$dbport" durable) >/dev/null 2>&1; do sleep 0.5; done
    else
      start_kills_app "$dir" "$dbport" "$port"
    fi
    now=
    until [ -n "$now" ]; do
      now=$(plan_version "$base" "$id")
      [ -n "$now" ] || sleep 0.3
    done
    # An edit may be kept whose answer was lost, but none that was answered may be.
    if [ "$now" -lt "$acknowledged" ] || [ "$now" -gt $((acknowledged + 1)) ]; then
      lost=$((lost + 1))
      say "round $round: $acknowledged acknowledged, $now there ($victim killed)"
    fi
    echo "round $round: $victim killed after $((acknowledged - version)) edits; version $now"
  done
  echo "$rounds kills, $lost with something lost"
  [ "$lost" = 0 ]
}

plan_version() {
  curl -s -m 5 "$1/api/plans/$2" | sed -n 's/.*"version":\([0-9]*\),"revision".*/\1/p'
}

start_kills_app() {
  local i
  (
    set -a
    eval "$(database_settings "$1" "$2" stratonomy)"
    STRATONOMY_PORT=$3 STRATONOMY_DEMO=false
    exec "$JAVA_HOME/bin/java" -Xmx1g -XX:TieredStopAtLevel=1 --enable-native-access=ALL-UNNAMED \
      -Dspring.aot.enabled=true -jar "$here/app/target/app-0.1.0-SNAPSHOT.jar"
  ) >>"$1.log" 2>&1 &
  kills_app=$!
  disown
  for i in $(seq 1 240); do
    ! curl -fs "http://127.0.0.1:$3/actuator/health/readiness" >/dev/null 2>&1 || return 0
    sleep 0.25
  done
  fail "The application does not answer; $1.log says why."
}
