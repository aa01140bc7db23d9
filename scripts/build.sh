# Building and testing; sourced by ./stratonomy.

install_build_tools() {
  install_if_missing mvn maven
  install_if_missing node nodejs
  install_if_missing npm npm
  [ "$(node -p 'process.versions.node.split(".")[0]')" -ge 20 ] ||
    fail "Node $(node -v) is too old; version 20 or newer is needed."
  use_jdk
}

maven() { mvn -B -ntp "$@"; }

# is_stale PRODUCT SOURCE…: whether a product is missing or older than a source.
is_stale() {
  local product=$1
  shift
  [ ! -e "$product" ] ||
    [ -n "$(find "$@" -newer "$product" -type f -not -path '*/node_modules/*' -not -path '*/target/*' -not -path '*/dist/*' -print -quit)" ]
}

build_application() {
  install_build_tools
  if is_stale app/target/app-0.1.0-SNAPSHOT.jar engine report demo app ui pom.xml; then
    say "Building … (some minutes the first time)"
    maven -q -pl app -am package -DskipTests >.stratonomy/build.log 2>&1 ||
      { tail -n 40 .stratonomy/build.log >&2; fail "The build failed; .stratonomy/build.log has all of it."; }
  fi
}

# command_line NAME ARGS…: a command of the cli module.
command_line() {
  if is_stale cli/target/cli-0.1.0-SNAPSHOT.jar engine report cli pom.xml; then
    install_if_missing mvn maven
    use_jdk
    say "Building …"
    mkdir -p .stratonomy
    maven -q -pl cli -am package -DskipTests >.stratonomy/build.log 2>&1 ||
      { tail -n 40 .stratonomy/build.log >&2; fail "The build failed; .stratonomy/build.log has all of it."; }
    # Maven leaves it as it is if only the engine has changed.
    touch cli/target/cli-0.1.0-SNAPSHOT.jar
  fi
  use_jdk
  if [ cli/target/stratonomy.aot -ot cli/target/cli-0.1.0-SNAPSHOT.jar ]; then
    train_command_line
  fi
  cd "$caller"
  # One program takes seconds: compiling thoroughly would take longer than it saves (docs/performance.md).
  exec "$JAVA_HOME/bin/java" -XX:TieredStopAtLevel=1 -XX:+UseParallelGC -XX:AOTCache="$here/cli/target/stratonomy.aot" -Xlog:aot=off,cds=off \
    -cp "$(command_line_classes)" org.stratonomy.cli.StratonomyCommand "$@"
}

command_line_classes() { echo "$here/cli/target/cli-0.1.0-SNAPSHOT.jar:$here/cli/target/lib/*"; }

# Writes a program once, so that the virtual machine keeps loaded classes and profiles in a file:
# later runs begin in about half the time. Without the file they work all the same.
train_command_line() {
  local dir
  mkdir -p .stratonomy
  dir=$(mktemp -d "${TMPDIR:-/tmp}/stratonomy-train.XXXXXX")
  tetrahedron >"$dir/t.stl"
  rm -f cli/target/stratonomy.aot
  "$JAVA_HOME/bin/java" -XX:TieredStopAtLevel=1 -XX:+UseParallelGC -XX:AOTCacheOutput="$here/cli/target/stratonomy.aot" -Xlog:aot=off,cds=off \
    -cp "$(command_line_classes)" org.stratonomy.cli.StratonomyCommand program "$dir/t.stl" -o "$dir/t.gcode" \
    >>.stratonomy/build.log 2>&1 || true
  # What does not work with this build is not tried again with it.
  [ -e cli/target/stratonomy.aot ] || : >cli/target/stratonomy.aot
  rm -rf "$dir"
}

run_tests() {
  install_build_tools
  install_if_missing chromium chromium
  install_postgres
  require_space "$here"
  local dir port status=0
  dir=$(mktemp -d "${TMPDIR:-/tmp}/stratonomy-test.XXXXXX")
  [ "$(id -u)" = 0 ] && chown postgres: "$dir"
  port=$(free_port 15433)
  # shellcheck disable=SC2064
  trap "stop_database '$dir'; rm -rf '$dir'" EXIT
  start_database "$dir" "$port" fast
  create_database "$dir" "$port" stratonomy
  create_database "$dir" "$port" e2e
  set -a
  eval "$(database_settings "$dir" "$port" stratonomy)"
  set +a
  STRATONOMY_E2E_DB_URL=jdbc:postgresql://127.0.0.1:$port/e2e maven verify "$@" || status=$?
  return "$status"
}

# bench: the engine on the demo models; bench fuzz|load|kills: as their classes say.
bench() {
  local classes="bench/target/bench-0.1.0-SNAPSHOT.jar:bench/target/lib/*"
  install_build_tools
  mkdir -p .stratonomy
  maven -q -pl bench -am package -DskipTests >.stratonomy/build.log 2>&1 ||
    { tail -n 40 .stratonomy/build.log >&2; fail "The build failed; .stratonomy/build.log has all of it."; }
  case "${1:-}" in
    fuzz) shift; "$JAVA_HOME/bin/java" -Xmx1g -XX:+UseParallelGC -cp "$classes" org.stratonomy.bench.fuzz.Fuzz "$@" ;;
    hostile) "$JAVA_HOME/bin/java" -Xmx1500m -XX:+UseParallelGC -cp "$classes" org.stratonomy.bench.HostileBench ;;
    stop) "$JAVA_HOME/bin/java" -Xmx3g -XX:+UseParallelGC -cp "$classes" org.stratonomy.bench.StopBench ;;
    kills) shift; kills "$@" ;;
    load) shift; "$JAVA_HOME/bin/java" -Xmx512m -cp "$classes" org.stratonomy.bench.LoadBench "$@" ;;
    "")
      # Collected as in the application; the memory is what a mesh of a million triangles may take.
      for part in PipelineBench PlaneBench ScaleBench; do
        "$JAVA_HOME/bin/java" -Xmx2g -XX:+UseParallelGC -cp "$classes" "org.stratonomy.bench.$part"
      done
      ;;
    *) fail "There is no benchmark '$1'. Try: ./stratonomy bench [fuzz --minutes N | hostile | stop | load | kills N]" ;;
  esac
}

format_sources() {
  install_build_tools
  maven -q spotless:apply
  npm --prefix ui run setup --silent
  npm --prefix ui run format --silent
}
