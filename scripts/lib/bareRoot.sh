# Makes a bare Debian with a fresh clone of HEAD in `$root/srv/ridge-bolt`: nothing in it but Node and npm copied from this machine.
# Sourced by a script that set `root`, or leaves it to be made; `inside` runs a line in it. Taken away at the end unless KEEP is set.
here=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
root=${root:-$(mktemp -d /var/tmp/ridge-bare.XXXXXX)}
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
chmod 755 "$root"
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
