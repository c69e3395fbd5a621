"""The servers that stories talk to: one of a story's own, or one that looking leaves as it was."""

import shutil
import socket
import sqlite3
import time
import urllib.request
from multiprocessing.context import ForkServerProcess
from pathlib import Path

from bench.forked import command, forked

from tests.browser.quick_server import serve_faster


def free_port() -> int:
    """Return a port of this machine that nobody listens at."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


class Server:
    """`pellak serve` on a folder; may be killed as a power cut would, and started again."""

    def __init__(
        self,
        folder: Path,
        *,
        faster: int = 1,
        later_s: float = 0.0,
        passcodes: dict[str, str] | None = None,
        port: int | None = None,
    ) -> None:
        self.folder = folder
        self.passcodes = passcodes or {}
        self.faster = faster
        self.later_s = later_s
        self.port = free_port() if port is None else port
        self.url = f"http://127.0.0.1:{self.port}"
        self._process: ForkServerProcess | None = None

    def start(self) -> None:
        if self.faster > 1:
            self._process = forked(serve_faster, self.folder, self.port, self.faster)
        else:
            shares = ["--share"] if self.passcodes else []
            listed = ["serve", "--data", str(self.folder), "--port", str(self.port), *shares]
            self._process = forked(command, listed, self.passcodes, self.later_s)
        for _ in range(3000):
            try:
                urllib.request.urlopen(self.url, timeout=1).close()
            except OSError:
                time.sleep(0.02)  # between two knocks
            else:
                return
        raise RuntimeError("the server did not start")

    @property
    def runs(self) -> bool:
        return self._process is not None and self._process.is_alive()

    def kill(self) -> None:
        if self._process is not None:
            self._process.kill()
            self._process.join()
            self._process = None


class Standing:
    """One server of the demo a worker: whoever only looks leaves it to the next as it was.

    Every story begins with the demo as it is loaded. A server is begun anew, on a copy of its own,
    after a story that wrote, killed it, or sent what it may still be writing.
    """

    def __init__(self, demo: Path, home: Path) -> None:
        self._demo = demo
        self._home = home
        self._count = 0
        # One address for all of them: what a browser has compiled of the page it keeps by address.
        self._port = free_port()
        self._server: Server | None = None
        self._file: sqlite3.Connection | None = None
        self._version = 0
        self.writing = False

    def _data_version(self) -> int:
        assert self._file is not None
        return int(self._file.execute("PRAGMA data_version").fetchone()[0])

    def untouched(self) -> Server:
        kept = self._server
        if kept is None or self.writing or not kept.runs or self._data_version() != self._version:
            self.end()
            self._count += 1
            folder = shutil.copytree(self._demo, self._home / f"demo-{self._count}")
            kept = self._server = Server(folder, port=self._port)
            kept.start()
            self._file = sqlite3.connect(folder / "pellak.sqlite")
            self._version = self._data_version()
            self.writing = False
        return kept

    def end(self) -> None:
        if self._file is not None:
            self._file.close()
        if self._server is not None:
            self._server.kill()
        self._server = self._file = None
