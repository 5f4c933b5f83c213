"""The site on a phone: from the thumb to the next mark, the first visit, and a start without a signal.

Run with ``.local/venv/bin/python benchmarks/on_the_site.py``. The next mark is timed from the thumb that is lifted to
the picture with the next figure, at full speed and four times slower. The first visit is timed on a slow phone, four
times slower and 1.6 Mbit/s with 150 ms there and back, until the walls or a mark are on the screen; the start without
a signal from the program the phone keeps. What counts is the 95th of a hundred of the marks, and the middle one of the
visits.

Four times slower than what differs with every machine, so this prints how long it takes to count to ten million.
"""

import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))
sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "src"))

from benchmarks.frame_walls import Series
from playwright.sync_api import Browser, BrowserContext, CDPSession, Page, ViewportSize
from tools.served import Served, chromium, served

from bluff.core.job.job import Job
from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE

_MARKS = 60
_VISITS = 5
_PHONE: ViewportSize = {"width": 390, "height": 844}
_SLOWER = 4
_MBIT = 1.6
_LATENCY = 150

_TO_THE_NEXT = """
    () => new Promise((done) => {
        let before = null;
        let started = 0;
        // What the server tells of the marks before is not what the thumb did.
        const lifted = () => {
            before = document.querySelector("main").innerText;
            started = performance.now();
        };
        addEventListener("pointerup", lifted, { once: true, capture: true });
        const changed = new MutationObserver(() => {
            if (before === null || document.querySelector("main").innerText === before) return;
            changed.disconnect();
            // A message sent from a frame is read when that frame is out.
            requestAnimationFrame(() => {
                const channel = new MessageChannel();
                channel.port1.onmessage = () => done(performance.now() - started);
                channel.port2.postMessage(null);
            });
        });
        const all = { attributes: true, childList: true, characterData: true, subtree: true };
        changed.observe(document.querySelector("main"), all);
    })
"""

# Looked for in the page, which is otherwise slowed by being asked from outside.
_A_MARK = """[...document.querySelectorAll("button")].some((one) => one.textContent.includes("Marked"))"""
_THE_WALLS = """document.querySelector("main li h2") !== null"""
_UNTIL = """
    new MutationObserver((_, looking) => {
        if (!(%s)) return;
        looking.disconnect();
        requestAnimationFrame(() => {
            const channel = new MessageChannel();
            channel.port1.onmessage = () => console.debug(`shown ${performance.now()}`);
            channel.port2.postMessage(null);
        });
    }).observe(document, { childList: true, subtree: true, characterData: true });
"""


def demo(_: int = 0) -> Job:
    return read_job(DEMO_FILE.read_bytes())


def at_percent(times: list[float], percent: int) -> float:
    return sorted(times)[min(len(times) * percent // 100, len(times) - 1)]


def slowed(page: Page, times: int) -> CDPSession:
    """A page on a machine so many times slower."""
    session = page.context.new_cdp_session(page)
    session.send("Emulation.setCPUThrottlingRate", {"rate": times})
    return session


def next_marks(page: Page, marks: int) -> list[float]:
    """Milliseconds from the thumb to the picture, mark by mark."""
    button = page.get_by_role("button", name="Marked")
    button.wait_for()
    box = button.bounding_box() or {"x": 0, "y": 0, "width": 0, "height": 0}
    found = []
    for _ in range(marks):
        page.evaluate(f"() => {{ window.shown = ({_TO_THE_NEXT})(); }}")
        page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        found.append(float(page.evaluate("() => window.shown")))
        page.wait_for_timeout(60)
    return found


def caller_of(bluff: Served, context: BrowserContext) -> tuple[Page, str]:
    """A phone at the caller of the first wall, and where that is."""
    page = context.new_page()
    page.set_viewport_size(_PHONE)
    page.goto(f"{bluff.address}/")
    page.get_by_role("link", name="Quill Harbour ferry shelter", exact=True).click()
    page.get_by_role("link", name="Site", exact=True).click()
    page.get_by_role("heading", name="A", exact=True).click()
    page.get_by_role("button", name="Marked").wait_for()
    return page, page.url


def first_visit(context: BrowserContext, url: str, there: str) -> float:
    """Seconds until something is there, on a slow phone that has never been here."""
    page = context.new_page()
    page.set_viewport_size(_PHONE)
    session = slowed(page, _SLOWER)
    rate = _MBIT * 1_000_000 / 8
    session.send(
        "Network.emulateNetworkConditions",
        {"offline": False, "latency": _LATENCY, "downloadThroughput": rate, "uploadThroughput": rate},
    )
    shown = until(page, url, there)
    # What the phone fetches afterwards, for when it has no signal, is not to slow the next.
    context.close()
    return shown


def until(page: Page, url: str, there: str) -> float:
    """Seconds from going somewhere to the picture in which an expression of the page is true."""
    page.add_init_script(_UNTIL % there)
    with page.expect_console_message(lambda message: message.text.startswith("shown")) as said:
        page.goto(url, wait_until="commit")
    return float(said.value.text.removeprefix("shown")) / 1000


def count_to_ten_million() -> float:
    """Seconds this machine takes for it."""
    began = time.monotonic()
    for _ in range(10_000_000):
        pass
    return time.monotonic() - began


def offline_start(context: BrowserContext, url: str) -> float:
    """Seconds until a mark can be read with no signal, on a phone that took the job along."""
    page = context.new_page()
    page.set_viewport_size(_PHONE)
    page.goto(_site_of(url))
    page.evaluate("navigator.serviceWorker.ready")
    page.reload()
    page.wait_for_function("navigator.serviceWorker.controller !== null")
    page.get_by_role("button", name="Save for offline").click()
    page.get_by_text("Saved ").wait_for(timeout=120_000)
    page.goto("about:blank")
    context.set_offline(True)
    return until(page, url, _A_MARK)


def _site_of(wall: str) -> str:
    return wall.rsplit("/walls/", 1)[0]


@contextmanager
def _site(job: Job) -> Iterator[tuple[Served, Browser]]:
    with served([job]) as bluff, chromium() as browser:
        yield bluff, browser


def _short(job: Job) -> None:
    with _site(job) as (bluff, browser):
        page, _ = caller_of(bluff, bluff.context(browser, reduced_motion="reduce"))
        next_marks(page, 2)


SERIES: list[Series] = [("next mark", [1], demo, _short)]


if __name__ == "__main__":
    with _site(demo()) as (bluff, browser):
        page, url = caller_of(bluff, bluff.context(browser, reduced_motion="reduce"))
        for times in (1, _SLOWER):
            slowed(page, times)
            marks = next_marks(page, _MARKS if times == 1 else _MARKS // 3)
            shown = ", ".join(
                f"{name} {at_percent(marks, percent):.0f} ms" for name, percent in (("median", 50), ("p95", 95))
            )
            print(f"next mark, {times} x slower: {shown}")
        page.context.close()
        for what, where, there in (("the walls", _site_of(url), _THE_WALLS), ("a mark", url, _A_MARK)):
            visits = [
                first_visit(bluff.context(browser, reduced_motion="reduce"), where, there) for _ in range(_VISITS)
            ]
            print(
                f"first visit on a slow phone until {what} can be read: {at_percent(visits, 50):.1f} s "
                f"({min(visits):.1f} to {max(visits):.1f}); to ten million in {count_to_ten_million():.2f} s"
            )
        start = offline_start(bluff.context(browser, reduced_motion="reduce"), url)
        print(f"start without a signal until a mark is on the screen: {start:.1f} s")
