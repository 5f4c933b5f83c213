"""The demo jobs: a made-up ferry shelter and the net loft beside it, each loaded once."""

from pathlib import Path
from uuid import uuid5

from psycopg_pool import ConnectionPool

from bluff.formats.job_file import read_job
from bluff.service.jobs import Jobs
from bluff.store import accounts

_EXAMPLES = Path(__file__).resolve().parents[2] / "examples"
DEMO_FILE = _EXAMPLES / "quill-harbour.bluff.json"
TALL_FILE = _EXAMPLES / "net-loft.bluff.json"
"""Two storeys under a gable, with windows above one another."""


def load_demo(pool: ConnectionPool) -> None:
    """Give the installation's crew the demo jobs, but for one it ever had: whoever removed that meant to."""
    with pool.connection() as connection:
        account = accounts.only_account(connection)
    if account is not None:
        # The shelter last: the newest job stands first.
        for name, file in (("net loft", TALL_FILE), ("demo job", DEMO_FILE)):
            Jobs(pool, account).add_once(read_job(file.read_bytes()), uuid5(account.crew_id, name))
