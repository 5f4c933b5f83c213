"""The demo job: a made-up ferry shelter, loaded once."""

from pathlib import Path
from uuid import uuid5

from psycopg_pool import ConnectionPool

from bluff.formats.job_file import read_job
from bluff.service.jobs import Jobs
from bluff.store import accounts

DEMO_FILE = Path(__file__).resolve().parents[2] / "examples" / "quill-harbour.bluff.json"


def load_demo(pool: ConnectionPool) -> None:
    """Give the installation's crew the demo job, unless it ever had it: whoever removed it meant to."""
    with pool.connection() as connection:
        account = accounts.only_account(connection)
    if account is not None:
        Jobs(pool, account).add_once(read_job(DEMO_FILE.read_bytes()), uuid5(account.crew_id, "demo job"))
