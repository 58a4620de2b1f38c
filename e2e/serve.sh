#!/usr/bin/env bash
# What the browser tests of one worker stand on: PostgreSQL, simulated instruments, and the demo in a database that is
# copied for every test; all gone when it is told to stop. Says where in DATA_FOLDER/ready.
# Usage: e2e/serve.sh DATA_FOLDER
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
. scripts/lib.sh
data=$1
STAND_IN=
stop_all() {
  trap - EXIT INT TERM
  if [ -n "$STAND_IN" ]; then kill "$STAND_IN" 2>/dev/null || true; fi
  pg_stop "$data"
  rm -rf "${data:?}"
}
trap stop_all EXIT
trap 'exit 143' INT TERM
PG_MORE='-c fsync=off -c full_page_writes=off'
pg_start "$data" "$(free_port)"
stand_in_start "$data/stand-in" --every 250 --quick 60 --seed 7
# The demo is loaded once, by a server that ends when it is there.
port=$(free_port)
DATABASE_URL=$PG_URL HEPHAIST_PORT=$port LOG_LEVEL=silent node apps/server/dist/main.mjs >/dev/null &
server=$!
until node -e "fetch('http://127.0.0.1:$port/api/health').then((r) => process.exit(r.ok ? 0 : 1), () => process.exit(1))"; do
  kill -0 "$server" || die "the server of the browser tests did not start"
  sleep 0.1
done
kill "$server"
wait "$server" || true
printf '%s\n%s\n' "$PG_URL" "$HEPHAIST_INSTRUMENTS" >"$data/ready.part"
mv "$data/ready.part" "$data/ready"
wait "$STAND_IN"
