#!/usr/bin/env bash
# Mutants of the server's modules that guard, against a PostgreSQL of their own on loopback.
set -uo pipefail
cd "$(dirname "$(readlink -f "$0")")/../.."
. ops/needs.sh
. ops/database.sh
need_node
need_debian postgresql ffmpeg
STATE=$(mktemp -d "${TMPDIR:-/tmp}/stride-chalk-mutants-XXXXXX")
chmod 755 "$STATE"
finish() {
  trap - EXIT INT TERM
  stop_database
  rm -rf "$STATE"
}
trap finish EXIT
trap 'finish; exit 130' INT
trap 'finish; exit 143' TERM
POSTGRES_OPTIONS="-c fsync=off -c full_page_writes=off"
start_database
# Every test file makes a database of its own.
as_admin postgres -c "alter role stride createdb"
export STRIDE_TEST_POSTGRES="${DATABASE_URL%/*}/postgres"
unset DATABASE_URL
npx stryker run ops/mutation/server.json "$@"
