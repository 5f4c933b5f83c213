"""The real interface in a real browser, against a real server and database."""

import os

import pytest
from playwright.sync_api import expect, sync_playwright

from bluff.serve import background_server

CHROMIUM = "/usr/bin/chromium"
QUIET = [
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-default-apps",
    "--disable-dev-shm-usage",
    "--disable-domain-reliability",
    "--disable-gpu",
    "--disable-sync",
    "--font-render-hinting=none",
    "--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1",
    "--no-first-run",
    "--no-pings",
]

expect.set_options(timeout=10_000)


@pytest.fixture(scope="session")
def browser():
    flags = [*QUIET, "--no-sandbox"] if os.geteuid() == 0 else QUIET
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=flags)
        yield browser
        browser.close()


@pytest.fixture
def address(pool):
    """Bluff served on a port of its own."""
    with background_server(pool) as address:
        yield address


@pytest.fixture
def page(browser, address):
    """The jobs list in a fresh browser; afterwards nothing may have gone wrong unseen, or gone outside."""
    context = browser.new_context(
        base_url=address, viewport={"width": 1280, "height": 800}, service_workers="block", reduced_motion="reduce"
    )
    page = context.new_page()
    troubles, outside = [], []
    page.on("pageerror", lambda error: troubles.append(str(error)))
    page.on("request", lambda request: None if request.url.startswith(address) else outside.append(request.url))
    page.goto("/")
    # Loading is a status too: a test that looks for one must not meet it.
    expect(page.get_by_role("heading", name="No jobs yet")).to_be_visible()
    yield page
    context.close()
    assert troubles == []
    assert [url for url in outside if not url.startswith(("data:", "blob:"))] == []
