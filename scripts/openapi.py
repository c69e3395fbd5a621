"""Print the API's contract as JSON; the page's types are generated from it."""

import json
import tempfile
from pathlib import Path

from pellak.api.app import create_app


def contract() -> str:
    with tempfile.TemporaryDirectory() as folder:
        app = create_app(Path(folder))
        return json.dumps(app.openapi(), indent=1, ensure_ascii=False) + "\n"


if __name__ == "__main__":
    print(contract(), end="")
