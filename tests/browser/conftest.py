"""The real interface in a real browser, against a real server and database."""

import os

import pytest
from playwright.sync_api import expect, sync_playwright
from tools.served import CHROMIUM, sign_in

from bluff.serve import background_server
from bluff.service.sessions import begin
from bluff.store.database import open_pool

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

# As patient as every press and entry is: a machine that is busy with others may take seconds over a screen.
expect.set_options(timeout=30_000)


@pytest.fixture(scope="session")
def browser():
    flags = [*QUIET, "--no-sandbox"] if os.geteuid() == 0 else QUIET
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=flags)
        yield browser
        browser.close()


@pytest.fixture(scope="session")
def address(database_url):
    """Bluff served on one port for every test, over a database that `pool` empties before each."""
    with open_pool(database_url) as pool, background_server(pool) as address:
        yield address


@pytest.fixture(scope="session")
def profile(browser, address):
    """A browser that keeps the program between tests as it does between visits, and nothing else."""
    context = browser.new_context(
        base_url=address, viewport={"width": 1280, "height": 800}, service_workers="block", reduced_motion="reduce"
    )
    yield context
    context.close()


@pytest.fixture
def page(pool, account, profile, address):
    """The jobs list as a lead has it who signed in; afterwards nothing may have gone wrong unseen, or gone outside."""
    sign_in(profile, address, begin(pool, account))
    page = profile.new_page()
    troubles, outside = [], []
    page.on("pageerror", lambda error: troubles.append(str(error)))
    page.on("request", lambda request: None if request.url.startswith(address) else outside.append(request.url))
    try:
        page.goto("/")
        # Loading is a status too: a test that looks for one must not meet it.
        expect(page.get_by_role("heading", name="No jobs yet")).to_be_visible()
        yield page
    finally:
        # A page that is left open keeps its database, and whoever comes next waits for it.
        profile.set_offline(False)
        page.evaluate("localStorage.clear(); indexedDB.deleteDatabase('bluff-site')")
        page.close()
        profile.clear_cookies()
    assert troubles == []
    assert [url for url in outside if not url.startswith(("data:", "blob:"))] == []


@pytest.fixture
def pinch(page):
    """A screen that is touched: two fingers that go down at a place and move apart, or together, and aside."""
    cdp = page.context.new_cdp_session(page)
    cdp.send("Emulation.setTouchEmulationEnabled", {"enabled": True, "maxTouchPoints": 2})

    def touch(kind, *fingers):
        points = [{"x": x, "y": y, "id": number} for number, (x, y) in enumerate(fingers)]
        cdp.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    def pinched(at, apart, *, aside=0):
        (x, y), (first, last) = at, apart
        touch("touchStart", (x - first / 2, y))
        touch("touchStart", (x - first / 2, y), (x + first / 2, y))
        for step in range(1, 11):
            half, by = (first + (last - first) * step / 10) / 2, aside * step / 10
            touch("touchMove", (x - half + by, y), (x + half + by, y))
        touch("touchEnd")

    yield pinched
    cdp.detach()
