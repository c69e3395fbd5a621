"""The application on a fast clock, so that a minute at the bench is waited in a second or less."""

from pathlib import Path

import uvicorn
from bench.given_clock import set_clock

from pellak.api.app import create_app
from pellak.cli.serving import KEPT_OPEN_S, PAGE
from pellak.core.model.clocks import Moment
from pellak.shop.clock import machine_moment


def serve_faster(folder: Path, port: int, faster: int) -> None:
    """Serve a folder until killed; time at the bench runs so many times as fast."""
    set_clock()

    def quick_moment() -> Moment:
        real = machine_moment()
        # Counted from the machine's start, so that the year stays one that a calendar knows.
        booted_s = real.utc_s - real.boot_s
        return Moment(
            utc_s=booted_s + real.boot_s * faster, boot=real.boot, boot_s=real.boot_s * faster
        )

    app = create_app(folder, page=PAGE, moments=quick_moment)
    uvicorn.run(app, port=port, log_level="warning", timeout_keep_alive=KEPT_OPEN_S)
