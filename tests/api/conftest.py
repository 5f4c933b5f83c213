import pytest
from fastapi.testclient import TestClient

from bluff.api.app import make_app


@pytest.fixture
def client(pool):
    """The API as a browser on this machine reaches it."""
    with TestClient(make_app(pool, web=None), base_url="http://127.0.0.1", client=("127.0.0.1", 5000)) as client:
        yield client
