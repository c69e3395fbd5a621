"""`pellak` in a process forked from one that has loaded everything.

A command begun anew loads for three seconds before it does anything: too long where a server is
killed and begun again twenty times, or begun for each of three hundred stories in the browser.
"""

import contextlib
import io
import multiprocessing
import os
import sys
from collections.abc import Callable, Mapping
from multiprocessing.context import ForkServerProcess
from typing import Any

from bench.given_clock import set_clock
from pellak.cli import main

_FORKED = multiprocessing.get_context("forkserver")
_FORKED.set_forkserver_preload(["bench.loaded"])


def forked(does: Callable[..., None], *given: Any) -> ForkServerProcess:
    """Return a process in which a function of a module runs, with everything loaded already."""
    process = _FORKED.Process(target=does, args=given, daemon=True)
    process.start()
    return process


def command(
    arguments: list[str], environment: Mapping[str, str], later_s: float | None = None
) -> None:
    """Run a command of `pellak`, quietly, as a shell would.

    Args:
        arguments: what the shell would be told.
        environment: what is set besides.
        later_s: so much later than the moment tests run at, s; None runs it at the machine's own.
    """
    os.environ.update(environment)
    if later_s is not None:
        set_clock(later_s)
    with contextlib.redirect_stdout(io.StringIO()):
        sys.exit(main(arguments))
