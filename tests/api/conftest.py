import pytest

from bluff.service.sessions import begin
from people import client_of


@pytest.fixture
def client(pool, account):
    """The API as a browser on this machine reaches it, with a lead signed in."""
    with client_of(pool, begin(pool, account)) as client:
        yield client
