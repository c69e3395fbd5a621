#!/bin/sh
# Lock what is installed: every package by hash, and no address or path of the machine that locked.
set -eu
for name in requirements requirements-dev requirements-node; do
    pip-compile --generate-hashes --strip-extras --allow-unsafe --no-emit-index-url \
        --no-emit-find-links --no-emit-trusted-host --no-header -q -o "$name.txt" "$name.in"
done
