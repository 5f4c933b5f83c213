"""Who makes the requests of tests: browsers with and without a session, another crew."""

from fastapi.testclient import TestClient

from bluff.api.app import make_app
from bluff.store import accounts
from bluff.store.accounts import Role


def client_of(pool, token=None):
    """The API as a browser on this machine reaches it: with a session, or none."""
    app = make_app(pool, web=None)
    cookies = {"bluff_session_80": token} if token else {}
    return TestClient(app, base_url="http://127.0.0.1", client=("127.0.0.1", 5000), cookies=cookies)


def stranger_of(pool):
    """A lead of another crew."""
    with pool.connection() as connection:
        crew = accounts.add_crew(connection, "Another crew")
        return accounts.ensure_account(connection, crew, "stranger", "ST", Role.LEAD)
