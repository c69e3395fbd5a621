"""The clocks the shop is given: the time of day, and a moment no changed clock can move."""

import time
from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path

from pellak.core.model.clocks import Moment

Clock = Callable[[], datetime]
"""Returns the moment, in UTC."""

Moments = Callable[[], Moment]
"""Returns the moment with the seconds since this boot, sleep counted."""

BOOT_ID = Path("/proc/sys/kernel/random/boot_id")


def now_utc() -> datetime:
    """Return the moment, in UTC: the one clock the shop is given."""
    return datetime.now(UTC)


def machine_moment() -> Moment:
    """Return this machine's moment; without a boot to name, the time of day is all there is."""
    utc_s = time.time()
    boottime = getattr(time, "CLOCK_BOOTTIME", None)
    if boottime is None or not BOOT_ID.exists():
        return Moment(utc_s=utc_s)
    boot = BOOT_ID.read_text(encoding="ascii").strip()
    return Moment(utc_s=utc_s, boot=boot, boot_s=time.clock_gettime(boottime))
