"""The demo jobs: a made-up ferry shelter, the net loft beside it, and a small shed, each loaded once."""

import secrets
from pathlib import Path
from uuid import uuid5

from psycopg_pool import ConnectionPool

from bluff.formats.job_file import read_job
from bluff.service.jobs import Jobs
from bluff.service.sessions import ensure_installation, set_password
from bluff.store import accounts
from bluff.store.accounts import Account, Role

_EXAMPLES = Path(__file__).resolve().parents[3] / "examples"
DEMO_FILE = _EXAMPLES / "quill-harbour.bluff.json"
TALL_FILE = _EXAMPLES / "net-loft.bluff.json"
"""Two stories under a gable, with windows above one another."""
SMALL_FILE = _EXAMPLES / "garden-shed.bluff.json"
"""Four walls under one slope, to practice on and to build a model of."""
_NAME, _INITIALS = "demo", "DM"
_LETTERS = "abcdefghjkmnpqrstuvwxyz23456789"
"""None that is taken for another."""


def load_demo(pool: ConnectionPool) -> None:
    """Give the installation's crew the demo jobs, but for one it ever had: a removed one stays removed."""
    account = ensure_installation(pool)
    # The shelter last: the newest job stands first.
    for name, file in (("garden shed", SMALL_FILE), ("net loft", TALL_FILE), ("demo job", DEMO_FILE)):
        Jobs(pool, account).add_once(read_job(file.read_bytes()), uuid5(account.crew_id, name))


def demo_sign_in(pool: ConnectionPool) -> tuple[Account, str]:
    """Whom the demo is shown to, somebody of the first crew, and their password, a new one each time."""
    first = ensure_installation(pool)
    with pool.connection() as connection:
        account = accounts.ensure_account(connection, first.crew_id, _NAME, _INITIALS, Role.LEAD)
    password = "-".join("".join(secrets.choice(_LETTERS) for _ in range(4)) for _ in range(3))
    set_password(pool, account, password)
    return account, password
