#!/usr/bin/env bash
# Both README commands on a bare root: a Debian made by debootstrap in a temporary folder, with nothing in it but Node and
# npm copied from this machine, and a fresh clone of HEAD. Needs root. The log goes to standard output.
#   scripts/prove-bare.sh [folder]
set -euo pipefail
here=$(cd "$(dirname "$0")/.." && pwd)
root=${1:-$(mktemp -d /var/tmp/ridge-bare.XXXXXX)}
node_home=$(dirname "$(dirname "$(readlink -f "$(command -v node)")")")
# This machine's own mirror, in whichever form it is written.
mirror=$({ cat /etc/apt/sources.list /etc/apt/sources.list.d/* 2>/dev/null || true; } | grep -v '^ *#' | grep -oE '(https?|file)://[^ ]+' | grep -v security | head -n 1)
suite=$(. /etc/os-release && echo "$VERSION_CODENAME")

cleanup() {
  set +e
  pkill -f "$root/" 2>/dev/null
  for m in dev/pts dev/shm dev sys proc; do mountpoint -q "$root/$m" && umount -l "$root/$m"; done
  [ "${KEEP:-}" ] || rm -rf --one-file-system "$root"
}
trap cleanup EXIT

command -v debootstrap >/dev/null || DEBIAN_FRONTEND=noninteractive apt-get install -y -qq debootstrap >/dev/null
echo "== bare $suite in $root"
debootstrap --variant=minbase --include=ca-certificates "$suite" "$root" "$mirror" >/dev/null
rm -f "$root/etc/apt/sources.list"
cp -a /etc/apt/. "$root/etc/apt/"
cp -L /etc/resolv.conf "$root/etc/resolv.conf"
cp -L /etc/hosts "$root/etc/hosts"
cp -a /etc/ssl/certs/. "$root/etc/ssl/certs/"
[ -d /usr/local/share/ca-certificates ] && cp -a /usr/local/share/ca-certificates/. "$root/usr/local/share/ca-certificates/"
mkdir -p "$root/opt/node/bin" "$root/opt/node/lib/node_modules"
cp -L "$(command -v node)" "$root/opt/node/bin/node"
cp -a "$(npm root -g)/npm" "$root/opt/node/lib/node_modules/npm"
ln -s ../lib/node_modules/npm/bin/npm-cli.js "$root/opt/node/bin/npm"
ln -s ../lib/node_modules/npm/bin/npx-cli.js "$root/opt/node/bin/npx"
[ -f ~/.npmrc ] && grep -v '^nodedir' ~/.npmrc >"$root/srv/.npmrc" || true
[ -f "$node_home/etc/npmrc" ] && mkdir -p "$root/opt/node/etc" && cp "$node_home/etc/npmrc" "$root/opt/node/etc/npmrc" || true
for m in proc sys dev dev/pts dev/shm; do mkdir -p "$root/$m"; mount --bind "/$m" "$root/$m" 2>/dev/null || true; done
git clone -q "$here" "$root/srv/ridge-bolt"

inside() { chroot "$root" /usr/bin/env -i HOME=/srv PATH=/opt/node/bin:/usr/sbin:/usr/bin:/sbin:/bin LANG=C.UTF-8 NODE_EXTRA_CA_CERTS="${NODE_EXTRA_CA_CERTS:-}" http_proxy="${http_proxy:-}" https_proxy="${https_proxy:-}" CI=true bash -c "cd /srv/ridge-bolt && $1"; }

echo "== in it: $(inside 'ls /usr/sbin/mariadbd /usr/bin/chromium /usr/bin/git 2>&1 | tr "\n" ";"; node --version; npm --version' | tr '\n' ' ')"
# Ports of its own, so that a shop running beside it is not in the way.
ports='export RIDGE_PORT=3960 RIDGE_DB_PORT=3967 RIDGE_TEST_PORT=3971 RIDGE_TEST_DB_PORT=3977'
demo() {
  inside "$ports; npm run demo >/tmp/demo.log 2>&1 & pid=\$!; for i in \$(seq 600); do grep -q 'is ready after' /tmp/demo.log && break; kill -0 \$pid 2>/dev/null || break; sleep 1; done; cat /tmp/demo.log; node -e \"fetch('http://127.0.0.1:3960/').then(async (r) => { const t = await r.text(); console.log('floor answers', r.status, t.includes('Heron 4') ? 'with Heron 4' : 'WITHOUT its machines'); })\"; pkill -INT -f scripts/demo.mjs; wait \$pid; echo demo ended"
}
inside 'command -v pkill >/dev/null || (apt-get update -qq && apt-get install -y -qq procps >/dev/null 2>&1)'
echo "== npm run demo"
demo
echo "== npm run demo, second time"
demo
echo "== npm test"
start=$(date +%s)
code=0
inside "$ports; npm test" || code=$?
echo "== npm test took $(($(date +%s) - start)) s, exit $code"
exit $code
