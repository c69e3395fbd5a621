#!/bin/sh
# Browser tests drive the distribution's Chromium and paper tests read PDFs with poppler; install
# what is missing. Of Chromium the build without windows: it does less beside each page. Where a
# Debian has none, or it cannot be fetched, the whole browser does as well, slower.
set -eu
missing=""
command -v chromium-headless-shell >/dev/null 2>&1 || missing="chromium-headless-shell"
command -v pdftotext >/dev/null 2>&1 || missing="$missing poppler-utils"
[ -n "$missing" ] || exit 0
if ! command -v apt-get >/dev/null 2>&1; then
    command -v chromium >/dev/null 2>&1 && command -v pdftotext >/dev/null 2>&1 && exit 0
    echo "Missing, and this is no Debian:$missing. Install it, then run make test again." >&2
    exit 1
fi
sudo=""
[ "$(id -u)" = 0 ] || sudo="sudo"
export DEBIAN_FRONTEND=noninteractive
installs() {
    $sudo apt-get install -y -q --no-install-recommends "$@"
}
$sudo apt-get update -q || echo "The lists of packages were not brought up to date." >&2
# shellcheck disable=SC2086 # one word each
if ! installs $missing; then
    command -v chromium >/dev/null 2>&1 || installs chromium
    command -v pdftotext >/dev/null 2>&1 || installs poppler-utils
fi
command -v chromium-headless-shell >/dev/null || command -v chromium >/dev/null
command -v pdftotext >/dev/null
