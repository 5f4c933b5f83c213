import os
from pathlib import Path
from tempfile import TemporaryDirectory

import pytest
from hypothesis import HealthCheck, Phase, settings

settings.register_profile(
    "check",
    max_examples=40,
    deadline=None,
    # Walls are built from several draws; what counts is that the same run finds the same faults.
    suppress_health_check=[HealthCheck.too_slow],
    derandomize=True,
)
settings.register_profile("search", parent=settings.get_profile("check"), max_examples=3000, derandomize=False)
# For a first look: the example that fails as it was drawn, not yet made small.
settings.register_profile("look", parent=settings.get_profile("check"), phases=[Phase.explicit, Phase.generate])
settings.load_profile(os.environ.get("HYPOTHESIS_PROFILE", "check"))


@pytest.fixture(scope="session")
def database_url():
    """A PostgreSQL of its own for every test process, migrated; gone when the process ends."""
    from bluff.store.cluster import throwaway_cluster
    from bluff.store.database import migrate

    with throwaway_cluster() as url:
        migrate(url)
        yield url


@pytest.fixture
def own_directory():
    """A directory for a database: pytest's own are closed to PostgreSQL's user once another pytest starts."""
    with TemporaryDirectory(prefix="bluff-test-", ignore_cleanup_errors=True) as directory:
        yield Path(directory)


@pytest.fixture
def pool(database_url):
    """Connections to a database with one crew and nothing else."""
    from bluff.service.sessions import ensure_installation
    from bluff.store.database import open_pool

    with open_pool(database_url) as pool:
        with pool.connection() as connection:
            # A page that was just closed may have left a request under way: where the two hold each other up, that one
            # gives way, since nobody waits for it any more.
            connection.execute("SET LOCAL deadlock_timeout = '30s'")
            connection.execute("TRUNCATE crew, failed_sign_in CASCADE")
        ensure_installation(pool)
        yield pool


@pytest.fixture
def account(pool):
    """The one account of the installation, a lead."""
    from bluff.service.sessions import ensure_installation

    return ensure_installation(pool)
