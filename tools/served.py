"""A server and a browser to look at Bluff with: of their own, on a database that is gone afterwards."""

import os
from collections.abc import Iterator, Sequence
from contextlib import contextmanager

from playwright.sync_api import Browser, sync_playwright

from bluff import core
from bluff.serve import background_server
from bluff.service.jobs import Jobs
from bluff.service.sessions import ensure_installation, only_account
from bluff.store.cluster import throwaway_cluster
from bluff.store.database import migrate, open_pool
from bluff.worker import worker_beside

CHROMIUM = "/usr/bin/chromium"


@contextmanager
def served(jobs: Sequence[core.Job]) -> Iterator[str]:
    """The address of a server with these jobs and nothing else."""
    with throwaway_cluster() as url:
        migrate(url)
        with open_pool(url) as pool:
            ensure_installation(pool)
            for job in jobs:
                Jobs(pool, only_account(pool)).add(job)
            with worker_beside(url), background_server(pool) as address:
                yield address


@contextmanager
def chromium() -> Iterator[Browser]:
    """A headless browser whose letters are as on any machine."""
    flags = ["--disable-gpu", "--font-render-hinting=none", "--disable-background-networking"]
    if os.geteuid() == 0:
        flags.append("--no-sandbox")
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=flags)
        yield browser
        browser.close()
