#!/bin/sh
# Browser tests drive the distribution's Chromium; install it when it is missing.
set -eu
command -v chromium >/dev/null 2>&1 && exit 0
if ! command -v apt-get >/dev/null 2>&1; then
    echo "Chromium is missing and this is no Debian: install it, then run make test again." >&2
    exit 1
fi
sudo=""
[ "$(id -u)" = 0 ] || sudo="sudo"
export DEBIAN_FRONTEND=noninteractive
$sudo apt-get update -q
$sudo apt-get install -y -q --no-install-recommends chromium
command -v chromium >/dev/null
