#!/usr/bin/env bash
# Installs the packages of package-lock.json, unless those are in place already.
set -euo pipefail
cd "$(dirname "$0")"
stamp=node_modules/.installed
wanted=$(sha256sum package-lock.json | cut -d' ' -f1)
if [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$wanted" ]; then exit 0; fi
npm ci --no-audit --no-fund
printf '%s' "$wanted" > "$stamp"
