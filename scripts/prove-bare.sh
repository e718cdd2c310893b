#!/usr/bin/env bash
# Both README commands on a bare root: a Debian made by debootstrap in a temporary folder, with nothing in it but Node and
# npm copied from this machine, and a fresh clone of HEAD. Needs root. The log goes to standard output.
#   scripts/prove-bare.sh [folder]
set -euo pipefail
root=${1:-}
. "$(dirname "$0")/lib/bareRoot.sh"

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
