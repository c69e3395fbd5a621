"""Serving the application, to this machine or to the shop's own network."""

import argparse
import gc
import logging
import os
import socket
import time
from functools import partial
from pathlib import Path

from pellak.cli.records import checked, demo
from pellak.core.answer.errors import Refused
from pellak.shop.sign_ins import May
from pellak.store.photo_files import tidy_photos
from pellak.store.restoring import tidy
from pellak.store.serving_lock import ServingLock

PAGE = Path(__file__).parents[3] / "web" / "dist"
LOOPBACK = ("127.0.0.1", "localhost", "::1")
LARGEST_MESSAGE_BYTES = 1024
"""Of a socket: the hands at a trainer say all they have to in 24."""
SWEPT_AFTER = (20_000, 20, 50)
"""Plans are many small things kept for a while: swept too often, each tenth answer is late."""
PASSCODES: dict[May, str] = {
    "all": "PELLAK_PASSCODE",
    "bench": "PELLAK_PASSCODE_BENCH",
    "look": "PELLAK_PASSCODE_LOOK",
}
"""Where the passcodes are told: for everything, for working at the bench, for looking only."""
SHORTEST_PASSCODE = 8
ENDS_WITHIN_S = 5
"""How long a stop waits for requests that are being answered."""
KEPT_OPEN_S = 60
"""How long a silent connection is kept: who asks again at the moment it is closed gets no answer,
and at the bench questions come some seconds apart."""


def _passcodes(share: bool) -> dict[May, str] | None:
    if not share:
        return None
    named = {may: os.environ.get(name, "") for may, name in PASSCODES.items()}
    if not named["all"]:
        raise Refused("--share", None, f"a passcode in the environment, {PASSCODES['all']}")
    for may, passcode in named.items():
        if passcode and len(passcode) < SHORTEST_PASSCODE:
            raise Refused(PASSCODES[may], "a short passcode", f"{SHORTEST_PASSCODE} signs at least")
    given = {may: passcode for may, passcode in named.items() if passcode}
    if len(set(given.values())) < len(given):
        raise Refused("--share", "the same passcode twice", "a passcode of its own for each")
    return given


def serve(args: argparse.Namespace) -> None:
    """Serve until told to stop."""
    passcodes = _passcodes(args.share)
    if args.host not in LOOPBACK and not args.share:
        raise Refused("host", args.host, "127.0.0.1, or add --share to serve a network")
    if (args.certificate is None) != (args.key is None):
        raise Refused("--certificate", args.certificate, "--certificate and --key together")
    for file in (args.certificate, args.key):
        if file is not None and not file.is_file():
            raise Refused("--certificate", str(file), "a file that exists")
    if not (PAGE / "index.html").is_file():
        raise Refused("page", str(PAGE), "a built front end; run `make build` first")
    # Bound before anything is promised: a port that is taken is told, not found out by the page.
    door = socket.socket(socket.AF_INET6 if ":" in args.host else socket.AF_INET)
    door.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        door.bind((args.host, args.port))
    except (OSError, OverflowError) as error:
        door.close()
        raise Refused("port", args.port, f"a port that is free ({error})") from None
    with door, ServingLock(args.data):
        checked(args.data)
        tidy(args.data)
        tidy_photos(args.data, time.time())
        if args.demo:
            demo(args)
        _run(args, door, passcodes)


def _run(args: argparse.Namespace, door: socket.socket, passcodes: dict[May, str] | None) -> None:
    # Imported here so that reckoning from the shell does not wait for the server's modules.
    import uvicorn

    from pellak.api.app import create_app
    from pellak.api.patience import PatientProtocol
    from pellak.api.sharing import Sharing
    from pellak.shop.clock import now_utc
    from pellak.shop.restore_desk import RestoreDesk

    logging.basicConfig(format="pellak: %(message)s", level=logging.WARNING)
    secure = args.certificate is not None
    sharing = None
    if passcodes is not None:
        sharing = Sharing(passcodes, names=(socket.gethostname(), *args.name), secure=secure)
    port = door.getsockname()[1]
    scheme = "https" if secure else "http"
    print(f"Pellak is at {scheme}://{args.host}:{port}/  (Ctrl C ends it)", flush=True)
    desk = RestoreDesk(args.data, now_utc)
    while True:
        app = create_app(args.data, page=PAGE, sharing=sharing, backups=True, desk=desk)
        # What is loaded by now stays; looking through it again and again would hold up an answer.
        gc.collect()
        gc.freeze()
        gc.set_threshold(*SWEPT_AFTER)
        server = uvicorn.Server(
            uvicorn.Config(
                app,
                log_level="warning",
                http=PatientProtocol,
                ws="websockets-sansio",
                ws_max_size=LARGEST_MESSAGE_BYTES,
                timeout_graceful_shutdown=ENDS_WITHIN_S,
                timeout_keep_alive=KEPT_OPEN_S,
                # Whoever asks is who is at the other end of the line, whatever they say they are.
                proxy_headers=False,
                ssl_certfile=args.certificate,
                ssl_keyfile=args.key,
            )
        )
        desk.end_serving = partial(setattr, server, "should_exit", True)
        # A second handle: whoever knocks meanwhile waits until it is served again.
        server.run(sockets=[door.dup()])
        if not desk.put_in_place():
            return
