#!/bin/sh
# Browser tests drive the distribution's Chromium and paper tests read PDFs with poppler; install
# what is missing.
set -eu
missing=""
command -v chromium >/dev/null 2>&1 || missing="chromium"
command -v pdftotext >/dev/null 2>&1 || missing="$missing poppler-utils"
[ -n "$missing" ] || exit 0
if ! command -v apt-get >/dev/null 2>&1; then
    echo "Missing, and this is no Debian:$missing. Install it, then run make test again." >&2
    exit 1
fi
sudo=""
[ "$(id -u)" = 0 ] || sudo="sudo"
export DEBIAN_FRONTEND=noninteractive
$sudo apt-get update -q
# shellcheck disable=SC2086 # one word each
$sudo apt-get install -y -q --no-install-recommends $missing
command -v chromium >/dev/null
command -v pdftotext >/dev/null
