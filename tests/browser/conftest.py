"""The real interface in a real browser, against a real server and database."""

import os
from io import BytesIO

import pytest
import segno
from PIL import Image
from playwright.sync_api import expect, sync_playwright
from tools.served import CHROMIUM, sign_in

from bluff.core.job.job import Job
from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE
from bluff.run.serve import background_server
from bluff.service.jobs import Jobs
from bluff.service.sessions import begin, end_leading
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
    with sync_playwright() as playwright:
        browser = launch(playwright.chromium)
        yield browser
        browser.close()


def launch(kind, *flags):
    """Start a browser."""
    unsafe = ["--no-sandbox"] if os.geteuid() == 0 else []
    return kind.launch(executable_path=CHROMIUM, args=[*QUIET, *unsafe, *flags])


@pytest.fixture
def seeing(browser, tmp_path):
    """Starts browsers whose camera sees a code, black on white in the middle of what it sees."""
    started = []

    def see(text):
        code = BytesIO()
        segno.make(text, error="m").save(code, kind="png", scale=6, border=4)
        view = Image.new("RGB", (640, 480), "white")
        view.paste(Image.open(code).convert("RGB"), (120, 60))
        # One picture after another, as some cameras send them; this one sends the same for good.
        view.save(tmp_path / "camera.mjpeg", "JPEG", quality=95)
        started.append(
            launch(
                browser.browser_type,
                "--use-fake-ui-for-media-stream",
                "--use-fake-device-for-media-stream",
                f"--use-file-for-fake-video-capture={tmp_path / 'camera.mjpeg'}",
            )
        )
        return started[-1]

    yield see
    for one in started:
        one.close()


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
def blank(pool, account, profile, address):
    """An empty page of a lead who signed in; afterwards nothing may have gone wrong unseen, or gone outside."""
    sign_in(profile, address, begin(pool, account))
    end_leading(pool, account)
    page = profile.new_page()
    troubles, outside = [], []
    page.on("pageerror", lambda error: troubles.append(str(error)))
    page.on("request", lambda request: None if request.url.startswith(address) else outside.append(request.url))
    try:
        yield page
    finally:
        # A page that is left open keeps its database, and the next page waits for it.
        profile.set_offline(False)
        if page.url != "about:blank":
            page.evaluate("localStorage.clear(); indexedDB.deleteDatabase('bluff-site')")
        page.close()
        profile.clear_cookies()
    assert troubles == []
    assert [url for url in outside if not url.startswith(("data:", "blob:"))] == []


@pytest.fixture
def page(blank):
    """The jobs list, with no job in it."""
    blank.goto("/")
    # Loading is a status too: a test that looks for one must not meet it.
    expect(blank.get_by_role("heading", name="No jobs yet")).to_be_visible()
    return blank


@pytest.fixture
def open_job(pool, account, blank):
    """Opens a screen of a job that is there, the demo's if no other is named."""

    def opened(screen, file=DEMO_FILE):
        job = file if isinstance(file, Job) else read_job(file.read_bytes())
        blank.goto(f"/jobs/{Jobs(pool, account).add(job).id}/{screen}")
        return blank

    return opened


@pytest.fixture
def pinch(blank):
    """A screen that is touched: two fingers that go down at a place and move apart, or together, and aside."""
    cdp = blank.context.new_cdp_session(blank)
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
