"""The application on a clock that runs sixty times as fast, so that a minute is waited in one
second: `python -m tests.browser.quick_server FOLDER PORT`."""

import sys
from pathlib import Path

import uvicorn

from pellak.api.app import create_app
from pellak.cli import PAGE
from pellak.core.care.clocks import Moment
from pellak.shop.clock import machine_moment

FASTER = 60.0


def quick_moment() -> Moment:
    real = machine_moment()
    return Moment(utc_s=real.utc_s * FASTER, boot=real.boot, boot_s=real.boot_s * FASTER)


if __name__ == "__main__":
    app = create_app(Path(sys.argv[1]), page=PAGE, moments=quick_moment)
    uvicorn.run(app, port=int(sys.argv[2]), log_level="warning")
