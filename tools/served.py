"""A server and a browser to look at Bluff with: of their own, on a database that is gone afterwards."""

import os
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any
from urllib.parse import urlsplit

from playwright.sync_api import Browser, BrowserContext, sync_playwright

from bluff.core.job.job import Job
from bluff.run.serve import background_server
from bluff.run.worker import worker_beside
from bluff.service.jobs import Jobs
from bluff.service.sessions import begin, end_leading, ensure_installation
from bluff.store.cluster import throwaway_cluster
from bluff.store.database import migrate, open_pool

CHROMIUM = "/usr/bin/chromium-headless-shell"


@contextmanager
def served(jobs: Sequence[Job]) -> Iterator["Served"]:
    """A server with these jobs and nothing else."""
    with throwaway_cluster() as url:
        migrate(url)
        with open_pool(url) as pool:
            account = ensure_installation(pool)
            end_leading(pool, account)
            for job in jobs:
                Jobs(pool, account).add(job)
            with worker_beside(url), background_server(pool) as address:
                yield Served(address, begin(pool, account))


@dataclass(frozen=True, slots=True)
class Served:
    """Where a server is, and the token of a session of its lead."""

    address: str
    token: str

    def context(self, browser: Browser, **options: Any) -> BrowserContext:
        """A profile of a browser in which the lead is signed in."""
        context = browser.new_context(base_url=self.address, viewport={"width": 1280, "height": 800}, **options)
        sign_in(context, self.address, self.token)
        return context


def sign_in(context: BrowserContext, address: str, token: str) -> None:
    """Let a browser go on a session that was begun."""
    name = f"bluff_session_{urlsplit(address).port}"
    context.add_cookies([{"name": name, "value": token, "url": address, "httpOnly": True, "sameSite": "Strict"}])


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
