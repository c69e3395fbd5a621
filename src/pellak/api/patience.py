"""A connection that does not say what it wants within ten seconds is closed, so that half-sent
heads never fill the server."""

from asyncio import TimerHandle, Transport
from typing import Any

from uvicorn.protocols.http.h11_impl import H11Protocol

HEAD_WITHIN_S = 10.0


class PatientProtocol(H11Protocol):
    """The server's own protocol, with a limit on how long a request's head may take."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self._late: TimerHandle | None = None

    def connection_made(self, transport: Transport) -> None:  # type: ignore[override]  # as the server's own has it
        """Begin to wait for the first head."""
        super().connection_made(transport)
        self._wait()

    def data_received(self, data: bytes) -> None:
        """Take what came; a head that is whole ends the wait, the start of the next begins one."""
        super().data_received(data)
        if self.transport.get_protocol() is not self:
            # It has become a socket, whose silence is for its own end to judge.
            self._waited()
        elif self.cycle is not None and not self.cycle.response_complete:
            self._waited()
        elif self._late is None:
            self._wait()

    def connection_lost(self, exc: Exception | None) -> None:
        """Wait for nothing more."""
        self._waited()
        super().connection_lost(exc)
        if self.cycle is not None:
            # What came of a body given up on; a cycle of references would hold it for long.
            self.cycle.body = bytearray()

    def _wait(self) -> None:
        self._late = self.loop.call_later(HEAD_WITHIN_S, self._cut)

    def _waited(self) -> None:
        if self._late is not None:
            self._late.cancel()
            self._late = None

    def _cut(self) -> None:
        self._late = None
        self.transport.close()
