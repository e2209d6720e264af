# A private PostgreSQL on loopback in a data folder. Sourced by ./kyanos.

# The newest server programs on this machine; empty if there are none.
postgres_bin() {
  local newest
  newest="$(ls -d /usr/lib/postgresql/*/bin/initdb 2>/dev/null | sort -V | tail -n 1)"
  if [ -n "$newest" ]; then dirname "$newest"; elif command -v initdb >/dev/null; then dirname "$(command -v initdb)"; fi
}

# PostgreSQL refuses to run as root: then it runs as whoever owns the cluster, or as postgres.
as_postgres() {
  if [ "$(id -u)" -ne 0 ]; then
    "$@"
  elif [ -n "${cluster:-}" ] && [ -d "$cluster" ] && [ "$(stat -c %u "$cluster")" -ne "$(id -u postgres)" ]; then
    setpriv --reuid="$(stat -c %u "$cluster")" --regid="$(stat -c %g "$cluster")" --clear-groups --inh-caps=-all env -C / "$@"
  else
    setpriv --reuid=postgres --regid=postgres --init-groups --inh-caps=-all env -C / "$@"
  fi
}

# A data folder and its cluster know each other by an id: the folder's file "identity", the cluster's "kyanos-identity".
# The cluster lies in the folder, in "postgres", or under /var/lib/kyanos by that id where the postgres user can't get into the
# folder. The cluster also notes which folder it belongs to (path, device and inode), by which a copy is told from a move.

outside_clusters=/var/lib/kyanos

new_id() { head -c 12 /dev/urandom | od -An -tx1 | tr -d ' \n'; }

# Device and inode: the same for a folder that was moved or renamed, another one for a copy.
folder_mark() { stat -c '%d:%i' "$1"; }

# Before version 0.6 the place was kept as a path: inside the folder wherever that lies now, or outside.
adopt_old_place() {
  local data="$1" old id
  [ -e "$data/cluster-place" ] && [ ! -e "$data/identity" ] || return 0
  old="$(cat "$data/cluster-place")"
  case "$old" in
    "$outside_clusters"/*) id="${old##*/}" ;;
    *) id="$(new_id)" ;;
  esac
  echo "$id" >"$data/identity"
  rm -f "$data/cluster-place"
}

# Sets "cluster" for a data folder, and makes the folder's identity if nothing is in it yet. Refuses what would lose sight of data.
postgres_cluster() {
  local data="$1" id inside="$1/postgres"
  adopt_old_place "$data"
  if [ ! -e "$data/identity" ]; then
    [ ! -e "$data/password" ] && { [ ! -d "$inside" ] || rmdir "$inside" 2>/dev/null; } ||
      fail "The folder $data holds a database, and its file \"identity\" is missing. Put that file back from a backup, or choose another folder with --data."
    new_id >"$data/identity"
  fi
  id="$(cat "$data/identity")"
  [[ "$id" =~ ^[0-9a-f]{16,}$ ]] || fail "The file \"identity\" in $data is damaged. Put it back from a backup."
  cluster="$inside"
  if [ -d "$inside" ]; then
    # Copied or restored by root, who may not run it.
    [ "$(id -u)" -ne 0 ] || [ "$(stat -c %u "$inside")" -ne 0 ] || chown -R postgres:postgres "$inside"
    [ "$(id -u)" -ne 0 ] || as_postgres test -x "$inside" ||
      fail "The user who runs the database can't get to $inside. Move the folder $data to where everybody may pass, or let others pass the folders above it (chmod o+x)."
    return 0
  fi
  cluster="$outside_clusters/$id"
  [ "$(id -u)" -eq 0 ] || { [ -d "$cluster" ] || cluster="$inside"; return 0; }
  [ ! -d "$cluster" ] || return 0
  # A new one: in the folder, if the postgres user can get there.
  cluster="$inside"
  [ ! -e "$data/password" ] || return 0
  mkdir -p "$cluster"
  chown postgres:postgres "$cluster"
  as_postgres test -w "$cluster" 2>/dev/null && return 0
  rmdir "$cluster"
  cluster="$outside_clusters/$id"
}

