#!/usr/bin/env bash
# A Hephaist for the browser tests: PostgreSQL and server of its own, both gone when it is told to stop.
# Usage: e2e/serve.sh PORT DATA_FOLDER
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
. scripts/lib.sh
port=$1 data=$2
server= STAND_IN=
stop_all() {
  trap - EXIT INT TERM
  if [ -n "$server" ]; then kill "$server" 2>/dev/null || true; wait "$server" 2>/dev/null || true; fi
  if [ -n "$STAND_IN" ]; then kill "$STAND_IN" 2>/dev/null || true; fi
  pg_stop "$data"
  rm -rf "${data:?}"
}
trap stop_all EXIT
trap 'exit 143' INT TERM
PG_MORE='-c fsync=off -c full_page_writes=off'
pg_start "$data" "$(free_port)"
stand_in_start "$data/stand-in" --every 250 --quick 60 --seed 7
DATABASE_URL=$PG_URL HEPHAIST_PORT=$port LOG_LEVEL=silent node apps/server/dist/main.mjs &
server=$!
wait "$server"
