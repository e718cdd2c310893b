#!/usr/bin/env bash
# A shop on the network, tried from a second machine: a namespace with one cable to this one and a browser that trusts the shop's
# authority. Needs root. The shop is made in a temporary folder, and thrown away.
#   scripts/lan-drill.sh
set -euo pipefail
here=$(cd "$(dirname "$0")/.." && pwd)
cd "$here"
ns=ridge-tablet
folder=$(mktemp -d /var/tmp/ridge-lan.XXXXXX)
# The database's own user passes through.
chmod 711 "$folder"
port=${RIDGE_LAN_PORT:-3990}
log=$folder/start.log
shop=
cleanup() {
  set +e
  [ -n "$shop" ] && kill -INT "$shop" 2>/dev/null && wait "$shop" 2>/dev/null
  ip netns del $ns 2>/dev/null
  ip link del ridge-shop 2>/dev/null
  rm -rf "$folder"
}
trap cleanup EXIT

ip netns add $ns
ip link add ridge-shop type veth peer name ridge-tab
ip link set ridge-tab netns $ns
ip addr add 10.77.0.1/24 dev ridge-shop
ip link set ridge-shop up
ip netns exec $ns ip addr add 10.77.0.2/24 dev ridge-tab
ip netns exec $ns ip link set ridge-tab up
ip netns exec $ns ip link set lo up

node scripts/start.mjs --lan --folder "$folder/shop" --port "$port" --name 10.77.0.1 >"$log" 2>&1 &
shop=$!
for _ in $(seq 400); do
  grep -q 'is ready after' "$log" && break
  kill -0 "$shop" 2>/dev/null || break
  sleep 1
done
grep -q 'is ready after' "$log" || { cat "$log"; exit 1; }
sleep 1
code=$(grep -oE '[0-9a-f]{5}-[0-9a-f]{5}' "$log" | head -n 1)
authority=$folder/taken.crt
ip netns exec $ns node -e "fetch('http://10.77.0.1:$((port + 1))/ridge-bolt-shop.crt').then(async (r) => require('fs').writeFileSync('$authority', Buffer.from(await r.arrayBuffer())))"
cmp "$authority" "$folder/shop/tls/authority.crt"
ip netns exec $ns node scripts/lan-day.mjs --shop "https://10.77.0.1:$port" --authority "$authority" --code "$code" \
  --cut 'ip link set ridge-tab down' --mend 'ip link set ridge-tab up'
