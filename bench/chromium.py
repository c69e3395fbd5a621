"""The distribution's Chromium that stories, benchmarks and pictures drive."""

import shutil


def chromium() -> str:
    """Return the path of the browser: the build without windows, where there is one.

    It draws no window frame of its own beside each page, which the whole browser does even when
    told to run without a window: a third of the processor time of a story.

    Raises:
        FileNotFoundError: neither is installed; `make test` installs it.
    """
    for name in ("chromium-headless-shell", "chromium"):
        if found := shutil.which(name):
            return found
    raise FileNotFoundError("no Chromium here: `make test` installs it")
