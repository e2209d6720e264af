# A private PostgreSQL on loopback in a data folder. Sourced by ./kyanos.

# The newest server programs on this machine; empty if there are none.
postgres_bin() {
  local newest
  newest="$(ls -d /usr/lib/postgresql/*/bin/initdb 2>/dev/null | sort -V | tail -n 1)"
  if [ -n "$newest" ]; then dirname "$newest"; elif command -v initdb >/dev/null; then dirname "$(command -v initdb)"; fi
}

# PostgreSQL refuses to run as root.
as_postgres() {
  if [ "$(id -u)" -eq 0 ]; then
    setpriv --reuid=postgres --regid=postgres --init-groups --inh-caps=-all env -C / "$@"
  else
    "$@"
  fi
}

# Where the cluster of a data folder lies: in it, or elsewhere when the postgres user can't get there.
postgres_cluster() {
  local data="$1" place="$1/cluster-place"
  [ -e "$place" ] && { cat "$place"; return; }
  local cluster="$data/postgres"
  if [ "$(id -u)" -eq 0 ]; then
    mkdir -p "$cluster"
    chown postgres:postgres "$cluster"
    if ! as_postgres test -w "$cluster" 2>/dev/null; then
      rmdir "$cluster"
      cluster="/var/lib/kyanos/$(printf %s "$data" | sha256sum | cut -c1-16)"
    fi
  fi
  echo "$cluster" >"$place"
  echo "$cluster"
}

free_port() {
  node -e 'const s=require("net").createServer().listen(0,"127.0.0.1",()=>{process.stdout.write(String(s.address().port));s.close()})'
}

port_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# The pid of the server that runs in this cluster. A killed one may leave its file, and its number may belong to another.
postgres_pid() {
  local cluster="$1" pid
  pid="$(as_postgres head -n 1 "$cluster/postmaster.pid" 2>/dev/null)" || return 1
  [ -n "$pid" ] && [ "$(readlink "/proc/$pid/cwd" 2>/dev/null)" = "$(readlink -f "$cluster")" ] && echo "$pid"
}

postgres_start() {
  local data="$1" bin cluster
  bin="$(postgres_bin)"
  cluster="$(postgres_cluster "$data")"
  if [ ! -e "$data/password" ] || ! as_postgres test -e "$cluster/PG_VERSION"; then
    as_postgres test -e "$cluster/PG_VERSION" && fail "The password of the database in $data is lost. Put the file \"password\" back, or choose another folder with --data."
    (umask 077 && head -c 24 /dev/urandom | base64 | tr -d '/+=\n' >"$data/password")
    mkdir -p "$cluster"
    if [ "$(id -u)" -eq 0 ]; then chown postgres:postgres "$cluster"; fi
    # initdb wants a file that the postgres user may open; it comes through standard input, which is open already.
    as_postgres sh -c 'umask 077; file="$(mktemp)"; cat >"$file"; "$0/initdb" -D "$1" -U kyanos --pwfile="$file" \
      --auth=scram-sha-256 --encoding=UTF8 --locale=C.UTF-8; status=$?; rm -f "$file"; exit $status' \
      "$bin" "$cluster" <"$data/password" >"$data/postgres-init.log" 2>&1 ||
      fail "The database could not be made. Its words are in $data/postgres-init.log." 1
  fi
  local port
  port="$(cat "$data/postgres-port" 2>/dev/null || true)"
  if postgres_pid "$cluster" >/dev/null; then
    # Left running by a start that was killed.
    as_postgres sed -n 4p "$cluster/postmaster.pid" >"$data/postgres-port"
    return
  fi
  if [ -z "$port" ] || port_taken "$port"; then port="$(free_port)"; fi
  echo "$port" >"$data/postgres-port"
  # Its own process group: Ctrl-C is for the server, which stops the database last.
  as_postgres setsid "$bin/pg_ctl" -D "$cluster" -l "$cluster/server.log" -w -t 60 \
    -o "-c listen_addresses=127.0.0.1 -c port=$port -c unix_socket_directories='' -c shared_buffers=256MB -c max_wal_size=2GB" \
    start </dev/null >"$data/postgres-start.log" 2>&1 || fail "The database did not start. Its words are in $cluster/server.log." 1
}

postgres_stop() {
  local data="$1" cluster
  cluster="$(postgres_cluster "$data")"
  as_postgres "$(postgres_bin)/pg_ctl" -D "$cluster" -m fast -w stop >/dev/null 2>&1 || true
}

postgres_url() {
  local data="$1"
  echo "postgres://kyanos:$(cat "$data/password")@127.0.0.1:$(cat "$data/postgres-port")/${2:-postgres}"
}
