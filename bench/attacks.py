"""What one request, or four at once, can cost everybody else: `python -m bench.attacks`."""

import io
import json
import tempfile
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

from PIL import Image

from bench.serving import Served

AT_ONCE = 4
LOOKS_EVERY_S = 0.1
FILE = {"content-type": "application/octet-stream"}


def picture(kind: str, width: int, height: int, **how: object) -> bytes:
    """Return a picture of one colour: as few bytes for its pixels as there can be."""
    written = io.BytesIO()
    mode = "RGB" if kind == "JPEG" else "RGBA"
    Image.new(mode, (width, height), "white").save(written, kind, **how)
    return written.getvalue()


PICTURES: dict[str, Callable[[], bytes]] = {
    "PNG of 59 megapixels": lambda: picture("PNG", 7680, 7680),
    "PNG of 16 megapixels": lambda: picture("PNG", 4000, 4000),
    "WebP of 16 megapixels": lambda: picture("WEBP", 4000, 4000, lossless=True),
    "JPEG of 60 megapixels": lambda: picture("JPEG", 8000, 7500),
    "JPEG of 24 megapixels in scans": lambda: picture("JPEG", 6000, 4000, progressive=True),
}
LONG_JOB = {
    "phases": [
        {"name": "prepare", "minutes": 15.0, "needs": "hands"},
        {"name": "weld", "minutes": 23.0, "needs": "torch", "tip": "B2"},
        {"name": "watch", "minutes": 60.0, "needs": "watch", "after_gap_max_min": 0.0},
        {"name": "cool", "minutes": 45.0, "needs": "none", "after": "weld"},
        {"name": "dress", "minutes": 10.0, "needs": "hands", "after": "cool"},
    ]
}


def send(served: Served, path: str, body: bytes, headers: dict[str, str]) -> int:
    """Return the status of an answer."""
    asked = urllib.request.Request(served.url + path, body, headers, method="POST")
    try:
        with urllib.request.urlopen(asked, timeout=180) as answer:
            return int(answer.status)
    except urllib.error.HTTPError as error:
        return error.code


@contextmanager
def looked_at(look: Callable[[], float]) -> Iterator[list[float]]:
    """Look again and again while something goes on; the list fills with what was seen."""
    seen: list[float] = [look()]
    stop = threading.Event()

    def watch() -> None:
        while not stop.wait(LOOKS_EVERY_S):
            seen.append(look())

    watching = threading.Thread(target=watch)
    watching.start()
    try:
        yield seen
    finally:
        stop.set()
        watching.join()


def at_once(times: int, does: Callable[[int], int]) -> list[int]:
    """Do something so many times at once; return the statuses."""
    statuses: list[int] = []
    threads = [threading.Thread(target=lambda n=n: statuses.append(does(n))) for n in range(times)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return sorted(statuses)


def attacks() -> None:
    """Print what each costs."""
    with tempfile.TemporaryDirectory() as folder, Served(Path(folder)) as served:
        job = served.ask("POST", "/api/jobs", {"name": "a", "thickness_mm": 1.2, "length_mm": 640})
        run = served.ask("POST", f"/api/jobs/{job['id']}/runs")["line"]["id"]
        served.ask("GET", "/api/day")
        rest = served.memory_mb()
        print(f"at rest {rest:.0f} MB")
        for name, made in PICTURES.items():
            body = made()
            with looked_at(served.memory_mb) as seen:
                path = f"/api/runs/{run}/photos?slot=front"
                result = at_once(AT_ONCE, lambda _, b=body, p=path: send(served, p, b, FILE))
            print(
                f"{AT_ONCE} x {name} ({len(body) / 1e3:.0f} kB): {result}, "
                f"{max(seen) - rest:.0f} MB above rest at most"
            )
        for name, body in (("zeros", b"[" + b"0," * 9_900_000 + b"0]"),
                           ("{}", b"[" + b"{}," * 6_600_000 + b"{}]")):  # fmt: skip
            before = served.memory_mb()
            with looked_at(served.memory_mb) as seen:
                result = at_once(1, lambda _, b=body: send(served, "/api/book/import", b, FILE))
            print(f"import of 20 MB of {name}: {result}, {max(seen) - before:.0f} MB at most")
        jobs = [{**LONG_JOB, "id": f"j{n}"} for n in range(12)]
        day = {
            "jobs": jobs, "people": ["a", "b"], "torches": ["x"], "opens_min": 420.0,
            "closes_min": 1080.0, "exact": True, "seconds": 30.0,
        }  # fmt: skip

        def list_s() -> float:
            start = time.perf_counter()
            served.ask("GET", "/api/jobs")
            return time.perf_counter() - start

        body = json.dumps(day).encode()
        with looked_at(list_s) as seen:
            result = at_once(
                AT_ONCE,
                lambda _: send(
                    served, "/api/reckon/day", body, {"content-type": "application/json"}
                ),
            )
        print(f"{AT_ONCE} days of 30 s at once: {result}; a list took {max(seen):.2f} s at most")


if __name__ == "__main__":
    attacks()
