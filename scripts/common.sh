# Messages, packages and the JDK; sourced by ./stratonomy.

say() { printf '%s\n' "$*" >&2; }

fail() {
  say "stratonomy: $*"
  exit 1
}

# A line that differs for each checkout, for directories outside of it.
checkout_id() { printf '%s' "$here" | cksum | cut -d' ' -f1; }

# A model for a trial, 9 mm high, as a text STL.
tetrahedron() {
  printf 'solid s\nfacet\nvertex 0 0 0\nvertex 0 9 0\nvertex 9 0 0\nendfacet\nfacet\nvertex 0 0 0\nvertex 9 0 0\nvertex 0 0 9\nendfacet\nfacet\nvertex 9 0 0\nvertex 0 9 0\nvertex 0 0 9\nendfacet\nfacet\nvertex 0 9 0\nvertex 0 0 0\nvertex 0 0 9\nendfacet\nendsolid s\n'
}

as_root() {
  if [ "$(id -u)" = 0 ]; then
    "$@"
  elif command -v sudo >/dev/null && sudo -n true 2>/dev/null; then
    sudo "$@"
  else
    return 1
  fi
}

# install COMMAND-OR-PATH PACKAGE: installs a Debian package unless the command is there.
install_if_missing() {
  command -v "$1" >/dev/null && return 0
  say "Installing $2 …"
  if ! command -v apt-get >/dev/null; then
    fail "'$1' is missing. Install it (Debian's package: $2) and try again."
  fi
  if [ "$2" = postgresql ]; then
    say "So that Debian's package makes no cluster of its own, create_main_cluster is set to false in /etc/postgresql-common/createcluster.conf."
  fi
  if [ "$2" = postgresql ] && ! as_root sh -c '
    mkdir -p /etc/postgresql-common
    apt-get -o DPkg::Lock::Timeout=300 update -qq &&
    apt-get -o DPkg::Lock::Timeout=300 install -y -qq --no-install-recommends postgresql-common &&
    sed -i "s/^#*create_main_cluster.*/create_main_cluster = false/" /etc/postgresql-common/createcluster.conf
  ' >/dev/null; then
    fail "PostgreSQL is missing and cannot be installed by this user. Run: sudo apt-get install $2"
  fi
  as_root env DEBIAN_FRONTEND=noninteractive sh -c "
    { apt-cache show $2 >/dev/null 2>&1 || apt-get -o DPkg::Lock::Timeout=300 update -qq; } &&
    apt-get -o DPkg::Lock::Timeout=300 install -y -qq --no-install-recommends $2" >/dev/null ||
    fail "'$1' is missing and cannot be installed by this user. Run: sudo apt-get install $2"
}

# Sets JAVA_HOME to a JDK 25.
use_jdk() {
  local home
  for home in "${JAVA_HOME:-}" /usr/lib/jvm/*25* /opt/*jdk*25*; do
    # To ask it for its version would take longer than some commands do.
    if [ -x "$home/bin/javac" ] && grep -qs '^JAVA_VERSION="25' "$home/release"; then
      export JAVA_HOME=$home
      return
    fi
  done
  fail "A JDK 25 is missing. Install one (such as Temurin 25) under /usr/lib/jvm, or set JAVA_HOME to it."
}

require_space() {
  local free
  free=$(df -Pk "$1" | awk 'NR==2 {print $4}')
  [ "$free" -ge 1500000 ] ||
    fail "Only $((free / 1024)) MB are free on the disk of $1; 1500 MB are needed. Free some, or set STRATONOMY_DATA to a directory elsewhere."
}

port_is_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_port() {
  local port
  for port in $(seq "$1" "$(($1 + 200))"); do
    if port_is_free "$port"; then
      echo "$port"
      return
    fi
  done
  fail "No port from $1 to $(($1 + 200)) is free."
}
