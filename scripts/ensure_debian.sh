#!/bin/sh
# Browser tests drive the distribution's Chromium and paper tests read PDFs with poppler; install
# what is missing. Of Chromium the build without windows: it does less beside each page.
set -eu
missing=""
command -v chromium-headless-shell >/dev/null 2>&1 || missing="chromium-headless-shell"
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
case "$missing" in
*chromium*)
    # An older Debian has no build without windows; the whole browser does as well, slower.
    apt-cache show chromium-headless-shell >/dev/null 2>&1 ||
        missing=$(echo "$missing" | sed s/chromium-headless-shell/chromium/)
    ;;
esac
# shellcheck disable=SC2086 # one word each
$sudo apt-get install -y -q --no-install-recommends $missing
command -v chromium-headless-shell >/dev/null || command -v chromium >/dev/null
command -v pdftotext >/dev/null
