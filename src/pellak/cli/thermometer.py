"""A thermometer's cable: its lines read from standard input and sent on until they are kept.

A line that names no moment is given the one it was read at, so that sending it again keeps it once.
"""

import argparse
import json
import os
import sys
import time
import urllib.error
import urllib.request
from datetime import UTC, datetime
from http.cookiejar import CookieJar
from urllib.parse import quote

from pellak.core.answer.errors import Refused

AGAIN_S = 2.0
SIGNED_OUT, BUSY = 401, 503
PASSCODES = ("PELLAK_PASSCODE_BENCH", "PELLAK_PASSCODE")


def stamped(line: str, now: datetime) -> str:
    """Return a reading or mark with the moment it was read at, where it names none."""
    words = line.split()
    named = 2
    if len(words) != named or words[0].startswith("#"):
        return line.strip()
    return f"{words[0]} {words[1]} {now.isoformat(timespec='milliseconds')}"


class Cable:
    """Where lines are sent to."""

    def __init__(self, to: str, path: str) -> None:
        if not to.startswith(("http://", "https://")):
            raise Refused("--to", to, "the address Pellak is served at, http:// or https://")
        self._to = to.rstrip("/")
        self._path = path
        self._opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(CookieJar()))
        self._passcode = next((os.environ[one] for one in PASSCODES if os.environ.get(one)), "")
        if self._passcode:
            self._sign_in()

    def _sign_in(self) -> None:
        self._post("/api/sign-in", json.dumps({"passcode": self._passcode}), "application/json")

    def _post(self, path: str, body: str, kind: str) -> str:
        headers = {"Content-Type": kind, "Origin": self._to}
        asked = urllib.request.Request(self._to + path, body.encode(), headers, method="POST")
        with self._opener.open(asked, timeout=30) as answer:
            return str(answer.read().decode())

    def send(self, line: str) -> list[str]:
        """Send a line until it is kept; return what was not understood of it.

        Raises Refused where Pellak will not have it, whatever is sent.
        """
        signed_in_again = False
        while True:
            try:
                answer = json.loads(self._post(self._path, line, "text/plain") or "{}")
                faults = answer.get("faults", [])
                return [f"{one['field']}: wanted {one['accepted']}" for one in faults]
            except urllib.error.HTTPError as error:
                if error.code == SIGNED_OUT and self._passcode and not signed_in_again:
                    # Somebody signed everyone out: a reading is not lost by that.
                    signed_in_again = True
                    self._sign_in()
                    continue
                if error.code != BUSY:
                    answer = json.loads(error.read() or b"{}")
                    field = next((one["field"] for one in answer.get("errors", [])), self._path)
                    raise Refused(field, line, str(answer.get("detail", error.reason))) from None
            except (urllib.error.URLError, TimeoutError, ConnectionError):
                print("pellak: away; the line is kept and sent again", file=sys.stderr)
            time.sleep(AGAIN_S)  # before it is sent again


def watch(args: argparse.Namespace) -> None:
    """Send every line of standard input to a watch."""
    cable = Cable(args.to, f"/api/watches/{quote(args.watch_id, safe='')}/lines")
    for line in sys.stdin:
        said = stamped(line, datetime.now(UTC))
        if said:
            for fault in cable.send(said):
                print(f"pellak: {said!r}: {fault}", file=sys.stderr)
