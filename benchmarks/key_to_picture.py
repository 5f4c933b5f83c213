"""From the key to the picture: how long an edit takes that somebody types on the bench, in a real browser.

Run with ``.local/venv/bin/python benchmarks/key_to_picture.py``. An opening is moved by typing, forty times, on the
demo job and on one of forty walls. Beside the whole stand its parts: what the server takes to answer, what the way
there and back takes, and what is left for reading the answer, drawing it and showing it. An empty request's way there
and back says what of that is the machine's own. What counts is the 95th of a hundred.
"""

import sys
from collections.abc import Iterator
from pathlib import Path
from typing import TypeAlias

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))
sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "src"))

from benchmarks.frame_walls import Series, job_of_walls
from playwright.sync_api import Page
from tools.served import chromium, served

from bluff.core.job.job import Job
from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE

_EDITS = 40
_WALLS = 40
Trip: TypeAlias = dict[str, float]
"""Milliseconds by part."""

_MEASURE = """
    ([before, header]) => new Promise((done) => {
        performance.clearResourceTimings();
        let started = 0;
        addEventListener("keydown", () => { started = performance.now(); }, { once: true, capture: true });
        function shown() {
            const whole = performance.now() - started;
            const trips = performance.getEntriesByType("resource").filter(({ name }) => name.includes("/api/"));
            const server = trips.reduce((sum, trip) => sum + trip.responseStart - trip.requestStart, 0);
            const away = trips.reduce((sum, trip) => sum + trip.responseEnd - trip.startTime, 0);
            done({ whole, server, way: away - server, drawing: whole - away, requests: trips.length });
        }
        const changed = new MutationObserver(() => {
            if (document.querySelector(header)?.getAttribute("x") === before) return;
            changed.disconnect();
            // A message sent from a frame is read when that frame is out.
            requestAnimationFrame(() => {
                const channel = new MessageChannel();
                channel.port1.onmessage = shown;
                channel.port2.postMessage(null);
            });
        });
        changed.observe(document.querySelector("main"), { attributes: true, childList: true, subtree: true });
    })
"""

_EMPTY = """
    async () => {
        const started = performance.now();
        await (await fetch("/api/line")).text();
        return performance.now() - started;
    }
"""


def demo() -> Job:
    return read_job(DEMO_FILE.read_bytes())


def job_of(walls: int) -> Job:
    """The demo job, or one of so many walls."""
    return demo() if walls == 0 else job_of_walls(walls)


def trips(page: Page, opening: str, edits: int) -> Iterator[Trip]:
    """Move an opening to and fro by typing, and time each."""
    header = f'[data-member$="/opening/{opening}/header"] rect'
    line = page.get_by_label("Type an opening")
    for number in range(edits):
        line.fill(f"{opening} @ 6-{3 + number % 2}")
        page.get_by_text(opening, exact=False).first.wait_for()
        page.wait_for_timeout(400)  # somebody reads what was understood
        before = page.locator(header).first.get_attribute("x")
        handle = page.evaluate_handle(f"(given) => {{ window.trip = ({_MEASURE})(given); }}", [before, header])
        page.keyboard.press("Enter")
        yield page.evaluate("() => window.trip")
        handle.dispose()


def measure(job: Job, edits: int = _EDITS) -> tuple[list[Trip], float]:
    """Every edit of a job's first opening, and an empty request's way there and back."""
    opening = job.openings[0]
    with served([job]) as bluff, chromium() as browser:
        page = bluff.context(browser, reduced_motion="reduce").new_page()
        page.goto("/")
        page.get_by_role("link", name=job.name, exact=True).click()
        page.get_by_role("navigation", name="Stages").get_by_role("link", name="Bench").click()
        page.locator(f'[data-member$="/opening/{opening.id}/header"]').first.wait_for()
        empty = sorted(page.evaluate(_EMPTY) for _ in range(9))[4]
        return list(trips(page, opening.id, edits)), empty


def at_percent(times: list[float], percent: int) -> float:
    return sorted(times)[min(len(times) * percent // 100, len(times) - 1)]


SERIES: list[Series] = [("key to picture", [0, _WALLS], job_of, lambda job: measure(job, edits=1))]


if __name__ == "__main__":
    print(f"{'':>10} {'median':>8} {'p95':>8}   of the median: {'server':>7} {'way':>6} {'drawing':>8} {'requests':>9}")
    for walls in (0, _WALLS):
        found, empty = measure(job_of(walls))
        whole = [trip["whole"] for trip in found]
        parts = [at_percent([trip[part] for trip in found], 50) for part in ("server", "way", "drawing", "requests")]
        print(
            f"{f'{walls} walls' if walls else 'demo':>10} {at_percent(whole, 50):8.0f} {at_percent(whole, 95):8.0f}"
            f"   {'':>14} {parts[0]:7.0f} {parts[1]:6.0f} {parts[2]:8.0f} {parts[3]:9.0f}   empty request {empty:.1f}"
        )