# Compares what the cluster notes of its folder with this folder: it was moved, or it is a copy.
bind_cluster() {
  local data="$1" id noted='' path='' mark='' note="$cluster/kyanos-identity"
  id="$(cat "$data/identity")"
  if as_postgres test -e "$note"; then
    { read -r noted; read -r mark; read -r path; } < <(as_postgres cat "$note")
    [ "$noted" = "$id" ] || fail "The database in $cluster belongs to another data folder ($path). Put the right folders together again, or choose another with --data."
    # The original is still where it was, and it is not this folder: this one is a copy.
    if [ "$mark" != "$(folder_mark "$data")" ] && [ "$path" != "$data" ] &&
      [ "$(cat "$path/identity" 2>/dev/null)" = "$id" ]; then
      [ "$cluster" = "$data/postgres" ] ||
        fail "The folder $data is a copy of $path, and their database lies outside of both, in $cluster. Start the original; a copy can't have it too."
      as_postgres test ! -e "$cluster/postmaster.pid" ||
        fail "The folder $data was copied from $path while its database was running, so it may be torn. Stop Kyanos there, copy the folder again, then start."
      echo "This folder is a copy of $path. It goes on by itself from here."
      id="$(new_id)"
      echo "$id" >"$data/identity"
    fi
  fi
  printf '%s\n%s\n%s\n' "$id" "$(folder_mark "$data")" "$data" | as_postgres sh -c 'cat >"$0"' "$note"
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
  postgres_cluster "$data"
  if ! as_postgres test -e "$cluster/PG_VERSION"; then
    [ ! -e "$data/password" ] ||
      fail "The database of $data is not there: it should lie in $cluster. Put that folder back from a backup; nothing is made anew, so nothing is lost."
    as_postgres sh -c 'test ! -d "$0" || test -z "$(ls -A "$0")"' "$cluster" ||
      fail "The folder $cluster is not empty and holds no database that can be read by this user. Start as the user who made it, or choose another folder with --data."
    (umask 077 && head -c 24 /dev/urandom | base64 | tr -d '/+=\n' >"$data/password.new")
    mkdir -p "$cluster"
    if [ "$(id -u)" -eq 0 ]; then chown postgres:postgres "$cluster"; fi
    # initdb wants a file that the postgres user may open; it comes through standard input, which is open already.
    as_postgres sh -c 'umask 077; file="$(mktemp)"; cat >"$file"; "$0/initdb" -D "$1" -U kyanos --pwfile="$file" \
      --auth=scram-sha-256 --encoding=UTF8 --locale=C.UTF-8; status=$?; rm -f "$file"; exit $status' \
      "$bin" "$cluster" <"$data/password.new" >"$data/postgres-init.log" 2>&1 ||
      fail "The database could not be made. Its words are in $data/postgres-init.log." 1
    mv "$data/password.new" "$data/password"
  fi
  if [ ! -e "$data/password" ]; then
    # A first start that was cut short after the database was made.
    [ -e "$data/password.new" ] && mv "$data/password.new" "$data/password" ||
      fail "The password of the database in $data is lost. Put the file \"password\" back, or choose another folder with --data."
  fi
  bind_cluster "$data"
  postgres_run "$data"
}

# Starts the server of the cluster if it does not run, on the last port where that is free.
postgres_run() {
  local data="$1" port
  port="$(cat "$data/postgres-port" 2>/dev/null || true)"
  if postgres_pid "$cluster" >/dev/null; then
    # Left running by a start that was killed.
    as_postgres sed -n 4p "$cluster/postmaster.pid" >"$data/postgres-port"
    return
  fi
  # Nobody has it open. A note of a server whose number another program has by now would be taken for one that runs.
  as_postgres rm -f "$cluster/postmaster.pid"
  if [ -z "$port" ] || port_taken "$port"; then
    [ -z "${2:-}" ] || return 1
    port="$(free_port)"
  fi
  echo "$port" >"$data/postgres-port"
  # Its own process group: Ctrl-C is for the server, which stops the database last.
  as_postgres setsid "$(postgres_bin)/pg_ctl" -D "$cluster" -l "$cluster/server.log" -w -t 60 \
    -o "-c listen_addresses=127.0.0.1 -c port=$port -c unix_socket_directories='' -c shared_buffers=256MB -c max_wal_size=2GB" \
    start </dev/null >"$data/postgres-start.log" 2>&1 || {
    [ -z "${2:-}" ] || return 1
    fail "The database did not start. Its words are in $cluster/server.log." 1
  }
}

# Starts the server again whenever it dies, on the port that everybody knows; ends with the shell that began it.
postgres_keep() {
  local data="$1" parent="$2" cluster
  postgres_cluster "$data"
  while kill -0 "$parent" 2>/dev/null; do
    sleep 2
    kill -0 "$parent" 2>/dev/null || return 0
    [ ! -e "$data/stopping" ] || return 0
    postgres_pid "$cluster" >/dev/null || postgres_run "$data" same-port || true
  done
}

postgres_stop() {
  local data="$1" cluster
  postgres_cluster "$data"
  # A note that was copied from elsewhere names somebody else's server.
  postgres_pid "$cluster" >/dev/null || return 0
  as_postgres "$(postgres_bin)/pg_ctl" -D "$cluster" -m fast -w stop >/dev/null 2>&1 || true
}

postgres_url() {
  local data="$1"
  echo "postgres://kyanos:$(cat "$data/password")@127.0.0.1:$(cat "$data/postgres-port")/${2:-postgres}"
}
