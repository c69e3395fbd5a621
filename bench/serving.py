"""`pellak serve` as a process of its own, for what is measured or killed from outside."""

import json
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from multiprocessing.context import ForkServerProcess
from pathlib import Path
from typing import Any

from bench.forked import command, forked

PELLAK = Path(sys.executable).with_name("pellak")


class Served:
    """A folder being served; ends with the block, or is killed in the middle.

    `quickly` forks the command from a process that has loaded everything; `later_s` lets it live so
    much after the moment that tests are given, s, which only a forked one can.
    """

    def __init__(
        self, folder: Path, *, quickly: bool = False, later_s: float | None = None
    ) -> None:
        self.folder = folder
        self._quickly = quickly or later_s is not None
        self._later_s = later_s
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port = probe.getsockname()[1]
        self.url = f"http://127.0.0.1:{self.port}"
        self.process: subprocess.Popen[bytes] | ForkServerProcess | None = None

    def __enter__(self) -> "Served":
        listed = ["serve", "--data", str(self.folder), "--port", str(self.port)]
        if self._quickly:
            self.process = forked(command, listed, {}, self._later_s)
        else:
            self.process = subprocess.Popen([PELLAK, *listed], stdout=subprocess.DEVNULL)
        end = time.monotonic() + 120
        while time.monotonic() < end:
            try:
                self.ask("GET", "/api/basics")
            except OSError:
                time.sleep(0.02)  # between two knocks
            else:
                return self
        raise RuntimeError("the server did not start")

    def __exit__(self, *_raised: object) -> None:
        if self.process is not None:
            self.process.terminate()
            self._ended()

    def kill(self) -> None:
        """End it as a power cut would."""
        if self.process is not None:
            self.process.kill()
            self._ended()

    def _ended(self) -> None:
        if isinstance(self.process, ForkServerProcess):
            self.process.join(30)
        elif self.process is not None:
            self.process.wait(30)
        self.process = None

    def ask(self, method: str, path: str, body: Any = None, timeout_s: float = 60) -> Any:
        """Send a request; return the JSON of a good answer, raise HTTPError for any other."""
        data = None if body is None else json.dumps(body).encode()
        request = urllib.request.Request(
            self.url + path, data, {"content-type": "application/json"}, method=method
        )
        with urllib.request.urlopen(request, timeout=timeout_s) as answer:
            return json.load(answer)

    def memory_mb(self) -> float:
        """Return the resident memory of the process."""
        assert self.process is not None
        status = Path(f"/proc/{self.process.pid}/status").read_text(encoding="ascii")
        line = next(line for line in status.splitlines() if line.startswith("VmRSS"))
        return float(line.split()[1]) / 1024
