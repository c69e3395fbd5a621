"""Sharing on a network: which names answer, who may do what, and how often one may guess."""

import ipaddress
import logging
import re
import secrets
import time
from collections import OrderedDict
from collections.abc import Callable, Mapping, Sequence

from starlette.requests import Request

from pellak.shop.sign_ins import May

COOKIE = "pellak_signed_in"
SIGN_IN = "/api/sign-in"
FREE_GUESSES = 5
FIRST_LOCK_S, LONGEST_LOCK_S = 60.0, 900.0
MOST_ADDRESSES = 2000
_SAFE = frozenset({"GET", "HEAD", "OPTIONS"})
_ONLY_LOOKS = re.compile(
    r"/api/(reckon/.*|find|jobs/[^/]+/preview|[^/]+/(look-into|preview)|sign-out)"
)
_OWNERS_ALONE = re.compile(r"/api/shop/backups/.*")
"""Whole records, to take away or to put in the place of those that stand."""
_AT_THE_BENCH = re.compile(r"/api/((runs|watches|practice|rig)(/.*)?|jobs/[^/]+/(runs|watches))")
_log = logging.getLogger("pellak")


def may_of(request: Request) -> May:
    """Return what whoever sent a request may do: everything, where nothing is shared."""
    may: May = getattr(request.state, "may", "all")
    return may


def allowed(may: May, method: str, path: str) -> bool:
    """Return whether somebody may send this request."""
    if may != "all" and _OWNERS_ALONE.fullmatch(path):
        return False
    if may == "all" or method in _SAFE or _ONLY_LOOKS.fullmatch(path):
        return True
    return may == "bench" and _AT_THE_BENCH.fullmatch(path) is not None


class Sharing:
    """How a Pellak is shared, and the guesses made at its passcodes."""

    def __init__(
        self,
        passcodes: Mapping[May, str],
        *,
        names: Sequence[str] = (),
        secure: bool = False,
        seconds: Callable[[], float] = time.monotonic,
    ) -> None:
        """Share by these passcodes.

        Args:
            passcodes: by what they let one do: `all`, `bench`, `look`.
            names: names the network knows this machine by; its numbers always answer.
            secure: whether it is served over TLS.
            seconds: counts seconds, for the lock after wrong guesses.
        """
        self.passcodes = dict(passcodes)
        self._names = {name.casefold() for name in names}
        self.secure = secure
        self._seconds = seconds
        self._guesses: OrderedDict[str, tuple[int, float]] = OrderedDict()

    def answers_to(self, host: str) -> bool:
        """Return whether a host name is one of ours: no page of another name may read us."""
        name = host.strip("[]").casefold().rstrip(".")
        try:
            ipaddress.ip_address(name)
        except ValueError:
            return name == "localhost" or name.removesuffix(".local") in self._names | {
                known.removesuffix(".local") for known in self._names
            }
        return True

    def locked_s(self, address: str) -> float:
        """Return for how many seconds an address may not guess; 0 where it may."""
        _, until = self._guesses.get(address, (0, 0.0))
        return max(0.0, until - self._seconds())

    def may(self, passcode: str, address: str) -> May | None:
        """Return what a passcode lets one do, None for a wrong one, which is counted."""
        found: May | None = None
        for may, known in self.passcodes.items():
            # All are compared, in a time that says nothing.
            if secrets.compare_digest(passcode.encode(), known.encode()):
                found = may
        if found is not None:
            self._guesses.pop(address, None)
            return found
        wrong = self._guesses.get(address, (0, 0.0))[0] + 1
        past = wrong - FREE_GUESSES
        lock_s = 0.0 if past < 0 else min(FIRST_LOCK_S * 2.0**past, LONGEST_LOCK_S)
        self._guesses[address] = (wrong, self._seconds() + lock_s)
        self._guesses.move_to_end(address)
        while len(self._guesses) > MOST_ADDRESSES:
            self._guesses.popitem(last=False)
        _log.warning("wrong passcode from %s, %d in a row%s", address, wrong,
                     f"; locked out for {lock_s:.0f} s" if lock_s else "")  # fmt: skip
        return None
