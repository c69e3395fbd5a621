"""The application on a fast clock, so that a minute is waited in a second or less:
`python -m tests.browser.quick_server FOLDER PORT TIMES`."""

import sys
from pathlib import Path

import uvicorn

from pellak.api.app import create_app
from pellak.cli.serving import PAGE
from pellak.core.care.clocks import Moment
from pellak.shop.clock import machine_moment

FASTER = float(sys.argv[3])


def quick_moment() -> Moment:
    real = machine_moment()
    # Counted from the machine's start, so that the year stays one that a calendar knows.
    booted_s = real.utc_s - real.boot_s
    return Moment(
        utc_s=booted_s + real.boot_s * FASTER, boot=real.boot, boot_s=real.boot_s * FASTER
    )


if __name__ == "__main__":
    app = create_app(Path(sys.argv[1]), page=PAGE, moments=quick_moment)
    uvicorn.run(app, port=int(sys.argv[2]), log_level="warning")
