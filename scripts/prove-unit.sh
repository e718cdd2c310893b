#!/usr/bin/env bash
# The shop started by systemd on a bare Debian, by the very lines of docs/shop.md: the system is booted in a container of its own, the
# unit installs, builds, answers over TLS, survives being killed and a reboot of the system. Needs root.
#   scripts/prove-unit.sh [folder]
set -euo pipefail
root=${1:-}
. "$(dirname "$0")/lib/bareRoot.sh"
command -v systemd-nspawn >/dev/null || DEBIAN_FRONTEND=noninteractive apt-get install -y -qq systemd-container >/dev/null

inside 'apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq systemd systemd-sysv curl >/dev/null 2>&1'
# Node stands where a package would have put it.
for tool in node npm npx; do ln -sf "/opt/node/bin/$tool" "$root/usr/bin/$tool"; done
# The lines of the page, but for what wants a running system.
sed -n '/^## Started by the system/,$p' "$here/docs/shop.md" | sed -n '/^```/,/^```/p' | grep -v '^```' >"$root/srv/lines"
echo "== the page says"; cat "$root/srv/lines"
grep -v '^systemctl enable' "$root/srv/lines" | sed 's/ && systemctl disable --now mariadb//' >"$root/srv/before"
inside 'export DEBIAN_FRONTEND=noninteractive; set -e; . /srv/before; systemctl disable mariadb; systemctl enable ridge-bolt; systemd-analyze verify /etc/systemd/system/ridge-bolt.service'
mkdir -p "$root/etc/systemd/system/ridge-bolt.service.d"
printf '[Service]\nEnvironment=CI=true NODE_EXTRA_CA_CERTS=%s http_proxy=%s https_proxy=%s npm_config_userconfig=/srv/.npmrc\n' \
  "${NODE_EXTRA_CA_CERTS:-}" "${http_proxy:-}" "${https_proxy:-}" >"$root/etc/systemd/system/ridge-bolt.service.d/of-this-machine.conf"
for m in dev/pts dev/shm dev sys proc; do umount -l "$root/$m" 2>/dev/null || true; done

boot() { systemd-nspawn -q -D "$root" --machine ridge-unit --boot --register=no --keep-unit --console=pipe >"$root/var/log/boot" 2>&1 & booted=$!; }
answers() {
  for _ in $(seq "$1"); do
    curl -skf --max-time 5 https://127.0.0.1:3950/api/health >/dev/null && return 0
    sleep 1
  done
  return 1
}
told() { chroot "$root" journalctl -D /var/log/journal --no-pager -u ridge-bolt 2>/dev/null | tail -n "$1" || tail -n "$1" "$root/var/log/boot"; }
mkdir -p "$root/var/log/journal"
boot
answers 900 || { told 40; exit 1; }
echo "== answers: $(curl -sk https://127.0.0.1:3950/api/health)"
pages=$(pgrep -f 'ridge-shop/.*serve.ts' | head -n 1)
kill -9 "$(pgrep -f "scripts/start.mjs --lan --folder /srv/ridge-shop" | head -n 1)"
sleep 3
answers 120 || { told 40; exit 1; }
echo "== started anew after kill -9 ($pages before, $(pgrep -f 'ridge-shop/.*serve.ts' | head -n 1) after)"
kill -RTMIN+4 "$(pgrep -P "$booted" | head -n 1)" 2>/dev/null || kill "$booted"
wait "$booted" 2>/dev/null || true
boot
answers 120 || { told 40; exit 1; }
echo "== answers after a reboot"
kill -RTMIN+4 "$(pgrep -P "$booted" | head -n 1)" 2>/dev/null || kill "$booted"
wait "$booted" 2>/dev/null || true
