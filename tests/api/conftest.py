import pytest
from starlette.testclient import TestClient

from pellak.api.app import create_app

HERE = "http://localhost"
"""Where the application is asked under test, as a browser of this machine would."""


def local(app, **more):
    """Return a client on this machine."""
    return TestClient(app, base_url=HERE, **more)


@pytest.fixture
def page(tmp_path_factory):
    """A built page as small as a page can be."""
    folder = tmp_path_factory.mktemp("page")
    (folder / "assets").mkdir()
    (folder / "index.html").write_text('<meta name="csp-nonce" content="%NONCE%">')
    (folder / "assets" / "a.js").write_text("1")
    return folder


@pytest.fixture
def client(blank_copy, page):
    with local(create_app(blank_copy, page=page)) as made:
        yield made


@pytest.fixture
def job(client):
    return client.post(
        "/api/jobs", json={"name": "Patch", "thickness_mm": 1.2, "length_mm": 640}
    ).json()
