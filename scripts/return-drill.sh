#!/usr/bin/env bash
# A new version that cannot start goes back by itself: a shop is made and closed; then a copy of the project starts it whose database step
# fails half-way, one whose pages break as they start, and one that does not build. Each time the version before answers, on the data as it
# was. Root is not needed.
#   scripts/return-drill.sh
set -euo pipefail
here=$(cd "$(dirname "$0")/.." && pwd)
work=$(mktemp -d /var/tmp/ridge-return.XXXXXX)
# The database's own user passes through.
chmod 711 "$work"
port=${RIDGE_RETURN_PORT:-3970}
shop=
ended() { if [ -n "$shop" ]; then kill -TERM "$shop" 2>/dev/null || true; wait "$shop" 2>/dev/null || true; shop=; fi; }
trap 'ended; rm -rf "$work"' EXIT

started() { # project log
  (cd "$1" && exec node scripts/start.mjs --folder "$work/shop" --port "$port") >"$2" 2>&1 &
  shop=$!
  for _ in $(seq 600); do
    grep -q 'is ready after' "$2" && return 0
    kill -0 "$shop" 2>/dev/null || return 1
    sleep 1
  done
  return 1
}
people() { node -e "
fetch('http://127.0.0.1:$port/api/health').then(async (r) => { if (!r.ok) process.exit(1); console.log('   answers', r.status); })"; }
tables() { # of the shop that runs, as one hash
  (cd "$here" && node --input-type=module -e "
import { addressesOf } from './scripts/lib/mariadb.mjs';
import { createConnection } from 'mysql2/promise';
import { createHash } from 'node:crypto';
const c = await createConnection(addressesOf('$work/shop', $port + 7).rootUrl);
const hash = createHash('sha256');
for (const row of (await c.query('SHOW TABLES'))[0]) {
  const name = Object.values(row)[0];
  if (name === 'shops') continue;
  hash.update(name + JSON.stringify((await c.query('SELECT * FROM ' + name))[0]));
  hash.update(JSON.stringify((await c.query('SHOW COLUMNS FROM ' + name))[0]));
}
console.log(hash.digest('hex'));
await c.end();"); }
copied() { # name
  mkdir "$work/$1"
  (cd "$here" && git ls-files -z --cached --others --exclude-standard | xargs -0 cp --parents -t "$work/$1")
  cp -al "$here/node_modules" "$work/$1/node_modules"
}

echo "== the shop, made by this version"
started "$here" "$work/first.log" || { cat "$work/first.log"; exit 1; }
people
before=$(tables)
ended

broken() { # name
  echo "== $1"
  started "$work/$1" "$work/$1.log" || { cat "$work/$1.log"; exit 1; }
  grep -E 'Going back|put back|runs again|build of this version failed' "$work/$1.log" | sed 's/^/   /'
  people
  [ "$(tables)" = "$before" ] || { echo "the data is another"; exit 1; }
  ended
}

copied step-that-fails
(cd "$work/step-that-fails/db/migrations" && printf 'ALTER TABLE people ADD COLUMN IF NOT EXISTS half int;\n--> statement-breakpoint\nALTER TABLE nowhere ADD COLUMN x int;\n' >9999_fails.sql &&
  node -e "const f='meta/_journal.json';const j=JSON.parse(require('fs').readFileSync(f));j.entries.push({idx:j.entries.length,version:'5',when:Date.now(),tag:'9999_fails',breakpoints:true});require('fs').writeFileSync(f,JSON.stringify(j))")
broken step-that-fails

copied pages-that-break
(cd "$work/pages-that-break" && printf 'ALTER TABLE people ADD COLUMN IF NOT EXISTS whole int;\n' >db/migrations/9998_whole.sql &&
  node -e "const f='db/migrations/meta/_journal.json';const j=JSON.parse(require('fs').readFileSync(f));j.entries.push({idx:j.entries.length,version:'5',when:Date.now(),tag:'9998_whole',breakpoints:true});require('fs').writeFileSync(f,JSON.stringify(j))" &&
  sed -i '1i throw new Error("broken on purpose");' server/serve.ts)
broken pages-that-break

copied build-that-fails
echo 'export const x = ;' >>"$work/build-that-fails/app/page.tsx"
broken build-that-fails
echo "return: every time the version before, on the data as it was"
