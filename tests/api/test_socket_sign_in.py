"""A trainer's socket holds for as long as the sign-in it was opened by."""

import pytest
from starlette.websockets import WebSocketDisconnect

from pellak.api.app import create_app
from pellak.api.sharing import Sharing
from pellak.core.practice.flame.trainer import Hands
from tests.api.conftest import local
from tests.api.test_practice_socket import HERE, frames, play


@pytest.mark.parametrize("ends", ["everyone", "one", "nobody"])
def test_an_exercise_ends_with_the_sign_in_it_was_opened_by(tmp_path, monkeypatch, ends):
    monkeypatch.setattr("pellak.api.guards.SOCKET_LOOKS_EVERY_S", 0.0)
    sharing = Sharing({"all": "smith", "bench": "anvil"})
    with local(create_app(tmp_path, sharing=sharing)) as client:
        client.post("/api/sign-in", json={"passcode": "smith"})
        cookie = "; ".join(f"{one.name}={one.value}" for one in client.cookies.jar)
        with play(client, headers={**HERE, "cookie": cookie}) as socket:
            frames(socket, 2, Hands())
            if ends == "everyone":
                assert client.post("/api/sign-everyone-out").json() == {"signed_out": 1}
            elif ends == "one":
                assert client.post("/api/sign-out").status_code == 204
            if ends == "nobody":
                assert len(frames(socket, 30, Hands())[0]) == 30
            else:
                with pytest.raises(WebSocketDisconnect):
                    frames(socket, 400, Hands())
