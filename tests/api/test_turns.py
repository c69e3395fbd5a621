"""Many asking at once: a save waits for no look, and a slow reader keeps nobody."""

import asyncio
from concurrent.futures import ThreadPoolExecutor

import pytest

from pellak.api.turns import SavesFirst


class _Desk:
    """An application whose answers begin and end when the test says so."""

    def __init__(self):
        self.begun, self.may_answer, self.may_end = [], asyncio.Event(), asyncio.Event()

    async def __call__(self, scope, _receive, send):
        self.begun.append(scope["path"])
        if scope["path"] == "/breaks":
            raise RuntimeError
        if scope["method"] == "GET":
            await self.may_answer.wait()
        await send({"type": "http.response.start"})
        if scope["path"] == "/read-slowly":
            await self.may_end.wait()


async def _none(*_message):
    return None


def _walk(walk):
    async def walked():
        desk = _Desk()
        door = SavesFirst(desk)

        def ask(method, path):
            asked = {"type": "http", "method": method, "path": path}
            return asyncio.create_task(door(asked, _none, _none))

        await walk(desk, ask)

    async def in_time():
        await asyncio.wait_for(walked(), 10)

    # In a thread of its own: a browser driven beside it may already run a loop in this one.
    with ThreadPoolExecutor(1) as beside:
        beside.submit(lambda: asyncio.run(in_time())).result()


def test_a_save_goes_before_looks_that_came_earlier():
    async def walk(desk, ask):
        looks = [ask("GET", f"/look/{n}") for n in range(6)]
        await asyncio.sleep(0)  # the looks are let begin
        await ask("PATCH", "/save")
        assert desk.begun == ["/look/0", "/save"]
        desk.may_answer.set()
        await asyncio.gather(*looks)
        assert len(desk.begun) == 7

    _walk(walk)


def test_whoever_reads_slowly_keeps_nobody_waiting():
    async def walk(desk, ask):
        desk.may_answer.set()
        slow = ask("GET", "/read-slowly")
        await ask("GET", "/next")
        assert not slow.done()
        desk.may_end.set()
        await slow

    _walk(walk)


def test_a_look_that_breaks_gives_its_turn_back():
    async def walk(desk, ask):
        desk.may_answer.set()
        with pytest.raises(RuntimeError):
            await ask("GET", "/breaks")
        await ask("GET", "/next")
        assert desk.begun == ["/breaks", "/next"]

    _walk(walk)
