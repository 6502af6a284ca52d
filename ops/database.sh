# A PostgreSQL of the project's own, on loopback only, never run as root. Sourced by ./start and ./test after needs.sh.
# STATE names the folder that holds it; POSTGRES_OPTIONS adds settings.

as_owner() {
  if [ "$(id -u)" = 0 ]; then
    (cd / && setpriv --reuid=postgres --regid=postgres --init-groups env -u XDG_RUNTIME_DIR HOME=/tmp "$@")
  else
    (cd / && "$@")
  fi
}

free_port() {
  node -e 'const s=require("net").createServer();s.listen(0,"127.0.0.1",()=>{process.stdout.write(String(s.address().port));s.close()})'
}

# start_database : starts it if it does not run, and sets DATABASE_URL.
start_database() {
  local bin data log port
  bin=$(pg_bin)
  data="$STATE/database"
  log="$STATE/database.log"
  mkdir -p "$data" 2>/dev/null || stop_with "The folder $STATE cannot be made. Name another one in STRIDE_STATE."
  chmod 700 "$data"
  [ "$(id -u)" != 0 ] || { chmod 755 "$STATE"; chown -R postgres:postgres "$data"; touch "$log"; chown postgres:postgres "$log"; }
  as_owner test -w "$data" || stop_with "The database folder $data cannot be reached by the user that runs PostgreSQL: a folder above it is closed. Name another one in STRIDE_STATE."
  if [ ! -f "$data/PG_VERSION" ]; then
    [ -z "$(ls -A "$data")" ] || stop_with "The database folder $data is broken: it holds files but no database. Move it away, or name another one in STRIDE_STATE."
    as_owner "$bin/initdb" -D "$data" -U chalk -A trust -E UTF8 --locale=C.UTF-8 --data-checksums >"$STATE/initdb.log" 2>&1 ||
      stop_with "The database folder $data could not be made: see $STATE/initdb.log."
  fi
  if as_owner "$bin/pg_ctl" -D "$data" status >/dev/null 2>&1; then
    port=$(sed -n 4p "$data/postmaster.pid")
  else
    port=$(free_port)
    as_owner setsid "$bin/pg_ctl" -D "$data" -w -t 30 -l "$log" \
      -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c max_connections=80 ${POSTGRES_OPTIONS:-}" start >/dev/null 2>&1 ||
      stop_with "The database in $data could not be started: see the last lines of $log."
  fi
  as_owner "$bin/psql" -h 127.0.0.1 -p "$port" -U chalk -d postgres -tAc "select 1 from pg_database where datname='chalk'" 2>/dev/null | grep -q 1 ||
    as_owner "$bin/createdb" -h 127.0.0.1 -p "$port" -U chalk chalk || stop_with "The database in $data does not answer: see $log."
  export DATABASE_URL="postgres://chalk@127.0.0.1:$port/chalk"
}

stop_database() {
  as_owner "$(pg_bin)/pg_ctl" -D "$STATE/database" -m fast -w -t 20 stop >/dev/null 2>&1 || true
}
