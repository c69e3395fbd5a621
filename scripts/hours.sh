#!/bin/sh
# The tests that live by a clock, each at a moment that once made one of them fail or may: before
# opening, at noon, in the afternoon, after closing and a minute before midnight; on a Sunday, on
# 29 February, at a change of clocks, and in zones before, behind and half an hour off Greenwich.
# All of them are after the days the demo tells of, as every day is on which it can be loaded.
#   sh scripts/hours.sh COMMAND OF THE TESTS...
set -eu
LIVING="tests/api tests/browser tests/paper tests/shop tests/store tests/test_cli.py"
failed=""
while read -r at zone; do
    echo "== $at $zone"
    # shellcheck disable=SC2086 # one word each
    PELLAK_TESTS_AT=$at PELLAK_TESTS_ZONE=$zone "$@" ${ONLY:-$LIVING} </dev/null ||
        failed="$failed $at/$zone"
done <<MOMENTS
2026-11-29T06:00 Pacific/Auckland
2028-02-29T12:00 Etc/UTC
2026-11-25T16:40 America/St_Johns
2027-07-01T21:30 Asia/Kolkata
2026-12-31T23:59 Europe/London
2027-10-31T01:55 Europe/Berlin
MOMENTS
[ -z "$failed" ] || { echo "Not at every moment:$failed" >&2; exit 1; }
